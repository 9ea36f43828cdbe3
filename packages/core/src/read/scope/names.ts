/** The keys under which what is registered by name in one file is found from others. */
import type { PlaceId, Spot } from '../../model/facts';
import type { ScriptReader } from '../script/reader';

/** What an injectable is joined under: whoever asks for it by name is given the one instance of it. */
export const injectedKey = (name: string): string => `injected:${name}`;
/** A controller by name; its scope and its instance; and the markup that stands in elements it is named at. */
export const controllerKey = (name: string): string => `controller:${name}`;
export const scopeKey = (name: string): string => `scope:${name}`;
export const instanceKey = (name: string): string => `instance:${name}`;
export const aliasKey = (name: string): string => `alias:${name}`;
export const contentKey = (name: string): string => `content:${name}`;
/** A template by the name it is fetched under, where it stands in a script tag. */
export const templateKey = (name: string): string => `template:${name}`;
/** The scopes that a template of a name is shown with. */
export const shownWithKey = (name: string): string => `shown with:${name}`;

/** The outermost scope of all. */
export const ROOT_SCOPE = '$rootScope';

/** `BedsCtrl as beds`: a controller, and what markup calls its instance. */
export function controllerIn(text: string): { name: string; alias: string | null } {
  const [name = '', as, alias = null] = text.trim().split(/\s+/);
  return { name, alias: as === 'as' ? alias : null };
}

/** Markup calls the instance of a controller by a name. */
export function noteAlias(r: ScriptReader, name: string, alias: string): void {
  r.b.facts.joins.push({ key: aliasKey(name), place: 0, into: false, alias });
}

/** The instance in `place` stands on a scope under whatever markup calls it. */
export function standUnderAliases(r: ScriptReader, name: string, place: PlaceId, on: PlaceId): void {
  r.b.facts.joins.push({ key: aliasKey(name), place, into: false, on });
}

/** Keys under which whoever names something gives it what it has. */
const USED = [contentKey(''), shownWithKey('')];

/** Whether what is given under a key is what is registered, or what those have who name it. */
function namedBy(key: string): 'defined' | 'used' | 'any' {
  if (key === scopeKey(ROOT_SCOPE)) return 'any';
  return USED.some((start) => key.startsWith(start)) ? 'used' : 'defined';
}

/** What is joined under a key: `place` takes what others give. */
export function taken(r: ScriptReader, key: string, name: string, at: Spot): PlaceId {
  const place = r.b.place('read', name, r.fn, at);
  r.b.facts.joins.push({ key, place, into: false, named: namedBy(key) });
  return place;
}

/** Gives what a place holds to all that take it by a key. */
export function give(r: ScriptReader, key: string, place: PlaceId): void {
  r.b.facts.joins.push({ key, place, into: true, named: namedBy(key) });
}
