/** What of the sheet is shown: its columns narrowed and put in order, its rows folded and put into sections. Pure. */
import type { Role } from '@vectura/core';
import { orderColumns, type Column, type Order, type Row } from './sheetModel';

export interface Narrowing {
  order: Order;
  /** `every`, `drilled`, `context`, or a kind of cell. */
  kind: string;
  /** Only values somebody has this role with, and only who has it. */
  role: Role | '';
  /** Only components below this folder. */
  folder: string;
  /** Only this component and what it contains, by id. */
  below: string;
  /** Only values with a finding of this rule; `any` for a finding at all. */
  rule: string;
  /** Only values, or who has to do with them, whose name holds these letters. */
  text: string;
  everyRow: boolean;
  /** What is computed from a value is shown beside the value itself. */
  computed: boolean;
  /** Components whose contents are folded away, by id. */
  folded: ReadonlySet<string>;
}

/** One line of the outline: a component, or what heads a section. */
export type Line = { section: string; row: null } | { section: null; row: Row };

export interface Narrowed {
  lines: Line[];
  columns: Column[];
  /** Components left out, and values. */
  hiddenRows: number;
  hiddenColumns: number;
}

export function narrowingOf(query: URLSearchParams): Narrowing {
  return {
    order: (query.get('order') ?? 'relays') as Order,
    kind: query.get('kind') ?? 'every',
    role: (query.get('role') ?? '') as Role | '',
    folder: query.get('folder') ?? '',
    below: query.get('below') ?? '',
    rule: query.get('rule') ?? '',
    text: query.get('text') ?? '',
    everyRow: query.get('rows') === 'every',
    computed: query.get('computed') === 'shown',
    folded: new Set((query.get('folded') ?? '').split('|').filter(Boolean)),
  };
}

/** How many of the narrowings are in force. */
export function strength({ kind, role, folder, below, rule, text }: Narrowing): number {
  return [kind !== 'every', role, folder, below, rule, text].filter(Boolean).length;
}

/** `kept` is a component whose row stays, whatever it has to do with the values shown. */
export function narrowSheet(
  rows: readonly Row[],
  all: readonly Column[],
  narrowing: Narrowing,
  visible = '',
): Narrowed {
  const { kind, role, rule, everyRow, folded } = narrowing;
  const text = narrowing.text.trim().toLowerCase();
  const scope = inScope(rows, narrowing);
  const inside = scope === null ? null : new Set([...scope].map((index) => rows[index]?.component.id ?? ''));
  const named =
    text === ''
      ? null
      : new Set(rows.filter((row) => row.component.name.toLowerCase().includes(text)).map((row) => row.component.id));
  const counts = (column: Column, id: string): boolean =>
    (inside === null || inside.has(id)) && (role === '' || (column.marks.get(id)?.roles.includes(role) ?? false));

  const columns = orderColumns(
    all.filter((column) => {
      if (!isOfKind(column, kind)) return false;
      if (rule !== '' && !column.findings.some((finding) => rule === 'any' || finding.rule === rule)) return false;
      const who = [...column.marks.keys()].filter((id) => counts(column, id));
      if (who.length === 0) return false;
      return named === null || column.label.toLowerCase().includes(text) || who.some((id) => named.has(id));
    }),
    rows,
    narrowing.order,
  );

  const marked = new Set<string>();
  if (!everyRow)
    for (const column of columns) for (const id of column.marks.keys()) if (counts(column, id)) marked.add(id);
  const stays = new Set<number>();
  rows.forEach((row, index) => {
    const { id } = row.component;
    if (id !== visible && ((scope !== null && !scope.has(index)) || (!everyRow && !marked.has(id)))) return;
    for (let at = index; at !== -1 && !stays.has(at); at = rows[at]?.parent ?? -1) stays.add(at);
  });

  const shown = rows.filter((row, index) => stays.has(index) && !isFolded(rows, row, folded));
  const sections = new Set(shown.map((row) => row.section));
  const lines: Line[] = [];
  let section: string | null = null;
  for (const row of shown) {
    if (sections.size > 1 && row.section !== null && row.section !== section) {
      section = row.section;
      lines.push({ section, row: null });
    }
    lines.push({ section: null, row });
  }
  return { lines, columns, hiddenRows: rows.length - shown.length, hiddenColumns: all.length - columns.length };
}

function isOfKind(column: Column, kind: string): boolean {
  if (kind === 'every') return true;
  if (kind === 'drilled') return column.relays >= 2;
  return kind === 'context' ? column.group === 'through' : column.cell.kind === kind;
}

function isFolded(rows: readonly Row[], row: Row, folded: ReadonlySet<string>): boolean {
  for (let at = rows[row.parent]; at; at = rows[at.parent]) if (folded.has(at.component.id)) return true;
  return false;
}

/** The rows of a folder and of a subtree; null where neither is asked for. */
function inScope(rows: readonly Row[], { folder, below }: Narrowing): Set<number> | null {
  if (folder === '' && below === '') return null;
  const within = new Set<number>();
  rows.forEach((row, index) => {
    if (below !== '' && row.component.id !== below && !within.has(row.parent)) return;
    within.add(index);
  });
  if (folder === '') return within;
  return new Set([...within].filter((index) => rows[index]?.component.file.startsWith(`${folder}/`)));
}

/** The folders that hold components, as far down as they part. */
export function foldersOf(rows: readonly Row[]): string[] {
  const counts = new Map<string, number>();
  for (const { component } of rows) {
    const parts = component.file.split('/').slice(0, -1);
    for (let n = 1; n <= Math.min(parts.length, 4); n++) {
      const folder = parts.slice(0, n).join('/');
      counts.set(folder, (counts.get(folder) ?? 0) + 1);
    }
  }
  return [...counts]
    .filter(([, count]) => count < rows.length)
    .map(([folder]) => folder)
    .sort();
}
