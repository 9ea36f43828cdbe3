/** What is used of the compiler's own syntax tree. Offsets count characters from the start of the file. */
export interface Span {
  type: string;
  start: number;
  end: number;
}

export interface Fragment {
  nodes: MarkupNode[];
}

export interface Attribute extends Span {
  name: string;
  value?:
    true | Expression | (Span & { data?: string; expression?: Expression })[] | (Span & { expression: Expression });
  expression?: Expression | null;
  modifiers?: string[];
}

/** An expression of the language itself: only where it stands and what it is called are used. */
export interface Expression extends Span {
  name?: string;
  callee?: Expression;
  /** Of a call that may find nothing to call. */
  expression?: Expression;
  expressions?: Expression[];
}

export interface MarkupNode extends Span {
  name?: string;
  attributes?: Attribute[];
  fragment?: Fragment;
  expression?: Expression;
  tag?: Expression;
  /** Of a condition. */
  test?: Expression;
  consequent?: Fragment;
  alternate?: Fragment | null;
  /** Of a loop. */
  context?: Expression | null;
  index?: string;
  key?: Expression;
  body?: Fragment;
  fallback?: Fragment;
  /** Of a promise. */
  value?: Expression | null;
  error?: Expression | null;
  pending?: Fragment | null;
  then?: Fragment | null;
  catch?: Fragment | null;
  parameters?: Expression[];
  declaration?: Span;
}

export interface Script extends Span {
  content: Span;
}

export interface Root {
  fragment: Fragment;
  instance?: Script | null;
  module?: Script | null;
  options?: { runes?: boolean } | null;
}

/** Visits every node of the compiler's tree below and including one. */
export function visitAll(root: unknown, visit: (node: Span & Record<string, unknown>) => void): void {
  const queue: unknown[] = [root];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    if (typeof next !== 'object' || next === null) continue;
    if (Array.isArray(next)) {
      queue.push(...(next as unknown[]));
      continue;
    }
    const node = next as Span & Record<string, unknown>;
    if (typeof node.type === 'string') visit(node);
    for (const [key, child] of Object.entries(node))
      if (key !== 'loc' && key !== 'name_loc' && typeof child === 'object' && child !== null) queue.push(child);
  }
}
