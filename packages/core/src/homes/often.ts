/** How often what changes a value can come, by what triggers it. */
import type { Family, Pace } from '../model/documents';
import { FAMILIES } from '../model/families';

const FRAME = new Set(['mousemove', 'pointermove', 'touchmove', 'scroll', 'drag', 'dragover', 'requestanimationframe']);
const KEY = new Set(['input', 'keydown', 'keyup', 'keypress', 'beforeinput']);
const ACTION =
  /^(click|dblclick|press|tap|submit|reset|select|focus|blur|toggle|close|open|drop|change|contextmenu|(mouse|pointer|touch)(up|down|start|end|enter|leave|over|out))$/;

/** The pace of a trigger such as `click` or `setInterval`; null where nothing can be said. `change` comes with each key in some families. */
export function paceOf(trigger: string, family: Family | undefined): Pace | null {
  const name = trigger.toLowerCase();
  if (FRAME.has(name)) return 'frame';
  if (KEY.has(name)) return 'key';
  if (name === 'setinterval') return 'timer';
  if (name === 'change' && family !== undefined && FAMILIES[family].changesOnEachKey) return 'key';
  return ACTION.test(name) ? 'action' : null;
}

/** Whether a change comes many times a second. */
export function isOften(trigger: string, family: Family | undefined): boolean {
  const pace = paceOf(trigger, family);
  return pace === 'frame' || pace === 'timer' || (pace === 'key' && !/^key/.test(trigger.toLowerCase()));
}
