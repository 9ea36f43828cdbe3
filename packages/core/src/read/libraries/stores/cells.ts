/** Cells that no component holds: what the recognisers of stores share. */
import type * as t from '@babel/types';
import type { CellFactKind, PlaceId, Spot } from '../../../model/facts';
import { isAnyField } from '../../../model/signs';
import { spotOf } from '../../script/builder';
import { isFunction, value } from '../../script/expressions';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { walkNodes } from '../../script/walk';
import { objectOf } from '../../script/literals';

export interface StoreCell {
  field: string;
  value: PlaceId;
  setter: PlaceId;
}

/** Adds a cell of a store. `group` is the store's id; `field` is empty where the store is one value. */
export function storeCell(
  r: ScriptReader,
  group: string,
  field: string,
  at: Spot,
  kind: CellFactKind = 'store',
  quiet = false,
): StoreCell {
  const name = field || group;
  const place = r.b.place('cell', name, 0, at);
  const setter = r.b.place('setter', `set ${name}`, 0, at);
  const id = field ? `${group}.${field}` : group;
  r.b.facts.cells.push({ name, kind, value: place, setter, fn: 0, at, shared: { id, key: null, quiet, within: r.fn } });
  return { field, value: place, setter };
}

/** The cell of a key (a topic, a name in a storage): its value's and its setter's place, where it is met. */
export function keyedCell(r: ScriptReader, kind: CellFactKind, name: string, key: string, at: Spot): StoreCell {
  const place = r.b.place('read', name, r.fn, at);
  const setter = r.b.place('setter', name, r.fn, at);
  const { joins, cells } = r.b.facts;
  joins.push({ key, place, into: false }, { key: `${key}!`, place: setter, into: false });
  if (!cells.some((cell) => cell.shared?.key === key))
    cells.push({ name, kind, value: place, setter, fn: 0, at, shared: { id: name, key, quiet: false, within: 0 } });
  return { field: '', value: place, setter };
}

/** The key of what comes from elsewhere: its name, or, where that says nothing of what it is, where it is asked for. */
export function remoteKey(r: ScriptReader, name: string, at: Spot, shared: boolean): string {
  return shared ? `remote:${name}` : `remote:${r.b.facts.path}:${at.line}:${at.column}`;
}

/** A call of a setter, where the source changes the cell. */
export function callChange(r: ScriptReader, setter: PlaceId, name: string, initial: PlaceId | null, at: Spot): void {
  const here = r.b.place('setter', name, r.fn, at);
  r.b.flow(setter, here);
  changeCall(r, here, name, initial, at);
}

/** As `callChange`, where the setter has a place in this function already. */
export function changeCall(r: ScriptReader, here: PlaceId, name: string, initial: PlaceId | null, at: Spot): void {
  r.b.call({
    callee: here,
    name,
    args: [initial],
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
}

/**
 * A store's fields from the object it starts with: a cell for each, put into one object. One cell for all of it where
 * what it starts with is no object that stands here.
 */
export function cellsFrom(
  r: ScriptReader,
  group: string,
  initial: t.Node | null,
  at: Spot,
  quiet = false,
): { state: PlaceId; cells: StoreCell[] } {
  const object = objectOf(r, initial);
  const fields = object?.properties.filter((one) => one.type === 'ObjectProperty' && !isFunction(one.value)) ?? [];
  if (!object || fields.length === 0) {
    const cell = storeCell(r, group, '', at, 'store', quiet);
    startWith(r, cell, initial);
    return { state: cell.value, cells: [cell] };
  }
  const state = r.b.place('object', group, 0, at);
  const cells: StoreCell[] = [];
  for (const one of fields) {
    if (one.type !== 'ObjectProperty') continue;
    const cell = storeCell(r, group, fieldOf(one.key, one.computed), spotOf(one.key), 'store', quiet);
    startWith(r, cell, one.value);
    r.b.flow(cell.value, state, 'put', cell.field);
    cells.push(cell);
  }
  return { state, cells };
}

function startWith(r: ScriptReader, cell: StoreCell, initial: t.Node | null): void {
  const place = initial ? value(r, initial) : null;
  if (place !== null) r.b.flow(place, cell.value, 'frozen');
}

/**
 * The fields of its first parameter a function changes: by assigning in place, or by returning an object that names
 * them. Null where that could not be followed: then all of them may change.
 */
export function fieldsChanged(fn: t.Node | null | undefined): Set<string> | null {
  if (!fn || !('params' in fn) || !('body' in fn)) return null;
  const first = (fn.params as t.Node[])[0];
  const name = first?.type === 'AssignmentPattern' ? first.left : first;
  const state = name?.type === 'Identifier' ? name.name : null;
  const fields = new Set<string>();
  let all = false;
  const takeObject = (node: t.ObjectExpression): void => {
    for (const one of node.properties)
      if (one.type !== 'SpreadElement') fields.add(fieldOf(one.key, one.computed));
      else if (!(one.argument.type === 'Identifier' && one.argument.name === state)) all = true;
  };
  const returned = (node: t.Node | null | undefined): void => {
    if (!node) return;
    if (node.type === 'ObjectExpression') takeObject(node);
    else if (node.type === 'ConditionalExpression') {
      returned(node.consequent);
      returned(node.alternate);
    } else if (node.type === 'ParenthesizedExpression' || node.type === 'TSAsExpression') returned(node.expression);
    else if (
      !(node.type === 'Identifier' && node.name === state) &&
      node.type !== 'AssignmentExpression' &&
      node.type !== 'CallExpression'
    )
      all = true;
    else if (node.type === 'CallExpression' && rootField(node.callee, state) === null) all = true;
  };
  walkNodes(fn.body as t.Node, (node, within) => {
    if (node.type === 'AssignmentExpression') take(node.left);
    else if (node.type === 'UpdateExpression' || (node.type === 'UnaryExpression' && node.operator === 'delete'))
      take(node.argument);
    else if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') {
      take(node.callee.object);
      const [into, from] = node.arguments;
      if (into?.type === 'Identifier' && into.name === state && from?.type === 'ObjectExpression') takeObject(from);
    } else if (node.type === 'ReturnStatement' && !within) returned(node.argument);
  });
  const body = fn.body as t.Node;
  if (body.type !== 'BlockStatement') returned(body);
  return all || fields.size === 0 || [...fields].some(isAnyField) ? null : fields;

  function take(node: t.Node): void {
    const field = rootField(node, state);
    if (field !== null) fields.add(field);
  }
}

/** `scale` of `state.scale.unit`; null where the expression does not begin at the name. */
function rootField(node: t.Node, root: string | null): string | null {
  let field: string | null = null;
  let at = node;
  while (at.type === 'MemberExpression' || at.type === 'OptionalMemberExpression') {
    field = fieldOf(at.property, at.computed);
    at = at.object;
  }
  return at.type === 'Identifier' && at.name === root ? field : null;
}
