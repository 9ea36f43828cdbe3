/** What is started on something that goes with the component, or with the run that made it: there is nothing to end. */
import type * as t from '@babel/types';
import { calledName } from './names';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';
import type { Start } from './ends';
import { walkNodes, walkSet } from './walk';

/** What outlives every component. */
export const STAYS = /^(window|document|globalThis|self|addEventListener)$/;

/** What is mounted once and listened to on one's own elements goes with them; the window and the document stay. */
export function outlives(r: ScriptReader, { callee }: t.CallExpression): boolean {
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
export function observesOwn(r: ScriptReader, { name, node }: Start): boolean {
  const [observed] = node.arguments;
  const bound = observed?.type === 'Identifier' ? `bind:this={${observed.name}}` : null;
  return name === 'observe' && (isOwn(r, observed) || (bound !== null && r.text.includes(bound)));
}

/** Fields by which an element inside another one is reached. */
const INSIDE = /^((first|last)(Element)?Child|children)$/;

/** Listened to on an element that was made, or found inside another one, where it is listened to: it goes when that goes. */
export function isOfThisRun({ callee }: t.CallExpression, around: t.Node): boolean {
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
export function isOwnElement(r: ScriptReader, { callee }: t.CallExpression, around: t.Node): boolean {
  let root: t.Node = callee.type === 'MemberExpression' ? callee.object : callee;
  walkSet(around, (made, from) => {
    if (made.type === 'Identifier' && root.type === 'Identifier' && made.name === root.name) root = from;
  });
  // `const menu = unrefElement(frame)`: what the reference holds.
  if (root.type === 'CallExpression' && root.arguments.length === 1 && root.arguments[0]) root = root.arguments[0];
  const written = r.source(root);
  // What a reference of Vue’s holds that others made: an element, unless it is said to be more.
  const shared = /^(\w+)\.value(\.\w+\$?)*$/.exec(written)?.[1];
  if (shared !== undefined && !INSIDE_OUT.test(written) && isPassedByOthers(r, shared)) return true;
  const refName = /^(\w+)[?!]?\.(?:current|value)!?$/.exec(written);
  const name = refName ? refName[1] : root.type === 'Identifier' ? root.name : undefined;
  if (name === undefined) return false;
  const reference = `\\b${name}\\s*=\\s*(?:\\w+\\.)?(?:useRef|createRef|ref|shallowRef|useTemplateRef)(?:<[^>;]*>)?\\(\\s*(?:null|undefined|['"][\\w-]+['"])?\\s*\\)`;
  return new RegExp(refName ? reference : `${reference}|bind:this=\\{${name}\\}`).test(r.text);
}

/** Fields by which an element leads to what stays. */
const INSIDE_OUT = /\b(ownerDocument|defaultView|parentElement|parentNode|document|window|body)\b/;

/** `const input = dependencies.input`, `function useFocus(props, { input })`: no call of this file gives it, so whose it is, others know. */
function isPassedByOthers(r: ScriptReader, name: string): boolean {
  return !new RegExp(`\\b${name}\\s*(:[^=;]+)?=\\s*(await\\s+)?[\\w.]+\\s*(<[^;]*>)?\\(`).test(r.text);
}

/** What is there as long as the page is, whatever it is wrapped in. */
export const LASTING = /\b(window|document|body)\b/;

/** `$(panel).on(…)`: a listener on an element goes with it, by whatever it is put there; the window and the document stay. */
export function isWrappedElement(r: ScriptReader, { callee }: t.CallExpression): boolean {
  // `this.$el.slider.on(…)`: so does what a library puts on it.
  if (callee.type === 'MemberExpression' && /\$el\b/.test(r.source(callee.object))) return true;
  const wrapper = callee.type === 'MemberExpression' ? callee.object : null;
  if (wrapper?.type !== 'CallExpression' || wrapper.callee.type !== 'Identifier') return false;
  const [element] = wrapper.arguments;
  if (!/^(\$|jQuery)$/.test(wrapper.callee.name) || !element || element.type === 'StringLiteral') return false;
  return element.type !== 'Identifier' || !STAYS.test(element.name);
}

/** Whether what is listened to is made by who listens: `this.chart = …` in the same file, or a variable of the same run. */
export function isMadeHere(r: ScriptReader, { callee }: t.CallExpression, body: t.Node): boolean {
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
export function isOnMade(r: ScriptReader, node: t.CallExpression, body: t.Node): boolean {
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
export function isBehaviour(r: ScriptReader, { callee }: t.CallExpression): boolean {
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
  const { imports, places } = r.b.facts;
  return imports.some(({ place, source }) => places[place]?.name === name && /^d3(?:$|-)/.test(source));
}

export function isMadeForSvelte(r: ScriptReader, node: t.CallExpression, body: t.Node): boolean {
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
