/** Markup as parse5 reads it, with where each thing stands. */
import { parse, parseFragment, type DefaultTreeAdapterMap, type ParserError } from 'parse5';
import type { Spot } from '../../model/facts';
import { TOO_DEEP } from '../script/module';
import { positions } from '../script/positions';
import type { ScriptReader } from '../script/reader';

export type Element = DefaultTreeAdapterMap['element'];
export type Node = DefaultTreeAdapterMap['childNode'];

/** What a mistake is called, in words; others are mended by every browser and leave nothing out. */
const MISTAKES: Record<string, string> = {
  'eof-in-tag': 'A tag is never closed.',
  'eof-in-comment': 'A comment is never closed.',
  'duplicate-attribute': 'An attribute is given twice; the second is not used.',
  'non-void-html-element-start-tag-with-trailing-solidus':
    'A tag that closes itself is not closed here: write its end tag.',
  'closing-of-element-with-open-child-elements': 'An element is closed before what stands in it.',
  'open-elements-left-after-eof': 'An element is never closed.',
  'end-tag-without-matching-open-element': 'An end tag closes nothing.',
};

/** A page rather than a piece of one: a piece has no such elements, and the parser would drop them. */
const PAGE = /<(!doctype|html|body|head)[\s>]/i;

/** A piece of markup within a file: as long as what stands there, where it begins. */
export interface MarkupText {
  text: string;
  start: number;
}

/** The nodes of a file of markup, or of a piece of it, placed in the file. What is wrong with it is told of the file. */
export function parseMarkup(
  r: ScriptReader,
  { text, start }: MarkupText = { text: r.text, start: 0 },
): readonly Node[] {
  const { problems } = r.b.facts;
  try {
    const onParseError = ({ code, startOffset }: ParserError): void => {
      const message = MISTAKES[code];
      if (message !== undefined)
        problems.push({ severity: 'error', message, ...positionIn(r, start + Math.min(startOffset, text.length)) });
    };
    const options = { sourceCodeLocationInfo: true, onParseError };
    const { childNodes } = PAGE.test(text) ? parse(text, options) : parseFragment(text, options);
    if (start > 0) shift(r, childNodes, start);
    return childNodes;
  } catch (error) {
    const message = error instanceof RangeError ? TOO_DEEP : 'The markup could not be read.';
    problems.push({ severity: 'error', message, line: 1, column: 1 });
    r.b.facts.broken = true;
    return [];
  }
}

/** Lets nodes of a piece say where they stand in the file. */
function shift(r: ScriptReader, nodes: readonly Node[], by: number): void {
  const queue = [...nodes];
  for (let node = queue.pop(); node; node = queue.pop()) {
    const at = node.sourceCodeLocation;
    const parts = at && 'attrs' in at ? [at.startTag, at.endTag, ...Object.values(at.attrs ?? {})] : [];
    for (const one of new Set([at, ...parts])) {
      if (!one) continue;
      one.startOffset += by;
      one.endOffset += by;
      const [from, to] = [positionIn(r, one.startOffset), positionIn(r, one.endOffset)];
      Object.assign(one, { startLine: from.line, startCol: from.column, endLine: to.line, endCol: to.column });
    }
    if (isElement(node)) queue.push(...childrenOf(node));
  }
}

export function isElement(node: Node): node is Element {
  return 'tagName' in node;
}

/** What stands in an element, or in what a template holds. */
export function childrenOf(node: Element): readonly Node[] {
  return 'content' in node ? (node as DefaultTreeAdapterMap['template']).content.childNodes : node.childNodes;
}

export function attributeOf(node: Element, name: string): string | null {
  return node.attrs.find((one) => one.name === name)?.value ?? null;
}

/** Where a tag stands: its name. */
export function tagSpot({ sourceCodeLocation: at, tagName }: Element): Spot {
  return { line: at?.startLine ?? 1, column: (at?.startCol ?? 0) + 1, length: tagName.length };
}

/** Where an attribute stands, and the offset of its value. */
export function attributeSpot(r: ScriptReader, node: Element, name: string): { at: Spot; start: number } {
  const found = node.sourceCodeLocation?.attrs?.[name];
  if (!found) return { at: tagSpot(node), start: node.sourceCodeLocation?.startOffset ?? 0 };
  const text = r.text.slice(found.startOffset, found.endOffset);
  const value = text.search(/[={]/) + 1;
  const at = { line: found.startLine, column: found.startCol, length: text.includes('\n') ? 1 : text.length };
  return { at, start: found.startOffset + (text.startsWith('{') ? 0 : value) };
}

const known = new WeakMap<ScriptReader, ReturnType<typeof positions>>();

/** The line and column of an offset, looked up in a table that is made once a file. */
export function positionIn(r: ScriptReader, offset: number): { line: number; column: number } {
  const found = known.get(r) ?? positions(r.text);
  known.set(r, found);
  return found(offset);
}
