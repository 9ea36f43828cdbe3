/**
 * Functions passed on and called elsewhere: callbacks, render functions, setters given to a provider. Each function
 * written inside a component is followed as a value to the calls it ends up in.
 */
import type { FileFacts } from '../../model/facts';
import type { Clones } from './clones';
import { Crossings, type Callee, type Caller, type Environment, type FunctionsPassed } from './crossings';
import { dependencyKey, Memo } from '../memo/memo';
import type { Locals } from './locals';
import type { At } from './visited';
import type { Program } from '../program/program';
import type { ContextReaders } from '../program/contextReaders';

const MAX_PLACES = 2000;

/** A call that a function reaches, in the run it is made in. */
interface Called {
  call: number;
  run: number;
  /** The site by which it came to the component that calls it; null where it came another way. */
  site: number | null;
}

/** The calls that a function reaches which belongs to one run. */
interface FunctionInRun extends Found {
  fn: number;
  run: number;
}

/** The calls that a function reaches, and whether it was followed to all of them. */
interface Found {
  called: readonly Called[];
  cut: boolean;
}

export class FunctionFlow implements FunctionsPassed {
  /** Functions that are passed to more places than are followed. */
  readonly cut = new Set<number>();
  private readonly callees = new Map<string, Callee[]>();
  private readonly callers = new Map<string, Caller[]>();
  private readonly markup: Memo<number, boolean>;
  private readonly followed: Memo<string, Found>;
  private readonly inFiles: Memo<number, readonly FunctionInRun[]>;

  constructor(
    private readonly program: Program,
    private readonly locals: Locals,
    contextReaders: ContextReaders,
    environment: Environment | null,
    clones: Clones,
    before: FunctionFlow | null,
  ) {
    this.markup = before?.markup ?? new Memo(program.dependencies);
    this.followed = before?.followed ?? new Memo(program.dependencies);
    this.inFiles = before?.inFiles ?? new Memo(program.dependencies);
    const crossings = new Crossings(program, locals, contextReaders, environment, null, clones);
    program.graph.files.forEach((facts, file) => {
      for (const { fn, run, called, cut } of program.graph.guard.run(
        file,
        () => this.inFiles.get(file, () => this.passedTo(facts, file, crossings)),
        [],
      )) {
        for (const one of called) this.join(fn, run, one);
        if (cut) this.cut.add(fn);
      }
    });
    if (before) this.invalidateChanged(before);
  }

  /** The functions of a file that end up in some call that was passed them. */
  private passedTo(facts: FileFacts, file: number, crossings: Crossings): FunctionInRun[] {
    const { program } = this;
    const { graph } = program;
    program.dependencies.dependOn(file);
    return facts.functions.flatMap(({ self }, index) => {
      const fn = graph.fnAt(file, index);
      const parent = graph.parentOf(fn);
      if (parent === -1 || program.isComponent(fn) || program.isModule(parent)) return [];
      return program.runsOf(program.unitOf(fn)).flatMap((run) => {
        const start = { place: graph.at(file, self), path: 0, run };
        const found = this.followed.get(`${start.place}:${run}`, () => this.follow(start, crossings));
        return found.called.length > 0 || found.cut ? [{ fn, run, ...found }] : [];
      });
    });
  }

  private invalidateChanged(before: FunctionFlow): void {
    const { dependencies } = this.program;
    invalidateKeys(before.callees, this.callees, (call) => dependencies.invalidate(dependencyKey.callees(call)));
    invalidateKeys(before.callers, this.callers, (fn) => dependencies.invalidate(dependencyKey.handedTo(fn)));
  }

  private follow(start: At, crossings: Crossings): Found {
    this.program.noteRun(start.run);
    const called: Called[] = [];
    const seen = new Set<string>();
    const queue: { at: At; site: number | null }[] = [{ at: start, site: null }];
    for (let next = queue.pop(); next && seen.size < MAX_PLACES; next = queue.pop()) {
      const { at, site } = next;
      const key = `${at.place}:${at.path}:${at.run}@${site ?? ''}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const local = this.locals.explore(at);
      // What a function has as a field (`search.cancel()`) is another function.
      for (const { call, run, part } of local.called)
        if (!part && this.program.callKind(call) === 'handed') called.push({ call, run, site });
      for (const exit of local.exits) {
        if (exit.derived || exit.part) continue;
        for (const crossing of crossings.cross(exit))
          if (!crossing.part) queue.push({ at: crossing.to, site: crossing.by });
      }
    }
    return { called, cut: seen.size >= MAX_PLACES };
  }

  private join(fn: number, run: number, { call, run: callRun, site }: Called): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    add(this.callees, `${call}:${callRun}`, { fn, run, site });
    add(this.callers, `${fn}:${run}`, {
      site,
      place: graph.at(entry.file, entry.fact.result),
      run: callRun,
      repeat: entry.fact.repeat,
    });
  }

  /** The functions a call may call, with the run each belongs to. */
  calleesOf(call: number, context: number): readonly Callee[] {
    this.program.dependencies.dependOn(dependencyKey.callees(call));
    // Inside a helper or a loop's function the run is a longer one than that in which the function arrived.
    for (let c = context; c !== -1; c = this.program.callContexts.parentOf(c)) {
      const found = this.callees.get(`${call}:${c}`);
      if (found) return found;
    }
    return [];
  }

  /** Where the results of a function go that was passed. */
  callersOf(fn: number, run: number): readonly Caller[] {
    this.program.dependencies.dependOn(dependencyKey.handedTo(fn));
    return this.callers.get(`${fn}:${run}`) ?? [];
  }

  /** Whether a function returns markup: calling it is rendering. */
  rendersMarkup(fn: number): boolean {
    return this.markup.get(fn, () => {
      const { graph } = this.program;
      const entry = graph.functions[fn];
      if (!entry) return false;
      return graph.trace(graph.at(entry.file, entry.fact.result)).some((o) => graph.places[o.place]?.kind === 'markup');
    });
  }
}

function add<T>(map: Map<string, T[]>, key: string, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Tells of keys (`number:run`) that have another list than before. */
function invalidateKeys<T extends object>(
  before: ReadonlyMap<string, readonly T[]>,
  after: ReadonlyMap<string, readonly T[]>,
  invalidate: (number: number) => void,
): void {
  const numberOf = (key: string): number => Number(key.slice(0, key.indexOf(':')));
  for (const [key, list] of after) {
    const known = before.get(key);
    if (known?.length !== list.length || !list.every((one, i) => isAlike(one, known[i]))) invalidate(numberOf(key));
  }
  for (const key of before.keys()) if (!after.has(key)) invalidate(numberOf(key));
}

function isAlike<T extends object>(a: T, b: T | undefined): boolean {
  if (!b) return false;
  for (const key in a) if (a[key] !== b[key]) return false;
  return true;
}
