/** What is drawn where: the canvas is a list of what was asked of it. */
import { GROUPS } from '../../parts/carriers';
import { COMPUTED, SHAPES, type Geometry } from './geometry';
import { paintField, paintOverview, ROW, type Inks, type Window } from './paint';

const INKS: Inks = {
  ground: 'ground',
  ink: 'ink',
  hairline: 'hairline',
  selected: 'selected',
  amber: 'amber',
  pale: 'pale',
  groups: { down: 'down', up: 'up', through: 'through', outside: 'outside', reach: 'reach' },
};
const ALL: Window = { left: 0, top: 0, width: 200, height: 200, column: 40 };
const bit = (shape: (typeof SHAPES)[number]): number => 1 << SHAPES.indexOf(shape);

interface Drawn {
  what: string;
  at: number[];
  colour: string;
  alpha: number;
  dash: number[];
}

/** A pen that writes down what it draws. */
function pen(): { pen: CanvasRenderingContext2D; drawn: Drawn[] } {
  const drawn: Drawn[] = [];
  let at: number[] = [];
  let dash: number[] = [];
  const state = { fillStyle: '', strokeStyle: '', globalAlpha: 1, lineWidth: 1, lineDashOffset: 0 };
  const note = (what: string, where: number[], colour: string): void => {
    drawn.push({ what, at: where, colour, alpha: state.globalAlpha, dash });
  };
  const fake = Object.assign(state, {
    clearRect: () => undefined,
    fillRect: (...where: number[]) => note('box', where, state.fillStyle),
    setLineDash: (next: number[]) => void (dash = next),
    beginPath: () => void (at = []),
    moveTo: (...where: number[]) => void at.push(...where),
    lineTo: (...where: number[]) => void at.push(...where),
    arc: (...where: number[]) => void at.push(...where.slice(0, 3)),
    fill: () => note('shape', at, state.fillStyle),
    stroke: () => note('line', at, state.strokeStyle),
  });
  // Only what the painter uses of a canvas is here.
  return { pen: fake as unknown as CanvasRenderingContext2D, drawn };
}

/** Columns of marks, each `[row, shapes, group]`. */
function geometryOf(
  rows: number,
  columns: { marks: [number, number, (typeof GROUPS)[number]][]; group?: (typeof GROUPS)[number]; fromTop?: boolean }[],
): Geometry {
  const marks = columns.flatMap((column) => column.marks);
  const starts = [0];
  for (const column of columns) starts.push((starts.at(-1) ?? 0) + column.marks.length);
  return {
    rows,
    columns: columns.length,
    starts: Uint32Array.from(starts),
    row: Uint32Array.from(marks, ([row]) => row),
    shapes: Uint8Array.from(marks, ([, shapes]) => shapes),
    group: Uint8Array.from(marks, ([, , group]) => GROUPS.indexOf(group)),
    columnGroup: Uint8Array.from(columns, ({ group = 'down' }) => GROUPS.indexOf(group)),
    fromTop: Uint8Array.from(columns, ({ fromTop }) => (fromTop ? 1 : 0)),
    from: Int32Array.from(columns, ({ marks: own }) => own[0]?.[0] ?? -1),
    to: Int32Array.from(columns, ({ marks: own }) => own.at(-1)?.[0] ?? -1),
  };
}

function paint(geometry: Geometry, seen: Window = ALL, lit = { row: -1, column: -1 }): Drawn[] {
  const { pen: one, drawn } = pen();
  paintField(one, geometry, seen, lit, INKS);
  return drawn;
}

const CHAIN = geometryOf(4, [
  {
    marks: [
      [0, bit('square'), 'down'],
      [1, bit('ring'), 'down'],
      [3, bit('disc'), 'down'],
    ],
  },
]);

test('a home is a square, a relay a ring, a reader a disc, each in its row and in the middle of the column', () => {
  const shapes = paint(CHAIN).filter(({ what, colour }) => what === 'shape' || (what === 'box' && colour === 'down'));
  expect(shapes.map(({ what, at }) => [what, at[0], at[1]])).toEqual([
    ['box', 20 - 5.5, ROW / 2 - 5.5],
    ['shape', 20, ROW + ROW / 2],
    ['shape', 20, 3 * ROW + ROW / 2],
  ]);
});

test('a ring is filled with the ground, a disc with its colour', () => {
  const [ring, disc] = paint(CHAIN).filter(({ what }) => what === 'shape');
  expect([ring?.colour, disc?.colour]).toEqual(['ground', 'down']);
});

test('the thread runs from the home to the last reader', () => {
  const thread = paint(CHAIN).find(({ what, colour }) => what === 'line' && colour === 'pale');
  expect(thread?.at).toEqual([20, ROW / 2, 20, 3 * ROW + ROW / 2]);
});

test('a value that lives in no component begins at the head of its column', () => {
  const shared = geometryOf(3, [{ marks: [[2, bit('disc'), 'outside']], group: 'outside', fromTop: true }]);
  const lines = paint(shared).filter(({ what, colour }) => what === 'line' && colour === 'outside');
  // Two lines side by side.
  expect(lines.map(({ at }) => at)).toEqual([
    [18, 0, 18, 2 * ROW + ROW / 2],
    [22, 0, 22, 2 * ROW + ROW / 2],
  ]);
});

test.each([
  ['up', [5, 3]],
  ['through', [1.5, 3.5]],
  ['reach', [3, 2]],
] as const)('carriers of the group %s have a dash of their own', (group, dash) => {
  const column = geometryOf(3, [
    {
      marks: [
        [0, bit('square'), group],
        [2, bit('disc'), group],
      ],
      group,
    },
  ]);
  expect(paint(column).find(({ what, colour }) => what === 'line' && colour === group)?.dash).toEqual(dash);
});

test('what is only computed from the value is pale', () => {
  const computed = geometryOf(2, [
    {
      marks: [
        [0, bit('square'), 'down'],
        [1, bit('disc') | COMPUTED, 'down'],
      ],
    },
  ]);
  const [disc] = paint(computed).filter(({ what }) => what === 'shape');
  expect(disc?.alpha).toBeLessThan(0.5);
});

test('a copy that goes stale is ringed in amber and struck out', () => {
  const stale = geometryOf(1, [{ marks: [[0, bit('stale'), 'down']] }]);
  const lines = paint(stale).filter(({ what }) => what === 'line');
  expect(lines.map(({ colour }) => colour)).toEqual(['amber', 'ink']);
});

test('marks of one crossing stand side by side', () => {
  const both = geometryOf(1, [{ marks: [[0, bit('square') | bit('triangle'), 'down']] }]);
  const drawn = paint(both).filter(({ what, colour }) => colour === 'down' && (what === 'shape' || what === 'box'));
  const [square, triangle] = drawn.map(({ at }) => at[0] ?? 0);
  expect(drawn).toHaveLength(2);
  expect((triangle ?? 0) - (square ?? 0)).toBeGreaterThanOrEqual(11);
});

test('only what is in view is drawn', () => {
  const rows = Array.from({ length: 500 }, (_, row): [number, number, 'down'] => [row, bit('ring'), 'down']);
  const tall = geometryOf(
    500,
    Array.from({ length: 100 }, () => ({ marks: rows })),
  );
  const drawn = paint(tall, { ...ALL, left: 400, top: 2000 });
  const seen = drawn.filter(({ what }) => what === 'shape');
  // Eleven rows and six columns, invalidated ones included.
  expect(seen.length).toBeLessThanOrEqual(12 * 6);
  for (const { at } of seen) expect(at[1]).toBeGreaterThanOrEqual(-ROW);
});

test('the row and the column that are pointed at are lit from edge to edge', () => {
  const lit = paint(CHAIN, ALL, { row: 1, column: 0 }).filter(({ colour }) => colour === 'selected');
  expect(lit.map(({ at }) => at)).toEqual([
    [0, ROW, 200, ROW],
    [0, 0, 40, 4 * ROW],
  ]);
});

test('the small picture of all of it holds each mark in its place', () => {
  const { pen: one, drawn } = pen();
  paintOverview(one, CHAIN, 80, 40, INKS);
  const dots = drawn.filter(({ alpha }) => alpha === 0.8);
  expect(dots.map(({ at }) => at[1])).toEqual([0, 10, 30]);
  expect(drawn.filter(({ alpha }) => alpha === 0.25)).toHaveLength(1);
});

test('nothing to draw draws nothing', () => {
  const { pen: one, drawn } = pen();
  paintOverview(one, geometryOf(0, []), 80, 40, INKS);
  paintField(one, geometryOf(0, []), ALL, { row: -1, column: -1 }, INKS);
  expect(drawn).toEqual([]);
});
