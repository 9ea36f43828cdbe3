/** What an effect or a mounting method starts and has to end: listeners, timers, subscriptions. */
import type * as t from '@babel/types';
import { isBus } from './buses';
import { spotOf } from './builder';
import { isFunction } from './expressions';
import { calledName } from './names';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';
import { walkNodes, walkSet } from './walk';
import { plain, textOf } from './literals';

/** Calls that start something, with the calls that end it. */
const ENDS: Record<string, readonly string[]> = {
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

interface Start {
  node: t.CallExpression;
  name: string;
  topic: string;
  /** What its result is kept in, as it is written: a variable, a field, a list, or each part that is taken out of it. */
  kept: readonly string[];
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
  const names = returned.flatMap((one) => (one.type === 'Identifier' ? [one.name] : []));
  for (const start of startsIn(r, fn.body)) {
    if (start.name === 'addEventListener' && isOfThisRun(start.node, fn.body)) continue;
    if (start.name === 'addEventListener' && !again && isOwnElement(r, start.node, fn.body)) continue;
    if (!again && observesOwn(r, start)) continue;
    if (start.name === 'setTimeout' && !(again && isLateChange(start, fn.body))) continue;
    const handedBack = returned.includes(start.node) || start.kept.some((name) => names.includes(name));
    const ended = handedBack || ends.some((one) => endsIn(r, one, start, fn.body));
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
function isLateChange({ node, kept }: Start, around: t.Node): boolean {
  const [run, delay] = node.arguments;
  if (!isFunction(run) || !delay || (delay.type === 'NumericLiteral' && delay.value < LATE)) return false;
  // Kept where another run may end it.
  if (kept.some((name) => !/^\w+$/.test(name) || mentions(around, name, node))) return false;
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
    const isKept = start.kept.some((name) => mentions(around, name, start.node));
    add(r, start, isKept || ends.some((one) => endsIn(r, one, start, around)));
  }
}

/** Whether code names something elsewhere than where a call is kept under that name. */
function mentions(code: t.Node, name: string, kept: t.Node | null = null): boolean {
  let times = 0;
  walkNodes(code, (one) => {
    if (one.type === 'Identifier' && one.name === name) times++;
  });
  return times > (kept === null ? 0 : 1);
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

/** What outlives every component. */
const STAYS = /^(window|document|globalThis|self|addEventListener)$/;

/** What is mounted once and listened to on one's own elements goes with them; the window and the document stay. */
function outlives(r: ScriptReader, { callee }: t.CallExpression): boolean {
  let root: t.Node = callee;
  while (root.type === 'MemberExpression') root = root.object;
  return root.type === 'Identifier' && r.scope.lookup(root.name) === undefined && STAYS.test(root.name);
}

/** How a component names an element that it renders. */
const OWN_ELEMENT = /\.(value|current)!?$|\$(el|refs)\b/;

function isOwn(r: ScriptReader, node: t.Node | undefined): boolean {
  return node !== undefined && OWN_ELEMENT.test(r.source(node));
}

/** An observer lasts as long as what it observes: that of an element of one's own goes with it. */
function observesOwn(r: ScriptReader, { name, node }: Start): boolean {
  const [observed] = node.arguments;
  const bound = observed?.type === 'Identifier' ? `bind:this={${observed.name}}` : null;
  return name === 'observe' && (isOwn(r, observed) || (bound !== null && r.text.includes(bound)));
}

/** Fields by which an element inside another one is reached. */
const INSIDE = /^((first|last)(Element)?Child|children)$/;

/** Listened to on an element that was made, or found inside another one, where it is listened to: it goes when that goes. */
function isOfThisRun({ callee }: t.CallExpression, around: t.Node): boolean {
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'Identifier') return false;
  const name = callee.object.name;
  let found = false;
  walkSet(around, (made, from) => {
    if (made.type !== 'Identifier' || made.name !== name) return;
    walkNodes(from, (part) => {
      found ||=
        part.type === 'NewExpression' ||
        (part.type === 'CallExpression' && calledName(part) === 'createElement') ||
        (part.type === 'MemberExpression' && INSIDE.test(fieldOf(part.property, part.computed)));
    });
  });
  return found;
}

/**
 * Listened to once, on an element that the component renders and holds in a reference of its own: it goes with the component.
 * `const box = frame.current` is that element under another name.
 */
function isOwnElement(r: ScriptReader, { callee }: t.CallExpression, around: t.Node): boolean {
  let root: t.Node = callee.type === 'MemberExpression' ? callee.object : callee;
  walkSet(around, (made, from) => {
    if (made.type === 'Identifier' && root.type === 'Identifier' && made.name === root.name) root = from;
  });
  // `const menu = unrefElement(frame)`: what the reference holds.
  if (root.type === 'CallExpression' && root.arguments.length === 1 && root.arguments[0]) root = root.arguments[0];
  const held = /^(\w+)[?!]?\.(?:current|value)!?$/.exec(r.source(root));
  const name = held ? held[1] : root.type === 'Identifier' ? root.name : undefined;
  if (name === undefined) return false;
  const reference = `\\b${name}\\s*=\\s*(?:\\w+\\.)?(?:useRef|createRef|ref|shallowRef|useTemplateRef)(?:<[^>;]*>)?\\(\\s*(?:null|undefined|['"][\\w-]+['"])?\\s*\\)`;
  return new RegExp(held ? reference : `${reference}|bind:this=\\{${name}\\}`).test(r.text);
}

function add(r: ScriptReader, { node, name, topic }: Start, ended: boolean): void {
  r.b.facts.starts.push({ name, topic, ended, fn: r.fn, at: spotOf(node.callee) });
}

function startsIn(r: ScriptReader, body: t.Node): Start[] {
  const starts: Start[] = [];
  const kept = new Map<t.Node, readonly string[]>();
  const continued = new Set<t.Node>();
  walkNodes(body, (node, within) => {
    if (node.type === 'VariableDeclarator' && node.init) kept.set(node.init, namesIn(node.id));
    if (node.type === 'AssignmentExpression') kept.set(node.right, [r.source(node.left)]);
    // `held.push(a.on(…), b.on(…))`
    if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression' && calledName(node) === 'push')
      for (const part of node.arguments) kept.set(part, [r.source(node.callee.object)]);
    // `held = [a.on(…), b.on(…)]`: each is kept in the list. What stands around a node is met before it.
    const list = kept.get(node);
    if (list !== undefined) for (const part of partsOf(node)) kept.set(part, list);
    // `breakpoints.observe(…).subscribe(…)`: what gives something to go on with starts nothing yet.
    if (node.type === 'MemberExpression') continued.add(node.object);
    if (within || node.type !== 'CallExpression') return;
    const name = calledName(node);
    if (!Object.hasOwn(ENDS, name) || endsByItself(node)) return;
    if (!/^set(Interval|Timeout)$/.test(name) && node.callee.type !== 'MemberExpression' && name !== 'addEventListener')
      return;
    if (name === 'on' && r.dialect.endsWithElements && !LASTING.test(r.source(node.callee))) return;
    const topic = textOf(r, node.arguments[0]) ?? '';
    if (/^\$?on$/.test(name) && (topic === '' || isWrappedElement(node))) return;
    // Listeners on an instance of one's own go with it; those on scopes are read as messages.
    if (name === '$on' && r.dialect.endsWithElements) return;
    if (name === '$on' && node.callee.type === 'MemberExpression' && !isBus(r, node.callee.object)) return;
    if (
      /^(on|addListener)$/.test(name) &&
      (isMadeHere(r, node, body) || isOnMade(r, node, body) || isBehaviour(r, node))
    )
      return;
    if (name === 'subscribe' && (r.dialect.endsSubscriptions || isMadeForSvelte(r, node, body))) return;
    starts.push({ node, name, topic, kept: [] });
  });
  return starts
    .filter(({ node, name }) => name !== 'observe' || !continued.has(node))
    .map((start) => ({ ...start, kept: kept.get(start.node) ?? [] }));
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
  if (node.type === 'ArrayExpression') return node.elements.filter((one) => one !== null);
  if (node.type === 'ObjectExpression')
    return node.properties.flatMap((one) => (one.type === 'ObjectProperty' ? [one.value] : []));
  if (node.type === 'ConditionalExpression') return [node.consequent, node.alternate];
  if (node.type === 'LogicalExpression') return [node.left, node.right];
  return [];
}

/** What is there as long as the page is, whatever it is wrapped in. */
const LASTING = /\b(window|document|body)\b/;

/** `$(panel).on(…)`: a listener on an element goes with it, by whatever it is put there; the window and the document stay. */
function isWrappedElement({ callee }: t.CallExpression): boolean {
  const wrapper = callee.type === 'MemberExpression' ? callee.object : null;
  if (wrapper?.type !== 'CallExpression' || wrapper.callee.type !== 'Identifier') return false;
  const [element] = wrapper.arguments;
  if (!/^(\$|jQuery)$/.test(wrapper.callee.name) || !element || element.type === 'StringLiteral') return false;
  return element.type !== 'Identifier' || !STAYS.test(element.name);
}

/** Whether what is listened to is made by who listens: `this.chart = …` in the same file, or a variable of the same run. */
function isMadeHere(r: ScriptReader, { callee }: t.CallExpression, body: t.Node): boolean {
  let object: t.Node | null = callee.type === 'MemberExpression' ? callee.object : null;
  // `new Plot().on('dig', …).on('rake', …)`: each gives what it was called on.
  while (object?.type === 'CallExpression' && object.callee.type === 'MemberExpression' && calledName(object) === 'on')
    object = object.callee.object;
  while (object?.type === 'MemberExpression' && object.object.type === 'MemberExpression') object = object.object;
  if (object?.type === 'MemberExpression' && /^(this|vm|self|that|_this)$/.test(r.source(object.object))) {
    const field = fieldOf(object.property, object.computed);
    return /^\w+$/.test(field) && new RegExp(`\\.${field}\\s*=[^=]`).test(r.text);
  }
  while (object?.type === 'MemberExpression') object = object.object;
  if (object?.type !== 'Identifier') return object?.type === 'NewExpression';
  return isMadeAs(r, object.name, body) || isMadeByComponent(r, object.name);
}

/** `let chart = new Chart()` in a component: its own, made with it; what a module makes is there for all. */
function isMadeByComponent(r: ScriptReader, name: string): boolean {
  const place = r.scope.lookup(name);
  if (place === undefined || r.b.facts.places[place]?.fn === 0) return false;
  const declared = `${name.replaceAll('$', '\\$')}\\s*(:[^=;]+)?=\\s*`;
  // What a prop of Svelte's is by default, is made for the one component as well.
  return new RegExp(`\\b${declared}new\\s|\\bexport let ${declared}[\\w.]+\\(`).test(r.text);
}

/** `events.addListener(marker, 'click', …)`: what is listened to is the first argument, and goes with the run that made it. */
function isOnMade(r: ScriptReader, node: t.CallExpression, body: t.Node): boolean {
  const [target] = node.arguments;
  return target?.type === 'Identifier' && isMadeAs(r, target.name, body);
}

/** Whether code makes what a name holds: by `new`, or by a call that puts it into an element of the component's own. */
function isMadeAs(r: ScriptReader, name: string, body: t.Node): boolean {
  const makes = (from: t.Node): boolean =>
    from.type === 'NewExpression' || (from.type === 'CallExpression' && from.arguments.some((one) => isOwn(r, one)));
  let found = false;
  walkSet(body, (made, from) => {
    found ||= made.type === 'Identifier' && made.name === name && makes(from);
  });
  return found;
}

/**
 * `brushX().on('end', …)`, `simulation.on('tick', …)`: behaviours and simulations of D3 are made anew by each call, and setting a
 * listener replaces the one there was.
 */
function isBehaviour(r: ScriptReader, { callee }: t.CallExpression): boolean {
  let made: t.Node = callee;
  while (made.type === 'MemberExpression' || made.type === 'CallExpression') {
    if (made.type === 'CallExpression' && made.callee.type === 'Identifier') return isOfD3(r, made.callee.name);
    if (made.type === 'MemberExpression' && made.object.type === 'ThisExpression') break;
    made = made.type === 'CallExpression' ? made.callee : made.object;
  }
  const name = made.type === 'Identifier' || made.type === 'MemberExpression' ? r.source(made) : '';
  if (!/^(this\.)?\w+$/.test(name)) return false;
  const maker = new RegExp(`\\b${name.replace('.', '\\.')}\\s*=\\s*(\\w+)\\(`).exec(r.text)?.[1];
  return maker !== undefined && isOfD3(r, maker);
}

function isOfD3(r: ScriptReader, name: string): boolean {
  return r.b.facts.imports.some(({ imported, source }) => imported === name && /^d3(?:$|-)/.test(source));
}

function isMadeForSvelte(r: ScriptReader, node: t.CallExpression, body: t.Node): boolean {
  return r.b.facts.family === 'svelte' && isMadeByCall(r, node, body);
}

/** `const store = makeStore(); store.subscribe(…)`: a store that such a call makes anew goes with who made it, and it may be one. */
function isMadeByCall(r: ScriptReader, { callee }: t.CallExpression, body: t.Node): boolean {
  const store = callee.type === 'MemberExpression' ? r.source(callee.object) : '';
  let found = false;
  walkSet(body, (made, from) => {
    found ||= from.type === 'CallExpression' && r.source(made) === store && calledName(from) !== 'getContext';
  });
  return found;
}

/** `{ once: true }` and `{ signal }` end a listener without a further call. */
function endsByItself(node: t.CallExpression): boolean {
  const options = node.arguments[2];
  return (
    options?.type === 'ObjectExpression' &&
    options.properties.some(
      (one) => one.type === 'ObjectProperty' && /^(once|signal)$/.test(fieldOf(one.key, one.computed)),
    )
  );
}

/** What ends something, and the functions of the file that it calls to do so: `return () => stopTimer()`. */
function withCalled(r: ScriptReader, endings: readonly t.Node[], around: t.Node): t.Node[] {
  // The list grows as it is gone through.
  const all = endings.map((one) => endingOf(r, one, around));
  for (const one of all)
    walkNodes(one, (node) => {
      if (node.type !== 'CallExpression' || node.callee.type !== 'Identifier') return;
      for (const fn of r.functionsNamed.get(node.callee.name) ?? []) if (!all.includes(fn)) all.push(fn);
    });
  return all;
}

function endsIn(r: ScriptReader, node: t.Node, start: Start, around: t.Node): boolean {
  const ends = ENDS[start.name] ?? [];
  const heard = receiverOf(r, start.node);
  const handles = heard === null ? [] : [heard, ...madeWith(r, heard, around)];
  let found = false;
  walkNodes(node, (one) => {
    // `for (const one of held) one.remove()`
    if (one.type === 'ForOfStatement' && start.kept.includes(r.source(one.right))) found = true;
    if (one.type !== 'CallExpression' && one.type !== 'OptionalCallExpression') return;
    const name = calledName(one);
    // `chart.destroy()`, `removeBus(bus)`: what is listened to is done away with.
    if (heard !== null && DESTROYS.test(name) && receiverOf(r, one) === heard) found = true;
    if (one.arguments.some((arg) => handles.includes(r.source(arg)) || start.kept.includes(r.source(arg))))
      found = true;
    // `held?.remove()`, `held!.remove()`
    const callee = r.source(one.callee).replace(/[?!]\./g, '.');
    if (start.kept.some((name) => callee === name || callee.startsWith(`${name}.`))) found = true;
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
