/** What the family gives a meaning to in scripts: what is registered by name, scopes and their messages, routes. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../libraries/channels';
import { callChange } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { readInPlace } from '../script/functions';
import { settleRuns } from '../script/lifecycle';
import { mutation } from '../script/mutations';
import { noteConstants } from '../script/module';
import type { Dialect, ScriptReader } from '../script/reader';
import { readHelper } from './calls';
import { noteDigest, noteRunOutside } from './digest';
import { readController } from './controllers';
import { readComponent, readDescription, readDirective } from './definitions';
import { bindInjected, injectedPlace } from './injection';
import { readMessage } from './messages';
import { ask, fieldSet, holderOf, ownerOf, readInitial } from './owners';
import { declaredIn, injectable, type Kind, registrationIn } from './registrations';
import { readDialog, readRoute } from './routes';
import { noteSetAround, parentScope, readRootField } from './scopes';
import { askedBy, objectOfService, readService, setOwnVariable } from './services';
import { settersOf } from './template';

function readRegistration(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const found = registrationIn(r, node);
  if (!found) return undefined;
  // What is registered before it in the chain.
  const module = node.callee.type === 'MemberExpression' ? value(r, node.callee.object) : null;
  for (const { name, named, argument } of found.entries) register(r, found.kind, name, named, argument);
  return module;
}

function register(r: ScriptReader, kind: Kind, name: string, named: t.Node, argument: t.Node): void {
  switch (kind) {
    case 'controller':
      return readController(r, name, named, argument);
    case 'component':
      return readComponent(r, name, named, argument);
    case 'directive':
      return readDirective(r, name, named, argument);
    case 'run':
    case 'config':
      return runOnce(r, argument);
    case 'filter':
    case 'decorator':
      return void value(r, argument);
    default:
      return readService(r, kind, name, named, argument);
  }
}

/** `.run(['units', function (units) { … }])`: once, as the application begins. */
function runOnce(r: ScriptReader, argument: t.Node): void {
  const { fn, asks } = injectable(r, argument);
  if (!fn || fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') return void value(r, argument);
  r.block(() => {
    bindInjected(r, fn.params, asks, null);
    const self = readInPlace(r, { ...fn, params: [] } as unknown as t.FunctionExpression, []);
    void self;
  });
}

/** `(function () { … })()`, `define(['angular'], function (angular) { … })`: run once, where it stands. */
function readWrapper(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  if (r.fn !== 0) return undefined;
  const { callee } = node;
  const isDefined = callee.type === 'Identifier' && /^(define|require|requirejs)$/.test(callee.name);
  const fn = isDefined ? node.arguments.at(-1) : callee;
  if (!isFunction(fn)) return undefined;
  const args = isDefined ? [] : readArguments(r, node);
  if (fn.body.type === 'BlockStatement') for (const statement of fn.body.body) noteConstants(r, statement);
  return readInPlace(r, fn, args);
}

export const scope: Dialect = {
  call(r, node, target) {
    if (node.type === 'NewExpression') return readNew(r, node);
    noteDigest(r, node);
    for (const read of [readWrapper, readRegistration, readRoute, readMessage, readHelper, readDialog]) {
      const found = read(r, node);
      if (found !== undefined) return found;
    }
    return readChannelCall(r, node) ?? readLibraryCall(r, node, target);
  },
  markup: () => null,
  member: parentScope,
  assign(r, node) {
    const { left } = node;
    // What a function asks for, and methods of its prototype, are read with it.
    if (
      left.type === 'MemberExpression' &&
      /^\w+\.(\$inject$|prototype\.)/.test(r.source(left)) &&
      isRegistered(r, left)
    )
      return true;
    noteSetAround(r, node);
    if (readRootField(r, node) || readInitial(r, node)) return true;
    const set = fieldSet(r, left);
    if (!set?.of.bound.has(set.field)) return false;
    ask(r, set.of, set.field, value(r, node.right), left);
    return true;
  },
  classLike: () => undefined,
  functionLike(r, node, name) {
    const { taken } = declaredIn(r);
    if (!taken.has(node)) return undefined;
    return r.b.place('object', name, r.fn, spotOf(node));
  },
  objectLike: (r, node, name) =>
    name === null ? undefined : (objectOfService(r, node, name) ?? readDescription(r, node, name)),
  setName(r, node, source) {
    const place = r.scope.lookup(node.name);
    const own = place === undefined ? undefined : settersOf(r).get(place);
    if (!own) return setOwnVariable(r, node, source);
    const text = `${node.name} = …`;
    callChange(r, own.setter, text, source, spotOf(node));
    if (own.scope !== null) mutation(r, own.scope, node.name, node, text, source);
    return true;
  },
  setsCell(r, { object, property, computed }) {
    const of = holderOf(r, object);
    if (of) return !computed && property.type === 'Identifier' && of.cells.has(property.name);
    // Markup sets fields of its scope, which are cells where the controller has them.
    return r.inTemplate;
  },
  injected(r, param) {
    const name = param.type === 'Identifier' ? param.name : '';
    const fn = r.className === null ? undefined : declaredIn(r).functions.get(r.className);
    return fn && askedBy(fn) ? injectedPlace(r, name, ownerOf(r), spotOf(param)) : null;
  },
  follows: (node) => /^(CallExpression|NewExpression|MemberExpression|Identifier)$/.test(node.type),
  endsWithElements: true,
  finish: settleRuns,
  object: () => undefined,
  functionRead: noteRunOutside,
  settle(_, fact) {
    if (fact.parent !== 0) fact.role = 'closure';
  },
};

function isRegistered(r: ScriptReader, left: t.MemberExpression): boolean {
  const [name = ''] = /^\w+/.exec(r.source(left)) ?? [];
  const { functions, taken } = declaredIn(r);
  const fn = functions.get(name);
  return fn !== undefined && taken.has(fn);
}
