/** Chains of components that only carry a value: shared by `drilled-prop` and `relayed-event`. */
import type { Linked } from '../../link';
import { push } from '../../link/graph/byPlace';
import { once } from '../../link/memo/once';
import type { CellFlow } from '../../follow/cells';
import { isCallbackName } from '../../model/signs';
import { itself, type Flow, type FlowHop, type FlowStop } from '../../follow/flow';
import { roleAt } from '../../follow/standing';
import { list, type Draft } from '../rule';
import type { Cells } from '../../follow/cells';

/** A stretch of a way: the stop before the first relay, the relays, the stop after the last. */
export interface Chain {
  before: FlowStop;
  relays: FlowStop[];
  /** The relays of which it is certain that they do nothing but carry. */
  carriers: FlowStop[];
  /** Of those, the ones that name it where they pass it on; the others spread what they get. */
  named: FlowStop[];
  after: FlowStop;
  hops: FlowHop[];
}

/** Relays one after another, each with the hop that leads on from it, up to a stop that is none. */
interface Stretch {
  relays: FlowStop[];
  hops: FlowHop[];
  after: FlowStop;
}

const BY_HAND = new Set(['prop', 'overflow', 'event']);

/**
 * The longest chain for each first relay (seen from the home), over all cells that `part` gives a flow for; those that go by
 * the very same components are one cause, and stand together.
 */
export function chains(
  linked: Linked,
  cells: Cells,
  part: (flow: CellFlow) => Flow | null,
  setting: (name: string) => number,
): Chain[][] {
  const relays = setting('relays');
  const carries = (chain: Chain): ((relay: FlowStop) => boolean) => onlyCarries(linked, chain, setting('authors'));
  const longest = new Map<string, Chain>();
  for (const flow of cells.all) {
    const all = part(flow);
    const way = all && itself(all);
    if (!way || way.stops.size < relays + 2) continue;
    for (const found of chainsOf(way, linked)) {
      const chain = trimmed(linked, found, found.relays.filter(carries(found)));
      if (new Set(chain.carriers.map((r) => r.component?.fn)).size < relays) continue;
      // Down a tree of one component inside another of its kind: each level passes on to the next.
      if (chain.before.component && chain.before.component === chain.after.component) continue;
      const first = chain.relays[0];
      // Fields of one object carried together are one chain.
      const key = `${first?.component?.id ?? ''}.${first?.name.split('.')[0] ?? ''}`;
      const known = longest.get(key);
      if (!known || known.relays.length < chain.relays.length) longest.set(key, chain);
    }
  }
  const together = new Map<string, Chain[]>();
  for (const chain of longest.values())
    push(together, [chain.before, ...chain.relays].map((stop) => stop.component?.id ?? '').join(' '), chain);
  return [...together.values()];
}

/**
 * Which relays of a chain do nothing but carry: not its own home, none that alters what passes, is made for many, or wrapped by a
 * package.
 */
function onlyCarries(linked: Linked, chain: Chain, authors: number): (relay: FlowStop) => boolean {
  const { program, render } = linked;
  return (relay) => {
    const index = chain.relays.indexOf(relay);
    const [arriving, leaving] = [chain.hops[index], chain.hops[index + 1]];
    if (relay.component === chain.before.component || relay.facts.alters || leaving?.spread) return false;
    if (usesAround(linked, relay)) return false;
    const sites = relay.component ? program.sitesOf(relay.component.fn) : [];
    if (new Set(sites.map((site) => render.authors[site])).size > authors) return false;
    // What a wrapper from a package does with what comes by is not known.
    return arriving?.site == null || !program.siteTargets[arriving.site]?.outside;
  };
}

/** `table.refs`, where `table.rows` is used: whether a relay needs the object that the value comes in, so that it has no more to carry. */
function usesAround({ program: { graph, fieldPaths }, locals }: Linked, { at, name }: FlowStop): boolean {
  const fields = name.split('.').length;
  if (fields === 1) return false;
  return locals.explore(at).visited.some(({ place, path, flags }) => {
    const field = fieldPaths.head(path);
    // Out of the props already, and not yet out of the object.
    if (path === 0 || fieldPaths.depth(path) >= fields || flags !== 0 || !isName(field)) return false;
    return graph
      .edgesOutOf(place)
      .some((edge) => edge.op === 'get' && edge.field !== field && isName(edge.field) && !isCallbackName(edge.field));
  });
}

const isName = (field: string): boolean => /^[A-Za-z_$][\w$]*$/.test(field);

/** A chain from its first carrier to its last. */
function trimmed(linked: Linked, chain: Chain, carriers: FlowStop[]): Chain {
  const { before, relays, after, hops } = chain;
  const [first, last] = [relays.findIndex((one) => carriers.includes(one)), relays.length - 1];
  const end = last - [...relays].reverse().findIndex((one) => carriers.includes(one));
  if (first === -1) return chain;
  return {
    before: relays[first - 1] ?? before,
    relays: relays.slice(first, end + 1),
    carriers,
    named: carriers.filter((one) => !isSpread(linked, hops[relays.indexOf(one) + 1])),
    after: relays[end + 1] ?? after,
    hops: hops.slice(first, end + 2),
  };
}

/** Passed on with all that comes, by no name: `{...props}`, `v-bind="$attrs"`. */
function isSpread({ program: { graph } }: Linked, hop: FlowHop | undefined): boolean {
  if (hop?.site == null || hop.carrier === 'event') return false;
  const [name] = hop.name.split('.');
  return !graph.sites[hop.site]?.fact.props.some((prop) => prop.name === name);
}

const chainsOf = once(chainsIn);

/**
 * The chains of one flow. Ways are not gone one by one: where components are used in many places there are far more ways
 * than stops, and all chains are to be found.
 */
function chainsIn(part: Flow, linked: Linked): Chain[] {
  const found: Chain[] = [];
  const stretches = new Map<string, Stretch | null>();
  const isRelay = (stop: FlowStop): boolean => roleAt(stop, part) === 'relay';
  const reads = readersBelow(part);

  /** The longest stretch that begins at a relay; null where it leads to nobody who uses the value. */
  const stretchFrom = (relay: FlowStop): Stretch | null => {
    const known = stretches.get(relay.key);
    if (known !== undefined) return known;
    // Components that hand a value round in a circle lead no further by it.
    stretches.set(relay.key, null);
    let best: Stretch | null = null;
    for (const hop of relay.hops) {
      const target = part.stops.get(hop.target);
      if (!target || !isByHand(linked, hop) || target.key === part.start) continue;
      const further = isRelay(target)
        ? stretchFrom(target)
        : reads.has(target.key)
          ? { relays: [], hops: [], after: target }
          : null;
      if (further && (!best || best.relays.length < further.relays.length + 1))
        best = { relays: [relay, ...further.relays], hops: [hop, ...further.hops], after: further.after };
    }
    stretches.set(relay.key, best);
    return best;
  };

  const otherwise = reachedOtherwise(part);
  for (const before of inOrder(part)) {
    if (isRelay(before) && !otherwise.has(before.key)) continue;
    for (const hop of before.hops) {
      const first = part.stops.get(hop.target);
      const stretch = first && isByHand(linked, hop) && isRelay(first) ? stretchFrom(first) : null;
      if (stretch) found.push({ before, carriers: [], named: [], ...stretch, hops: [hop, ...stretch.hops] });
    }
  }
  return found;
}

/** Handed on by name or with the rest, to a component that is not picked among several while the program runs. */
function isByHand({ program }: Linked, { carrier, computed, site }: FlowHop): boolean {
  if (computed || !BY_HAND.has(carrier)) return false;
  return site === null || !program.siteTargets[site]?.picked;
}

/** What carrying costs. Where all on the way spread what they get, there is nothing to edit in them: a note. */
export function costOf(alike: readonly Chain[], edited: (named: number) => string): Pick<Draft, 'effect' | 'level'> {
  const named = Math.max(0, ...alike.map((chain) => chain.named.length));
  if (named > 0) return { effect: edited(named) };
  const names = list(namesAlong(alike[0]?.carriers ?? []));
  return {
    level: 'note',
    effect: `Nothing in ${names} says what passes there: renamed at one end alone, it is lost without an error.`,
  };
}

export function namesAlong(stops: readonly FlowStop[]): string[] {
  return stops.map((stop) => stop.component?.name ?? '');
}

/** What both rules can be told. */
export const CHAIN_SETTINGS = {
  relays: { default: 2, means: 'How many components must only pass it on before it is reported.' },
  authors: {
    default: 3,
    means:
      'A component that more others than this render is general, and passing things on is what it is for: it does not count.',
  },
};

/** Stops as they are met from the start, each before what it leads to. */
function inOrder(part: Flow): FlowStop[] {
  const found = new Map<string, FlowStop>();
  const queue = [part.start];
  for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
    const stop = part.stops.get(key);
    if (!stop || found.has(key)) continue;
    found.set(key, stop);
    for (let i = stop.hops.length - 1; i >= 0; i--) queue.push(stop.hops[i]?.target ?? '');
  }
  return [...found.values()];
}

/** Stops that are reached other than by hand: a chain begins anew there. */
function reachedOtherwise(part: Flow): Set<string> {
  const found = new Set<string>();
  for (const stop of part.stops.values())
    for (const hop of stop.hops) if (!BY_HAND.has(hop.carrier)) found.add(hop.target);
  return found;
}

/** Stops that use the value, and those from which it reaches one that does. */
function readersBelow(part: Flow): Set<string> {
  const givers = new Map<string, string[]>();
  const queue: string[] = [];
  for (const stop of part.stops.values()) {
    if (stop.facts.uses.length > 0) queue.push(stop.key);
    for (const hop of stop.hops) {
      const known = givers.get(hop.target);
      if (known) known.push(stop.key);
      else givers.set(hop.target, [stop.key]);
    }
  }
  const found = new Set<string>();
  for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
    if (found.has(key)) continue;
    found.add(key);
    queue.push(...(givers.get(key) ?? []));
  }
  return found;
}
