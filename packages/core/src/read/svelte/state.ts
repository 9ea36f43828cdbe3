/** Variables that are cells: what makes one, and what setting one does. */
import type * as t from '@babel/types';
import { eventProp } from '../../model/signs';
import type { CellFact, CellFactKind, PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isPlain } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { callChange } from '../libraries/stores/cells';
import { storeValue } from '../libraries/stores/subscribed';
import type { SvelteFile } from './file';

/** What may be said of a cell beyond what its kind says. */
export type CellMore = Pick<CellFact, 'tracks' | 'computedOnce'>;

/** Makes a variable a cell: whoever sets it changes the cell. Gives the cell's place. */
export function variableCell(
  r: ScriptReader,
  file: SvelteFile,
  node: t.Identifier,
  kind: CellFactKind,
  from: PlaceId | null,
  init: t.Node | null | undefined = null,
  more: CellMore = {},
): PlaceId {
  const at = spotOf({ ...node, typeAnnotation: null, loc: nameLoc(node) });
  const cell = r.b.place('cell', node.name, r.fn, at);
  if (isPlain(init)) r.plainCells.add(cell);
  const setter = kind === 'derived' ? null : r.b.place('setter', `set ${node.name}`, r.fn, at);
  if (from !== null) {
    if (kind === 'derived' || isSubscribed(r, node.name)) r.b.flow(from, cell);
    else {
      r.b.flow(from, cell, 'frozen');
      r.b.use({ place: from, kind: 'copied', fn: r.fn, at });
    }
  }
  r.b.facts.cells.push({
    name: node.name,
    kind: r.fn === 0 && kind === 'state' ? 'store' : kind,
    value: cell,
    setter,
    inPlace: true,
    ...(kind === 'state' && !file.runes ? { tracks: 'assignment' as const } : {}),
    ...more,
    fn: r.fn,
    at,
    ...(r.fn === 0 && kind === 'state' ? { shared: { id: node.name, key: null, quiet: false, within: 0 } } : {}),
  });
  const variable = r.scope.lookup(node.name);
  if (variable !== undefined && setter !== null) file.setters.set(variable, setter);
  return cell;
}

/** Whether a file reads what a name tells (`$units`): it holds a store, which goes on telling wherever it is kept. */
export function isSubscribed(r: ScriptReader, name: string): boolean {
  return new RegExp(`(?<![\\w$.])\\$${name.replaceAll('$', '\\$')}\\b`).test(r.text);
}

/** A typed name's location covers its type; only the name is meant. */
function nameLoc(node: t.Identifier): t.Identifier['loc'] {
  if (!node.loc || !node.typeAnnotation) return node.loc;
  return { ...node.loc, end: { ...node.loc.start, column: node.loc.start.column + node.name.length } };
}

/** What setting a plain name does beyond giving it the value; false where nothing is known of the name. */
export function setName(r: ScriptReader, file: SvelteFile, node: t.Identifier, source: PlaceId | null): boolean {
  const at = spotOf(node);
  const text = `${node.name} = …`;
  const place = r.scope.lookup(node.name);
  if (place === undefined) {
    const store = storeNamed(r, node.name);
    if (store === null) return false;
    const set = r.b.part(store, 'set', r.fn, at);
    r.b.call({ callee: set, name: text, args: [source], repeat: r.repeat, fn: r.fn, at });
    return true;
  }
  const setter = file.setters.get(place);
  if (setter !== undefined) {
    callChange(r, setter, text, source, at);
    return true;
  }
  const prop = file.asked.get(place);
  if (prop === undefined || !file.component) return false;
  const update = r.b.part(file.component.props, eventProp(`update:${prop}`), r.fn, at);
  r.b.call({ callee: update, name: text, args: [source], repeat: r.repeat, optional: true, fn: r.fn, at });
  return true;
}

/** The store behind `$name`; null where no such name is declared. */
function storeNamed(r: ScriptReader, name: string): PlaceId | null {
  return name.startsWith('$') && !name.startsWith('$$') ? (r.scope.lookup(name.slice(1)) ?? null) : null;
}

/** `$name`: the value of the store `name`, asked for again at each change. */
export function readPrefixed(
  r: ScriptReader,
  file: SvelteFile,
  name: string,
  at: ReturnType<typeof spotOf>,
): PlaceId | null {
  const { component } = file;
  if (name === '$$props' || name === '$$restProps') {
    if (!component) return null;
    const fact = r.b.fn(component.fn);
    fact.takesRest = true;
    if (name === '$$props') return component.props;
    const rest = r.b.place('object', name, r.fn, at);
    r.b.rest(component.props, rest, fact.props?.map((prop) => prop.name) ?? []);
    return rest;
  }
  const store = storeNamed(r, name);
  return store === null ? null : storeValue(r, store, at, name.slice(1));
}
