/**
 * Markup of one component as the component above it writes it, to hand it in: what the former was given stands for its props, and
 * what its module knows is imported. Nothing is written here; what cannot be said above is refused with the reason.
 */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { topNamesOf } from '../syntax/imports';
import { dedented } from '../syntax/lines';
import { declarationsOf, keysIn, namesIn, referencesOf } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { ReactComponent } from './component';
import { keyOf } from './params';
import { localsOf, Unrelieved } from './relieving';

/** A component that only passes a value on, and the markup that is handed in to it instead. */
export interface Relieved {
  fn: number;
  component: ReactComponent;
  /** The props by which the value gets to it. */
  arriving: ReadonlySet<string>;
  slots: Slot[];
  /** Its props that only this markup uses. */
  drops: ReadonlySet<string>;
}

export interface Slot {
  element: t.JSXElement;
  /** The prop it is handed in as. */
  prop: string;
}

/** A name of its module that markup needs where it is written instead. */
export interface NeededName {
  name: string;
  from: ReactComponent;
  into: ReactComponent;
}

/** Markup as it is handed in: under which name, and how far its lines stood in. */
interface Written {
  prop: string;
  text: string;
  indent: string;
}

/** Lines are seldom longer. */
const LONG = 100;

interface Edit extends Span {
  text: string;
}

/** What a component is given at a tag: syntax of whoever writes that, or what the lack of it means. */
type ValueOf = (prop: string) => t.Node | 'true' | 'nothing';

/** What the props of a component stand for where its markup is written instead. */
interface Stand {
  relay: Relieved;
  of(prop: string): string;
}

export class MarkupWriter {
  readonly needed: NeededName[] = [];
  /** Whose markup is being written, the outermost first. */
  private readonly within: number[] = [];

  constructor(
    /** The component that a tag renders, if it is relieved. */
    private readonly relievedAt: (path: string, tag: number) => Relieved | null,
  ) {}

  /** A piece of `from`, as `into` writes it; `stand` tells what the props of `from` stand for there. */
  written(node: t.Node, from: ReactComponent, into: ReactComponent, stand: Stand | null = null): string {
    const own = stand ? this.nameEdits(node, from, into, stand) : [];
    const edits = this.tagEdits(node, from, into, stand);
    const outer = edits.filter((one) => one.end > one.start);
    const all = [
      ...edits,
      ...own.filter((one) => !outer.some((other) => other.start <= one.start && one.end <= other.end)),
    ].sort((a, b) => b.start - a.start || b.end - a.end);
    const { start } = spanOf(node);
    let text = from.syntax.source(node);
    for (const edit of all) text = text.slice(0, edit.start - start) + edit.text + text.slice(edit.end - start);
    return text;
  }

  /** What changes at the tags of relieved components: props that go, markup that is handed in. */
  private tagEdits(root: t.Node, from: ReactComponent, into: ReactComponent, stand: Stand | null): Edit[] {
    const edits: Edit[] = [];
    walkNodes(root, (node) => {
      if (node.type !== 'JSXElement') return;
      const relay = this.relievedAt(from.path, spanOf(node.openingElement.name).start);
      if (relay) edits.push(...this.tagEdit(node, relay, from, into, stand));
    });
    // What is handed in holds its own tags as they are to be: those of the markup around it remain.
    return edits.filter(
      (one) => !edits.some((other) => other !== one && other.start < one.start && one.end < other.end),
    );
  }

  private tagEdit(
    element: t.JSXElement,
    relay: Relieved,
    from: ReactComponent,
    into: ReactComponent,
    stand: Stand | null,
  ): Edit[] {
    const { syntax } = from;
    const tag = element.openingElement;
    const valueOf = valuesAt(tag, relay);
    const below: Stand = {
      relay,
      of: (prop) => this.standing(prop, relay, valueOf, from, into, stand),
    };
    const edits: Edit[] = tag.attributes
      .filter((one) => one.type === 'JSXAttribute' && relay.drops.has(String(one.name.name)))
      .map((one) => ({ ...withSpaceBefore(syntax, one), text: '' }));
    if (this.within.includes(relay.fn)) throw new Unrelieved(relay.fn, 'it renders itself.');
    const written = relay.slots.map(({ element: one, prop }): Written => {
      this.within.push(relay.fn);
      try {
        const text = this.written(one, relay.component, into, below);
        return { prop, text, indent: relay.component.syntax.indentAt(spanOf(one).start) };
      } finally {
        this.within.pop();
      }
    });
    const named = written.filter(({ prop }) => prop !== 'children');
    const last = tag.attributes.at(-1);
    const end = spanOf(last ?? tag.typeArguments ?? tag.name).end;
    if (named.length > 0) edits.push(...this.attributes(syntax, tag, named, relay.drops));
    const [children] = written.filter(({ prop }) => prop === 'children');
    if (children) {
      const { start } = spanOf(element);
      const indent = syntax.indentAt(start);
      const closing = `</${syntax.source(tag.name)}>`;
      const isAlone = syntax.startsLine(start);
      const inner = `${indent}${syntax.unit}`;
      const content = dedented(children.text, children.indent, isAlone ? inner : indent);
      const text = isAlone ? `>\n${inner}${content}\n${indent}${closing}` : `>${content}${closing}`;
      // The space before the slash goes with it.
      const slash = syntax.text.lastIndexOf('/', spanOf(tag).end - 1);
      const before = element.closingElement
        ? spanOf(tag).end - 1
        : Math.max(end, syntax.text.slice(0, slash).trimEnd().length);
      edits.push({ start: before, end: spanOf(element).end, text });
    }
    return edits;
  }

  /** Markup as attributes: in the line of the tag while that is short, else all attributes on lines of their own. */
  private attributes(
    syntax: Syntax,
    tag: t.JSXOpeningElement,
    named: readonly Written[],
    drops: ReadonlySet<string>,
  ): Edit[] {
    const last = tag.attributes.at(-1);
    const { end } = spanOf(last ?? tag.typeArguments ?? tag.name);
    const isOnLines = last !== undefined && syntax.startsLine(spanOf(last).start);
    const own = syntax.indentAt(spanOf(tag).start);
    const indent = isOnLines ? syntax.indentAt(spanOf(last).start) : `${own}${syntax.unit}`;
    const inLine = named.map(({ prop, text }) => ` ${prop}={${text}}`).join('');
    const stays = (one: t.JSXAttribute | t.JSXSpreadAttribute): boolean =>
      one.type !== 'JSXAttribute' || !drops.has(String(one.name.name));
    const stay = tag.attributes.filter(stays);
    const lengthLeft = [tag.name, ...stay].reduce((sum, one) => sum + syntax.source(one).length + 1, 0);
    const isShort = !inLine.includes('\n') && own.length + lengthLeft + inLine.length <= LONG;
    if (!isOnLines && isShort) return [{ start: end, end, text: inLine }];
    const onLines = named.map((one) => {
      if (!one.text.includes('\n')) return `\n${indent}${one.prop}={${one.text}}`;
      const inner = `${indent}${syntax.unit}`;
      return `\n${indent}${one.prop}={\n${inner}${dedented(one.text, one.indent, inner)}\n${indent}}`;
    });
    if (isOnLines) return [{ start: end, end, text: onLines.join('') }];
    const apart = stay.map((one) => {
      const { start } = spanOf(one);
      return { start: syntax.text.slice(0, start).trimEnd().length, end: start, text: `\n${indent}` };
    });
    const close = spanOf(tag).end - (tag.selfClosing ? 2 : 1);
    return [...apart, { start: end, end: close, text: `${onLines.join('')}\n${own}` }];
  }

  /** What a prop of a relieved component stands for where its markup is written. */
  private standing(
    prop: string,
    relay: Relieved,
    valueOf: ValueOf,
    from: ReactComponent,
    into: ReactComponent,
    stand: Stand | null,
  ): string {
    const { component, fn } = relay;
    const fallback = fallbackOf(component, prop);
    const value = valueOf(prop);
    if (value === 'nothing') {
      if (relay.arriving.has(prop)) throw new Unrelieved(fn, `it gets ${prop} in another way than at its tag.`);
      if (fallback && namesIn(fallback).size > 0)
        throw new Unrelieved(fn, `the default of ${prop} is known in its own file alone.`);
      return fallback ? component.syntax.source(fallback) : 'undefined';
    }
    if (value === 'true') return value;
    const isPlain = /Literal$/.test(value.type) && value.type !== 'TemplateLiteral';
    if (value.type === 'StringLiteral' && /[&\\\n]/.test(from.syntax.source(value)))
      throw new Unrelieved(fn, `the text of ${prop} is written as only markup has it.`);
    if (fallback && !isPlain)
      throw new Unrelieved(fn, `it has a default for ${prop}, which whoever passes that would have to know.`);
    const uses = relay.slots.reduce((sum, { element }) => sum + usesIn(element, component, prop), 0);
    if (!isPlain && !isChain(value) && (uses > 1 || !relay.drops.has(prop)))
      throw new Unrelieved(fn, `it needs ${prop} for itself, too, which is made at its tag.`);
    const text = this.written(value, from, into, stand);
    return isPlain || isChain(value) || /^JSX|Call|Template/.test(value.type) ? text : `(${text})`;
  }

  /** The names in a piece of markup, as they are said where it is written instead. */
  private nameEdits(node: t.Node, from: ReactComponent, into: ReactComponent, { relay, of }: Stand): Edit[] {
    const { fn, component } = relay;
    const edits: Edit[] = [];
    const locals = localsOf(component);
    const object = component.objectOfProps;
    const replace = (span: Span, prop: string, isTag: boolean, shortFor: string | null): void => {
      if (prop === 'children') throw new Unrelieved(fn, 'it passes on what stands between its own tags.');
      const text = of(prop);
      for (const name of namesOf(text))
        if (declarationsOf(node, name) > 0) throw new Unrelieved(fn, `${name} is another thing in what it renders.`);
      if (isTag && !/^[A-Z][\w$]*(\.[\w$]+)*$/.test(text))
        throw new Unrelieved(fn, `which component ${prop} is, is decided at its tag.`);
      if (shortFor !== null) edits.push({ ...span, text: shortFor === text ? text : `${shortFor}: ${text}` });
      else if (!isContainer(component.syntax, span)) edits.push({ ...span, text });
      // `title={"Beds"}` is said as `title="Beds"`.
      else if (/^"[^"]*"$/.test(text)) edits.push({ start: span.start - 1, end: span.end + 1, text });
      else edits.push({ ...span, text: unwrapped(text) });
    };
    const done = new Set<number>();
    walkNodes(node, (one) => {
      if (object === null || (one.type !== 'MemberExpression' && one.type !== 'OptionalMemberExpression')) return;
      if (one.object.type !== 'Identifier' || one.object.name !== object) return;
      const prop = one.computed ? null : keyOf(one.property);
      if (prop === null) return;
      done.add(spanOf(one.object).start);
      replace(spanOf(one), prop, false, null);
    });
    const keys = keysIn(node);
    const shorthand = new Map<number, string>();
    walkNodes(node, (one) => {
      if (one.type === 'ObjectProperty' && one.shorthand) shorthand.set(spanOf(one).start, keyOf(one.key) ?? '');
    });
    const top = topNamesOf(component.syntax.ast);
    const names: (t.Identifier | t.JSXIdentifier)[] = [];
    walkNodes(node, (one) => {
      if ((one.type === 'Identifier' || one.type === 'JSXIdentifier') && !keys.has(one)) names.push(one);
    });
    for (const one of names.sort((a, b) => spanOf(a).start - spanOf(b).start)) {
      const span = spanOf(one);
      const isTag = one.type === 'JSXIdentifier';
      if (done.has(span.start) || (isTag && /^[a-z]/.test(one.name))) continue;
      done.add(span.start);
      const prop = locals.get(one.name);
      if (declarationsOf(node, one.name) > 0) {
        if (prop === undefined) continue;
        throw new Unrelieved(fn, `${one.name} is two things in what it renders.`);
      }
      if (prop !== undefined) replace(span, prop, isTag, shorthand.get(span.start) ?? null);
      else if (one.name === object || declarationsOf(component.fn, one.name) > 0)
        throw new Unrelieved(fn, `what it renders needs ${one.name}, which it has itself.`);
      else if (component.syntax === into.syntax) {
        if (declarationsOf(into.fn, one.name) > 0)
          throw new Unrelieved(fn, `${one.name} is another thing in ${into.name}.`);
        this.needed.push({ name: one.name, from, into });
      } else if (top.has(one.name)) this.needed.push({ name: one.name, from, into });
      else if (into.names.has(one.name)) throw new Unrelieved(fn, `${one.name} is another thing in ${into.name}.`);
    }
    return edits;
  }
}

function valuesAt(tag: t.JSXOpeningElement, { fn }: Relieved): ValueOf {
  return (prop) => {
    let found: t.Node | 'true' | 'nothing' = 'nothing';
    for (const one of tag.attributes) {
      if (one.type === 'JSXSpreadAttribute') throw new Unrelieved(fn, 'its tag spreads an object into it.');
      if (one.name.name !== prop) continue;
      const value = one.value?.type === 'JSXExpressionContainer' ? one.value.expression : one.value;
      found = value ?? 'true';
    }
    return found;
  };
}

function fallbackOf(component: ReactComponent, prop: string): t.Expression | null {
  const taken = component.taken(prop);
  return taken?.by === 'pattern' ? taken.fallback : component.defaultOf(prop);
}

function usesIn(element: t.JSXElement, component: ReactComponent, prop: string): number {
  const taken = component.taken(prop);
  if (!taken || taken.by === 'rest') return 0;
  if (taken.by === 'pattern') return referencesOf(element, taken.local).length;
  const { start, end } = spanOf(element);
  return component.usesOf(taken, prop).filter((span) => start <= span.start && span.end <= end).length;
}

/** A name, or a field of one. */
function isChain(node: t.Node): boolean {
  if (node.type === 'MemberExpression') return !node.computed && isChain(node.object);
  return node.type === 'Identifier' || node.type === 'ThisExpression';
}

function namesOf(text: string): string[] {
  return text.match(/[A-Za-z_$][\w$]*/g) ?? [];
}

/** Whether a stretch is all there is between the braces of an attribute. */
function isContainer({ text }: Syntax, { start, end }: Span): boolean {
  return text[start - 2] === '=' && text[start - 1] === '{' && text[end] === '}';
}

function unwrapped(text: string): string {
  return text.startsWith('(') && text.endsWith(')') && /^\([^()]*(\([^()]*\)[^()]*)*\)$/.test(text)
    ? text.slice(1, -1)
    : text;
}

/** An attribute with the space before it. */
function withSpaceBefore({ text }: Syntax, node: t.Node): Span {
  const { start, end } = spanOf(node);
  return { start: text.slice(0, start).trimEnd().length, end };
}
