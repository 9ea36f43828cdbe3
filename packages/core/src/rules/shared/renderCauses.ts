/** What has a component render again by itself: its state, what it reads from outside, and contexts. */
import type { Cells } from '../../follow/cells';
import type { CellInfo } from '../../follow/cellInfo';
import type { Linked } from '../../link';
import { wasFrozen, type At } from '../../link/travel/visited';

/** One cause, by the name it has in the code, and where its value is. */
export interface RenderCause {
  name: string;
  values: readonly At[];
}

const OUTSIDE = /^(store|url|storage|remote)$/;

/** `except` is a context whose readers render with the component in any case. */
export function renderCauses(linked: Linked, cells: Cells, component: number, except: number): RenderCause[] {
  const { program } = linked;
  const { graph } = program;
  const own = cells.all.flatMap(({ cell }) =>
    cell.home === component && changes(cell) && cell.value ? [{ name: cell.name, values: [cell.value] }] : [],
  );
  const contexts = graph.contextReads.flatMap(({ fact, file }) => {
    const runs = program
      .runsTogether(program.unitOf(graph.fnAt(file, fact.fn)))
      .filter((run) => program.callContexts.owner[run] === component);
    if (runs.length === 0) return [];
    const read = graph.trace(graph.at(file, fact.context)).map(({ place }) => graph.contextOfPlace.get(place));
    if (read.includes(except)) return [];
    const context = read.find((one) => one !== undefined);
    return [
      {
        name: (context !== undefined && graph.contexts[context]?.fact.name) || 'a context',
        values: runs.map((run) => ({ place: graph.at(file, fact.result), path: 0, run })),
      },
    ];
  });
  return [...own, ...contexts];
}

function changes({ kind, setter }: CellInfo): boolean {
  return kind === 'state' ? setter !== null : OUTSIDE.test(kind);
}

/** Whether an object or function made as a component renders is another one once the cause has changed: it holds the value, or is made with it. */
export function isMadeWith(linked: Linked, made: number, cause: RenderCause): boolean {
  const { program, locals } = linked;
  const { graph } = program;
  const functions = new Set<number>();
  const reaches = (at: At): boolean =>
    locals.explore(at).visited.some((visited) => {
      const { place, run } = visited;
      // What state begins with is not what it holds later.
      if (wasFrozen(visited)) return false;
      if (place === made) return true;
      // A function that uses the value goes into what is made.
      const fn = graph.fnOfPlace(place);
      const fact = graph.functions[fn]?.fact;
      if (!fact || program.unitOf(fn) === fn || functions.has(fn)) return false;
      functions.add(fn);
      const self = graph.at(graph.fileOfFunction(fn), fact.self);
      return self === made || reaches({ place: self, path: 0, run });
    });
  return cause.values.some(reaches);
}
