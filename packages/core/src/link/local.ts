/**
 * What becomes of a value inside one component: from the place it arrives at, along names, fields, closures, hooks and
 * helpers, to where it is used and where it leaves. The answer depends on the place, the field path and the run alone,
 * so it is worked out once and serves every trail that comes by.
 */
import { isAnyField, isLeftOut } from '../model/signs';
import { DEEPER, fieldMatches } from './intern';
import type { Edge } from './edges';
import { Kept } from './kept';
import {
  changeOf,
  DERIVED,
  FROZEN,
  isAnew,
  isPart,
  MANY,
  PART,
  SOMETIMES,
  wasDerived,
  type At,
  type Change,
  type ExitKind,
  type Local,
  type Visited,
} from './visited';
import type { Program } from './program';

type State = Visited;

/** Why following ends, as people read it. */
const TOO_DEEP = 'it lies more than three fields deep';
const TOO_MANY = 'it gets to too many places in one component';

/** Uses of a value that are none of what is stored in it. */
const WHOLE_ONLY = /^(iterated|branched|effect|shown)$/;

const MAX_STATES = 4000;
const FEW = 24;

function stateKey(state: State): string {
  return `${state.place}:${state.path}:${state.context}:${state.flags}:${state.key}`;
}

export class Locals {
  private readonly known: Kept<string, Local>;
  private readonly taken: Kept<string, ReadonlySet<string> | null>;

  constructor(
    private readonly program: Program,
    before: Locals | null,
  ) {
    this.known = before?.known ?? new Kept(program.reads);
    this.taken = before?.taken ?? new Kept(program.reads);
  }

  /**
   * The fields that are taken out of the object a place holds; null where it is also used as a whole, or taken apart by keys that
   * are not known. What nobody takes need not be followed there, one value after the other.
   */
  fieldsTaken(at: At): ReadonlySet<string> | null {
    return this.taken.get(`${at.place}:${at.context}`, () => this.findTaken(at));
  }

  private findTaken(at: At): ReadonlySet<string> | null {
    const { graph } = this.program;
    const { visited, uses, exits, outsideCalls, cut } = this.explore({ ...at, path: 0 });
    if (cut !== null || exits.some((exit) => !exit.part)) return null;
    const isWhole = ({ path, part }: { path: number; part: boolean }): boolean => path === 0 && !part;
    if (uses.some((use) => isWhole(use) && !WHOLE_ONLY.test(graph.uses[use.use]?.fact.kind ?? ''))) return null;
    if (outsideCalls.some(isWhole)) return null;
    const fields = new Set<string>();
    for (const one of visited) {
      if (isPart(one)) continue;
      if (one.path !== 0 || wasDerived(one)) return null;
      for (let edge = graph.firstOut(one.place); edge; edge = edge.nextOut)
        if (edge.op === 'get' && !isAnyField(edge.field)) fields.add(edge.field);
        else if (edge.op !== 'same' && edge.op !== 'frozen') return null;
    }
    return fields;
  }

  /** How many places were come to, over all explorations. */
  get states(): number {
    let states = 0;
    for (const { visited } of this.known.values()) states += visited.length;
    return states;
  }

  explore(at: At): Local {
    const key = `${at.place}:${at.path}:${at.context}`;
    const known = this.known.find(key);
    if (known) return known.value;
    return this.known.make(key, () => {
      this.program.noteRun(at.context);
      return new Exploration(this.program, at).run();
    });
  }
}

class Exploration {
  private readonly states: State[] = [];
  /** Filled only once there are many states: most values come to a few places, which are quicker looked through. */
  private seen: Set<string> | null = null;
  private readonly local: Local = {
    uses: [],
    outsideCalls: [],
    called: [],
    exits: [],
    cut: null,
    visited: this.states,
  };

  constructor(
    private readonly program: Program,
    start: At,
  ) {
    this.move({ ...start, flags: 0, from: -1, key: '' });
  }

  run(): Local {
    for (let i = 0; i < this.states.length; i++) {
      const state = this.states[i];
      if (i >= MAX_STATES) {
        this.cut(TOO_MANY);
        break;
      }
      if (state) this.step(state, i);
    }
    return this.local;
  }

  private move(state: State): void {
    if (this.seen) {
      const key = stateKey(state);
      if (this.seen.has(key)) return;
      this.seen.add(key);
    } else {
      for (const s of this.states)
        if (
          s.place === state.place &&
          s.path === state.path &&
          s.context === state.context &&
          s.flags === state.flags &&
          s.key === state.key
        )
          return;
      if (this.states.length >= FEW) this.seen = new Set([...this.states, state].map(stateKey));
    }
    this.states.push(state);
  }

  private step(state: State, index: number): void {
    const { program, local } = this;
    const { graph } = program;
    const change = changeOf(state.flags);
    for (let edge = graph.firstOut(state.place); edge; edge = edge.nextOut) this.along(edge, state, index);
    for (const use of graph.usesOf(state.place)) {
      const entry = graph.uses[use];
      if (!entry) continue;
      for (const context of this.runsAt(state, graph.fnAt(entry.file, entry.fact.fn), index))
        local.uses.push({ use, path: state.path, context, ...change });
    }
    this.throughCalls(state, index, change);
    const site = graph.siteOfProps.get(state.place);
    if (site !== undefined) this.leave('site', state, index, site);
    const clone = graph.cloneOfProps.get(state.place);
    if (clone !== undefined) this.leave('clone', state, index, clone);
    const handle = graph.handleOf.get(state.place);
    if (handle !== undefined && state.path !== 0) this.leave('handle', state, index, handle);
    const fn = graph.functionOfResult.get(state.place);
    if (fn !== undefined) this.comeBack(fn, state, index);
  }

  private along(edge: Edge, state: State, index: number): void {
    const { program } = this;
    const { graph, paths } = program;
    let path = state.path;
    let flags = state.flags;
    let { key } = state;
    switch (edge.op) {
      case 'same':
        break;
      case 'get':
        if (path === 0) flags |= PART;
        else if (paths.head(path) === DEEPER) return this.cut(TOO_DEEP);
        else if (fieldMatches(edge.field, paths.head(path))) {
          if (edge.field === '*' && isName(paths.head(path))) key = paths.head(path);
          path = paths.tail(path);
        } else return;
        break;
      case 'put': {
        const longer = paths.cons(edge.field === '*' && key !== '' ? key : edge.field, path);
        key = '';
        // What holds a copy of itself is not followed round and round: who reads it there reads it on the way it has taken.
        if (this.comesRound(edge.to, longer, state.context, index)) return;
        path = longer;
        break;
      }
      case 'unwrap':
        if (paths.head(path) === edge.field) path = paths.tail(path);
        break;
      case 'rest':
        if (path !== 0 && isLeftOut(paths.head(path), edge.except)) return;
        break;
      case 'derived':
        flags |= DERIVED;
        path = 0;
        key = '';
        break;
      case 'frozen':
        flags |= FROZEN;
        break;
      case 'taken':
        if (path === 0) flags |= FROZEN;
        break;
    }
    const fn = graph.fnOfPlace(edge.to);
    const here = graph.fnOfPlace(state.place);
    if (fn === here) return this.move({ place: edge.to, path, flags, context: state.context, from: index, key });
    const shared = program.isShared(state.context);
    if (program.isModule(fn)) {
      // Markup that a module writes belongs to nobody until a component shows it.
      if (shared || program.ownerOf(state.context) === undefined)
        this.move({ place: edge.to, path, flags, context: state.context, from: index, key });
      return;
    }
    const unit = program.unitOf(fn);
    if (shared && unit !== program.unitOf(here))
      return this.fromShared({ ...state, place: edge.to, path, flags, key }, unit, index);
    if (program.isModule(here) && program.ownerOf(state.context) === undefined) {
      // Markup that a module writes, shown by a component it is joined to.
      for (const context of program.runsTogether(unit))
        this.exit('inner', { place: edge.to, path, context }, unit, 0, flags, index);
      return;
    }
    if (program.isModule(here)) {
      // What stands at a module's top level is there for all; it is followed on for this component alone.
      for (const context of program.runsBeside(unit, state.context))
        this.move({ place: edge.to, path, flags, context, from: index, key });
      return;
    }
    if (unit === program.unitOf(here)) {
      const context = program.adjust(state.context, fn);
      return this.move({ place: edge.to, path, flags, context, from: index, key });
    }
    // A component written inside another reads what surrounds it; an outlet shows what its route was given.
    if (program.isComponent(unit)) {
      for (const context of program.rootsOf(unit))
        this.exit('inner', { place: edge.to, path, context }, unit, 0, flags, index);
    }
  }

  /** Whether a value came by a place before, and is put there again deeper within something. */
  private comesRound(place: number, path: number, context: number, index: number): boolean {
    const { paths } = this.program;
    if (paths.depth(path) < 2) return false;
    for (let at = this.states[index]; at; at = this.states[at.from])
      if (at.place === place && at.context === context && at.path !== path && paths.endsIn(path, at.path)) return true;
    return false;
  }

  private cut(reason: string): void {
    this.local.cut ??= reason;
  }

  /** What belongs to no component reaches every run that reads it; code that no component runs is the store's own. */
  private fromShared(state: State, unit: number, index: number): void {
    const runs = this.program.runsTogether(unit);
    if (runs.length === 0) this.move({ ...state, from: index });
    for (const context of runs)
      this.exit('shared', { place: state.place, path: state.path, context }, unit, 0, state.flags, index);
  }

  /**
   * The runs in which code of `fn` meets the value at a state. Only at a module's top level are they others than the
   * state's own: there, what no component holds leaves for each component that reads it.
   */
  private runsAt(state: State, fn: number, index: number): readonly number[] {
    const { program } = this;
    if (program.isModule(fn) || !program.isModule(program.graph.fnOfPlace(state.place))) return [state.context];
    const unit = program.unitOf(fn);
    if (!program.isShared(state.context)) return program.runsBeside(unit, state.context);
    if (program.runsOf(unit).length === 0) return [state.context];
    this.fromShared(state, unit, index);
    return [];
  }

  private throughCalls(state: State, index: number, change: Change): void {
    const { program, local } = this;
    const { graph } = program;
    for (const call of graph.callsWithArg(state.place))
      for (const context of this.runsAt(state, graph.fnOfCall(call), index))
        this.intoCall(call, { ...state, context }, index, change);
    for (const call of graph.callsWithReceiver(state.place)) {
      if (state.path !== 0) continue;
      for (const context of this.runsAt(state, graph.fnOfCall(call), index)) {
        if (program.targetsIn(call, context).length > 0) continue;
        local.outsideCalls.push({ call, path: 0, context, ...change });
        this.toResult(call, { ...state, context }, index, DERIVED);
      }
    }
    if (state.path !== 0) return;
    for (const call of graph.callsWithCallee(state.place))
      for (const context of this.runsAt(state, graph.fnOfCall(call), index))
        local.called.push({ call, context, part: change.part });
  }

  private intoCall(call: number, state: State, index: number, change: Change): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    const targets = this.program.targetsIn(call, state.context);
    entry.fact.args.forEach((arg, i) => {
      if (arg === null || graph.at(entry.file, arg) !== state.place) return;
      for (const fn of targets) this.enter(fn, i, call, state, index);
      if (targets.length === 0 && !entry.fact.onlyKnown && !this.program.callsNothing(call, state.context))
        this.intoUnknown(call, i, state, index, change);
    });
  }

  private enter(fn: number, param: number, call: number, state: State, index: number): void {
    const { program } = this;
    const { graph, contexts, paths } = program;
    if (!graph.functions[fn] || program.isComponent(fn)) return;
    const context = contexts.push(state.context, call);
    if (context === null) {
      // Recursion or very deep helpers: what comes out is taken as computed from what went in.
      this.toResult(call, state, index, DERIVED);
      return;
    }
    const taken = graph.paramOf(fn, param);
    const path = taken?.field == null ? state.path : paths.cons(taken.field, state.path);
    if (taken) this.move({ ...state, place: taken.place, path, context, from: index });
  }

  private intoUnknown(call: number, arg: number, state: State, index: number, change: Change): void {
    if (this.program.callKind(call) === 'handed') this.exit('argument', state, call, arg, state.flags, index);
    else {
      this.local.outsideCalls.push({ call, path: state.path, context: state.context, ...change });
      this.toResult(call, state, index, DERIVED);
    }
  }

  private toResult(call: number, state: State, index: number, flag: number): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    const place = graph.at(entry.file, entry.fact.result);
    this.move({ place, path: 0, flags: state.flags | flag, context: state.context, from: index, key: '' });
  }

  /** A value that a function returns goes back to whoever called it. */
  private comeBack(fn: number, state: State, index: number): void {
    const { program } = this;
    const { graph, contexts } = program;
    if (program.isComponent(fn)) return this.leave('rendered', state, index, fn);
    if (contexts.joins[state.context] !== -1 && program.unitOf(fn) === fn) return this.comeBackToAll(fn, state, index);
    const call = contexts.call[state.context] ?? -1;
    if (call !== -1 && program.targetsIn(call, contexts.parent[state.context] ?? -1).includes(fn)) {
      const context = contexts.parent[state.context] ?? -1;
      if (context !== -1) this.outOf(call, context, state, index);
      return;
    }
    const unit = program.unitOf(fn);
    for (const caller of graph.callersOfFunction(fn)) {
      const around = graph.fnOfCall(caller);
      const byModule = program.isModule(around) && program.ownerOf(state.context) === undefined;
      if (program.unitOf(around) !== unit && !byModule) continue;
      this.outOf(caller, program.adjust(state.context, graph.fnOfCall(caller)), state, index);
    }
    this.leave('returned', state, index, fn);
  }

  /** What is the same in all runs of a function comes out of every call of it. */
  private comeBackToAll(fn: number, state: State, index: number): void {
    for (const { call, context } of this.program.callsBeside(fn, state.context))
      this.outOf(call, context, state, index);
    this.leave('returned', state, index, fn);
  }

  private outOf(call: number, context: number, state: State, index: number): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    const often = entry.fact.repeat === 'many' ? MANY : entry.fact.repeat === 'conditional' ? SOMETIMES : 0;
    const place = graph.at(entry.file, entry.fact.result);
    this.move({ ...state, place, flags: state.flags | often, context, from: index });
  }

  private leave(kind: ExitKind, state: State, index: number, target: number): void {
    this.exit(kind, state, target, 0, state.flags, index);
  }

  private exit(kind: ExitKind, at: At, target: number, arg: number, flags: number, index: number): void {
    this.local.exits.push({
      kind,
      at: { place: at.place, path: at.path, context: at.context },
      target,
      index: arg,
      through: this.through(index),
      anew: isAnew(this.program.graph, this.states, index),
      ...changeOf(flags),
    });
  }

  /** The hooks and helpers the value went through, from the states that led here. */
  private through(index: number): string[] {
    const { graph, contexts } = this.program;
    const names: string[] = [];
    let inner = -1;
    for (let i = index; i !== -1; i = this.states[i]?.from ?? -1) {
      const context = this.states[i]?.context ?? 0;
      const call = contexts.call[context] ?? -1;
      if (call === -1 || call === inner) {
        inner = call;
        continue;
      }
      inner = call;
      for (const fn of this.program.targetsIn(call, contexts.parent[context] ?? -1)) {
        const fact = graph.functions[fn]?.fact;
        if (fact?.name && !names.includes(fact.name)) names.unshift(fact.name);
      }
    }
    return names;
  }
}

/** A field by name, not a place in a list. */
function isName(field: string): boolean {
  return field !== '*' && !/^\d+$/.test(field);
}
