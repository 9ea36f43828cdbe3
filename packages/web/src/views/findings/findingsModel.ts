/** Findings narrowed, and grouped by what causes them, by rule or by folder; worst first. Pure. */
import type { Finding, FlowDocument, Level } from '@vectura/core';
import { findingName, type Accepted } from '../../api/api';

export type Grouping = 'cause' | 'rule' | 'folder';

export interface Filter {
  level: Level | 'every';
  rule: string;
  folder: string;
  text: string;
  /** Whether accepted findings are left out, the only ones shown, or shown as well. */
  accepted: 'without' | 'only' | 'with';
}

export interface Entry {
  finding: Finding;
  /** Its place in the document. */
  index: number;
  /** Why it is accepted; null where it is not. */
  reason: string | null;
}

export interface Group {
  key: string;
  title: string;
  note: string;
  level: Level;
  entries: Entry[];
}

const ALONE: Record<Level, string> = { error: 'Errors', warning: 'Warnings', note: 'Notes' };

const WEIGHT: Record<Level, number> = { error: 0, warning: 1, note: 2 };

/** All findings of a survey, those last that the project's own configuration accepts. */
export function entriesOf(
  document: Pick<FlowDocument, 'findings' | 'accepted'>,
  accepted: readonly Accepted[],
): Entry[] {
  const reasons = new Map(accepted.map((one) => [findingName(one), one.reason]));
  const inFile = document.accepted ?? [];
  return [...document.findings, ...inFile].map((finding, index) => ({
    finding,
    index,
    reason: reasons.get(findingName(finding)) ?? inFile[index - document.findings.length]?.reason ?? null,
  }));
}

export function narrow(entries: readonly Entry[], filter: Filter): Entry[] {
  const text = filter.text.trim().toLowerCase();
  return entries.filter(
    ({ finding, reason }) =>
      (filter.level === 'every' || finding.level === filter.level) &&
      (filter.rule === '' || finding.rule === filter.rule) &&
      (filter.folder === '' || finding.file.startsWith(`${filter.folder}/`)) &&
      (filter.accepted === 'with' || (filter.accepted === 'only') === (reason !== null)) &&
      (text === '' || `${finding.message} ${finding.file} ${finding.rule}`.toLowerCase().includes(text)),
  );
}

/** What a finding comes from: the value it is about, else the component it names, else its file. */
export interface Cause {
  key: string;
  title: string;
  note: string;
}

/** Finds the value behind a finding by the component and name it points at. */
export function causes(document: FlowDocument): (finding: Finding) => Cause {
  const cells = new Map(document.cells.map((cell) => [cell.id, cell]));
  const byName = new Map<string, Set<string>>();
  const homes = new Map<string, string>();
  for (const mark of document.marks ?? []) {
    const key = `${mark.component}\n${mark.name}`;
    byName.set(key, (byName.get(key) ?? new Set()).add(mark.cell));
    if (mark.roles.includes('home')) homes.set(key, mark.cell);
  }
  return (finding) => {
    const ids = finding.componentIds ?? [];
    const own = ids.filter((id) => id.endsWith(`#${finding.component ?? ''}`));
    for (const id of own) {
      const key = `${id}\n${finding.name ?? ''}`;
      const carried = [...(byName.get(key) ?? [])];
      // A name under which several values arrive says nothing of which of them is meant.
      const cell = cells.get(homes.get(key) ?? (carried.length === 1 ? (carried[0] ?? '') : ''));
      if (!cell) continue;
      const home = cell.home === null ? 'lives in no component' : `lives in ${short(cell.home)}`;
      return { key: cell.id, title: cell.name, note: `${cell.kind}, ${home}` };
    }
    if (finding.component !== null && finding.name !== null)
      return {
        key: `${own[0] ?? finding.component}.${finding.name}`,
        title: finding.name,
        note: `in ${finding.component}, ${finding.file}`,
      };
    if (finding.component !== null)
      return { key: own[0] ?? finding.component, title: finding.component, note: finding.file };
    return { key: finding.file, title: finding.file.slice(finding.file.lastIndexOf('/') + 1), note: finding.file };
  };
}

interface Naming {
  by: Grouping;
  causeOf(finding: Finding): Cause;
  saysOf(rule: string): string;
}

/** Groups with the worst finding first, then those with the most; by rule they keep the order the findings come in. */
export function groupsOf(entries: readonly Entry[], { by, causeOf, saysOf }: Naming): Group[] {
  const found = new Map<string, Group>();
  for (const entry of entries) {
    const { finding } = entry;
    const folder = finding.file.includes('/') ? finding.file.slice(0, finding.file.lastIndexOf('/')) : '(top)';
    const { key, title, note } =
      by === 'rule'
        ? { key: finding.rule, title: finding.rule, note: saysOf(finding.rule) }
        : by === 'folder'
          ? { key: folder, title: folder, note: '' }
          : causeOf(finding);
    const group = found.get(key);
    if (!group) found.set(key, { key, title, note, level: finding.level, entries: [entry] });
    else {
      group.entries.push(entry);
      if (WEIGHT[finding.level] < WEIGHT[group.level]) group.level = finding.level;
    }
  }
  const groups = by === 'cause' ? together([...found.values()]) : [...found.values()];
  if (by === 'rule') return groups;
  const isAlone = (group: Group): number => (group.key.startsWith('alone ') ? 1 : 0);
  return groups.sort(
    (a, b) => WEIGHT[a.level] - WEIGHT[b.level] || isAlone(a) - isAlone(b) || b.entries.length - a.entries.length,
  );
}

/** Causes of a single finding stand together, by level: a head for each would say nothing its finding does not. */
function together(groups: readonly Group[]): Group[] {
  const filled: Group[] = [];
  const alone = new Map<Level, Group>();
  for (const group of groups) {
    const single = alone.get(group.level);
    if (group.entries.length > 1) filled.push(group);
    else if (single) single.entries.push(...group.entries);
    else
      alone.set(group.level, {
        ...group,
        key: `alone ${group.level}`,
        title: ALONE[group.level],
        note: 'each of a cause of its own',
        entries: [...group.entries],
      });
  }
  return [...filled, ...alone.values()];
}

/** How many findings there are of each name, most first. */
export function countBy(
  entries: readonly Entry[],
  of: (finding: Finding) => string,
): { name: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { finding } of entries) counts.set(of(finding), (counts.get(of(finding)) ?? 0) + 1);
  return [...counts].map(([name, count]) => ({ name, count })).sort((a, b) => b.count - a.count);
}

export function topFolder(file: string): string {
  const parts = file.split('/').slice(0, -1);
  return parts.slice(0, 3).join('/') || '(top)';
}

function short(id: string): string {
  return id.slice(id.lastIndexOf('#') + 1);
}

/** Rules whose findings are named after a call, a method or a tag: there is no value to follow. */
const OF_NO_VALUE = new Set<Finding['rule']>(['unresolved', 'leaked-listener', 'dangling-handle']);

/** Whether the name of a finding is that of a value, which can be followed. */
export function namesValue({ rule, name }: Pick<Finding, 'rule' | 'name'>): boolean {
  return name !== null && !OF_NO_VALUE.has(rule);
}
