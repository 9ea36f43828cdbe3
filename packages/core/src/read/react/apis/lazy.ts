/** `lazy(() => import('./House'))`: a component out of a module that comes later. */
import { readArguments } from '../../script/calls';
import { fetchedPlace } from '../../script/lazyImport';
import { spotOf } from '../../script/builder';
import type { Recogniser } from './recogniser';

export const lazy: Recogniser = (r, node, target) => {
  const fetched = fetchedPlace(r, node.arguments[0], target?.type === 'Identifier' ? target.name : '');
  if (fetched !== null) return fetched;
  // `lazy(load)`: whatever the function that is given brings.
  const [load] = readArguments(r, node);
  if (load == null) return null;
  const at = spotOf(node);
  return r.b.part(r.b.call({ callee: load, name: 'load', args: [], fn: r.fn, at }), 'default', r.fn, at);
};
