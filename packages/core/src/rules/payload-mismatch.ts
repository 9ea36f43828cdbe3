/** What is sent does not fit what is taken. */
import { entryAt } from '../model/checked';
import { sending } from './shared/scopeExamples';
import { digging as diggingBeds } from './shared/webComponentExamples';
import { push } from '../link/graph/byPlace';
import type { Edge } from '../link/graph/edges';
import type { Graph } from '../link/graph/graph';
import { DOM_EVENTS } from '../model/domEvents';
import { eventOf, isAnyField } from '../model/signs';
import type { Linked } from '../link';
import type { CallFact, ChannelFact, FileFacts, UseFact } from '../model/facts';
import { relatedAt, count, list, named, positionOf, type Draft, type Rule } from './rule';
import { isAskedFor } from './shared/sites';
import { topics, type Topic } from './shared/topics';
import { digging, hearing } from './shared/angularExamples';

export const payloadMismatch: Rule = {
  id: 'payload-mismatch',
  level: 'error',
  says: 'What is sent does not fit what is received: arguments missing or in another order, fields that are never sent.',
  why: 'The receiver works with undefined, or with the wrong value.',
  todo: 'Make both ends agree on the arguments and their order.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [moved, setMoved] = useState('');
  return <ul title={moved}><Tray label="fern" onMove={(label, place) => setMoved(label + place)} /></ul>;
}
function Tray({ label, onMove }) {
  return <b onClick={() => onMove(label)}>{label}</b>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [moved, setMoved] = useState('');
  return <ul title={moved}><Tray label="fern" onMove={(label, place) => setMoved(label + place)} /></ul>;
}
function Tray({ label, onMove }) {
  return <b onClick={() => onMove(label, 3)}>{label}</b>;
}
`,
    },
  },
  examplesIn: {
    scope: {
      failing: sending(`$rootScope.$broadcast('dug', 1)`, 'dug'),
      passing: sending(`$scope.$emit('dug', 1, 2)`, 'dug'),
    },
    lwc: {
      failing: diggingBeds('ondug', 'depth: 1', 'height'),
      passing: diggingBeds('ondug', 'depth: 1', 'depth'),
    },
    angular: {
      failing: { 'src/app.ts': hearing('dug'), 'src/bed.ts': digging('emit()') },
      passing: { 'src/app.ts': hearing('dug'), 'src/bed.ts': digging('emit(2)') },
    },
  },
  check({ linked }) {
    const found = new Map<string, Draft>();
    const reads = contextReads(linked);
    const calls = linked.memos.of<FileFacts, ReadonlyMap<string, Misfitting>>('payload-mismatch');
    linked.program.graph.files.forEach((facts, file) => {
      for (const [key, { draft, past, call }] of calls.get(facts, () => ofCalls(linked, facts, file))) {
        // A listener that events come past may be there for others of that name.
        if (past && !isSentByOne(linked, draft.name ?? '')) continue;
        if (!takesMoreElsewhere(linked.program.graph, reads, call)) found.set(key, draft);
      }
    });
    for (const topic of topics(linked)) for (const [key, draft] of ofArguments(linked, topic)) found.set(key, draft);
    for (const { name, sends, listens } of topics(linked)) {
      const sent = [...new Set(sends.flatMap((end) => end.fact.fields ?? ['*']))];
      if (sends.length === 0 || sends.some((end) => end.fact.fields === null)) continue;
      for (const { fact, file, component } of listens) {
        const missing = readOf(linked, file, fact).filter((field) => !sent.includes(field));
        const [first] = sends;
        if (missing.length === 0 || !first) continue;
        found.set(`topic:${name}:${file}:${fact.at.line}`, {
          message: `${first.component?.name ?? 'A module'} sends “${name}” with ${list(sent) || 'no fields'}, but ${component?.name ?? 'the listener'} reads ${list(missing)} from it.`,
          effect: `${component?.name ?? 'The listener'} works with undefined instead of ${list(missing)}.`,
          todo: `Send ${list(missing)} as well, or read what is sent.`,
          component: first.component?.name ?? null,
          name,
          ...positionOf(linked, first.file, first.fact.at),
          ...named([first.component, component]),
          related: [relatedAt(linked, file, fact.at, 'It is received here.')],
        });
      }
    }
    return [...found.values()];
  },
};

interface Misfitting {
  draft: Draft;
  call: number;
  /** It is heard where other events of its name may come past. */
  past: boolean;
}

/** Whether no element and at most one component sends an event of a name. */
function isSentByOne({ program }: Linked, name: string): boolean {
  if (DOM_EVENTS.has(name.toLowerCase())) return false;
  const senders = [...program.components.keys()].filter((fn) =>
    program.graph.functions[fn]?.fact.events?.some((event) => event.name === name),
  );
  return senders.length < 2;
}

/** Whether others who call what one context holds give it more: whoever takes that knows that there are two kinds of calls. */
function takesMoreElsewhere(graph: Graph, reads: ReadonlyMap<number, number>, call: number): boolean {
  const entry = graph.calls[call];
  if (!entry) return false;
  const fields = contextFieldsOf(graph, reads, entry.file, entry.fact);
  if (fields.size === 0) return false;
  return graph.files.some((facts, file) =>
    facts.calls.some(
      (fact) =>
        fact.name === entry.fact.name &&
        fact.args.length > entry.fact.args.length &&
        [...contextFieldsOf(graph, reads, file, fact)].some((one) => fields.has(one)),
    ),
  );
}

/** The places at which what a context holds arrives, with the context. */
function contextReads({ program: { graph }, crossings }: Linked): ReadonlyMap<number, number> {
  return new Map(
    [...graph.contextOfPlace.values()].flatMap((context) =>
      crossings.readersOf(context).map(({ place }) => [place, context] as const),
    ),
  );
}

/** What a call calls, where that is a field of what a context holds. */
function contextFieldsOf(
  graph: Graph,
  reads: ReadonlyMap<number, number>,
  file: number,
  { callee }: CallFact,
): ReadonlySet<string> {
  const origins = graph.trace(graph.at(file, callee));
  return new Set(
    origins.flatMap(({ place, path }) => (reads.has(place) ? `${reads.get(place)}.${path.join('.')}` : [])),
  );
}

/** What the calls of a file give to functions that do not take it, by the call and the function. */
function ofCalls(linked: Linked, facts: FileFacts, file: number): Map<string, Misfitting> {
  const { program, functionFlow } = linked;
  const { graph } = program;
  program.dependencies.dependOn(file);
  const found = new Map<string, Misfitting>();
  facts.calls.forEach((fact, index) => {
    const call = graph.callAt(file, index);
    if (fact.open || program.callKind(call) !== 'handed' || isMethod(linked, call)) return;
    // `this[hook](…)`: which function is meant is decided at run time.
    if (isAnyField(fact.name.slice(fact.name.lastIndexOf('.') + 1))) return;
    // Called with less here than there: what was said is taken back.
    if (facts.calls.some((other) => other.name === fact.name && other.args.length > fact.args.length)) return;
    for (const run of program.runsOf(program.unitOf(graph.fnOfCall(call)))) {
      const sender = program.ownerOf(run);
      if (!sender) continue;
      for (const { fn } of functionFlow.calleesOf(call, run)) {
        const taker = graph.functions[fn];
        const receiver = program.component(program.unitOf(fn));
        if (!taker || !receiver || receiver === sender) continue;
        const why = misfit(linked, call, fn);
        if (why === null) continue;
        const draft: Draft = {
          message: `${sender.name} ${why.sent}, but ${receiver.name} ${why.taken}.`,
          effect: `${receiver.name} ${why.effect}.`,
          todo: why.todo,
          component: sender.name,
          name: fact.name.slice(fact.name.lastIndexOf('.') + 1),
          ...positionOf(linked, file, fact.at),
          ...named([sender, receiver]),
          related: [relatedAt(linked, taker.file, taker.fact.at, `${receiver.name} receives it here.`)],
        };
        found.set(`${call}:${fn}`, { draft, call, past: fact.past ?? false });
      }
    }
  });
  return found;
}

/** Called on a value that was passed in (`trays.includes(…)`), not passed in itself. */
function isMethod(linked: Linked, call: number): boolean {
  const { graph } = linked.program;
  const entry = graph.calls[call];
  if (!entry || entry.fact.receiver === null) return false;
  return !graph.trace(graph.at(entry.file, entry.fact.receiver)).every((origin) => {
    const kind = graph.places[origin.place]?.kind;
    return origin.path.length === 0 && (kind === 'param' || kind === 'read');
  });
}

/** The fields a listener reads of what it is sent (`event.detail.id`, or of the argument itself). */
function readOf(linked: Linked, file: number, { handler, args }: ChannelFact): string[] {
  const { graph } = linked.program;
  if (handler === null) return [];
  const functions = graph.functionsAt(graph.at(file, handler));
  return args === undefined ? detailRead(graph, functions) : fieldsRead(graph, functions, args);
}

/** What a listener counts on beyond the arguments that are sent, wherever that is done. */
function ofArguments(linked: Linked, { name, sends, listens, outside }: Topic): Map<string, Draft> {
  const { graph } = linked.program;
  const found = new Map<string, Draft>();
  const [first] = sends;
  const most = Math.max(...sends.map(({ fact }) => fact.args ?? Infinity));
  if (!first || outside || most === Infinity) return found;
  for (const { fact, file, component } of listens) {
    const start = fact.args;
    if (start === undefined || fact.handler === null) continue;
    for (const fn of graph.functionsAt(graph.at(file, fact.handler))) {
      const entry = entryAt(graph.functions, fn, 'function');
      const wanted = entry.fact.params.flatMap((param, index) =>
        index >= start + most && index < entry.fact.needs && countsOnParam(linked, fn, index)
          ? [paramName(linked, entry.file, param)]
          : [],
      );
      if (wanted.length === 0) continue;
      found.set(`arguments:${name}:${file}:${fact.at.line}`, {
        message: `${first.component?.name ?? 'A module'} sends “${name}” with ${count(most, 'argument', 'arguments').toLowerCase()}, but ${component?.name ?? 'the listener'} also expects ${list(wanted)}.`,
        effect: `${component?.name ?? 'The listener'} gets undefined for ${list(wanted)}.`,
        todo: `Send ${list(wanted)} as well, or let the listener do without.`,
        component: first.component?.name ?? null,
        name,
        ...positionOf(linked, first.file, first.fact.at),
        ...named([first.component, component]),
        related: [relatedAt(linked, file, fact.at, 'It is received here.')],
      });
    }
  }
  return found;
}

/** The fields that some functions read of one of their parameters. */
function fieldsRead(graph: Graph, functions: readonly number[], index: number): string[] {
  const fields = new Fields(graph);
  for (const fn of functions) {
    const entry = graph.functions[fn];
    const param = entry?.fact.params[index];
    if (!entry || param === undefined) continue;
    const names = new Set([graph.at(entry.file, param)]);
    for (const place of names)
      for (let edge = graph.firstOut(place); edge; edge = edge.nextOut) {
        if (edge.op === 'same') names.add(edge.to);
        else if (edge.op === 'get') fields.add(edge);
      }
  }
  return fields.countedOn();
}

/** Fields that are read of something, but for those that the reader asks for first. */
class Fields {
  private readonly places = new Map<string, number[]>();

  constructor(private readonly graph: Graph) {}

  add({ field, to }: { field: string; to: number }): void {
    if (!isAnyField(field)) push(this.places, field, to);
  }

  countedOn(): string[] {
    const isAsked = (place: number): boolean => isAskedFor(this.graph, place);
    return [...this.places].flatMap(([field, places]) => (places.some(isAsked) ? [] : [field]));
  }
}

/** The fields of an event's `detail` that some functions read, each of its first parameter. */
function detailRead(graph: Graph, functions: readonly number[]): string[] {
  const fields = new Fields(graph);
  for (const fn of functions) {
    const entry = graph.functions[fn];
    const param = entry?.fact.params[0];
    if (!entry || param === undefined) continue;
    const queue = [{ place: graph.at(entry.file, param), inside: false }];
    const seen = new Set<number>();
    for (let at = queue.pop(); at; at = queue.pop()) {
      if (seen.has(at.place)) continue;
      seen.add(at.place);
      for (let edge = graph.firstOut(at.place); edge; edge = edge.nextOut) {
        if (edge.op === 'same') queue.push({ place: edge.to, inside: at.inside });
        else if (edge.op === 'get' && edge.field === 'detail' && !at.inside)
          queue.push({ place: edge.to, inside: true });
        else if (edge.op === 'get' && at.inside) fields.add(edge);
      }
    }
  }
  return fields.countedOn();
}

/** How a call does not fit a function, in the words of both ends. */
interface Misfit {
  sent: string;
  taken: string;
  effect: string;
  todo: string;
}

/** Why a call does not fit a function; null where it does. */
function misfit(linked: Linked, call: number, fn: number): Misfit | null {
  const { graph } = linked.program;
  const { fact: callFact, file } = entryAt(graph.calls, call, 'call');
  const entry = entryAt(graph.functions, fn, 'function');
  const event = eventOf(graph.places[graph.at(file, callFact.callee)]?.name ?? '');
  const verb = event === null ? 'calls' : 'emits';
  const sentWith = event === null ? undefined : fieldsSent(linked, call, event);
  const unsent = sentWith ? detailRead(graph, [fn]).filter((field) => !sentWith.includes(field)) : [];
  if (sentWith && unsent.length > 0)
    return {
      sent: `emits ${callFact.name} with ${list(sentWith) || 'no fields'}`,
      taken: `reads ${list(unsent)} from it`,
      effect: `works with undefined instead of ${list(unsent)}`,
      todo: `Send ${list(unsent)} as well, or read what is sent.`,
    };
  const { params, needs } = entry.fact;
  const isUsed = (index: number): boolean => countsOnParam(linked, fn, index);
  const sentCount = callFact.args.length;
  const missing = [...Array(needs).keys()].filter((index) => index >= sentCount && isUsed(index));
  if (missing.length > 0) {
    const names = missing.map((index) => paramName(linked, entry.file, params[index]));
    return {
      sent: `${verb} ${callFact.name} with ${count(sentCount, 'argument', 'arguments').toLowerCase()}`,
      taken: `also expects ${list(names)}`,
      effect: `gets undefined for ${list(names)}`,
      todo: `Pass ${list(names)} as well, or let the receiver do without.`,
    };
  }
  const sent = callFact.args.map((arg) => (arg === null ? '' : (graph.places[graph.at(file, arg)]?.name ?? '')));
  const taken = params.map((param) => paramName(linked, entry.file, param));
  // The same names in another order.
  if (
    sent.length > 1 &&
    new Set(sent).size === sent.length &&
    sent.every((name) => name !== '' && taken.includes(name)) &&
    sent.some((name, index) => taken[index] !== name)
  )
    return {
      sent: `${verb} ${callFact.name}(${sent.join(', ')})`,
      taken: `expects (${taken.join(', ')})`,
      effect: 'gets the right values under the wrong names',
      todo: 'Use the same order at both ends.',
    };
  return null;
}

/** The fields that a component puts into what an event of its brings; undefined where they are not known. */
function fieldsSent({ program }: Linked, call: number, event: string): readonly string[] | undefined {
  const unit = program.unitOf(program.graph.fnOfCall(call));
  const [owner] = program.runsOf(unit).flatMap((run) => program.ownerOf(run) ?? []);
  const events = owner ? program.graph.functions[owner.fn]?.fact.events : undefined;
  return events?.find(({ name }) => name === event)?.fields;
}

/** How many functions on that hand a parameter on are looked at. */
const MOST_HANDED_ON = 4;

/**
 * Whether a function works with a parameter: reads a field of it, calls it, computes with it, shows it. One that only passes it
 * on, puts it somewhere or spreads it takes nothing as well.
 */
function countsOnParam(linked: Linked, fn: number, index: number, handedOn = 0): boolean {
  const { graph } = linked.program;
  const entry = graph.functions[fn];
  const place = entry?.fact.params[index];
  if (!entry || place === undefined || handedOn > MOST_HANDED_ON) return false;
  const at = graph.at(entry.file, place);
  // A parameter is bound to its name first, or taken apart; markup asks of a name whether it is a reference.
  const boundTo = (one: number, op: Edge['op']): number[] =>
    graph.edgesOutOf(one).flatMap((edge) => (edge.op === op ? [edge.to] : []));
  const bound = [at, ...boundTo(at, 'same')];
  const names = [...bound, ...bound.flatMap((one) => boundTo(one, 'unwrap'))];
  // Whoever asks whether it is there does not count on it.
  const isAsked = (one: number): boolean => graph.usesOf(one).some((use) => graph.uses[use]?.fact.kind === 'branched');
  if (names.some(isAsked)) return false;
  const compared = new Set((graph.files[entry.file]?.compared ?? []).map((result) => graph.at(entry.file, result)));
  const isComparison = ({ kind, at: spot }: UseFact): boolean =>
    kind === 'computed' &&
    [...compared].some((result) => {
      const compares = graph.places[result]?.at;
      return compares?.line === spot.line && compares.column === spot.column;
    });
  return names.some(
    (one) =>
      graph.usesOf(one).some((use) => {
        const fact = graph.uses[use]?.fact;
        return fact && !/^(outside|copied)$/.test(fact.kind) && !isComparison(fact);
      }) ||
      graph.callsWithCallee(one).length > 0 ||
      graph.callsWithReceiver(one).length > 0 ||
      graph.edgesOutOf(one).some(({ op, to }) => op === 'get' || (op === 'derived' && !compared.has(to))) ||
      graph.callsWithArg(one).some((call) => callCountsOn(linked, call, one, handedOn)),
  );
}

/** Whether what a call calls counts on one of its arguments: what is passed on outside may do without. */
function callCountsOn(linked: Linked, call: number, place: number, handedOn: number): boolean {
  const { graph } = linked.program;
  const entry = graph.calls[call];
  const index = entry?.fact.args.findIndex((arg) => arg !== null && graph.at(entry.file, arg) === place) ?? -1;
  return graph
    .targetsOf(call)
    .some((fn) => index < (graph.functions[fn]?.fact.needs ?? 0) && countsOnParam(linked, fn, index, handedOn + 1));
}

function paramName(linked: Linked, file: number, param: number | undefined): string {
  const { graph } = linked.program;
  return param === undefined ? '' : (graph.places[graph.at(file, param)]?.name ?? '');
}
