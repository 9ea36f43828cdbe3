/** The sheet: rows of components, columns of cells, a mark wherever a component does something with a cell. Pure. */
import type { Cell, Component, Finding, FlowDocument, Mark, Site } from '@vectura/core';
import { GROUP_OF, type Group } from '../../parts/carriers';

/** With more files than these that something is started in, their names are left out. */
const MOST_ENTRIES = 12;

export interface Row {
  component: Component;
  depth: number;
  /** The row it is written under; -1 at the top. */
  parent: number;
  repeat: Site['repeat'];
  /** Further places it is written in. */
  elsewhere: number;
  /** The address it is shown at, where it is a page. */
  route: string | null;
  /** What the rows from here on have in common: how they come to be rendered. Told at the first of them. */
  section: string | null;
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
  const routes = new Map((document.routes ?? []).map((route) => [route.of, route.path]));
  let section: string | null = null;
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
        rows.push({
          component,
          depth: next.depth,
          parent: next.parent,
          repeat: next.repeat,
          elsewhere,
          route: routes.get(next.id) ?? null,
          section,
        }) - 1;
      const below = sitesBy.get(next.id) ?? [];
      for (const site of [...below].reverse())
        if (site.of !== null && !placed.has(site.of))
          stack.push({ id: site.of, depth: next.depth + 1, parent: index, repeat: site.repeat });
    }
  };
  const started = (sitesBy.get(null) ?? []).filter(({ of }) => of === null || !routes.has(of));
  const files = new Set(started.map(({ file }) => file)).size;
  for (const site of started) {
    if (site.of === null) continue;
    // Where nearly every component is an entry, a heading for each says nothing.
    section = files > MOST_ENTRIES ? `Started in ${files} files` : `Started in ${site.file}`;
    place(site.of, site.repeat);
  }
  for (const { of, path } of document.routes ?? []) {
    if (written.get(of)?.has(null) === false) continue;
    section = `Shown at ${path}`;
    place(of, 'once');
  }
  section = 'Rendered by nothing in this project';
  for (const component of document.components) if (!written.has(component.id)) place(component.id, 'once');
  section = 'Rendered only by each other';
  for (const component of document.components) place(component.id, 'once');
  return rows;
}

/** A column for each value. What is computed from a value is no part of it; where it is asked for, its marks stand there too. */
export function columnsOf(document: FlowDocument, computed = false): Column[] {
  const marks = new Map<string, Map<string, Mark>>();
  for (const mark of document.marks ?? []) {
    if (mark.computed && !computed) continue;
    const list = marks.get(mark.cell);
    if (list) list.set(mark.component, mark);
    else marks.set(mark.cell, new Map([[mark.component, mark]]));
  }
  const byName = findingsByName(document.findings);
  return document.cells.flatMap((cell): Column[] => {
    const own = marks.get(cell.id) ?? new Map<string, Mark>();
    // A value written in place and passed one level down is no news; nor is a context apart from what it holds.
    if (own.size === 0 || (own.size < 3 && (cell.kind === 'derived' || cell.kind === 'constant'))) return [];
    const all = [...own.values()].filter((mark) => !mark.computed);
    return [
      {
        cell,
        label: cell.name,
        group: groupOf(all),
        marks: own,
        relays: all.filter((mark) => mark.roles.includes('relay')).length,
        readers: all.filter((mark) => mark.roles.includes('reader')).length,
        findings: [...new Set([...own].flatMap(([id, mark]) => byName.get(`${id}.${mark.name}`) ?? []))],
      },
    ];
  });
}

/** Findings by the component and name they point at: one is about a cell where that name there carries the cell. */
function findingsByName(findings: readonly Finding[]): Map<string, Finding[]> {
  const found = new Map<string, Finding[]>();
  for (const finding of findings) {
    if (finding.component === null || finding.name === null) continue;
    const own = (finding.componentIds ?? []).filter((id) => id.endsWith(`#${finding.component}`));
    for (const id of own.length > 0 ? own : [`${finding.file}#${finding.component}`])
      for (const name of finding.names ?? [finding.name]) push(found, `${id}.${name}`, finding);
  }
  return found;
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

/** The sentence at the foot for a value as a whole. */
export function sayColumn({ cell, label, relays, readers }: Column): string {
  const home =
    cell.home === null ? 'lives in no component' : `lives in ${cell.home.slice(cell.home.lastIndexOf('#') + 1)}`;
  const carried = relays === 0 ? 'nobody only carries it' : `${relays} only ${relays === 1 ? 'carries' : 'carry'} it`;
  return `${label} ${home}, ${readers} ${readers === 1 ? 'reads' : 'read'} it, ${carried}`;
}

/** The sentence at the foot for a component as a whole. */
export function sayRow({ component, repeat, route }: Row): string {
  const often =
    repeat === 'many' ? ', rendered many times' : repeat === 'conditional' ? ', rendered under a condition' : '';
  return `${component.name} in ${component.file}${often}${route === null ? '' : `, shown at ${route}`}`;
}

/** The sentence at the foot for one crossing. */
/** Whether a component could be wanted to read a value: it does not yet, and is not where it lives. */
export function canBeWanted({ cell, marks }: Column, component: string): boolean {
  const roles = marks.get(component)?.roles ?? [];
  return cell.kind === 'state' && !roles.some((role) => role === 'reader' || role === 'home');
}

export function sayCrossing(row: Row, column: Column): [about: string, says: string] {
  const mark = column.marks.get(row.component.id);
  const subject = `${row.component.name} × ${column.label}`;
  if (!mark) return [subject, 'has nothing to do with it'];
  if (mark.computed) return [subject, `gets what is computed from it${mark.name ? `, as ${mark.name}` : ''}`];
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
  if (mark.roles.includes('provider')) parts.push('provides it to everything below');
  if (mark.as.length > 0 && mark.roles.includes('relay'))
    parts.push(`passes it on as ${mark.as.join(', ')}, never uses it`);
  if (mark.frozen) parts.push('copies it once, so the copy goes stale');
  return [subject, parts.join('; ') || 'takes part in it'];
}

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** The value worth asking about first: what most only carry, else what most read. */
export function firstAsked(columns: readonly Column[]): Column | undefined {
  // What a module merely spells out is no news.
  const asked = columns.filter(({ cell }) => cell.home !== null || cell.kind !== 'constant');
  const [carried] = [...asked].sort((a, b) => b.relays - a.relays);
  return carried && carried.relays > 0 ? carried : [...asked].sort((a, b) => b.readers - a.readers)[0];
}

/** The kinds of pages that a component may be put on: `record pages`. */
export function pagesFor(sites: FlowDocument['sites'], component: string): string[] {
  const said = sites.flatMap(({ of, stands }) => (of === component ? (stands ?? []) : []));
  return [...new Set(said.map((page) => `${page}s`))];
}

/** The question that a finding answers: of its component, or of the file where no component is at fault. */
export function questionFor({ rule, component, name, file }: Finding, isValue: boolean): string {
  if (component) return `What is wrong ${isValue ? `with ${name ?? ''} ` : ''}in ${component}?`;
  if (rule === 'unresolved') return 'What could not be followed?';
  return `What is wrong in ${file.slice(file.lastIndexOf('/') + 1)}?`;
}
