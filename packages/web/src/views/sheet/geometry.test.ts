import fc from 'fast-check';
import { documentOf, GLASS } from '../../testing/document';
import { firstMarkFrom, hasMark, layOut, NO_COMPONENT, SHAPES, tableOf, walk, type MarkTable } from './geometry';
import { columnsOf, outline } from './sheetModel';

const document = documentOf(GLASS);
const rows = outline(document);
const columns = columnsOf(document);
const table = tableOf(columns, document.components);
const numbers = rows.map((row) => document.components.indexOf(row.component));
const everyColumn = Uint32Array.from(columns, (_, index) => index);
const geometry = layOut(table, { rows: Uint32Array.from(numbers), columns: everyColumn });
const labels = columns.map((column) => column.label);

const shapesAt = (row: number, column: number): string[] => {
  const bits = geometry.shapes[firstMarkFrom(geometry, column, row)] ?? 0;
  return SHAPES.filter((_, bit) => bits & (1 << bit));
};

test('a thread runs from the first row that takes part to the last', () => {
  const units = labels.indexOf('units');
  expect([geometry.from[units], geometry.to[units]]).toEqual([0, 4]);
  const none = layOut(table, { rows: new Uint32Array(), columns: everyColumn });
  expect(none.from[units]).toBe(-1);
});

test('marks stand in the row of their component, as what it does', () => {
  const units = labels.indexOf('units');
  expect(rows.map((_, row) => shapesAt(row, units).join('+'))).toEqual(['square', 'triangle', 'ring', 'ring', 'disc']);
  expect(shapesAt(4, labels.indexOf('open'))).toEqual(['square', 'triangle']);
});

test('rows that head a section hold nothing', () => {
  const headed = layOut(table, { rows: Uint32Array.from([NO_COMPONENT, ...numbers]), columns: everyColumn });
  const units = labels.indexOf('units');
  expect([headed.from[units], headed.to[units]]).toEqual([1, 5]);
  expect(hasMark(headed, 0, units)).toBe(false);
});

test.each([
  ['ArrowDown', { row: 0, column: 0 }, { row: 1, column: 0 }],
  ['ArrowUp', { row: 0, column: 0 }, { row: 0, column: 0 }],
  ['End', { row: 0, column: 0 }, { row: 4, column: 0 }],
  ['Home', { row: 3, column: 0 }, { row: 0, column: 0 }],
  ['ArrowRight', { row: 4, column: 0 }, { row: 4, column: 1 }],
  ['ArrowLeft', { row: 4, column: 1 }, { row: 4, column: 0 }],
  ['ArrowDown', { row: -1, column: -1 }, { row: 0, column: 0 }],
])('%s from %j leads to %j', (key, at, to) => {
  expect(walk(geometry, at, key)).toEqual(to);
});

test('other keys lead nowhere', () => {
  expect(walk(geometry, { row: 0, column: 0 }, 'x')).toBeNull();
});

const anyTable = fc
  .array(fc.uniqueArray(fc.nat(19), { maxLength: 12 }), { minLength: 1, maxLength: 15 })
  .map((lists): MarkTable => {
    const flat = lists.flat();
    const starts = lists.reduce<number[]>((all, list) => [...all, (all.at(-1) ?? 0) + list.length], [0]);
    return {
      components: 20,
      starts: Uint32Array.from(starts),
      component: Uint32Array.from(flat),
      shapes: new Uint8Array(flat.length).fill(1),
      group: new Uint8Array(flat.length),
      columnGroup: new Uint8Array(lists.length),
      fromTop: new Uint8Array(lists.length),
    };
  });

test('whatever is shown, in whatever order: each mark of a shown row is there once, and walking only meets marks', () => {
  fc.assert(
    fc.property(anyTable, fc.shuffledSubarray([...Array(20).keys()]), (any, order) => {
      const columnCount = any.columnGroup.length;
      const laid = layOut(any, {
        rows: Uint32Array.from(order),
        columns: Uint32Array.from({ length: columnCount }, (_, index) => index),
      });
      for (let c = 0; c < columnCount; c++) {
        const wanted = [...any.component.slice(any.starts[c], any.starts[c + 1])]
          .map((component) => order.indexOf(component))
          .filter((row) => row >= 0)
          .sort((a, b) => a - b);
        expect([...laid.row.slice(laid.starts[c], laid.starts[c + 1])]).toEqual(wanted);
        const met: number[] = [];
        for (let at = walk(laid, { row: -1, column: c }, 'Home'); at && met.at(-1) !== at.row;) {
          met.push(at.row);
          at = walk(laid, at, 'ArrowDown');
        }
        expect(met).toEqual(wanted);
      }
    }),
  );
});
