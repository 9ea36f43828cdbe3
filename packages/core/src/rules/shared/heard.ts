/** Which events anything listens for, by name alone. */
import type { Linked } from '../../link';
import { once } from '../../link/memo/once';
import { eventOf } from '../../model/signs';

/** The events that anything in the project listens for: one that bubbles may come to each of them. */
export const heardByAny = once((linked: Linked): ReadonlySet<string> => {
  const { graph } = linked.program;
  const handled = graph.files.flatMap(({ uses }) =>
    uses.flatMap(({ kind, detail }) => (kind === 'handler' && detail ? [detail] : [])),
  );
  const listened = graph.sites.flatMap(({ fact }) => fact.props.flatMap(({ name }) => eventOf(name ?? '') ?? []));
  return new Set([...handled, ...listened]);
});
