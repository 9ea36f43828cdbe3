/** Tags at which a component is given a prop by somebody else than the home of a value: each provides its own instead. */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { spanOf, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import { wholeAttribute } from './markup';

/** A tag, and what it gives for a prop. */
export interface Elsewhere {
  syntax: Syntax;
  element: t.JSXElement;
  attribute: t.JSXAttribute;
  /** What is given, as the source says it. */
  value: string;
}

/** What the tag at a spot gives for a prop; `none` where it gives nothing, null where that is written in a way that is not edited. */
export function passedElsewhere(syntax: Syntax, spot: Spot, prop: string): Elsewhere | 'none' | null {
  const tag = syntax.nearest(spot, 'JSXOpeningElement');
  const element = tag && syntax.around(spanOf(tag).start).findLast((node) => node.type === 'JSXElement');
  if (!tag || element?.type !== 'JSXElement' || element.openingElement !== tag) return null;
  let found: t.JSXAttribute | null = null;
  for (const one of tag.attributes) {
    // What is spread may hold the prop; what stands in a list is told apart by its key, which has to stay outermost.
    if (one.type === 'JSXSpreadAttribute' || one.name.name === 'key') return null;
    if (one.name.name === prop) found = one;
  }
  if (!found) return 'none';
  const { value } = found;
  if (value?.type === 'StringLiteral') return { syntax, element, attribute: found, value: syntax.source(value) };
  if (value?.type !== 'JSXExpressionContainer') return null;
  return { syntax, element, attribute: found, value: syntax.source(value.expression) };
}

/** Providers put around single tags, written once for each tag. */
export class TagProviders {
  private readonly tags = new Map<t.JSXElement, { all: { one: Elsewhere; key: string }[] }>();

  add(one: Elsewhere, key: string): void {
    const known = this.tags.get(one.element);
    if (known) known.all.push({ one, key });
    else this.tags.set(one.element, { all: [{ one, key }] });
  }

  /** `shiftAt` tells by how much lines are moved to the right already. */
  write(texts: Texts, shiftAt: (path: string, offset: number) => string): void {
    for (const [element, { all }] of this.tags) {
      const [first] = all;
      if (!first) continue;
      const { syntax } = first.one;
      const { path, text, unit } = syntax;
      const { start, end } = spanOf(element);
      const gone = all.map(({ one }) => wholeAttribute(syntax, one.attribute));
      for (const span of gone) texts.remove(path, span.start, span.end);
      const opens = all.map(({ one, key }) => `<${key}.Provider value={${one.value}}>`);
      const closes = all.map(({ key }) => `</${key}.Provider>`).reverse();
      const isAlone = text.slice(text.lastIndexOf('\n', start - 1) + 1, start).trim() === '';
      if (!isAlone) {
        texts.insert(path, start, opens.join(''));
        texts.insert(path, end, closes.join(''));
        continue;
      }
      const indent = syntax.indentAt(start);
      const shift = shiftAt(path, start);
      const depth = (level: number): string => `${indent}${shift}${unit.repeat(level)}`;
      texts.insert(
        path,
        start,
        opens.map((open, i) => `${i === 0 ? '' : depth(i)}${open}\n`).join('') + depth(all.length),
      );
      for (let at = text.indexOf('\n', start); at !== -1 && at < end; at = text.indexOf('\n', at + 1)) {
        const isGone = gone.some((span) => span.start <= at + 1 && at + 1 < span.end);
        if (!isGone && text[at + 1] !== '\n') texts.insert(path, at + 1, unit.repeat(all.length));
      }
      texts.insert(path, end, closes.map((close, i) => `\n${depth(all.length - 1 - i)}${close}`).join(''));
    }
  }
}
