/**
 * Everything one value gets to, as stops and the hops between them. A flow starts at a cell (or at its change function)
 * and holds each stop once, so loops and meeting ways are edges, not copies.
 */
import type { Carrier } from '../model/documents';
import type { ComponentInfo } from '../link/program';
import type { Linked } from '../link';
import type { At } from '../link/local';
import { Stops, type Departure, type Mode, type StopFacts } from './stops';

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
}

export interface Flow {
  mode: Mode;
  start: string;
  stops: Map<string, FlowStop>;
}

const MAX_STOPS = 20_000;

export class Flows {
  readonly stops: Stops;

  constructor(private readonly linked: Linked) {
    this.stops = new Stops(linked);
  }

  /** `shared` is how the value reaches components from where no component holds it. */
  from(at: At, name: string, mode: Mode, shared: Carrier = 'store'): Flow {
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
        // Whoever holds a child holds all it offers: only what is done with some of it is a way the value takes.
        if (departure.carrier === 'handle' && this.isIdle(departure, flow.mode)) continue;
        const carrier = departure.carrier === 'store' ? shared : departure.carrier;
        stop.hops.push({ ...departure, carrier, from: stop.key, target });
        if (!flow.stops.has(target) && flow.stops.size < MAX_STOPS)
          queue.push(this.open(flow, departure.to, departure.name));
      }
    }
    return flow;
  }

  private isIdle({ to, name }: Departure, mode: Mode): boolean {
    const { uses, departures } = this.stops.at(to, mode, name);
    return uses.length === 0 && departures.length === 0;
  }

  private open(flow: Flow, at: At, name: string): FlowStop {
    const key = keyOf(at);
    const component = this.linked.program.ownerOf(at.context) ?? null;
    const stop: FlowStop = { key, at, component, name, facts: this.stops.at(at, flow.mode, name), hops: [] };
    flow.stops.set(key, stop);
    return stop;
  }
}

export function keyOf(at: At): string {
  return `${at.place}:${at.path}:${at.context}`;
}
