/** Phase 3, following: one value's trails, from its home to each reader and from each writer to its home. */
import type { Carrier, Role, Stop, Trail, TrailDocument } from '../model/documents';
import { eventOf } from '../model/signs';
import type { Linked } from '../link';
import type { Asked } from './ask';
import type { CellFlow, CellInfo } from './cells';
import type { Flow, FlowHop, FlowStop } from './flow';
import { lastField, seatOfRead } from './stops';

const MAX_TRAILS = 400;
const MAX_STEPS = 200_000;

/** One way through a flow: stops and the hops between them. */
export interface Way {
  stops: FlowStop[];
  hops: FlowHop[];
  /** The stop at which the value comes round to one it has passed. */
  cycles: Set<string>;
}

const allWays = new WeakMap<Flow, Way[]>();

/** Every way through a flow; worked out once. */
export function everyWay(flow: Flow): Way[] {
  let ways = allWays.get(flow);
  if (!ways) {
    ways = waysThrough(flow, () => true).ways;
    allWays.set(flow, ways);
  }
  return ways;
}

/** Every way from a flow's start to a stop that uses the value, each stop at most once. */
export function waysThrough(flow: Flow, keep: (way: Way) => boolean): { ways: Way[]; left: number } {
  const ways: Way[] = [];
  let left = 0;
  let steps = 0;
  const start = flow.stops.get(flow.start);
  if (!start) return { ways, left };
  const trail: { stop: FlowStop; next: number }[] = [{ stop: start, next: 0 }];
  const on = new Set([start.key]);
  const hops: FlowHop[] = [];
  const arrive = (): void => {
    const stop = trail.at(-1)?.stop;
    if (!stop || trail.length < 2 || stop.facts.uses.length === 0) return;
    const stops = trail.map((t) => t.stop);
    const cycles = new Set(stops.filter((s) => s.hops.some((hop) => hop.target === s.key)).map((s) => s.key));
    const way = { stops, hops: [...hops], cycles };
    if (stop.hops.some((hop) => on.has(hop.target))) cycles.add(stop.key);
    if (!keep(way)) return;
    if (ways.length < MAX_TRAILS) ways.push(way);
    else left++;
  };
  while (trail.length > 0 && steps++ < MAX_STEPS) {
    const top = trail.at(-1);
    if (!top) break;
    const hop = top.stop.hops[top.next++];
    if (!hop) {
      trail.pop();
      on.delete(top.stop.key);
      hops.pop();
      continue;
    }
    const target = flow.stops.get(hop.target);
    if (!target || on.has(hop.target) || comesBack(hop, target, trail, flow)) continue;
    trail.push({ stop: target, next: 0 });
    on.add(target.key);
    hops.push(hop);
    arrive();
  }
  return { ways, left };
}

/**
 * What went down and comes back up as an argument (a row's id, say) to a component it has passed is no further way: the
 * one who sends it up is a reader, and there the way ends.
 */
function comesBack(hop: FlowHop, target: FlowStop, trail: readonly { stop: FlowStop }[], flow: Flow): boolean {
  if (flow.mode !== 'value' || hop.carrier !== 'callback') return false;
  return trail.some(({ stop }) => stop.component === target.component);
}

/** What the component of a stop does with the value. */
export function roleAt(stop: FlowStop, flow: Flow): Role {
  if (stop.key === flow.start) return 'home';
  const { uses, doesMore, provides } = stop.facts;
  if (flow.mode === 'function') {
    if (uses.length > 0) return 'writer';
    if (provides) return 'provider';
    return doesMore ? 'reader' : 'relay';
  }
  if (uses.length > 0) return 'reader';
  return provides ? 'provider' : 'relay';
}

export function followValue(linked: Linked, asked: Asked): TrailDocument {
  const document: TrailDocument = {
    format: 'vectura.trail',
    version: 1,
    asked: { component: asked.component?.name ?? null, id: asked.component?.id ?? null, name: asked.name },
    homes: [],
    readers: [],
    writers: [],
    relays: [],
    trails: [],
  };
  let left = 0;
  const seen = new Set<string>();
  for (const { flow, at, context } of asked.flows) {
    const { cell } = flow;
    document.homes.push(homeOf(linked, cell));
    const keep = (way: Way): boolean =>
      (at === null || way.stops.some((stop) => at.has(stop.key))) &&
      (context === null || way.hops.some((hop) => hop.context === context));
    const add = (way: Way, direction: Trail['direction'], part: Flow): void => {
      const stops = describe(linked, cell, way, part, direction);
      const key = `${direction}:${stops.map((s) => `${s.id ?? ''}/${s.name}/${s.carrier ?? ''}`).join('>')}`;
      if (!seen.has(key)) {
        seen.add(key);
        document.trails.push({ direction, stops });
      }
    };
    if (flow.values) {
      const found = waysThrough(flow.values, keep);
      left += found.left;
      for (const way of found.ways) add(way, 'down', flow.values);
      // A value that nothing below reads is still shown on its way to where it was asked for.
      if (found.ways.length === 0 && at) for (const way of waysTo(flow.values, at)) add(way, 'down', flow.values);
    }
    if (flow.calls) {
      const found = waysThrough(flow.calls, at === null || asked.callable ? keep : () => false);
      left += found.left;
      for (const way of found.ways) add(way, 'up', flow.calls);
      if (found.ways.length === 0 && at && asked.callable)
        for (const way of waysTo(flow.calls, at)) add(way, 'up', flow.calls);
    }
    collectSeen(linked, document, flow, at !== null || context !== null, left);
  }
  dedupe(document);
  if (left > 0) document.left = left;
  return document;
}

function waysTo(flow: Flow, at: ReadonlySet<string>): Way[] {
  const from = new Map<string, FlowHop | null>([[flow.start, null]]);
  const queue = [flow.start];
  for (let key = queue.shift(); key !== undefined; key = queue.shift())
    for (const hop of flow.stops.get(key)?.hops ?? [])
      if (!from.has(hop.target)) {
        from.set(hop.target, hop);
        queue.push(hop.target);
      }
  const ways: Way[] = [];
  for (const goal of at) {
    if (goal === flow.start || !from.has(goal)) continue;
    const hops: FlowHop[] = [];
    for (let hop = from.get(goal); hop; hop = from.get(hop.from)) hops.unshift(hop);
    const stops = [flow.start, ...hops.map((hop) => hop.target)].flatMap((key) => flow.stops.get(key) ?? []);
    ways.push({ stops, hops, cycles: new Set() });
  }
  return ways;
}

function homeOf(linked: Linked, cell: CellInfo): TrailDocument['homes'][number] {
  const { program } = linked;
  const home = cell.home === null ? undefined : program.component(cell.home);
  return {
    component: home?.name ?? null,
    id: home?.id ?? null,
    cell: cell.name,
    cellId: cell.id,
    kind: cell.kind,
    file: program.graph.path(cell.file),
    line: cell.spot.line,
  };
}

/** Where a value arrives at a stop: the prop's declaration, the parameter, the context's read. */
export function arrivalOf(
  linked: Linked,
  stop: FlowStop,
): { file: number; spot: { line: number; column: number; length: number } } {
  const { graph, paths } = linked.program;
  const place = graph.places[stop.at.place];
  const file = graph.fileOfPlace[stop.at.place] ?? 0;
  if (stop.component && stop.component.propsPlace === stop.at.place) {
    const head = paths.head(stop.at.path);
    const fn = graph.functions[stop.component.fn];
    const event = fn?.fact.events?.find((one) => one.name === eventOf(head));
    const fact = event ?? stop.component.props.find((prop) => prop.name === head);
    return { file, spot: fact?.at ?? place?.at ?? fn?.fact.at ?? { line: 1, column: 1, length: 0 } };
  }
  // What a hook or helper reads for a component is seen, in the component, where that is called.
  if ((linked.program.contexts.depth[stop.at.context] ?? 0) > 0) return seatOfRead(linked, stop.at);
  return { file, spot: place?.at ?? { line: 1, column: 1, length: 0 } };
}

const UP_CARRIER: Partial<Record<Carrier, Carrier>> = { prop: 'callback', overflow: 'callback' };

function describe(linked: Linked, cell: CellInfo, way: Way, flow: Flow, direction: Trail['direction']): Stop[] {
  const { graph } = linked.program;
  const stops = way.stops.map((stop, index): Stop => {
    const isHome = index === 0;
    const arrival = isHome ? { file: cell.file, spot: cell.spot } : arrivalOf(linked, stop);
    const leaving = way.hops[index];
    const arriving = way.hops[index - 1];
    const name = isHome && !cell.callable && direction === 'up' ? lastField(cell.name) : stop.name;
    const component = isHome && cell.home === null ? null : stop.component;
    const proof: NonNullable<Stop['proof']> = [
      { file: graph.path(arrival.file), ...arrival.spot, what: 'arrives' },
      ...stop.facts.uses.map((use) => ({
        file: graph.path(use.file),
        ...use.spot,
        what: 'used' as const,
        use: use.detail ? `${use.kind} ${use.detail}` : use.kind,
      })),
    ];
    if (leaving) proof.push({ file: graph.path(leaving.file), ...leaving.spot, what: 'leaves' });
    const last = direction === 'down' ? index === way.stops.length - 1 : index === 0;
    const described: Stop = {
      component: component?.name ?? null,
      id: component?.id ?? null,
      cell: isHome && component === null ? cell.name : null,
      file: graph.path(arrival.file),
      line: arrival.spot.line,
      name,
      as: last ? null : direction === 'down' ? (leaving?.name ?? null) : stop.name,
      role: roleAt(stop, flow),
      carrier: arriving?.carrier ?? null,
      effect: arriving?.effect ?? null,
      proof,
    };
    const repeat = arriving?.site == null ? undefined : graph.sites[arriving.site]?.fact.repeat;
    if (repeat && repeat !== 'once') described.repeat = repeat;
    const through = leaving?.through ?? [];
    if (through.length > 0) described.through = through;
    if (way.cycles.has(stop.key)) described.cycle = true;
    return described;
  });
  return direction === 'down' ? stops : turnUp(stops);
}

/** Turns a function's way down into the way its calls go up: each stop is reached by the hop that led below it. */
function turnUp(stops: Stop[]): Stop[] {
  const up = [...stops].reverse();
  return up.map((stop, index) => {
    const below = up[index - 1];
    const carrier = below?.carrier ?? null;
    return { ...stop, carrier: carrier && (UP_CARRIER[carrier] ?? carrier), effect: below?.effect ?? null };
  });
}

/** Readers, writers and relays: of the trails listed where the question narrows them, else of the whole flow. */
function collectSeen(linked: Linked, document: TrailDocument, flow: CellFlow, narrowed: boolean, left: number): void {
  const { graph } = linked.program;
  const onTrail = new Set(document.trails.flatMap((t) => t.stops.map((s) => `${s.id ?? ''}/${s.name}`)));
  for (const part of [flow.values, flow.calls])
    for (const stop of part?.stops.values() ?? []) {
      if (!part || !stop.component) continue;
      const role = roleAt(stop, part);
      const isHome = role === 'home';
      const name = stop.name;
      const listed = onTrail.has(`${stop.component.id}/${name}`);
      if ((narrowed || left === 0) && part.mode === 'value' && !isHome && !listed) continue;
      const arrival = isHome ? { file: flow.cell.file, spot: flow.cell.spot } : arrivalOf(linked, stop);
      const entry = (seat: { file: number; spot: { line: number } }) => ({
        component: stop.component?.name ?? null,
        id: stop.component?.id ?? '',
        name,
        file: graph.path(seat.file),
        line: seat.spot.line,
      });
      const used = stop.facts.uses[0];
      if (used && part.mode === 'value' && !(narrowed && isHome)) document.readers.push(entry(used));
      else if (used && part.mode === 'function') {
        const trigger = used.detail || used.kind;
        document.writers.push({ ...entry(used), trigger });
      } else if (role === 'relay' && stop.hops.length > 0) document.relays.push(entry(arrival));
    }
}

function dedupe(document: TrailDocument): void {
  const unique = <T extends { id?: string; name: string }>(list: T[]): T[] => {
    const seen = new Set<string>();
    return list.filter((item) => {
      const key = `${item.id ?? ''}/${item.name}`;
      return !seen.has(key) && seen.add(key);
    });
  };
  document.readers = unique(document.readers);
  document.writers = unique(document.writers);
  document.relays = unique(document.relays);
  const homes = new Set<string>();
  document.homes = document.homes.filter((home) => !homes.has(home.cellId ?? '') && homes.add(home.cellId ?? ''));
}
