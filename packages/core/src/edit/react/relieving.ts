/** What a component could be relieved of: which of its markup uses what it only passes on, and what stands against writing that above. */
import type * as t from '@babel/types';
import { calledName } from '../../read/script/names';
import { walkNodes } from '../../read/script/walk';
import { isFunction } from '../syntax/names';
import { spanOf, type Span } from '../syntax/tree';
import type { ReactComponent } from './component';
import { keyOf } from './params';

/** A component cannot be relieved of what it passes on; the message says why. */
export class Unrelieved extends Error {
  constructor(
    readonly fn: number,
    message: string,
  ) {
    super(message);
  }
}

/** The elements in a component that use what some of its props hold, the outermost of those that stand in each other. */
export function elementsUsing(fn: number, component: ReactComponent, uses: readonly Span[]): t.JSXElement[] {
  const found = new Set<t.JSXElement>();
  for (const use of uses) {
    const around = component.syntax.around(use.start);
    const element = around.findLast((one): one is t.JSXElement => one.type === 'JSXElement');
    const own = around.indexOf(component.fn);
    if (!element || own === -1 || around.indexOf(element) < own)
      throw new Unrelieved(fn, 'it does more with it than to pass it on.');
    if (isShownOnCondition(component, around.slice(own, around.indexOf(element))) && readsFields(component, element))
      throw new Unrelieved(fn, 'it asks whether there is something before it passes a part of that.');
    refuseWhatStays(fn, element);
    found.add(element);
  }
  return [...found].filter(
    (one) =>
      ![...found].some(
        (other) => other !== one && spanOf(other).start <= spanOf(one).start && spanOf(one).end <= spanOf(other).end,
      ),
  );
}

/** What markup cannot do elsewhere: run a hook, say types that its file declares, hold a text whose lines would move. */
function refuseWhatStays(fn: number, element: t.JSXElement): void {
  walkNodes(element, (node, within) => {
    if (node.type === 'CallExpression' && !within && /^use[A-Z]/.test(calledName(node)))
      throw new Unrelieved(fn, `its markup calls ${calledName(node)}, which runs with it.`);
    if (node.type === 'TemplateLiteral' && node.loc?.start.line !== node.loc?.end.line)
      throw new Unrelieved(fn, 'its markup holds a text of several lines.');
    if (node.type === 'TSTypeReference' && node.typeName.type === 'Identifier' && node.typeName.name !== 'const')
      throw new Unrelieved(fn, `its markup says the type ${node.typeName.name}, which its file knows.`);
  });
}

/** Its props that nothing but the markup in its slots uses. */
export function onlyIn(component: ReactComponent, elements: readonly t.JSXElement[]): Set<string> {
  const found = new Set<string>();
  const props = new Set([...localsOf(component).values(), ...[...membersOf(component)].sort()]);
  for (const prop of props) {
    const taken = component.taken(prop);
    if (!taken || taken.by === 'rest' || !component.canDrop(prop)) continue;
    const isInside = ({ start, end }: Span): boolean =>
      elements.some((one) => spanOf(one).start <= start && end <= spanOf(one).end);
    const uses = component.usesOf(taken, prop);
    if (uses.length > 0 && uses.every(isInside)) found.add(prop);
  }
  return found;
}

/** Whether a component is kept from rendering while its props stay the same. */
export function isMemoised({ syntax, fn, name }: ReactComponent): boolean {
  let found = false;
  walkNodes(syntax.ast, (node) => {
    if (node.type !== 'CallExpression' || !/(^|\.)memo$/.test(syntax.source(node.callee))) return;
    const [first] = node.arguments;
    found ||= first === fn || (first?.type === 'Identifier' && first.name === name);
  });
  return found;
}

/** Whether something stands between the tags of an element. */
export function hasChildren({ children }: t.JSXElement): boolean {
  return children.some((one) => one.type !== 'JSXText' || one.value.trim() !== '');
}

/** The names a component has its props under, where it takes them apart. */
export function localsOf({ pattern }: ReactComponent): Map<string, string> {
  const locals = new Map<string, string>();
  for (const one of pattern?.properties ?? []) {
    if (one.type !== 'ObjectProperty' || one.computed) continue;
    const value = one.value.type === 'AssignmentPattern' ? one.value.left : one.value;
    const prop = keyOf(one.key);
    if (value.type === 'Identifier' && prop !== null) locals.set(value.name, prop);
  }
  return locals;
}

/** The props a component reads from the object they come in. */
function membersOf(component: ReactComponent): Set<string> {
  const props = new Set<string>();
  const object = component.objectOfProps;
  if (object !== null)
    walkNodes(component.fn, (node) => {
      if (node.type !== 'MemberExpression' && node.type !== 'OptionalMemberExpression') return;
      const prop = node.computed ? null : keyOf(node.property);
      if (node.object.type === 'Identifier' && node.object.name === object && prop !== null) props.add(prop);
    });
  return props;
}

/** Whether markup may not be made at all: what it reads may not be there then. */
function isShownOnCondition(component: ReactComponent, around: readonly t.Node[]): boolean {
  const [, ...inside] = around;
  if (inside.some((one) => isFunction(one) || /^(Logical|Conditional)Exp|^(If|Switch|Try|For|While)/.test(one.type)))
    return true;
  let returns = 0;
  walkNodes(component.fn, (node, within) => {
    if (node.type === 'ReturnStatement' && !within) returns++;
  });
  return returns > 1;
}

/** Whether making markup reads a field of a prop, or calls something. */
function readsFields(component: ReactComponent, element: t.JSXElement): boolean {
  const locals = localsOf(component);
  const object = component.objectOfProps;
  let found = false;
  walkNodes(element, (node, within) => {
    if (within) return;
    if (node.type === 'CallExpression' || node.type === 'TSNonNullExpression') found = true;
    if (node.type !== 'MemberExpression') return;
    const { object: of } = node;
    if (of.type === 'Identifier' && locals.has(of.name)) found = true;
    if (of.type === 'MemberExpression' && of.object.type === 'Identifier' && of.object.name === object) found = true;
  });
  return found;
}
