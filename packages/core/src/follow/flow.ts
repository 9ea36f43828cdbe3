/**
 * Everything one value gets to, as stops and the hops between them. A flow starts at a cell (or at its change function)
 * and holds each stop once, so loops and meeting ways are edges, not copies.
 */
import type { Carrier } from '../model/documents';
import type { ComponentInfo } from '../link/program';
import type { Linked } from '../link';
import { Kept } from '../link/kept';
import type { At } from '../link/visited';
import { Stops, type Departure, type Mode, type Seat, type StopFacts } from './stops';

export interface FlowStop {
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
}

const MAX_STOPS = 20_000;

export class Flows {
  readonly stops: Stops;
  private readonly known: Kept<string, Flow>;

  constructor(
    private readonly linked: Linked,
    before: Flows | null,
  ) {
    this.stops = new Stops(linked, before?.stops ?? null);
    this.known = before?.known ?? new Kept(linked.program.reads);
  }

  /** `shared` is how the value reaches components from where no component holds it. */
  from(at: At, name: string, mode: Mode, shared: Carrier = 'store'): Flow {
    return this.known.get(`${mode}:${keyOf(at)}:${shared}:${name}`, () => this.follow(at, name, mode, shared));
  }

  private follow(at: At, name: string, mode: Mode, shared: Carrier): Flow {
    const start = keyOf(at);
    const flow: Flow = { mode, start, stops: new Map() };
    const queue: FlowStop[] = [this.open(flow, at, name)];
    for (let stop = queue.pop(); stop; stop = queue.pop()) {
      const joined = new Set<string>();
      for (const departure of stop.facts.departures) {
        const target = keyOf(departure.to);
        const edge = `${target}:${departure.carrier}`;
        if (joined.has(edge)) continue;
        joined.add(edge);
        const carrier = departure.carrier === 'store' ? shared : departure.carrier;
        stop.hops.push({ ...departure, carrier, from: stop.key, target, departure });
        if (!flow.stops.has(target) && flow.stops.size < MAX_STOPS)
          queue.push(this.open(flow, departure.to, departure.name));
      }
    }
    withoutIdleHandles(flow);
    return flow;
  }

  private open(flow: Flow, at: At, name: string): FlowStop {
    const key = keyOf(at);
    const component = this.linked.program.ownerOf(at.context) ?? null;
    const stop: FlowStop = { key, at, component, name, facts: this.stops.at(at, flow.mode, name), hops: [] };
    flow.stops.set(key, stop);
    return stop;
  }
}

/** Whoever holds a child holds all it offers: only where some of it is used in the end is that a way the value takes. */
function withoutIdleHandles(flow: Flow): void {
  const all = [...flow.stops.values()];
  if (!all.some((stop) => stop.hops.some((hop) => hop.carrier === 'handle'))) return;
  const before = new Map<string, string[]>();
  for (const hop of all.flatMap((stop) => stop.hops)) {
    const sources = before.get(hop.target);
    if (sources) sources.push(hop.from);
    else before.set(hop.target, [hop.from]);
  }
  const used = closure(
    all.filter((stop) => stop.facts.uses.length > 0).map((stop) => stop.key),
    (key) => before.get(key) ?? [],
  );
  for (const stop of all) stop.hops = stop.hops.filter((hop) => hop.carrier !== 'handle' || used.has(hop.target));
  const reached = closure([flow.start], (key) => flow.stops.get(key)?.hops.map((hop) => hop.target) ?? []);
  for (const { key } of all) if (!reached.has(key)) flow.stops.delete(key);
}

const OUTSIDE = 'outside';

/** The same flow, from a start that stands outside every component: what nobody in the project hands to its first stop. */
export function fromOutside(flow: Flow, seat: Seat): Flow {
  const first = flow.stops.get(flow.start);
  if (!first) return flow;
  const departure: Departure = {
    to: first.at,
    carrier: 'prop',
    effect: 'same',
    site: null,
    context: null,
    through: [],
    anew: false,
    name: first.name,
    ...seat,
  };
  const start: FlowStop = {
    key: OUTSIDE,
    at: first.at,
    component: null,
    name: first.name,
    facts: { uses: [], departures: [departure], doesMore: false, provides: false },
    hops: [{ ...departure, from: OUTSIDE, target: first.key, departure }],
  };
  return { mode: flow.mode, start: OUTSIDE, stops: new Map([[OUTSIDE, start], ...flow.stops]) };
}

/** The stops that the value itself gets to, or a part of it; not those that only a copy gets to, or what is computed of it. */
export function stopsOfItself(flow: Flow): FlowStop[] {
  const reached = closure(
    [flow.start],
    (key) => flow.stops.get(key)?.hops.flatMap((hop) => (hop.effect === 'derived' || hop.anew ? [] : hop.target)) ?? [],
  );
  return [...flow.stops.values()].filter((stop) => reached.has(stop.key));
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
  return `${at.place}:${at.path}:${at.context}`;
}
