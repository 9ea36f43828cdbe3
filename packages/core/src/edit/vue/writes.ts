/** Where a set-up script and its template set a reference, as far as a call can stand there instead. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Template } from './template';

/** A stretch that sets the reference, and what it is set to. */
export interface Write {
  span: Span;
  /** What stands before the value in the call: `(next) => ` of a handler that is a function. */
  before: string;
  value: string;
  /** What is bound both ways, and is given and heard apart from then on. */
  bound?: string;
}

/** All of them; null where one is written in a way that no call can replace: `units += 1`, `<input v-model="units">`. */
export function writesOf({ ast, text }: Syntax, template: Template, name: string): Write[] | null {
  const found: Write[] = [];
  const models = template.models.filter(({ expression }) => expression === name);
  let isPlain = (text.match(new RegExp(`v-model[\\w:.-]*=(["'])\\s*${name}\\b`, 'g')) ?? []).length === models.length;
  for (const { prop, at } of models) found.push({ span: at, before: '', value: name, bound: prop });
  const isOwn = (node: t.Node): boolean =>
    node.type === 'MemberExpression' &&
    node.object.type === 'Identifier' &&
    node.object.name === name &&
    node.property.type === 'Identifier' &&
    node.property.name === 'value';
  const inSource = (node: t.Node): string => text.slice(spanOf(node).start, spanOf(node).end);
  walkNodes(ast, (node) => {
    if (node.type === 'UpdateExpression' && isOwn(node.argument)) isPlain = false;
    if (node.type !== 'AssignmentExpression' || !isOwn(node.left)) return;
    if (node.operator === '=') found.push({ span: spanOf(node), before: '', value: inSource(node.right) });
    else isPlain = false;
  });
  const whole = new RegExp(`^(\\s*(?:\\(?\\w+\\)?\\s*=>\\s*)?)\\(?\\s*${name}\\s*=(?!=)\\s*([^=;]+?)\\s*$`);
  const any = new RegExp(`(?<![\\w$.])${name}\\s*(?:[-+*/|&?]{0,2}=(?!=)|\\+\\+|--)|(?:\\+\\+|--)${name}\\b`);
  for (const { start, end, text: written } of template.texts) {
    const [, before = '', value = ''] = whole.exec(written) ?? [];
    if (value !== '') {
      // `(units = next)`: the bracket that closes goes with the one that opens.
      const isClosed = /=>\s*\(\s*$/.test(written.slice(0, written.indexOf(name)));
      found.push({ span: { start, end }, before, value: isClosed ? value.replace(/\)\s*$/, '') : value });
    } else if (any.test(written)) isPlain = false;
  }
  return isPlain ? found : null;
}
