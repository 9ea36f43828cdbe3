/** Helpers of the family itself: requests, timers, and what it offers for lists and objects. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { COMPILED, ELEMENT } from '../../model/signs';
import { keyText } from '../libraries/queries';
import { keyedCell, remoteKey } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { computed, value } from '../script/expressions';
import { textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { FILTER } from './expressions';
import { builtIn } from './injection';
import { ownerOf } from './owners';
import { textIn } from './markupTexts';
import { readNamed } from './template';

/** Reads a call of what the family gives; undefined for any other. */
export function readHelper(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type === 'Identifier' && callee.name.startsWith(FILTER)) return computedBy(r, node, callee.name);
  if (callee.type === 'Identifier') return called(r, node, builtIn(r, callee));
  if (callee.type !== 'MemberExpression') return undefined;
  const method = fieldOf(callee.property, callee.computed);
  const of = builtIn(r, callee.object);
  if (of === '$http') return request(r, node, method);
  if (of === '$templateCache' && method === 'put') return keepTemplate(r, node);
  if (of === '$q' && /^(when|resolve|all)$/.test(method)) return readArguments(r, node)[0] ?? null;
  if (callee.object.type === 'Identifier' && callee.object.name === 'angular') return ofAngular(r, node, method);
  return undefined;
}

/** Filters that give some of what they are given, as it is. */
const CHOOSING = /^\|(filter|orderBy|limitTo)$/;

function computedBy(r: ScriptReader, node: t.CallExpression, name: string): PlaceId | null {
  const [first = null, ...others] = readArguments(r, node);
  if (!CHOOSING.test(name)) return computed(r, node, [first, ...others]);
  const at = spotOf(node);
  for (const place of others) if (place !== null) r.b.use({ place, kind: 'computed', fn: r.fn, at });
  return first;
}

/** `$templateCache.put('bed.html', '<b>…</b>')`: a template by its name. */
function keepTemplate(r: ScriptReader, node: t.CallExpression): null | undefined {
  const [first, second] = node.arguments;
  const name = textOf(r, first);
  const text = second ? textIn(r, second) : null;
  if (name === null || !text) return undefined;
  readNamed(r, name, spotOf(first), text);
  return null;
}

function called(r: ScriptReader, node: t.CallExpression, name: string | null): PlaceId | null | undefined {
  if (name === '$compile') noteCompiled(r, node);
  if (name === '$http') return request(r, node, 'request');
  if (name !== '$timeout' && name !== '$interval') return undefined;
  const [run = null] = readArguments(r, node);
  const at = spotOf(node);
  if (run !== null) {
    r.b.use({ place: run, kind: 'effect', detail: name.slice(1), fn: r.fn, at });
    r.b.call({ callee: run, name, args: [], onlyKnown: true, repeat: 'conditional', fn: r.fn, at });
  }
  if (name === '$interval' && ownerOf(r)?.component) noteInterval(r, node);
  return r.b.place('object', name, r.fn, at);
}

/** What markup becomes that is put together while the program runs, nobody can tell before. */
function noteCompiled(r: ScriptReader, node: t.CallExpression): void {
  const reason = 'Its markup is put together while the program runs.';
  r.b.facts.gaps.push({ what: 'component', name: COMPILED, reason, fn: r.fn, at: spotOf(node) });
}

/** A timer that goes on until it is cancelled. */
function noteInterval(r: ScriptReader, node: t.CallExpression): void {
  // It ends by itself after as many times.
  if (node.arguments.length > 2 && !(node.arguments[2]?.type === 'NumericLiteral' && node.arguments[2].value === 0))
    return;
  const ended = /\$interval\.cancel\(/.test(r.text);
  r.b.facts.starts.push({ name: '$interval', topic: '', ended, fn: r.fn, at: spotOf(node.callee) });
}

const METHODS = /^(get|post|put|patch|delete|head|jsonp|request)$/;

/** `$http.get('/beds')`: an answer, of which `data` is what was asked for. */
function request(r: ScriptReader, node: t.CallExpression, method: string): PlaceId | undefined {
  if (!METHODS.test(method)) return undefined;
  const at = spotOf(node.callee);
  r.b.handOut(readArguments(r, node), method, r.fn, at);
  const text = keyText(r, node.arguments[0]);
  const own = r.b.fn(r.fn).name || method;
  const name = text === null ? own : method === 'get' ? text : `${method.toUpperCase()} ${text}`;
  const cellPlace = keyedCell(r, 'remote', name, remoteKey(r, name, at, text !== null), at).value;
  const answer = r.b.place('object', 'answer', r.fn, at);
  r.b.flow(cellPlace, answer, 'put', 'data');
  return answer;
}

function ofAngular(r: ScriptReader, node: t.CallExpression, method: string): PlaceId | null | undefined {
  const at = spotOf(node);
  if (method === 'forEach') {
    const [list, run] = node.arguments;
    const place = list ? value(r, list as t.Expression) : null;
    if (place !== null) r.b.use({ place: place, kind: 'iterated', fn: r.fn, at: spotOf(node.callee) });
    const callee = run ? r.repeated('many', () => value(r, run as t.Expression)) : null;
    if (callee === null) return null;
    const item = place === null ? null : r.b.part(place, ELEMENT, r.fn, at);
    r.b.call({ callee, name: '', args: [item, null], repeat: 'many', fn: r.fn, at });
    return null;
  }
  if (method === 'extend' || method === 'merge') {
    const [into = null, ...from] = readArguments(r, node);
    // Fields are copied as they are now.
    for (const one of from) if (one !== null && into !== null) r.b.flow(one, into, 'frozen');
    return into;
  }
  // What is copied is another object from then on.
  if (method === 'copy') return computed(r, node, readArguments(r, node).slice(0, 1));
  return undefined;
}
