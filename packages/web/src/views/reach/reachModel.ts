/** The reach of something laid on the outline: who it reaches, who reaches it, and how far away each is. Pure. */
import type { Cell, FlowDocument } from '@vectura/core';
import type { Heard, Reach, Reached } from '@vectura/core/reach';
import { HOW } from '../../parts/carriers';
import { counted } from '../../parts/counted';
import type { Row } from '../sheet/sheetModel';

export interface ReachRow {
  row: Row;
  /** It is what was asked about, or holds it. */
  asked: boolean;
  to: Reached | null;
  from: Reached | null;
  /** How it hears the event that was asked about, or could. */
  heard: Heard['by'] | null;
}

/** What can be asked about: components, their events, contexts and topics; those of one name are asked about together. */
export function choicesOf({ components, cells }: FlowDocument): string[] {
  return [
    ...new Set([
      ...components.map((component) => component.id),
      ...components.flatMap((component) => component.events.map((event) => `${component.id}.${event.name}`)),
      ...cells.flatMap(({ kind, name }) => (kind === 'context' || kind === 'channel' ? [`${kind}:${name}`] : [])),
    ]),
  ];
}

/** Which rows are shown: of those who hear an event or could, of those who take part at all, or every one. */
export type Wanted = 'hear' | 'part' | 'every';

/** The rows that are wanted, with those above them. */
export function rowsOf(rows: readonly Row[], reach: Reach, wanted: Wanted): ReachRow[] {
  const isHearing = wanted === 'hear';
  const heard = new Map(reach.heard?.map(({ component, by }) => [component, by]));
  const to = new Map(reach.to.map((one) => [one.component, one]));
  const from = new Map(reach.from.map((one) => [one.component, one]));
  const takesPart = (id: string): boolean =>
    id === reach.of || heard.has(id) || (!isHearing && (to.has(id) || from.has(id)));
  const shown = new Set<number>();
  rows.forEach((row, index) => {
    if (wanted !== 'every' && !takesPart(row.component.id)) return;
    for (let at = index; at !== -1 && !shown.has(at); at = rows[at]?.parent ?? -1) shown.add(at);
  });
  return rows.flatMap((row, index): ReachRow[] => {
    const { id } = row.component;
    if (!shown.has(index)) return [];
    const by = heard.get(id) ?? null;
    // What comes of the event further on is another question.
    const isShown = !isHearing || (by !== null && by !== 'accident');
    return [
      {
        row,
        asked: id === reach.of,
        to: isShown ? (to.get(id) ?? null) : null,
        from: isHearing ? null : (from.get(id) ?? null),
        heard: by,
      },
    ];
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

/** Who hears an event, as a sentence goes on after its name: `heard by 2 around it and 1 by its name`; and how many could. */
export function sayHeard(heard: readonly Heard[]): { hears: string; could: number } {
  const by = (how: Heard['by']): number => heard.filter((one) => one.by === how).length;
  const [around, topic] = [by('around'), by('topic')];
  const hears = [around > 0 ? `${around} around it` : '', topic > 0 ? `${topic} by its name` : ''].filter(Boolean);
  return { hears: `heard by ${hears.join(' and ') || 'nobody'}`, could: by('accident') };
}

/** How a component comes to hear the event that was asked about, or could. */
const HEARS: Record<Heard['by'], string> = {
  around: 'stands around it, takes it as',
  topic: 'listens under its name, takes it as',
  accident: 'listens for that name too, though not around it: could hear it by accident',
};

/** What comes before the names under which a row is reached. */
export function sayBefore({ to, heard }: ReachRow): string {
  return heard === null
    ? 'is given'
    : to && heard === 'accident'
      ? 'could hear it by accident, and is given'
      : HEARS[heard];
}

export function sayReached({ hops, carrier, names }: Reached, isHeard = false): string {
  const shown = names.slice(0, 3).join(', ');
  const more = names.length > 3 ? ` and ${names.length - 3} more` : '';
  return `${shown}${more}${isHeard ? '' : ` ${HOW[carrier]}`}, ${counted(hops, 'hop')}`;
}
