/**
 * Events that go on past whoever is around their sender: by bubbling, along scopes, or over the page. Who hears one of them depends on
 * where they stand, so that who listens for its name is told as well.
 */
import type { Spot } from '../model/facts';
import type { Linked } from '../link';
import { once } from '../link/memo/once';
import { DOM_EVENTS } from '../model/domEvents';
import { FAMILIES } from '../model/families';
import { eventOf } from '../model/signs';

export interface PassingEvents {
  /** The names of those that each component sends. */
  sent: ReadonlyMap<number, ReadonlySet<string>>;
  /** What each component listens for, of all that are sent. */
  heard: ReadonlyMap<number, readonly { name: string; at: Spot }[]>;
}

export const passingEvents = once(({ program }: Linked): PassingEvents => {
  const { graph } = program;
  const sent = new Map<number, Set<string>>();
  const names = new Set<string>();
  const send = (component: number, name: string): void => {
    sent.set(component, (sent.get(component) ?? new Set()).add(name));
    names.add(name);
  };
  const ownersOf = (file: number, fn: number): Set<number> =>
    new Set(
      program.runsTogether(program.unitOf(graph.fnAt(file, fn))).flatMap((run) => program.ownerOf(run)?.fn ?? []),
    );
  for (const fn of program.components.keys())
    for (const { name, bubbles } of graph.functions[fn]?.fact.events ?? []) if (bubbles) send(fn, name);
  graph.files.forEach(({ channels }, file) => {
    for (const { does, way, passes, topic, fn } of channels)
      if (does === 'sends' && (way ?? passes)) for (const owner of ownersOf(file, fn)) send(owner, topic);
  });
  const heard = new Map<number, { name: string; at: Spot }[]>();
  const listen = (file: number, fn: number, name: string, at: Spot): void => {
    if (!names.has(name)) return;
    for (const owner of ownersOf(file, fn)) {
      const known = heard.get(owner) ?? [];
      heard.set(owner, known);
      if (!known.some((one) => one.name === name)) known.push({ name, at });
    }
  };
  if (names.size === 0) return { sent, heard };
  graph.files.forEach(({ channels, uses, sites }, file) => {
    // What listens to the page hears what comes there, wherever it stands; along scopes it depends.
    if (FAMILIES[graph.familyOf(file)].sendsUp)
      for (const { does, topic, fn, at } of channels) if (does === 'listens') listen(file, fn, topic, at);
    // What elements send as well, an element's listener is there for.
    for (const { kind, detail = '', fn, at } of uses)
      if (kind === 'handler' && !DOM_EVENTS.has(detail.toLowerCase())) listen(file, fn, detail, at);
    for (const { props, fn } of sites)
      for (const { name, at } of props) listen(file, fn, eventOf(name ?? '') ?? '', at);
  });
  return { sent, heard };
});
