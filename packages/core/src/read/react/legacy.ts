/** Components made by the legacy factory: a call with an object of methods, read as the class it stands for. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { isFunction } from '../script/expressions';
import { nameFromPath } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { readClassComponent } from './classes';

export function isLegacyFactory(r: ScriptReader, callee: t.Node): boolean {
  if (callee.type === 'MemberExpression')
    return (
      callee.object.type === 'Identifier' &&
      callee.object.name === 'React' &&
      fieldOf(callee.property, false) === 'createClass'
    );
  if (callee.type !== 'Identifier') return false;
  const place = r.scope.lookup(callee.name);
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported?.source === 'create-react-class' || /^create(React)?Class$/.test(callee.name);
}

export function readLegacy(r: ScriptReader, node: t.CallExpression, target: t.Node | null): PlaceId | undefined {
  const spec = node.arguments[0];
  if (spec?.type !== 'ObjectExpression') return undefined;
  const members = spec.properties.flatMap((one) => (one.type === 'SpreadElement' ? [] : memberOf(one)));
  const body = { type: 'ClassBody', body: members, loc: spec.loc } as unknown as t.ClassBody;
  const like = {
    type: 'ClassExpression',
    id: null,
    superClass: { type: 'Identifier', name: 'Component' },
    body,
    loc: node.loc,
  } as unknown as t.ClassExpression;
  const shown = spec.properties.find(
    (one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === 'displayName',
  );
  const displayName = shown?.type === 'ObjectProperty' && shown.value.type === 'StringLiteral' ? shown.value.value : '';
  const name = (target?.type === 'Identifier' ? target.name : '') || displayName || nameFromPath(r.b.facts.path);
  return readClassComponent(r, like, name);
}

function memberOf(one: t.ObjectMethod | t.ObjectProperty): t.ClassBody['body'] {
  const field = fieldOf(one.key, one.computed);
  const place = one.type === 'ObjectProperty' ? one.value : one;
  if (field === 'getInitialState' || field === 'getDefaultProps') {
    const key = { type: 'Identifier', name: field === 'getInitialState' ? 'state' : 'defaultProps', loc: one.key.loc };
    return [property(key as t.Identifier, returned(place), field === 'getDefaultProps')];
  }
  if (field === 'statics' && place.type === 'ObjectExpression')
    return place.properties.flatMap((s) => (s.type === 'ObjectProperty' ? [property(s.key, s.value, true)] : []));
  if (field === 'propTypes') return [property(one.key, place, true)];
  if (one.type === 'ObjectMethod')
    return [{ ...one, type: 'ClassMethod', kind: 'method', static: false } as unknown as t.ClassMethod];
  if (one.value.type === 'FunctionExpression')
    return [
      {
        ...one.value,
        type: 'ClassMethod',
        kind: 'method',
        static: false,
        computed: one.computed,
        key: one.key,
      } as unknown as t.ClassMethod,
    ];
  return [property(one.key, one.value, false)];
}

function property(key: t.Node, value: t.Node | null, isStatic: boolean): t.ClassProperty {
  return {
    type: 'ClassProperty',
    key,
    value,
    static: isStatic,
    computed: false,
    loc: key.loc,
  } as unknown as t.ClassProperty;
}

function returned(node: t.Node): t.Node | null {
  const body = node.type === 'ObjectMethod' || isFunction(node) ? node.body : null;
  if (body?.type !== 'BlockStatement') return body;
  const last = body.body.findLast((one) => one.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? (last.argument ?? null) : null;
}
