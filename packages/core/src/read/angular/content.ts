/** Content: which parts of what stands between a component's tags go to which slot. */
import {
  TmplAstContent,
  TmplAstElement,
  TmplAstForLoopBlock,
  TmplAstIfBlock,
  type TmplAstNode,
  TmplAstLetDeclaration,
  TmplAstSwitchBlock,
  TmplAstTemplate,
} from '@angular/compiler';
import { without } from '../../model/signs';
import { isOwn } from './templateNodes';

/** Parts of content that bear the same names, in the order they stand in. */
export interface ContentPart {
  names: readonly string[];
  nodes: [TmplAstNode, ...TmplAstNode[]];
}

/** What a selector excludes. */
const EXCLUDED = /:not\(([^)]*)\)/g;

/** The lists of names that a slot asks for, with `!` before those that must not be there; none where it takes what no other does. */
export function listsOf(selector: string): string[][] {
  const namesIn = (text: string): string[] => [...text.matchAll(NAMES)].map(([name]) => name.replace(/["'\s]/g, ''));
  const lists = selector
    .split(',')
    .map((one) => [
      ...namesIn(one.replace(EXCLUDED, '').trim()),
      ...[...one.matchAll(EXCLUDED)].flatMap(([, inner = '']) => namesIn(inner).map(without)),
    ]);
  return lists.some((names) => names.length === 0) ? [] : lists;
}

/** Tells content apart by the names that it bears. */
export function byNames(children: readonly TmplAstNode[]): ContentPart[] {
  const [first] = children;
  if (!first) return [];
  // What is declared on the way is seen by all that follows.
  if (children.some((one) => one instanceof TmplAstLetDeclaration))
    return [{ names: [], nodes: [first, ...children.slice(1)] }];
  const parts = new Map<string, ContentPart>();
  for (const node of children) {
    const names = namesAt(node);
    const key = names.join(' ');
    const known = parts.get(key);
    if (known) known.nodes.push(node);
    else parts.set(key, { names, nodes: [node] });
  }
  return [...parts.values()];
}

/** The names that a piece of content bears: its tag, its attributes, its classes, or what it says that it goes as. */
function namesAt(node: TmplAstNode): string[] {
  if (node instanceof TmplAstElement || node instanceof TmplAstContent) return namesOfTag(node);
  if (node instanceof TmplAstTemplate) {
    if (isOwn(node)) return [];
    const [inner] = node.children;
    return [...(inner ? namesAt(inner) : []), ...node.templateAttrs.map(({ name }) => `[${name}]`)];
  }
  // A block goes by what each of its parts shows, where that is one thing.
  const parts = partsOf(node).map(([only, ...others]) => (only && others.length === 0 ? namesAt(only) : []));
  const [first = [], ...others] = parts;
  return first.filter((name) => others.every((names) => names.includes(name)));
}

/** The parts of a block, one of which is shown at a time. */
function partsOf(node: TmplAstNode): TmplAstNode[][] {
  if (node instanceof TmplAstIfBlock) return node.branches.map(({ children }) => children);
  if (node instanceof TmplAstSwitchBlock) return node.cases.map(({ children }) => children);
  return node instanceof TmplAstForLoopBlock ? [node.children] : [];
}

function namesOfTag(node: TmplAstElement | TmplAstContent): string[] {
  const as = node.attributes.find(({ name }) => name === 'ngProjectAs');
  if (as) return listsOf(as.value).flat();
  const names = node instanceof TmplAstElement ? [node.name] : [];
  for (const { name, value } of node.attributes) {
    if (name === 'class') names.push(...value.split(/\s+/).flatMap((one) => (one === '' ? [] : `.${one}`)));
    else names.push(`[${name}]`, ...(value === '' || /\s/.test(value) ? [] : [`[${name}=${value}]`]));
  }
  if (node instanceof TmplAstElement) for (const { name } of [...node.inputs, ...node.outputs]) names.push(`[${name}]`);
  return names;
}

/** The simple names of a selector. */
const NAMES = /\[[^[\]]*\]|\.[\w-]+|^[\w-]+/g;
