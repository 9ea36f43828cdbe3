/** The markup of a Svelte component as edits need it: what its tags are given, and where it says a name. */
import { compilerOf } from '../../read/compilers';
import { visitAll, type Attribute, type Expression, type Root } from '../../read/svelte/syntax';
import { withoutBlocks } from '../../read/component/blocks';
import type { PassedProp } from '../component';
import type { Span } from '../syntax/tree';

/** A value that a component’s tag is given: `{units}`, `scale={units}`. */
export interface MarkupProp extends PassedProp {
  /** The whole attribute. */
  at: Span;
  isFunction: boolean;
}

/** A name where the markup says it. */
export interface Mention extends Span {
  /** What has to stand before it where it is written for a field or an attribute of the same name; null where it cannot be renamed. */
  before: string | null;
}

export interface Markup {
  passed: MarkupProp[];
  /** The names it mentions, but for those of fields. */
  mentions: ReadonlyMap<string, readonly Mention[]>;
  /** Names that it declares itself, in loops, snippets and functions. */
  declared: ReadonlySet<string>;
  /** Names that it sets or binds. */
  assigned: ReadonlySet<string>;
  /** Where it ends. */
  end: number;
}

interface Named extends Span {
  name?: string;
}
type Node = Span & Record<string, unknown>;

/** Null where the file cannot be parsed. */
export function markupOf(text: string): Markup | null {
  let root: Root;
  try {
    root = compilerOf('svelte').parse(withoutBlocks(text, 'style'), { modern: true }) as unknown as Root;
  } catch {
    return null;
  }
  const mentions = new Map<string, Mention[]>();
  const declared = new Set<string>();
  const assigned = new Set<string>();
  const passed: MarkupProp[] = [];
  const fields = new Set<unknown>();
  const befores = new Map<unknown, string | null>();
  const declare = (pattern: unknown): void =>
    visitAll(pattern, (node) => {
      if (node.type === 'Identifier') declared.add(String(node.name));
    });
  // A node is met after what stands around it.
  visitAll(root.fragment, (node) => {
    switch (node.type) {
      case 'Component':
      case 'SvelteComponent':
      case 'SvelteSelf':
        for (const one of node.attributes as Attribute[]) {
          const found = passedBy(text, one, node.start + 1);
          if (found) passed.push(found);
        }
        break;
      case 'Attribute':
        if (text[node.start] === '{') befores.set(expressionOf(node as unknown as Attribute), `${String(node.name)}=`);
        break;
      case 'ClassDirective':
      case 'StyleDirective':
      case 'BindDirective':
        if (node.type === 'BindDirective') addRoot(assigned, node.expression);
        if (!text.slice(node.start, node.end).includes('{')) befores.set(node.expression, null);
        break;
      case 'MemberExpression':
        if (node.computed !== true) fields.add(node.property);
        break;
      case 'Property':
        if (node.computed !== true && node.shorthand !== true) fields.add(node.key);
        else if (node.shorthand === true) befores.set(node.value, `${(node.key as Named).name ?? ''}: `);
        break;
      case 'AssignmentExpression':
        addRoot(assigned, node.left);
        break;
      case 'UpdateExpression':
        addRoot(assigned, node.argument);
        break;
      case 'EachBlock':
        declare(node.context);
        if (typeof node.index === 'string') declared.add(node.index);
        break;
      case 'SnippetBlock':
        declare(node.parameters);
        declare(node.expression);
        break;
      case 'AwaitBlock':
        declare(node.value);
        declare(node.error);
        break;
      case 'ConstTag':
        declare((node.declaration as { declarations?: { id?: unknown }[] } | undefined)?.declarations?.[0]?.id);
        break;
      case 'LetDirective':
        declared.add(String(node.name));
        declare(node.expression);
        break;
      case 'ArrowFunctionExpression':
      case 'FunctionExpression':
        declare(node.params);
        break;
      case 'Identifier':
        if (!fields.has(node)) note(mentions, node, befores.has(node) ? (befores.get(node) ?? null) : '');
        break;
    }
  });
  const last = root.fragment.nodes.findLast(({ start, end }) => text.slice(start, end).trim() !== '');
  return { passed, mentions, declared, assigned, end: last?.end ?? text.length };
}

function note(mentions: Map<string, Mention[]>, node: Node, before: string | null): void {
  const name = String(node.name);
  const known = mentions.get(name) ?? [];
  mentions.set(name, known);
  // `{ units }` is key and value at once, in the tree two nodes.
  const twin = known.find(({ start }) => start === node.start);
  if (twin) twin.before = twin.before === '' ? before : twin.before;
  else known.push({ start: node.start, end: node.end, before });
}

/** The name that an assignment sets, itself or a part of. */
function addRoot(names: Set<string>, target: unknown): void {
  let at = target as Node | null | undefined;
  while (at?.type === 'MemberExpression') at = at.object as Node;
  if (at?.type === 'Identifier') names.add(String(at.name));
}

function expressionOf({ value }: Attribute): Expression | null {
  if (value === undefined || value === true) return null;
  const only = Array.isArray(value) ? (value.length === 1 ? value[0] : undefined) : value;
  return only && 'expression' in only && only.expression ? only.expression : null;
}

function passedBy(text: string, one: Attribute, tag: number): MarkupProp | null {
  const expression = one.type === 'Attribute' ? expressionOf(one) : null;
  if (!expression) return null;
  return {
    prop: one.name,
    tag,
    expression: text.slice(expression.start, expression.end),
    at: { start: one.start, end: one.end },
    isFunction: /Function/.test(expression.type),
  };
}
