/** What stands on every instance: all that was given, the address, the store, whatever renders it. */
import { EVENTS, PLAIN, SLOTS } from '../../model/signs';
import type { PlaceId, Spot } from '../../model/facts';
import type { ScriptReader } from '../script/reader';
import { storeOf } from '../stores/moduleStores';
import { addressOf } from './routes';

/** Fields every instance has: `this.$props`, `this.$attrs`, `this.$route`, `this.$parent`. */
export function readInstance(r: ScriptReader, field: string, at: Spot): PlaceId | null {
  const { component } = r;
  if (!component) return null;
  if (field === '$props' || field === '$attrs' || field === '$listeners') {
    const fact = r.b.fn(component.fn);
    fact.takesRest = true;
    if (field === '$props') return component.props;
    const rest = r.b.place('object', field, r.fn, at);
    const declared = fact.props?.map((prop) => prop.name) ?? [];
    // In the older version listeners are kept apart.
    const apart = field === '$listeners' ? [PLAIN, SLOTS] : r.vue === 2 ? [EVENTS, SLOTS] : [SLOTS];
    r.b.rest(component.props, rest, [...declared, ...apart]);
    return rest;
  }
  if (field === '$route') return addressOf(r, at);
  if (field === '$store') return storeOf(r, at);
  if (field === '$parent' || field === '$root') {
    const place = r.b.place('read', field, r.fn, at);
    r.b.facts.above.push({ place, outermost: field === '$root', fn: r.fn });
    const told = r.b.facts.gaps.some((gap) => gap.what === 'instance' && gap.name === field);
    if (!told)
      r.b.facts.gaps.push({
        what: 'instance',
        name: field,
        reason: `It reaches for whatever renders ${r.b.fn(component.fn).name}, past its props and events.`,
        fn: r.fn,
        at,
      });
    return place;
  }
  return null;
}
