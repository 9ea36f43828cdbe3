/** The part of a service's flow that belongs to one of its instances. */
import type { At } from '../link/travel/visited';
import type { Flow, FlowStop } from './flow';

/**
 * What is left of a flow where only some components get the instance it is about. `serves` says so of a place that it comes to. Nothing
 * else is dropped: a value that a component passes on is the one it got.
 */
export function ofInstance(flow: Flow, serves: (at: At) => boolean): Flow {
  const stops = new Map<string, FlowStop>();
  const queue = [flow.start];
  for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
    const stop = flow.stops.get(key);
    if (!stop || stops.has(key)) continue;
    // Only from where no component holds it does it come to whoever asks for it.
    const hops = stop.component
      ? stop.hops
      : stop.hops.filter((hop) => !flow.stops.get(hop.target)?.component || serves(hop.to));
    stops.set(key, hops.length === stop.hops.length ? stop : { ...stop, hops });
    queue.push(...hops.map((hop) => hop.target));
  }
  return { ...flow, stops };
}
