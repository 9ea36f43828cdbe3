/** The proof of a plan: what a survey of the edited files says, held against the one before. Computed, never asserted. */
import type { Finding, OptionKind, WayProof } from '../model/documents';
import type { Cells, CellFlow } from '../follow/cells';
import { NotFound, type Asked } from '../follow/question';
import type { Dominators } from '../follow/dominators';
import { situationOf, type Situation } from '../homes/situation';
import type { Linked } from '../link';

/** What a proof asks of a survey. */
export interface Surveyed {
  linked: Linked;
  cells: Cells;
  dominators(): Dominators;
  findings(): Finding[];
  ask(question: string): Asked;
}

/** Holds the value against itself: who reads and changes it, who still only carries it, what else is found. */
export function proveWay(
  before: Surveyed,
  after: Surveyed,
  {
    flow,
    to,
    way,
    wanted,
    module,
  }: {
    flow: CellFlow;
    to: number | null;
    way: OptionKind;
    wanted: readonly number[];
    /** The path of a module that holds it from then on; null where a component does. */
    module: string | null;
  },
): WayProof {
  const was = situationOf(before.linked, before.dominators(), flow);
  const named = (linked: Linked, fns: Iterable<number>): string[] =>
    [...new Set([...fns].map((fn) => linked.program.component(fn)?.name ?? ''))].sort();
  const idOf = (fn: number | null): string | null =>
    fn === null ? null : (before.linked.program.component(fn)?.id ?? null);
  const home = idOf(way === 'keep' ? flow.cell.home : (to ?? flow.cell.home));
  const stand = module === null ? cellsAfter(after, home, flow) : cellsIn(after, module);
  const now = stand.map((found) => situationOf(after.linked, after.dominators(), found));
  const readers = named(
    after.linked,
    now.flatMap((s) => s.readers),
  );
  const writers = named(
    after.linked,
    now.flatMap((s) => s.writers),
  );
  const relays = named(
    after.linked,
    now.flatMap((s) => s.relays),
  );
  const relaysBefore = named(before.linked, was.relays);
  const needed = named(before.linked, [...was.readers, ...wanted]);
  const lost = [
    ...needed.filter((name) => !readers.includes(name)),
    ...named(before.linked, was.writers).filter((name) => !writers.includes(name)),
  ];
  return {
    readers,
    writers,
    lost: [...new Set(lost)],
    relaysGone: relaysBefore.filter((name) => !relays.includes(name)),
    relaysLeft: relays,
    newFindings: newFindings(before.findings(), after.findings()),
  };
}

/**
 * Who read or changed a value before an edit and does not any more, by name; `to`: the component that holds it, or the path of a module;
 * `by`: the path of a module through which its home is asked to change it.
 */
export function lostAfter(
  before: Surveyed,
  after: Surveyed,
  flow: CellFlow,
  to: number | string,
  by: string | null,
): string[] {
  const was = situationOf(before.linked, before.dominators(), flow, [], false);
  const stand =
    typeof to === 'string'
      ? cellsIn(after, to)
      : cellsAfter(after, before.linked.program.component(to)?.id ?? null, flow);
  // What is computed at a tag has no name by which it could be found again.
  if (stand.length === 0 && flow.cell.kind === 'derived') return [];
  const asked = by === null ? [] : cellsIn(after, by);
  const now = [...stand, ...asked].map((found) => situationOf(after.linked, after.dominators(), found, [], false));
  const names = (linked: Linked, fns: readonly number[]): string[] =>
    fns.map((fn) => linked.program.component(fn)?.name ?? '');
  const readers = new Set(now.flatMap((s) => names(after.linked, s.readers)));
  const writers = new Set(now.flatMap((s) => names(after.linked, s.writers)));
  return [
    ...names(before.linked, was.readers).filter((name) => !readers.has(name)),
    ...names(before.linked, was.writers).filter((name) => !writers.has(name)),
  ];
}

/** The cells of a module. */
function cellsIn({ cells, linked: { program } }: Surveyed, module: string): CellFlow[] {
  return cells.all.filter(({ cell }) => program.graph.path(cell.file) === module);
}

/** The cells that stand for the value in the edited project: at the new home, by its name or as a collection of it. */
function cellsAfter(after: Surveyed, home: string | null, flow: CellFlow): CellFlow[] {
  const { cells, linked } = after;
  const { name } = flow.cell;
  const found = cells.all.filter(({ cell }) => {
    if (cell.kind !== flow.cell.kind || (cell.name !== name && !cell.name.startsWith(`${name}By`))) return false;
    const id = cell.home === null ? null : (linked.program.component(cell.home)?.id ?? null);
    return home === null ? id === null : id === home;
  });
  if (found.length > 0 || home === null) return found;
  // What a component computes is no cell where nothing is passed it any more, and still goes by its name.
  try {
    return after.ask(`${home}.${name}`).flows.map((one) => one.flow);
  } catch (error) {
    if (error instanceof NotFound) return [];
    throw error;
  }
}

/** What is found after an edit and was not before, wherever it stands by now. */
export function newFindings(before: readonly Finding[], after: readonly Finding[]): Finding[] {
  const left = new Map<string, number>();
  for (const finding of before) left.set(keyOf(finding), (left.get(keyOf(finding)) ?? 0) + 1);
  return after.filter((finding) => {
    const n = left.get(keyOf(finding)) ?? 0;
    left.set(keyOf(finding), n - 1);
    return n <= 0;
  });
}

function keyOf({ rule, component, name, file }: Finding): string {
  return [rule, component, name, file].join('\n');
}

export type { Situation };
