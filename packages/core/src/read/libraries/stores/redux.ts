/**
 * Redux: slices, plain reducers put together, and the one store of the program. A reducer is an object that holds its
 * state under `#state`; what a store is made of is tied to the key `redux`, from where selectors read.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { isFunction, value } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { nameFromPath } from '../../script/names';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { cellsFrom, fieldsChanged, type StoreCell } from './cells';
import { objectOf, plain, property, textOf } from '../../script/literals';

/** Where a reducer keeps its state. */
export const STATE = '#state';

/** `createSlice({ name, initialState, reducers, extraReducers, selectors })`. */
const createSlice: CallReader = (r, node, target) => {
  const options = objectOf(r, node.arguments[0]);
  const name = textOf(r, property(options, 'name')) ?? (target?.type === 'Identifier' ? target.name : 'slice');
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const { state, cells } = cellsFrom(r, name, initialOf(r, property(options, 'initialState')), at);
  const { b } = r;
  const slice = b.place('object', name, 0, at);
  const actions = b.place('object', 'actions', 0, at);
  b.flow(reducerHolding(r, state, at), slice, 'put', 'reducer');
  b.flow(actions, slice, 'put', 'actions');
  for (const one of objectOf(r, property(options, 'reducers'))?.properties ?? []) {
    if (one.type === 'SpreadElement') continue;
    const field = fieldOf(one.key, one.computed);
    const reducer = one.type === 'ObjectMethod' ? one : (property(objectOf(r, one.value), 'reducer') ?? one.value);
    const action = actionPlace(r, cells, field, fieldsChanged(reducer), spotOf(one.key));
    b.flow(action, actions, 'put', field);
    // `dispatch({ type: 'units/setScale' })` changes it too.
    b.facts.joins.push({ key: `action:${name}/${field}!`, place: action, into: true });
    readReducer(r, reducer);
  }
  answers(r, property(options, 'extraReducers'), cells);
  const selectors = objectOf(r, property(options, 'selectors'));
  if (selectors) b.flow(readSelectors(r, selectors, name), slice, 'put', 'selectors');
  return slice;
};

/** The first state, or what a function returns that makes it. */
function initialOf(r: ScriptReader, node: t.Node | null): t.Node | null {
  const found = plain(r, node);
  if (isFunction(found) && found.body.type !== 'BlockStatement') return found.body;
  return found;
}

export function reducerHolding(r: ScriptReader, state: PlaceId, at: ReturnType<typeof spotOf>): PlaceId {
  const reducer = r.b.place('object', 'reducer', 0, at);
  r.b.flow(state, reducer, 'put', STATE);
  return reducer;
}

/** The function that, called, changes some fields: what it is called decides what the trail says. */
export function actionPlace(
  r: ScriptReader,
  cells: readonly StoreCell[],
  name: string,
  fields: ReadonlySet<string> | null,
  at: ReturnType<typeof spotOf>,
): PlaceId {
  const action = r.b.place('setter', name, 0, at);
  for (const cell of cells)
    if (fields === null || cell.field === '' || fields.has(cell.field)) r.b.flow(cell.setter, action);
  return action;
}

export function readReducer(r: ScriptReader, reducer: t.Node): void {
  if (reducer.type === 'ObjectMethod') readFunction(r, reducer, fieldOf(reducer.key, reducer.computed));
  else value(r, reducer);
}

/** `extraReducers`: fields that change when another module's action is dispatched, or a thunk is done. */
function answers(r: ScriptReader, node: t.Node | null, cells: readonly StoreCell[]): void {
  const tie = (to: t.Node, fields: ReadonlySet<string> | null): void => {
    // `load.fulfilled` is of the thunk `load`.
    const thunk =
      to.type === 'MemberExpression' &&
      to.property.type === 'Identifier' &&
      /^(pending|fulfilled|rejected|type)$/.test(to.property.name)
        ? to.object
        : to;
    const place = value(r, thunk);
    if (place === null) return;
    const action = actionPlace(r, cells, r.source(to), fields, spotOf(to));
    r.b.facts.ties.push({ from: action, to: place });
  };
  const found = plain(r, node);
  if (found?.type === 'ObjectExpression') {
    for (const one of found.properties)
      if (one.type !== 'SpreadElement' && one.computed)
        tie(one.key, fieldsChanged(one.type === 'ObjectMethod' ? one : one.value));
    return;
  }
  const body = isFunction(found) || found?.type === 'ObjectMethod' ? found.body : null;
  const statements = body?.type === 'BlockStatement' ? body.body : [];
  const calls = body && body.type !== 'BlockStatement' ? [body] : [];
  for (const statement of statements) if (statement.type === 'ExpressionStatement') calls.push(statement.expression);
  for (let call = calls.pop(); call; call = calls.pop()) {
    if (call.type !== 'CallExpression' || call.callee.type !== 'MemberExpression') continue;
    calls.push(call.callee.object as t.Expression);
    const [when, then] = call.arguments;
    if (fieldOf(call.callee.property, false) !== 'addCase' || !when || !then) continue;
    const type = textOf(r, when);
    if (type === null) tie(when, fieldsChanged(plain(r, then)));
    else {
      const action = actionPlace(r, cells, type, fieldsChanged(plain(r, then)), spotOf(when));
      r.b.facts.joins.push({ key: `action:${type}!`, place: action, into: true });
    }
  }
}

/** Selectors that stand in a slice read its own state. */
function readSelectors(r: ScriptReader, node: t.ObjectExpression, slice: string): PlaceId {
  const selectors = r.b.place('object', 'selectors', 0, spotOf(node));
  for (const one of node.properties) {
    if (one.type === 'SpreadElement') continue;
    const field = fieldOf(one.key, one.computed);
    const inner = one.type === 'ObjectMethod' ? readFunction(r, one, field) : value(r, one.value);
    if (inner === null) continue;
    const at = spotOf(one.key);
    const id = r.b.addFunction(field, 'plain', r.fn, at, at.line);
    const fact = r.b.fn(id);
    const state = r.b.place('param', 'state', id, at);
    fact.params.push(state);
    const own = r.b.part(state, slice, id, at);
    const result = r.b.call({
      callee: inner,
      name: field,
      args: [own],
      fn: id,
      at,
    });
    r.b.flow(result, fact.result);
    r.b.flow(fact.self, selectors, 'put', field);
  }
  return selectors;
}

/** `combineReducers({ units, trays })`: each under its name. */
export const combineReducers: CallReader = (r, node) => {
  const first = node.arguments[0];
  return combined(r, objectOf(r, first), first);
};

export function combined(r: ScriptReader, object: t.ObjectExpression | null, node: t.Node | undefined): PlaceId {
  const at = spotOf(node);
  const state = r.b.place('object', 'state', 0, at);
  for (const one of object?.properties ?? []) {
    if (one.type !== 'ObjectProperty') continue;
    const reducer = value(r, one.value);
    if (reducer === null) continue;
    r.b.flow(r.b.part(reducer, STATE, r.fn, spotOf(one)), state, 'put', fieldOf(one.key, one.computed));
  }
  return reducerHolding(r, state, at);
}

/** `configureStore({ reducer })` and `createStore(reducer)`: the one store of the program. */
const configureStore: CallReader = (r, node) => {
  const reducer = property(objectOf(r, node.arguments[0]), 'reducer');
  const object = objectOf(r, reducer);
  return store(r, object ? combined(r, object, reducer ?? undefined) : value(r, reducer), node);
};

const createStore: CallReader = (r, node) => {
  const [reducer = null, ...others] = readArguments(r, node);
  r.b.handOut(others, 'createStore', r.fn, spotOf(node));
  return store(r, reducer, node);
};

export function store(r: ScriptReader, reducer: PlaceId | null, node: t.Node): PlaceId | null {
  if (reducer === null) return null;
  const at = spotOf(node);
  r.b.facts.joins.push({ key: 'redux', place: r.b.part(reducer, STATE, r.fn, at), into: true });
  return r.b.place('object', 'store', 0, at);
}

/** A thunk is the function it runs; `createAction` makes something that is called to change what answers to it. */
const createAsyncThunk: CallReader = (r, node) => readArguments(r, node)[1] ?? null;

export const createAction: CallReader = (r, node, target) => {
  const type = textOf(r, node.arguments[0]);
  const place = r.b.place('setter', target?.type === 'Identifier' ? target.name : 'action', 0, spotOf(node));
  if (type !== null) r.b.facts.joins.push({ key: `action:${type}!`, place, into: false });
  return place;
};

export const redux: Library = {
  name: 'redux',
  packages: /^(@reduxjs\/toolkit|redux|@reduxjs\/toolkit\/query(\/react)?)$/,
  calls: {
    createSlice,
    combineReducers,
    configureStore,
    createStore,
    legacy_createStore: createStore,
    createAsyncThunk,
    createAction,
  },
};

/**
 * A plain reducer, told by its shape: a first parameter with a first value, and an action whose type decides. Its cells
 * are of interest only where some store is made with it.
 */
export function readPlainReducer(r: ScriptReader, node: t.Node, self: PlaceId, name: string): void {
  if (r.fn !== 0 || !('params' in node)) return;
  const [state, action] = node.params as t.Node[];
  if (state?.type !== 'AssignmentPattern' || state.left.type !== 'Identifier' || !action) return;
  const cases = casesOf(r, node as t.Function, action, state.left.name);
  if (cases.length === 0) return;
  const at = r.b.facts.places[self]?.at ?? spotOf(node);
  // What has no name of its own is called after its file.
  const own = 'id' in node && node.id ? name : name === nameFromPath(r.b.facts.path) ? 'reducer' : name;
  const group = (own || 'state').replace(/Reducer$/, '');
  const made = cellsFrom(r, group === 'reducer' ? folderName(r.b.facts.path) : group, plain(r, state.right), at, true);
  r.b.flow(made.state, self, 'put', STATE);
  for (const { keys, fields, spot, label } of cases) {
    const place = actionPlace(r, made.cells, label, fields, spot);
    for (const key of keys) r.b.facts.joins.push({ key: `action:${key}!`, place, into: true });
  }
}

function folderName(path: string): string {
  const parts = path.replace(/\.[^.]+$/, '').split('/');
  const last = parts.pop() ?? 'state';
  return /^(index|reducers?)$/.test(last) ? (parts.pop() ?? last) : last;
}

interface Case {
  keys: string[];
  label: string;
  fields: Set<string> | null;
  spot: ReturnType<typeof spotOf>;
}

function casesOf(r: ScriptReader, node: t.Function, action: t.Node, state: string): Case[] {
  const isType = (one: t.Node): boolean => {
    if (action.type === 'Identifier')
      return (
        one.type === 'MemberExpression' &&
        one.object.type === 'Identifier' &&
        one.object.name === action.name &&
        fieldOf(one.property, false) === 'type'
      );
    return one.type === 'Identifier' && one.name === 'type';
  };
  const cases: Case[] = [];
  const add = (when: t.Node, body: t.Statement[]): void => {
    const block = { type: 'BlockStatement', body, directives: [] } as unknown as t.BlockStatement;
    const param = { type: 'Identifier', name: state } as t.Identifier;
    const fields = fieldsChanged({
      type: 'ArrowFunctionExpression',
      params: [param],
      body: block,
    } as unknown as t.Node);
    cases.push({
      keys: actionKeys(r, when),
      label: r.source(when).replace(/^['"]|['"]$/g, ''),
      fields,
      spot: spotOf(when),
    });
  };
  if (node.body.type !== 'BlockStatement') return [];
  for (const statement of node.body.body) {
    if (statement.type === 'SwitchStatement' && isType(statement.discriminant)) {
      let waiting: t.Node[] = [];
      for (const one of statement.cases) {
        if (!one.test) continue;
        waiting.push(one.test);
        if (one.consequent.length === 0) continue;
        for (const when of waiting) add(when, one.consequent);
        waiting = [];
      }
    } else if (
      statement.type === 'IfStatement' &&
      statement.test.type === 'BinaryExpression' &&
      isType(statement.test.left)
    )
      add(statement.test.right, [statement.consequent]);
  }
  return cases;
}

/** The keys an action's type goes by: its text where it is known, and the name of its constant. */
export function actionKeys(r: ScriptReader, node: t.Node): string[] {
  const keys: string[] = [];
  const text = textOf(r, node);
  if (text !== null) keys.push(text);
  if (node.type === 'Identifier') keys.push(`const ${node.name}`);
  if (node.type === 'MemberExpression') keys.push(`const ${fieldOf(node.property, node.computed)}`);
  return keys;
}

/** An object that is an action: making it is taken as sending it. */
export function readAction(r: ScriptReader, node: t.ObjectExpression, payload: PlaceId | null): void {
  if (r.fn === 0) return;
  const type = property(node, 'type');
  if (!type || (type.type !== 'StringLiteral' && type.type !== 'Identifier' && type.type !== 'MemberExpression'))
    return;
  const keys = actionKeys(r, type);
  if (keys.length === 0) return;
  const at = spotOf(type);
  const here = r.b.place('setter', keys[0] ?? '', r.fn, at);
  for (const key of keys) r.b.facts.joins.push({ key: `action:${key}!`, place: here, into: false });
  r.b.call({
    callee: here,
    name: keys[0] ?? '',
    args: [payload],
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
}
