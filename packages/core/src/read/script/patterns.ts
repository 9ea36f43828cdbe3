/** Taking values apart: destructuring in declarations, parameters and assignments. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import { value } from './expressions';
import { mutation } from './mutations';
import type { ScriptReader } from './reader';

/** The field a key names, or `*` where it is computed. */
export function fieldOf(key: t.Node, computed: boolean): string {
  if (key.type === 'StringLiteral') return key.value;
  if (key.type === 'NumericLiteral') return String(key.value);
  if (!computed && key.type === 'Identifier') return key.name;
  if (!computed && key.type === 'PrivateName') return `#${key.id.name}`;
  return '*';
}

/** Lets what `from` holds flow into everything the pattern binds. `from` null: bound to nothing that is followed. */
export function bind(r: ScriptReader, pattern: t.Node | null | undefined, from: PlaceId | null): void {
  if (!pattern) return;
  switch (pattern.type) {
    case 'Identifier': {
      const to = r.scope.lookup(pattern.name);
      if (to !== undefined && from !== null) {
        r.b.flow(from, to);
        if (r.component?.emit.has(from)) r.component.emit.add(to);
        if (r.references.has(from)) r.references.add(to);
        const model = r.models.get(from);
        if (model !== undefined) r.models.set(to, model);
        const broadcast = r.broadcasts.get(from);
        if (broadcast !== undefined) r.broadcasts.set(to, broadcast);
      }
      return;
    }
    case 'AssignmentPattern':
      bind(r, pattern.left, from);
      bind(r, pattern.left, value(r, pattern.right, pattern.left));
      return;
    case 'ObjectPattern':
      return bindObject(r, pattern, from);
    case 'ArrayPattern':
      return bindArray(r, pattern, from);
    case 'RestElement':
      return bind(r, pattern.argument, from);
    case 'TSParameterProperty':
      return bind(r, pattern.parameter, from);
    case 'TSAsExpression':
    case 'TSNonNullExpression':
      return bind(r, pattern.expression, from);
    case 'MemberExpression':
      return assignMember(r, pattern, from);
    default:
      return;
  }
}

function bindObject(r: ScriptReader, pattern: t.ObjectPattern, from: PlaceId | null): void {
  const taken: string[] = [];
  for (const property of pattern.properties) {
    if (property.type === 'RestElement') {
      const to = property.argument.type === 'Identifier' ? r.scope.lookup(property.argument.name) : undefined;
      if (to !== undefined && from !== null) r.b.rest(from, to, taken);
      continue;
    }
    if (property.computed) value(r, property.key as t.Expression);
    const field = fieldOf(property.key, property.computed);
    taken.push(field);
    const key = `${from ?? -1}.${field}`;
    if (!r.fieldSpots.has(key)) r.fieldSpots.set(key, spotOf(property.key));
    const inner = property.value;
    if (inner.type === 'AssignmentPattern') r.defaults.set(key, r.source(inner.right));
    const own = ofInstance(r, property, from);
    if (own === null) bindField(r, inner, from, field);
    else bind(r, inner, own);
  }
}

/** `const { $listeners } = this`: what an instance has by itself; null for any other field. */
function ofInstance(r: ScriptReader, { key, computed }: t.ObjectProperty, from: PlaceId | null): PlaceId | null {
  if (from === null || from !== r.component?.self || computed || key.type !== 'Identifier') return null;
  const object: t.ThisExpression = { type: 'ThisExpression' };
  const member: t.MemberExpression = { type: 'MemberExpression', object, property: key, computed: false };
  return r.dialect.member?.(r, { ...member, loc: key.loc ?? null }) ?? null;
}

function bindField(r: ScriptReader, pattern: t.Node, from: PlaceId | null, field: string): void {
  if (from === null) return bind(r, pattern, null);
  if (pattern.type === 'Identifier') {
    const to = r.scope.lookup(pattern.name);
    if (to !== undefined) r.b.flow(from, to, 'get', field);
    return;
  }
  if (pattern.type === 'AssignmentPattern' && pattern.left.type === 'Identifier') {
    bindField(r, pattern.left, from, field);
    bind(r, pattern.left, value(r, pattern.right, pattern.left));
    return;
  }
  bind(r, pattern, r.b.part(from, field, r.fn, spotOf(pattern)));
}

function bindArray(r: ScriptReader, pattern: t.ArrayPattern, from: PlaceId | null): void {
  pattern.elements.forEach((element, index) => {
    if (!element) return;
    if (element.type === 'RestElement') return bind(r, element.argument, from);
    bindField(r, element, from, String(index));
  });
}

/** `object.field = value`: the value is put into whatever the object is. */
function assignMember(r: ScriptReader, target: t.MemberExpression, from: PlaceId | null): void {
  const object = value(r, target.object);
  if (target.computed) value(r, target.property as t.Expression);
  if (object === null) {
    // `document.title = title`: what is not the project's takes it.
    r.b.handOut([from], r.source(target), r.fn, spotOf(target));
    return;
  }
  // What is set is the cell's from then on; it is no longer the value that was given.
  const sets = r.dialect.setsCell?.(r, target) ?? false;
  mutation(r, object, fieldOf(target.property, target.computed), target, `${r.source(target)} = …`, sets ? from : null);
  if (from === null) return;
  if (sets) {
    r.b.use({ place: from, kind: 'computed', detail: `${r.source(target)} = …`, fn: r.fn, at: spotOf(target) });
    return;
  }
  r.b.flow(from, object, 'put', fieldOf(target.property, target.computed));
}
