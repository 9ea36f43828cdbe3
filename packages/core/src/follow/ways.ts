/** Ways through a flow: from where a value lives to its readers, or to one stop in particular. */
import { ownHops, type Flow, type FlowHop, type FlowStop } from './flow';

/** So many ways of one value are told one by one; of more, the shortest to each stop. */
const MAX_WAYS = 400;
const MAX_STEPS = 20_000;

/** One way through a flow: stops and the hops between them. */
export interface Way {
  stops: FlowStop[];
  hops: FlowHop[];
  /** The stop at which the value comes round to one it has passed. */
  cycles: Set<string>;
}

export interface Ways {
  ways: Way[];
  /** How many more there are than are told; as many as were met before following them all would have taken too long. */
  left: number;
}

/** Whether a way may end at a stop: the value is used there, or not followed further. */
function ends(stop: FlowStop): boolean {
  return stop.facts.uses.length > 0 || stop.facts.cut !== null;
}

/** A shortest way to each stop that uses the value, in the order in which they are met. */
export function shortestWays(flow: Flow): Way[] {
  return waysTo(
    flow,
    [...flow.stops.values()].filter(ends).map((stop) => stop.key),
  );
}

/**
 * Every way from a flow's start to a stop that uses the value, each stop at most once: those of the value itself first, then
 * those of what is computed from it. Where there are too many, a shortest one to each stop.
 */
export function waysThrough(flow: Flow, keep: (way: Way) => boolean): Ways {
  const own = allWays(
    flow,
    keep,
    (stop) => ownHops(stop),
    () => true,
  );
  const all = (stop: FlowStop): readonly FlowHop[] => stop.hops;
  const isComputed = ({ hops }: Way): boolean => hops.some((hop) => hop.computed);
  // Where the value's own ways are too many already, those of what is computed from it are not counted one by one.
  const computed =
    own.left > 0 ? inShort(flow, { ways: [], left: 0 }, keep, all, isComputed) : allWays(flow, keep, all, isComputed);
  return { ways: [...own.ways, ...computed.ways], left: own.left + computed.left };
}

function allWays(
  flow: Flow,
  keep: (way: Way) => boolean,
  hopsOf: (stop: FlowStop) => readonly FlowHop[],
  isMeant: (way: Way) => boolean,
): Ways {
  const ways: Way[] = [];
  let left = 0;
  let steps = 0;
  const start = flow.stops.get(flow.start);
  if (!start) return { ways, left };
  const trail: { stop: FlowStop; hops: readonly FlowHop[]; next: number }[] = [
    { stop: start, hops: hopsOf(start), next: 0 },
  ];
  const on = new Set([start.key]);
  const hops: FlowHop[] = [];
  const arrive = (stop: FlowStop): void => {
    if (!ends(stop)) return;
    const way = wayOf(
      trail.map((one) => one.stop),
      [...hops],
    );
    if (stop.hops.some((hop) => on.has(hop.target))) way.cycles.add(stop.key);
    if (!isMeant(way) || !keep(way)) return;
    if (ways.length < MAX_WAYS) ways.push(way);
    else left++;
  };
  for (let top = trail.at(-1); top; top = trail.at(-1)) {
    const hop = top.hops[top.next++];
    if (!hop) {
      trail.pop();
      on.delete(top.stop.key);
      hops.pop();
      continue;
    }
    const target = flow.stops.get(hop.target);
    if (!target || on.has(hop.target) || comesBack(hop, target, trail, flow)) continue;
    trail.push({ stop: target, hops: hopsOf(target), next: 0 });
    on.add(target.key);
    hops.push(hop);
    arrive(target);
    if (++steps >= MAX_STEPS || left > MAX_WAYS) return inShort(flow, { ways, left }, keep, hopsOf, isMeant);
  }
  return left > 0 ? inShort(flow, { ways, left }, keep, hopsOf, isMeant) : { ways, left };
}

/** Of too many ways a shortest one to each stop, and how many others were met. */
function inShort(
  flow: Flow,
  { ways, left }: Ways,
  keep: (way: Way) => boolean,
  hopsOf: (stop: FlowStop) => readonly FlowHop[],
  isMeant: (way: Way) => boolean,
): Ways {
  const goals = [...flow.stops.values()].filter(ends).map((stop) => stop.key);
  const short = waysTo(flow, goals, hopsOf).filter((way) => isMeant(way) && keep(way));
  return { ways: short, left: Math.max(1, ways.length + left - short.length) };
}

/** A shortest way to each of some stops, those left out that the value does not get to. */
export function waysTo(
  flow: Flow,
  goals: Iterable<string>,
  hopsOf: (stop: FlowStop) => readonly FlowHop[] = (stop) => stop.hops,
): Way[] {
  const cameBy = new Map<string, FlowHop | null>([[flow.start, null]]);
  for (const key of cameBy.keys()) {
    const stop = flow.stops.get(key);
    for (const hop of stop ? hopsOf(stop) : [])
      if (!cameBy.has(hop.target) && flow.stops.has(hop.target)) cameBy.set(hop.target, hop);
  }
  const ways: Way[] = [];
  for (const goal of goals) {
    if (goal === flow.start || !cameBy.has(goal)) continue;
    const hops: FlowHop[] = [];
    for (let hop = cameBy.get(goal); hop; hop = cameBy.get(hop.from)) hops.push(hop);
    hops.reverse();
    const stops = [flow.start, ...hops.map((hop) => hop.target)].flatMap((key) => flow.stops.get(key) ?? []);
    ways.push(wayOf(stops, hops));
  }
  return ways;
}

function wayOf(stops: FlowStop[], hops: FlowHop[]): Way {
  const cycles = stops.filter((stop) => stop.hops.some((hop) => hop.target === stop.key)).map((stop) => stop.key);
  return { stops, hops, cycles: new Set(cycles) };
}

/**
 * What went down and comes back up as an argument (a row's id, say) to a component it has passed is no further way: the
 * one who sends it up is a reader, and there the way ends.
 */
function comesBack(hop: FlowHop, target: FlowStop, trail: readonly { stop: FlowStop }[], flow: Flow): boolean {
  if (flow.mode !== 'value' || !/^(callback|event)$/.test(hop.carrier)) return false;
  return trail.some(({ stop }) => stop.component === target.component);
}
