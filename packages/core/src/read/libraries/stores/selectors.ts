/** Memoised selectors: functions of the state that pass what other selectors bring to one that puts it together. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { value } from '../../script/expressions';

/** `createSelector([a, b], combine)` and `createSelector(a, b, combine)`. */
const createSelector: CallReader = (r, node, target) => {
  const inputs = node.arguments.flatMap((one): (t.Node | null)[] =>
    one.type === 'ArrayExpression' ? one.elements : [one],
  );
  const places = inputs.map((one) => (one && one.type !== 'ObjectExpression' ? value(r, one) : null));
  const functions = places.filter((place): place is PlaceId => place !== null);
  const combine = functions.pop();
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  if (combine === undefined) return null;
  const name = target?.type === 'Identifier' ? target.name : '';
  const id = r.b.addFunction(name, 'plain', r.fn, at, node.loc?.end.line ?? at.line);
  const fact = r.b.fn(id);
  const state = r.b.place('param', 'state', id, at);
  fact.params.push(state);
  const call = (callee: PlaceId, args: PlaceId[]): PlaceId => {
    const result = r.b.call({ callee, name, args, fn: id, at });
    return result;
  };
  r.b.flow(
    call(
      combine,
      functions.map((fn) => call(fn, [state])),
    ),
    fact.result,
  );
  return fact.self;
};

export const selectors: Library = {
  name: 'selectors',
  packages: /^(reselect|re-reselect|@reduxjs\/toolkit|@ngrx\/store)$/,
  calls: { createSelector, createDraftSafeSelector: createSelector, createStructuredSelector: () => null },
};
