/** The reach of something laid on the outline: who it reaches, who reaches it, and how far away each is. Pure. */
import type { Cell, FlowDocument } from '@vectura/core';
import type { Reach, Reached } from '@vectura/core/reach';
import { HOW } from '../../parts/carriers';
import type { Row } from '../sheet/sheetModel';

export interface ReachRow {
  row: Row;
  /** It is what was asked about, or holds it. */
  asked: boolean;
  to: Reached | null;
  from: Reached | null;
}

/** What can be asked about: components, their events, contexts; contexts of one name are asked about together. */
export function choicesOf({ components, cells }: FlowDocument): string[] {
  return [
    ...new Set([
      ...components.map((component) => component.id),
      ...components.flatMap((component) => component.events.map((event) => `${component.id}.${event.name}`)),
      ...cells.filter((cell) => cell.kind === 'context').map((cell) => `context:${cell.name}`),
    ]),
  ];
}

/** The rows that take part, with those above them; or all. */
export function rowsOf(rows: readonly Row[], reach: Reach, every: boolean): ReachRow[] {
  const to = new Map(reach.to.map((one) => [one.component, one]));
  const from = new Map(reach.from.map((one) => [one.component, one]));
  const takesPart = (id: string): boolean => id === reach.of || to.has(id) || from.has(id);
  const kept = new Set<number>();
  rows.forEach((row, index) => {
    if (!every && !takesPart(row.component.id)) return;
    for (let at = index; at !== -1 && !kept.has(at); at = rows[at]?.parent ?? -1) kept.add(at);
  });
  return rows.flatMap((row, index): ReachRow[] => {
    const { id } = row.component;
    if (!kept.has(index)) return [];
    return [{ row, asked: id === reach.of, to: to.get(id) ?? null, from: from.get(id) ?? null }];
  });
}

/** Cells no component holds that take part: they have no row. */
export function outside(document: FlowDocument, list: readonly Reached[]): { cell: Cell; reached: Reached }[] {
  const cells = new Map(document.cells.map((cell) => [cell.id, cell]));
  return list.flatMap((reached) => {
    const cell = cells.get(reached.component);
    return cell ? [{ cell, reached }] : [];
  });
}

export function sayReached({ hops, carrier, names }: Reached): string {
  const shown = names.slice(0, 3).join(', ');
  const more = names.length > 3 ? ` and ${names.length - 3} more` : '';
  return `${shown}${more} ${HOW[carrier]}, ${hops} ${hops === 1 ? 'hop' : 'hops'}`;
}
