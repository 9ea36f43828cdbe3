/** Several values judged together: whether they travel the same way and change together, and so belong into one state, or one context. */
import type { TogetherDocument } from '../model/documents';
import type { CellFlow } from '../follow/cells';
import type { Dominators } from '../follow/dominators';
import type { Linked } from '../link';
import { situationOf, type Situation } from './situation';

/** One value of several, as it is asked for. */
export interface Judged {
  name: string;
  flow: CellFlow;
}

export function judgeTogether(linked: Linked, dominators: Dominators, judged: readonly Judged[]): TogetherDocument {
  const nameOf = (fn: number): string => linked.program.component(fn)?.name ?? '';
  const situations = judged.map(({ flow }) => situationOf(linked, dominators, flow, [], false));
  const everyone = [...new Set(situations.flatMap(({ readers }) => readers))];
  const readsAll = (fn: number): boolean => situations.every(({ readers }) => readers.includes(fn));
  // Their home renders with either in any case.
  const homes = new Set(situations.map(({ home }) => home));
  const readAll = everyone.filter(readsAll);
  const readSome = everyone.filter((fn) => !readsAll(fn) && !homes.has(fn));
  const changed = changedBy(linked, judged);
  const livesOnce = homes.size === 1 && !homes.has(null);
  const state = !livesOnce ? null : changed === 'together' ? ('one' as const) : ('each' as const);
  const provided = readSome.length === 0 || changed === 'together' ? ('one' as const) : ('each' as const);
  const document = { readAll: readAll.map(nameOf), readSome: readSome.map(nameOf), changed, state, provided };
  return {
    format: 'vectura.together',
    version: 1,
    values: judged.map(({ name }, index) => valueOf(name, situations[index], nameOf)),
    ...document,
    advice: adviceOn(
      judged.map(({ name }) => name),
      document,
    ),
  };
}

function valueOf(
  name: string,
  s: Situation | undefined,
  nameOf: (fn: number) => string,
): TogetherDocument['values'][number] {
  const named = (fns: readonly number[]): string[] => [...new Set(fns.map(nameOf))];
  return {
    name,
    home: s?.home == null ? null : nameOf(s.home),
    readers: named(s?.readers ?? []),
    writers: named(s?.writers ?? []),
  };
}

/** Whether the functions that change one of the values change the others as well. */
function changedBy(linked: Linked, judged: readonly Judged[]): TogetherDocument['changed'] {
  const changing = judged.map(({ flow }) => functionsChanging(linked, flow));
  const all = new Set(changing.flatMap((one) => [...one]));
  if (changing.some((one) => one.size === 0)) return 'unknown';
  const shared = [...all].filter((fn) => changing.every((one) => one.has(fn)));
  if (shared.length === all.size) return 'together';
  return [...all].some((fn) => changing.filter((one) => one.has(fn)).length > 1) ? 'sometimes' : 'apart';
}

/** The functions that call what changes a value; a handler that is the setter itself stands for its place in the markup. */
function functionsChanging({ program: { graph } }: Linked, { calls }: CellFlow): Set<number | string> {
  const found = new Set<number | string>();
  for (const { facts } of calls?.stops.values() ?? [])
    for (const { file, spot } of facts.uses) {
      const call = graph.files[file]?.calls.find(({ at }) => at.line === spot.line && at.column === spot.column);
      found.add(call ? graph.fnAt(file, call.fn) : `${file}:${spot.line}:${spot.column}`);
    }
  return found;
}

function adviceOn(
  names: readonly string[],
  { readAll, readSome, changed, state, provided }: Omit<TogetherDocument, 'format' | 'version' | 'values' | 'advice'>,
): string {
  const all = `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
  const those = names.length === 2 ? 'both' : 'all of them';
  const others = names.length === 2 ? 'the other' : 'the others';
  const parts = [
    state === 'one'
      ? `Keep ${all} in one state: whatever changes one changes ${others}.`
      : state === 'each'
        ? changed === 'unknown'
          ? `Keep ${all} as they are: nothing is seen to change ${those}.`
          : `Keep ${all} apart: ${changed === 'apart' ? 'nothing changes' : 'only now and then something changes'} ${those} at once.`
        : `${all} live in different components.`,
  ];
  if (readSome.length > 0 && provided === 'each')
    parts.push(
      `Provide them through a context each: ${count(readSome)} only ${names.length === 2 ? 'one' : 'some'} of them, and would re-render for changes of ${others}.`,
    );
  else if (readAll.length > 0)
    parts.push(
      readSome.length === 0
        ? `One context can bring ${those}: whoever reads one reads ${others}.`
        : `One context can bring ${those}: they change at the same moment.`,
    );
  return parts.join(' ');
}

function count(names: readonly string[]): string {
  if (names.length > 3) return `${names.length} components read`;
  return names.length === 1 ? `${names[0]} reads` : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} read`;
}
