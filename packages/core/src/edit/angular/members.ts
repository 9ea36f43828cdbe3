/** Members of a class and options of its decorator, as edits take them. */
import type * as t from '@babel/types';
import { fieldOf } from '../../read/script/patterns';
import { spanOf, type Span } from '../syntax/tree';
import type { Texts } from '../texts';

export function optionNamed(options: t.ObjectExpression, name: string): t.ObjectProperty | null {
  const found = options.properties.find(
    (one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === name,
  );
  return found?.type === 'ObjectProperty' ? found : null;
}

function decoratorsOf(member: t.ClassBody['body'][number]): readonly t.Decorator[] {
  return 'decorators' in member ? (member.decorators ?? []) : [];
}

/** A member with what decorates it, which stands before it. */
export function wholeOf(member: t.ClassBody['body'][number]): Span {
  const { start, end } = spanOf(member);
  return { start: Math.min(start, ...decoratorsOf(member).map((one) => spanOf(one).start)), end };
}

/** A getter as a member; `type` with the colon before it. */
export function getter(name: string, value: string, type = ''): string[] {
  return [`get ${name}()${type} {\n  return ${value}\n}`];
}

/** Takes a stretch out, with its line where it has one to itself. */
export function remove(texts: Texts, path: string, text: string, { start, end }: Span): void {
  const from = text.lastIndexOf('\n', start - 1) + 1;
  const next = text.indexOf('\n', end);
  const isAlone =
    text.slice(from, start).trim() === '' && text.slice(end, next === -1 ? undefined : next).trim() === '';
  if (isAlone && next !== -1) {
    // An empty line that parted it from what comes after is none at the top of a class.
    const gap = /\{\r?\n$/.test(text.slice(0, from)) ? (/^\r?\n/.exec(text.slice(next + 1))?.[0].length ?? 0) : 0;
    texts.remove(path, from, next + 1 + gap);
  } else texts.remove(path, text.slice(0, start).trimEnd().length, end);
}
