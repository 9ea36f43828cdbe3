/** Listeners of a template as functions of a script, which take the event. */
import type * as t from '@babel/types';
import { EVENT_NAME } from '../../model/signs';

type At = Pick<t.Expression, 'start' | 'end' | 'loc'>;

/** `$event`, standing where `at` does. */
export function eventAt({ start, end, loc }: At): t.Identifier {
  return { type: 'Identifier', name: EVENT_NAME, start, end, loc } as t.Identifier;
}

/** `($event) => { … }`, standing where `at` does. */
export function listenerOf({ start, end, loc }: At, run: readonly object[]): t.ArrowFunctionExpression {
  const at = { start, end, loc };
  const statements = run.map((expression) => ({ type: 'ExpressionStatement', expression, ...at }));
  const body = { type: 'BlockStatement', body: statements, directives: [], ...at };
  const params = [eventAt(at)];
  const arrow = { type: 'ArrowFunctionExpression', params, body, async: false, expression: false, ...at };
  return arrow as unknown as t.ArrowFunctionExpression;
}

/** `target = $event`, standing where the target does. */
export function setting(target: t.Expression): object {
  const { start, end, loc } = target;
  return { type: 'AssignmentExpression', operator: '=', left: target, right: eventAt(target), start, end, loc };
}

/** `object.name`, standing where `at` does. */
export function memberOf(object: t.Expression, name: string, at: At = object): t.MemberExpression {
  const { start, end, loc } = at;
  const property = { type: 'Identifier', name, start, end, loc };
  const member = { type: 'MemberExpression', object, property, computed: false, start, end, loc };
  return member as unknown as t.MemberExpression;
}
