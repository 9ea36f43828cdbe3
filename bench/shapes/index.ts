/** Every shape that is measured as it grows. */
import { copiesInReact, copiesInSvelte, copiesInVue } from './copies';
import { chain, componentFactories, grid, renderFunctions, spreads, wrappers } from './components';
import { circles, factories, mixins } from './functions';
import type { Shape } from './shape';
import { bagOfStores, eventsAcrossRoots, injectedInAngular, moduleVariable, nestedScopes } from './shared';

export const SHAPES: readonly Shape[] = [
  injectedInAngular,
  nestedScopes,
  eventsAcrossRoots,
  copiesInReact,
  copiesInVue,
  copiesInSvelte,
  moduleVariable,
  factories,
  wrappers,
  renderFunctions,
  componentFactories,
  circles,
  bagOfStores,
  mixins,
  chain,
  grid,
  spreads,
];
