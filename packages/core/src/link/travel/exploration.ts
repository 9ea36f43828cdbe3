/**
 * One exploration: a value's way through one component's code, place by place. Functions that act alike for every
 * caller are followed once per way the value arrives, and it returns to each call it came from.
 */
import { isLeftOut } from '../../model/signs';
import { isChosenByKey } from '../graph/aliases';
import { DEEPER, fieldMatches } from '../graph/fieldPaths';
import { CallContexts } from '../program/callContexts';
import { push } from '../graph/byPlace';
import type { Edge } from '../graph/edges';
import { Entries, NO_CALLS, type Caller, type Left } from './functionEntries';
import {
  ANEW,
  SPREAD,
  TOLD_OF_FIRST,
  changeOf,
  DERIVED,
  FROZEN,
  GUESSED,
  isAnew,
  isGuessed,
  MANY,
  PART,
  SOMETIMES,
  type At,
  type Change,
  type ExitKind,
  type Local,
  type Visited,
} from './visited';
import { Passed } from './callsPassed';
import type { Program } from '../program/program';

type State = Visited;

/** Why following ends, as people read it. */
const TOO_DEEP = 'the value is nested more than three fields deep';
const TOO_MANY = 'the value reaches too many places in one component';
const HANDED_ABOUT = 'the object around the value is copied or passed on as a whole in too many places';
const BY_ANY_KEY = 'the value is one of many fields read by a key that is only known at run time';

const DEEP_CALLS = 'the chain of helpers that leads to ';
const deepIn = (helper: string): string =>
  `${DEEP_CALLS}${helper || 'a function without a name'} is too long to follow`;

/** Whether a reason is told once for the whole project: it names the helper in which following ends, or is the same for all. */
export const isToldOnce = (reason: string): boolean => reason.startsWith(DEEP_CALLS) || reason === EXTENDS;

export const EXTENDS = 'the component extends another, and what it inherits from that one is not followed';

/** In one component, a value that comes to more places than this is not followed further. */
const MAX_STATES = 4000;
const FEW = 24;
/** A value that comes to more places than this is followed through fewer helpers. */
const MANY_STATES = 100;

/** Whether two states are the same, but for what is told of the first way alone. */
function isSame(a: State, b: State): boolean {
  return (
    a.place === b.place &&
    a.path === b.path &&
    a.run === b.run &&
    ((a.flags ^ b.flags) & ~TOLD_OF_FIRST) === 0 &&
    a.entry === b.entry &&
    a.key === b.key
  );
}

export class Exploration {
  private readonly states: State[] = [];
  /** Filled only once there are many states: most values come to a few places, which are quicker looked through. */
  private seen: Map<number, State[]> | null = null;
  private readonly entries = new Entries();
  private readonly passed: Passed;
  private readonly local: Local = {
    uses: [],
    outsideCalls: [],
    called: [],
    exits: [],
    cut: null,
    cameBy: NO_CALLS,
    visited: this.states,
  };

  constructor(
    private readonly program: Program,
    start: At,
  ) {
    this.passed = new Passed(program, this.states);
    this.move({ ...start, flags: 0, from: -1, key: '', entry: -1 });
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
    this.local.cameBy = this.entries.cameBy;
    return this.local;
  }

  private move(state: State): void {
    const { states } = this;
    if (!this.seen) {
      for (const known of states) if (isSame(known, state)) return;
      states.push(state);
      if (states.length > FEW) {
        this.seen = new Map();
        for (const one of states) push(this.seen, one.place, one);
      }
      return;
    }
    const here = this.seen.get(state.place);
    if (here) for (const known of here) if (isSame(known, state)) return;
    if (here) here.push(state);
    else this.seen.set(state.place, [state]);
    states.push(state);
  }

  private step(state: State, index: number): void {
    const { program, local } = this;
    const { graph } = program;
    const change = changeOf(state.flags);
    const first = graph.firstOut(state.place);
    const few = first && state.path !== 0 ? graph.outFor(state.place, program.fieldPaths.head(state.path)) : null;
    if (few) for (const edge of few) this.along(edge, state, index);
    else for (let edge = first; edge; edge = edge.nextOut) this.along(edge, state, index);
    for (const use of graph.usesOf(state.place)) {
      const entry = graph.uses[use];
      if (!entry) continue;
      for (const run of this.runsAt(state, graph.fnAt(entry.file, entry.fact.fn), index))
        local.uses.push({ use, from: index, path: state.path, run, ...change });
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
    const { graph, fieldPaths } = program;
    let path = state.path;
    let flags = state.flags;
    let { key } = state;
    switch (edge.op) {
      case 'same':
        if (this.isOneOfMany(edge, path)) return this.cut(HANDED_ABOUT);
        break;
      case 'get':
        if (path === 0) flags |= PART;
        else if (fieldPaths.head(path) === DEEPER) return this.cut(TOO_DEEP);
        else if (
          edge.field === '*' &&
          isName(fieldPaths.head(path)) &&
          program.crowded.holdsMany(state.place, program.ownerOf(state.run)?.fn)
        )
          return this.cut(BY_ANY_KEY);
        else if (fieldMatches(edge.field, fieldPaths.head(path))) {
          if (edge.field === '*' && isName(fieldPaths.head(path))) {
            key = fieldPaths.head(path);
            flags |= GUESSED;
          }
          path = fieldPaths.tail(path);
        } else return;
        break;
      case 'put': {
        if (this.isOneOfMany(edge, path)) return this.cut(HANDED_ABOUT);
        const isBack = edge.field === '*' && key !== '';
        const longer = fieldPaths.cons(isBack ? key : edge.field, path);
        if (isBack) flags &= ~GUESSED;
        key = '';
        // What holds a copy of itself is not followed round and round: who reads it there reads it on the way it has taken.
        if (this.comesRound(edge.to, longer, state.run, index)) return;
        path = longer;
        break;
      }
      case 'unwrap':
        if (fieldPaths.head(path) === edge.field) path = fieldPaths.tail(path);
        break;
      case 'rest':
        if (path !== 0 && isLeftOut(fieldPaths.head(path), edge.except)) return;
        break;
      case 'derived':
        // Whether an object is there says nothing of what is in it.
        if (path !== 0 && graph.wholes.has(edge.to)) return;
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
    if (path === state.path && graph.places[edge.to]?.kind === 'object') flags |= path === 0 ? TOLD_OF_FIRST : ANEW;
    const { run, entry } = state;
    const fn = graph.fnOfPlace(edge.to);
    const here = graph.fnOfPlace(state.place);
    if (fn === here) return this.move({ place: edge.to, path, flags, run, from: index, key, entry });
    const shared = program.isShared(state.run);
    if (program.isModule(fn)) {
      // Markup that a module writes belongs to nobody until a component shows it.
      if (shared || program.ownerOf(state.run) === undefined)
        this.move({ place: edge.to, path, flags, run, from: index, key, entry: -1 });
      return;
    }
    const unit = program.unitOf(fn);
    if (shared && unit !== program.unitOf(here))
      return this.fromShared({ ...state, place: edge.to, path, flags, key, entry: -1 }, unit, index);
    if (program.isModule(here) && program.ownerOf(state.run) === undefined) {
      // Markup that a module writes, shown by a component it is joined to.
      for (const run of program.runsTogether(unit))
        this.exit('inner', { place: edge.to, path, run }, unit, 0, flags, index);
      return;
    }
    if (program.isModule(here)) {
      // What stands at a module's top level is there for all; it is followed on for this component alone.
      for (const run of program.runsBeside(unit, state.run))
        this.move({ place: edge.to, path, flags, run, from: index, key, entry: -1 });
      return;
    }
    if (unit === program.unitOf(here)) return this.within({ ...state, place: edge.to, path, flags, key }, index);
    // A component written inside another reads what surrounds it; an outlet shows what its route was given.
    if (program.isComponent(unit)) {
      for (const run of program.rootsOf(unit)) this.exit('inner', { place: edge.to, path, run }, unit, 0, flags, index);
      return;
    }
    // What is joined to the instance is part of the component.
    if (!this.isTemplate(unit)) return;
    for (const run of program.runsBeside(unit, state.run))
      this.move({ place: edge.to, path, flags, run, from: index, key, entry: -1 });
  }

  /** Whether code runs as modules are loaded: at their top level, or in a function that is called there and nowhere else. */
  private isRunByModules(fn: number): boolean {
    const { program } = this;
    if (program.isModule(fn)) return true;
    const callers = program.graph.callersOfFunction(program.unitOf(fn));
    return callers.length > 0 && callers.every((call) => program.isModule(program.graph.fnOfCall(call)));
  }

  /** Whether a function is the markup of a component, in a file of its own. */
  private isTemplate(fn: number): boolean {
    return this.program.graph.functions[fn]?.fact.template ?? false;
  }

  /** Whether an edge is one of too many by which an object as a whole, and each value in it, gets into other objects. */
  private isOneOfMany({ from, to }: Edge, path: number): boolean {
    const { program } = this;
    return path !== 0 && program.graph.places[to]?.kind === 'object' && program.crowded.isCrowded(from);
  }

  /** Whether a value came by a place before, and is put there again deeper within something. */
  private comesRound(place: number, path: number, run: number, index: number): boolean {
    const { fieldPaths } = this.program;
    if (fieldPaths.depth(path) < 2) return false;
    for (let at = this.states[index]; at; at = this.states[at.from])
      if (at.place === place && at.run === run && at.path !== path && fieldPaths.endsIn(path, at.path)) return true;
    return false;
  }

  private cut(reason: string): void {
    // What is told once for all components gives way to what is told of this one.
    if (this.local.cut === null || this.local.cut === EXTENDS) this.local.cut = reason;
  }

  /** What belongs to no component reaches every run that reads it; code that no component runs is the store's own. */
  private fromShared(state: State, unit: number, index: number): void {
    if (state.flags & DERIVED && this.isMadeOnLoading(state.place, index)) return;
    const runs = this.program.runsTogether(unit);
    const { graph } = this.program;
    const calls = graph.callersOfFunction(unit);
    // What a module computes as it is loaded asks for it as well: `computed(() => this.beds().length)`.
    if (runs.length === 0 || calls.some((call) => this.isRunByModules(graph.fnOfCall(call))))
      this.move({ ...state, from: index });
    for (const run of runs)
      this.exit('shared', { place: state.place, path: state.path, run }, unit, 0, state.flags, index);
  }

  /**
   * Whether a place at a module's top level holds something that was computed as the module was loaded, and not again: a value
   * of its own, whoever reads it. What is computed and kept in a cell follows its source.
   */
  private isMadeOnLoading(place: number, index: number): boolean {
    const { graph } = this.program;
    const kind = graph.places[place]?.kind;
    if (kind !== 'import' && kind !== 'binding') return false;
    for (let at = this.states[index]; at && at.from !== -1; at = this.states[at.from])
      if (graph.boxes.has(at.place) || graph.places[at.place]?.kind === 'cell') return false;
    return !graph.boxes.has(place);
  }

  /**
   * The runs in which code of `fn` meets the value at a state. Only at a module's top level are they others than the
   * state's own: there, what no component holds leaves for each component that reads it.
   */
  private runsAt(state: State, fn: number, index: number): readonly number[] {
    const { program } = this;
    if (program.isModule(fn) || !program.isModule(program.graph.fnOfPlace(state.place))) return [state.run];
    const unit = program.unitOf(fn);
    if (!program.isShared(state.run)) return program.runsBeside(unit, state.run);
    if (program.runsOf(unit).length === 0) return [state.run];
    this.fromShared(state, unit, index);
    return [];
  }

  private throughCalls(state: State, index: number, change: Change): void {
    const { program, local } = this;
    const { graph } = program;
    if (state.path !== 0 && program.crowded.isCrowded(state.place)) this.cut(HANDED_ABOUT);
    else this.asArgument(state, index, change);
    for (const call of graph.callsWithReceiver(state.place)) {
      if (state.path !== 0) continue;
      for (const run of this.runsAt(state, graph.fnOfCall(call), index)) {
        if (program.targetsIn(call, run).length > 0) continue;
        local.outsideCalls.push({ call, path: 0, run, ofObject: true, ...change });
        this.toResult(call, { ...state, run }, index, DERIVED);
      }
    }
    if (state.path !== 0) return;
    for (const call of graph.callsWithCallee(state.place))
      for (const run of this.runsAt(state, graph.fnOfCall(call), index))
        local.called.push({ call, run, part: change.part });
  }

  private asArgument(state: State, index: number, change: Change): void {
    const { graph } = this.program;
    for (const call of graph.callsWithArg(state.place))
      for (const run of this.runsAt(state, graph.fnOfCall(call), index))
        this.intoCall(call, { ...state, run }, index, change);
  }

  private intoCall(call: number, state: State, index: number, change: Change): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    const targets = this.program.targetsIn(call, state.run);
    const isGuess = targets.length > 1 && isChosenByKey(graph, graph.at(entry.file, entry.fact.callee));
    const entering = isGuess ? { ...state, flags: state.flags | GUESSED } : state;
    entry.fact.args.forEach((arg, i) => {
      if (arg === null || graph.at(entry.file, arg) !== state.place) return;
      for (const fn of targets) this.enter(fn, i, call, entering, index);
      if (targets.length === 0 && !entry.fact.onlyKnown && !this.program.callsNothing(call, state.run))
        this.intoUnknown(call, i, state, index, change);
    });
  }

  private enter(fn: number, param: number, call: number, state: State, index: number): void {
    const { program } = this;
    const { graph, callContexts, fieldPaths } = program;
    if (!graph.functions[fn]) return;
    if (program.isComponent(fn)) {
      if (graph.calls[call]?.fact.extends) this.cut(EXTENDS);
      return;
    }
    const taken = graph.paramOf(fn, param);
    const isOnce = !program.contextSensitive.has(fn);
    const isRecursive = !isOnce && this.isRunning(fn, call, state.run);
    const run = isOnce
      ? callContexts.pushOrReturn(state.run, call)
      : isRecursive
        ? null
        : callContexts.push(
            state.run,
            call,
            this.states.length < MANY_STATES ? CallContexts.MAX_DEPTH_OF_FEW : CallContexts.MAX_DEPTH,
          );
    if (run === null) {
      // Recursion or very deep helpers: what comes out is taken as computed from what went in.
      if (!isRecursive) this.cut(deepIn(graph.functions[fn]?.fact.name ?? ''));
      this.toResult(call, state, index, DERIVED);
      return;
    }
    if (!taken) return;
    const path = taken.field === null ? state.path : fieldPaths.cons(taken.field, state.path);
    const arrived = { ...state, place: taken.place, path, run, from: index };
    if (isOnce) this.enterOnce(fn, arrived, { call, run: state.run, entry: state.entry });
    else this.move(arrived);
  }

  /** Whether a call is made while `fn` runs: it calls itself, by whatever way round. */
  private isRunning(fn: number, call: number, run: number): boolean {
    const { program } = this;
    const { graph, callContexts } = program;
    if (program.isWithin(graph.fnOfCall(call), fn)) return true;
    for (let c = run; c !== -1; c = callContexts.parentOf(c)) {
      const outer = callContexts.callOf(c);
      if (outer !== -1 && program.isWithin(graph.fnOfCall(outer), fn)) return true;
    }
    return false;
  }

  /** Goes through a function where a value arrives in it for the first time; else what is known to come out of it does so here too. */
  private enterOnce(fn: number, arrived: State, caller: Caller): void {
    const { entry, isFirst, left } = this.entries.arrive(fn, arrived, caller);
    if (isFirst) this.move({ ...arrived, entry });
    for (const one of left) this.comeOut(one, caller);
  }

  /** A value leaves a function that is gone through once, at each call by which it came in, also those met later. */
  private leaveEntry(entry: number, left: Left): void {
    for (const caller of this.entries.leave(entry, left)) this.comeOut(left, caller);
  }

  private comeOut({ place, state, index }: Left, { call, run, entry }: Caller): void {
    if (place === null) this.outOf(call, run, { ...state, entry }, index);
    else this.within({ ...state, place, run, entry }, index);
  }

  /** Moves on inside one function and those within it, or out of some of them. */
  private within(state: State, index: number): void {
    const { program } = this;
    const fn = program.graph.fnOfPlace(state.place);
    const around = this.entries.functionOf(state.entry);
    if (around !== undefined && !program.isWithin(fn, around))
      return this.leaveEntry(state.entry, { place: state.place, state, index });
    this.move({ ...state, run: program.adjust(state.run, fn), from: index });
  }

  private intoUnknown(call: number, arg: number, state: State, index: number, change: Change): void {
    if (this.program.callKind(call) === 'handed') this.exit('argument', state, call, arg, state.flags, index);
    else {
      this.local.outsideCalls.push({ call, path: state.path, run: state.run, ...change });
      this.toResult(call, state, index, DERIVED);
    }
  }

  private toResult(call: number, state: State, index: number, flag: number): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    const place = graph.at(entry.file, entry.fact.result);
    this.move({ ...state, place, path: 0, flags: state.flags | flag, from: index, key: '' });
  }

  /** A value that a function returns goes back to whoever called it. */
  private comeBack(fn: number, state: State, index: number): void {
    const { program } = this;
    const { graph, callContexts } = program;
    if (program.isComponent(fn)) return this.leave('rendered', state, index, fn);
    if (this.entries.functionOf(state.entry) === fn) return this.leaveEntry(state.entry, { place: null, state, index });
    if (callContexts.joins[state.run] !== -1 && program.unitOf(fn) === fn) return this.comeBackToAll(fn, state, index);
    const call = callContexts.callOf(state.run);
    if (call !== -1 && program.targetsIn(call, callContexts.parentOf(state.run)).includes(fn)) {
      const run = callContexts.parentOf(state.run);
      if (run !== -1) this.outOf(call, run, state, index);
      return;
    }
    const unit = program.unitOf(fn);
    for (const caller of graph.callersOfFunction(fn)) {
      const around = graph.fnOfCall(caller);
      const byModule = program.ownerOf(state.run) === undefined && this.isRunByModules(around);
      if (program.unitOf(around) === unit || byModule)
        this.outOf(caller, program.adjust(state.run, around), state, index);
      else if (this.isTemplate(program.unitOf(around)))
        for (const run of program.runsBeside(program.unitOf(around), state.run))
          this.outOf(caller, program.adjust(run, around), state, index);
      else this.outOfInner(fn, caller, state, index);
    }
    this.leave('returned', state, index, fn);
  }

  /**
   * What a function written in a hook brings, where the component calls it that called the hook: `const { depth } = useSoil()`,
   * then `depth()`. Of several runs of the hook, the one counts that the function came out of.
   */
  private outOfInner(fn: number, caller: number, state: State, index: number): void {
    const { program } = this;
    const { graph, callContexts } = program;
    const entry = graph.calls[caller];
    const unit = program.unitOf(graph.fnOfCall(caller));
    if (!entry) return;
    for (let inner = state.run; callContexts.callOf(inner) !== -1; inner = callContexts.parentOf(inner)) {
      const outer = callContexts.parentOf(inner);
      if (!program.runsOf(unit).includes(outer)) continue;
      const cameBy = graph
        .trace(graph.at(entry.file, entry.fact.callee))
        .some(
          ({ place, calls }) => graph.functionOfSelf.get(place) === fn && calls?.includes(callContexts.callOf(inner)),
        );
      if (cameBy) this.outOf(caller, program.adjust(outer, graph.fnOfCall(caller)), state, index);
      return;
    }
  }

  /** What is the same in all runs of a function comes out of every call of it. */
  private comeBackToAll(fn: number, state: State, index: number): void {
    for (const { call, run } of this.program.callsBeside(fn, state.run)) this.outOf(call, run, state, index);
    this.leave('returned', state, index, fn);
  }

  private outOf(call: number, run: number, state: State, index: number): void {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return;
    const often = entry.fact.repeat === 'many' ? MANY : entry.fact.repeat === 'conditional' ? SOMETIMES : 0;
    const place = graph.at(entry.file, entry.fact.result);
    this.move({ ...state, place, flags: state.flags | often, run, from: index });
  }

  private leave(kind: ExitKind, state: State, index: number, target: number): void {
    this.exit(kind, state, target, 0, state.flags, index);
  }

  private exit(kind: ExitKind, at: At, target: number, arg: number, flags: number, index: number): void {
    this.local.exits.push({
      kind,
      at: { place: at.place, path: at.path, run: at.run },
      target,
      index: arg,
      through: this.passed.to(index),
      anew: isAnew(flags),
      guessed: isGuessed(flags),
      spread: (flags & SPREAD) !== 0,
      ...changeOf(flags),
    });
  }
}

/** A field by name, not a place in a list. */
function isName(field: string): boolean {
  return field !== '*' && !/^\d+$/.test(field);
}
