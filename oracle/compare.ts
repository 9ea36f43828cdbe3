/** Holds a survey against what React held in memory while the application ran. */
import type { FlowDocument } from '@vectura/core';
import type { Seen } from './inPage';

export interface Measure {
  seen: number;
  found: number;
  /** What was seen and is not in the survey. */
  missed: string[];
}

export interface Comparison {
  written: Measure;
  under: Measure;
  props: Measure;
  contexts: Measure;
  /** Messages along scopes, by who heard them. */
  messages: Measure;
  /** Hops the survey claims although both ends were rendered and nothing of the kind was ever passed. */
  neverSeen: string[];
}

export function compare(document: FlowDocument, seen: Seen): Comparison {
  const nameOf = new Map(document.components.map((one) => [one.id, one.name]));
  const name = (id: string | null): string => (id === null ? '' : (nameOf.get(id) ?? ''));
  const written = new Set<string>();
  const under = new Set<string>();
  for (const site of document.sites) {
    if (site.of === null) continue;
    written.add(`${name(site.by)}>${name(site.of)}`);
    for (const above of [site.under, ...(site.alsoUnder ?? [])]) under.add(`${name(above)}>${name(site.of)}`);
  }
  const called = new Set<string>();
  const aboveSite = new Map(
    document.sites.map((site) => [site.id, [site.under, ...(site.alsoUnder ?? [])].map((above) => name(above))]),
  );
  // Where an author's render functions are called: to React, all they write is written there.
  const callers = new Map<string, Set<string>>();
  for (const site of document.sites)
    for (const above of aboveSite.get(site.id) ?? [])
      callers.set(name(site.by), (callers.get(name(site.by)) ?? new Set()).add(above));
  for (const site of document.sites)
    if (site.of !== null)
      for (const caller of callers.get(name(site.by)) ?? []) called.add(`${caller}>${name(site.of)}`);
  const props = new Set<string>();
  const calledProps = new Set<string>();
  const contexts = new Set<string>();
  for (const hop of document.hops) {
    // What goes up was listened to, or passed down, the other way.
    const goesUp = /^(callback|event|binding)$/.test(hop.carrier);
    const [upper, below] = goesUp && hop.site !== null ? [hop.to, hop.from] : [hop.from, hop.to];
    const from = name(upper.holder);
    const to = name(below.holder);
    if (hop.carrier === 'context') {
      contexts.add(`${from}>${to}`);
      contexts.add(`${to}>${from}`);
    } else if (hop.carrier !== 'handle' && hop.site !== null && from && to) {
      const prop = `${to}.${below.name.split('.')[0] ?? ''}`;
      props.add(`${from}>${prop}`);
      // To React, what a render function writes is written by whoever calls it: the one it is rendered under.
      for (const caller of aboveSite.get(hop.site) ?? []) calledProps.add(`${caller}>${prop}`);
    }
  }
  const given = new Set(seen.given);
  const pairs = new Set(seen.written);
  const neverSeen = [...props].filter((hop) => pairs.has(hop.slice(0, hop.indexOf('.'))) && !given.has(hop));
  return {
    written: measure(seen.written, new Set([...written, ...called])),
    under: measure(seen.under, under),
    props: measure(seen.identical, new Set([...props, ...calledProps])),
    contexts: measure(seen.contexts, contexts),
    messages: measure(seen.messages ?? [], messagesIn(document, name)),
    neverSeen: neverSeen.sort(),
  };
}

function measure(seen: readonly string[], claimed: ReadonlySet<string>): Measure {
  const missed = seen.filter((one) => !claimed.has(one)).sort();
  return { seen: seen.length, found: seen.length - missed.length, missed };
}

/** Who hears what of whom: as an event, or over a channel that both are joined to. */
function messagesIn(document: FlowDocument, name: (id: string | null) => string): Set<string> {
  const found = new Set<string>();
  const [sent, heard] = [new Map<string, Set<string>>(), new Map<string, Set<string>>()];
  for (const { carrier, from, to } of document.hops) {
    if (carrier === 'event') found.add(`${name(from.holder)}>${name(to.holder)}@${from.name}`);
    if (carrier !== 'channel') continue;
    const [cell, ends, end] = name(from.holder) === '' ? [from, heard, to] : [to, sent, from];
    ends.set(cell.holder, (ends.get(cell.holder) ?? new Set()).add(name(end.holder)));
  }
  for (const { id, name: topic } of document.cells)
    for (const sender of sent.get(id) ?? [])
      for (const listener of heard.get(id) ?? []) found.add(`${sender}>${listener}@${topic}`);
  return found;
}
