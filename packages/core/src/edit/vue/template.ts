/** A template as edits need it: its tags with what is bound to them, and the expressions that stand in it. */
import { camel } from '../../model/spelling';
import { compilerOf } from '../../read/compilers';
import type { Span } from '../syntax/tree';

/** A value bound to a tag: `:units="units"`. */
export interface Bound {
  prop: string;
  /** Where the name of the tag begins. */
  tag: number;
  expression: string;
  /** The whole attribute. */
  at: Span;
}

/** An expression of the template, where it stands. */
export interface TemplateText extends Span {
  text: string;
}

interface Loc {
  start: { offset: number };
  end: { offset: number };
  source: string;
}
interface Expression {
  content: string;
  loc: Loc;
  isStatic?: boolean;
}
interface Attribute {
  type: number;
  name: string;
  arg?: Expression;
  exp?: Expression;
  modifiers?: unknown[];
  loc: Loc;
}
interface Node {
  type: number;
  tagType?: number;
  tag?: string;
  props?: Attribute[];
  children?: Node[];
  content?: Expression;
  loc: Loc;
}
const DIRECTIVE = 7;

export interface Template {
  bound: Bound[];
  texts: TemplateText[];
  /** Whether something is bound whose name is only known when it runs, or an object of names is. */
  bindsAll: boolean;
  /** What components are bound both ways, without modifiers: `v-model:note="note"`. */
  models: { prop: string; expression: string; at: Span }[];
  /** Where the one element that is around all else ends, before its closing tag; null where it has none, or is a component. */
  room: number | null;
}

/** Null where the file cannot be parsed, or has no template of its own. */
export function templateOf(text: string): Template | null {
  const { descriptor, errors } = compilerOf('vue').parse(text, { ignoreEmpty: false });
  const root = descriptor.template?.ast as unknown as Node | undefined;
  if (errors.length > 0 || !root) return null;
  const template: Template = { bound: [], texts: [], bindsAll: false, models: [], room: roomIn(root) };
  const queue: Node[] = [root];
  for (let node = queue.pop(); node; node = queue.pop()) {
    queue.push(...(node.children ?? []));
    if (node.content && typeof node.content === 'object') template.texts.push(spanOf(node.content));
    for (const one of node.props ?? []) noteAttribute(template, node, one);
  }
  return template;
}

/** The elements at the root of a template, each with where its tag’s name ends. */
export function rootsOf(text: string): { tag: string; end: number }[] {
  const { descriptor, errors } = compilerOf('vue').parse(text, { ignoreEmpty: false });
  const root = descriptor.template?.ast as unknown as Node | undefined;
  if (errors.length > 0) return [];
  return (root?.children ?? []).flatMap(({ type, tagType, tag, loc }) =>
    type === 1 && tagType === ELEMENT && tag !== undefined ? { tag, end: loc.start.offset + 1 + tag.length } : [],
  );
}

/** Elements of the page, as the parser numbers what a tag stands for. */
const [ELEMENT, COMPONENT] = [0, 1];

function roomIn({ children = [] }: Node): number | null {
  const [only, ...others] = children.filter(({ type }) => type === 1);
  const closing = only?.loc.source.lastIndexOf('</') ?? -1;
  return only && others.length === 0 && only.tagType === ELEMENT && closing > 0
    ? only.loc.start.offset + closing
    : null;
}

function noteAttribute(template: Template, node: Node, { type, name, arg, exp, modifiers, loc }: Attribute): void {
  if (type !== DIRECTIVE) return;
  if (arg && arg.isStatic === false) template.texts.push(spanOf(arg));
  if (name === 'bind' && !arg) template.bindsAll = true;
  if (name === 'model' && node.tagType === COMPONENT && exp && modifiers?.length === 0) {
    const at = { start: loc.start.offset, end: loc.end.offset };
    template.models.push({ prop: arg?.content ?? 'model-value', expression: exp.content.trim(), at });
  }
  if (name === 'bind' && arg && arg.isStatic !== false) {
    const prop = camel(arg.content);
    // `:units` alone stands for `:units="units"`.
    const expression = exp ? exp.content.trim() : prop;
    const at = { start: loc.start.offset, end: loc.end.offset };
    template.bound.push({ prop, tag: node.loc.start.offset + 1, expression, at });
    if (!exp) template.texts.push({ ...at, text: prop });
  }
  if (exp) template.texts.push(spanOf(exp));
}

function spanOf({ loc, content }: Expression): TemplateText {
  return { start: loc.start.offset, end: loc.end.offset, text: loc.source || content };
}
