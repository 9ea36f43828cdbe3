/**
 * How a component relates to a value that reaches it: its role, where the value arrives, and what carries it there.
 * Trails, margins, the flow document, rules and homes all ask here.
 */
import type { Carrier, Role } from '../model/documents';
import { eventOf } from '../model/signs';
import type { Linked } from '../link';
import type { CellInfo } from './cellInfo';
import type { Flow, FlowStop } from './flow';
import { locationOfRead, type Location } from './stops';

/** What the component of a stop does with the value. */
export function roleAt(stop: FlowStop, flow: Flow): Role {
  if (stop.key === flow.start) return 'home';
  const { uses, doesMore, provides } = stop.facts;
  if (flow.mode === 'function') {
    if (uses.length > 0) return 'writer';
    if (provides) return 'provider';
    return doesMore ? 'reader' : 'relay';
  }
  if (uses.length > 0) return 'reader';
  return provides ? 'provider' : 'relay';
}

/** All roles at a stop at once: a home may read its own value, and whoever reads it may provide it. */
export function rolesAt(stop: FlowStop, flow: Flow): Set<Role> {
  const roles = new Set<Role>([roleAt(stop, flow)]);
  if (roles.has('home') && stop.facts.uses.length > 0) roles.add(flow.mode === 'value' ? 'reader' : 'writer');
  if (stop.facts.provides) roles.add('provider');
  return roles;
}

/** Whether a stop says nothing: the value gets there, and neither stays nor goes on. */
export function isDeadEnd(stop: FlowStop, flow: Flow): boolean {
  return roleAt(stop, flow) === 'relay' && stop.hops.length === 0;
}

/** Where a value arrives at a stop: the prop's declaration, the parameter, the context's read. */
export function arrivalOf(linked: Linked, stop: FlowStop): Location {
  const { graph, fieldPaths } = linked.program;
  const place = graph.places[stop.at.place];
  const file = graph.fileOf(stop.at.place);
  if (stop.component && stop.component.propsPlace === stop.at.place) {
    const head = fieldPaths.head(stop.at.path);
    const fn = graph.functions[stop.component.fn];
    const event = fn?.fact.events?.find((one) => one.name === eventOf(head));
    const fact = event ?? stop.component.props.find((prop) => prop.name === head);
    return { file, spot: fact?.at ?? place?.at ?? fn?.fact.at ?? { line: 1, column: 1, length: 0 } };
  }
  // What a hook or helper reads for a component is seen, in the component, where that is called.
  if (linked.program.callContexts.depthOf(stop.at.run) > 0) return locationOfRead(linked, stop.at);
  return { file, spot: place?.at ?? { line: 1, column: 1, length: 0 } };
}

/** Where a stop is told to be: a home where the value lives, any other where the value arrives. */
export function locationOf(linked: Linked, cell: CellInfo, stop: FlowStop, flow: Flow): Location {
  return roleAt(stop, flow) === 'home' ? { file: cell.file, spot: cell.spot } : arrivalOf(linked, stop);
}

/** What carries a value, as it is told: a function that is passed down as a prop carries calls up. */
export function carrierOf(carrier: Carrier, mode: Flow['mode']): Carrier {
  return mode === 'function' && (carrier === 'prop' || carrier === 'overflow') ? 'callback' : carrier;
}
