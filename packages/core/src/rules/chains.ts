/** Chains of components that only carry a value: what `drilled-prop` and `relayed-event` have in common. */
import type { CellFlow } from '../follow/cells';
import type { Flow, FlowHop, FlowStop } from '../follow/flow';
import { everyWay, roleAt, type Way } from '../follow/trail';
import type { Cells } from '../follow/cells';

/** A stretch of a way: the stop before the first relay, the relays, the stop after the last. */
export interface Chain {
  flow: CellFlow;
  before: FlowStop;
  relays: FlowStop[];
  after: FlowStop;
  hops: FlowHop[];
}

const BY_HAND = new Set(['prop', 'overflow', 'event']);

/** The longest chain for each first relay (seen from the home), over all cells. */
export function chains(cells: Cells, part: (flow: CellFlow) => Flow | null, relays: number): Chain[] {
  const longest = new Map<string, Chain>();
  for (const flow of cells.all) {
    const way = part(flow);
    if (!way || way.stops.size < relays + 2) continue;
    for (const one of everyWay(way))
      for (const chain of chainsOf(flow, way, one)) {
        if (new Set(chain.relays.map((r) => r.component?.fn)).size < relays) continue;
        const first = chain.relays[0];
        // Fields of one object carried together are one chain.
        const key = `${first?.component?.id ?? ''}.${first?.name.split('.')[0] ?? ''}`;
        const known = longest.get(key);
        if (!known || known.relays.length < chain.relays.length) longest.set(key, chain);
      }
  }
  return [...longest.values()];
}

function chainsOf(flow: CellFlow, part: Flow, way: Way): Chain[] {
  const found: Chain[] = [];
  let from = 0;
  for (let i = 1; i < way.stops.length; i++) {
    const stop = way.stops[i];
    const hop = way.hops[i - 1];
    if (!stop || !hop) continue;
    if (!BY_HAND.has(hop.carrier)) {
      from = i;
      continue;
    }
    if (roleAt(stop, part) === 'relay' && i < way.stops.length - 1) continue;
    const before = way.stops[from];
    if (before && i - from > 1)
      found.push({ flow, before, relays: way.stops.slice(from + 1, i), after: stop, hops: way.hops.slice(from, i) });
    from = i;
  }
  return found;
}
