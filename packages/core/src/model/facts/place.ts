/** Places: everything in a file that may hold a value, and how values move between them. */

/** Where something stands in its file. Lines and columns count from 1; `length` is in characters on that line. */
export interface Spot {
  line: number;
  column: number;
  length: number;
}

export type PlaceId = number;

export type FunctionId = number;

/** How often something is rendered each time its author renders. */
export const REPEATS = ['once', 'conditional', 'many'] as const;
export type Repeat = (typeof REPEATS)[number];

/** The stronger of two, by the order of `REPEATS`: a conditional inside a loop is rendered many times. */
export function strongerRepeat(a: Repeat, b: Repeat): Repeat {
  return REPEATS.indexOf(a) >= REPEATS.indexOf(b) ? a : b;
}

/** Something that can hold a value: a binding, a parameter, an object being put together, a piece of markup, … */
export const PLACE_KINDS = [
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
] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

export interface Place {
  kind: PlaceKind;
  /** What the source calls it; empty where it has no name. */
  name: string;
  /** The innermost function it belongs to; 0 is the module itself. */
  fn: FunctionId;
  at: Spot;
}

/**
 * What a flow does to the value: `get` takes a field out, `put` stores it as a field, `rest` takes all fields but some,
 * `derived` computes something from it, `frozen` copies it once, `unwrap` takes the value out of a reference that holds it in a field, `taken`
 * takes a value once where it is the value itself, and lets what holds values (a reference, a function) pass. The field `*`
 * stands for any element.
 */
export const FLOW_OPS = ['same', 'get', 'put', 'rest', 'derived', 'frozen', 'unwrap', 'taken'] as const;
export type FlowOp = (typeof FLOW_OPS)[number];

export interface Flow {
  from: PlaceId;
  to: PlaceId;
  op: FlowOp;
  field?: string;
  /** Fields a `rest` leaves out; the sign of events alone stands for all of them. */
  except?: string[];
}

/** What is done with a value where its way ends. */
export const USE_KINDS = [
  'shown',
  'branched',
  'computed',
  'iterated',
  'effect',
  'handler',
  'outside',
  'copied',
] as const;
export type UseKind = (typeof USE_KINDS)[number];

/** The detail of a use that copies the value itself, but lets what holds values pass. */
export const TAKEN = 'taken';

export interface UseFact {
  place: PlaceId;
  kind: UseKind;
  /** The event, timer or function concerned, where there is one. */
  detail?: string;
  /** For `shown`: the piece of markup it is placed in. */
  inside?: PlaceId;
  /** For `shown`: as a text, and by itself. */
  asText?: true;
  repeat?: Repeat;
  fn: FunctionId;
  at: Spot;
}
