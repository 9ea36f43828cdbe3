/** What ends what was started: the calls that do, and where they stand. */
import type * as t from '@babel/types';
import { isFunction } from './expressions';
import { textOf } from './literals';
import { calledName } from './names';
import { STAYS } from './ownStarts';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';
import { walkNodes, walkSet } from './walk';

/** Calls that start something, with the calls that end it. */
export const ENDS: Record<string, readonly string[]> = {
  addEventListener: ['removeEventListener'],
  // Browsers end either by either.
  setInterval: ['clearInterval', 'clearTimeout'],
  setTimeout: ['clearTimeout', 'clearInterval'],
  subscribe: ['unsubscribe'],
  $on: ['$off'],
  on: ['off', 'removeListener', 'removeAllListeners'],
  addListener: ['removeListener', 'off'],
  observe: ['disconnect', 'unobserve'],
};

export interface Start {
  node: t.CallExpression;
  name: string;
  topic: string;
  /** What its result is kept in, as it is written: a variable, a field, a list, or each part that is taken out of it. */
  variables: readonly string[];
}

/** `{ once: true }` and `{ signal }` end a listener without a further call. */
export function endsByItself(node: t.CallExpression): boolean {
  const options = node.arguments[2];
  return (
    options?.type === 'ObjectExpression' &&
    options.properties.some(
      (one) => one.type === 'ObjectProperty' && /^(once|signal)$/.test(fieldOf(one.key, one.computed)),
    )
  );
}

/** What ends something, and the functions of the file that it calls to do so: `return () => stopTimer()`. */
export function withCalled(r: ScriptReader, endings: readonly t.Node[], around: t.Node): t.Node[] {
  // The list grows as it is gone through.
  const all = endings.map((one) => endingOf(r, one, around));
  for (const one of all)
    walkNodes(one, (node) => {
      if (node.type !== 'CallExpression' || node.callee.type !== 'Identifier') return;
      // Not read yet, it is looked up where it was written.
      const here = endingOf(r, node.callee, around);
      for (const fn of [...(r.functionsNamed.get(node.callee.name) ?? []), ...(isFunction(here) ? [here] : [])])
        if (!all.includes(fn)) all.push(fn);
    });
  return all;
}

export function endsIn(r: ScriptReader, node: t.Node, start: Start, around: t.Node): boolean {
  const ends = ENDS[start.name] ?? [];
  const heard = receiverOf(r, start.node);
  const handles = heard === null ? [] : [heard, ...madeWith(r, heard, around)];
  let found = false;
  walkNodes(node, (one) => {
    // `for (const one of held) one.remove()`
    if (one.type === 'ForOfStatement' && start.variables.includes(r.source(one.right))) found = true;
    if (one.type !== 'CallExpression' && one.type !== 'OptionalCallExpression') return;
    const name = calledName(one);
    // `chart.destroy()`, `removeBus(bus)`: what is listened to is done away with.
    if (heard !== null && DESTROYS.test(name) && receiverOf(r, one) === heard) found = true;
    if (one.arguments.some((arg) => handles.includes(r.source(arg)) || start.variables.includes(r.source(arg))))
      found = true;
    // `held?.remove()`, `held!.remove()`
    const callee = r.source(one.callee).replace(/[?!]\./g, '.');
    if (start.variables.some((name) => callee === name || callee.startsWith(`${name}.`))) found = true;
    if (!ends.includes(name) || isOtherFunction(start.node, one)) return;
    const topic = textOf(r, one.arguments[0]);
    found ||= start.topic === '' || topic === null || topic === start.topic;
  });
  return found;
}

/** `addEventListener('x', () => …)` and `removeEventListener('x', () => …)`: each makes a function of its own. */
function isOtherFunction(begun: t.CallExpression, ended: t.CallExpression | t.OptionalCallExpression): boolean {
  if (calledName(ended) !== 'removeEventListener') return false;
  return isMadeThere(begun.arguments[1]) || isMadeThere(ended.arguments[1]);
}

function isMadeThere(node: t.Node | undefined): boolean {
  if (isFunction(node)) return true;
  return node?.type === 'CallExpression' && calledName(node) === 'bind';
}

const DESTROYS = /^(destroy|dispose|close|disconnect|remove|end|stop|teardown|unmount|removeAllListeners)$/;

/** What a method is called on, as it is written; null for the window, the document and for plain calls. */
function receiverOf(r: ScriptReader, { callee }: t.CallExpression | t.OptionalCallExpression): string | null {
  if (callee.type !== 'MemberExpression' && callee.type !== 'OptionalMemberExpression') return null;
  if (callee.object.type === 'ThisExpression') return null;
  const written = r.source(callee.object);
  return STAYS.test(written) ? null : written;
}

/** What a variable was asked for with: `bus = getBus(id)` is ended by whoever gives `id` back. */
function madeWith(r: ScriptReader, name: string, around: t.Node): string[] {
  const found: string[] = [];
  walkSet(around, (made, from) => {
    if (from.type === 'CallExpression' && r.source(made) === name)
      found.push(...from.arguments.filter((arg) => !/Literal$/.test(arg.type)).map((arg) => r.source(arg)));
  });
  return found;
}

/** A function returned by its name is looked up where it was written. */
function endingOf(r: ScriptReader, node: t.Node, around: t.Node): t.Node {
  if (node.type !== 'Identifier') return node;
  let found: t.Node = r.functionsNamed.get(node.name)?.at(-1) ?? node;
  walkNodes(around, (one) => {
    if (one.type === 'FunctionDeclaration' && one.id?.name === node.name) found = one;
    if (one.type === 'VariableDeclarator' && one.id.type === 'Identifier' && one.id.name === node.name && one.init)
      found = one.init;
  });
  return found;
}
