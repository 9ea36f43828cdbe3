/**
 * What a question refers to (`Tray.units`, `src/Tray.jsx#Tray.units`, `context:Units`), and what was probably meant
 * where it refers to nothing.
 */
import { EVENT_NAME } from '../model/signs';
import { wasDerived } from '../link/travel/visited';
import type { ComponentInfo } from '../link/program/program';
import { isShared } from './cellInfo';
import type { Linked } from '../link';
import type { CellFlow, Cells } from './cells';
import { fromOutside, itself, keyOf, type Flow } from './flow';
import { nearest } from './nearNames';

/** A question that names nothing in the project; the message offers the nearest names. */
export class NotFound extends Error {}

export interface Asked {
  component: ComponentInfo | null;
  name: string;
  /** The flows the value is part of, and the stop asked for where it is not at its home. */
  flows: { flow: CellFlow; at: Set<string> | null; context: number | null }[];
  /** True where what was asked for is a function that is called, rather than a value that is read. */
  callable: boolean;
}

export function ask(linked: Linked, cells: Cells, question: string): Asked {
  // The id of a shared value says in which file it is made: `src/soil.ts#store:depth`.
  const byId = cells.all.filter(({ cell }) => isShared(cell) && cell.id === question);
  const only = byId.length === 1 ? byId[0] : undefined;
  if (only && only.cell.context === null)
    return { component: null, name: only.cell.name, flows: [{ flow: only, at: null, context: null }], callable: false };
  const prefix = /^(?:.+#)?(store|context|service|channel|url|storage|remote|constant|derived):(.+)$/.exec(question);
  if (prefix?.[1] && prefix[2]) return askOutside(cells, prefix[1], prefix[2]);
  const { component, name } = parse(linked, question);
  const asked = askComponent(linked, cells, component, name);
  if (asked) return asked;
  const near = nearest(name, namesIn(linked, cells, component));
  throw new NotFound(
    `${component.name} has nothing called “${name}”.${offer(near.map((n) => `${component.name}.${n}`))}`,
  );
}

function parse(linked: Linked, question: string): { component: ComponentInfo; name: string } {
  const hash = question.lastIndexOf('#');
  const dot = question.indexOf('.', hash === -1 ? 0 : hash);
  const all = [...linked.program.components.values()];
  if (dot === -1 || dot === question.length - 1) {
    const near = nearest(
      question,
      all.map((c) => c.name),
    );
    throw new NotFound(
      `A value is asked for as Component.name; “${question}” names no value.${offer(near.map((n) => `${n}.…`))}`,
    );
  }
  // Components may themselves be named with a dot (Tabs.Panel), so the longest name that exists is taken.
  for (let at = question.lastIndexOf('.'); at > hash; at = question.lastIndexOf('.', at - 1)) {
    const found = componentsCalled(linked, question.slice(0, at));
    const [only] = found;
    if (found.length === 1 && only) return { component: only, name: question.slice(at + 1) };
    if (found.length > 1)
      throw new NotFound(
        `There are ${found.length} components called ${question.slice(0, at)}. Say which: ${found
          .map((c) => `${c.id}.${question.slice(at + 1)}`)
          .join(', ')}.`,
      );
  }
  const wanted = question.slice(0, dot);
  const pool = hash === -1 ? all.map((c) => c.name) : all.map((c) => c.id);
  const near = nearest(wanted, pool);
  throw new NotFound(`No component called ${wanted} in this project.${offer(near)}`);
}

export function componentsCalled(linked: Linked, name: string): ComponentInfo[] {
  const byId = linked.program.componentById.get(name);
  if (byId) return [byId];
  if (name.includes('#')) {
    const [path = '', component] = name.split('#');
    const wanted = path.replace(/^\.\//, '');
    return [...linked.program.components.values()].filter(
      (c) => c.name === component && (c.id.startsWith(`${wanted}#`) || linked.program.graph.path(c.file) === wanted),
    );
  }
  return [...linked.program.components.values()].filter((c) => c.name === name);
}

/** The one component of a name or id. Throws `NotFound` where there is none, or more than one. */
export function oneCalled(linked: Linked, name: string): ComponentInfo {
  const found = componentsCalled(linked, name);
  const [only] = found;
  if (found.length === 1 && only) return only;
  if (found.length > 1)
    throw new NotFound(
      `There are ${found.length} components called ${name}. Say which: ${found.map((c) => c.id).join(', ')}.`,
    );
  const near = nearest(
    name,
    [...linked.program.components.values()].map((c) => c.name),
  );
  throw new NotFound(`No component called ${name} in this project.${offer(near)}`);
}

function askOutside(cells: Cells, kind: string, name: string): Asked {
  if (kind !== 'context') return askShared(cells, kind, name);
  const [first = '', ...fields] = name.split('.');
  const pool = cells.all.filter(({ cell }) => cell.kind === kind);
  const matches = pool.filter(
    ({ cell }) => cell.name === first || (kind === 'context' && cell.name === `${first}Context`),
  );
  if (matches.length === 0) {
    const near = nearest(
      first,
      pool.map(({ cell }) => cell.name),
    );
    throw new NotFound(`No ${kind} called ${first} in this project.${offer(near.map((n) => `${kind}:${n}`))}`);
  }
  const field = fields.join('.');
  const flows: Asked['flows'] = [];
  for (const match of matches) {
    const { context } = match.cell;
    if (context === null) {
      flows.push({ flow: match, at: null, context: null });
      continue;
    }
    for (const flow of cells.all)
      if (passesContext(flow.values, context, field) || passesContext(flow.calls, context, field))
        flows.push({ flow, at: null, context });
    if (flows.length === 0) flows.push({ flow: match, at: null, context: null });
  }
  return { component: null, name, flows, callable: false };
}

/** What may follow a name that is asked for: a store's field, the route that a part of the address is of. */
const WITH_MORE = ['.', ' of /'];

/** A cell by its whole name, by its store's (all its fields), or by a field's name alone where that is unique. */
function askShared(cells: Cells, kind: string, name: string): Asked {
  // A shared instance of a class is asked for as a service, and often thought of as a store.
  const kinds = kind === 'store' || kind === 'service' ? ['store', 'service'] : [kind];
  const pool = cells.all.filter(({ cell }) => isShared(cell) && kinds.includes(cell.kind));
  const whole = pool.filter(
    ({ cell }) => cell.name === name || WITH_MORE.some((more) => cell.name.startsWith(name + more)),
  );
  const fields = pool.filter(({ cell }) => cell.name.slice(cell.name.lastIndexOf('.') + 1) === name);
  const stores = new Set(fields.map(({ cell }) => cell.id));
  const found = whole.length > 0 ? whole : stores.size === 1 ? fields : [];
  if (found.length === 0) {
    const names =
      fields.length > 0
        ? fields.map(({ cell }) => cell.name)
        : nearest(
            name,
            pool.map(({ cell }) => cell.name),
          );
    const why =
      fields.length > 0 ? `Several stores have a field called ${name}.` : `No ${kind} called ${name} in this project.`;
    throw new NotFound(`${why}${offer(names.map((n) => `${kind}:${n}`))}`);
  }
  return { component: null, name, flows: found.map((flow) => ({ flow, at: null, context: null })), callable: false };
}

function passesContext(flow: Flow | null, context: number, field: string): boolean {
  if (!flow) return false;
  for (const stop of flow.stops.values())
    for (const hop of stop.hops)
      if (hop.context === context && (!field || hop.name === field || hop.name.startsWith(`${field}.`))) return true;
  return false;
}

function askComponent(linked: Linked, cells: Cells, component: ComponentInfo, name: string): Asked | null {
  const own = cells.all.filter(
    ({ cell }) =>
      cell.home === component.fn && cell.kind !== 'context' && (cell.name === name || cell.setterName === name),
  );
  const [home] = own;
  if (home)
    return {
      component,
      name,
      flows: own.map((flow) => ({ flow, at: null, context: null })),
      callable: home.cell.callable || (home.cell.name !== name && home.cell.setterName === name),
    };
  return askArriving(linked, cells, component, name) ?? askLocal(linked, cells, component, name);
}

/** A prop, or a value read from a context, under the name it arrives with. */
function askArriving(linked: Linked, cells: Cells, component: ComponentInfo, name: string): Asked | null {
  /** Values that arrive under the name, then those of which fields do; of what is computed only where nothing else does. */
  const found = Array.from({ length: 4 }, () => ({ flows: new Map<CellFlow, Set<string>>(), callable: false }));
  for (const flow of cells.all)
    for (const part of [flow.values, flow.calls]) {
      const own = part && itself(part).stops;
      for (const stop of part?.stops.values() ?? []) {
        if (stop.component !== component || stop.key === part?.start) continue;
        if (stop.name !== name && !stop.name.startsWith(`${name}.`)) continue;
        const kind = found[(stop.name === name ? 0 : 1) + (own?.has(stop.key) ? 0 : 2)];
        if (!kind) continue;
        add(kind.flows, flow, stop.key);
        kind.callable ||= part === flow.calls;
      }
    }
  const best = found.find((kind) => kind.flows.size > 0);
  if (best)
    return {
      component,
      name,
      flows: [...best.flows].map(([flow, at]) => ({ flow, at, context: null })),
      callable: best.callable,
    };
  const prop = component.props.find((p) => p.name === name);
  const [root] = linked.program.rootsOf(component.fn);
  if (!prop || component.propsPlace === null || root === undefined) return null;
  const path = linked.program.fieldPaths.cons(name, 0);
  const at = { place: component.propsPlace, path, run: root };
  // Nobody in the project gives it: it comes from outside, and what becomes of it here can still be told.
  const { cell } = cells.local(component.fn, name, component.file, prop.at, at);
  const location = { file: component.file, spot: prop.at };
  const isUsed = (flow: Flow): boolean => [...flow.stops.values()].some((stop) => stop.facts.uses.length > 0);
  const calls = cells.flows.from(at, name, 'function');
  const values = cells.flows.from(at, name, 'value');
  const isCalled = isUsed(calls);
  const flow: CellFlow = {
    cell: { ...cell, kind: 'constant', home: null },
    values: isCalled ? null : isUsed(values) ? fromOutside(values, location) : values,
    calls: isCalled ? fromOutside(calls, location) : null,
  };
  return { component, name, flows: [{ flow, at: new Set([keyOf(at)]), context: null }], callable: isCalled };
}

/** A binding of the component's code: the value it stands for, or a value of its own where it was computed. */
function askLocal(linked: Linked, cells: Cells, component: ComponentInfo, name: string): Asked | null {
  const { program } = linked;
  const { graph } = program;
  const [root] = program.rootsOf(component.fn);
  const base = graph.at(component.file, 0);
  const places: number[] = [];
  graph.files[component.file]?.places.forEach((place, index) => {
    if (place.name !== name || !/^(binding|param|function)$/.test(place.kind)) return;
    if (program.unitOf(graph.fnAt(component.file, place.fn)) === component.fn) places.push(base + index);
  });
  if (places.length === 0) return null;
  const wanted = new Set(places);
  const computed = new Map<CellFlow, Set<string>>();
  const own = new Map<CellFlow, Set<string>>();
  let callable = false;
  for (const flow of cells.all)
    for (const part of [flow.values, flow.calls])
      for (const stop of part?.stops.values() ?? []) {
        if (stop.component !== component) continue;
        const local = linked.locals.explore(stop.at);
        if (!local.visited.some((v) => wanted.has(v.place) && !wasDerived(v) && v.path === 0)) continue;
        add(part && itself(part).stops.has(stop.key) ? own : computed, flow, stop.key);
        callable ||= part === flow.calls;
      }
  const found = own.size > 0 ? own : computed;
  if (found.size > 0)
    return {
      component,
      name,
      flows: [...found].map(([flow, at]) => {
        const starts = at.has(flow.values?.start ?? '') || at.has(flow.calls?.start ?? '');
        return { flow, at: starts ? null : at, context: null };
      }),
      callable,
    };
  const [place] = places;
  const spot = place === undefined ? undefined : graph.places[place]?.at;
  if (!spot || place === undefined || root === undefined) return null;
  const flow = cells.local(component.fn, name, component.file, spot, { place, path: 0, run: root });
  return { component, name, flows: [{ flow, at: null, context: null }], callable: flow.cell.callable };
}

/** Every name that can be asked for in a component. */
export function namesIn(linked: Linked, cells: Cells, component: ComponentInfo): string[] {
  const names = new Set(component.props.map((prop) => prop.name));
  for (const { cell } of cells.all) {
    if (cell.home !== component.fn || cell.kind === 'context') continue;
    names.add(cell.name);
    if (cell.setterName) names.add(cell.setterName);
  }
  const { program } = linked;
  for (const { name } of program.graph.functions[component.fn]?.fact.events ?? []) names.add(name);
  for (const place of program.graph.files[component.file]?.places ?? [])
    if (
      place.kind === 'binding' &&
      place.name &&
      place.name !== EVENT_NAME &&
      program.unitOf(program.graph.fnAt(component.file, place.fn)) === component.fn
    )
      names.add(place.name);
  return [...names];
}

function offer(names: readonly string[]): string {
  return names.length > 0 ? ` Near: ${names.join(', ')}.` : '';
}

function add(map: Map<CellFlow, Set<string>>, flow: CellFlow, key: string): void {
  const set = map.get(flow);
  if (set) set.add(key);
  else map.set(flow, new Set([key]));
}
