import { documentOf, GLASS } from '../../testing/document';
import { headsOf, indentOf, notesOf, outlineWidth, railsOf, shorten } from './measures';
import type { Line } from './narrowing';
import { outline, type Column } from './sheetModel';

const column = (label: string, home: string | null = null): Column =>
  // Heads look at the label and the home alone.
  ({ label, cell: { home } }) as Column;

describe('names that take too much room', () => {
  test.each([
    ['units', 10, 'units'],
    ['selectedHouseOfTheNursery', 11, 'selec…rsery'],
    ['units', 5, 'units'],
    ['selected', 4, 'selected'],
  ])('%s in %d letters', (name, letters, shown) => {
    expect(shorten(name, letters)).toBe(shown);
    expect(shown.length).toBeLessThanOrEqual(Math.max(letters, name.length));
  });

  test('both ends stay, since names often differ at either', () => {
    expect(shorten('onSetpointChangeRequested', 12)).toMatch(/^onSetp….*sted$/);
  });
});

describe('the outline', () => {
  test('is indented level by level, and deep levels only a little', () => {
    const steps = Array.from({ length: 40 }, (_, depth) => indentOf(depth + 1) - indentOf(depth));
    expect(steps[0]).toBe(13);
    expect(steps[20]).toBe(2);
    expect(steps.at(-1)).toBe(0);
    expect(railsOf(3)).toBe(indentOf(3));
    expect(railsOf(30)).toBeLessThan(indentOf(30));
  });

  const lines = outline(documentOf(GLASS)).map((row) => ({ row }) as Line);

  test('is as wide as its names need, within bounds', () => {
    const wide = lines.map(
      ({ row }) => ({ row: row && { ...row, component: { ...row.component, name: 'x'.repeat(90) } } }) as Line,
    );
    expect(outlineWidth(lines)).toBeGreaterThanOrEqual(200);
    expect(outlineWidth(wide)).toBe(320);
    expect(outlineWidth([])).toBe(200);
  });

  test('says what is rendered many times', () => {
    const notes = new Map(lines.flatMap(({ row }) => (row ? [[row.component.name, notesOf(row)] as const] : [])));
    expect(notes.get('Gauge')).toBe('many');
    expect(notes.get('House')).toBe('');
  });
});

describe('heads of columns', () => {
  test('are as high as the longest name needs, at most a third of the pane', () => {
    const low = headsOf([column('units')], 1000, 900);
    const high = headsOf([column('x'.repeat(80))], 1000, 900);
    expect(low.head).toBe(96);
    expect(high.head).toBeGreaterThan(low.head);
    expect(high.head).toBeLessThanOrEqual(300);
    expect(headsOf([column('x'.repeat(80))], 1000, 300).head).toBeLessThanOrEqual(100);
  });

  test('values of one name are told apart by where they live', () => {
    const { labels } = headsOf(
      [column('open', 'src/Bed.jsx#Bed'), column('open', 'src/Lid.jsx#Lid'), column('units', 'src/App.jsx#App')],
      1000,
      900,
    );
    expect(labels).toEqual(['open · Bed', 'open · Lid', 'units']);
  });

  test('columns are narrow where they would not all fit', () => {
    const many = Array.from({ length: 100 }, (_, n) => column(`v${n}`));
    expect(headsOf(many, 1000, 900).column).toBeLessThan(headsOf(many.slice(0, 5), 1000, 900).column);
  });
});
