/** What sites pass to components, and the cells that stand for passed values that come from no cell. */
import type { FileFacts, Spot } from '../model/facts';
import { isOfElement } from '../link/program/hostEvents';
import { CHILDREN, eventOf, HANDLE, isAnyField, isSlot, shownName } from '../model/signs';
import { FAMILIES } from '../model/families';
import type { Linked } from '../link';
import type { Origin } from '../link/graph/graph';
import type { Edge } from '../link/graph/edges';
import { Memo } from '../link/memo/memo';
import { namesBefore } from '../link/graph/aliases';
import type { CellInfo } from './cellInfo';

/** A value that some markup gives under a name. */
export interface Passed {
  name: string;
  place: number;
  file: number;
  at: Spot;
  context: number;
}

/** A prop a site gives to a component, and where it arrives. */
export interface PassedProp extends Passed {
  /** The run of the component it is given to. */
  to: number;
  /** It is something that the component which gives it was passed itself. */
  passedOn: boolean;
}

/** Functions that call something their component was passed, with where that comes from. */
type Handing = ReadonlyMap<number, readonly Origin[]>;

/** How something looks is no value that anybody follows. */
const LOOKS = /^(class|className|style)$/;

export class PassedProps {
  readonly all: readonly PassedProp[];
  private readonly handings: Memo<number, Handing>;
  private readonly handingIn: Handing[] = [];
  private readonly bySite: Memo<number, readonly PassedProp[]>;
  private readonly cells: Memo<Passed, Omit<CellInfo, 'id'> | null>;
  private readonly functionsPassed = new Map<number, readonly Origin[]>();
  /** The props some site gives to a component, by its function; null for a spread. */
  private readonly names = new Map<number, Set<string | null>>();

  constructor(
    private readonly linked: Linked,
    before: PassedProps | null,
  ) {
    const { program, memos } = linked;
    const { dependencies, graph } = program;
    this.cells = memos.of('given: cell');
    this.handings = before?.handings ?? new Memo(dependencies);
    this.bySite = before?.bySite ?? new Memo(dependencies);
    graph.files.forEach((facts, file) => {
      const handing = graph.guard.run(
        file,
        () => this.handings.get(file, () => this.handingOf(facts, file)),
        new Map<number, readonly Origin[]>(),
      );
      const known = before?.handingIn[file];
      // What a function calls may have come to be something else by an edit in another file.
      if (known && known !== handing && JSON.stringify([...known]) !== JSON.stringify([...handing]))
        dependencies.invalidate(file);
      this.handingIn[file] = handing;
      for (const [fn, params] of handing) this.functionsPassed.set(fn, params);
    });
    graph.sites.forEach(({ fact }, site) => {
      for (const fn of program.siteTargets[site]?.components ?? []) {
        const names = this.names.get(fn) ?? new Set();
        for (const prop of fact.props) names.add(prop.name);
        this.names.set(fn, names);
      }
    });
    this.all = graph.sites.flatMap(({ file }, site) =>
      graph.guard.run(file, () => this.bySite.get(site, () => this.passedAt(site)), []),
    );
  }

  private handingOf(facts: FileFacts, file: number): Handing {
    const { program } = this.linked;
    const { graph } = program;
    program.dependencies.dependOn(file);
    const found = new Map<number, Origin[]>();
    facts.calls.forEach((fact, index) => {
      const call = graph.callAt(file, index);
      if (program.callKind(call) !== 'handed') return;
      const fn = graph.fnOfCall(call);
      const params = graph
        .trace(graph.at(file, fact.callee))
        .filter((origin) => graph.places[origin.place]?.kind === 'param');
      const known = found.get(fn);
      if (known) known.push(...params);
      else found.set(fn, params);
    });
    return found;
  }

  private passedAt(site: number): PassedProp[] {
    const { program } = this.linked;
    const { graph } = program;
    const entry = graph.sites[site];
    if (!entry) return [];
    const { fact, file } = entry;
    program.dependencies.dependOn(file);
    const run = program.runsOf(program.unitOf(graph.fnAt(file, fact.fn)))[0];
    if (run === undefined) return [];
    const [first] = program.targetsAt(site, run);
    const target = first === undefined ? undefined : program.component(first.fn);
    if (first === undefined || target?.propsPlace == null) return [];
    // What others may take at the tag, a text that the component does not ask for, is an attribute of the element.
    const isAttribute = (name: string | null, literal: string | null): boolean =>
      literal !== null &&
      FAMILIES[target.family].sharesTag &&
      !target.takesRest &&
      !target.props.some((prop) => prop.name === name);
    const to = program.callContexts.root(first.fn, first.via);
    return fact.props.flatMap(({ name: written, place: local, literal, at }) => {
      if (local === null || isAttribute(written, literal)) return [];
      const own = graph.at(file, local);
      const fields = written === null ? this.fieldsOf(own, file) : [{ name: written, place: own }];
      return fields.flatMap(({ name, place }) => {
        if (name === CHILDREN || name === HANDLE || isSlot(name)) return [];
        const event = eventOf(name);
        if (event !== null && isOfElement(graph, program.siteTargets[site] ?? null, event)) return [];
        return [{ name, place, file, at, context: run, to, passedOn: this.sourcesOf(place).length > 0 }];
      });
    });
  }

  /** What a spread gives, where the object is put together in the same file. */
  private fieldsOf(spread: number, file: number): { name: string; place: number }[] {
    const { graph } = this.linked.program;
    const found = new Map<string, number>();
    const isHere = ({ op, from }: Edge): boolean => op === 'same' && graph.fileOfPlace[from] === file;
    for (const at of namesBefore(graph, spread, isHere))
      for (const { op, field, from } of graph.edgesInto(at))
        if (op === 'put' && graph.fileOfPlace[from] === file && !isAnyField(field) && !LOOKS.test(field))
          found.set(field, found.get(field) ?? from);
    return [...found].map(([name, place]) => ({ name, place }));
  }

  /** The component's own props a given value comes from, directly or through a function that calls them. */
  private sourcesOf(place: number): readonly Origin[] {
    const { graph } = this.linked.program;
    return graph.trace(place).flatMap((origin) => {
      if (graph.places[origin.place]?.kind === 'param') return [origin];
      const fn = graph.functionOfSelf.get(origin.place);
      return fn === undefined ? [] : (this.functionsPassed.get(fn) ?? []);
    });
  }

  /** Whether some site gives the component the prop it passes on. */
  comesFromParent(prop: PassedProp): boolean {
    const { graph } = this.linked.program;
    return this.sourcesOf(prop.place).some(({ place, path }) => {
      const names = this.names.get(graph.fnOfPlace(place));
      return !!names && (names.has(null) || names.has(path[0] ?? null));
    });
  }

  /** The cell a given value is, but for its id; null for markup, which is no value of its own. */
  cellOf(prop: Passed): Omit<CellInfo, 'id'> | null {
    return this.cells.get(prop, () => this.findCell(prop));
  }

  private findCell({ file, place, name: prop, at, context }: Passed): Omit<CellInfo, 'id'> | null {
    const { program } = this.linked;
    const { graph } = program;
    program.dependencies.dependOn(file);
    const fact = graph.places[place];
    const name = fact?.name && /^(binding|function|import|part)$/.test(fact.kind) ? fact.name : shownName(prop);
    const origins = graph.trace(place);
    const isFunction =
      origins.length > 0 && origins.every((o) => graph.places[o.place]?.kind === 'function' && o.path.length === 0);
    if (origins.some((o) => graph.places[o.place]?.kind === 'markup')) return null;
    const constant = origins.every((o) => /^(import|unknown|object|binding)$/.test(graph.places[o.place]?.kind ?? ''));
    return {
      name,
      kind: constant && !isFunction ? 'constant' : 'derived',
      home: program.callContexts.owner[context] ?? null,
      file,
      spot: fact && fact.at.line > 0 && fact.name === name ? fact.at : at,
      value: { place, path: 0, run: context },
      setter: isFunction ? { place, path: 0, run: context } : null,
      setterName: isFunction ? name : '',
      callable: isFunction,
      context: null,
    };
  }
}
