/** What a cell is set to within its own file: through its setter and by assignment. */
import type { Graph } from './graph';
import { mutatedCells } from './mutatedCells';
import { namesBefore } from './aliases';

/** The places whose value one cell is given; functions among them may bring it instead. */
export function setTo(graph: Graph, cell: number): number[] {
  const file = graph.fileOf(cell);
  const facts = graph.files[file];
  if (!facts) return [];
  graph.dependencies.dependOn(file);
  const setter = facts.cells.find(({ value }) => graph.at(file, value) === cell)?.setter ?? null;
  if (setter === null) return [];
  const changes = graph.at(file, setter);
  const passed = facts.calls.flatMap(({ callee, args }) => {
    const [passed] = args;
    if (passed == null) return [];
    const sets = graph
      .trace(graph.at(file, callee))
      .some(({ place, path }) => path.length === 0 && namesBefore(graph, place).has(changes));
    return sets ? [graph.at(file, passed)] : [];
  });
  const assigned = facts.mutations.flatMap(({ object, field, assigned }) =>
    assigned !== undefined && mutatedCells(graph, graph.at(file, object), field)?.includes(cell)
      ? [graph.at(file, assigned)]
      : [],
  );
  return [...passed, ...assigned];
}
