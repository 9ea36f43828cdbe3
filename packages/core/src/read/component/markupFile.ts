/**
 * Markup in a file of its own, beside the class of its component. Facts depend on one file alone, so the two are joined when files are
 * linked: the markup's file offers a function that gives it, and the instance whose markup it is; the class takes the one and gives the
 * other.
 */
import type { PlaceId, Spot } from '../../model/facts';
import { importPlace } from '../script/calls';
import type { SingleFileComponent } from '../script/componentInFile';
import type { ScriptReader } from '../script/reader';

/** What a file of markup calls the instance whose markup it is. */
const INSTANCE = 'this';

/** Reads such a file: `read` puts what it holds into the piece of markup that it is given. */
export function readMarkupFile(r: ScriptReader, read: (piece: PlaceId) => void): void {
  const { b } = r;
  const at = { line: 1, column: 1, length: 1 };
  const id = b.addFunction('', 'plain', 0, at, b.facts.lines);
  const fact = b.fn(id);
  fact.template = true;
  const instance = b.place('object', 'this', id, at);
  offer(r, 'default', fact.self, at);
  offer(r, INSTANCE, instance, at);
  const piece = b.place('markup', '', id, at);
  b.flow(piece, fact.result);
  r.fn = id;
  r.self = instance;
  read(piece);
  b.endSpan(fact);
}

/** Lets the class take something of its markup by a name. */
export function offer(r: ScriptReader, name: string, place: PlaceId, at: Spot): void {
  r.b.facts.exports.push({ name, place, source: null, imported: null, at });
}

/** Lets a component render the markup of a file; `implied` where that may not be there. Gives the place of what gives it. */
export function takeMarkup(
  r: ScriptReader,
  component: SingleFileComponent,
  file: string,
  piece: PlaceId,
  at: Spot,
  implied = false,
): PlaceId {
  const custom = implied ? { implied: true as const } : {};
  // Nothing is rendered where there is no such file.
  const known = implied ? { onlyKnown: true } : {};
  const markup = importPlace(r, file, 'default', 'template', at, custom);
  r.b.facts.imports.push({ place: component.self, source: file, imported: INSTANCE, gives: true, ...custom, at });
  r.b.flow(r.b.call({ callee: markup, name: '', args: [], ...known, fn: component.fn, at }), piece);
  return markup;
}
