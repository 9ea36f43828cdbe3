/** Which cells an in-place mutation changes: those stored in the field that is set, not everything ever put there. */
import { isAnyField, isLeftOut } from '../../model/signs';
import type { TracedGraph } from './tracedGraph';
import { fieldMatches } from './fieldPaths';

const MAX_STEPS = 1000;

/**
 * The cells held in a field of what a place holds; `*`: the cells that the place itself holds. Null where the object comes from
 * too many places to tell.
 */
export function mutatedCells(graph: TracedGraph, object: number, field: string): number[] | null {
  const whole = field === '*';
  const cells: number[] = [];
  const seen = new Set<string>();
  /** `via` is the call into whose function the way led. */
  const queue: { place: number; path: string[]; via?: number }[] = [{ place: object, path: whole ? [] : [field] }];
  for (let at = queue.pop(); at; at = queue.pop()) {
    const { via } = at;
    const key = `${at.place}.${via ?? ''}.${at.path.join('.')}`;
    if (seen.has(key)) continue;
    seen.add(key);
    if (seen.size > MAX_STEPS) return null;
    // What a cell holds is part of it, where the family sees changes in there.
    if (graph.places[at.place]?.kind === 'cell' && (at.path.length === 0 || graph.deepCells.has(at.place)))
      cells.push(at.place);
    const call = graph.callOfResult.get(at.place);
    if (call !== undefined)
      for (const fn of graph.targetsOf(call)) {
        const entry = graph.functions[fn];
        if (entry) queue.push({ place: graph.at(entry.file, entry.fact.result), path: at.path, via: call });
      }
    // `storeToRefs(store)`: what a function hands back is what it was given.
    const argument = via === undefined ? undefined : argumentFor(graph, via, at.place);
    if (argument !== undefined) queue.push({ place: argument, path: at.path });
    for (let edge = graph.firstInto(at.place); edge && edge.rank < graph.limit; edge = edge.nextInto) {
      const [first, ...after] = at.path;
      if (edge.op === 'same' || edge.op === 'taken') queue.push({ ...at, place: edge.from });
      else if (edge.op === 'get' && at.path.length < 5)
        queue.push({ ...at, place: edge.from, path: [edge.field, ...at.path] });
      else if (edge.op === 'unwrap') {
        queue.push({ ...at, place: edge.from });
        if (at.path.length < 5) queue.push({ ...at, place: edge.from, path: [edge.field, ...at.path] });
      } else if (edge.op === 'rest' && (first === undefined || !isLeftOut(first, edge.except)))
        queue.push({ ...at, place: edge.from });
      else if (edge.op === 'put' && first !== undefined && fieldMatches(first, edge.field)) {
        // Which of the names of an object is meant, is only known at run time.
        if (isAnyField(first) && !isAnyField(edge.field)) continue;
        // Beyond the field itself only the cell counts: what else was put there is a value, not a home.
        const isCell = graph.places[edge.from]?.kind === 'cell';
        if (after.length > 0 || whole || isCell || isUnwrapped(graph, edge.from))
          queue.push({ ...at, place: edge.from, path: after });
      }
    }
  }
  return cells;
}

/** What a call gives for a parameter of the function it calls. */
function argumentFor(graph: TracedGraph, call: number, place: number): number | undefined {
  if (graph.places[place]?.kind !== 'param') return undefined;
  const entry = graph.functions[graph.fnOfPlace(place)];
  const calls = graph.calls[call];
  if (!entry || !calls) return undefined;
  const arg = calls.fact.args[entry.fact.params.findIndex((one) => graph.at(entry.file, one) === place)];
  return arg == null ? undefined : graph.at(calls.file, arg);
}

/** Whether a place is what a reference holds: setting that sets the reference. */
function isUnwrapped(graph: TracedGraph, place: number): boolean {
  for (let edge = graph.firstInto(place); edge && edge.rank < graph.limit; edge = edge.nextInto)
    if (edge.op === 'unwrap') return true;
  return false;
}
