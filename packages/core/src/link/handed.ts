/**
 * Functions handed over and called elsewhere: callbacks, render functions, change functions given to a provider. Each
 * function written inside a component is followed as a value to the calls it ends up in.
 */
import type { Repeat } from '../model/facts';
import type { Clones } from './clones';
import { Crossings, type Environment } from './crossing';
import type { Locals } from './local';
import type { At } from './visited';
import type { Program } from './program';

const MAX_PLACES = 2000;

/** Where the result of a function goes that was handed over. */
export interface Caller {
  place: number;
  context: number;
  repeat: Repeat;
}

export class Handed {
  private readonly callees = new Map<string, { fn: number; context: number }[]>();
  private readonly callers = new Map<string, Caller[]>();
  private readonly markup = new Map<number, boolean>();

  constructor(
    private readonly program: Program,
    private readonly locals: Locals,
    environment: Environment | null,
    clones: Clones | null = null,
  ) {
    const crossings = new Crossings(program, environment, null, clones);
    program.graph.functions.forEach(({ fact, parent, file }, fn) => {
      if (parent === -1 || program.components.has(fn) || program.isModule(parent)) return;
      const unit = program.unitOf(fn);
      for (const context of program.runsOf(unit))
        this.follow(fn, { place: program.graph.at(file, fact.self), path: 0, context }, crossings);
    });
  }

  private follow(fn: number, start: At, crossings: Crossings): void {
    const seen = new Set<string>();
    const queue: At[] = [start];
    for (let at = queue.pop(); at && seen.size < MAX_PLACES; at = queue.pop()) {
      const key = `${at.place}:${at.path}:${at.context}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const local = this.locals.explore(at);
      // What a function has as a field (`search.cancel()`) is another function.
      for (const { call, context, part } of local.called)
        if (!part && this.program.callKind(call) === 'handed') this.join(fn, start.context, call, context);
      for (const exit of local.exits) {
        if (exit.derived || exit.part) continue;
        for (const crossing of crossings.cross(exit)) if (!crossing.part) queue.push(crossing.to);
      }
    }
  }

  private join(fn: number, context: number, call: number, callContext: number): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    add(this.callees, `${call}:${callContext}`, { fn, context });
    add(this.callers, `${fn}:${context}`, {
      place: graph.at(entry.file, entry.fact.result),
      context: callContext,
      repeat: entry.fact.repeat,
    });
  }

  /** The functions a call may call, with the run each belongs to. */
  calleesOf(call: number, context: number): readonly { fn: number; context: number }[] {
    // Inside a helper or a loop's function the run is a longer one than that in which the function arrived.
    for (let c = context; c !== -1; c = this.program.contexts.parent[c] ?? -1) {
      const found = this.callees.get(`${call}:${c}`);
      if (found) return found;
    }
    return [];
  }

  /** Where the results of a function go that was handed over. */
  callersOf(fn: number, context: number): readonly Caller[] {
    return this.callers.get(`${fn}:${context}`) ?? [];
  }

  /** Whether a function returns markup: calling it is rendering. */
  rendersMarkup(fn: number): boolean {
    let answer = this.markup.get(fn);
    if (answer === undefined) {
      const { graph } = this.program;
      const entry = graph.functions[fn];
      answer =
        !!entry &&
        graph.trace(graph.at(entry.file, entry.fact.result)).some((o) => graph.places[o.place]?.kind === 'markup');
      this.markup.set(fn, answer);
    }
    return answer;
  }
}

function add<T>(map: Map<string, T[]>, key: string, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
