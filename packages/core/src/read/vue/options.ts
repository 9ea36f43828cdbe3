/** Components written as options: what each of them puts on the instance. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isFunction, value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import type { SingleFileComponent } from '../singleFile/component';
import { declareEvents, declareProps } from './declared';
import { called } from '../singleFile/runs';
import { addField } from './reactive';

/** Methods the family calls by itself. */
const LIFECYCLE =
  /^(beforeCreate|created|beforeMount|mounted|beforeUpdate|updated|beforeUnmount|unmounted|beforeDestroy|destroyed|activated|deactivated)$/;

export function readOptions(r: ScriptReader, component: SingleFileComponent, options: t.ObjectExpression): void {
  const members = options.properties.flatMap((one) =>
    one.type === 'SpreadElement' ? [] : [{ name: fieldOf(one.key, one.computed), node: one }],
  );
  const find = (name: string): t.Node | null => {
    const found = members.find((one) => one.name === name)?.node;
    return found?.type === 'ObjectProperty' ? found.value : (found ?? null);
  };
  declareProps(r, component, find('props'));
  declareEvents(r, component, find('emits'));
  readName(r, component, find('name'));
  readState(r, component, find('data'));
  readComponents(r, find('components'));
  readSetup(r, component, find('setup'));
  for (const { name, node } of entriesOf(find('computed'))) {
    const get = isObject(node) ? entriesOf(node).find((one) => one.name === 'get')?.node : node;
    const self = get ? functionOf(r, get, name) : null;
    if (self !== null) addComputed(r, component, name, called(r, self, name, spotOf(node)), node);
  }
  for (const { name, node } of entriesOf(find('methods'))) {
    const self = functionOf(r, node, name);
    if (self !== null) r.b.flow(self, component.self, 'put', name);
  }
  for (const { name, node } of entriesOf(find('watch'))) {
    const watched = r.b.part(component.self, name, r.fn, spotOf(node));
    r.b.use({ place: watched, kind: 'effect', detail: 'watch', fn: r.fn, at: spotOf(node) });
    const handler = isObject(node) ? entriesOf(node).find((one) => one.name === 'handler')?.node : node;
    const self = handler ? functionOf(r, handler, name) : null;
    if (self === null) continue;
    r.b.use({ place: self, kind: 'effect', detail: 'watch', fn: r.fn, at: spotOf(node) });
    called(r, self, 'watch', spotOf(node), [watched]);
  }
  for (const { name, node } of members) {
    if (!LIFECYCLE.test(name)) continue;
    const self = functionOf(r, node.type === 'ObjectProperty' ? node.value : node, name);
    if (self !== null) r.b.use({ place: self, kind: 'effect', detail: name, fn: r.fn, at: spotOf(node.key) });
  }
  // What a mixin or a base does with the props is not seen here.
  if (find('mixins') || find('extends')) r.b.fn(component.fn).takesRest = true;
  const render = find('render');
  const rendering = render ? functionOf(r, render, 'render') : null;
  const rendered = r.b.facts.functions.find((one) => one.self === rendering);
  if (rendered) r.b.flow(rendered.result, r.b.fn(component.fn).result);
  readProvided(r, component, find('provide'), find('inject'));
}

interface Entry {
  name: string;
  node: t.Node;
}

function isObject(node: t.Node): node is t.ObjectExpression {
  return node.type === 'ObjectExpression';
}

function entriesOf(node: t.Node | null): Entry[] {
  if (node?.type !== 'ObjectExpression') return [];
  return node.properties.flatMap((one) => {
    if (one.type === 'SpreadElement') return [];
    return [{ name: fieldOf(one.key, one.computed), node: one.type === 'ObjectProperty' ? one.value : one }];
  });
}

function functionOf(r: ScriptReader, node: t.Node, name: string): PlaceId | null {
  if (node.type === 'ObjectMethod') return readFunction(r, node, name);
  return isFunction(node) ? readFunction(r, node, name) : value(r, node);
}

function readName(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  if (node?.type === 'StringLiteral' && r.b.fn(component.fn).name === '') r.b.fn(component.fn).name = node.value;
}

/** `data() { return { open: false }; }`: a cell for each field. */
function readState(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  const object = returnedObject(node);
  for (const one of object?.properties ?? [])
    if (one.type === 'ObjectProperty')
      addField(r, component.self, fieldOf(one.key, one.computed), one.key, value(r, one.value));
}

function returnedObject(node: t.Node | null): t.ObjectExpression | null {
  if (!node) return null;
  if (node.type === 'ObjectExpression') return node;
  const body = node.type === 'ObjectMethod' || isFunction(node) ? node.body : null;
  if (body?.type === 'ObjectExpression') return body;
  const last =
    body?.type === 'BlockStatement' ? body.body.findLast((one) => one.type === 'ReturnStatement') : undefined;
  return last?.type === 'ReturnStatement' && last.argument?.type === 'ObjectExpression' ? last.argument : null;
}

function addComputed(r: ScriptReader, component: SingleFileComponent, name: string, from: PlaceId, node: t.Node): void {
  const at = spotOf(node);
  const cell = r.b.place('cell', name, r.fn, at);
  r.b.flow(from, cell);
  r.b.flow(cell, component.self, 'put', name);
  r.b.facts.cells.push({ name, kind: 'derived', value: cell, setter: null, fn: r.fn, at });
}

/** `components: { Tray, 'zone-head': ZoneHead }`: names templates may use. */
function readComponents(r: ScriptReader, node: t.Node | null): void {
  for (const { name, node: given } of entriesOf(node)) {
    const place = value(r, given);
    if (place !== null && r.scope.lookup(name) === undefined) r.scope.declare(name, place);
  }
}

/** `setup(props, { emit })`: what it returns stands on the instance. */
function readSetup(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  if (node?.type !== 'ObjectMethod' && !isFunction(node)) return;
  const context = node.params[1];
  const self = readFunction(r, node, 'setup');
  const fact = r.b.facts.functions.find((one) => one.self === self);
  if (!fact || !context) {
    if (fact) r.b.flow(called(r, self, 'setup', spotOf(node), [component.props]), component.self);
    return;
  }
  r.b.flow(called(r, self, 'setup', spotOf(node), [component.props, null]), component.self);
}

function readProvided(
  r: ScriptReader,
  component: SingleFileComponent,
  provided: t.Node | null,
  injected: t.Node | null,
): void {
  const context = (name: string, node: t.Node, hasDefault: boolean): PlaceId => {
    const at = spotOf(node);
    const place = r.b.place('context', name, r.fn, at);
    r.b.facts.contexts.push({ name, key: name, place, hasDefault, at });
    return place;
  };
  for (const { name, node } of entriesOf(returnedObject(provided)).filter((one) => one.name !== '*'))
    component.provides.push({ context: context(name, node, false), value: value(r, node), name, at: spotOf(node) });
  const wanted: Entry[] =
    injected?.type === 'ArrayExpression'
      ? injected.elements.flatMap((one) => (one?.type === 'StringLiteral' ? [{ name: one.value, node: one }] : []))
      : entriesOf(injected);
  for (const { name, node } of wanted) {
    const fields = isObject(node) ? entriesOf(node) : [];
    const from = fields.find((one) => one.name === 'from')?.node;
    const key = from?.type === 'StringLiteral' ? from.value : name;
    const at = spotOf(node);
    const result = r.b.place('read', name, r.fn, at);
    const hasDefault = fields.some((one) => one.name === 'default');
    r.b.facts.contextReads.push({ context: context(key, node, hasDefault), result, fn: r.fn, at });
    r.b.flow(result, component.self, 'put', name);
  }
}
