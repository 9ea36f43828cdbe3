/** Expressions of markup: a name that the markup does not declare stands on the instance. */
import type * as t from '@babel/types';

/** Puts `this` before the names in an expression that markup does not declare. */
export function onInstance(node: t.Expression, declares: (name: string) => boolean): t.Expression {
  if (node.type === 'Identifier') return declares(node.name) || node.name === 'undefined' ? node : ofThis(node);
  for (const [field, inner] of Object.entries(node)) {
    // The name of a field is none that stands alone.
    if ((field === 'property' || field === 'key') && !('computed' in node && node.computed)) continue;
    const set = (to: unknown): void => void Object.assign(node, { [field]: to });
    if (Array.isArray(inner)) set(inner.map((one: unknown) => (isNode(one) ? onInstance(one, declares) : one)));
    else if (isNode(inner)) set(onInstance(inner, declares));
  }
  return node;
}

function isNode(place: unknown): place is t.Expression {
  return typeof place === 'object' && place !== null && 'type' in place && typeof place.type === 'string';
}

function ofThis(name: t.Identifier): t.Expression {
  const { start, end, loc } = name;
  const at = { start, end, loc };
  return {
    type: 'MemberExpression',
    object: { type: 'ThisExpression', ...at },
    property: name,
    computed: false,
    ...at,
  } as unknown as t.Expression;
}
