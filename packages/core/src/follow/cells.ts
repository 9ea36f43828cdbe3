/**
 * All cells of a program and the flow of each: state made by hooks, contexts, stores, and values that only a
 * component's code holds.
 */
import type { Carrier, CellKind } from '../model/documents';
import type { CellFact, SharedCell, Spot } from '../model/facts';
import type { Linked } from '../link';
import type { At } from '../link/travel/visited';
import { urlValuesByRoute } from './urlValues';
import { changeKey } from '../link/graph/keyedJoins';
import { Flows, itself, type Flow, type FlowStop } from './flow';
import { PassedProps, type Passed, type PassedProp } from './givenProps';
import { isShared, type CellInfo } from './cellInfo';
import { ofInstance } from './instances';
import { ServiceHomes } from './serviceHomes';

/** How a value that no component holds reaches the components that read it, by its kind. */
const SHARED_CARRIER = {
  state: 'store',
  derived: 'store',
  context: 'store',
  constant: 'store',
  store: 'store',
  service: 'service',
  channel: 'channel',
  url: 'service',
  storage: 'service',
  remote: 'service',
} satisfies Record<CellKind, Carrier>;

export interface CellFlow {
  cell: CellInfo;
  values: Flow | null;
  calls: Flow | null;
}

export class Cells {
  readonly all: CellFlow[] = [];
  readonly byId = new Map<string, CellFlow>();
  readonly flows: Flows;
  private stopsPassed: Map<string, Set<CellFlow>> | null = null;
  private readonly taken = new Map<string, number>();
  private readonly keys = new Set<string>();
  /** The props some cell itself was found to arrive as, by the run of the component that takes them. */
  private readonly arrivedProps = new Map<number, Set<string>>();
  private readonly passedProps: PassedProps;
  private readonly services: ServiceHomes;

  constructor(
    private readonly linked: Linked,
    private before: Cells | null = null,
  ) {
    this.flows = new Flows(linked, before?.flows ?? null);
    this.services = new ServiceHomes(linked);
    this.passedProps = new PassedProps(linked, before?.passedProps ?? null);
    this.addCells();
    this.addContexts();
    this.addLocals();
    this.addProvided();
    this.before = null;
  }

  /** Which flows come by each stop. */
  get passing(): ReadonlyMap<string, ReadonlySet<CellFlow>> {
    if (this.stopsPassed) return this.stopsPassed;
    const passed = new Map<string, Set<CellFlow>>();
    for (const flow of this.all)
      for (const part of [flow.values, flow.calls])
        for (const key of part?.stops.keys() ?? []) {
          const set = passed.get(key);
          if (set) set.add(flow);
          else passed.set(key, new Set([flow]));
        }
    this.stopsPassed = passed;
    return passed;
  }

  private addCells(): void {
    const { graph } = this.linked.program;
    graph.cells.forEach(({ fact, file }) => graph.guard.run(file, () => this.addCell(fact, file), undefined));
  }

  private addCell(fact: CellFact, file: number): void {
    const { program } = this.linked;
    const { graph, callContexts } = program;
    if (fact.shared) return this.addShared(fact, fact.shared, file);
    const own = fact.unless === undefined ? [] : graph.trace(graph.at(file, fact.unless));
    if (own.some(({ place }) => graph.places[place]?.kind === 'cell' && place !== graph.at(file, fact.value))) return;
    const unit = program.unitOf(graph.fnAt(file, fact.fn));
    if (fact.kind !== 'derived') this.addOfModules(fact, file, unit);
    for (const run of program.runsOf(unit)) {
      const owner = program.component(callContexts.ownerOf(run));
      if (!owner) continue;
      const name = fact.name || 'value';
      this.add({
        id: this.idOf(owner.id, name),
        name,
        kind: fact.kind,
        home: owner.fn,
        file,
        spot: fact.at,
        value: { place: graph.at(file, fact.value), path: 0, run },
        setter: fact.setter === null ? null : { place: graph.at(file, fact.setter), path: 0, run },
        setterName: fact.setter === null ? '' : (graph.places[graph.at(file, fact.setter)]?.name ?? ''),
        ...(fact.tracks ? { tracks: fact.tracks } : {}),
        ...(fact.computedOnce ? { computedOnce: true } : {}),
        callable: false,
        context: null,
      });
    }
  }

  /** A cell made by a function that modules call: it is there once, and goes by the variable it is kept in. */
  private addOfModules(fact: CellFact, file: number, unit: number): void {
    const { program } = this.linked;
    const { graph } = program;
    const runs = program.moduleRunsOf(unit);
    if (runs.length === 0) return;
    const alone = graph.files[file]?.cells.filter((one) => one.fn === fact.fn).length === 1;
    for (const { run, call } of runs) {
      const result = graph.at(graph.calls[call]?.file ?? file, graph.calls[call]?.fact.result ?? 0);
      const variableEdge = graph.edgesOutOf(result).find((edge) => edge.op === 'same' && graph.places[edge.to]?.name);
      const variable = variableEdge ? (graph.places[variableEdge.to]?.name ?? '') : '';
      const name = variable && alone ? variable : variable ? `${variable}.${fact.name}` : fact.name;
      const setter = fact.setter === null ? null : graph.at(file, fact.setter);
      const flow = this.flowOf({
        id: this.idOf(graph.path(file), `store:${name}`),
        name,
        kind: 'store',
        home: null,
        file,
        spot: fact.at,
        value: { place: graph.at(file, fact.value), path: 0, run },
        setter: setter === null ? null : { place: setter, path: 0, run },
        quiet: true,
        setterName: `set ${fact.name}`,
        callable: false,
        context: null,
      });
      if (isReachedBy(flow)) this.keep(flow);
    }
  }

  /** A cell that no component holds; those of one key are one. */
  private addShared(fact: CellFact, shared: SharedCell, file: number): void {
    const { program } = this.linked;
    const { graph } = program;
    const { key } = shared;
    if (key !== null && this.keys.has(key)) return;
    if (key !== null) this.keys.add(key);
    const run = program.sharedRun();
    const setter =
      key !== null ? graph.keyedJoins.hubOf(changeKey(key)) : fact.setter === null ? null : graph.at(file, fact.setter);
    const read = fact.kind === 'url';
    const providers = fact.kind === 'service' ? this.services.providersOf(shared, file) : [];
    const name = `${fact.kind}:${shared.id}`;
    const cell: CellInfo = {
      id: '',
      name: shared.id,
      kind: fact.kind,
      home: providers.length === 1 ? (providers[0] ?? null) : null,
      file,
      spot: fact.at,
      value: { place: key === null ? graph.at(file, fact.value) : graph.keyedJoins.hubOf(key), path: 0, run },
      setter: setter === null ? null : { place: setter, path: 0, run },
      quiet: shared.quiet,
      ...(fact.tracks ? { tracks: fact.tracks } : {}),
      setterName: fact.kind === 'channel' ? fact.name : `set ${fact.name}`,
      callable: false,
      context: null,
    };
    if (this.services.areToldApart(providers)) return this.addInstances(cell, name, shared, providers);
    const flow = this.flowOf({ ...cell, id: read ? '' : this.idOf(graph.path(file), name) });
    if (!isReachedBy(flow) && shared.quiet) return;
    if (!read) return this.keep(flow);
    for (const { cell, ...flows } of urlValuesByRoute(this.linked, flow))
      this.keep({ cell: { ...cell, id: this.idOf(graph.path(cell.file), `url:${cell.name}`) }, ...flows });
  }

  /** A value of a service that is provided at several levels: one for each instance. */
  private addInstances(cell: CellInfo, name: string, shared: SharedCell, providers: readonly (number | null)[]): void {
    const { program } = this.linked;
    const ofHome = (home: number | null): string => program.component(home ?? -1)?.id ?? '';
    for (const home of [...providers].sort((a, b) => (ofHome(a) < ofHome(b) ? -1 : 1))) {
      const owner = program.component(home ?? -1);
      const id = this.idOf(program.graph.path(cell.file), owner ? `${name}@${owner.name}` : name);
      const { values, calls } = this.flowOf({ ...cell, id, home });
      const own = (flow: Flow | null): Flow | null =>
        flow && ofInstance(flow, (at) => this.services.serves(home, shared, cell.file, at));
      const flow = { cell: { ...cell, id, home }, values: own(values), calls: own(calls) };
      if (isUsedBy(flow)) this.keep(flow);
    }
  }

  private addContexts(): void {
    const { program, render } = this.linked;
    const { graph } = program;
    graph.contexts.forEach(({ fact, file }, context) => {
      if (fact.ambient) return;
      const homes = new Set(program.providersOf(context).map((site) => render.authors[site] ?? null));
      if (fact.maybe && homes.size === 0 && this.linked.crossings.readersOf(context).length === 0) return;
      const [home = null] = homes;
      this.add({
        id: this.idOf(graph.path(file), `context:${fact.name}`),
        name: fact.name || 'context',
        kind: 'context',
        home: homes.size === 1 ? home : null,
        file,
        spot: fact.at,
        value: null,
        setter: null,
        setterName: '',
        callable: false,
        context,
      });
    });
  }

  /**
   * Values passed to a child that come from no cell: literals, constants, functions written in place. The component
   * that writes them is their home, so that every prop has one.
   */
  private addLocals(): void {
    const passed = this.passedProps.all;
    // What a component only passes on has its home further up: that comes first, and then reaches here by itself.
    let pending = passed.filter((prop) => !this.isReached(prop) && prop.passedOn);
    for (const prop of passed) if (!this.isReached(prop) && !prop.passedOn) this.addLocal(prop);
    while (pending.length > 0) {
      const left: PassedProp[] = [];
      let added = false;
      for (const prop of pending) {
        if (this.isReached(prop)) continue;
        if (added || this.passedProps.comesFromParent(prop)) left.push(prop);
        else {
          this.addLocal(prop);
          added = true;
        }
      }
      const [first, ...others] = left;
      // Components that hand a value round in a circle: one of them has to be the start.
      if (!added && first) this.addLocal(first);
      pending = added ? left : others;
    }
  }

  /** What a provider is passed that comes from no cell: a text, a constant. Whoever provides it is its home. */
  private addProvided(): void {
    const { program, crossings } = this.linked;
    const { graph } = program;
    graph.sites.forEach(({ fact, file }, site) => {
      const context = program.siteTargets[site]?.provides ?? null;
      const valueProp = fact.props.find((prop) => prop.name === 'value');
      if (
        context === null ||
        graph.contexts[context]?.fact.ambient ||
        valueProp?.place == null ||
        crossings.readersOf(context).length === 0
      )
        return;
      const place = graph.at(file, valueProp.place);
      const origins = graph.trace(place);
      const constant =
        origins.length > 0 &&
        origins.every(
          (o) => /^(object|unknown)$/.test(graph.places[o.place]?.kind ?? '') && graph.edgesInto(o.place).length === 0,
        );
      const run = program.runsOf(program.unitOf(graph.fnAt(file, fact.fn)))[0];
      if (!constant || run === undefined) return;
      const name = graph.contexts[context]?.fact.name ?? 'value';
      this.addLocal({ name, place, file, at: valueProp.at, context: run });
    });
  }

  private isReached(prop: PassedProp): boolean {
    return this.arrivedProps.get(prop.to)?.has(prop.name) ?? false;
  }

  private addLocal(prop: Passed): void {
    const { guard } = this.linked.program.graph;
    guard.run(prop.file, () => this.addProp(prop), undefined);
  }

  private addProp(prop: Passed): void {
    const { program } = this.linked;
    const cell = this.passedProps.cellOf(prop);
    if (!cell) return;
    const owner = cell.home === null ? undefined : program.component(cell.home);
    this.add({ ...cell, id: this.idOf(owner?.id ?? program.graph.path(cell.file), cell.name) });
  }

  private idOf(owner: string, name: string): string {
    const base = owner.includes('#') ? `${owner}.${name}` : `${owner}#${name}`;
    const count = (this.taken.get(base) ?? 0) + 1;
    this.taken.set(base, count);
    return count === 1 ? base : `${base}~${count}`;
  }

  /** A value of one component's code that is no cell of its own: asked for by its local name. */
  local(home: number, name: string, file: number, spot: Spot, at: At): CellFlow {
    const callable = this.linked.program.graph.functionOfSelf.has(at.place);
    return this.flowOf({
      id: `${this.linked.program.component(home)?.id ?? ''}.${name}`,
      name,
      kind: 'derived',
      home,
      file,
      spot,
      value: at,
      setter: callable ? at : null,
      setterName: callable ? name : '',
      callable,
      context: null,
    });
  }

  private flowOf(cell: CellInfo): CellFlow {
    const shared = SHARED_CARRIER[cell.kind];
    const name = isShared(cell) ? cell.name.slice(cell.name.lastIndexOf('.') + 1) : cell.name;
    const flow = {
      cell,
      values: cell.value && !cell.callable ? this.flows.from(cell.value, name, 'value', shared) : null,
      calls: cell.setter ? this.flows.from(cell.setter, cell.setterName, 'function', shared) : null,
    };
    const known = this.before?.byId.get(cell.id);
    return known && known.values === flow.values && known.calls === flow.calls && isSame(known.cell, cell)
      ? known
      : flow;
  }

  private add(cell: CellInfo): void {
    this.keep(this.flowOf(cell));
  }

  private keep(flow: CellFlow): void {
    const { cell } = flow;
    this.all.push(flow);
    this.byId.set(cell.id, flow);
    for (const part of [flow.values, flow.calls])
      for (const { component, at } of part ? itself(part).stops.values() : []) {
        if (!component || component.propsPlace !== at.place) continue;
        const head = this.linked.program.fieldPaths.head(at.path);
        const heads = this.arrivedProps.get(at.run);
        if (heads) heads.add(head);
        else this.arrivedProps.set(at.run, new Set([head]));
      }
  }
}

/** Whether two cells are the same, made of the same facts. */
function isSame(a: CellInfo, b: CellInfo): boolean {
  return (
    a.name === b.name &&
    a.kind === b.kind &&
    a.home === b.home &&
    a.file === b.file &&
    a.spot === b.spot &&
    a.setterName === b.setterName &&
    a.callable === b.callable &&
    a.context === b.context &&
    a.quiet === b.quiet &&
    a.tracks === b.tracks &&
    a.computedOnce === b.computedOnce &&
    isSameAt(a.value, b.value) &&
    isSameAt(a.setter, b.setter)
  );
}

function isSameAt(a: At | null, b: At | null): boolean {
  return a === b || (!!a && !!b && a.place === b.place && a.path === b.path && a.run === b.run);
}

/** Whether any component gets a value, or what changes it. */
function isReachedBy({ values, calls }: CellFlow): boolean {
  return [values, calls].some((part) => [...(part?.stops.values() ?? [])].some((stop) => stop.component !== null));
}

/** Whether any component does something with a value, or with what changes it. */
function isUsedBy({ values, calls }: CellFlow): boolean {
  const isUse = ({ component, facts }: FlowStop): boolean => component !== null && facts.uses.length > 0;
  return [values, calls].some((part) => [...(part?.stops.values() ?? [])].some(isUse));
}
