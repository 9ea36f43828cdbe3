/** Phase 2, linking: components, runs and calls of all files, as one program. */
import type { FileFacts } from '../../model/facts';
import { fileRoutes } from '../generated/fileRoutes';
import { withTopics } from '../generated/topicConstants';
import { modelsFor } from '../generated/packageModels';
import { Graph } from '../graph/graph';
import { FieldPaths } from '../graph/fieldPaths';
import { Memo, Dependencies } from '../memo/memo';
import type { ProjectInput } from '../project';
import { Components } from './components';
import { ContextSensitive } from './contextSensitive';
import { CrowdedObjects } from './crowdedObjects';
import { joinNestedRoutes } from './nestedRoutes';
import { joinParentInstances, type ParentInstances } from './parentInstances';
import { Queries } from './queries';
import { type CallRun, Runs } from './runs';

export type { ComponentInfo } from './components';

/** How a call is made: of a known function, of a function that came from elsewhere, or of something outside. */
export type CallKind = 'known' | 'handed' | 'outside';

export class Program extends Components {
  readonly fieldPaths: FieldPaths;
  /** Objects that hold too much, or are passed to too many. */
  readonly crowded: CrowdedObjects;
  /** Functions that do not do the same whoever calls them. */
  readonly contextSensitive: ContextSensitive;
  private readonly runs: Runs;
  private readonly dynamic: Memo<string, readonly number[]>;

  /** What asks for children by what they are. */
  readonly queries: Queries;
  /** What reaches for whatever renders it, and was joined to that. */
  readonly parentInstances: ParentInstances;

  /** `before` is the program as it was before some of its files were edited; its graph has taken over their facts. */
  constructor(
    readonly input: ProjectInput,
    before: Program | null = null,
  ) {
    super(before?.graph ?? graphOf(input), before);
    this.fieldPaths = before?.fieldPaths ?? new FieldPaths();
    this.dynamic = before?.dynamic ?? new Memo(this.dependencies);
    this.crowded = new CrowdedObjects(this.graph, before?.crowded ?? null);
    joinNestedRoutes(this);
    this.contextSensitive = new ContextSensitive(this, before?.contextSensitive ?? null);
    this.runs = new Runs(this, this.contextSensitive, before?.runs ?? null);
    this.queries = new Queries(this);
    this.parentInstances = joinParentInstances(this);
    this.graph.see(null);
  }

  /** Whether a site does nothing but let names be there for all below: no component passes anything on by it. */
  isAmbient(site: number): boolean {
    const context = this.siteTargets[site]?.provides ?? null;
    return context !== null && this.graph.contexts[context]?.fact.ambient === true;
  }

  /** Every run of a function on behalf of some component, as contexts. */
  runsOf(unit: number): readonly number[] {
    return this.runs.of(unit);
  }

  /** Whether a function runs in more ways than are told apart. */
  runsInMore(unit: number): boolean {
    return this.runs.runsInMore(unit);
  }

  /** The runs of a function, those on behalf of one component taken together. */
  runsTogether(unit: number): readonly number[] {
    return this.runs.togetherOf(unit);
  }

  /** The runs of a function on behalf of the component that a run belongs to, taken together. */
  runsBeside(unit: number, context: number): number[] {
    const { owner, via } = this.callContexts;
    return this.runsTogether(unit).filter((run) => owner[run] === owner[context] && via[run] === via[context]);
  }

  /** Whether code runs as part of a component: its own, or its markup in a file of its own. */
  isPartOf(fn: number, component: number): boolean {
    const unit = this.unitOf(fn);
    if (unit === component) return true;
    if (!this.graph.functions[unit]?.fact.template) return false;
    return this.runsTogether(unit).some((run) => this.callContexts.ownerOf(run) === component);
  }

  /** The calls of a function on behalf of the component that a run belongs to, and the runs they are made in. */
  callsBeside(fn: number, run: number): readonly CallRun[] {
    return this.runs.callsBeside(fn, run);
  }

  /** The runs of a function that modules call as they are loaded: what it makes is there once for each such call. */
  moduleRunsOf(unit: number): readonly { run: number; call: number }[] {
    return this.runs.ofModules(unit);
  }

  /** What is computed in a run depends on its component, and on the calls that lead into it. */
  noteRun(run: number): void {
    const { graph, callContexts, dependencies } = this;
    for (let c = run; c !== -1; c = callContexts.parentOf(c)) {
      const call = graph.calls[callContexts.callOf(c)];
      if (call) dependencies.dependOn(call.file);
    }
    const owner = graph.functions[callContexts.ownerOf(run)];
    if (owner) dependencies.dependOn(owner.file);
  }

  /** Leaves the calls whose function no longer surrounds `fn`. */
  adjust(run: number, fn: number): number {
    let current = run;
    for (;;) {
      const call = this.callContexts.callOf(current);
      if (call === -1) return current;
      if (this.targetsIn(call, this.callContexts.parentOf(current)).some((target) => this.isWithin(fn, target)))
        return current;
      current = this.callContexts.parentOf(current);
      if (current === -1) return run;
    }
  }

  /**
   * The functions a call calls in one run: where it calls a parameter, the run's own calls say what was given for it.
   * Empty where that is passed in from further away.
   */
  targetsIn(call: number, run: number): readonly number[] {
    const known = this.graph.targetsOf(call);
    if (known.length > 0 || run === -1) return known;
    if (this.callContexts.callOf(run) === -1 && !this.isShared(run)) return known;
    return this.dynamic.get(
      `${call}:${run}`,
      () => {
        const entry = this.graph.calls[call];
        return entry ? this.functionsIn(this.graph.at(entry.file, entry.fact.callee), run, 0) : [];
      },
      { value: [] },
    );
  }

  private functionsIn(place: number, run: number, depth: number): number[] {
    const { graph, callContexts } = this;
    const found: number[] = [];
    for (const origin of graph.trace(place)) {
      if (origin.path.length > 0) continue;
      const fn = graph.functionOfSelf.get(origin.place);
      if (fn !== undefined) found.push(fn);
      if (graph.places[origin.place]?.kind !== 'param' || depth > 4) continue;
      const taker = graph.fnOfPlace(origin.place);
      const entry = graph.functions[taker];
      const index = entry?.fact.params.findIndex((param) => graph.at(entry.file, param) === origin.place) ?? -1;
      for (let c = run; c !== -1; c = callContexts.parentOf(c)) {
        const outer = callContexts.callOf(c);
        const outerRun = callContexts.parentOf(c);
        if (outer === -1 || !this.targetsIn(outer, outerRun).includes(taker)) continue;
        const numbered = graph.calls[outer];
        const arg = numbered?.fact.args[index];
        if (numbered && arg != null) found.push(...this.functionsIn(graph.at(numbered.file, arg), outerRun, depth + 1));
        break;
      }
      if (this.isShared(run)) found.push(...this.passedByModules(taker, index, depth));
    }
    return found;
  }

  /** Whether a call calls a parameter for which the run gives nothing at all: then nothing is called. */
  callsNothing(call: number, run: number): boolean {
    const { graph, callContexts } = this;
    const outer = graph.calls[callContexts.callOf(run)];
    const entry = graph.calls[call];
    if (!outer || !entry) return false;
    return graph.trace(graph.at(entry.file, entry.fact.callee)).every((origin) => {
      const taker = graph.functions[graph.fnOfPlace(origin.place)];
      const index = taker?.fact.params.findIndex((param) => graph.at(taker.file, param) === origin.place) ?? -1;
      return origin.path.length === 0 && index >= outer.fact.args.length;
    });
  }

  /** What the top levels of modules give a function as one of its arguments: its only callers where no component runs it. */
  private passedByModules(taker: number, index: number, depth: number): number[] {
    const { graph } = this;
    return graph.callersOfFunction(taker).flatMap((call) => {
      const entry = graph.calls[call];
      const arg = entry?.fact.args[index];
      if (!entry || !this.isModule(graph.fnOfCall(call)) || arg == null) return [];
      return this.functionsIn(graph.at(entry.file, arg), this.sharedRun(), depth + 1);
    });
  }

  callKind(call: number): CallKind {
    if (this.graph.targetsOf(call).length > 0) return 'known';
    const entry = this.graph.calls[call];
    if (!entry) return 'outside';
    for (const origin of this.graph.trace(this.graph.at(entry.file, entry.fact.callee))) {
      const kind = this.graph.places[origin.place]?.kind;
      if (kind === 'param' || kind === 'read' || kind === 'setter') return 'handed';
    }
    return 'outside';
  }
}

function graphOf(input: ProjectInput): Graph {
  // The answer must not depend on the order in which files were found.
  const files = [...withTopics(input.files)].sort((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0));
  const routes = fileRoutes(files, input.configs);
  return new Graph([...files, ...modelsFor(files), ...routes], input.configs, new Dependencies());
}

/** Edits after which numbers of what is gone have piled up, so that it is better to begin anew. */
const MANY_EDITS = 300;

/** Lets a graph take over the files that are edited. False, and nothing done, where that is not enough. */
export function takeEdits(graph: Graph, input: ProjectInput): boolean {
  const numbers = new Map(graph.files.map((file, index) => [file.path, index]));
  const changes = new Map<number, FileFacts>();
  for (const file of withTopics(input.files)) {
    const number = numbers.get(file.path);
    if (number === undefined) return false;
    if (graph.files[number] !== file) changes.set(number, file);
  }
  // The models of packages stand among the files: they have to be the same.
  const before = modelsFor([...changes.keys()].flatMap((number) => graph.files[number] ?? []));
  const after = modelsFor([...changes.values()]);
  if (before.length !== after.length || before.some((model, i) => model !== after[i])) return false;
  if (graph.dependencies.turn >= MANY_EDITS) return false;
  graph.dependencies.turn++;
  graph.guard.clear();
  return graph.replace(changes);
}
