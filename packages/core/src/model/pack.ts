/**
 * Facts as short text, for the cache and for passing between threads. The long lists (places, flows, uses, calls) become
 * flat rows of numbers and names; everything else stays plain JSON. `unpack(pack(facts))` equals `facts`.
 */
import type { CallFact, FileFacts, Flow, FlowOp, Place, PlaceKind, Repeat, UseFact, UseKind } from './facts';

const PLACE_KINDS: readonly PlaceKind[] = [
  'binding',
  'param',
  'result',
  'function',
  'object',
  'part',
  'computed',
  'markup',
  'siteProps',
  'cell',
  'setter',
  'context',
  'read',
  'import',
  'unknown',
];
const FLOW_OPS: readonly FlowOp[] = ['same', 'get', 'put', 'rest', 'derived', 'frozen', 'unwrap', 'taken'];
const USE_KINDS: readonly UseKind[] = [
  'shown',
  'branched',
  'computed',
  'iterated',
  'effect',
  'handler',
  'outside',
  'copied',
];
const REPEATS: readonly Repeat[] = ['once', 'conditional', 'many'];

const OPEN = 1;
const OPTIONAL = 2;
const ONLY_KNOWN = 4;
const TEMPLATE = 8;

type Cell = number | string | null | (number | null)[] | string[];

interface Packed {
  rest: Omit<FileFacts, 'places' | 'flows' | 'uses' | 'calls'>;
  places: Cell[];
  flows: Cell[];
  uses: Cell[];
  calls: Cell[];
}

export function pack(facts: FileFacts): string {
  const { places, flows, uses, calls, ...rest } = facts;
  const packed: Packed = { rest, places: [], flows: [], uses: [], calls: [] };
  for (const { kind, name, fn, at } of places)
    packed.places.push(PLACE_KINDS.indexOf(kind), name, fn, at.line, at.column, at.length);
  for (const { from, to, op, field, except } of flows)
    packed.flows.push(from, to, FLOW_OPS.indexOf(op), field ?? except ?? null);
  for (const { place, kind, detail, inside, repeat, fn, at } of uses)
    packed.uses.push(
      place,
      USE_KINDS.indexOf(kind),
      detail ?? null,
      inside ?? null,
      repeat === undefined ? null : REPEATS.indexOf(repeat),
      fn,
      at.line,
      at.column,
      at.length,
    );
  for (const { callee, name, args, receiver, result, repeat, open, optional, onlyKnown, template, fn, at } of calls) {
    const flags =
      (open ? OPEN : 0) + (optional ? OPTIONAL : 0) + (onlyKnown ? ONLY_KNOWN : 0) + (template ? TEMPLATE : 0);
    const often = REPEATS.indexOf(repeat);
    packed.calls.push(callee, name, args, receiver, result, often, flags, fn, at.line, at.column, at.length);
  }
  return JSON.stringify(packed);
}

export function unpack(text: string): FileFacts {
  const packed = JSON.parse(text) as Packed;
  const places: Place[] = [];
  const p = packed.places;
  for (let i = 0; i < p.length; i += 6)
    places.push({
      kind: PLACE_KINDS[p[i] as number] ?? 'unknown',
      name: p[i + 1] as string,
      fn: p[i + 2] as number,
      at: { line: p[i + 3] as number, column: p[i + 4] as number, length: p[i + 5] as number },
    });
  const flows: Flow[] = [];
  for (let i = 0; i < packed.flows.length; i += 4) {
    const extra = packed.flows[i + 3];
    const flow: Flow = {
      from: packed.flows[i] as number,
      to: packed.flows[i + 1] as number,
      op: FLOW_OPS[packed.flows[i + 2] as number] ?? 'same',
    };
    if (typeof extra === 'string') flow.field = extra;
    else if (Array.isArray(extra)) flow.except = extra as string[];
    flows.push(flow);
  }
  return { ...packed.rest, places, flows, uses: unpackUses(packed.uses), calls: unpackCalls(packed.calls) };
}

function unpackUses(cells: readonly Cell[]): UseFact[] {
  const uses: UseFact[] = [];
  for (let i = 0; i < cells.length; i += 9) {
    const use: UseFact = {
      place: cells[i] as number,
      kind: USE_KINDS[cells[i + 1] as number] ?? 'computed',
      fn: cells[i + 5] as number,
      at: { line: cells[i + 6] as number, column: cells[i + 7] as number, length: cells[i + 8] as number },
    };
    const detail = cells[i + 2];
    const inside = cells[i + 3];
    const repeat = cells[i + 4];
    if (typeof detail === 'string') use.detail = detail;
    if (typeof inside === 'number') use.inside = inside;
    if (typeof repeat === 'number') use.repeat = REPEATS[repeat] ?? 'once';
    uses.push(use);
  }
  return uses;
}

function unpackCalls(cells: readonly Cell[]): CallFact[] {
  const calls: CallFact[] = [];
  for (let i = 0; i < cells.length; i += 11) {
    const flags = cells[i + 6] as number;
    calls.push({
      callee: cells[i] as number,
      name: cells[i + 1] as string,
      args: cells[i + 2] as (number | null)[],
      receiver: cells[i + 3] as number | null,
      result: cells[i + 4] as number,
      repeat: REPEATS[cells[i + 5] as number] ?? 'once',
      ...(flags & OPEN ? { open: true } : {}),
      ...(flags & OPTIONAL ? { optional: true } : {}),
      ...(flags & ONLY_KNOWN ? { onlyKnown: true } : {}),
      ...(flags & TEMPLATE ? { template: true } : {}),
      fn: cells[i + 7] as number,
      at: { line: cells[i + 8] as number, column: cells[i + 9] as number, length: cells[i + 10] as number },
    });
  }
  return calls;
}
