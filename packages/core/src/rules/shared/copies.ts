/** State initialised from something else: shared by `mirrored-state` and `frozen-read`. */
import type { CellInfo } from '../../follow/cellInfo';
import type { CellFlow, Cells } from '../../follow/cells';
import { reachedBy, type Flow, type FlowHop, type FlowStop } from '../../follow/flow';
import type { CallFact } from '../../model/facts';
import { isAnyField } from '../../model/signs';
import type { ComponentInfo } from '../../link/program/program';
import type { Linked } from '../../link';
import type { Graph } from '../../link/graph/graph';
import { once } from '../../link/memo/once';
import { isPart, wasDerived, wasFrozen, type Local, type Visited } from '../../link/travel/visited';
import { changes, isChangeOf, isShown, writersOf } from './changes';
import { passingsBy } from './sites';

export interface Copy {
  /** The cell that holds the copy. */
  copy: CellFlow;
  component: ComponentInfo;
  /** What it was copied from, as the component calls it. */
  from: string;
  /** The cells it may come from. */
  sources: CellFlow[];
  /** The copy is changed by itself. */
  changed: boolean;
  /** What it was copied from changes. */
  sourceChanges: boolean;
  /** Something brings it in step with what it was copied from: an effect, a watcher, a reset, a key that starts it anew. */
  inStep: boolean;
  /** What it holds is returned in the end, and the source stays the same until then: what is typed, until it is saved. */
  draft: boolean;
  /** Nothing can set it, and what it was copied from is read beside it: the first value is kept to be held against the present one. */
  firstOnly: boolean;
}

/** Names that say of a value that it is the first one only, or one that was. */
export const FIRST_ONLY = /initial|^_*(default|start|prev|original)|On(Mount|Init|Load)$/i;

/** Every cell of a component that starts as a copy of a prop, a context's value, a store's or another cell. */
export const copies = once(findCopies);

/** A place where a component takes a copy of a value, and what holds the copy from then on. */
interface Taking {
  stop: FlowStop;
  component: ComponentInfo;
  visited: Visited;
  to: number;
}

/** Where a value is copied once. */
function takingsOf(linked: Linked, flow: Flow): Taking[] {
  const { program, locals } = linked;
  return copiedAt(flow).flatMap((stop) => {
    const { component } = stop;
    if (!component || keptElements(flow, linked).has(stop.key)) return [];
    const local = locals.explore(stop.at);
    return local.visited.flatMap((visited) =>
      program.graph.edgesOutOf(visited.place).flatMap(({ op, to }): Taking[] => {
        if (op !== 'frozen' || isInstance(linked, local, visited)) return [];
        if (isGuess(linked, local, visited) || isElseMade(linked, local, visited)) return [];
        // Renamed on arrival: `depth: initialDepth`.
        if (FIRST_ONLY.test(program.graph.places[visited.place]?.name ?? '')) return [];
        return [{ stop, component, visited, to }];
      }),
    );
  });
}

/** The stops at which a component copies a value. */
export const copiedAt = once((flow: Flow): readonly FlowStop[] =>
  [...flow.stops.values()].filter((stop) => stop.component && stop.facts.uses.some((use) => use.kind === 'copied')),
);

function findCopies(cells: Cells, linked: Linked): Copy[] {
  const { locals } = linked;
  const takings = linked.memos.of<Flow, readonly Taking[]>('copies');
  const found: Copy[] = [];
  const byValue = new Map<string, CellFlow>();
  for (const flow of cells.all)
    if (flow.cell.value && flow.cell.home !== null && flow.cell.kind === 'state')
      byValue.set(`${flow.cell.value.place}:${flow.cell.home}`, flow);
  const seen = new Set<string>();
  for (const source of cells.all) {
    const { values } = source;
    // What never changes is a first value, and no home of its own.
    if (!values || source.cell.kind === 'constant' || copiedAt(values).length === 0) continue;
    for (const { stop, component, visited, to } of takings.get(values, () => takingsOf(linked, values))) {
      const copy = byValue.get(`${to}:${component.fn}`);
      if (!copy || copy === source) continue;
      // What only goes into it is another fact; where it is computed once, it goes stale all the same.
      const goesStale = source.cell.kind === 'url' || (copy.cell.computedOnce && isShown(linked, copy));
      if (wasDerived(visited) && !goesStale) continue;
      // The first of a list, a field of one's own object: not the same fact.
      if (isPart(visited) && source.cell.home === component.fn) continue;
      // The instance that holds it is kept, and goes on changing itself.
      if (visited.path !== 0 && source.cell.kind === 'service') continue;
      // An object whose fields are state is put there itself, and goes on changing.
      if (visited.path !== 0 && linked.program.graph.deepCells.has(source.cell.value?.place ?? -1)) continue;
      // How many there are as it comes is its place among them, for who adds itself.
      if (isCountOfOwn(linked, source, component, visited)) continue;
      // Of a module's own variable nobody is told: what reads it again sees no more than the copy does.
      if (source.cell.tracks === 'nothing' && source.cell.home === null) continue;
      const key = `${copy.cell.id}<${source.cell.id}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const known = found.find((one) => one.copy === copy);
      if (known) {
        known.sources.push(source);
        known.sourceChanges ||= changes(source);
        known.inStep ||= isReset(linked, source, component, copy);
        continue;
      }
      found.push({
        copy,
        component,
        from: stop.name,
        sources: [source],
        changed: usesOf(copy).some((kind) => kind !== 'effect') || isSetAnywhere(linked, copy),
        sourceChanges: changes(source),
        inStep:
          usesOf(copy).includes('effect') ||
          isChangedByEffect(linked, copy) ||
          isSetBeforeRender(linked, copy) ||
          isSetWhereTaken(linked, component, visited) ||
          isReset(linked, source, component, copy) ||
          isStartedAnew(linked, component) ||
          leavesTheSources(linked, copy),
        draft:
          (isSentUp(copy, component) || isWrittenBack(linked, copy, source) || isReported(linked, copy, source)) &&
          !isPicked(linked, values, stop),
        firstOnly: changesOf(linked, copy).length === 0 && isReadBeside(linked, locals.explore(stop.at), visited),
      });
    }
  }
  return found;
}

/** `let index = $beds.length; $beds[index] = bed;`: whether a component takes the length of a list that it changes itself. */
function isCountOfOwn(linked: Linked, source: CellFlow, component: ComponentInfo, { place }: Visited): boolean {
  const { graph } = linked.program;
  const isLength = (one: number): boolean => graph.places[one]?.name === 'length';
  if (!isLength(place) && !graph.edgesInto(place).some(({ from }) => isLength(from))) return false;
  return writersOf(source).some((stop) => stop.component === component);
}

/** Whether a field of a class's state is set in place before each rendering, where it can follow what it was copied from. */
function isSetBeforeRender({ program: { graph } }: Linked, { cell }: CellFlow): boolean {
  const mutations = graph.files[cell.file]?.mutations ?? [];
  return mutations.some(
    ({ beforeRender, field, fn }) =>
      beforeRender && field === cell.name && graph.parentOf(graph.fnAt(cell.file, fn)) === cell.home,
  );
}

/** `const place = $state.total; $state.total++`: a number drawn as the component is made is its own from then on. */
function isSetWhereTaken({ program: { graph } }: Linked, component: ComponentInfo, { place }: Visited): boolean {
  const taken = graph.places[place]?.name;
  const mutations = graph.files[component.file]?.mutations ?? [];
  return mutations.some(({ field, fn }) => field === taken && graph.fnAt(component.file, fn) === component.fn);
}

/** Taken as part of the instance that holds it: whoever reads the instance later reads what it holds then. */
function isInstance(linked: Linked, local: Local, visited: Visited): boolean {
  if (visited.path === 0) return false;
  const { graph, parentInstances } = linked.program;
  const isOwn = (place: number): boolean => {
    const entry = graph.functions[graph.fnOfPlace(place)];
    return entry?.fact.own !== undefined && graph.at(entry.file, entry.fact.own) === place;
  };
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from])
    if (parentInstances.places.has(at.place) || (at.path === visited.path && isOwn(at.place))) return true;
  return false;
}

/** The stops that a value only comes to as an element that what is rendered for it keeps for good; none of most values. */
const keptElements = once((flow: Flow, linked: Linked): ReadonlySet<string> => {
  const isElement = ({ from, site, effect }: FlowHop): boolean =>
    effect === 'part' &&
    site !== null &&
    linked.program.graph.sites[site]?.fact.perElement === true &&
    takesElements(linked, flow.stops.get(from));
  const stops = [...flow.stops.values()];
  if (!stops.some(({ hops }) => hops.some(isElement))) return new Set();
  const otherwise = reachedBy(flow, (hop) => !isElement(hop));
  return new Set(stops.flatMap(({ key }) => (otherwise.has(key) ? [] : key)));
});

/** Taken out of a list, or by a key that is chosen at run time: one of many, and nobody knows which. */
function isGuess(linked: Linked, local: Local, visited: Visited): boolean {
  const { graph } = linked.program;
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from])
    if (graph.places[at.place]?.kind === 'part' && /^(\*+|\d+)$/.test(graph.places[at.place]?.name ?? '')) return true;
  return false;
}

/** `useState(id || makeId())`: what it is called for good, given or made up here. */
function isElseMade({ program: { graph } }: Linked, local: Local, visited: Visited): boolean {
  const isMade = (place: number): boolean => graph.calls[graph.callOfResult.get(place) ?? -1]?.fact.args.length === 0;
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from])
    if (graph.edgesInto(at.place).some(({ op, from }) => op === 'same' && isMade(from))) return true;
  return false;
}

/** Whether a component also shows, or computes with, what it takes a copy of. */
function isReadBeside({ program: { graph } }: Linked, { visited }: Local, { place: taken, path }: Visited): boolean {
  const isUsed = (place: number): boolean =>
    graph.usesOf(place).some((use) => graph.uses[use]?.fact.kind === 'shown') ||
    graph.edgesOutOf(place).some(({ op }) => op === 'derived');
  const name = graph.places[taken]?.name;
  return visited.some(
    (one) => one.path === path && !wasFrozen(one) && graph.places[one.place]?.name === name && isUsed(one.place),
  );
}

/** How the copy is changed: `effect` where that is what an effect or a watcher does. */
function usesOf(copy: CellFlow): string[] {
  return writersOf(copy).flatMap((stop) => stop.facts.uses.map((use) => use.kind));
}

/** The calls that change a cell, in its own file. */
function changesOf({ program: { graph } }: Linked, { cell }: CellFlow): { fact: CallFact; fn: number }[] {
  return (graph.files[cell.file]?.calls ?? [])
    .filter((fact) => isChangeOf(graph, cell.file, fact, cell.setter?.place))
    .map((fact) => ({ fact, fn: graph.fnAt(cell.file, fact.fn) }));
}

/** A variable of a module that is set as components are made, and never later: each takes what it has become by then. */
export function isSetInSetUp(linked: Linked, source: CellFlow): boolean {
  const { program } = linked;
  const sets = source.cell.home === null ? changesOf(linked, source) : [];
  return sets.length > 0 && sets.every(({ fn }) => program.isComponent(fn) || program.isModule(fn));
}

/** Whether any function sets the copy, also one that nothing is known to call. */
function isSetAnywhere(linked: Linked, copy: CellFlow): boolean {
  return changesOf(linked, copy).some(({ fn }) => !linked.program.isModule(fn) && fn !== copy.cell.home);
}

/** Whether an effect changes the copy in the end: by functions of the component that it calls, or that start a timer. */
function isChangedByEffect(linked: Linked, copy: CellFlow): boolean {
  const { graph } = linked.program;
  const functions = new Set(changesOf(linked, copy).map(({ fn }) => fn));
  for (const fn of functions) {
    const entry = graph.functions[fn];
    if (!entry || fn === copy.cell.home) continue;
    if (graph.usesOf(graph.at(entry.file, entry.fact.self)).some((use) => graph.uses[use]?.fact.kind === 'effect'))
      return true;
    if (entry.parent !== -1) functions.add(entry.parent);
    for (const call of graph.callersOfFunction(fn)) functions.add(graph.fnOfCall(call));
  }
  return false;
}

/** Whether the source is changed by anybody but a component and those that have the setter from it. */
function isChangedBeside({ calls }: CellFlow, component: number | null): boolean {
  if (!calls) return false;
  const seen = new Set([calls.start]);
  for (const key of seen) {
    const stop = calls.stops.get(key);
    if (!stop || stop.component?.fn === component) continue;
    if (stop.facts.uses.length > 0) return true;
    for (const hop of stop.hops) seen.add(hop.target);
  }
  return false;
}

/** Whether each change of the copy is passed to the source as well, and nobody else changes that: they change together. */
function isReported(linked: Linked, copy: CellFlow, source: CellFlow): boolean {
  const { graph } = linked.program;
  const { file, home } = copy.cell;
  if (isChangedBeside(source, home)) return false;
  const changed = changesOf(linked, copy);
  const isPassedTo = ({ callee }: CallFact): boolean =>
    graph.trace(graph.at(file, callee)).some(({ place }) => place === linked.program.component(home ?? -1)?.propsPlace);
  return (
    changed.length > 0 &&
    changed.every(({ fact: { args }, fn }) =>
      (graph.files[file]?.calls ?? []).some(
        (other) => graph.fnAt(file, other.fn) === fn && other.args.some((arg) => arg === args[0]) && isPassedTo(other),
      ),
    )
  );
}

/** Whether a component gives the value, however it comes there, to what changes the copy: set back to what it was copied from. */
function isReset(linked: Linked, source: CellFlow, component: ComponentInfo, { cell }: CellFlow): boolean {
  const { graph } = linked.program;
  const stops = [...(source.values?.stops.values() ?? [])].filter((stop) => stop.component === component);
  const isSetter = (call: number): boolean => {
    const entry = graph.calls[call];
    return !!entry && isChangeOf(graph, entry.file, entry.fact, cell.setter?.place);
  };
  const isWritten = (visited: Visited): boolean =>
    graph.callsWithArg(visited.place).some(isSetter) ||
    isAssignedToField(graph, visited.place, cell) ||
    graph.edgesOutOf(visited.place).some((edge) => edge.op === 'same' && edge.to === cell.value?.place);
  return stops.some((stop) =>
    linked.locals.explore(stop.at).visited.some((visited) => !wasDerived(visited) && isWritten(visited)),
  );
}

/** `this.isOpen = this.open`: whether a value is put into the field of an instance that holds a cell. */
function isAssignedToField(graph: Graph, place: number, { setter }: CellInfo): boolean {
  const file = graph.fileOf(place);
  const { mutations = [], calls = [] } = graph.files[file] ?? {};
  return mutations.some(
    ({ assigned, change }) =>
      assigned !== undefined &&
      graph.at(file, assigned) === place &&
      calls.some((fact) => fact.callee === change && isChangeOf(graph, file, fact, setter?.place)),
  );
}

/** Whether the function that sets the copy is given to code that is not followed: when that calls it, and with what, nobody knows. */
function leavesTheSources({ locals }: Linked, { calls }: CellFlow): boolean {
  const start = calls?.stops.get(calls.start);
  return !!start && locals.explore(start.at).outsideCalls.some(({ ofObject }) => !ofObject);
}

/** Whether the component is written with a key of its own: another key, and it starts from nothing. */
function isStartedAnew(linked: Linked, component: ComponentInfo): boolean {
  return (passingsBy(linked).get(component.fn) ?? []).some(({ fact }) => fact.repeat !== 'many' && fact.keyed);
}

/** Whether what the copy holds is given to what changes the source. */
function isWrittenBack({ program: { graph }, locals }: Linked, { values }: CellFlow, { cell }: CellFlow): boolean {
  const start = values?.stops.get(values.start);
  if (!start || cell.setter === null) return false;
  return locals.explore(start.at).visited.some(({ place }) =>
    graph.callsWithArg(place).some((call) => {
      const entry = graph.calls[call];
      return !!entry && isChangeOf(graph, entry.file, entry.fact, cell.setter?.place);
    }),
  );
}

/** Whether elements of a list are taken where a value stops. */
function takesElements({ program: { graph }, locals }: Linked, stop: FlowStop | undefined): boolean {
  const isElement = (place: number): boolean =>
    graph.places[place]?.kind === 'part' && isAnyField(graph.places[place]?.name ?? '');
  return !!stop && locals.explore(stop.at).visited.some(({ place }) => isElement(place));
}

/**
 * Whether what was copied is one of a list, given to a component that stays when another one is picked: then what is typed for
 * the first is shown, and saved, for the second.
 */
function isPicked(linked: Linked, flow: Flow, stop: FlowStop): boolean {
  const { graph } = linked.program;
  return [...flow.stops.values()].some((from) =>
    from.hops.some(
      (hop) =>
        hop.target === stop.key &&
        hop.effect === 'part' &&
        hop.site !== null &&
        graph.sites[hop.site]?.fact.repeat !== 'many' &&
        takesElements(linked, from),
    ),
  );
}

const SAVES =
  /save|edit|rename|insert|submit|send|store|post|apply|confirm|commit|create|update|search|request|fetch|dispatch|mutate/i;

/** Whether the component hands what the copy holds to whoever renders it, or to what saves it. */
function isSentUp({ values }: CellFlow, component: ComponentInfo): boolean {
  return [...(values?.stops.values() ?? [])].some(
    (stop) =>
      stop.component === component &&
      (stop.hops.some((hop) => hop.carrier === 'callback' || hop.carrier === 'event') ||
        stop.facts.uses.some((use) => use.kind === 'computed' && SAVES.test(use.detail))),
  );
}
