/** Listeners that put what comes where a template binds something both ways. */
import type * as t from '@babel/types';
import { eventAt, listenerOf, memberOf, setting } from '../component/listeners';
import { SET_BOUND } from './expressions';

/** Puts what comes where an expression stands: a field, a name, or a signal that either holds. */
export function settingOf(target: t.MemberExpression | t.Identifier): t.ArrowFunctionExpression {
  const { start, end, loc } = target;
  const at = { start, end, loc };
  const callee = { type: 'Identifier', name: SET_BOUND, ...at };
  return listenerOf(at, [setting(target), { type: 'CallExpression', callee, arguments: [target, eventAt(at)], ...at }]);
}

/** Calls a method of what an expression gives with what comes. */
export function callingOf(object: t.Expression, method: string): t.ArrowFunctionExpression {
  const { start, end, loc } = object;
  const at = { start, end, loc };
  const callee = memberOf(object, method);
  return listenerOf(at, [{ type: 'CallExpression', callee, arguments: [eventAt(at)], ...at }]);
}
