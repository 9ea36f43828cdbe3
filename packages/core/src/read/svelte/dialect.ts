/** What the family gives a meaning to in scripts: runes, contexts, events, stores by prefix. */
import type * as t from '@babel/types';
import { eventProp, slotProp } from '../../model/signs';
import type { PlaceId } from '../../model/facts';
import { propsOf } from '../../model/types';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../libraries/channels';
import { readMarkup } from '../jsx/markup';
import { declareProp } from '../component/declare';
import { symbol } from '../component/provided';
import { noteEvent } from '../component/component';
import type { SingleFileComponent } from '../script/componentInFile';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { fieldOf } from '../script/patterns';
import type { Dialect, ScriptReader } from '../script/reader';
import { findIn, typeOf } from '../script/types';
import { cellsFrom } from '../libraries/stores/cells';
import { objectOf, textOf } from '../script/literals';
import { called, effect, same, settleRuns } from '../script/lifecycle';
import type { SvelteFile } from './file';
import { readPrefixed, setName, variableCell } from './state';
import { readSvelteCall } from './calls';

type Rune = (r: ScriptReader, file: SvelteFile, node: t.CallExpression, target: t.Node | null) => PlaceId | null;

/** The variable a rune is given to; null where it stands anywhere else (a field of a class, an argument). */
function variableOf(r: ScriptReader, target: t.Node | null): t.Identifier | null {
  if (target?.type !== 'Identifier') return null;
  const place = r.scope.lookup(target.name);
  const at = place === undefined ? undefined : r.b.facts.places[place]?.at;
  return at?.line === target.loc?.start.line && at?.column === (target.loc?.start.column ?? -1) + 1 ? target : null;
}

const state: Rune = (r, file, node, target) => {
  // An object a module shares: each of its fields is read and changed by itself.
  const shared = r.fn === 0 && target?.type === 'Identifier' ? objectOf(r, node.arguments[0]) : null;
  if (shared && target?.type === 'Identifier') return cellsFrom(r, target.name, shared, spotOf(target)).state;
  const [first = null] = readArguments(r, node);
  const variable = variableOf(r, target);
  return variable ? variableCell(r, file, variable, 'state', first, node.arguments[0]) : first;
};

const derived: Rune = (r, file, node, target) => {
  const [from = null] = readArguments(r, node);
  const variable = variableOf(r, target);
  return variable ? variableCell(r, file, variable, 'derived', from) : from;
};

const derivedBy: Rune = (r, file, node, target) => {
  const [by = null] = readArguments(r, node);
  const from = by === null ? null : called(r, by, 'derived', spotOf(node));
  const variable = variableOf(r, target);
  return variable ? variableCell(r, file, variable, 'derived', from) : from;
};

/** `let { level, units = 'c', …rest } = $props()`. */
const props: Rune = (r, file, node, target) => {
  const { component } = file;
  if (!component) return null;
  const fact = r.b.fn(component.fn);
  const annotated = (target as t.Identifier | t.ObjectPattern | null)?.typeAnnotation;
  const annotation = annotated?.type === 'TSTypeAnnotation' ? annotated.typeAnnotation : null;
  const written = node.typeParameters?.type === 'TSTypeParameterInstantiation' ? node.typeParameters.params[0] : null;
  const type = annotation ?? written ?? null;
  if (type) {
    const said = typeOf(type);
    const typed = propsOf(said, findIn(r.b.facts.types));
    for (const [name, { optional, at }] of typed.props)
      if (name !== 'children') fact.props?.push({ name, required: !optional, default: null, declared: true, at });
    if (typed.open) {
      fact.openType = true;
      fact.propsType = said;
    }
  }
  if (target?.type === 'ObjectPattern') declareFrom(r, file, component, target);
  else fact.takesRest = true;
  // What stands between the tags is passed as a prop of its own.
  const all = r.b.place('object', 'props', r.fn, spotOf(node));
  const at = spotOf(node);
  r.b.rest(component.props, all, [slotProp('default')]);
  r.b.flow(r.b.part(component.props, slotProp('default'), r.fn, at), all, 'put', 'children');
  return all;
};

function declareFrom(
  r: ScriptReader,
  file: SvelteFile,
  component: SingleFileComponent,
  pattern: t.ObjectPattern,
): void {
  const fact = r.b.fn(component.fn);
  for (const one of pattern.properties) {
    if (one.type === 'RestElement') {
      fact.takesRest = true;
      continue;
    }
    const name = fieldOf(one.key, one.computed);
    const inner = one.value;
    const otherwise = inner.type === 'AssignmentPattern' ? inner.right : null;
    const variable = inner.type === 'AssignmentPattern' ? inner.left : inner;
    if (variable.type === 'Identifier') {
      const place = r.scope.lookup(variable.name);
      if (place !== undefined) file.asked.set(place, name);
    }
    if (name === 'children') continue;
    const known = fact.props?.find((prop) => prop.name === name);
    const bindable = otherwise?.type === 'CallExpression' && r.source(otherwise.callee) === '$bindable';
    const first = bindable ? otherwise.arguments[0] : otherwise;
    const said = first ? r.source(first) : null;
    if (known) {
      known.default = said;
      if (otherwise) known.required = false;
    } else declareProp(r, component, name, one.key, false, said);
  }
}

const RUNES: Record<string, Rune> = {
  $state: state,
  '$state.raw': state,
  '$state.snapshot': (r, _, node) => same(r, node, null, null),
  $derived: derived,
  '$derived.by': derivedBy,
  $props: props,
  $bindable: (r, _, node) => readArguments(r, node)[0] ?? null,
  $effect: (r, _, node) => effect(r, node, null, null),
  '$effect.pre': (r, _, node) => effect(r, node, null, null),
  '$effect.root': (r, _, node) => effect(r, node, null, null),
  $inspect: () => null,
  $host: () => null,
};

/** `dispatch('pick', tray)`: listeners are given an event that carries the value. */
function readDispatch(r: ScriptReader, node: t.CallExpression): boolean {
  const { component } = r;
  const place = node.callee.type === 'Identifier' ? r.scope.lookup(node.callee.name) : undefined;
  if (!component || place === undefined || !component.emit.has(place)) return false;
  const event = textOf(r, node.arguments[0]);
  if (event === null) {
    r.b.fn(component.fn).sendsAny = true;
    return false;
  }
  const spot = spotOf(node.arguments[0]);
  noteEvent(r, component, event, spot);
  const [, detail = null] = readArguments(r, node);
  const sent = r.b.place('object', 'event', r.fn, spotOf(node));
  r.b.flow(detail, sent, 'put', 'detail');
  r.b.call({
    callee: r.b.part(component.props, eventProp(event), component.fn, spot),
    name: event,
    args: [sent],
    repeat: r.repeat,
    fn: r.fn,
    at: spotOf(node),
  });
  return true;
}

function runeName(node: t.CallExpression): string | null {
  const { callee } = node;
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' && callee.object.type === 'Identifier'
    ? `${callee.object.name}.${fieldOf(callee.property, callee.computed)}`
    : null;
}

export function svelteDialect(file: SvelteFile): Dialect {
  return {
    call(r, node, target) {
      const own = readSvelteCall(r, node, target);
      if (own !== undefined) return own;
      if (node.type === 'NewExpression') return readNew(r, node);
      const rune = runeName(node);
      if (rune === 'Symbol') return symbol(r, node, target, null);
      if (rune?.startsWith('$') && Object.hasOwn(RUNES, rune)) return RUNES[rune]?.(r, file, node, target);
      if (readDispatch(r, node)) return null;
      for (const read of [readChannelCall, readLibraryCall]) {
        const outside = read(r, node, target);
        if (outside !== undefined) return outside;
      }
      return undefined;
    },
    markup: readMarkup,
    assign: () => false,
    setName: (r, node, place) => setName(r, file, node, place),
    follows: (node) => node.type === 'CallExpression' && /^\$derived\b/.test(runeName(node) ?? ''),
    finish: settleRuns,
    object: () => undefined,
    functionRead: () => undefined,
    classLike: () => undefined,
    settle(_, fact) {
      if (/^(use|create)[A-Z0-9]/.test(fact.name) && fact.parent === 0) fact.role = 'hook';
      else if (fact.parent !== 0) fact.role = 'closure';
    },
  };
}

/** What a name stands for that nothing declares: stores by their prefix, and all the props. */
export function prefixed(r: ScriptReader, file: SvelteFile): ScriptReader['missing'] {
  return (name, at) => (name.startsWith('$') ? readPrefixed(r, file, name, at) : null);
}
