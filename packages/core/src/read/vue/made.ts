/** Components that come of a maker of the project's own: `mixins(Sized).extend({ … })`, `Tray.extend({ … })`, `make({ … })`. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { plain } from '../script/literals';
import { hasOptionNames, isOptions, readOptionsObject, rendersBy } from './optionsObject';

/** Reads a module's call that is given nothing but what a component is; `undefined` for any other. */
export function readMade(r: ScriptReader, node: t.CallExpression, target: t.Node | null): PlaceId | undefined {
  const [options] = node.arguments;
  const { callee } = node;
  if (r.fn !== 0 || node.arguments.length !== 1 || options?.type !== 'ObjectExpression') return undefined;
  const name = target?.type === 'Identifier' ? target.name : null;
  if (callee.type === 'MemberExpression' && fieldOf(callee.property, callee.computed) === 'extend')
    return hasOptionNames(options) ? readOptionsObject(r, extended(r, options, callee.object), name) : undefined;
  if (callee.type !== 'Identifier' || !isOptions(options) || !rendersBy(options)) return undefined;
  // What the maker does with it is followed like any call.
  const made = readOptionsObject(r, options, name);
  const maker = value(r, callee) ?? r.global(callee.name, spotOf(callee));
  return r.b.call({ callee: maker, name: callee.name, args: [made], fn: r.fn, at: spotOf(callee) });
}

/** Options with what they extend: the parts given to a call that mixes them, or one component. */
function extended(r: ScriptReader, options: t.ObjectExpression, base: t.Node): t.ObjectExpression {
  let from = plain(r, base) ?? base;
  // `mixins(Sized).extend<Options>().extend({ … })`: what is called for its types brings nothing.
  while (from.type === 'CallExpression' && from.arguments.length === 0 && from.callee.type === 'MemberExpression')
    from = plain(r, from.callee.object) ?? from.callee.object;
  const parts = from.type === 'CallExpression' ? from.arguments : null;
  const list = parts ? ({ type: 'ArrayExpression', elements: parts } as t.ArrayExpression) : (from as t.Expression);
  const key = { type: 'Identifier', name: parts ? 'mixins' : 'extends' } as t.Identifier;
  const own = parts ? options.properties.find((one) => isProperty(one, 'mixins')) : undefined;
  const properties = own
    ? options.properties.map((one) => (one === own ? { ...own, value: joined(list, own.value) } : one))
    : [...options.properties, { type: 'ObjectProperty', key, value: list, computed: false } as t.ObjectProperty];
  return { ...options, properties };
}

function isProperty(node: t.ObjectExpression['properties'][number], name: string): node is t.ObjectProperty {
  return node.type === 'ObjectProperty' && fieldOf(node.key, node.computed) === name;
}

function joined(argument: t.Expression, own: t.Node): t.Expression {
  if (argument.type !== 'ArrayExpression' || own.type !== 'ArrayExpression') return argument;
  return { ...argument, elements: [...argument.elements, ...own.elements] };
}
