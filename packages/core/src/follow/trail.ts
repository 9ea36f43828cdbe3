/** Phase 3, following: one value's trails, from its home to each reader and from each writer to its home. */
import type { Stop, Trail, TrailDocument } from '../model/documents';
import type { Linked } from '../link';
import type { ComponentInfo } from '../link/program/program';
import type { Asked } from './question';
import type { CellFlow } from './cells';
import type { CellInfo } from './cellInfo';
import { changedInPlace } from './changesInPlace';
import { itself, type Flow, type FlowStop } from './flow';
import { arrivalOf, carrierOf, roleAt } from './standing';
import { type Way, waysThrough, waysTo } from './ways';
import { lastField } from './arrivalNames';

/** The trails of what was asked for; with `to`, those alone that end (on the way up: begin) at that component. */
export function followValue(linked: Linked, asked: Asked, to: ComponentInfo | null = null): TrailDocument {
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
      (context === null || way.hops.some((hop) => hop.context === context)) &&
      (to === null || way.stops.at(-1)?.component === to);
    const written = new Map<FlowStop, Written>();
    const add = (way: Way, direction: Trail['direction'], part: Flow): void => {
      const stops = describe(linked, cell, way, part, direction, written);
      // Whoever provides a service and takes it as well is no way from one to the other.
      if (stops.length === 1 && way.stops.length > 1) return;
      const key = `${direction}:${stops.map((s) => `${s.id ?? ''}/${s.name}/${s.carrier ?? ''}`).join('>')}`;
      if (seen.has(key)) return;
      seen.add(key);
      const trail: Trail = { direction, stops };
      if (way.hops.some((hop) => hop.computed)) trail.computed = true;
      const { cut } = way.stops.at(-1)?.facts ?? {};
      if (cut) trail.cut = cut;
      document.trails.push(trail);
    };
    const cut = flow.values?.cut ?? flow.calls?.cut;
    if (cut) document.cut ??= cut;
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
    collectSeen(linked, document, flow, at !== null || context !== null || to !== null, left);
  }
  dedupe(document);
  if (left > 0) document.left = left;
  return document;
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

/** What is told of a stop whichever way passes it; ways of one flow share their stops. */
interface Written {
  uses: NonNullable<Stop['proof']>;
  computes: NonNullable<Stop['computes']>;
}

function describe(
  linked: Linked,
  cell: CellInfo,
  way: Way,
  flow: Flow,
  direction: Trail['direction'],
  written: Map<FlowStop, Written>,
): Stop[] {
  const { graph } = linked.program;
  const tell = (stop: FlowStop): Written => {
    let known = written.get(stop);
    if (!known) {
      known = { uses: usesAt(stop, linked), computes: computedAt(stop, flow) };
      written.set(stop, known);
    }
    return known;
  };
  const provider = cell.kind === 'service' && cell.home !== null ? linked.program.component(cell.home) : undefined;
  const all = way.stops.map((stop, index): Stop => {
    const isHome = index === 0;
    const arrival = isHome ? { file: cell.file, spot: cell.spot } : arrivalOf(linked, stop);
    const leaving = way.hops[index];
    const arriving = way.hops[index - 1];
    const name = isHome && !cell.callable && direction === 'up' ? lastField(cell.name) : stop.name;
    const component = isHome ? (provider ?? (cell.home === null ? null : stop.component)) : stop.component;
    const proof: NonNullable<Stop['proof']> = [
      { file: graph.path(arrival.file), ...arrival.spot, what: 'arrives' },
      ...tell(stop).uses,
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
    const computes = isHome && direction === 'up' ? [] : tell(stop).computes;
    if (computes.length > 0) described.computes = computes;
    const through = leaving?.through ?? [];
    if (through.length > 0) described.through = [...through];
    if (way.cycles.has(stop.key)) described.cycle = true;
    return described;
  });
  const stops = provider ? takenAtHome(all) : all;
  return direction === 'down' ? stops : turnUp(stops);
}

/** One component is one stop, also where it provides a service and takes it. */
function takenAtHome(stops: Stop[]): Stop[] {
  const [home, taken, ...below] = stops;
  if (!home || !taken || taken.id !== home.id) return stops;
  return [{ ...home, as: taken.as, proof: [...(home.proof ?? []), ...(taken.proof ?? [])] }, ...below];
}

/** Where a value is used at a stop. */
function usesAt(stop: FlowStop, { program: { graph } }: Linked): NonNullable<Stop['proof']> {
  return stop.facts.uses.map((use) => ({
    file: graph.path(use.file),
    ...use.spot,
    what: 'used' as const,
    use: use.detail ? `${use.kind} ${use.detail}` : use.kind,
  }));
}

/** What a component computes from the value and passes on, as it is called where it arrives. */
function computedAt(stop: FlowStop, flow: Flow): NonNullable<Stop['computes']> {
  const found = new Map<string, NonNullable<Stop['computes']>[number]>();
  for (const hop of stop.hops) {
    const component = flow.stops.get(hop.target)?.component;
    if (!hop.computed || !component) continue;
    const value = `${component.id}.${hop.name}`;
    found.set(value, { name: hop.name, component: component.name, value });
  }
  return [...found.values()];
}

/** Turns a function's way down into the way its calls go up: each stop is reached by the hop that led below it. */
function turnUp(stops: Stop[]): Stop[] {
  const up = [...stops].reverse();
  return up.map((stop, index) => {
    const below = up[index - 1];
    const carrier = below?.carrier ?? null;
    return { ...stop, carrier: carrier && carrierOf(carrier, 'function'), effect: below?.effect ?? null };
  });
}

/** Readers, writers and relays: of the trails listed where the question narrows them, else of the whole flow. */
function collectSeen(linked: Linked, document: TrailDocument, flow: CellFlow, narrowed: boolean, left: number): void {
  const { graph } = linked.program;
  const inPlace: TrailDocument['writers'] = [];
  const onTrail = new Set(document.trails.flatMap((t) => t.stops.map((s) => `${s.id ?? ''}/${s.name}`)));
  for (const part of [flow.values, flow.calls]) {
    if (!part) continue;
    const own = itself(part).stops;
    const unseen = belowUnseen(linked, part);
    for (const stop of part.stops.values()) {
      if (!stop.component) continue;
      const role = roleAt(stop, part);
      const isHome = role === 'home' || stop.component.fn === flow.cell.home;
      const name = stop.name;
      const listed = onTrail.has(`${stop.component.id}/${name}`);
      if ((narrowed || left === 0) && part.mode === 'value' && !isHome && !listed) continue;
      const arrival = isHome ? { file: flow.cell.file, spot: flow.cell.spot } : arrivalOf(linked, stop);
      const entry = (location: { file: number; spot: { line: number } }) => ({
        component: stop.component?.name ?? null,
        id: stop.component?.id ?? '',
        name,
        file: graph.path(location.file),
        line: location.spot.line,
        ...(own.has(stop.key) ? {} : { computed: true }),
        ...(unseen.has(stop.key) ? { reason: BELOW_UNSEEN } : {}),
      });
      const used = stop.facts.uses[0];
      if (part.mode === 'value')
        for (const { file, text, at } of changedInPlace(linked, flow.cell, stop))
          inPlace.push({ ...entry({ file, spot: at }), trigger: text });
      if (used && part.mode === 'value' && !(narrowed && isHome)) document.readers.push(entry(used));
      else if (used && part.mode === 'function') {
        const trigger = used.detail || used.kind;
        document.writers.push({ ...entry(used), trigger });
      } else if (role === 'relay' && stop.hops.length > 0) document.relays.push(entry(arrival));
    }
  }
  // What is known as a call of the cell's change already is no second change.
  const known = new Set(document.writers.map(({ id, line }) => `${id ?? ''}:${line}`));
  document.writers.push(...inPlace.filter(({ id, line }) => !known.has(`${id ?? ''}:${line}`)));
}

const BELOW_UNSEEN = 'nothing that could be followed renders it; it is assumed to be below the provider';

/** The stops a value comes to by a context, in components that nothing renders as far as is known. */
function belowUnseen({ render }: Linked, { stops }: Flow): ReadonlySet<string> {
  const found = new Set<string>();
  for (const { hops } of stops.values())
    for (const { context, target } of hops) {
      const component = stops.get(target)?.component;
      if (context !== null && component && render.environment(context, component.fn).size === 0) found.add(target);
    }
  return found;
}

function dedupe(document: TrailDocument): void {
  const unique = <T extends { id?: string | undefined; name: string; computed?: boolean | undefined }>(
    list: T[],
  ): T[] => {
    const seen = new Set<string>();
    // Where both get to, the value itself counts.
    const ordered = [...list.filter((item) => !item.computed), ...list.filter((item) => item.computed)];
    return ordered.filter((item) => {
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
