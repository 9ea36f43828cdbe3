/**
 * Facts as short text, for the cache and for passing between threads. The long lists (places, flows, uses, calls) become
 * flat rows of numbers and names; everything else stays plain JSON. `unpack(pack(facts))` equals `facts`.
 */
import { FLOW_OPS, PLACE_KINDS, REPEATS, USE_KINDS } from './facts';
import type { CallFact, FileFacts, Flow, Place, UseFact } from './facts';

/** The number of a word in its list. Throws where the list lacks it: it would come back as another word. */
function numberOf<Word extends string>(words: readonly Word[], word: Word): number {
  const number = words.indexOf(word);
  if (number === -1) throw new Error(`Facts hold “${word}”, which is none of ${words.join(', ')}.`);
  return number;
}

/** The word behind a number. Throws where there is none: the text was packed by another version, or is damaged. */
function wordOf<Word extends string>(words: readonly Word[], number: Cell | undefined): Word {
  const word = words[number as number];
  if (word === undefined)
    throw new Error(`Packed facts hold ${String(number)}, which stands for none of ${words.join(', ')}.`);
  return word;
}

type FlagOfCall = {
  [Key in keyof CallFact]-?: CallFact[Key] extends boolean | undefined ? Key : never;
}[keyof CallFact];
/** What is said of a call by yes or no, as bits of one number. */
const FLAGS: Record<FlagOfCall, number> = {
  open: 1,
  optional: 2,
  onlyKnown: 4,
  template: 8,
  past: 16,
  creates: 32,
  fromAbove: 64,
  extends: 128,
  onInstance: 256,
  inView: 512,
};
const FLAG_NAMES = Object.keys(FLAGS) as FlagOfCall[];

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
    packed.places.push(numberOf(PLACE_KINDS, kind), name, fn, at.line, at.column, at.length);
  for (const { from, to, op, field, except } of flows)
    packed.flows.push(from, to, numberOf(FLOW_OPS, op), field ?? except ?? null);
  for (const { place, kind, detail, inside, asText, repeat, fn, at } of uses)
    packed.uses.push(
      place,
      numberOf(USE_KINDS, kind),
      detail ?? null,
      inside ?? null,
      asText ? 1 : null,
      repeat === undefined ? null : numberOf(REPEATS, repeat),
      fn,
      at.line,
      at.column,
      at.length,
    );
  for (const call of calls) {
    const { callee, name, args, receiver, result, repeat, fn, at } = call;
    const flags = FLAG_NAMES.reduce((sum, flag) => sum + (call[flag] ? FLAGS[flag] : 0), 0);
    const often = numberOf(REPEATS, repeat);
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
      kind: wordOf(PLACE_KINDS, p[i]),
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
      op: wordOf(FLOW_OPS, packed.flows[i + 2]),
    };
    if (typeof extra === 'string') flow.field = extra;
    else if (Array.isArray(extra)) flow.except = extra as string[];
    flows.push(flow);
  }
  return { ...packed.rest, places, flows, uses: unpackUses(packed.uses), calls: unpackCalls(packed.calls) };
}

function unpackUses(cells: readonly Cell[]): UseFact[] {
  const uses: UseFact[] = [];
  for (let i = 0; i < cells.length; i += 10) {
    const use: UseFact = {
      place: cells[i] as number,
      kind: wordOf(USE_KINDS, cells[i + 1]),
      fn: cells[i + 6] as number,
      at: { line: cells[i + 7] as number, column: cells[i + 8] as number, length: cells[i + 9] as number },
    };
    const detail = cells[i + 2];
    const inside = cells[i + 3];
    const repeat = cells[i + 5];
    if (cells[i + 4] === 1) use.asText = true;
    if (typeof detail === 'string') use.detail = detail;
    if (typeof inside === 'number') use.inside = inside;
    if (typeof repeat === 'number') use.repeat = wordOf(REPEATS, repeat);
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
      repeat: wordOf(REPEATS, cells[i + 5]),
      ...Object.fromEntries(FLAG_NAMES.flatMap((flag) => (flags & FLAGS[flag] ? [[flag, true]] : []))),
      fn: cells[i + 7] as number,
      at: { line: cells[i + 8] as number, column: cells[i + 9] as number, length: cells[i + 10] as number },
    });
  }
  return calls;
}
