/**
 * Joins across files other than imports: places with the same key (a topic, an action type, the program's one store),
 * props a wrapper adds, reducers that handle another module's action, fields mutated in place. Each is a stage of its
 * own and sees what earlier stages joined.
 */
import type { CellFact, FileFacts, JoinFact, MutationFact } from '../../model/facts';
import type { Stage } from './edges';
import { push } from './byPlace';
import type { Joint } from './crossFileEdges';
import type { TracedGraph } from './tracedGraph';
import { mutatedCells } from './mutatedCells';
import { nearestTo } from './nearby';
import { Memo, type Dependencies } from '../memo/memo';

/** The key under which a cell's setter is joined. */
export function changeKey(key: string): string {
  return `${key}!`;
}

type Joins = (readonly [from: number, to: number])[];

const NO_JOINS: Joins = [];

export class KeyedJoins {
  private readonly hubs = new Map<string, number>();
  /** Components that a wrapper adds props to. */
  readonly injected = new Set<number>();
  /** Places that take what is registered under a name. */
  readonly named = new Set<number>();
  private readonly memos: Record<'injected' | 'ties' | 'mutations' | 'bare', Memo<number, Joins>>;
  /** Changes in place of something that comes from too many places to tell what it is. */
  private readonly lost = new WeakMap<FileFacts, readonly MutationFact[]>();
  private setters: ReadonlyMap<number, number> = new Map();
  private definedIn: ReadonlyMap<string, readonly string[]> = new Map();

  constructor(
    private readonly graph: TracedGraph,
    dependencies: Dependencies,
  ) {
    this.memos = {
      injected: new Memo(dependencies),
      ties: new Memo(dependencies),
      mutations: new Memo(dependencies),
      bare: new Memo(dependencies),
    };
  }

  /** The mutations in place of a file that are not followed to what they change. */
  lostChanges(facts: FileFacts): readonly MutationFact[] {
    return this.lost.get(facts) ?? [];
  }

  /** Joins what is tied by now. */
  settle(): void {
    const { graph } = this;
    this.named.clear();
    this.definedIn = this.definitions();
    const takers = this.takersByName();
    const aliases = this.aliasesByName();
    graph.files.forEach((facts, file) => {
      const joints = this.byKey(facts, file, takers).map(([from, to]) => joint(from, to, 'same'));
      graph.settleStage('keys', file, [...joints, ...this.aliased(facts, file, aliases)]);
    });
    this.injected.clear();
    this.stage('injected', (facts) => facts.injects.length > 0, this.injectedBy);
    graph.files.forEach((facts, file) => this.noteInjected(facts, file));
    this.stage('ties', (facts) => facts.ties.length > 0, this.tiedBy);
    this.setters = this.findSetters();
    this.stage('mutations', (facts) => this.setters.size > 0 && facts.mutations.length > 0, this.changedBy);
    const bare = graph.hasBare;
    this.stage('bare', (facts) => bare && facts.calls.length > 0, this.calledBare);
  }

  private stage(
    stage: keyof KeyedJoins['memos'] & Stage,
    concerns: (facts: FileFacts) => boolean,
    joins: (facts: FileFacts, file: number) => Joins,
  ): void {
    const { graph } = this;
    graph.see(stage);
    graph.files.forEach((facts, file) => {
      const found = concerns(facts)
        ? graph.guard.run(file, () => this.memos[stage].get(file, () => joins(facts, file)), NO_JOINS)
        : NO_JOINS;
      graph.joinAll(stage, file, found);
    });
  }

  /** The place all places of one key are tied to. */
  hubOf(key: string, file = 0, kind: 'cell' | 'binding' = 'cell'): number {
    let hub = this.hubs.get(key);
    if (hub === undefined) {
      hub = this.graph.addPlace(file, { kind, name: key, fn: 0, at: { line: 1, column: 1, length: 0 } });
      this.hubs.set(key, hub);
    }
    return hub;
  }

  /** The files in which something is registered under a name, where there are several. */
  private definitions(): ReadonlyMap<string, readonly string[]> {
    const all = new Map<string, Set<string>>();
    for (const { path, joins } of this.graph.files)
      for (const { key, into, named } of joins)
        if (named === (into ? 'defined' : 'used')) all.set(key, (all.get(key) ?? new Set()).add(path));
    return new Map([...all].flatMap(([key, files]) => (files.size > 1 ? [[key, [...files]] as const] : [])));
  }

  /** The keys of what a file means by a name: its own where it registers that, else those of the nearest files that do. */
  private meant(key: string, file: number, into: boolean, named: JoinFact['named']): string[] {
    const definitions = this.definedIn.get(key);
    if (!definitions) return [key];
    const path = this.graph.files[file]?.path ?? '';
    const isDefinition = named === (into ? 'defined' : 'used');
    const files = isDefinition ? [path] : nearestTo(path, definitions, (one) => one);
    return files.map((one) => `${key} ${one}`);
  }

  /** The places that take what is registered under each name, in any file. */
  private takersByName(): ReadonlyMap<string, readonly number[]> {
    const found = new Map<string, number[]>();
    this.graph.files.forEach((facts, file) => {
      for (const { key, place, into, named } of facts.joins) {
        if (!named || into) continue;
        const taker = this.graph.at(file, place);
        this.named.add(taker);
        for (const one of this.meant(key, file, false, named)) push(found, one, taker);
      }
    });
    return found;
  }

  /** What markup calls each instance that is registered under a name. */
  private aliasesByName(): ReadonlyMap<string, ReadonlySet<string>> {
    const found = new Map<string, Set<string>>();
    for (const facts of this.graph.files)
      for (const { key, alias } of facts?.joins ?? [])
        if (alias !== undefined) found.set(key, (found.get(key) ?? new Set()).add(alias));
    return found;
  }

  /** An instance stands among the names of its scope under what markup calls it. */
  private aliased(facts: FileFacts, file: number, aliases: ReadonlyMap<string, ReadonlySet<string>>): Joint[] {
    const { graph } = this;
    return facts.joins.flatMap(({ key, place, on }) =>
      on === undefined
        ? []
        : [...(aliases.get(key) ?? [])].map((alias) => joint(graph.at(file, place), graph.at(file, on), 'put', alias)),
    );
  }

  private byKey(facts: FileFacts, file: number, takers: ReadonlyMap<string, readonly number[]>): Joins {
    const { graph } = this;
    for (const cell of facts.cells) if (cell.shared?.key != null) this.hubOf(cell.shared.key, file);
    if (facts.joins.length === 0) return NO_JOINS;
    return facts.joins.flatMap(({ key, place, into, named, alias, on }): Joins => {
      if (alias !== undefined || on !== undefined) return [];
      const own = graph.at(file, place);
      return (named ? this.meant(key, file, into, named) : [key]).flatMap((meant): Joins => {
        // What each instance has is its own: it goes to those who take it, and not by a place that is there for all.
        if (named && into && facts.places[place]?.fn !== 0)
          return (takers.get(meant) ?? []).map((taker) => [own, taker]);
        const hub = this.hubOf(meant, file, named ? 'binding' : 'cell');
        return [into ? [own, hub] : [hub, own]];
      });
    });
  }

  private readonly injectedBy = (facts: FileFacts, file: number): Joins => {
    const { graph } = this;
    graph.dependencies.dependOn(file);
    return facts.injects.flatMap(({ component, props }) =>
      graph.functionsAt(graph.at(file, component)).flatMap((fn) => {
        const entry = graph.functions[fn];
        const param = entry?.fact.params[0];
        return entry && param !== undefined ? [[graph.at(file, props), graph.at(entry.file, param)] as const] : [];
      }),
    );
  };

  private noteInjected(facts: FileFacts, file: number): void {
    const { graph } = this;
    for (const { component } of facts.injects)
      for (const fn of graph.functionsAt(graph.at(file, component))) this.injected.add(fn);
  }

  private readonly tiedBy = (facts: FileFacts, file: number): Joins => {
    const { graph } = this;
    graph.dependencies.dependOn(file);
    return facts.ties.flatMap(({ from, to, result }) => {
      const source = graph.at(file, from);
      if (result)
        return graph.functionsAt(graph.at(file, to)).flatMap((fn) => {
          const entry = graph.functions[fn];
          return entry ? [[source, graph.at(entry.file, entry.fact.result)] as const] : [];
        });
      return graph
        .trace(graph.at(file, to))
        .flatMap((origin) => (origin.path.length === 0 ? [[source, origin.place] as const] : []));
    });
  };

  /** What changes the cells that a change in place may change, by the place of their value. */
  private findSetters(): Map<number, number> {
    const { graph } = this;
    const setters = new Map<number, number>();
    graph.cells.forEach(({ fact, file }) => {
      const setter = setterOf(graph, fact, file);
      if ((fact.shared || fact.inPlace) && setter !== null) setters.set(graph.at(file, fact.value), setter);
    });
    return setters;
  }

  private readonly changedBy = (facts: FileFacts, file: number): Joins => {
    const { graph } = this;
    graph.dependencies.dependOn(file);
    const lost: MutationFact[] = [];
    this.lost.set(facts, lost);
    return facts.mutations.flatMap((mutation) => {
      const { object, field, change } = mutation;
      if (change === null) return [];
      const cells = mutatedCells(graph, graph.at(file, object), field);
      if (cells === null) lost.push(mutation);
      return (cells ?? []).flatMap((cell) => {
        const setter = this.setters.get(cell);
        return setter === undefined ? [] : [[setter, graph.at(file, change)] as const];
      });
    });
  };

  /** Calls without arguments of functions that then bring something else. */
  private readonly calledBare = (facts: FileFacts, file: number): Joins => {
    const { graph } = this;
    graph.dependencies.dependOn(file);
    return facts.calls.flatMap(({ args, result }, call) => {
      if (args.length > 0) return [];
      return graph.targetsOf(graph.callAt(file, call)).flatMap((fn) => {
        const entry = graph.functions[fn];
        const bare = entry?.fact.bare;
        return entry && bare !== undefined ? [[graph.at(entry.file, bare), graph.at(file, result)] as const] : [];
      });
    });
  };
}

function joint(from: number, to: number, op: Joint['op'], field = ''): Joint {
  return { from, to, op, field, except: null };
}

function setterOf(graph: TracedGraph, fact: CellFact, file: number): number | null {
  return fact.setter === null ? null : graph.at(file, fact.setter);
}
