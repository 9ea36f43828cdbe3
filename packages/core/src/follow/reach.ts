/**
 * Everything a component, a value or a provided value can reach, and everything that can reach it: the hops of a flow
 * document, followed both ways. Needs only the document, so the page can ask without the server.
 */
import type { Carrier, FlowDocument, Hop } from '../model/documents';

export interface Reached {
  /** The component's id. */
  component: string;
  /** How many hops away it is, by the shortest way. */
  hops: number;
  /** How the value crosses the hop next to it. */
  carrier: Carrier;
  /** The names it has there. */
  names: string[];
}

export interface Reach {
  /** What is asked about: a component's id, or where there is none, the cell's. */
  of: string;
  title: string;
  to: Reached[];
  from: Reached[];
  /** For an event or a topic: who hears it, and who could. */
  heard?: Heard[];
}

/**
 * Who hears an event, or could. `around`: it stands around the sender; `topic`: it listens under the name, wherever it stands;
 * `accident`: it listens for the name and is not reached now, but would hear it if it came to stand around the sender.
 */
export interface Heard {
  component: string;
  by: 'around' | 'topic' | 'accident';
}

/** A question of reach that names nothing in the document. */
export class NothingToReach extends Error {}

/** `from` is a component's id, `id.name` for one of its values or events, or `kind:name` for what no component holds. */
export function reachOf(document: FlowDocument, from: string): Reach {
  const start = startOf(document, from);
  const to = spread(document.hops, start, 'to');
  return {
    of: start.of,
    title: start.title,
    to,
    from: spread(document.hops, start, 'from'),
    ...(start.event ? { heard: heardOf(document, start.event, to) } : {}),
  };
}

function heardOf(document: FlowDocument, { sender, name }: EventAsked, to: readonly Reached[]): Heard[] {
  const heard = new Map<string, Heard['by']>();
  const components = new Map(document.components.map((one) => [one.id, one]));
  const add = (component: string, by: Heard['by']): void => {
    if (components.has(component) && !heard.has(component)) heard.set(component, by);
  };
  const topics = new Set(
    document.cells.flatMap((cell) => (cell.kind === 'channel' && cell.name === name ? [cell.id] : [])),
  );
  const isTopic = topics.has(sender);
  const comesToPage = isTopic || to.some(({ component }) => topics.has(component));
  for (const { from, to: end, carrier } of document.hops)
    if (carrier === 'event' && from.holder === sender && from.name === name) add(end.holder, 'around');
  for (const { from, to: end, carrier } of comesToPage ? document.hops : [])
    if (carrier === 'channel' && topics.has(from.holder)) add(end.holder, 'topic');
  if (components.get(sender)?.events.some((event) => event.name === name && event.passes))
    for (const { id, listens } of components.values())
      if (id !== sender && listens?.some((one) => one.name === name)) add(id, 'accident');
  return [...heard].map(([component, by]) => ({ component, by }));
}

/** An event of a component, or a topic that no component holds. */
interface EventAsked {
  /** The id of the component, or of the topic's cell. */
  sender: string;
  name: string;
}

interface Start {
  of: string;
  title: string;
  /** The holders and names it is asked about. */
  isStart(end: { holder: string; name: string }): boolean;
  /** Only hops through these contexts leave the start; several may bear one name. */
  contexts: ReadonlySet<string> | null;
  event?: EventAsked;
}

function startOf(document: FlowDocument, from: string): Start {
  const component = document.components.find((one) => one.id === from);
  if (component) return { of: from, title: component.name, isStart: ({ holder }) => holder === from, contexts: null };
  const owner = document.components.find((one) => from.startsWith(`${one.id}.`));
  if (owner) {
    const name = from.slice(owner.id.length + 1);
    const isStart: Start['isStart'] = (end) => end.holder === owner.id && end.name === name;
    const event = owner.events.find((one) => one.name === name);
    if (!event?.passes && !document.hops.some((hop) => isStart(hop.from) || isStart(hop.to)))
      throw new NothingToReach(`${owner.name} passes ${name} to nobody, and nobody passes it there.`);
    return {
      of: owner.id,
      title: `${owner.name}.${name}`,
      isStart,
      contexts: null,
      ...(event ? { event: { sender: owner.id, name } } : {}),
    };
  }
  const [, kind = '', name = ''] = /^(\w+):(.+)$/.exec(from) ?? [];
  const cells = document.cells.filter((cell) => cell.kind === kind && cell.name === name);
  const [cell] = cells;
  if (!cell) throw new NothingToReach(`There is nothing called ${from} in this project.`);
  if (kind !== 'context') {
    const ids = new Set(cells.map((one) => one.id));
    return {
      of: cell.id,
      title: from,
      isStart: ({ holder }) => ids.has(holder),
      contexts: null,
      ...(kind === 'channel' ? { event: { sender: cell.id, name } } : {}),
    };
  }
  // What is provided lives in other cells: it starts at whoever provides it, under the names it has there.
  const contexts = new Set(cells.map((one) => one.id));
  const provided = document.hops.filter((hop) => hop.context !== undefined && contexts.has(hop.context));
  if (provided.length === 0) throw new NothingToReach(`Nothing reads what ${name} provides.`);
  const ends = new Set(provided.map((hop) => keyOf(hop.from)));
  return { of: cell.home ?? cell.id, title: from, isStart: (end) => ends.has(keyOf(end)), contexts };
}

/** Follows hops from the start, the near ones first; `from` follows them backwards. */
function spread(hops: readonly Hop[], start: Start, way: 'to' | 'from'): Reached[] {
  const [near, far] = way === 'to' ? (['from', 'to'] as const) : (['to', 'from'] as const);
  // Who provides a context is reached by what it provides, however that comes to it.
  const leaves = (hop: Hop): boolean =>
    start.isStart(hop[near]) && (way === 'from' || start.contexts === null || start.contexts.has(hop.context ?? ''));
  const byEnd = new Map<string, Hop[]>();
  for (const hop of hops) {
    const list = byEnd.get(keyOf(hop[near]));
    if (list) list.push(hop);
    else byEnd.set(keyOf(hop[near]), [hop]);
  }
  const found = new Map<string, Reached>();
  const seen = new Set<string>();
  let front = hops.filter(leaves);
  for (let distance = 1; front.length > 0; distance++) {
    const next: Hop[] = [];
    for (const hop of front) {
      const end = hop[far];
      const known = found.get(end.holder);
      if (known && !known.names.includes(end.name)) known.names.push(end.name);
      if (!known && !start.isStart(end))
        found.set(end.holder, { component: end.holder, hops: distance, carrier: hop.carrier, names: [end.name] });
      if (seen.has(keyOf(end))) continue;
      seen.add(keyOf(end));
      next.push(...(byEnd.get(keyOf(end)) ?? []));
    }
    front = next;
  }
  return [...found.values()];
}

function keyOf(end: { holder: string; name: string }): string {
  return `${end.holder}\n${end.name}`;
}
