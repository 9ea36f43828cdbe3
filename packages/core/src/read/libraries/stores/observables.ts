/**
 * Observable objects: whoever reads a field while rendering re-renders when it changes, wherever it is changed. Their
 * fields are cells; a change in place, from anywhere, is a change of the cell.
 */
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { cellsFrom } from './cells';
import { isFunction, value } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { fieldOf } from '../../script/patterns';
import { objectOf } from '../../script/literals';

/** `observable({ … })`, `proxy({ … })`: an object of cells and the functions that stand beside them. */
const observable: CallReader = (r, node, target) => {
  const name = target?.type === 'Identifier' ? target.name : 'store';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const object = objectOf(r, node.arguments[0]);
  const { state } = cellsFrom(r, name, object, at);
  const before = r.self;
  r.self = state;
  for (const one of object?.properties ?? []) {
    if (one.type === 'ObjectMethod') {
      const field = fieldOf(one.key, one.computed);
      const method = readFunction(r, one, field);
      if (one.kind === 'get') {
        const fact = r.b.facts.functions.find((fn) => fn.self === method);
        if (fact) r.b.flow(fact.result, state, 'put', field);
      } else r.b.flow(method, state, 'put', field);
    } else if (one.type === 'ObjectProperty' && isFunction(one.value))
      r.b.flow(value(r, one.value, one.key), state, 'put', fieldOf(one.key, one.computed));
  }
  r.self = before;
  return state;
};

/** `observer(Tray)`: the component itself, which re-renders when what it reads changes. */
const observer: CallReader = (r, node, target) => readArguments(r, node, target)[0] ?? null;

export const observables: Library = {
  name: 'observables',
  packages: /^(mobx|mobx-react(-lite)?|valtio|@legendapp\/state)$/,
  calls: { observable, proxy: observable, observer },
  model: `
    export function useSnapshot(store) { return store; }
    export function snapshot(store) { return store; }
    export function runInAction(run) { return run(); }
    export function action(run) { return run; }
    export function toJS(value) { return value; }
  `,
};
