/** Collects the facts of one file while its syntax is walked. */
import type { Node } from '@babel/types';
import type {
  CallFact,
  FileFacts,
  FlowOp,
  FunctionFact,
  FunctionId,
  FunctionRole,
  PlaceId,
  PlaceKind,
  Spot,
  UseFact,
} from '../../model/facts';
import type { Family } from '../../model/documents';

export const NOWHERE: Spot = { line: 1, column: 1, length: 0 };

/** Where a node starts; the length is cut at the end of its first line. */
export function spotOf(node: Node | null | undefined): Spot {
  if (!node?.loc) return NOWHERE;
  const { start, end } = node.loc;
  const length = end.line === start.line ? end.column - start.column : 1;
  return { line: start.line, column: start.column + 1, length };
}

const NOTHING = { flows: 0, uses: 0, calls: 0 };

/** How long the lists of facts are that everything in a function adds to. */
interface Lengths {
  flows: number;
  uses: number;
  calls: number;
}

export class FactsBuilder {
  readonly facts: FileFacts;
  /** Between which lengths each function was read; it has no end as long as it is being read, nor where it is a class. */
  private readonly spans = new Map<FunctionFact, { begin: Lengths; end: Lengths | null }>();
  private readonly parts = new Map<string, PlaceId>();

  constructor(path: string, family: Family, text: string, hash: string, bytes: number) {
    this.facts = {
      path,
      family,
      bytes,
      lines: countLines(text),
      hash,
      problems: [],
      places: [],
      flows: [],
      functions: [],
      calls: [],
      uses: [],
      sites: [],
      cells: [],
      contexts: [],
      contextReads: [],
      joins: [],
      mutations: [],
      ties: [],
      injects: [],
      handles: [],
      queries: [],
      clones: [],
      channels: [],
      starts: [],
      boxes: [],
      keys: [],
      asked: [],
      wholes: [],
      compared: [],
      imports: [],
      exports: [],
      gaps: [],
      parentInstances: [],
      registers: [],
      scopes: [],
      providers: [],
      routes: [],
      outlets: [],
      side: null,
      texts: {},
      types: {},
      typeImports: [],
    };
    this.addFunction('', 'module', null, NOWHERE, this.facts.lines);
  }

  place(kind: PlaceKind, name: string, fn: FunctionId, at: Spot): PlaceId {
    return this.facts.places.push({ kind, name, fn, at }) - 1;
  }

  flow(from: PlaceId | null, to: PlaceId, op: FlowOp = 'same', field?: string): void {
    if (from === null || from === to) return;
    this.facts.flows.push(field === undefined ? { from, to, op } : { from, to, op, field });
  }

  rest(from: PlaceId, to: PlaceId, except: string[]): void {
    this.facts.flows.push({ from, to, op: 'rest', except });
  }

  /** The place of one field of what `from` holds; asked twice in one function it is the same place. */
  part(from: PlaceId, field: string, fn: FunctionId, at: Spot): PlaceId {
    const key = `${from}.${field}@${fn}`;
    const known = this.parts.get(key);
    if (known !== undefined) return known;
    const to = this.place('part', field, fn, at);
    this.flow(from, to, 'get', field);
    this.parts.set(key, to);
    return to;
  }

  /** A call that a recogniser knows of; gives the place of what it brings. */
  call(
    call: Omit<CallFact, 'receiver' | 'result' | 'repeat'> & Partial<Pick<CallFact, 'receiver' | 'repeat'>>,
  ): PlaceId {
    const result = this.place('computed', '', call.fn, call.at);
    this.facts.calls.push({ repeat: 'once', receiver: null, ...call, result });
    return result;
  }

  use(use: UseFact): void {
    this.facts.uses.push(use);
  }

  /** What is passed to something outside that takes it for itself: it is used there, and no further followed. */
  handOut(places: readonly (PlaceId | null | undefined)[], detail: string, fn: FunctionId, at: Spot): void {
    for (const place of places) if (place != null) this.use({ place, kind: 'outside', detail, fn, at });
  }

  addFunction(name: string, role: FunctionRole, parent: FunctionId | null, at: Spot, endLine: number): FunctionId {
    const id = this.facts.functions.length;
    const owner = parent ?? 0;
    const fact: FunctionFact = {
      name,
      role,
      parent,
      self: this.facts.places.length,
      params: [],
      result: this.facts.places.length + 1,
      needs: 0,
      wraps: false,
      at,
      endLine,
    };
    this.facts.functions.push(fact);
    this.spans.set(fact, { begin: this.lengths(), end: null });
    this.place('function', name, owner, at);
    this.place('result', name, id, at);
    return id;
  }

  /** A function has been read. */
  endSpan(fact: FunctionFact): void {
    const span = this.spans.get(fact);
    if (span) span.end = this.lengths();
  }

  /** What was told while a function was read: all that can be about its parameters. */
  within(fact: FunctionFact): Pick<FileFacts, 'flows' | 'uses' | 'calls'> {
    const { flows, uses, calls } = this.facts;
    const { begin, end } = this.spans.get(fact) ?? { begin: NOTHING, end: null };
    return {
      flows: flows.slice(begin.flows, end?.flows),
      uses: uses.slice(begin.uses, end?.uses),
      calls: calls.slice(begin.calls, end?.calls),
    };
  }

  private lengths(): Lengths {
    const { flows, uses, calls } = this.facts;
    return { flows: flows.length, uses: uses.length, calls: calls.length };
  }

  fn(id: FunctionId): FunctionFact {
    const fact = this.facts.functions[id];
    if (!fact) throw new Error(`No function ${id} in ${this.facts.path}`);
    return fact;
  }
}

function countLines(text: string): number {
  let lines = 1;
  for (let i = text.indexOf('\n'); i !== -1; i = text.indexOf('\n', i + 1)) lines++;
  return lines;
}
