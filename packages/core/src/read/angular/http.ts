/** What is fetched by the family's client: a cell for each address that stands in the source, told to whoever subscribes. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { keyText } from '../libraries/queries';
import { keyedCell, remoteKey } from '../libraries/stores/cells';
import { stream } from '../libraries/stores/streams';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

const METHODS = /^(get|post|put|patch|delete|head|request)$/;
const known = new WeakMap<ScriptReader, ReadonlySet<string>>();

/** The names that hold the client in a file: `constructor(private http: HttpClient)`, `http = inject(HttpClient)`. */
function clients(r: ScriptReader): ReadonlySet<string> {
  const before = known.get(r);
  if (before) return before;
  const isImported = r.b.facts.imports.some(({ source }) => source === '@angular/common/http');
  const found = isImported ? [...r.text.matchAll(/\b(\w+)(?:: ?HttpClient\b| ?= ?inject\(HttpClient\))/g)] : [];
  const names = new Set(found.map(([, name = '']) => name));
  known.set(r, names);
  return names;
}

/** Reads `this.http.get('beds')`; `undefined` for any other call. */
export function readRequest(r: ScriptReader, node: t.CallExpression): PlaceId | undefined {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || !METHODS.test(fieldOf(callee.property, callee.computed))) return undefined;
  const { object } = callee;
  const client =
    object.type === 'Identifier'
      ? object.name
      : object.type === 'MemberExpression' && object.object.type === 'ThisExpression'
        ? fieldOf(object.property, object.computed)
        : '';
  if (client === '' || !clients(r).has(client)) return undefined;
  const method = fieldOf(callee.property, callee.computed);
  const at = spotOf(callee.property);
  // What it is asked with decides what it brings.
  r.b.handOut(readArguments(r, node), method, r.fn, at);
  const text = keyText(r, node.arguments[method === 'request' ? 1 : 0]);
  const own = r.b.fn(r.fn).name || method;
  const name = text === null ? own : method === 'get' ? text : `${method.toUpperCase()} ${text}`;
  return stream(r, keyedCell(r, 'remote', name, remoteKey(r, name, at, text !== null), at).value, at);
}
