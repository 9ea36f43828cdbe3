/** Subscriptions that a component begins and never ends. */
import type * as t from '@babel/types';
import { emittedAt } from '../libraries/stores/streams';
import { spotOf } from '../script/builder';
import { calledName } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { noteMounting } from '../script/starts';
import { walkNodes } from '../script/walk';
import { decoratorOf } from '../component/decorators';

type Method = t.ClassMethod | t.ClassPrivateMethod;

/** What the family calls as a component comes, and as it goes. */
const COMES = /^(constructor|ngOnInit|ngAfterViewInit|ngAfterContentInit)$/;
const GOES = 'ngOnDestroy';
/** Operators after which a stream ends, by itself or with the component. */
const ENDS =
  /^(takeUntil|takeUntilDestroyed|untilDestroyed|untilComponentDestroyed|take|takeWhile|first|last|single|toArray|find|isEmpty|elementAt)$/;

/** Notes what the class of a component starts when it comes and does not end when it goes. */
export function noteBegun(r: ScriptReader, node: t.ClassDeclaration | t.ClassExpression): void {
  const methods = new Map<string, Method>();
  for (const member of node.body.body)
    if (member.type === 'ClassMethod' || member.type === 'ClassPrivateMethod')
      methods.set(fieldOf(member.key, 'computed' in member && !!member.computed), member);
  const end = methods.get(GOES);
  for (const [name, method] of methods)
    if (COMES.test(name)) noteMounting(r, method, end ? [end] : [], (called) => methods.get(called) ?? null);
  if (!r.text.includes('.subscribe(')) return;
  // Who says so has all its subscriptions ended.
  if (decoratorOf(node, /^(UntilDestroy|AutoUnsubscribe)$/)) return;
  for (const [name, method] of methods) if (COMES.test(name)) noteSubscriptions(r, node, method);
}

function noteSubscriptions(r: ScriptReader, node: t.Node, method: Method): void {
  const variables = variablesIn(method);
  walkNodes(method, (call, within) => {
    if (within || call.type !== 'CallExpression' || calledName(call) !== 'subscribe') return;
    const emitted = emittedAt(call);
    if (emitted === undefined || endsByItself(call)) return;
    const name = variables.get(call);
    if (name !== undefined && (name === null || isNamedAgain(node, name))) return;
    r.b.facts.starts.push({
      name: 'subscribe',
      topic: '',
      ended: false,
      of: emitted,
      fn: r.fn,
      at: spotOf(call.callee),
    });
  });
}

/** The field or variable that a subscription is kept in; null where it is put into, or passed to, something else. */
function variablesIn(method: t.Node): ReadonlyMap<t.Node, string | null> {
  const variables = new Map<t.Node, string | null>();
  walkNodes(method, (node) => {
    if (node.type === 'AssignmentExpression') {
      const { left } = node;
      const isOwn = left.type === 'MemberExpression' && left.object.type === 'ThisExpression';
      variables.set(
        node.right,
        isOwn ? fieldOf(left.property, left.computed) : left.type === 'Identifier' ? left.name : null,
      );
    } else if (node.type === 'VariableDeclarator' && node.init)
      variables.set(node.init, node.id.type === 'Identifier' ? node.id.name : null);
    else for (const one of passedOn(node)) variables.set(one, null);
  });
  return variables;
}

/** What a piece of code passes, lists or returns. */
function passedOn(node: t.Node): readonly t.Node[] {
  if (node.type === 'CallExpression') return node.arguments;
  if (node.type === 'ArrayExpression') return node.elements.flatMap((one) => one ?? []);
  return node.type === 'ReturnStatement' && node.argument ? [node.argument] : [];
}

/** Whether a class names something more often than where it is declared and set: it may be ended there. */
function isNamedAgain(node: t.Node, name: string): boolean {
  let times = 0;
  walkNodes(node, (one) => {
    if (one.type === 'MemberExpression' || one.type === 'OptionalMemberExpression') {
      const field = fieldOf(one.property, one.computed);
      const object = one.object;
      const isVariable =
        object.type === 'Identifier'
          ? object.name === name
          : object.type === 'MemberExpression' && fieldOf(object.property, object.computed) === name;
      if (isVariable && field !== 'closed') times++;
    } else if (one.type === 'CallExpression')
      for (const arg of one.arguments)
        if (
          (arg.type === 'Identifier' && arg.name === name) ||
          (arg.type === 'MemberExpression' && fieldOf(arg.property, arg.computed) === name)
        )
          times++;
  });
  return times > 0;
}

/** `beds$.pipe(takeUntilDestroyed()).subscribe(…)`. */
function endsByItself(call: t.CallExpression): boolean {
  let at: t.Node = call.callee;
  while (at.type === 'MemberExpression' || at.type === 'CallExpression') {
    if (at.type === 'CallExpression' && calledName(at) === 'pipe')
      for (const one of at.arguments) if (one.type === 'CallExpression' && ENDS.test(calledName(one))) return true;
    at = at.type === 'CallExpression' ? at.callee : at.object;
  }
  return false;
}
