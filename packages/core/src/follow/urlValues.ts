/**
 * A value read from the address is one value per route: the `id` of a bed's page is not the `id` of a ward's,
 * although both ask for it by the same name.
 */
import type { Linked } from '../link';
import type { Spot } from '../model/facts';
import type { CellInfo } from './cellInfo';
import { leavingBy, type Flow, type FlowHop } from './flow';

export interface AddressPart {
  cell: CellInfo;
  values: Flow | null;
  calls: Flow | null;
}

/** A part of the address, once for each set of routes that stand together; as it is where nothing tells them apart. */
export function urlValuesByRoute(linked: Linked, part: AddressPart): AddressPart[] {
  const flows = [part.values, part.calls].filter((flow) => flow !== null);
  const readers = new Set(flows.flatMap((flow) => firstHops(flow).flatMap((hop) => componentOf(flow, hop) ?? [])));
  if (linked.routeAddresses.routes.length === 0 || readers.size === 0) return [part];
  return linked.routeAddresses.parts([...readers].sort((a, b) => a - b)).map(({ path, components }) => {
    const own = new Set(components);
    const ofPart = (flow: Flow | null): Flow | null =>
      flow && leavingBy(flow, (hop) => own.has(componentOf(flow, hop) ?? -1));
    const calls = ofPart(part.calls);
    const values = ofPart(part.values);
    if (path === null) return { ...part, values, calls };
    return {
      cell: { ...part.cell, ...location(linked, [values, calls]), name: `${part.cell.name} of ${path}` },
      values,
      calls,
    };
  });
}

/** Where it is asked for first. */
function location(linked: Linked, flows: (Flow | null)[]): { file: number; spot: Spot } | null {
  const { graph } = linked.program;
  const locations = flows.flatMap((flow) =>
    flow === null
      ? []
      : firstHops(flow).flatMap((hop) => {
          const file = graph.fileOfPlace[hop.to.place];
          const spot = graph.places[hop.to.place]?.at;
          return file === undefined || !spot ? [] : { file, spot };
        }),
  );
  const order = (one: { file: number; spot: Spot }): string => graph.path(one.file);
  return (
    locations.sort(
      (a, b) =>
        (order(a) < order(b) ? -1 : order(a) > order(b) ? 1 : 0) ||
        a.spot.line - b.spot.line ||
        a.spot.column - b.spot.column,
    )[0] ?? null
  );
}

function firstHops(flow: Flow): readonly FlowHop[] {
  return flow.stops.get(flow.start)?.hops ?? [];
}

function componentOf(flow: Flow, hop: FlowHop): number | undefined {
  return flow.stops.get(hop.target)?.component?.fn;
}
