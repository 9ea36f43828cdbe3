/** Listeners of a template as functions of a script, which take the event. */
import type * as t from '@babel/types';
import { EVENT_NAME } from '../../model/signs';
import { SET_BOUND } from './expressions';

type At = Pick<t.Expression, 'start' | 'end' | 'loc'>;

function eventOf({ start, end, loc }: At): object {
  return { type: 'Identifier', name: EVENT_NAME, start, end, loc };
}

/** `($event) => { … }`, standing where `at` does. */
export function listenerOf({ start, end, loc }: At, run: readonly object[]): t.ArrowFunctionExpression {
  const at = { start, end, loc };
  const statements = run.map((expression) => ({ type: 'ExpressionStatement', expression, ...at }));
  const body = { type: 'BlockStatement', body: statements, directives: [], ...at };
  const params = [eventOf(at)];
  const arrow = { type: 'ArrowFunctionExpression', params, body, async: false, expression: false, ...at };
  return arrow as unknown as t.ArrowFunctionExpression;
}

/** Puts what comes where an expression stands: a field, a name, or a signal that either holds. */
export function settingOf(target: t.MemberExpression | t.Identifier): t.ArrowFunctionExpression {
  const { start, end, loc } = target;
  const at = { start, end, loc };
  const right = eventOf(at);
  const callee = { type: 'Identifier', name: SET_BOUND, ...at };
  return listenerOf(at, [
    { type: 'AssignmentExpression', operator: '=', left: target, right, ...at },
    { type: 'CallExpression', callee, arguments: [target, right], ...at },
  ]);
}

/** Calls a method of what an expression gives with what comes. */
export function callingOf(object: t.Expression, method: string): t.ArrowFunctionExpression {
  const { start, end, loc } = object;
  const at = { start, end, loc };
  const callee = memberOf(object, method);
  return listenerOf(at, [{ type: 'CallExpression', callee, arguments: [eventOf(at)], ...at }]);
}

/** `object.name`, standing where `at` does. */
export function memberOf(object: t.Expression, name: string, at: At = object): t.MemberExpression {
  const { start, end, loc } = at;
  const property = { type: 'Identifier', name, start, end, loc };
  const member = { type: 'MemberExpression', object, property, computed: false, start, end, loc };
  return member as unknown as t.MemberExpression;
}
