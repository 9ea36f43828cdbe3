/** What listens at an element, or, by the name of its target, to the page. */
import type { PlaceId, Spot } from '../../model/facts';
import { listenToPage } from '../libraries/channels';
import type { ScriptReader } from '../script/reader';

/** `(click)`, `(window:tray-opened)`: `target` is what stands before the colon. */
export function hear(r: ScriptReader, target: string | null, event: string, handler: PlaceId, at: Spot): void {
  if (target !== null && /^(window|document|body)$/.test(target) && listenToPage(r, event, handler, at)) return;
  r.b.use({ place: handler, kind: 'handler', detail: event, fn: r.fn, at });
}

/** The same, of an event as a class names it. */
export function hearAtHost(r: ScriptReader, name: string, handler: PlaceId, at: Spot): void {
  const [, target = null, event = name] = /^(\w+):(.+)$/.exec(name) ?? [];
  hear(r, target, event, handler, at);
}
