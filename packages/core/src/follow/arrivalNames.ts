/** What a value, or a function, is called where it arrives. */
import type { Linked } from '../link';
import { DEEPER } from '../link/graph/fieldPaths';
import type { Graph } from '../link/graph/graph';
import { isPart, wasDerived, type At, type Local, type Visited } from '../link/travel/visited';
import type { Carrier } from '../model/documents';
import { isAnyField, isWay, shownName } from '../model/signs';

export type Mode = 'value' | 'function';

export class ArrivalNames {
  constructor(private readonly linked: Linked) {}

  /** What a component calls something shared that it reads: the first name of its own that holds it. */
  private calledHere(to: At, before: string, mode: Mode): string {
    const { program, locals } = this.linked;
    const { graph, fieldPaths, callContexts } = program;
    const owner = callContexts.ownerOf(to.run);
    const local = locals.explore(to);
    let part = '';
    for (const visited of local.visited) {
      const place = graph.places[visited.place];
      if (visited.path !== 0 || wasDerived(visited) || !place?.name || place.name.startsWith('#')) continue;
      const own = program.isPartOf(graph.fnOfPlace(visited.place), owner);
      if (own && place.kind === 'binding' && !isOneOfMany(graph, local, visited)) return place.name;
      if (
        own &&
        part === '' &&
        place.kind === 'part' &&
        !isPart(visited) &&
        !ENVELOPE.test(place.name) &&
        !isWay(place.name)
      )
        part = place.name;
      if (mode === 'function' && /^(import|part|function)$/.test(place.kind) && (own || place.kind === 'import'))
        return place.name;
    }
    // A function of the store's that is called: by its own name where it was passed out, else by what it is called by.
    const fn = graph.fnOfPlace(to.place);
    const within = program.unitOf(fn) === owner ? undefined : graph.functions[fn];
    if (mode === 'function' && within?.fact.role === 'closure' && within.fact.name) return within.fact.name;
    const called = mode === 'function' ? this.calledBy(to.run) : '';
    if (called !== '') return lastField(called);
    const field = mode === 'function' ? fieldPaths.fields(to.path).findLast((one) => !/^[*#]/.test(one)) : undefined;
    // Read by a field of something: by the field's name.
    return (field ?? (mode === 'value' ? part : '')) || before;
  }

  /** What a component, or its markup in a file of its own, calls to make a run; nothing where that has no name. */
  private calledBy(run: number): string {
    const { callContexts, graph } = this.linked.program;
    let name = '';
    for (let c = run; c !== -1; c = callContexts.parentOf(c)) {
      const call = callContexts.callOf(c);
      const { fact } = graph.calls[call] ?? {};
      if (callContexts.depth[c] === 1) {
        const isMarkup = graph.targetsOf(call).some((fn) => graph.functions[fn]?.fact.template);
        return isMarkup ? name : (fact?.name ?? '');
      }
      name = fact?.name ?? '';
    }
    return '';
  }

  /** What a value is called where it arrives. */
  at(to: At, carrier: Carrier, before: string, mode: Mode): string {
    const { graph, fieldPaths } = this.linked.program;
    if (carrier === 'store' && graph.places[to.place]?.kind !== 'param') return this.calledHere(to, before, mode);
    const fields = fieldPaths
      .fields(to.path)
      .filter(
        (field) => field !== '*' && field !== DEEPER && !isWay(field) && !(carrier === 'handle' && field === 'current'),
      );
    // A reference passed as it is goes by its own name, not by the field its value stands in.
    if (fields.length > 1 && fields.at(-1) === 'value' && fields.at(-2) === lastField(before)) fields.pop();
    if (fields.length > 0) return shownName(fields.join('.'));
    const place = graph.places[to.place];
    if (carrier === 'context') return before;
    return place?.name ? place.name : before;
  }
}

/** Taken out of a list: what one of many is called is no name for the list. */
function isOneOfMany(graph: Graph, local: Local, visited: Visited): boolean {
  if (!isPart(visited)) return false;
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from])
    if (graph.places[at.place]?.kind === 'part' && isAnyField(graph.places[at.place]?.name ?? '')) return true;
  return false;
}

/** Fields that only hold what is meant: of events, of references. */
const ENVELOPE = /^([*$\d].*|detail|data|value|current)$/;

/** The name without what it is a field of. */
export function lastField(name: string): string {
  return name.slice(name.lastIndexOf('.') + 1);
}
