/** The sheet: rows of components, columns of cells, a mark wherever a component does something with a cell. Pure. */
import type { Cell, Component, Finding, FlowDocument, Mark, Site } from '@vectura/core';
import { GROUP_OF, type Group } from '../../parts/carriers';

export interface Row {
  component: Component;
  depth: number;
  /** The row it is written under; -1 at the top. */
  parent: number;
  repeat: Site['repeat'];
  /** Further places it is written in. */
  elsewhere: number;
}

export interface Column {
  cell: Cell;
  label: string;
  group: Group;
  marks: Map<string, Mark>;
  relays: number;
  readers: number;
  /** Findings about the value. */
  findings: Finding[];
}

export interface Sheet {
  rows: Row[];
  columns: Column[];
}

export type Order = 'relays' | 'readers' | 'reach' | 'home';

/** The outline: each component once, below the component that first writes it, in the order of the source. */
export function outline(document: FlowDocument): Row[] {
  const byId = new Map(document.components.map((component) => [component.id, component]));
  const sitesBy = new Map<string | null, Site[]>();
  const written = new Map<string, Set<string | null>>();
  for (const site of document.sites) {
    if (site.of === null) continue;
    push(sitesBy, site.by, site);
    const authors = written.get(site.of);
    if (authors) authors.add(site.by);
    else written.set(site.of, new Set([site.by]));
  }
  for (const sites of sitesBy.values())
    sites.sort((a, b) => compare(a.file, b.file) || a.line - b.line || a.column - b.column);
  const rows: Row[] = [];
  const placed = new Set<string>();
  const place = (start: string, repeatAtStart: Site['repeat']): void => {
    const stack: { id: string; depth: number; parent: number; repeat: Site['repeat'] }[] = [
      { id: start, depth: 0, parent: -1, repeat: repeatAtStart },
    ];
    for (let next = stack.pop(); next; next = stack.pop()) {
      const component = byId.get(next.id);
      if (!component || placed.has(next.id)) continue;
      placed.add(next.id);
      const elsewhere = (written.get(next.id)?.size ?? 1) - 1;
      const index =
        rows.push({ component, depth: next.depth, parent: next.parent, repeat: next.repeat, elsewhere }) - 1;
      const below = sitesBy.get(next.id) ?? [];
      for (const site of [...below].reverse())
        if (site.of !== null && !placed.has(site.of))
          stack.push({ id: site.of, depth: next.depth + 1, parent: index, repeat: site.repeat });
    }
  };
  for (const site of sitesBy.get(null) ?? []) if (site.of !== null) place(site.of, site.repeat);
  for (const component of document.components) if (!written.has(component.id)) place(component.id, 'once');
  for (const component of document.components) place(component.id, 'once');
  return rows;
}

export function columnsOf(document: FlowDocument): Column[] {
  const marks = new Map<string, Map<string, Mark>>();
  for (const mark of document.marks ?? []) {
    const list = marks.get(mark.cell);
    if (list) list.set(mark.component, mark);
    else marks.set(mark.cell, new Map([[mark.component, mark]]));
  }
  return document.cells.flatMap((cell): Column[] => {
    const own = marks.get(cell.id) ?? new Map<string, Mark>();
    // A value written in place and handed one level down is no news; nor is a context apart from what it holds.
    if (own.size === 0 || (own.size < 3 && (cell.kind === 'derived' || cell.kind === 'constant'))) return [];
    const all = [...own.values()];
    return [
      {
        cell,
        label: cell.name,
        group: groupOf(all),
        marks: own,
        relays: all.filter((mark) => mark.roles.includes('relay')).length,
        readers: all.filter((mark) => mark.roles.includes('reader')).length,
        findings: document.findings.filter((finding) => isAbout(finding, own)),
      },
    ];
  });
}

/** A finding is about a cell where the component and name it points at carry that cell. */
function isAbout(finding: Finding, marks: ReadonlyMap<string, Mark>): boolean {
  if (finding.component === null || finding.name === null) return false;
  const ids = finding.componentIds ?? [];
  for (const [id, mark] of marks) {
    if (!ids.includes(id) && !id.endsWith(`#${finding.component}`)) continue;
    if (mark.name === finding.name && id.endsWith(`#${finding.component}`)) return true;
  }
  return false;
}

/** The group a column is drawn in: the furthest-reaching way the value travels by. */
function groupOf(marks: readonly Mark[]): Group {
  const groups = new Set(marks.flatMap((mark) => (mark.carrier ? [GROUP_OF[mark.carrier]] : [])));
  return (['outside', 'through', 'reach', 'down', 'up'] as const).find((group) => groups.has(group)) ?? 'down';
}

export function orderColumns(columns: readonly Column[], rows: readonly Row[], order: Order): Column[] {
  const rowOf = new Map(rows.map((row, index) => [row.component.id, index]));
  const home = (column: Column): number => rowOf.get(column.cell.home ?? '') ?? Number.MAX_SAFE_INTEGER;
  const weight: Record<Order, (column: Column) => number> = {
    relays: (column) => -column.relays,
    readers: (column) => -column.readers,
    reach: (column) => -column.marks.size,
    home: () => 0,
  };
  return [...columns].sort(
    (a, b) => weight[order](a) - weight[order](b) || home(a) - home(b) || compare(a.label, b.label),
  );
}

/** Rows with a mark in one of the columns, and the rows above them. */
export function withMarks(rows: readonly Row[], columns: readonly Column[]): Set<number> {
  const marked = new Set<string>();
  for (const column of columns) for (const id of column.marks.keys()) marked.add(id);
  const kept = new Set<number>();
  rows.forEach((row, index) => {
    if (!marked.has(row.component.id)) return;
    for (let at = index; at !== -1 && !kept.has(at); at = rows[at]?.parent ?? -1) kept.add(at);
  });
  return kept;
}

export interface Thread {
  /** From the home's row to the last row that takes part, as positions in the rows shown. */
  from: number;
  to: number;
  /** The rows that take part, in order. */
  stops: number[];
}

/** The thread of a column over the rows shown; null where no row of it is shown. */
export function threadOf(column: Column, shown: readonly Row[]): Thread | null {
  const stops: number[] = [];
  shown.forEach((row, index) => {
    if (column.marks.has(row.component.id)) stops.push(index);
  });
  const first = stops[0];
  const last = stops.at(-1);
  return first === undefined || last === undefined ? null : { from: first, to: last, stops };
}

/** The sentence at the foot for one crossing. */
export function sayCrossing(row: Row, column: Column): [about: string, says: string] {
  const mark = column.marks.get(row.component.id);
  const about = `${row.component.name} × ${column.label}`;
  if (!mark) return [about, 'has nothing to do with it'];
  const parts: string[] = [];
  const called = mark.name === column.label ? '' : `, which it calls ${mark.name}`;
  if (mark.roles.includes('home')) parts.push('it lives here');
  if (mark.roles.includes('reader')) parts.push(`reads it${called}`);
  if (mark.roles.includes('writer'))
    parts.push(
      mark.roles.includes('home')
        ? 'is changed here'
        : `changes it${mark.name === column.label ? '' : ` by ${mark.name}`}`,
    );
  if (mark.roles.includes('provider')) parts.push('hands it to all below by context');
  if (mark.as.length > 0 && mark.roles.includes('relay'))
    parts.push(`hands it on as ${mark.as.join(', ')}, never uses it`);
  if (mark.frozen) parts.push('copies it once, so the copy goes stale');
  return [about, parts.join('; ') || 'takes part in it'];
}

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
