/** Services that keep a plain field beside a stream or a signal of it, and change the field without telling. */
import type { CellFact, FileFacts, FunctionId, PlaceId, Spot } from '../../model/facts';
import type { Linked } from '../../link';
import { push } from '../../link/graph/byPlace';
import { once } from '../../link/memo/once';
import { isChangeOf } from './changes';

export interface UnpushedChange {
  /** The field, and the stream or signal that others are told by. */
  field: CellFact;
  stream: CellFact;
  /** The method that changes the one and not the other, and one that does both. */
  fn: FunctionId;
  tells: string;
  at: Spot;
}

/** What a stream is pushed by, and what sets a signal. */
export const PUSHES = /^(next|set|update)$/;

export function unpushedStreams(linked: Linked, facts: FileFacts, file: number): UnpushedChange[] {
  const services = facts.cells.filter(({ kind, shared, setter }) => kind === 'service' && shared && setter !== null);
  return services
    .filter((cell) => isPushed(facts, cell))
    .flatMap((stream) => {
      const beside = services.filter(
        (one) => one !== stream && classOf(one) === classOf(stream) && !isPushed(facts, one),
      );
      if (beside.length === 0) return [];
      const pushes = facts.calls.filter(
        (call) =>
          PUSHES.test(call.name.slice(call.name.lastIndexOf('.') + 1)) &&
          isChangeOf(linked.program.graph, file, call, setterOf(linked, file, stream)),
      );
      return beside.flatMap((field) => unpushedChanges(linked, facts, file, { field, stream, pushes }));
    });
}

interface Pair {
  field: CellFact;
  stream: CellFact;
  pushes: FileFacts['calls'];
}

function unpushedChanges(
  linked: Linked,
  facts: FileFacts,
  file: number,
  { field, stream, pushes }: Pair,
): UnpushedChange[] {
  const { graph } = linked.program;
  const { instances, parts } = namesOf(facts, field);
  const holders = closure(facts, parts);
  // Where some method tells what the field holds, the field is what the stream is about.
  const [telling] = pushes.filter(({ args }) => args.some((arg) => arg !== null && holders.has(arg)));
  if (!telling) return [];
  // Whoever is told the very same object sees what is changed in it, as soon as they look again.
  const isCopied = !pushes.some(({ args }) => args.some((arg) => arg !== null && parts.has(arg)));
  const tellers = new Set(pushes.map((call) => methodOf(facts, call.fn)));
  // Who is a component tells nobody: it asks the service to.
  const calls = facts.calls.flatMap((call, index) => {
    const from = methodOf(facts, call.fn);
    if (facts.functions[from]?.role === 'component') return [];
    const targets = graph.targetsOf(graph.callAt(file, index)).filter((fn) => graph.fileOfFunction(fn) === file);
    return [{ from, to: targets.map((fn) => fn - graph.fnAt(file, 0)) }];
  });
  for (let before = -1; before !== tellers.size;) {
    before = tellers.size;
    for (const { from, to } of calls) if (to.some((fn) => tellers.has(fn))) tellers.add(from);
  }
  const found = new Map<FunctionId, UnpushedChange>();
  for (const { object, field: name, beforeRender, fn, at } of facts.mutations) {
    const sets = instances.has(object) && name === field.name;
    const changesCopied = isCopied && parts.has(object);
    if ((!sets && !changesCopied) || beforeRender) continue;
    const method = methodOf(facts, fn);
    // A helper of one that tells.
    const isHelper = calls.some(({ from, to }) => to.includes(method) && tellers.has(from));
    if (tellers.has(method) || isHelper || found.has(method)) continue;
    const tells = facts.functions[methodOf(facts, telling.fn)]?.name ?? '';
    found.set(method, { field, stream, fn: method, tells, at });
  }
  return [...found.values()];
}

function setterOf({ program: { graph } }: Linked, file: number, { setter }: CellFact): number | undefined {
  return setter === null ? undefined : graph.at(file, setter);
}

/** Whether a cell is the value of a stream or a signal that can be pushed to. */
export function isPushed(facts: FileFacts | undefined, { setter }: CellFact): boolean {
  return !!facts?.flows.some(({ from, op, field = '' }) => from === setter && op === 'put' && PUSHES.test(field));
}

function classOf({ shared }: CellFact): string {
  const id = shared?.id ?? '';
  return id.slice(0, id.lastIndexOf('.'));
}

/** The instances that have a field, and the places that its value is read into. */
function namesOf(facts: FileFacts, { name, value }: CellFact): { instances: Set<PlaceId>; parts: Set<PlaceId> } {
  const instances = new Set(facts.flows.flatMap(({ from, to, op }) => (from === value && op === 'put' ? [to] : [])));
  const parts = new Set(
    facts.flows.flatMap(({ from, to, op, field }) =>
      instances.has(from) && op === 'get' && field === name ? [to] : [],
    ),
  );
  return { instances, parts };
}

/** Everything that holds something of what some places hold. */
function closure(facts: FileFacts, places: ReadonlySet<PlaceId>): ReadonlySet<PlaceId> {
  const found = new Set(places);
  for (const place of found) for (const next of nextOf(facts).get(place) ?? []) found.add(next);
  return found;
}

/** Where what a place holds gets to by one step: along a flow, or as a part of what a call brings. */
const nextOf = once((facts: FileFacts): ReadonlyMap<PlaceId, PlaceId[]> => {
  const found = new Map<PlaceId, PlaceId[]>();
  for (const { from, to } of facts.flows) push(found, from, to);
  for (const { args, receiver, result } of facts.calls)
    for (const source of [receiver, ...args]) if (source !== null) push(found, source, result);
  return found;
});

/** The outermost function around a piece of code, but the module. */
function methodOf({ functions }: FileFacts, fn: FunctionId): FunctionId {
  let method = fn;
  for (let at: FunctionId | null = fn; at !== null && at !== 0; at = functions[at]?.parent ?? null) method = at;
  return method;
}
