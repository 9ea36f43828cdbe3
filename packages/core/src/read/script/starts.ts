/** What an effect or a mounting method starts and has to end: listeners, timers, subscriptions. */
import type * as t from '@babel/types';
import { isBus } from './buses';
import { spotOf } from './builder';
import { isFunction } from './expressions';
import { calledName } from './names';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';
import { walkNodes } from './walk';
import { plain, textOf } from './literals';
import { ENDS, endsByItself, endsIn, withCalled, type Start } from './ends';
import {
  isBehaviour,
  isMadeForSvelte,
  isMadeHere,
  isOfThisRun,
  isOnMade,
  isOwnElement,
  isWrappedElement,
  LASTING,
  observesOwn,
  outlives,
} from './ownStarts';

/** What the text of a script has to mention for it to start anything. */
const STARTING = new RegExp(`(?:${Object.keys(ENDS).join('|').replaceAll('$', '\\$')})\\s*[(?<]`);
const starting = new WeakMap<ScriptReader, boolean>();

/** Whether a script may start anything: most do not, and are not looked through. */
function mayStart(r: ScriptReader): boolean {
  let known = starting.get(r);
  if (known === undefined) {
    known = STARTING.test(r.text);
    starting.set(r, known);
  }
  return known;
}

/**
 * Notes what an effect's function starts, and whether what it returns ends it. Where the effect runs again when something
 * changes (`again`), a timer that is still running is one too many as well.
 */
export function noteStarts(
  r: ScriptReader,
  node: t.Node | undefined,
  endings: readonly t.Node[] = [],
  again = false,
): void {
  const fn = plain(r, node);
  if (!isFunction(fn) || !mayStart(r)) return;
  // `useEffect(() => bus.subscribe(…))`: what comes back ends it.
  if (fn.body.type !== 'BlockStatement') return;
  const returned: t.Node[] = [...endings];
  walkNodes(fn.body, (one, within) => {
    if (!within && one.type === 'ReturnStatement' && one.argument) returned.push(one.argument);
  });
  const ends = withCalled(r, returned, fn.body);
  // `return held`, `return held.unsubscribe`
  const names = returned.flatMap((one) =>
    one.type === 'Identifier'
      ? [one.name]
      : one.type === 'MemberExpression' && one.object.type === 'Identifier'
        ? [one.object.name]
        : [],
  );
  for (const start of startsIn(r, fn.body)) {
    if (start.name === 'addEventListener' && isOfThisRun(start.node, fn.body)) continue;
    if (start.name === 'addEventListener' && !again && isOwnElement(r, start.node, fn.body)) continue;
    if (!again && observesOwn(r, start)) continue;
    if (start.name === 'setTimeout' && !(again && isLateChange(start, fn.body))) continue;
    const isReturned = returned.includes(start.node) || start.variables.some((name) => names.includes(name));
    const ended = isReturned || ends.some((one) => endsIn(r, one, start, fn.body));
    add(r, start, ended);
  }
}

/** Notes timers that a watcher's function starts each time it runs, and that nobody can end. */
export function noteTimers(r: ScriptReader, node: t.Node): void {
  const fn = plain(r, node);
  if (!isFunction(fn) || !mayStart(r)) return;
  for (const start of startsIn(r, fn.body))
    if (start.name === 'setTimeout' && isLateChange(start, fn.body)) add(r, start, false);
}

/** The least delay, in milliseconds, by which a timer waits for something rather than for the next moment. */
const LATE = 50;

/** A timer that changes something later, and cannot be ended when it is started once more meanwhile. */
function isLateChange({ node, variables }: Start, around: t.Node): boolean {
  const [run, delay] = node.arguments;
  if (!isFunction(run) || !delay || (delay.type === 'NumericLiteral' && delay.value < LATE)) return false;
  // Kept where another run may end it.
  if (variables.some((name) => !/^\w+$/.test(name) || mentions(around, name, node))) return false;
  if (mentions(around, 'clearTimeout')) return false;
  let changes = false;
  walkNodes(run, (one) => {
    if (one.type === 'CallExpression') changes ||= /^(set|on)[A-Z]|^emit$/.test(calledName(one));
    if (one.type === 'AssignmentExpression' && one.left.type === 'MemberExpression')
      changes ||= fieldOf(one.left.property, one.left.computed) === 'value';
  });
  return changes;
}

/** What a script starts each time its component is made; `body` is all of the script. */
export function noteScript(r: ScriptReader, body: readonly t.Node[], endings: readonly t.Node[]): void {
  if (!mayStart(r)) return;
  const around = { type: 'BlockStatement', body, directives: [] } as unknown as t.BlockStatement;
  const ends = withCalled(r, endings, around);
  for (const start of startsIn(r, around)) {
    if (start.name === 'setTimeout' || (start.name === 'addEventListener' && !outlives(r, start.node))) continue;
    if (observesOwn(r, start)) continue;
    // What is kept under a name may be ended wherever that is named.
    const isStored = start.variables.some((name) => mentions(around, name, start.node));
    add(r, start, isStored || ends.some((one) => endsIn(r, one, start, around)));
  }
}

/** Whether code names something elsewhere than where a call is kept under that name. */
function mentions(code: t.Node, name: string, variables: t.Node | null = null): boolean {
  let times = 0;
  walkNodes(code, (one) => {
    if (one.type === 'Identifier' && one.name === name) times++;
  });
  return times > (variables === null ? 0 : 1);
}

/**
 * The same for a class: what mounting starts, unmounting has to end, itself or by a method that it calls. `methodOf` finds a
 * method of the instance.
 */
export function noteMounting(
  r: ScriptReader,
  mount: t.Node,
  unmounts: readonly t.Node[],
  methodOf: (name: string) => t.Node | null,
): void {
  if (!mayStart(r)) return;
  const leaving = [...unmounts, ...leavingIn(r, mount)];
  const endings = withCalled(r, leaving, mount);
  // What those call to end it, and what that calls: the list grows as it is gone through.
  for (const one of endings)
    for (const name of calledOnSelf(one)) {
      const method = methodOf(name);
      if (method && !endings.includes(method)) endings.push(method);
    }
  for (const start of startsIn(r, mount).filter(
    (one) =>
      one.name !== 'setTimeout' && (one.name !== 'addEventListener' || outlives(r, one.node)) && !observesOwn(r, one),
  ))
    add(
      r,
      start,
      endings.some((one) => endsIn(r, one, start, mount)),
    );
}

/** The methods of the instance that a method calls. */
function calledOnSelf(method: t.Node): string[] {
  const found: string[] = [];
  walkNodes(method, (node) => {
    if (node.type !== 'CallExpression' || node.callee.type !== 'MemberExpression') return;
    if (node.callee.object.type === 'ThisExpression') found.push(fieldOf(node.callee.property, node.callee.computed));
  });
  return found;
}

/** `this.$once('hook:destroyed', () => …)`, `this.destroyRef.onDestroy(() => …)`: what runs when the instance goes. */
function leavingIn(r: ScriptReader, mount: t.Node): t.Node[] {
  const found: t.Node[] = [];
  walkNodes(mount, (node) => {
    if (node.type !== 'CallExpression') return;
    const [when, run] = node.arguments;
    if (calledName(node) === 'onDestroy' && isFunction(when)) found.push(when);
    if (!/^\$on(ce)?$/.test(calledName(node))) return;
    if (run && /^hook:(before)?(destroy|unmount)/i.test(textOf(r, when) ?? '')) found.push(run);
  });
  return found;
}

function add(r: ScriptReader, { node, name, topic }: Start, ended: boolean): void {
  r.b.facts.starts.push({ name, topic, ended, fn: r.fn, at: spotOf(node.callee) });
}

function startsIn(r: ScriptReader, body: t.Node): Start[] {
  const starts: Start[] = [];
  const variables = new Map<t.Node, readonly string[]>();
  const continued = new Set<t.Node>();
  walkNodes(body, (node, within) => {
    if (node.type === 'VariableDeclarator' && node.init) variables.set(node.init, namesIn(node.id));
    if (node.type === 'AssignmentExpression') variables.set(node.right, [r.source(node.left)]);
    // `held.push(a.on(…), b.on(…))`
    if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression' && calledName(node) === 'push')
      for (const part of node.arguments) variables.set(part, [r.source(node.callee.object)]);
    // `held = [a.on(…), b.on(…)]`: each is kept in the list. What stands around a node is met before it.
    const list = variables.get(node);
    if (list !== undefined) for (const part of partsOf(node)) variables.set(part, list);
    // `breakpoints.observe(…).subscribe(…)`: what gives something to go on with starts nothing yet.
    if (node.type === 'MemberExpression') continued.add(node.object);
    if (within || node.type !== 'CallExpression') return;
    const name = calledName(node);
    if (!Object.hasOwn(ENDS, name) || endsByItself(node)) return;
    if (!/^set(Interval|Timeout)$/.test(name) && node.callee.type !== 'MemberExpression' && name !== 'addEventListener')
      return;
    if (name === 'on' && r.dialect.endsWithElements && !LASTING.test(r.source(node.callee))) return;
    const topic = textOf(r, node.arguments[0]) ?? '';
    if (/^\$?on$/.test(name) && (topic === '' || isWrappedElement(r, node))) return;
    // Listeners on an instance of one's own go with it; those on scopes are read as messages.
    if (name === '$on' && r.dialect.endsWithElements) return;
    if (name === '$on' && node.callee.type === 'MemberExpression' && !isBus(r, node.callee.object)) return;
    if (
      /^(on|addListener)$/.test(name) &&
      (isMadeHere(r, node, body) || isOnMade(r, node, body) || isBehaviour(r, node))
    )
      return;
    if (name === 'subscribe' && (r.dialect.endsSubscriptions || isMadeForSvelte(r, node, body))) return;
    starts.push({ node, name, topic, variables: [] });
  });
  return starts
    .filter(({ node, name }) => name !== 'observe' || !continued.has(node))
    .map((start) => ({ ...start, variables: variables.get(start.node) ?? [] }));
}

/** The names that a declaration gives: `held`, or `unsubscribe` of `{ unsubscribe }`. */
function namesIn(declared: t.Node): string[] {
  if (declared.type === 'Identifier') return [declared.name];
  if (declared.type === 'ArrayPattern') return declared.elements.flatMap((one) => (one ? namesIn(one) : []));
  if (declared.type === 'ObjectPattern')
    return declared.properties.flatMap((one) => (one.type === 'ObjectProperty' ? namesIn(one.value) : []));
  return [];
}

/** What is kept where a list, an object or a choice is: what that is made of. */
function partsOf(node: t.Node): t.Node[] {
  // `plot = draw(…).on('dig', …).on('rake', …)`: each gives what it was called on.
  if (
    node.type === 'CallExpression' &&
    node.callee.type === 'MemberExpression' &&
    /^(on|addListener)$/.test(calledName(node))
  )
    return node.callee.object.type === 'CallExpression' ? [node.callee.object] : [];
  if (node.type === 'ArrayExpression') return node.elements.filter((one) => one !== null);
  if (node.type === 'ObjectExpression')
    return node.properties.flatMap((one) => (one.type === 'ObjectProperty' ? [one.value] : []));
  if (node.type === 'ConditionalExpression') return [node.consequent, node.alternate];
  if (node.type === 'LogicalExpression') return [node.left, node.right];
  return [];
}
