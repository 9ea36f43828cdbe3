/** Atoms: single values outside any component, read and changed by hooks; one may be computed from others. */
import type { PlaceId } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { isFunction, value } from '../../script/expressions';
import type { ScriptReader } from '../../script/reader';
import { storeCell } from './cells';
import { plain, property } from '../../script/literals';

const VALUE = '#value';
const CHANGE = '#change';

const atom: CallReader = (r, node, target) => {
  const name = target?.type === 'Identifier' ? target.name : 'atom';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const { b } = r;
  const made = b.place('object', name, 0, at);
  b.facts.boxes.push(made);
  const bare = plain(r, node.arguments[0]);
  const options = bare?.type === 'ObjectExpression' && property(bare, 'key') ? bare : null;
  const read = options ? (property(options, 'get') ?? null) : bare;
  const write = options ? property(options, 'set') : plain(r, node.arguments[1]);
  const computes = isFunction(read) || read?.type === 'ObjectMethod';
  if (computes) {
    const self = value(r, isFunction(read) ? read : null);
    if (self !== null) b.flow(called(r, self, options ? [accessors(r, at)] : [getter(r, at)], at), made, 'put', VALUE);
  }
  if (!computes || !write) {
    if (!computes) {
      const cell = storeCell(r, name, '', at);
      const initial = value(r, options ? property(options, 'default') : node.arguments[0]);
      if (initial !== null) {
        b.flow(initial, cell.value, 'frozen');
        b.use({ place: initial, kind: 'computed', fn: r.fn, at });
      }
      b.flow(cell.value, made, 'put', VALUE);
      if (!write) b.flow(cell.setter, made, 'put', CHANGE);
    }
  }
  if (isFunction(write)) {
    // A function of its own changes it: what that sets is what changes.
    const self = value(r, write);
    if (self !== null) {
      b.flow(self, made, 'put', CHANGE);
      called(r, self, options ? [accessors(r, at)] : [getter(r, at), setter(r, at)], at);
    }
  }
  return made;
};

/** `atomFamily((id) => atom(…))`, `atomFamily({ key, default })`: a function that makes the atom of each key. */
const atomFamily: CallReader = (r, node, target) => {
  const [first] = node.arguments;
  if (first?.type !== 'ObjectExpression') return readArguments(r, node)[0] ?? null;
  const made = atom(r, node, target);
  const at = spotOf(node);
  const fact = r.b.fn(r.b.addFunction('', 'plain', r.fn, at, node.loc?.end.line ?? at.line));
  if (made !== null) r.b.flow(made, fact.result);
  return fact.self;
};

function called(r: ScriptReader, callee: PlaceId, args: PlaceId[], at: ReturnType<typeof spotOf>): PlaceId {
  const result = r.b.call({ callee, name: '', args, fn: r.fn, at });
  return result;
}

/** A function that reads the atom it is given. */
function getter(r: ScriptReader, at: ReturnType<typeof spotOf>): PlaceId {
  const { b } = r;
  const id = b.addFunction('get', 'plain', r.fn, at, at.line);
  const fact = b.fn(id);
  const param = b.place('param', 'atom', id, at);
  fact.params.push(param);
  b.flow(param, fact.result, 'get', VALUE);
  return fact.self;
}

/** A function that changes the atom it is given. */
function setter(r: ScriptReader, at: ReturnType<typeof spotOf>): PlaceId {
  const { b } = r;
  const id = b.addFunction('set', 'plain', r.fn, at, at.line);
  const fact = b.fn(id);
  const param = b.place('param', 'atom', id, at);
  const to = b.place('param', 'value', id, at);
  fact.params.push(param, to);
  const change = b.part(param, CHANGE, id, at);
  b.call({ callee: change, name: 'set', args: [to], fn: id, at });
  return fact.self;
}

function accessors(r: ScriptReader, at: ReturnType<typeof spotOf>): PlaceId {
  const both = r.b.place('object', '', r.fn, at);
  r.b.flow(getter(r, at), both, 'put', 'get');
  r.b.flow(setter(r, at), both, 'put', 'set');
  return both;
}

/** A signal is an object whose `value` is read and changed in place. */
const signal: CallReader = (r, node, target) => {
  const name = target?.type === 'Identifier' ? target.name : 'signal';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const cell = storeCell(r, name, '', at);
  const initial = node.arguments[0] && node.arguments[0].type !== 'SpreadElement' ? value(r, node.arguments[0]) : null;
  if (initial !== null) r.b.flow(initial, cell.value, 'frozen');
  const made = r.b.place('object', name, 0, at);
  r.b.flow(cell.value, made, 'put', 'value');
  r.b.facts.boxes.push(made);
  return made;
};

const computedSignal: CallReader = (r, node, target) => {
  const first = node.arguments[0];
  const self = isFunction(first) ? value(r, first) : null;
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  if (self === null) return null;
  const made = r.b.place('object', '', r.fn, at);
  r.b.flow(called(r, self, [], at), made, 'put', 'value');
  return made;
};

export const atoms: Library = {
  name: 'atoms',
  packages: /^(jotai(\/(react|vanilla|utils))?|recoil|@preact\/signals(-react|-core)?)$/,
  calls: {
    atom,
    selector: atom,
    atomWithReset: atom,
    atomFamily,
    selectorFamily: atomFamily,
    signal,
    computed: computedSignal,
  },
  model: `
    export function useAtom(atom) { return [atom['#value'], atom['#change']]; }
    export function useAtomValue(atom) { return atom['#value']; }
    export function useSetAtom(atom) { return atom['#change']; }
    export { useAtom as useRecoilState, useAtomValue as useRecoilValue, useSetAtom as useSetRecoilState };
  `,
};
