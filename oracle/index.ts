/** The examples, and holding one of them against what its framework renders. */
import { surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { compare, type Comparison } from './compare';
import { observe } from './observe';

export const EXAMPLES: readonly [folder: string, about: string][] = [
  ['glasshouse-react', 'the demo'],
  ['potting-classes', 'classes, legacy factories'],
  ['irrigation-hooks', 'hooks, contexts within contexts'],
  ['deliveries-redux', 'Redux, connected components'],
  ['alarms-hookstore', 'hook stores, a module’s own variable'],
  ['signs-composition', 'composition, portals, wrappers, clones'],
  ['seedlings-layout', 'parts for the browser in a page of the server'],
  ['glasshouse-vue3', 'Vue 3: set-up scripts, options, a store'],
  ['glasshouse-vue2', 'Vue 2: options, mixins, a bus'],
  ['glasshouse-angular', 'Angular: standalone components, signals'],
  ['glasshouse-ngmodules', 'Angular: modules, routes, subjects'],
  ['glasshouse-lwc', 'Lightning Web Components: events, slots, messages'],
  ['glasshouse-scopes', 'controllers and scopes: names around, messages, routes'],
];

export async function hold(example: string): Promise<Comparison> {
  const seen = await observe(example);
  const survey = await surveyFolder(example);
  return compare(survey.document(), seen);
}
