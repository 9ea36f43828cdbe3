/** What can be found by typing, and how well a few letters fit a name. */
import type { FlowDocument } from '@vectura/core';
import fuzzysort from 'fuzzysort';
import { questionFor } from './question';

export interface FinderEntry {
  key: string;
  label: string;
  note: string;
  /** Where it leads, below the project's address. */
  to: string;
  /** The component it is. */
  component?: string;
}

const MOST = 40;

export function finderEntries(document: FlowDocument): FinderEntry[] {
  const entries = new Map<string, FinderEntry>();
  const add = (entry: FinderEntry): void => {
    if (!entries.has(entry.key)) entries.set(entry.key, entry);
  };
  const nameOf = new Map(document.components.map((component) => [component.id, component.name]));
  for (const cell of document.cells) {
    const owner = cell.home === null ? null : (nameOf.get(cell.home) ?? null);
    if (cell.kind === 'context' || (cell.home === null && cell.kind !== 'constant')) {
      const value = `${cell.kind}:${cell.name}`;
      add({ key: value, label: value, note: cell.file, to: `trail?value=${encodeURIComponent(value)}` });
    } else if (cell.home !== null && cell.kind !== 'constant')
      add({
        key: `${cell.home}.${cell.name}`,
        label: `${owner ?? ''}.${cell.name}`,
        note: `${cell.kind} · ${cell.file}`,
        to: `trail?value=${encodeURIComponent(questionFor(document, cell.home, cell.name))}`,
      });
  }
  for (const component of document.components) {
    add({
      key: component.id,
      label: component.name,
      note: `component · ${component.file}`,
      to: `sheet?component=${encodeURIComponent(component.id)}`,
      component: component.id,
    });
    for (const prop of component.props)
      add({
        key: `${component.id}.${prop.name}`,
        label: `${component.name}.${prop.name}`,
        note: `prop · ${component.file}`,
        to: `trail?value=${encodeURIComponent(questionFor(document, component.id, prop.name))}`,
      });
  }
  document.findings.forEach((finding, index) =>
    add({
      key: `finding ${index}`,
      label: `${finding.rule}: ${finding.component ?? finding.file}${finding.name ? `.${finding.name}` : ''}`,
      note: `finding · ${finding.file}`,
      to: `findings?at=${index}`,
    }),
  );
  return [...entries.values()];
}

/** The entries that fit best, at most forty; before anything is typed, the first ones. */
export function findEntries(entries: readonly FinderEntry[], typed: string): FinderEntry[] {
  const wanted = typed.trim();
  if (wanted === '') return entries.slice(0, MOST);
  return fuzzysort.go(wanted, entries, { key: 'label', limit: MOST, threshold: 0.2 }).map((result) => result.obj);
}
