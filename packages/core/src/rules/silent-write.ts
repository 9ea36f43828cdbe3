/** A shared value is set, and whoever subscribed is not told. */
import { unpushedStreams } from './shared/untoldStreams';
import { isCallbackName } from '../model/signs';
import { push } from '../link/graph/byPlace';
import type { Linked } from '../link';
import type { FileFacts, PlaceId } from '../model/facts';
import { isScript } from './shared/topics';
import { relatedAt, named, positionOf, type Draft, type Rule } from './rule';

/** Whoever shows what a service tells, for the examples. */
const APP = `import { Component, inject } from '@angular/core';
import { AsyncPipe } from '@angular/common';
import { Beds } from './beds';
@Component({
  selector: 'app-root',
  imports: [AsyncPipe],
  template: '<b (click)="beds.add(1)">{{ beds.all$ | async }}</b><i (click)="beds.clear()">clear</i>',
})
export class App {
  beds = inject(Beds);
}
`;

export const silentWrite: Rule = {
  id: 'silent-write',
  level: 'error',
  says: 'A shared value is set without notifying its subscribers.',
  why: 'They keep showing the old value: the change only appears once something else re-renders them.',
  todo: 'Call the listeners wherever the value is set, or set it through the one function that does.',
  settings: {},
  examples: {
    failing: {
      'src/units.js': `let scale = 'celsius';
const listeners = new Set();
export function subscribe(listener) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
export function getScale() {
  return scale;
}
export function setScale(next) {
  scale = next;
}
`,
      'src/Gauge.jsx': `import { useSyncExternalStore } from 'react';
import { getScale, setScale, subscribe } from './units';
export function Gauge() {
  const scale = useSyncExternalStore(subscribe, getScale);
  return <b onClick={() => setScale('kelvin')}>{scale}</b>;
}
`,
    },
    passing: {
      'src/units.js': `let scale = 'celsius';
const listeners = new Set();
export function subscribe(listener) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
export function getScale() {
  return scale;
}
export function setScale(next) {
  scale = next;
  listeners.forEach((listener) => listener());
}
`,
      'src/Gauge.jsx': `import { useSyncExternalStore } from 'react';
import { getScale, setScale, subscribe } from './units';
export function Gauge() {
  const scale = useSyncExternalStore(subscribe, getScale);
  return <b onClick={() => setScale('kelvin')}>{scale}</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: {
        'src/app.ts': APP,
        'src/beds.ts': `import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
@Injectable({ providedIn: 'root' })
export class Beds {
  private all: number[] = [];
  private readonly told = new BehaviorSubject<number[]>([]);
  readonly all$ = this.told.asObservable();
  add(bed: number) {
    this.all = [...this.all, bed];
  }
  clear() {
    this.all = [];
    this.told.next(this.all);
  }
}
`,
      },
      passing: {
        'src/app.ts': APP,
        'src/beds.ts': `import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
@Injectable({ providedIn: 'root' })
export class Beds {
  private all: number[] = [];
  private readonly told = new BehaviorSubject<number[]>([]);
  readonly all$ = this.told.asObservable();
  add(bed: number) {
    this.all = [...this.all, bed];
    this.told.next(this.all);
  }
  clear() {
    this.all = [];
    this.told.next(this.all);
  }
}
`,
      },
    },
  },
  check({ linked, cells }) {
    const { graph } = linked.program;
    const drafts = linked.memos.of<FileFacts, Silent[]>('silent-write');
    const found = graph.files.flatMap((facts, file) =>
      isScript(linked, file)
        ? []
        : drafts
            .get(facts, () => [...draftsOf(linked, facts, file), ...silentIn(linked, facts, file)])
            .map(({ cell, draft }) => ({ place: graph.at(file, cell), draft })),
    );
    if (found.length === 0) return [];
    // Only what reaches some component can be shown there, and stay as it was.
    const shown = new Set(
      cells.all.flatMap(({ cell, values }) =>
        cell.value && [...(values?.stops.values() ?? [])].some((stop) => stop.component !== null)
          ? [cell.value.place]
          : [],
      ),
    );
    return found.flatMap(({ place, draft }) => (shown.has(place) ? [draft] : []));
  },
};

/** What is wrong with how a cell is set, by the place of its value. */
interface Silent {
  cell: PlaceId;
  draft: Draft;
}

/** Fields of a service that are changed without telling those who listen to the stream of them. */
function silentIn(linked: Linked, facts: FileFacts, file: number): Silent[] {
  return unpushedStreams(linked, facts, file).map(({ field, stream, fn, tells, at }): Silent => {
    const name = facts.functions[fn]?.name ?? 'A function';
    const draft: Draft = {
      message: `${name} changes ${field.name} without updating ${stream.name}.`,
      effect: `Whoever reads ${stream.name} keeps showing the old ${field.name}.`,
      todo: `Update ${stream.name} after ${field.name} changes${tells && tells !== name ? `, as ${tells} does` : ''}.`,
      component: null,
      name: field.name,
      ...positionOf(linked, file, at),
      ...named([]),
      related: [relatedAt(linked, file, stream.at, `${stream.name} lives here.`)],
    };
    return { cell: stream.value, draft };
  });
}

function draftsOf(linked: Linked, facts: FileFacts, file: number): Silent[] {
  const { program } = linked;
  program.dependencies.dependOn(file);
  const found: Silent[] = [];
  if (!facts.cells.some((cell) => cell.shared && cell.setter !== null)) return found;
  const lists = listenerLists(facts);
  if (lists.size === 0) return found;
  const objects = new Map([...lists].map((list) => [list, objectOf(facts, list)]));
  const setters = new Map<number, number[]>();
  for (const { from, to } of facts.flows) push(setters, from, to);
  for (const cell of facts.cells) {
    if (!cell.shared || cell.setter === null) continue;
    // Who listens is no value that those are told.
    if (
      [...lists].some(
        (list) =>
          list === cell.value || (cell.kind === 'service' && facts.places[list]?.name === cell.name.split('.').at(-1)),
      )
    )
      continue;
    // Those who listen to one object are not told of what another holds.
    const holders = facts.flows.flatMap(({ from, to, op }) => (from === cell.value && op === 'put' ? [to] : []));
    const isField = cell.kind === 'service';
    const beside = [...lists].filter((list) => {
      const object = objects.get(list) ?? null;
      return isField ? object !== null && holders.includes(object) : object === null;
    });
    if (beside.length === 0) continue;
    const telling = tellers(facts, new Set(beside));
    const holding = holdersOf(facts, cell.value, isField ? holders : []);
    const givers = giversOf(facts, holding);
    if (!isObserved(facts, holding, givers, { telling, objects: holders })) continue;
    const heres = new Set(setters.get(cell.setter));
    for (const { object, field, change, beforeRender } of facts.mutations)
      if (field === cell.name && change !== null && holders.includes(object) && !beforeRender) heres.add(change);
    for (const call of facts.calls) {
      const changed = heres.has(call.callee);
      if (!changed || outermost(facts, call.fn).some((fn) => telling.has(fn))) continue;
      // Made when it is first asked for, and given to whoever asks.
      if (givers.has(call.fn)) continue;
      const owner = program.component(program.unitOf(program.graph.fnAt(file, call.fn)));
      const fn = facts.functions[call.fn];
      const draft: Draft = {
        message: `${fn?.name || 'A function'} sets ${cell.name} without notifying its subscribers.`,
        effect: 'Whoever subscribed keeps showing the old value until something else re-renders it.',
        todo: `Call the listeners after ${cell.name} is set, or set it through the function that does.`,
        component: owner?.name ?? null,
        name: cell.name,
        ...positionOf(linked, file, call.at),
        ...named([owner]),
        related: [relatedAt(linked, file, cell.at, `${cell.name} lives here.`)],
      };
      found.push({ cell: cell.value, draft });
    }
  }
  return found;
}

/** The instance of a class that holds a list in a field; null where a variable holds it. */
function objectOf(facts: FileFacts, list: PlaceId): PlaceId | null {
  return facts.flows.find(({ to, op }) => to === list && op === 'get')?.from ?? null;
}

/**
 * Places that hold what a place holds, or hold it as a part. What it is a field of by nature (`within`) holds much else: out of that, it is
 * only followed by its name.
 */
function holdersOf(facts: FileFacts, place: PlaceId, within: readonly PlaceId[]): ReadonlySet<PlaceId> {
  const holders = new Set([place]);
  const instances = new Map<PlaceId, Set<string>>();
  const queue = [{ at: place, field: '' }];
  for (const { at, field } of queue)
    for (const { from, to, op, field: by = '' } of facts.flows) {
      if (from !== at || op === 'derived' || op === 'frozen') continue;
      const isInstance = field !== '' && !(op === 'get' && by === field);
      if (field !== '' && op === 'get' && by !== field) continue;
      const fieldName = isInstance ? field : op === 'put' && within.includes(to) ? by : '';
      const known = instances.get(to) ?? new Set();
      if (fieldName === '' ? holders.has(to) : known.has(fieldName)) continue;
      if (fieldName === '') holders.add(to);
      else instances.set(to, known.add(fieldName));
      queue.push({ at: to, field: fieldName });
    }
  return holders;
}

/** The functions that return what a place holds. */
function giversOf(facts: FileFacts, holders: ReadonlySet<PlaceId>): ReadonlySet<number> {
  return new Set(facts.functions.flatMap(({ result }, fn) => (holders.has(result) ? [fn] : [])));
}

/** Whether anyone can see a value: some function returns it, or those who listen are given it. A timer's number is seen by nobody. */
function isObserved(
  facts: FileFacts,
  holders: ReadonlySet<PlaceId>,
  givers: ReadonlySet<number>,
  { telling, objects }: { telling: ReadonlySet<number>; objects: readonly PlaceId[] },
): boolean {
  if (givers.size > 0) return true;
  // A method of anything else is no listener, and tells none.
  const isOwn = (place: PlaceId | null): boolean =>
    place === null || objects.some((object) => object === place || isTakenAs(facts, place, object));
  return facts.calls.some(
    ({ fn, args, receiver }) =>
      telling.has(fn) && isOwn(receiver) && args.some((arg) => arg !== null && holders.has(arg)),
  );
}

/** What a function is called that wants to be told. */
const LISTENER = /^(listener|callback|cb|fn|func|handler|handle|subscriber|observer|notify|update)$/i;

/** Collections that a function puts one of its parameters into: who listens. */
function listenerLists(facts: FileFacts): Set<number> {
  const lists = new Set<number>();
  for (const flow of facts.flows) {
    const from = facts.places[flow.from];
    const name = facts.functions[from?.fn ?? -1]?.name ?? '';
    if (
      flow.op === 'put' &&
      flow.field === '*' &&
      from?.kind === 'binding' &&
      (/^(subscribe|listen|on$|addListener|watch|observe)/.test(name) ||
        // A handler of an event is called like that as well: what it puts by is no listener.
        (isCallbackName(name) && LISTENER.test(from.name)))
    )
      for (const place of aliasesOf(facts, flow.to)) lists.add(place);
  }
  return lists;
}

/** A field of an object is a place of its own in each function: those of one name are taken to be the same. */
function aliasesOf(facts: FileFacts, place: number): number[] {
  const fact = facts.places[place];
  if (fact?.kind !== 'part') return [place];
  return facts.places.flatMap((one, index) => (one.kind === 'part' && one.name === fact.name ? [index] : []));
}

/** The functions that call what is in those collections, themselves or through another function of the module. */
function tellers(facts: FileFacts, lists: ReadonlySet<number>): Set<number> {
  const telling = new Set<number>();
  for (const use of facts.uses)
    if (use.kind === 'iterated' && lists.has(use.place)) for (const fn of outermost(facts, use.fn)) telling.add(fn);
  const selfs = new Map(facts.functions.map((fn, index) => [fn.self, index]));
  const holds = new Map<number, number>();
  const parts = new Map<string, number[]>();
  facts.places.forEach(({ kind, name }, index) => {
    if (kind === 'part') push(parts, name, index);
  });
  for (const flow of facts.flows) {
    const fn = selfs.get(flow.from);
    if (fn !== undefined && flow.op === 'same') holds.set(flow.to, fn);
    if (fn !== undefined && flow.op === 'put' && flow.field)
      for (const part of parts.get(flow.field) ?? []) if (isTakenFrom(facts, part, flow.to)) holds.set(part, fn);
  }
  for (let before = -1; before !== telling.size;) {
    before = telling.size;
    for (const call of facts.calls) {
      const target = holds.get(call.callee) ?? selfs.get(call.callee);
      if (target !== undefined && telling.has(target)) for (const fn of outermost(facts, call.fn)) telling.add(fn);
    }
  }
  return telling;
}

/** Whether a part is taken out of an object, or of a name for it. */
function isTakenFrom(facts: FileFacts, part: PlaceId, object: PlaceId): boolean {
  return facts.flows.some(
    ({ from, to, op }) => op === 'get' && to === part && (from === object || isTakenAs(facts, from, object)),
  );
}

function isTakenAs({ flows }: FileFacts, name: PlaceId, object: PlaceId): boolean {
  return flows.some(({ from, to, op }) => op === 'same' && to === name && from === object);
}

/** A function and those around it, the module left out. */
function outermost(facts: FileFacts, fn: number): number[] {
  const around: number[] = [];
  for (let f: number | null = fn; f !== null && f !== 0; f = facts.functions[f]?.parent ?? null) around.push(f);
  return around;
}
