/**
 * Scopes: each holds the names that markup reads, its own and those of the scopes around it. What stands around is known once
 * applications are linked: a scope is a context that whatever is rendered below takes over, but for what it sets itself.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { PLAIN, SLOTS } from '../../model/signs';
import type { SingleFileComponent } from '../script/componentInFile';
import { isFunction, value } from '../script/expressions';
import { spotOf } from '../script/builder';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { rootScope } from './injection';
import { give, ROOT_SCOPE, scopeKey } from './names';
import { holderOf, ownerOf } from './owners';
import type { Holder } from './owners';
import { mutation } from '../script/mutations';

/** The context under which the scope around is found. */
const AROUND = '(scope)';

const contexts = new WeakMap<ScriptReader, PlaceId>();

function scopeContext(r: ScriptReader, at: Spot): PlaceId {
  const known = contexts.get(r);
  if (known !== undefined) return known;
  const place = r.b.place('context', AROUND, 0, at);
  r.b.facts.contexts.push({ name: AROUND, key: AROUND, ambient: true, place, hasDefault: true, at });
  contexts.set(r, place);
  return place;
}

/** Lets a scope have all names of the one around it that it does not set itself. */
export function inherit(r: ScriptReader, fn: number, { seen }: Holder, own: readonly string[], at: Spot): void {
  r.b.rest(around(r, fn, at), seen, [SLOTS, ...own]);
  // What the outermost one has, is there for each by itself.
  r.b.rest(rootScope(r, at), seen, [...own]);
}

/** An isolated scope has no names of the one around it; what it sends up is heard there all the same. */
export function hearAround(r: ScriptReader, fn: number, { seen }: Holder, at: Spot): void {
  r.b.rest(around(r, fn, at), seen, [PLAIN, SLOTS]);
  r.b.rest(rootScope(r, at), seen, [PLAIN, SLOTS]);
}

/** The names of the scope around whatever runs a function. */
export function around(r: ScriptReader, fn: number, at: Spot): PlaceId {
  const result = r.b.place('read', '$scope', fn, at);
  r.b.facts.contextReads.push({ context: scopeContext(r, at), maybe: true, result, fn, at });
  return result;
}

/** Lets whatever is rendered below have the names of a scope. */
export function passDown(r: ScriptReader, component: SingleFileComponent, scope: PlaceId, at: Spot): void {
  component.provides.push({ context: scopeContext(r, at), value: scope, name: AROUND, at });
}

/** `$scope.$parent`: the scope around. Which that is, is known by who renders the component. */
export function parentScope(r: ScriptReader, node: t.MemberExpression): PlaceId | null {
  return namesParent(r, node) ? around(r, r.fn, spotOf(node.property)) : null;
}

function namesParent(r: ScriptReader, { object, property, computed }: t.MemberExpression): boolean {
  return !computed && property.type === 'Identifier' && property.name === '$parent' && holderOf(r, object) !== null;
}

/** Tells that what a script sets there is not followed. */
export function noteSetAround(r: ScriptReader, { left }: t.AssignmentExpression): void {
  if (left.type !== 'MemberExpression' || left.object.type !== 'MemberExpression' || !namesParent(r, left.object))
    return;
  const reason = 'It is set on the parent scope, and which scope that is depends on who renders the component.';
  r.b.facts.gaps.push({ what: 'instance', name: r.source(left), reason, fn: r.fn, at: spotOf(left) });
}

const roots = new WeakMap<ScriptReader, PlaceId>();

/** What this file puts into the outermost scope. */
export function rootObject(r: ScriptReader, at: Spot): PlaceId {
  const known = roots.get(r);
  if (known !== undefined) return known;
  const place = r.b.place('object', ROOT_SCOPE, 0, at);
  roots.set(r, place);
  give(r, scopeKey(ROOT_SCOPE), place);
  return place;
}

/** The cell of a field of the outermost scope: one for all files. */
function rootCell(r: ScriptReader, field: string, at: Spot): void {
  const key = `${ROOT_SCOPE}.${field}`;
  const { joins, cells } = r.b.facts;
  const isOwned = ownerOf(r) !== null;
  const known = cells.find((cell) => cell.shared?.key === key)?.shared;
  if (known && !isOwned) delete known.bySetting;
  if (known) return;
  const place = r.b.place('cell', field, 0, at);
  const setter = r.b.place('setter', field, 0, at);
  joins.push({ key, place, into: false }, { key: `${key}!`, place: setter, into: false });
  r.b.flow(place, rootObject(r, at), 'put', field);
  const shared = { id: key, key, quiet: false, within: 0, ...(isOwned ? { bySetting: true as const } : {}) };
  cells.push({ name: field, kind: 'service', value: place, setter, fn: 0, at, shared });
}

/** Reads `$rootScope.season = …`; false for any other assignment. */
export function readRootField(r: ScriptReader, node: t.AssignmentExpression): boolean {
  const { left, right } = node;
  if (left.type !== 'MemberExpression' || left.object.type !== 'Identifier' || left.object.name !== ROOT_SCOPE)
    return false;
  const field = fieldOf(left.property, left.computed);
  if (field === '*') return false;
  const at = spotOf(left.property);
  const place = value(r, right, left.property.type === 'Identifier' ? left.property : null);
  if (isFunction(right)) {
    if (place !== null) r.b.flow(place, rootObject(r, at), 'put', field);
    return true;
  }
  rootCell(r, field, at);
  const valuePlace = value(r, left.object);
  if (valuePlace !== null) mutation(r, valuePlace, field, left, `${r.source(left)} = …`, place);
  return true;
}

/** The context under which a directive's controller is found by those below that require it. */
const requiredContext = (name: string): string => `(requires ${name})`;

function contextNamed(r: ScriptReader, name: string, at: Spot): PlaceId {
  const place = r.b.place('context', name, 0, at);
  const key = requiredContext(name);
  r.b.facts.contexts.push({ name, key, ambient: true, place, hasDefault: true, at });
  return place;
}

/** Lets directives below require the controller of this one. */
export function requires(r: ScriptReader, component: SingleFileComponent, name: string, at: Spot): void {
  component.provides.push({ context: contextNamed(r, name, at), value: component.self, name, at });
}

/** The controller that `require: '^bedList'` asks for; null for those of the family's own. */
export function required(r: ScriptReader, text: string, at: Spot): PlaceId | null {
  const name = text.replace(/^[?^]+/, '');
  if (!text.includes('^') || name === '' || /^(form|ngModel|ngForm)$/.test(name)) return null;
  const result = r.b.place('read', name, r.fn, at);
  r.b.facts.contextReads.push({ context: contextNamed(r, name, at), maybe: true, result, fn: r.fn, at });
  return result;
}
