/** `lazy(() => import('./House'))`: the default export of a module that comes later. */
import { spotOf } from '../../script/builder';
import { importPlace, readArguments } from '../../script/calls';
import { importedModule } from '../../script/lazyImport';
import type { Recogniser } from './index';

export const lazy: Recogniser = (r, node, target) => {
  const source = importedModule(node.arguments[0]);
  if (source === null) {
    readArguments(r, node);
    return null;
  }
  return importPlace(r, source, 'default', target?.type === 'Identifier' ? target.name : '', spotOf(node));
};
