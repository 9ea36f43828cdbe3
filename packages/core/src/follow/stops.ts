/**
 * One stop of a value: what a component does with it between where it arrives and where it leaves. The same
 * exploration answers two questions: what becomes of a value (who reads it) and of a function (who calls it).
 */
import { entryAt } from '../model/checked';
import { FAMILIES } from '../model/families';
import type { Carrier, Effect } from '../model/documents';
import { TAKEN, type CallFact, type Spot, type UseFact } from '../model/facts';
import { AROUND, CHILDREN, ELEMENT, eventOf, isAnyField } from '../model/signs';
import type { Linked } from '../link';
import type { Origin } from '../link/graph/graph';
import { Memo } from '../link/memo/memo';
import { ArrivalNames, lastField, type Mode } from './arrivalNames';
import { isOfElement } from '../link/program/hostEvents';
import { isPart, type At, type Exit, type Local, type Visited } from '../link/travel/visited';

/** Functions that say what something is, and call nothing of it: `isEmpty(context)`. */
const ASKS = /(?:^|\.)is[A-Z]/;

/** Methods of a function that call it: `pick.call(null, bed)`. */
const CALLS_ITSELF = /(?:^|\.)(?:call|apply)$/;

export interface Location {
  file: number;
  spot: Spot;
}

export interface StopUse extends Location {
  /** shown, branched, computed, iterated, effect, copied; for functions: the trigger. */
  kind: string;
  detail: string;
}

/** A way out of a stop, to where it leads. */
export interface Departure extends Location {
  to: At;
  carrier: Carrier;
  effect: Effect;
  site: number | null;
  context: number | null;
  /** The site that joins the two components. */
  by: number | null;
  /** It goes to a function that came down by a site: back to the parent that wrote that, and to no other. */
  back: boolean;
  /** What leaves is computed from the value. */
  computed: boolean;
  through: readonly string[];
  /** What leaves is a copy. */
  anew: boolean;
  /** What leaves was put together from the value, maybe with others. */
  spread: boolean;
  /** It was taken by a key that is chosen at run time: it may be another value. */
  guessed: boolean;
  /** The name it has on arrival. */
  name: string;
}

export interface StopFacts {
  uses: StopUse[];
  departures: Departure[];
  /** For functions: it is called by one that also does other things. */
  doesMore: boolean;
  /** It does something on the way: goes through the list a value stands in, calls a function with more than came. */
  alters: boolean;
  /** It is put into a context here. */
  provides: boolean;
  /** Why it was not followed to its end; null where it was. */
  cut: string | null;
}

/** A function that is called by more functions around it than these is not followed further up. */
const MAX_AROUND = 500;
const CALLED_BY_MANY = 'too many other functions call it';

export class Stops {
  private readonly known: Memo<string, StopFacts>;
  private readonly names: ArrivalNames;
  /** What one stop has taken over so far: each place once, however many ways lead there. */
  private readonly takenOver = new Set<string>();

  constructor(
    private readonly linked: Linked,
    before: Stops | null,
  ) {
    this.names = new ArrivalNames(linked);
    this.known = before?.known ?? new Memo(linked.program.dependencies);
  }

  /** `name` is what the value is called where it arrives; it only matters for names that are passed along. */
  at(at: At, mode: Mode, name: string): StopFacts {
    const key = `${mode}:${at.place}:${at.path}:${at.run}:${name}`;
    const known = this.known.find(key);
    if (known) return known.value;
    return this.known.make(key, () => {
      this.linked.program.noteRun(at.run);
      return mode === 'value' ? this.ofValue(at, name) : this.ofFunction(at, name);
    });
  }

  private ofValue(at: At, name: string): StopFacts {
    const { graph, fieldPaths } = this.linked.program;
    const local = this.linked.locals.explore(at);
    const stop: StopFacts = {
      uses: [],
      departures: [],
      doesMore: false,
      alters: false,
      provides: false,
      cut: local.cut,
    };
    for (const { use, path, run } of local.uses) {
      const entry = graph.uses[use];
      if (!entry || entry.fact.kind === 'handler') continue;
      const whole = path === 0;
      const { kind, detail, inside } = entry.fact;
      if (!whole && kind === 'iterated') stop.alters = true;
      if (!whole && (kind === 'iterated' || kind === 'branched' || kind === 'effect')) continue;
      if (!whole && kind === 'shown' && inside !== undefined && fieldPaths.head(path) !== '*') continue;
      if (!whole && kind === 'copied' && detail === TAKEN) continue;
      if (!whole && kind === 'computed' && this.asksOfWhole(entry)) continue;
      for (const { location, helper } of this.inComponent(run, locationOfFact(entry), local.cameBy))
        addUse(stop, { kind, detail: helper || (detail ?? ''), ...location });
    }
    for (const { call, run } of local.outsideCalls) {
      const entry = graph.calls[call];
      if (!entry) continue;
      for (const { location, helper } of this.inComponent(run, locationOfFact(entry), local.cameBy))
        addUse(stop, { kind: 'computed', detail: helper || entry.fact.name, ...location });
    }
    stop.alters ||= this.picksOut(local.visited);
    for (const exit of local.exits) this.depart(exit, stop, name, 'value');
    // Whoever computes something from it reads it, whatever becomes of what is computed.
    const computed = stop.departures.find((departure) => departure.computed);
    if (computed && stop.uses.length === 0)
      addUse(stop, { kind: 'computed', detail: '', file: computed.file, spot: computed.spot });
    return stop;
  }

  /** Whether a use only asks about the object that holds a value: `if (!soil)`, `soil === other`. */
  private asksOfWhole({ fact, file }: { fact: UseFact; file: number }): boolean {
    const { graph } = this.linked.program;
    return graph.edgesOutOf(graph.at(file, fact.place)).some(({ op, to }) => {
      const at = op === 'derived' && graph.wholes.has(to) ? graph.places[to]?.at : undefined;
      return at !== undefined && at.line === fact.at.line && at.column === fact.at.column;
    });
  }

  /** Whether one part is taken out of the value itself by a key that is chosen while the program runs. */
  private picksOut(visited: readonly Visited[]): boolean {
    const { graph } = this.linked.program;
    return visited.some((one) => {
      const before = visited[one.from];
      if (!isPart(one) || !before || before.path !== 0) return false;
      return graph
        .edgesInto(one.place)
        .some(({ from, op, field }) => from === before.place && op === 'get' && field !== ELEMENT && isAnyField(field));
    });
  }

  /** A use inside a helper or a hook is seen, in the component, at the calls that lead there. */
  private inComponent(
    context: number,
    location: Location,
    cameBy: Local['cameBy'],
  ): { location: Location; helper: string }[] {
    const { program } = this.linked;
    const { graph, callContexts } = program;
    const owner = callContexts.ownerOf(context);
    const found: { location: Location; helper: string }[] = [];
    const seen = new Set<number>();
    const queue = [{ context, here: { location, helper: '' } }];
    for (let at = queue.pop(); at; at = queue.pop()) {
      if (seen.has(at.context)) continue;
      if (callContexts.call[at.context] === -1) {
        found.push(at.here);
        continue;
      }
      seen.add(at.context);
      for (const { call, run: outer } of this.callsInto(at.context, cameBy)) {
        const entry = graph.calls[call];
        const target = program.targetsIn(call, outer)[0];
        const unit = target === undefined ? -1 : program.unitOf(target);
        // Markup in a file of its own is the component's, and seen where it stands.
        const isInside = !entry || unit === -1 || unit === owner || graph.functions[unit]?.fact.template === true;
        const here = isInside
          ? at.here
          : { location: { file: entry.file, spot: entry.fact.at }, helper: entry.fact.name };
        queue.push({ context: outer, here });
      }
    }
    return found;
  }

  /** A function counts as called here where it, or a function around a call of it, is passed to an event or an effect. */
  private ofFunction(at: At, name: string): StopFacts {
    const { program, locals } = this.linked;
    const { graph } = program;
    const stop: StopFacts = { uses: [], departures: [], doesMore: false, alters: false, provides: false, cut: null };
    const seen = new Set<string>();
    const queue: { at: At; spot: Location | null }[] = [{ at, spot: null }];
    let calls: Location | null = null;
    for (let next = queue.pop(); next; next = queue.pop()) {
      const key = `${next.at.place}:${next.at.path}:${next.at.run}`;
      if (seen.has(key)) continue;
      seen.add(key);
      if (seen.size > MAX_AROUND) {
        stop.cut ??= CALLED_BY_MANY;
        break;
      }
      const local = locals.explore(next.at);
      stop.cut ??= local.cut;
      this.triggers(local, next.spot, stop);
      const byMethod = local.outsideCalls.flatMap(({ call, run, ofObject }) =>
        ofObject && CALLS_ITSELF.test(graph.calls[call]?.fact.name ?? '') ? [{ call, run, part: false }] : [],
      );
      for (const { call, run: context, part } of [...local.called, ...byMethod]) {
        const entry = graph.calls[call];
        // What a function has as a field (`search.cancel()`) is another function.
        if (!entry || part) continue;
        const location = next.spot ?? { file: entry.file, spot: entry.fact.at };
        calls ??= location;
        for (const outer of this.functionsAround(call, context, local.cameBy)) {
          if (outer === null) {
            if (!program.isShared(context)) addUse(stop, { kind: 'handler', detail: 'render', ...location });
            continue;
          }
          const around = graph.functions[outer.fn];
          if (!around) continue;
          if (!around.fact.wraps) stop.doesMore = true;
          stop.alters ||= this.addsTo(entry, outer.fn);
          const self = graph.at(around.file, around.fact.self);
          queue.push({ at: { place: self, path: 0, run: outer.run }, spot: location });
        }
      }
      for (const exit of local.exits) if (!exit.derived) this.depart(exit, stop, name, 'function');
    }
    if (calls && stop.uses.length === 0 && stop.departures.length === 0)
      stop.uses.push({ kind: 'handler', detail: 'unknown', ...calls });
    return stop;
  }

  /** Whether a call in a function passes something that function was not given. */
  private addsTo({ fact, file }: { fact: CallFact; file: number }, around: number): boolean {
    const { graph } = this.linked.program;
    const isParam = ({ place }: Origin): boolean =>
      graph.places[place]?.kind === 'param' && graph.fnOfPlace(place) === around;
    // `onPick({ bed: bed })`: put together of nothing but what it was given; a name that nothing has is none.
    const isNamed = ({ place, path }: Origin): boolean =>
      FAMILIES[graph.familyOf(file)].callsByName &&
      graph.places[place]?.kind === 'object' &&
      (path.length > 0 ||
        graph
          .edgesInto(place)
          .every(
            ({ op, from }) =>
              op === 'put' &&
              graph
                .trace(from)
                .every((one) => isParam(one) || (one.path.length > 0 && graph.places[one.place]?.kind === 'object')),
          ));
    const isPassed = (origin: Origin): boolean => isParam(origin) || isNamed(origin);
    return fact.args.some((arg) => arg === null || !graph.trace(graph.at(file, arg)).every(isPassed));
  }

  /** The closures a call stands in, helpers on the way left; null where it is made while rendering. */
  private functionsAround(
    call: number,
    context: number,
    cameBy: Local['cameBy'],
  ): ({ fn: number; run: number } | null)[] {
    const { program } = this.linked;
    const { graph, callContexts } = program;
    const found: ({ fn: number; run: number } | null)[] = [];
    const seen = new Set<string>();
    const queue = [{ call, run: context }];
    for (let at = queue.pop(); at; at = queue.pop()) {
      const fn = graph.fnOfCall(at.call);
      const run = program.adjust(at.run, fn);
      const key = `${fn}:${run}`;
      if (seen.has(key)) continue;
      seen.add(key);
      if (program.isComponent(fn)) {
        found.push(null);
        continue;
      }
      const outerCall = callContexts.callOf(run);
      const called = outerCall !== -1 && program.targetsIn(outerCall, callContexts.parentOf(run)).includes(fn);
      const parent = graph.parentOf(fn);
      if (program.isShared(run) && !called && parent !== -1) found.push({ fn, run });
      else if (parent !== -1 && !program.isModule(parent)) found.push({ fn, run: program.adjust(run, parent) });
      else if (!called) found.push(null);
      else {
        const isJoined = callContexts.joins[run] !== -1;
        queue.push(...(isJoined ? program.callsBeside(fn, run) : this.callsInto(run, cameBy)));
      }
    }
    return found;
  }

  /** The calls that lead into a run: one, or all by which a value came into a function that is gone through once. */
  private callsInto(run: number, cameBy: Local['cameBy']): readonly { call: number; run: number }[] {
    const { callContexts } = this.linked.program;
    return cameBy.get(run) ?? [{ call: callContexts.callOf(run), run: callContexts.parentOf(run) }];
  }

  private triggers(local: Local, spot: Location | null, stop: StopFacts): void {
    const { graph, fieldPaths } = this.linked.program;
    for (const { use, path, derived } of local.uses) {
      const entry = graph.uses[use];
      if (!entry || derived) continue;
      const { kind, detail } = entry.fact;
      const location = spot ?? { file: entry.file, spot: entry.fact.at };
      const field = /^on([A-Z]\w*)$/.exec(fieldPaths.head(path))?.[1];
      if (kind === 'handler') stop.uses.push({ kind, detail: detail ?? '', ...location });
      else if (kind === 'effect' && path === 0 && this.isFunctionPlace(entry.file, entry.fact.place))
        stop.uses.push({ kind, detail: 'effect', ...location });
      else if (kind === 'outside' && path === 0) stop.uses.push({ kind, detail: detail ?? '', ...location });
      else if (kind === 'shown' && field && detail === 'spread')
        stop.uses.push({ kind: 'handler', detail: field.toLowerCase(), ...location });
    }
    for (const { call, derived, ofObject } of local.outsideCalls) {
      const entry = graph.calls[call];
      // `name.trim()` calls what `name` has, and not `name`.
      if (!entry || derived || ofObject || ASKS.test(entry.fact.name)) continue;
      stop.uses.push({
        kind: 'outside',
        detail: entry.fact.name,
        ...(spot ?? { file: entry.file, spot: entry.fact.at }),
      });
    }
  }

  /** A function in an effect's list of dependencies is not run by it; the effect's own function is. */
  private isFunctionPlace(file: number, place: number): boolean {
    const { graph } = this.linked.program;
    return graph.functionOfSelf.has(graph.at(file, place));
  }

  private depart(exit: Exit, stop: StopFacts, name: string, mode: Mode): void {
    const { program, crossings } = this.linked;
    const { graph, fieldPaths } = program;
    const location = this.locationOfExit(exit);
    if (exit.kind === 'site') {
      const target = program.siteTargets[exit.target];
      const site = graph.sites[exit.target];
      if (!target || !site) return;
      if (site.fact.maybe && target.components.length === 0) return;
      if (target.components.length === 0 && target.provides === null && target.consumes === null) {
        if (fieldPaths.head(exit.at.path) === CHILDREN && mode === 'function') return;
        const field = fieldPaths.head(exit.at.path) || site.fact.name;
        if (mode === 'value') addUse(stop, { kind: 'shown', detail: site.fact.name, ...location });
        else addUse(stop, { kind: 'handler', detail: field, ...location });
        return;
      }
      const isProvider = target.provides !== null && target.components.length === 0;
      if (isProvider && !program.isAmbient(exit.target)) stop.provides = true;
      const event = eventOf(fieldPaths.head(exit.at.path));
      if (event !== null && isOfElement(graph, target, event)) {
        addUse(stop, { kind: 'handler', detail: event, ...location });
        return;
      }
    }
    const landed = crossings.cross(exit);
    if (exit.kind === 'argument' && mode === 'value' && !landed.some((crossing) => crossing.carrier === 'slot'))
      stop.uses.push({ kind: 'computed', detail: graph.calls[exit.target]?.fact.name ?? '', ...location });
    if (exit.kind === 'rendered' && mode === 'value' && exit.at.path === 0)
      stop.uses.push({ kind: 'shown', detail: '', ...location });
    for (const crossing of landed) {
      if (exit.kind === 'returned' && this.isInside(crossing.to.run, exit.at.run)) {
        this.takeOver(crossing.to, stop, name, mode, exit.derived && mode === 'value');
        continue;
      }
      // Who writes what is put into a slot has no part in what the slot hears of it.
      if (crossing.carrier === 'slot' && fieldPaths.head(crossing.to.path) === AROUND) {
        this.takeOver(crossing.to, stop, name, mode, false);
        continue;
      }
      const arrival = this.names.at(crossing.to, crossing.carrier, name, mode);
      stop.departures.push({
        to: crossing.to,
        carrier: crossing.carrier,
        effect: effectOf(exit, crossing.part, name, arrival, mode),
        site: crossing.site,
        context: crossing.context,
        // Whoever holds an instance has rendered it at one site: what came to it by another is held by others.
        by: exit.kind === 'handle' ? crossing.site : crossing.by,
        back: exit.kind === 'handle' || (exit.kind === 'argument' && crossing.by !== null),
        computed: exit.derived && mode === 'value',
        through: exit.through,
        anew: exit.anew,
        spread: exit.spread,
        guessed: exit.guessed,
        name: arrival,
        ...location,
      });
    }
  }

  /** Whether a run is part of another: a helper that the component calls. */
  private isInside(run: number, around: number): boolean {
    for (let c = run; c !== -1; c = this.linked.program.callContexts.parentOf(c)) if (c === around) return true;
    return false;
  }

  /**
   * What a function of the component returns to a helper that the component runs has not left the component: what becomes of it
   * there is done here.
   */
  private takeOver(to: At, stop: StopFacts, name: string, mode: Mode, computed: boolean): void {
    const key = `${to.place}:${to.path}:${to.run}:${computed}`;
    if (this.takenOver.has(key)) return;
    const isOutermost = this.takenOver.size === 0;
    this.takenOver.add(key);
    const inner = mode === 'value' ? this.ofValue(to, name) : this.ofFunction(to, name);
    if (isOutermost) this.takenOver.clear();
    for (const use of inner.uses) addUse(stop, use);
    for (const one of inner.departures) stop.departures.push({ ...one, computed: one.computed || computed });
    stop.doesMore ||= inner.doesMore;
    stop.alters ||= inner.alters;
    stop.provides ||= inner.provides;
    stop.cut ??= inner.cut;
  }

  /** Where in the source it leaves: the attribute, the argument's call, the function's end. */
  private locationOfExit(exit: Exit): Location {
    const { graph, fieldPaths } = this.linked.program;
    if (exit.kind === 'site') {
      const { fact, file } = entryAt(graph.sites, exit.target, 'site');
      const name = fieldPaths.head(exit.at.path);
      const prop = fact.props.find((p) => p.name === name) ?? fact.props.findLast((p) => p.name === null);
      return { file, spot: prop?.at ?? fact.at };
    }
    if (exit.kind === 'argument') return locationOfFact(entryAt(graph.calls, exit.target, 'call'));
    if (exit.kind === 'clone') {
      const { fact, file } = entryAt(graph.clones, exit.target, 'clone');
      const name = fieldPaths.head(exit.at.path);
      return { file, spot: fact.props.find((p) => p.name === name)?.at ?? fact.at };
    }
    if (exit.kind === 'shared') return locationOfRead(this.linked, exit.at);
    const fn = entryAt(graph.functions, exit.target, 'function');
    if (exit.kind === 'handle') {
      // What is offered, where it is written; where that is not known, what holds all that is.
      const [offered] = graph.trace(exit.at.place, fieldPaths.fields(exit.at.path));
      const own = offered && graph.fileOf(offered.place) === fn.file && graph.functionOfSelf.has(offered.place);
      const place = own ? offered.place : exit.at.place;
      return { file: fn.file, spot: graph.places[place]?.at ?? fn.fact.at };
    }
    return locationOfFact(fn);
  }
}

function locationOfFact({ file, fact }: { file: number; fact: { at: Spot } }): Location {
  return { file, spot: fact.at };
}

/** Where a component reads what no component holds: in its own code, also where a hook does it. */
export function locationOfRead(linked: Linked, at: At): Location {
  const { program } = linked;
  const { graph, callContexts } = program;
  let location: Location = { file: graph.fileOf(at.place), spot: graph.places[at.place]?.at ?? NO_SPOT };
  const owner = callContexts.ownerOf(at.run);
  for (let c = at.run; c !== -1; c = callContexts.parentOf(c)) {
    const entry = graph.calls[callContexts.callOf(c)];
    if (entry && program.unitOf(graph.fnAt(entry.file, entry.fact.fn)) === owner)
      location = { file: entry.file, spot: entry.fact.at };
  }
  return location;
}

/** The same use met on several ways is told once. */
function addUse(stop: StopFacts, use: StopUse): void {
  const known = stop.uses.some(
    (u) =>
      u.kind === use.kind && u.file === use.file && u.spot.line === use.spot.line && u.spot.column === use.spot.column,
  );
  if (!known) stop.uses.push(use);
}

const NO_SPOT: Spot = { line: 1, column: 1, length: 0 };

function effectOf(exit: Exit, part: boolean, before: string, after: string, mode: Mode): Effect {
  // A function stays the same, however often it is taken.
  if (exit.frozen && mode !== 'function') return 'frozen';
  if (exit.derived) return 'derived';
  if (exit.part || part) return 'part';
  return lastField(before) === lastField(after) ? 'same' : 'renamed';
}
