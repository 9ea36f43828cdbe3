/**
 * Where everything on the sheet stands, in rows and columns: which marks each column has, from which row to which its
 * thread runs. Plain arrays of numbers, so that a worker can prepare them and hand them over without copying. Pure.
 */
import { shapesOf } from '../../parts/Mark';
import { GROUP_OF, GROUPS } from '../../parts/carriers';
import type { Column } from './sheetModel';

/** The shapes of a mark as bits, in the order in which they stand side by side. */
export const SHAPES = ['square', 'stale', 'disc', 'ring', 'triangle'] as const;

/** Beside the shapes of a mark: only what is computed from the value gets there. */
export const COMPUTED = 1 << SHAPES.length;

/** A row that holds no component. */
export const NO_COMPONENT = 0xffffffff;

/** Every mark of a document, column by column. Components are numbered as they stand in the document. */
export interface MarkTable {
  components: number;
  /** The marks of column c are those from starts[c] to before starts[c + 1]. */
  starts: Uint32Array;
  component: Uint32Array;
  shapes: Uint8Array;
  group: Uint8Array;
  columnGroup: Uint8Array;
  /** 1 where the value lives in no component, so that its thread starts at the head of the column. */
  fromTop: Uint8Array;
}

/** What is shown, in order: the component of each row, the column of the table in each column. */
export interface Shown {
  rows: Uint32Array;
  columns: Uint32Array;
}

export interface Geometry {
  rows: number;
  columns: number;
  /** The marks of shown column c are those from starts[c] to before starts[c + 1], from top to bottom. */
  starts: Uint32Array;
  row: Uint32Array;
  shapes: Uint8Array;
  group: Uint8Array;
  columnGroup: Uint8Array;
  fromTop: Uint8Array;
  /** The rows a thread runs between; -1 where none of the column's marks is shown. */
  from: Int32Array;
  to: Int32Array;
}

export function tableOf(columns: readonly Column[], components: readonly { id: string }[]): MarkTable {
  const number = new Map(components.map((component, index) => [component.id, index]));
  const count = columns.reduce((sum, column) => sum + column.marks.size, 0);
  const table: MarkTable = {
    components: components.length,
    starts: new Uint32Array(columns.length + 1),
    component: new Uint32Array(count),
    shapes: new Uint8Array(count),
    group: new Uint8Array(count),
    columnGroup: new Uint8Array(columns.length),
    fromTop: new Uint8Array(columns.length),
  };
  let at = 0;
  columns.forEach((column, index) => {
    table.starts[index] = at;
    table.columnGroup[index] = GROUPS.indexOf(column.group);
    table.fromTop[index] = column.cell.home === null ? 1 : 0;
    for (const [id, mark] of column.marks) {
      table.component[at] = number.get(id) ?? NO_COMPONENT;
      const shapes = shapesOf(mark.roles, mark.frozen).reduce((bits, one) => bits | (1 << SHAPES.indexOf(one)), 0);
      table.shapes[at] = mark.computed ? shapes | COMPUTED : shapes;
      table.group[at] = GROUPS.indexOf(mark.carrier ? GROUP_OF[mark.carrier] : column.group);
      at++;
    }
  });
  table.starts[columns.length] = at;
  return table;
}

export function layOut(table: MarkTable, shown: Shown): Geometry {
  const rowOf = new Int32Array(table.components).fill(-1);
  shown.rows.forEach((component, row) => {
    if (component !== NO_COMPONENT) rowOf[component] = row;
  });
  const columns = shown.columns.length;
  let most = 0;
  for (const column of shown.columns) most += (table.starts[column + 1] ?? 0) - (table.starts[column] ?? 0);
  const geometry: Geometry = {
    rows: shown.rows.length,
    columns,
    starts: new Uint32Array(columns + 1),
    row: new Uint32Array(most),
    shapes: new Uint8Array(most),
    group: new Uint8Array(most),
    columnGroup: new Uint8Array(columns),
    fromTop: new Uint8Array(columns),
    from: new Int32Array(columns).fill(-1),
    to: new Int32Array(columns).fill(-1),
  };
  let at = 0;
  shown.columns.forEach((column, c) => {
    geometry.starts[c] = at;
    geometry.columnGroup[c] = table.columnGroup[column] ?? 0;
    geometry.fromTop[c] = table.fromTop[column] ?? 0;
    const marks: { row: number; mark: number }[] = [];
    for (let mark = table.starts[column] ?? 0; mark < (table.starts[column + 1] ?? 0); mark++) {
      const row = rowOf[table.component[mark] ?? NO_COMPONENT] ?? -1;
      if (row >= 0) marks.push({ row, mark });
    }
    marks.sort((a, b) => a.row - b.row);
    for (const { row, mark } of marks) {
      geometry.row[at] = row;
      geometry.shapes[at] = table.shapes[mark] ?? 0;
      geometry.group[at] = table.group[mark] ?? 0;
      at++;
    }
    // The thread is the value itself.
    const own = marks.filter(({ mark }) => !((table.shapes[mark] ?? 0) & COMPUTED));
    geometry.from[c] = own[0]?.row ?? -1;
    geometry.to[c] = own.at(-1)?.row ?? -1;
  });
  geometry.starts[columns] = at;
  return geometry;
}

/** The first mark of a column at or below a row, as a position in the marks; the column's end where there is none. */
export function firstMarkFrom(geometry: Geometry, column: number, row: number): number {
  let low = geometry.starts[column] ?? 0;
  let high = geometry.starts[column + 1] ?? 0;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((geometry.row[middle] ?? 0) < row) low = middle + 1;
    else high = middle;
  }
  return low;
}

export function hasMark(geometry: Geometry, row: number, column: number): boolean {
  const mark = firstMarkFrom(geometry, column, row);
  return mark < (geometry.starts[column + 1] ?? 0) && geometry.row[mark] === row;
}

const STEPS: Record<string, readonly [row: number, column: number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/**
 * The mark a key leads to: along the thread with up and down, along the row with left and right; where the row has no
 * further mark, the neighbouring column's first. Null where the key leads nowhere.
 */
export function walk(
  geometry: Geometry,
  at: { row: number; column: number },
  key: string,
): { row: number; column: number } | null {
  const column = Math.max(0, at.column);
  const start = geometry.starts[column] ?? 0;
  const end = geometry.starts[column + 1] ?? 0;
  const onRow = (mark: number): { row: number; column: number } => ({ row: geometry.row[mark] ?? 0, column });
  if (key === 'Home') return start < end ? onRow(start) : null;
  if (key === 'End') return start < end ? onRow(end - 1) : null;
  const step = STEPS[key];
  if (!step || geometry.columns === 0) return null;
  if (at.row < 0 || at.column < 0) return start < end ? onRow(start) : null;
  if (step[0] !== 0) {
    const mark =
      step[0] > 0 ? firstMarkFrom(geometry, column, at.row + 1) : firstMarkFrom(geometry, column, at.row) - 1;
    return mark >= start && mark < end ? onRow(mark) : { row: at.row, column };
  }
  for (let c = column + step[1]; c >= 0 && c < geometry.columns; c += step[1])
    if (hasMark(geometry, at.row, c)) return { row: at.row, column: c };
  const beside = column + step[1];
  const first = geometry.starts[beside];
  return beside >= 0 && beside < geometry.columns && first !== undefined
    ? { row: geometry.row[first] ?? at.row, column: beside }
    : { row: at.row, column };
}
