/** Sites of components, as the readers of single-file components write them. */
import type { PlaceId, SiteFact, SitePropFact, Spot } from '../../model/facts';
import { HANDLE } from '../../model/signs';
import type { ScriptReader } from '../script/reader';

/** Hands one prop over; what is no value that is followed (a literal) gets a place of its own, where it is written. */
export type Give = (prop: string, place: PlaceId | null, literal: string | null, at: Spot) => void;

export interface OpenSite {
  site: SiteFact;
  propsPlace: PlaceId;
  props: SitePropFact[];
  give: Give;
}

/** Adds a site in a piece of markup; its props are passed one by one. */
export function addSite(r: ScriptReader, name: string, tag: PlaceId, inside: PlaceId, at: Spot): OpenSite {
  const propsPlace = r.b.place('siteProps', name, r.fn, at);
  const props: SitePropFact[] = [];
  const nested = r.depth > 0 ? { nested: true } : {};
  const site: SiteFact = { name, tag, propsPlace, inside, props, repeat: r.repeat, fn: r.fn, at, ...nested };
  if (r.keyed) site.keyed = true;
  if (r.perElement) site.perElement = true;
  if (r.elementsElse.has(tag)) site.elseElement = true;
  r.b.facts.sites.push(site);
  const give: Give = (prop, place, literal, spot) => {
    const object = place ?? r.b.place('object', '', r.fn, spot);
    // A reference is no prop: it only comes to hold the child.
    if (prop !== HANDLE) r.b.flow(object, propsPlace, 'put', prop);
    // One that is shown on a condition within a list is one of them.
    const chosen = prop === HANDLE && r.chosen ? { chosen: true as const } : {};
    props.push({ name: prop, place: object, literal, at: spot, ...chosen });
  };
  return { site, propsPlace, props, give };
}

/** A component mounted where its application begins. */
export function mountSite(r: ScriptReader, name: string, tag: PlaceId, at: Spot): OpenSite {
  return addSite(r, name, tag, r.b.place('markup', '', r.fn, at), at);
}
