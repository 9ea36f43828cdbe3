/**
 * Topics of messages: written out, put together from constants, or given by a function of the file that puts them together. A field of
 * what is injected is the same topic wherever it is named, though what it says stands in another file.
 */
import type * as t from '@babel/types';
import { objectOf, plain, property } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { injectedName } from './injection';
import { declaredIn } from './registrations';

export interface Topic {
  text: string;
  /** The text is what is sent; otherwise it is what the source calls that. */
  isKnown: boolean;
}

/** A helper calls another one, and that one more: beyond this, no text is looked for. */
const DEEPEST = 8;

type Known = ReadonlyMap<string, string>;

export function topicOf(r: ScriptReader, node: t.Node | null | undefined): Topic | null {
  const text = textPassed(r, node, new Map(), 0);
  if (text !== null) return { text, isKnown: true };
  // Constants are shared by the name they are registered under.
  const isField = node?.type === 'MemberExpression' && !node.computed;
  const name = node && injectedName(r, isField ? node.object : node);
  if (!node || name === null) return null;
  return { text: isField ? `${name}.${fieldOf(node.property, false)}` : (name ?? ''), isKnown: false };
}

/** The text that an expression gives; null where that is not known. `known`: parameters of the helper it stands in. */
function textPassed(r: ScriptReader, node: t.Node | null | undefined, known: Known, depth: number): string | null {
  const bare = plain(r, node);
  if (!bare || depth > DEEPEST) return null;
  const inner = (one: t.Node): string | null => textPassed(r, one, known, depth + 1);
  switch (bare.type) {
    case 'StringLiteral':
      return bare.value;
    case 'NumericLiteral':
      return String(bare.value);
    case 'Identifier':
      return known.get(bare.name) ?? null;
    case 'BinaryExpression': {
      const [left, right] = bare.operator === '+' ? [inner(bare.left), inner(bare.right)] : [null, null];
      return left === null || right === null ? null : left + right;
    }
    case 'TemplateLiteral': {
      const parts = bare.expressions.map(inner);
      if (parts.some((one) => one === null)) return null;
      return bare.quasis.map(({ value }, index) => `${value.cooked ?? value.raw}${parts[index] ?? ''}`).join('');
    }
    case 'MemberExpression': {
      const written = property(objectOf(r, bare.object), fieldOf(bare.property, bare.computed));
      return written ? inner(written) : null;
    }
    case 'CallExpression':
      return textOfHelper(r, bare, inner, depth);
    default:
      return null;
  }
}

/** `topicFor('bed')`, of a function of the file that does nothing but put a text together. */
function textOfHelper(
  r: ScriptReader,
  { callee, arguments: args }: t.CallExpression,
  read: (node: t.Node) => string | null,
  depth: number,
): string | null {
  const fn = callee.type === 'Identifier' ? declaredIn(r).functions.get(callee.name) : undefined;
  if (!fn || fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') return null;
  const only = fn.body.type === 'BlockStatement' ? fn.body.body.at(-1) : null;
  if (fn.body.type === 'BlockStatement' && fn.body.body.length !== 1) return null;
  const result = only?.type === 'ReturnStatement' ? only.argument : fn.body.type === 'BlockStatement' ? null : fn.body;
  const known = new Map<string, string>();
  fn.params.forEach((param, index) => {
    const text = args[index] ? read(args[index]) : null;
    if (param.type === 'Identifier' && text !== null) known.set(param.name, text);
  });
  return textPassed(r, result, known, depth + 1);
}
