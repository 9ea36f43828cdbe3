/** What the family gives a meaning to in scripts: its classes, events, children asked for, messages, methods of the server. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { readLibraryCall } from '../libraries';
import { readChannelCall } from '../libraries/channels';
import { keyedCell, remoteKey } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { mountSite } from '../component/site';
import { takenOnce } from '../component/takenInClass';
import { value } from '../script/expressions';
import { objectOf, property, textOf } from '../script/literals';
import { settleRuns } from '../script/lifecycle';
import type { Dialect, ScriptReader } from '../script/reader';
import { readLwcClass } from './classes';
import { keepEvent, readDispatch, readEvent, readListening } from './events';
import { readMessage } from './messages';
import { readQuery, readRef } from './queries';
import { SERVER } from './wire';

/** `getBeds({ house })`: a method of the server, which answers later. */
function readServerCall(r: ScriptReader, node: t.CallExpression): PlaceId | undefined {
  const { callee } = node;
  const place = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const name = SERVER.exec((place === undefined ? undefined : r.importOf.get(place)?.source) ?? '')?.[1];
  if (name === undefined) return undefined;
  const at = spotOf(node);
  r.b.handOut(readArguments(r, node), name, r.fn, at);
  return keyedCell(r, 'remote', name, remoteKey(r, name, at, true), at).value;
}

/** `createElement('c-house', { is: House })`: an application begins there. */
function readMount(r: ScriptReader, node: t.CallExpression): PlaceId | undefined {
  const { callee } = node;
  const place = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  if (imported?.source !== 'lwc' || imported.imported !== 'createElement') return undefined;
  const [tag, options] = node.arguments;
  const shown = property(objectOf(r, options), 'is');
  const component = shown ? value(r, shown) : null;
  const at = spotOf(node);
  if (component !== null) mountSite(r, textOf(r, tag) ?? 'element', component, at);
  return r.b.place('object', 'element', r.fn, at);
}

export const lwc: Dialect = {
  call(r, node, target) {
    if (node.type === 'NewExpression') return readEvent(r, node);
    for (const read of [readDispatch, readListening, readQuery, readMessage, readServerCall, readMount]) {
      const found = read(r, node);
      if (found !== undefined) return found;
    }
    return readChannelCall(r, node) ?? readLibraryCall(r, node, target);
  },
  markup: () => null,
  assign: takenOnce,
  classLike: readLwcClass,
  declared: (r, id, _init, from) => keepEvent(r, id, from),
  member: readRef,
  setsCell: (r, { object }) => object.type === 'ThisExpression' && r.component !== null,
  finish: settleRuns,
  object: () => undefined,
  functionRead: () => undefined,
  settle(_, fact) {
    if (fact.parent !== 0) fact.role = 'closure';
  },
};
