/** Messages between scopes: sent up, sent down, and sent from the outermost scope to all; and what runs when a value changes. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { noteEvent } from '../component/component';
import { changeCall, keyedCell } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { expressionOf, piece, scoped } from './expressions';
import { ROOT_SCOPE } from './names';
import { heldBy, ownerOf } from './owners';

/** What a method of a scope is called on: a scope of the component's own, or the outermost; null for anything else. */
function scopeCalled(r: ScriptReader, node: t.CallExpression): { method: string; isRoot: boolean } | null {
  const { callee } = node;
  if (callee.type !== 'MemberExpression') return null;
  const method = fieldOf(callee.property, callee.computed);
  if (!method.startsWith('$')) return null;
  const { object } = callee;
  const isRoot =
    (object.type === 'Identifier' && object.name === ROOT_SCOPE) ||
    (object.type === 'MemberExpression' && fieldOf(object.property, object.computed) === '$root');
  if (isRoot) return { method, isRoot };
  const owner = ownerOf(r);
  const held = heldBy(r, object);
  const isScope = held !== null && held === owner?.scope;
  return isScope || (object.type === 'Identifier' && object.name === '$scope') ? { method, isRoot: false } : null;
}

/** Reads what is said to a scope; undefined for any other call. */
export function readMessage(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const called = scopeCalled(r, node);
  if (!called) return undefined;
  const { method, isRoot } = called;
  if (method === '$on') return listen(r, node, isRoot);
  if (method === '$emit' || method === '$broadcast') return send(r, node, method === '$emit' && !isRoot);
  if (/^\$watch(Collection)?$/.test(method)) return watch(r, node);
  if (method === '$watchGroup') return watchGroup(r, node);
  if (/^\$(apply|applyAsync|evalAsync|digest)$/.test(method)) {
    for (const place of readArguments(r, node))
      if (place !== null)
        r.b.call({ callee: place, name: method, args: [], onlyKnown: true, fn: r.fn, at: spotOf(node) });
    return null;
  }
  return undefined;
}

/** What the family sends by itself. */
const OWN = /^\$/;

function listen(r: ScriptReader, node: t.CallExpression, isRoot: boolean): PlaceId | null {
  const [first, run] = node.arguments;
  const topic = textOf(r, first);
  const at = spotOf(node);
  const handler = run ? value(r, run as t.Expression) : null;
  const end = r.b.place('object', 'end', r.fn, at);
  if (topic === null) {
    if (first) gap(r, first);
    return end;
  }
  if (OWN.test(topic)) {
    const detail = topic === '$destroy' ? 'unmount' : topic;
    if (handler !== null) r.b.use({ place: handler, kind: 'effect', detail, fn: r.fn, at });
    return end;
  }
  const cell = keyedCell(r, 'channel', topic, `channel:${topic}`, at);
  r.b.use({ place: cell.value, kind: 'effect', detail: 'listens', fn: r.fn, at });
  r.b.facts.channels.push({ topic, does: 'listens', handler, bus: null, fields: null, fn: r.fn, at });
  if (handler !== null)
    r.b.call({ callee: handler, name: topic, args: [null, cell.value], repeat: 'conditional', fn: r.fn, at });
  const owner = ownerOf(r);
  // A scope's own listeners go with it; those of the outermost stay.
  if (isRoot && owner?.component) noteLeft(r, node, topic);
  return end;
}

function send(r: ScriptReader, node: t.CallExpression, isUp: boolean): null {
  const [first, second] = node.arguments;
  const topic = textOf(r, first);
  const at = spotOf(node);
  const [, given = null] = readArguments(r, node);
  if (topic === null) {
    if (first) gap(r, first);
    return null;
  }
  if (OWN.test(topic)) return null;
  const cell = keyedCell(r, 'channel', topic, `channel:${topic}`, at);
  if (given !== null) r.b.facts.joins.push({ key: `payload:${topic}`, place: given, into: true });
  changeCall(r, cell.setter, topic, given, at);
  const isWhole = second?.type === 'ObjectExpression' && second.properties.every((one) => one.type !== 'SpreadElement');
  const fields = isWhole
    ? second.properties.flatMap((one) => ('key' in one ? [fieldOf(one.key, one.computed)] : []))
    : null;
  const up = isUp ? { up: true as const } : {};
  r.b.facts.channels.push({ topic, does: 'sends', handler: null, bus: null, fields, ...up, fn: r.fn, at });
  if (isUp && r.component) noteEvent(r, r.component, topic, at);
  return null;
}

function gap(r: ScriptReader, node: t.Node): void {
  const reason = 'The topic is only known at run time.';
  r.b.facts.gaps.push({ what: 'channel', name: r.source(node), reason, fn: r.fn, at: spotOf(node) });
}

/** `var off = $rootScope.$on(…)`: ended where that is called, or given to what runs when the scope goes. */
function noteLeft(r: ScriptReader, node: t.CallExpression, topic: string): void {
  // What stands before it on its line, and the sign after it.
  const start = node.start ?? 0;
  const before = r.text.slice(r.text.lastIndexOf('\n', start - 1) + 1, start).trimEnd();
  const isCalled = r.text[node.end ?? 0] === '(';
  const isPassed = /\b(on|push)\(['"$\w, ]*$/.test(before);
  const kept = before.endsWith('=') ? (before.slice(0, -1).trim().split(/\s/).at(-1) ?? '') : '';
  const isEnded =
    kept !== '' && [`${kept}(`, `', ${kept})`, `", ${kept})`, `',${kept})`].some((end) => r.text.includes(end));
  const ended = isCalled || isPassed || isEnded;
  r.b.facts.starts.push({ name: '$rootScope.$on', topic, ended, fn: r.fn, at: spotOf(node.callee) });
}

/** `$scope.$watch('vm.depth', function (depth) { … })`. */
function watch(r: ScriptReader, node: t.CallExpression): null {
  const [what, run] = node.arguments;
  const held = what ? watched(r, what) : null;
  runWith(r, run, [held, null], node);
  return null;
}

function watchGroup(r: ScriptReader, node: t.CallExpression): null {
  const [what, run] = node.arguments;
  const all = r.b.place('object', '', r.fn, spotOf(node));
  if (what?.type === 'ArrayExpression')
    what.elements.forEach((one, index) => {
      const held = one ? watched(r, one) : null;
      if (held !== null) r.b.flow(held, all, 'put', String(index));
    });
  runWith(r, run, [all, null], node);
  return null;
}

/** What is watched: an expression of markup as a text, or what a function gives. */
function watched(r: ScriptReader, node: t.Node): PlaceId | null {
  const owner = ownerOf(r);
  if (node.type === 'StringLiteral' && owner?.scope) {
    const { self, scope } = r;
    const syntax = expressionOf(r, piece(node.value, (node.start ?? 0) + 1), true);
    r.self = owner.scope.place;
    const held = syntax && value(r, scoped(r, syntax));
    r.self = self;
    r.scope = scope;
    return held;
  }
  const place = value(r, node as t.Expression);
  if (place === null || !/Function/.test(node.type)) return place;
  return r.b.call({ callee: place, name: 'watch', args: [], onlyKnown: true, fn: r.fn, at: spotOf(node) });
}

function runWith(r: ScriptReader, run: t.Node | undefined, args: (PlaceId | null)[], node: t.CallExpression): void {
  const callee = run ? value(r, run as t.Expression) : null;
  if (callee === null) return;
  const at = spotOf(node.callee);
  r.b.use({ place: callee, kind: 'effect', detail: 'watch', fn: r.fn, at });
  r.b.call({ callee, name: 'watch', args, repeat: 'conditional', fn: r.fn, at });
}
