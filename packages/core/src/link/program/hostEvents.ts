/** Events of the element that a component's tag is, beside those that the component sends. */
import { FAMILIES } from '../../model/families';
import { eventProp, isUpdate } from '../../model/signs';
import type { Graph } from '../graph/graph';
import type { SiteTarget } from './siteTarget';

/** Whether what is heard at a component's tag is an event of the element it stands for: the component sends none of that name. */
export function isOfElement(graph: Graph, target: SiteTarget | null, event: string): boolean {
  const components = target?.components ?? [];
  return (
    components.length > 0 &&
    !isUpdate(eventProp(event)) &&
    components.every((fn) => {
      const { events, mixes = [] } = graph.functions[fn]?.fact ?? {};
      const family = graph.familyOf(graph.fileOfFunction(fn));
      return FAMILIES[family].sharesTag && mixes.length === 0 && !events?.some(({ name }) => name === event);
    })
  );
}
