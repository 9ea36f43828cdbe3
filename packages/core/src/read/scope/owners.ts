/**
 * Controllers and directives while they are read: the scope that markup reads names from, the instance of the controller, and the
 * cells that the fields of either are.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { updateProp } from '../../model/signs';
import { takeOnce } from '../component/taken';
import { spotOf } from '../script/builder';
import type { SingleFileComponent } from '../script/componentInFile';
import { isFunction, value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { walkNodes } from '../script/walk';
import { declaredIn } from './registrations';

/** One of the two objects that markup reads from, with the names it goes by in the script. */
export interface Holder {
  place: PlaceId;
  /** All that is found by a name there: of a scope, also what the outermost one has. */
  seen: PlaceId;
  /** Bindings that hold it, and whether `this` does. */
  names: Set<PlaceId>;
  isThis: boolean;
  cells: Map<string, PlaceId>;
  /** Fields that are bound both ways, by the prop each is passed as. */
  bound: Map<string, string>;
}

export interface Owner {
  component: SingleFileComponent | null;
  scope: Holder | null;
  instance: Holder;
  /** What its body runs in, when it is made. */
  making: number;
  /** Names that it is given. */
  injected: Set<PlaceId>;
}

const owners = new WeakMap<ScriptReader, Owner[]>();

export function ownerOf(r: ScriptReader): Owner | null {
  return owners.get(r)?.at(-1) ?? null;
}

/** Reads with an owner: what `this` and the names of its scope stand for. */
export function readAs(r: ScriptReader, owner: Owner, read: () => void): void {
  const list = owners.get(r) ?? [];
  owners.set(r, list);
  list.push(owner);
  const { self } = r;
  r.self = owner.instance.place;
  read();
  r.self = self;
  list.pop();
}

export function holder(place: PlaceId, isThis: boolean): Holder {
  return { place, seen: place, names: new Set(), isThis, cells: new Map(), bound: new Map() };
}

/** The holder that an expression names: `$scope`, `this`, or a variable that keeps it. */
export function holderOf(r: ScriptReader, node: t.Node): Holder | null {
  const owner = ownerOf(r);
  if (!owner) return null;
  if (node.type === 'ThisExpression') return owner.instance;
  const place = node.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  if (place === undefined) return null;
  return [owner.scope, owner.instance].find((one) => one?.names.has(place)) ?? null;
}

/** The field that a target sets, and what it is a field of; null for any other target. */
export function fieldSet(r: ScriptReader, node: t.Node): { of: Holder; field: string; key: t.Node } | null {
  if (node.type !== 'MemberExpression') return null;
  const of = holderOf(r, node.object);
  const field = fieldOf(node.property, node.computed);
  return of && field !== '*' ? { of, field, key: node.property } : null;
}

/** What code sets of one object: where first, whether elsewhere than where it is made, and what it begins as. */
interface SetField {
  at: t.Node;
  later: boolean;
  assigned: t.Node[];
}

const THIS = { type: 'ThisExpression' } as t.ThisExpression;

/** The fields that a body sets on an object that goes by some names there. */
export function fieldsSet(body: readonly t.Node[], isIt: (node: t.Node) => boolean): Map<string, SetField> {
  const found = new Map<string, SetField>();
  for (const part of body) {
    // `depth = 1`, in the body of a class.
    if (part.type === 'ClassProperty') {
      if (part.value && isIt(THIS))
        found.set(fieldOf(part.key, part.computed), { at: part.key, later: false, assigned: [part.value] });
      continue;
    }
    walkNodes(part, (node, within) => {
      const target =
        node.type === 'AssignmentExpression' ? node.left : node.type === 'UpdateExpression' ? node.argument : null;
      if (target?.type !== 'MemberExpression' || !isIt(target.object)) return;
      const field = fieldOf(target.property, target.computed);
      if (field === '*') return;
      const known = found.get(field) ?? { at: target.property, later: false, assigned: [] };
      const isLater = within || /Function|Method/.test(part.type) || node.type === 'UpdateExpression';
      known.later ||= isLater;
      if (node.type === 'AssignmentExpression' && !isLater) known.assigned.push(node.right);
      // Where it is made counts as the place of the field.
      if (!isLater && known.assigned.length === 1) known.at = target.property;
      found.set(field, known);
    });
  }
  return found;
}

/** Whether a field is state: set later as well, or begins as something of its own rather than as what another holds. */
export function isState({ later, assigned }: SetField): boolean {
  const last = assigned.map(settled).at(-1);
  if (last && isFunction(last)) return false;
  return (
    later ||
    (last !== undefined &&
      !/^(Identifier|(Optional)?(Member|Call)Expression|NewExpression|ThisExpression)$/.test(last.type))
  );
}

/** `a = b = 1` gives what the last of them gives. */
function settled(node: t.Node): t.Node {
  let at = node;
  while (at.type === 'AssignmentExpression') at = at.right;
  return at;
}

/** Makes a cell of each field that is state. */
export function addCells(
  r: ScriptReader,
  of: Holder,
  fields: ReadonlyMap<string, SetField>,
  add: (field: string, at: Spot) => PlaceId,
): void {
  for (const [field, set] of fields) {
    if (!isState(set) || of.cells.has(field) || of.bound.has(field)) continue;
    const cell = add(field, spotOf(set.at));
    r.b.flow(cell, of.place, 'put', field);
    of.cells.set(field, cell);
  }
}

/** A cell of the component that is being read: each instance has its own. */
export function ownCell(r: ScriptReader, fn: number, field: string, at: Spot): PlaceId {
  const cell = r.b.place('cell', field, fn, at);
  const setter = r.b.place('setter', field, fn, at);
  r.b.facts.cells.push({ name: field, kind: 'state', value: cell, setter, inPlace: true, fn, at });
  return cell;
}

/** A cell of a service: it is there once, for all. */
export function sharedCell(r: ScriptReader, service: string, field: string, at: Spot): PlaceId {
  const cell = r.b.place('cell', field, 0, at);
  const setter = r.b.place('setter', field, 0, at);
  const shared = { id: `${service}.${field}`, key: null, quiet: true, within: 0 };
  r.b.facts.cells.push({ name: field, kind: 'service', value: cell, setter, inPlace: true, fn: 0, at, shared });
  return cell;
}

/** What a function is called by the family with no further ado: when it comes, changes, goes. */
const LIFECYCLE: Record<string, string> = {
  $onInit: 'mount',
  $postLink: 'mount',
  $onChanges: 'update',
  $doCheck: 'update',
  $onDestroy: 'unmount',
};

/** Reads `$scope.beds = …` where its owner is made: what the field begins as. False for any other assignment. */
export function readInitial(r: ScriptReader, node: t.AssignmentExpression): boolean {
  const owner = ownerOf(r);
  if (owner && isSetUp(r, owner)) return takeInSetUp(r, node);
  const set = owner && r.fn === owner.making ? fieldSet(r, node.left) : null;
  if (!owner || !set) return false;
  const { of, field, key } = set;
  const place = value(r, node.right, key.type === 'Identifier' ? key : null) ?? chained(r, node.right);
  if (of.bound.has(field)) ask(r, of, field, place, key);
  if (place === null) return true;
  const cell = of.cells.get(field);
  if (cell !== undefined) r.b.flow(place, cell, 'frozen');
  else putField(r, owner, of, field, place, node.right, key);
  return true;
}

/** Whether what is being read is what the family calls first, once all that is passed is there. */
function isSetUp(r: ScriptReader, { making }: Owner): boolean {
  const { name, parent } = r.b.fn(r.fn);
  return name === '$onInit' && parent === making;
}

/** `dial.own = dial.level` in `$onInit`: taken once. False for what is set to anything else than a value that is there already. */
function takeInSetUp(r: ScriptReader, { left, right, operator }: t.AssignmentExpression): boolean {
  const set = operator === '=' && right.type === 'MemberExpression' ? fieldSet(r, left) : null;
  const cell = set?.of.bound.has(set.field) ? undefined : set?.of.cells.get(set.field);
  const place = cell === undefined ? null : value(r, right);
  if (cell === undefined || place === null) return false;
  r.b.flow(place, cell, 'frozen');
  r.b.use({ place, kind: 'copied', fn: r.fn, at: spotOf(left) });
  return true;
}

/** `$scope.a = $scope.b = []`: the one is what the other is. */
function chained(r: ScriptReader, right: t.Node): PlaceId | null {
  const inner = right.type === 'AssignmentExpression' ? fieldSet(r, right.left) : null;
  return inner ? r.b.part(inner.of.place, inner.field, r.fn, spotOf(inner.key)) : null;
}

function putField(
  r: ScriptReader,
  { component, injected }: Owner,
  of: Holder,
  field: string,
  source: PlaceId,
  from: t.Node,
  key: t.Node,
): void {
  const at = spotOf(key);
  const root = from.type === 'Identifier' ? r.scope.lookup(from.name) : undefined;
  const fromInjected = root !== undefined && injected.has(root);
  // By a key that is chosen while the program runs, it may be anything.
  const isChosen = from.type === 'MemberExpression' && from.computed;
  const isRead = !isChosen && /^(Optional)?(Member|Call)Expression$/.test(from.type);
  const isCopied = isRead && !fromInjected && !declaredIn(r).setOnPassed.has(field);
  r.b.flow(isCopied ? takeOnce(r, source, field, at) : source, of.place, 'put', field);
  const trigger = Object.hasOwn(LIFECYCLE, field) && of.isThis ? LIFECYCLE[field] : undefined;
  if (trigger !== undefined && component)
    r.b.use({ place: source, kind: 'effect', detail: trigger, fn: component.fn, at });
}

/** A field that is bound both ways is set: whoever passed it is asked to change it. */
export function ask(r: ScriptReader, of: Holder, field: string, source: PlaceId | null, node: t.Node): void {
  const callee = r.b.part(of.place, updateProp(field), r.fn, spotOf(node));
  r.b.call({ callee, name: field, args: [source], onlyKnown: true, repeat: r.repeat, fn: r.fn, at: spotOf(node) });
}

/** A scope: what is put there, and what is found there by a name. */
export function scopeHolder(r: ScriptReader, fn: number, at: Spot): Holder {
  const own = holder(r.b.place('object', '$scope', fn, at), false);
  own.seen = r.b.place('object', '$scope', fn, at);
  r.b.flow(own.place, own.seen);
  return own;
}
