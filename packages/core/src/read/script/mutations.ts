/** Changes in place: a field assigned, a list sorted, a module's own variable set from a function. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import type { ScriptReader } from './reader';

const OF_ELEMENT =
  /\.(style|classList|dataset)\b|\.(scrollTop|scrollLeft|innerHTML|innerText|textContent|className|tabIndex|contentEditable|currentTime|srcObject)( =|$)/;

/**
 * Notes that a field of what `object` holds is changed here (`*`: the object itself). The change is a call of a place
 * that nothing stands behind, until linking finds which cell it changes.
 */
export function mutation(
  r: ScriptReader,
  object: PlaceId,
  field: string,
  node: t.Node,
  text: string,
  assigned: PlaceId | null = null,
): void {
  if (r.fn === 0) return;
  const at = spotOf(node);
  const change = r.b.place('computed', field, r.fn, at);
  changes(r, change, text, at);
  const ofElement = OF_ELEMENT.test(text) ? { ofElement: true as const } : {};
  const set = assigned === null ? {} : { assigned };
  const beforeRender = r.fn === r.constructing ? { beforeRender: true as const } : {};
  const onRequest = r.onRequest ? { onRequest: true as const } : {};
  // A chain of calls may be written over several lines.
  const line = text
    .split('\n')
    .map((part) => part.trim())
    .join('');
  r.b.facts.mutations.push({
    object,
    field,
    change,
    ...set,
    text: line,
    ...ofElement,
    ...beforeRender,
    ...onRequest,
    fn: r.fn,
    at,
  });
}

/** A variable of the module, set from inside a function, is there for all who read it. */
export function setVariable(r: ScriptReader, place: PlaceId, node: t.Node): void {
  const fact = r.b.facts.places[place];
  if (r.fn === 0 || fact?.fn !== 0 || fact.kind !== 'binding') return;
  let setter = r.variables.get(place);
  if (setter === undefined) {
    const value = r.b.place('cell', fact.name, 0, fact.at);
    setter = r.b.place('setter', fact.name, 0, fact.at);
    r.variables.set(place, setter);
    r.b.flow(value, place);
    const shared = { id: fact.name, key: null, quiet: true, within: 0 };
    r.b.facts.cells.push({
      name: fact.name,
      kind: 'store',
      tracks: 'nothing',
      value,
      setter,
      fn: 0,
      at: fact.at,
      shared,
    });
  }
  const at = spotOf(node);
  const here = r.b.place('setter', fact.name, r.fn, at);
  r.b.flow(setter, here);
  changes(r, here, `${fact.name} = …`, at);
}

function changes(r: ScriptReader, callee: PlaceId, name: string, at: ReturnType<typeof spotOf>): void {
  r.b.call({ callee, name, args: [], repeat: r.repeat, fn: r.fn, at });
}
