/**
 * Everything one value reaches, as stops and the hops between them. A flow starts at a cell (or its setter) and holds
 * each stop once, so loops and ways that meet are edges, not copies.
 */
import type { Carrier } from '../model/documents';
import type { ComponentInfo } from '../link/program/program';
import type { Linked } from '../link';
import { push } from '../link/graph/byPlace';
import { Memo } from '../link/memo/memo';
import { once } from '../link/memo/once';
import type { At } from '../link/travel/visited';
import type { Mode } from './arrivalNames';
import { Stops, type Departure, type Location, type StopFacts } from './stops';

/** A stop of a value. Values that come by under the same name share it. */
export interface FlowStop {
  /** Where it is; also by which site it came, where that tells to which parent it goes back. */
  key: string;
  at: At;
  component: ComponentInfo | null;
  /** What the value is called on arrival. */
  name: string;
  facts: StopFacts;
  hops: FlowHop[];
}

export interface FlowHop extends Departure {
  from: string;
  target: string;
  /** The way out of the stop that it is, whatever value takes it. */
  departure: Departure;
}

export interface Flow {
  mode: Mode;
  start: string;
  stops: Map<string, FlowStop>;
  /** Why it was not followed to its end; null where it was. */
  cut: string | null;
}

/** More stops than anybody looks at: what reaches so many is not followed further. */
const MAX_STOPS = 20_000;
const TOO_FAR = 'the value reaches too many components';

/** How a value arrives at a stop. */
interface Arrival {
  at: At;
  name: string;
  mode: Mode;
  shared: Carrier;
  by: number | null;
}

export class Flows {
  readonly stops: Stops;
  private readonly known: Memo<string, Flow>;
  private readonly nodes: Memo<string, FlowStop>;

  constructor(
    private readonly linked: Linked,
    before: Flows | null,
  ) {
    this.stops = new Stops(linked, before?.stops ?? null);
    this.known = before?.known ?? new Memo(linked.program.dependencies);
    this.nodes = before?.nodes ?? new Memo(linked.program.dependencies);
  }

  /** How many stops there are, over all values. */
  get size(): number {
    return [...this.nodes.values()].length;
  }

  /** `shared` is how the value reaches components from where no component holds it. */
  from(at: At, name: string, mode: Mode, shared: Carrier = 'store'): Flow {
    return this.known.get(`${mode}:${keyOf(at)}:${shared}:${name}`, () => this.follow(at, name, mode, shared));
  }

  private follow(at: At, name: string, mode: Mode, shared: Carrier): Flow {
    const start = this.node({ at, name, mode, shared, by: null });
    const flow: Flow = { mode, start: start.key, stops: new Map([[start.key, start]]), cut: start.facts.cut };
    const queue = [start];
    for (let stop = queue.pop(); stop; stop = queue.pop())
      for (const hop of stop.hops) {
        if (flow.stops.has(hop.target)) continue;
        if (flow.stops.size >= MAX_STOPS) {
          flow.cut ??= TOO_FAR;
          break;
        }
        const next = this.node({ at: hop.to, name: hop.name, mode, shared, by: hop.by });
        flow.cut ??= next.facts.cut;
        flow.stops.set(hop.target, next);
        queue.push(next);
      }
    withoutIdleHandles(flow);
    return flow;
  }

  private node(arrival: Arrival): FlowStop {
    const { name, mode, shared } = arrival;
    const key = this.keyFor(arrival);
    const id = `${mode}:${key}:${shared}:${name}`;
    return this.nodes.find(id)?.value ?? this.nodes.make(id, () => this.open(arrival, key));
  }

  /** Stops are told apart by the site a value came by where some of it goes back to the parent that wrote the site. */
  private keyFor({ at, name, mode, by }: Arrival): string {
    const key = keyOf(at);
    if (by === null || !this.stops.at(at, mode, name).departures.some((departure) => departure.back)) return key;
    return `${key}@${by}`;
  }

  private open(arrival: Arrival, key: string): FlowStop {
    const { at, name, mode, shared, by } = arrival;
    const { program } = this.linked;
    const component = program.ownerOf(at.run) ?? null;
    const facts = this.stops.at(at, mode, name);
    const hops: FlowHop[] = [];
    const joined = new Set<string>();
    for (const departure of facts.departures) {
      if (departure.back && by !== null && departure.by !== by && this.rendersAlike(by, departure.by)) continue;
      const target = this.keyFor({ at: departure.to, name: departure.name, mode, shared, by: departure.by });
      const edge = `${target}:${departure.carrier}`;
      if (joined.has(edge)) continue;
      joined.add(edge);
      const carrier = departure.carrier === 'store' ? shared : departure.carrier;
      hops.push({ ...departure, carrier, from: key, target, departure });
    }
    return { key, at, component, name, facts, hops };
  }

  /** Whether two sites render a component in common: what came by one goes back by that one. */
  private rendersAlike(one: number, other: number | null): boolean {
    const { siteTargets } = this.linked.program;
    const components = siteTargets[one]?.components ?? [];
    return other !== null && (siteTargets[other]?.components.some((fn) => components.includes(fn)) ?? false);
  }
}

/** Whoever holds a child holds all it offers: only where some of it is used in the end is that a way the value takes. */
function withoutIdleHandles(flow: Flow): void {
  const all = [...flow.stops.values()];
  if (!all.some((stop) => stop.hops.some((hop) => hop.carrier === 'handle'))) return;
  const before = new Map<string, string[]>();
  for (const hop of all.flatMap((stop) => stop.hops)) push(before, hop.target, hop.from);
  const used = closure(
    all.filter((stop) => stop.facts.uses.length > 0).map((stop) => stop.key),
    (key) => before.get(key) ?? [],
  );
  for (const stop of all) {
    const hops = stop.hops.filter((hop) => hop.carrier !== 'handle' || used.has(hop.target));
    // Other values come by the same stop.
    if (hops.length < stop.hops.length) flow.stops.set(stop.key, { ...stop, hops });
  }
  const reached = closure([flow.start], (key) => flow.stops.get(key)?.hops.map((hop) => hop.target) ?? []);
  for (const { key } of all) if (!reached.has(key)) flow.stops.delete(key);
}

/** The same flow, left by those first hops alone that are `kept`. */
export function leavingBy(flow: Flow, memo: (hop: FlowHop) => boolean): Flow {
  const start = flow.stops.get(flow.start);
  if (!start || start.hops.every(memo)) return flow;
  const stops = new Map(flow.stops).set(flow.start, { ...start, hops: start.hops.filter(memo) });
  const reached = closure([flow.start], (key) => stops.get(key)?.hops.map((hop) => hop.target) ?? []);
  return { ...flow, stops: new Map([...stops].filter(([key]) => reached.has(key))) };
}

const OUTSIDE = 'outside';

/** The same flow, from a start that stands outside every component: what nobody in the project hands to its first stop. */
export function fromOutside(flow: Flow, location: Location): Flow {
  const first = flow.stops.get(flow.start);
  if (!first) return flow;
  const departure: Departure = {
    to: first.at,
    carrier: 'prop',
    effect: 'same',
    site: null,
    context: null,
    by: null,
    back: false,
    computed: false,
    through: [],
    anew: false,
    spread: false,
    guessed: false,
    name: first.name,
    ...location,
  };
  const start: FlowStop = {
    key: OUTSIDE,
    at: first.at,
    component: null,
    name: first.name,
    facts: { uses: [], departures: [departure], doesMore: false, alters: false, provides: false, cut: null },
    hops: [{ ...departure, from: OUTSIDE, target: first.key, departure }],
  };
  return { mode: flow.mode, start: OUTSIDE, stops: new Map([[OUTSIDE, start], ...flow.stops]), cut: flow.cut };
}

/** A flow of the value itself alone, without what is computed from it: that is a value of its own. */
export const itself = once((flow: Flow): Flow => {
  if (flow.mode === 'function') return flow;
  const reached = reachedBy(flow, (hop) => !hop.computed);
  if (reached.size >= flow.stops.size) return flow;
  return { ...flow, stops: new Map([...flow.stops].filter(([key]) => reached.has(key))) };
});

/** The hops that carry the value itself on. */
export function ownHops(stop: FlowStop | undefined): FlowHop[] {
  return stop?.hops.filter((hop) => !hop.computed) ?? [];
}

/**
 * The stops that the value itself reaches, or a part of it; not those that only a copy reaches, what is computed of it, or what may be
 * another value.
 */
export function stopsOfItself(flow: Flow): FlowStop[] {
  const reached = reachedBy(flow, (hop) => !hop.computed && !hop.anew && !hop.guessed);
  return [...flow.stops.values()].filter((stop) => reached.has(stop.key));
}

/** The keys of the stops that are reached by some of the hops alone. */
export function reachedBy(flow: Flow, takes: (hop: FlowHop) => boolean): ReadonlySet<string> {
  return closure(
    [flow.start],
    (key) => flow.stops.get(key)?.hops.flatMap((hop) => (takes(hop) ? hop.target : [])) ?? [],
  );
}

function closure(starts: string[], next: (key: string) => string[]): Set<string> {
  const reached = new Set(starts);
  const queue = [...starts];
  for (let key = queue.pop(); key !== undefined; key = queue.pop())
    for (const other of next(key))
      if (!reached.has(other)) {
        reached.add(other);
        queue.push(other);
      }
  return reached;
}

export function keyOf(at: At): string {
  return `${at.place}:${at.path}:${at.run}`;
}
