/** References that a component holds to a child: given at its tag, or found by a query. */
import { FAMILIES } from '../../model/families';
import type { PlaceId, QueryFact, SiteFact, Spot } from '../../model/facts';
import type { Linked } from '../../link';
import type { ComponentInfo } from '../../link/program/program';
import { HANDLE } from '../../model/signs';
import { passings } from './sites';

export interface Reference {
  /** The site of the child. */
  site: number;
  fact: SiteFact;
  component: ComponentInfo;
  /** Who holds the reference. */
  author: ComponentInfo;
  /** What holds the child, and the file it stands in. */
  holder: PlaceId;
  file: number;
  at: Spot;
  /** Which of several holds it is decided while the program runs. */
  chosen: boolean;
  /** Functions that run before the child is there. */
  before: readonly number[];
  query: QueryFact | null;
}

export function references(linked: Linked): Reference[] {
  const { program } = linked;
  const { graph } = program;
  return passings(linked).flatMap(({ site, fact, file, component, author }): Reference[] => {
    const child = { site, fact, component };
    const found = program.queries.findingAt(site).flatMap((query): Reference[] => {
      const asks = program.component(query.asks);
      const { holder, at, before } = query.fact;
      if (!asks) return [];
      const early = (before ?? []).map((fn) => graph.fnAt(query.file, fn));
      return [
        { ...child, author: asks, holder, file: query.file, at, chosen: false, before: early, query: query.fact },
      ];
    });
    const ref = fact.props.find((prop) => prop.name === HANDLE);
    if (!author || ref?.place == null) return found;
    const before = FAMILIES[component.family].runsAgain ? [author.fn] : [];
    const shared = { author, holder: ref.place, file, at: ref.at, chosen: !!ref.chosen, before, query: null };
    return [...found, { ...child, ...shared }];
  });
}
