/**
 * The Redux-like store of Angular: actions, reducers made of answers to them, features, and what is selected, as a stream or a
 * signal. The state is that of Redux: one for the program, by the names of its features.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../../model/facts';
import { pascal } from '../../../model/spelling';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { value } from '../../script/expressions';
import { objectOf, plain, property, textOf } from '../../script/literals';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { cellsFrom, fieldsChanged, type StoreCell } from './cells';
import {
  actionPlace,
  combined,
  createAction,
  combineReducers,
  readReducer,
  reducerHolding,
  STATE,
  store,
} from './redux';

/** `createActionGroup({ source: 'Beds', events: { 'Add Bed': props<…>() } })`: an action for each, by its name in one word. */
const createActionGroup: CallReader = (r, node, target) => {
  const options = objectOf(r, node.arguments[0]);
  const source = textOf(r, property(options, 'source')) ?? '';
  const group = r.b.place('object', target?.type === 'Identifier' ? target.name : 'actions', 0, spotOf(node));
  for (const one of objectOf(r, property(options, 'events'))?.properties ?? []) {
    if (one.type === 'SpreadElement') continue;
    const event = fieldOf(one.key, one.computed);
    const word = event.split(/\W/).map(pascal).join('');
    const name = word.charAt(0).toLowerCase() + word.slice(1);
    const action = r.b.place('setter', name, 0, spotOf(one.key));
    r.b.facts.joins.push({ key: `action:[${source}] ${event}!`, place: action, into: false });
    r.b.flow(action, group, 'put', name);
  }
  return group;
};

/** `createReducer(first, on(add, (state, { bed }) => ({ ...state, … })))`. */
const createReducer: CallReader = (r, node, target) => {
  const name = target?.type === 'Identifier' ? target.name.replace(/Reducer$/, '') : 'state';
  return reducer(r, node, name || 'state', spotOf(target?.type === 'Identifier' ? target : node)).place;
};

function reducer(
  r: ScriptReader,
  node: t.CallExpression,
  group: string,
  at: Spot,
): { place: PlaceId; cells: readonly StoreCell[] } {
  const [first, ...answers] = node.arguments;
  const { state, cells } = cellsFrom(r, group, plain(r, first), at);
  for (const one of answers) {
    if (one.type !== 'CallExpression' || one.callee.type !== 'Identifier' || one.callee.name !== 'on') {
      value(r, one as t.Expression);
      continue;
    }
    const then = one.arguments.at(-1);
    if (!then) continue;
    const fields = fieldsChanged(plain(r, then));
    for (const when of one.arguments.slice(0, -1)) {
      const action = value(r, when as t.Expression);
      if (action === null) continue;
      r.b.facts.ties.push({ from: actionPlace(r, cells, r.source(when), fields, spotOf(when)), to: action });
    }
    readReducer(r, then);
  }
  return { place: reducerHolding(r, state, at), cells };
}

/** `createFeature({ name: 'beds', reducer })`: also a selector for each field that stands in the source. */
const createFeature: CallReader = (r, node, target) => {
  const options = objectOf(r, node.arguments[0]);
  const name = textOf(r, property(options, 'name')) ?? 'feature';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const made = plain(r, property(options, 'reducer'));
  const isHere =
    made?.type === 'CallExpression' && made.callee.type === 'Identifier' && made.callee.name === 'createReducer';
  const { place, cells } = isHere
    ? reducer(r, made, name, at)
    : { place: value(r, property(options, 'reducer')), cells: [] };
  const feature = r.b.place('object', name, 0, at);
  if (place !== null) {
    r.b.flow(place, feature, 'put', 'reducer');
    r.b.flow(r.b.part(place, STATE, r.fn, at), feature, 'put', STATE);
  }
  r.b.flow(selecting(r, [name], at), feature, 'put', `select${pascal(name)}State`);
  for (const { field } of cells)
    if (field !== '') r.b.flow(selecting(r, [name, field], at), feature, 'put', `select${pascal(field)}`);
  return feature;
};

/** A function of the state that gives what stands under some names in it. */
export function selecting(r: ScriptReader, path: readonly string[], at: Spot): PlaceId {
  const id = r.b.addFunction(`select ${path.at(-1) ?? ''}`, 'plain', r.fn, at, at.line);
  const fact = r.b.fn(id);
  const state = r.b.place('param', 'state', id, at);
  fact.params.push(state);
  r.b.flow(
    path.reduce((from, field) => r.b.part(from, field, id, at), state),
    fact.result,
  );
  return fact.self;
}

const createFeatureSelector: CallReader = (r, node) => {
  const name = textOf(r, node.arguments[0]);
  return name === null ? null : selecting(r, [name], spotOf(node));
};

/** `provideStore({ beds: bedsReducer })`, `StoreModule.forRoot(reducers)`. */
export const provideStore: CallReader = (r, node) => {
  const [reducers, ...others] = node.arguments;
  readArguments(r, { ...node, arguments: others });
  const object = objectOf(r, reducers);
  return store(r, object ? combined(r, object, reducers) : reducers ? value(r, reducers as t.Expression) : null, node);
};

/** `provideState('beds', bedsReducer)`, `StoreModule.forFeature(feature)`. */
export const provideState: CallReader = (r, node) => {
  const [first, argument] = node.arguments;
  const at = spotOf(node);
  const name = textOf(r, first) ?? featureName(r, first);
  const selected = argument ?? first;
  const place = selected ? value(r, selected as t.Expression) : null;
  if (place === null || name === null) return null;
  const state = r.b.place('object', 'state', 0, at);
  r.b.flow(r.b.part(place, STATE, r.fn, at), state, 'put', name);
  return store(r, reducerHolding(r, state, at), node);
};

/** The name of a feature that is made in the same file; by custom one elsewhere is called after it: `bedsFeature`. */
function featureName(r: ScriptReader, node: t.Node | undefined): string | null {
  const made = plain(r, node);
  if (made?.type === 'CallExpression') return textOf(r, property(objectOf(r, made.arguments[0]), 'name'));
  return made?.type === 'Identifier' ? made.name.replace(/Feature$/, '') : null;
}

/** What a selector brings of the state as it is now. */
export function selected(r: ScriptReader, selector: PlaceId, at: Spot): PlaceId {
  const state = r.b.place('read', 'state', r.fn, at);
  r.b.facts.joins.push({ key: 'redux', place: state, into: false });
  return r.b.call({ callee: selector, name: 'select', args: [state], fn: r.fn, at });
}

export const ngrx: Library = {
  name: 'ngrx',
  packages: /^@ngrx\/store$/,
  calls: {
    createAction,
    createActionGroup,
    createReducer,
    createFeature,
    createFeatureSelector,
    combineReducers,
    provideStore,
    provideState,
  },
};
