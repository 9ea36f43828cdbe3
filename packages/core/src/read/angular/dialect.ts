/** What the family gives a meaning to in scripts: its signals, what is injected, pipes, streams. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../libraries/channels';
import { readStream } from '../libraries/stores/streams';
import { storeValue } from '../libraries/stores/subscribed';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { computed } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { Dialect, ScriptReader } from '../script/reader';
import { settleRuns } from '../script/lifecycle';
import { takenOnce } from '../component/takenInClass';
import { readAngularClass } from './classes';
import { decoratorOf } from '../component/decorators';
import { PIPE, SET_BOUND } from './expressions';
import { inject, injected, injectedFields } from './injection';
import { readForm } from './forms';
import { readRequest } from './http';
import { mount } from './modules';
import { querySignal } from './queries';
import { readApplication, readToken } from './providers';
import { passAddress, readRouterCall, readRouteTable } from './router';
import { outputOf, SIGNALS, type Making } from './signals';
import { RESOURCES } from './resources';
import { readComponentStore, readComponentStoreCall } from './componentStore';
import { readSignalStore } from './signalStore';
import { noteOutside, noteZone } from './zone';
import { readEffect, readStoreCall, readStoreModule } from './store';

const CORE = /^@angular\/(core(\/rxjs-interop)?|common\/http)$/;
const ROUTER = /^@angular\/router$/;

/** The name by which a package of the family exports what is called here; null for any other. `input.required` is one name. */
function apiName(r: ScriptReader, callee: t.Node, packages: RegExp = CORE): string | null {
  const [object, more] =
    callee.type === 'MemberExpression'
      ? [callee.object, `.${fieldOf(callee.property, callee.computed)}`]
      : [callee, ''];
  const place = object.type === 'Identifier' ? r.scope.lookup(object.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported && packages.test(imported.source) ? `${imported.imported}${more}` : null;
}

/** How a function of the family's makes a field what it is. */
function makingOf(name: string): Making | undefined {
  const [, query] = /^((?:view|content)Child(?:ren)?)(?:\.required)?$/.exec(name) ?? [];
  if (query) return querySignal(query);
  if (Object.hasOwn(RESOURCES, name)) return RESOURCES[name];
  return Object.hasOwn(SIGNALS, name) ? SIGNALS[name] : undefined;
}

/** `depth | async` is what a stream tells; any other pipe computes from what it is given. */
function readPipe(r: ScriptReader, node: t.CallExpression, name: string): PlaceId | null {
  const args = readArguments(r, node);
  if (name !== `${PIPE}async`) return computed(r, node, args);
  const [from = null] = args;
  return from === null ? null : storeValue(r, from, spotOf(node));
}

/** A signal that is bound both ways is set to what comes. */
function setBound(r: ScriptReader, node: t.CallExpression): null {
  const [signal, place] = readArguments(r, node);
  const at = spotOf(node);
  if (signal != null)
    r.b.call({
      callee: r.b.part(signal, 'set', r.fn, at),
      name: 'set',
      args: [place ?? null],
      onlyKnown: true,
      fn: r.fn,
      at,
    });
  return null;
}

export const angular: Dialect = {
  call(r, node, target) {
    const { callee } = node;
    noteZone(r, node);
    if (node.type === 'CallExpression' && callee.type === 'Identifier' && callee.name.startsWith(PIPE))
      return readPipe(r, node, callee.name);
    if (node.type === 'CallExpression' && callee.type === 'Identifier' && callee.name === SET_BOUND)
      return setBound(r, node);
    const name = apiName(r, callee);
    if (node.type === 'NewExpression') {
      if (name === 'InjectionToken') return readToken(r, node, target);
      if (name === 'EventEmitter') {
        const at = spotOf(target ?? node);
        return outputOf(r, target?.type === 'Identifier' ? target.name : '', at);
      }
      const form = readForm(r, node, target);
      return form !== undefined ? form : (readStream(r, node, target) ?? readNew(r, node));
    }
    if (name === 'inject') {
      const injected = inject(r, node);
      const local = injected !== null && target?.type === 'Identifier' ? r.scope.own(target.name) : undefined;
      if (local !== undefined) r.instances.add(local);
      return injected;
    }
    const [mounted] = node.arguments;
    if (mounted && apiName(r, callee, /^@angular\/platform-browser$/) === 'bootstrapApplication') {
      mount(r, mounted);
      readArguments(r, { ...node, arguments: node.arguments.slice(1) });
      return null;
    }
    const routerApi = apiName(r, callee, ROUTER);
    const routed = routerApi === null ? undefined : readRouterCall(r, node, routerApi);
    if (routed !== undefined) return routed;
    const making = name === null ? undefined : makingOf(name);
    if (making) return making(r, node, target);
    const signalApi = apiName(r, callee, /^@ngrx\/signals$/);
    const featured = signalApi === null ? undefined : readSignalStore(r, node, signalApi, target);
    if (featured !== undefined) return featured;
    const ofComponent = readComponentStoreCall(r, node, target);
    if (ofComponent !== undefined) return ofComponent;
    const effectApi = apiName(r, callee, /^@ngrx\/effects$/);
    const effected = effectApi === null ? undefined : readEffect(r, node, effectApi);
    if (effected !== undefined) return effected;
    const storeApi = apiName(r, callee, /^@ngrx\/store$/);
    const fromStore =
      (storeApi === null ? undefined : readStoreModule(r, node, storeApi)) ?? readStoreCall(r, node, target);
    if (fromStore !== undefined) return fromStore;
    const form = readForm(r, node, target);
    if (form !== undefined) return form;
    const requested = readRequest(r, node);
    if (requested !== undefined) return requested;
    // An emitter tells one thing; what has a topic tells more.
    const emits = callee.type === 'MemberExpression' && fieldOf(callee.property, callee.computed) === 'emit';
    const isOutput = emits && node.arguments.length < 2;
    for (const read of isOutput ? [readStream] : [readStream, readChannelCall, readLibraryCall]) {
      const outside = read(r, node, target);
      if (outside !== undefined) return outside;
    }
    return undefined;
  },
  markup: () => null,
  assign: takenOnce,
  classLike: (r, node, name) => readComponentStore(r, node, name) ?? readAngularClass(r, node, name),
  endsSubscriptions: true,
  list: readRouteTable,
  routed: passAddress,
  injectedFields,
  injected: (r, param) => (decoratorOf(param, /^(Attribute)$/) ? null : injected(r, param)),
  setsCell: (r, { object, property, computed }) =>
    object.type === 'ThisExpression' && r.component !== null && !r.injectedFields.has(fieldOf(property, computed)),
  // What is injected, and a stream or a signal that a field holds or takes from another, stays what it is.
  follows: (node) => /^(CallExpression|NewExpression|MemberExpression)$/.test(node.type),
  finish: settleRuns,
  object: readApplication,
  functionRead: noteOutside,
  settle(_, fact) {
    if (fact.parent !== 0) fact.role = 'closure';
  },
};
