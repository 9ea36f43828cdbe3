/** What is fetched by the family's client: a cell for each address that stands in the source, told to whoever subscribes. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { keyText } from '../libraries/queries';
import { keyedCell, remoteKey } from '../libraries/stores/cells';
import { stream } from '../libraries/stores/streams';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import type { ScriptReader } from '../script/reader';
import { methodOn } from './holders';

const METHODS = /^(get|post|put|patch|delete|head|request)$/;

/** Reads `this.http.get('beds')`; `undefined` for any other call. */
export function readRequest(r: ScriptReader, node: t.CallExpression): PlaceId | undefined {
  const method = methodOn(r, node, 'HttpClient');
  if (method === null || !METHODS.test(method)) return undefined;
  const at = spotOf(node.callee);
  // What it is asked with decides what it brings.
  r.b.handOut(readArguments(r, node), method, r.fn, at);
  const text = keyText(r, node.arguments[method === 'request' ? 1 : 0]);
  const own = r.b.fn(r.fn).name || method;
  const name = text === null ? own : method === 'get' ? text : `${method.toUpperCase()} ${text}`;
  return stream(r, keyedCell(r, 'remote', name, remoteKey(r, name, at, text !== null), at).value, at);
}
