/** Phase 5, homes: the places where a value could live, measured alike and ranked by rules of thumb. */
import type { HomeOption, HomesDocument, WorthMoving } from '../model/documents';
import type { CellFlow } from '../follow/cells';
import type { Asked } from '../follow/question';
import type { Dominators } from '../follow/dominators';
import type { Linked } from '../link';
import { adviceOn } from './advice';
import { situationOf, type Situation } from './situation';
import { DEFAULT_THUMB, type Thumb } from '../model/thumb';
import { compose } from './ways/compose';
import { context } from './ways/context';
import { down } from './ways/down';
import { keep } from './ways/keep';
import type { Measured } from './ways/measured';
import { store } from './ways/store';
import { up } from './ways/up';

/** The ways a value could live, and which component each of them means. */
export interface Comparison {
  document: HomesDocument;
  flow: CellFlow;
  places: ReadonlyMap<HomeOption['kind'], number | null>;
}

/** `wanted` are components that shall read the value too, though they do not yet. */
export function compareHomes(
  linked: Linked,
  dominators: Dominators,
  asked: Asked,
  thumb: Thumb = DEFAULT_THUMB,
  wanted: readonly number[] = [],
): Comparison {
  const flow = flowOf(asked);
  const s = situationOf(linked, dominators, flow, wanted);
  const { program } = linked;
  const nameOf = (fn: number | null): string | null => (fn === null ? null : (program.component(fn)?.name ?? null));
  const { measured, best } = measure(s, thumb);
  const options = measured.map(({ cost, place: _, ...option }) => ({
    ...option,
    score: Math.round(100 / (1 + cost)) / 100,
  }));
  const document: HomesDocument = {
    format: 'vectura.homes',
    version: 1,
    asked: { component: asked.component?.name ?? null, name: asked.name },
    current: { component: nameOf(s.home), kind: flow.cell.kind },
    readers: s.readers.map((fn) => nameOf(fn) ?? ''),
    writers: s.writers.map((fn) => nameOf(fn) ?? ''),
    writes: s.writes.map(({ fn, trigger, pace }) => ({ component: nameOf(fn) ?? '', trigger, pace })),
    nearest: nameOf(s.nearest),
    perInstance: s.perInstance,
    options,
    recommended: best.kind,
    advice: adviceOn(s, best),
    ...(wanted.length > 0 ? { wanted: wanted.map((fn) => nameOf(fn) ?? '') } : {}),
  };
  return { document, flow, places: new Map(measured.map(({ kind, place }) => [kind, place])) };
}

function measure(s: Situation, thumb: Thumb): { measured: Measured[]; best: Measured } {
  const measured = [
    keep(s, thumb),
    down(s, thumb),
    up(s, thumb),
    compose(s, thumb),
    context(s, thumb),
    store(s, thumb),
  ].filter((o) => o !== null);
  const possible = measured.filter((option) => option.possible !== false);
  return { measured, best: possible.reduce((a, b) => (b.cost < a.cost ? b : a)) };
}

/** Every state that would better live elsewhere, the one that gains most for what it touches first. */
export function worthMoving(
  linked: Linked,
  dominators: Dominators,
  flows: readonly CellFlow[],
  thumb: Thumb = DEFAULT_THUMB,
): WorthMoving[] {
  const found: (WorthMoving & { gain: number })[] = [];
  for (const flow of flows) {
    const { cell } = flow;
    const home = linked.program.component(cell.home ?? -1);
    // What stays within its component is at home there.
    if (!home || cell.kind !== 'state' || staysWithin(flow, home.fn)) continue;
    const s = situationOf(linked, dominators, flow, [], false);
    const { measured, best } = measure(s, thumb);
    const asItIs = measured.find(({ kind }) => kind === 'keep');
    if (!asItIs || best.kind === 'keep' || asItIs.possible === false) continue;
    found.push({
      value: `${home.id}.${cell.name}`,
      name: cell.name,
      home: home.name,
      file: linked.program.graph.path(cell.file),
      line: cell.spot.line,
      way: best.kind,
      to: best.component,
      relays: asItIs.relays - best.relays,
      rerenders: asItIs.rerenders - best.rerenders,
      files: best.files,
      isCut: [flow.values?.cut, flow.calls?.cut].some((cut) => cut != null),
      gain: (asItIs.cost - best.cost) / Math.max(1, best.files),
    });
  }
  return found.sort((a, b) => b.gain - a.gain || (a.value < b.value ? -1 : 1)).map(({ gain: _, ...row }) => row);
}

function staysWithin({ values, calls }: CellFlow, home: number): boolean {
  const isHome = (part: CellFlow['values']): boolean =>
    !part || [...part.stops.values()].every((stop) => stop.component === null || stop.component.fn === home);
  return isHome(values) && isHome(calls);
}

/** The cell that a question is about, where several stand behind it. */
export function flowOf(asked: Asked): CellFlow {
  const flow = asked.flows.find(({ flow }) => flow.cell.kind === 'state')?.flow ?? asked.flows[0]?.flow;
  if (!flow) throw new Error(`No cell stands behind ${asked.name}.`);
  return flow;
}
