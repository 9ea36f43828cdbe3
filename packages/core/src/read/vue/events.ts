/** How events are called between whoever sends them and whoever listens. */
import { eventProp } from '../../model/signs';
import type { ScriptReader } from '../script/reader';
import { camel } from '../../model/spelling';

/**
 * The prop an event stands under. Version 3 hears `dig-deep` and `digDeep` as one and the same; version 2 compares names as
 * they are written.
 */
export function listenerOf(r: ScriptReader, event: string): string {
  return eventProp(r.vue === 2 ? event : camel(event));
}
