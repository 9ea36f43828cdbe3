/** Components of which one file is one: what is known of the one being read, whatever its family. */
import type { FunctionId, PlaceId, SitePropFact, Spot } from '../../model/facts';
import { nameFromPath } from '../script/names';
import type { ScriptReader } from '../script/reader';
import { EVENTS, PLAIN, eventProp } from '../../model/signs';
import type { SingleFileComponent } from '../script/componentInFile';
import { Scope } from '../script/scope';

/** The component a file is: one function, as every run of it has state of its own. It is the file's default export. */
export function addComponent(r: ScriptReader, path: string): SingleFileComponent {
  const fn = r.b.addFunction(nameFromPath(path), 'component', 0, { line: 1, column: 1, length: 1 }, r.b.facts.lines);
  const fact = r.b.fn(fn);
  r.b.facts.exports.push({ name: 'default', place: fact.self, source: null, imported: null, at: fact.at });
  return openComponent(r, fn);
}

/**
 * What is known of a component before it is read. What it is passed stands on its instance: all of it, or content alone where each
 * field of a class says what it takes.
 */
export function openComponent(r: ScriptReader, fn: FunctionId, byField = false): SingleFileComponent {
  const { b } = r;
  const fact = b.fn(fn);
  const props = b.place('param', 'props', fn, fact.at);
  fact.params.push(props);
  fact.props = [];
  fact.takesRest = false;
  fact.events = [];
  const self = b.place('object', 'this', fn, fact.at);
  fact.own = self;
  if (byField) b.rest(props, self, [PLAIN, EVENTS]);
  else b.flow(props, self);
  return {
    fn,
    props,
    self,
    refs: new Set(),
    emit: new Set(),
    provides: [],
    handles: new Map(),
    exposes: null,
    inherits: true,
    mixin: false,
    names: [],
    model: null,
  };
}

/** Reads the class of a component: what `this` and the fields stand for within it, and as before after it. */
export function readWithin(r: ScriptReader, component: SingleFileComponent, read: () => void): void {
  const { fn, scope, self, base, component: around, methods, fieldCells, injectedFields } = r;
  r.fn = component.fn;
  r.scope = new Scope(scope, component.fn);
  r.self = component.self;
  r.base = null;
  r.component = component;
  r.fieldCells = new Map();
  read();
  Object.assign(r, { fn, scope, self, base, component: around, methods, fieldCells, injectedFields });
}

/** The piece of markup a component renders, with a provider around it for each thing it provides. */
export function renderedPiece(
  r: ScriptReader,
  component: SingleFileComponent,
  bare: (value: PlaceId, at: Spot) => PlaceId = (value) => value,
): PlaceId {
  const fact = r.b.fn(component.fn);
  const piece = r.b.place('markup', '', r.fn, fact.at);
  let outer = piece;
  for (const { context, value: written, name, at } of component.provides) {
    const around = r.b.place('markup', '', r.fn, at);
    const propsPlace = r.b.place('siteProps', name, r.fn, at);
    const props: SitePropFact[] = [];
    if (written !== null) {
      const place = bare(written, at);
      r.b.flow(place, propsPlace, 'put', 'value');
      props.push({ name: 'value', place: place, literal: null, at });
    }
    r.b.flow(outer, propsPlace, 'put', 'children');
    r.b.facts.sites.push({ name, tag: context, propsPlace, inside: around, props, repeat: 'once', fn: r.fn, at });
    outer = around;
  }
  r.b.flow(outer, fact.result);
  return piece;
}

/** Notes once that a component declares or sends an event; `listener` is the prop under which it is listened to. */
export function noteEvent(
  r: ScriptReader,
  component: SingleFileComponent,
  name: string,
  at: Spot,
  listener: string = eventProp(name),
): void {
  const { events } = r.b.fn(component.fn);
  if (!events?.some((one) => one.name === name)) events?.push({ name, listener, at });
}
