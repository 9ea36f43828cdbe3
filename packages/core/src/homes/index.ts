/** Phase 5, homes: the places where a value could live, measured alike and ranked by rules of thumb. */
import type { HomeOption, HomesDocument, WorthMoving } from '../model/documents';
import { FAMILIES, type FamilyTraits } from '../model/families';
import type { CellFlow } from '../follow/cells';
import type { Asked } from '../follow/question';
import { wayDown, type Dominators } from '../follow/dominators';
import type { Linked } from '../link';
import { drawingOf } from './drawing';
import { situationOf, type Situation } from './situation';
import { DEFAULT_THUMB, type Thumb } from '../model/thumb';

interface Measured extends Omit<HomeOption, 'score'> {
  cost: number;
  /** The component it would live in; null for a module. */
  place: number | null;
}

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
    const kept = measured.find(({ kind }) => kind === 'keep');
    if (!kept || best.kind === 'keep' || kept.possible === false) continue;
    found.push({
      value: `${home.id}.${cell.name}`,
      name: cell.name,
      home: home.name,
      file: linked.program.graph.path(cell.file),
      line: cell.spot.line,
      way: best.kind,
      to: best.component,
      relays: kept.relays - best.relays,
      rerenders: kept.rerenders - best.rerenders,
      files: best.files,
      isCut: [flow.values?.cut, flow.calls?.cut].some((cut) => cut != null),
      gain: (kept.cost - best.cost) / Math.max(1, best.files),
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

function option(
  s: Situation,
  kind: HomeOption['kind'],
  component: number | null,
  rest: Partial<Measured> & { cost: number },
): Measured {
  const name = component === null ? null : (s.linked.program.component(component)?.name ?? null);
  return {
    kind,
    component: name,
    place: component,
    possible: true,
    relays: 0,
    hops: 0,
    files: 0,
    propsAdded: 0,
    propsRemoved: 0,
    rerenders: 0,
    lifetime: name ?? 'the page',
    testNeeds: 'nothing',
    reasons: [],
    ...rest,
  };
}

function impossible(s: Situation, kind: HomeOption['kind'], reason: string): Measured {
  return option(s, kind, null, { possible: false, cost: Infinity, reasons: [reason], lifetime: '–', testNeeds: '–' });
}

/** What re-renders on a write where the state lives in a component. */
function rendersFrom(s: Situation, component: number | null): number {
  if (changesUnseen(s)) return 0;
  const home = component === null ? undefined : s.linked.program.component(component);
  if (!home) return rendersReaders(s);
  return FAMILIES[home.family].writeRenders === 'subtree' ? s.rendersBelow(home.fn) : s.readers.length;
}

/** What a component keeps without a function that sets it, such as a reference: where only such a function renders, nothing does. */
function changesUnseen({ flow: { cell }, linked }: Situation): boolean {
  const home = linked.program.component(cell.home ?? -1);
  return cell.kind === 'state' && cell.setter === null && !!home && FAMILIES[home.family].writeRenders === 'subtree';
}

/** What re-renders where only those who read it do, each with what it renders itself. */
function rendersReaders(s: Situation): number {
  if (changesUnseen(s)) return 0;
  const all = new Set<number>();
  for (const reader of s.readers) {
    all.add(reader);
    const queue = [reader];
    for (let next = queue.pop(); next !== undefined; next = queue.pop())
      for (const child of s.linked.render.held.children.get(next) ?? [])
        if (!all.has(child)) {
          all.add(child);
          queue.push(child);
        }
  }
  return all.size;
}

/** What carrying costs: each level beyond what the team allows weighs; how many components are involved weighs a little. */
function carryCost(hops: number, relays: number, thumb: Thumb): number {
  const levels = Math.min(Math.max(0, hops - 1), relays);
  return Math.max(0, levels - thumb.relays) * 1.2 + Math.min(levels, thumb.relays) * 0.1 + relays * 0.05;
}

function concerned(s: Situation): number[] {
  return [...new Set([...s.readers, ...s.writers])];
}

function keep(s: Situation, thumb: Thumb): Measured {
  const out = s.wanted.filter((fn) => s.home !== null && fn !== s.home && !isBelow(s, s.home, fn));
  if (out.length > 0) {
    const names = out.map((fn) => s.linked.program.component(fn)?.name ?? '').join(', ');
    const home = s.linked.program.component(s.home ?? -1)?.name ?? 'its home';
    return impossible(
      s,
      'keep',
      `${names} ${out.length === 1 ? 'does' : 'do'} not stand below ${home}, so it does not get there.`,
    );
  }
  const relays = s.relays.length;
  const reasons = [
    relays === 0
      ? 'No component on the way only carries it.'
      : `${relays} ${relays === 1 ? 'component' : 'components'} on the way only ${relays === 1 ? 'carries' : 'carry'} it.`,
  ];
  const misplaced = s.home !== null && s.nearest !== null && s.nearest !== s.home && isBelow(s, s.home, s.nearest);
  if (misplaced) reasons.push('It lives higher than any component that needs it.');
  return option(s, 'keep', s.home, {
    relays,
    hops: s.longest,
    rerenders: rendersFrom(s, s.home),
    testNeeds: s.longest === 0 ? 'nothing' : relays + s.readers.length > 0 ? 'one prop' : 'nothing',
    cost: carryCost(s.longest, relays, thumb) + (misplaced ? 0.6 : 0),
    reasons,
    drawing: drawingOf(s, s.home, s.home === null ? 'store' : ((isProvided(s) ? sharingOf(s) : null) ?? 'prop')),
  });
}

/** The value already gets to all below without being passed on: by a context, or in a service of its home. */
function isProvided(s: Situation): boolean {
  if (s.flow.cell.kind === 'service') return true;
  return [s.flow.values, s.flow.calls].some((part) =>
    [...(part?.stops.values() ?? [])].some((stop) => stop.facts.provides),
  );
}

function isBelow(s: Situation, above: number, node: number): boolean {
  return above !== node && wayDown(s.linked.render.held, above, node).length > 0;
}

/** Components strictly between a new home and those concerned that do not use the value themselves. */
function relaysFrom(s: Situation, home: number): number[] {
  const between = new Set<number>();
  for (const fn of concerned(s))
    for (const node of wayDown(s.linked.render.held, home, fn).slice(1, -1)) between.add(node);
  for (const fn of concerned(s)) between.delete(fn);
  return [...between];
}

function down(s: Situation, thumb: Thumb): Measured {
  if (s.home === null || s.nearest === null) return impossible(s, 'down', 'It lives in no component.');
  if (!isBelow(s, s.home, s.nearest)) {
    const where = s.linked.program.component(s.nearest)?.name ?? '';
    return impossible(s, 'down', `No component lower than ${where} is above everything that reads or changes it.`);
  }
  const relays = relaysFrom(s, s.nearest);
  const hops = Math.max(0, ...concerned(s).map((fn) => wayDown(s.linked.render.held, s.nearest ?? fn, fn).length - 1));
  const name = s.linked.program.component(s.nearest)?.name ?? '';
  const removed = Math.max(0, s.carryingProps - relays.length - concerned(s).length);
  return option(s, 'down', s.nearest, {
    relays: relays.length,
    hops,
    files: s.filesOf([s.home, s.nearest, ...s.relays]),
    propsRemoved: removed,
    rerenders: rendersFrom(s, s.nearest),
    testNeeds: 'nothing',
    cost: 0.1 + carryCost(hops, relays.length, thumb),
    reasons: [
      `${name} is the lowest component above everything that reads or changes it, and fewer components re-render there.`,
    ],
    drawing: drawingOf(s, s.nearest, 'prop'),
  });
}

function up(s: Situation, thumb: Thumb): Measured | null {
  if (s.home === null) return intoComponent(s, thumb);
  if (s.nearest === null || !(isBelow(s, s.nearest, s.home) || (s.wanted.length > 0 && s.nearest === s.home))) {
    if (s.wanted.length > 0) return impossible(s, 'up', 'No component stands above all who need it.');
    return null;
  }
  const relays = relaysFrom(s, s.nearest);
  const hops = Math.max(0, ...concerned(s).map((fn) => wayDown(s.linked.render.held, s.nearest ?? fn, fn).length - 1));
  const name = s.linked.program.component(s.nearest)?.name ?? '';
  const home = s.linked.program.component(s.home)?.name ?? '';
  const added = relays.length + concerned(s).filter((fn) => fn !== s.nearest).length;
  const reasons = [
    s.wanted.length > 0 && s.nearest !== s.home
      ? `${name} is the lowest component above ${home} and ${namesOf(s, s.wanted)}, which shall read it too.`
      : s.nearest === s.home
        ? `${home} stands above everything that needs it already, and passes it down.`
        : `${name} is above everything that reads or changes it, so ${home} no longer has to report the value up.`,
  ];
  if (s.perInstance && s.nearest !== s.home)
    reasons.push(`${home} is rendered many times: in ${name} each copy needs a key.`);
  return option(s, 'up', s.nearest, {
    relays: relays.length,
    hops,
    files: s.filesOf([s.home, s.nearest, ...relays, ...concerned(s)]),
    propsAdded: added,
    rerenders: rendersFrom(s, s.nearest),
    testNeeds: 'one prop',
    cost: 0.35 + carryCost(hops, relays.length, thumb) + (s.perInstance ? 0.3 : 0),
    reasons,
    drawing: drawingOf(s, s.nearest, 'prop'),
  });
}

/** What no component holds could live in the lowest one above all who need it, and be passed down. */
function intoComponent(s: Situation, thumb: Thumb): Measured | null {
  if (s.nearest === null) return null;
  const relays = relaysFrom(s, s.nearest);
  const hops = Math.max(0, ...concerned(s).map((fn) => wayDown(s.linked.render.held, s.nearest ?? fn, fn).length - 1));
  const name = s.linked.program.component(s.nearest)?.name ?? '';
  return option(s, 'up', s.nearest, {
    relays: relays.length,
    hops,
    files: s.filesOf([s.nearest, ...relays, ...concerned(s)]) + 1,
    propsAdded: relays.length + concerned(s).filter((fn) => fn !== s.nearest).length,
    rerenders: rendersFrom(s, s.nearest),
    testNeeds: 'one prop',
    cost: 0.9 + carryCost(hops, relays.length, thumb),
    reasons: [
      `${name} is the lowest component above everything that reads or changes it; it would be passed down from there.`,
    ],
    drawing: drawingOf(s, s.nearest, 'prop'),
  });
}

function compose(s: Situation, thumb: Thumb): Measured {
  if (s.home === null)
    return impossible(s, 'compose', 'No component holds it, so none could pass markup down instead.');
  if (s.relays.length === 0)
    return impossible(s, 'compose', 'No component on the way only carries it, so none would be relieved.');
  if (s.freeable.length === 0)
    return impossible(
      s,
      'compose',
      'Every component on the way is rendered many times, so its content cannot be written once above it.',
    );
  const left = s.relays.length - s.freeable.length;
  const names = s.freeable.map((fn) => s.linked.program.component(fn)?.name ?? '');
  const home = s.linked.program.component(s.home ?? -1)?.name ?? 'its home';
  const reasons = [`${home} would write the content of ${names.join(', ')} and pass it down as markup.`];
  if (left > 0)
    reasons.push(`${left} on the way ${left === 1 ? 'is' : 'are'} rendered many times and would still carry it.`);
  return option(s, 'compose', s.home, {
    relays: left,
    hops: Math.max(1, s.longestFreed),
    files: s.filesOf([...s.freeable, ...(s.home === null ? [] : [s.home])]),
    propsAdded: s.freeable.length,
    propsRemoved: s.freeable.length,
    rerenders: rendersFrom(s, s.home),
    testNeeds: 'one prop',
    cost: 0.5 + carryCost(s.longestFreed, left, thumb) + s.freeable.length * 0.3,
    reasons,
    drawing: drawingOf(s, s.home, 'prop', s.freeable),
  });
}

/** By what a value gets to all below: a context, or a service that the component provides. */
function context(s: Situation, thumb: Thumb): Measured | null {
  const kind = sharingOf(s);
  // One that is there for all is a store.
  if (kind === null || hasOneService(s)) return null;
  const component = providerOf(s);
  if (component === null) return impossible(s, kind, 'No component is above everything that reads it.');
  if (isProvided(s) && s.relays.length === 0) return impossible(s, kind, `It already travels through a ${kind}.`);
  const outside = concerned(s).filter((fn) => fn !== component);
  const reasons: string[] = [];
  let cost = 1.1 + s.filesOf(concerned(s)) * 0.05;
  if (s.relays.length > 0)
    reasons.push(
      `${s.relays.length} ${s.relays.length === 1 ? 'component' : 'components'} no longer ${s.relays.length === 1 ? 'has' : 'have'} to carry it.`,
    );
  if (outside.length < 2 && s.relays.length < 2) {
    cost += 0.8;
    reasons.push('Only one component below needs it.');
  }
  if (s.often) {
    cost += thumb.contextForOften ? 0 : 1.5;
    reasons.push('It changes many times a second, and every reader re-renders each time.');
  } else if (s.triggers.length > 0) reasons.push(`It rarely changes: only on ${s.triggers.slice(0, 2).join(' or ')}.`);
  return option(s, kind, component, {
    hops: outside.length > 0 ? 1 : 0,
    files: s.filesOf([component, ...concerned(s), ...s.relays]) + 1,
    propsRemoved: s.carryingProps,
    rerenders: rendersReaders(s) + (s.readers.includes(component) || changesUnseen(s) ? 0 : 1),
    testNeeds: 'a provider',
    cost,
    reasons,
    drawing: drawingOf(s, component, kind),
  });
}

/** Where a context is provided: at the home, unless somebody beside or above it needs the value too. */
function providerOf(s: Situation): number | null {
  if (s.home === null || s.nearest === null) return s.nearest ?? s.home;
  if (s.perInstance && s.wanted.length === 0) return s.home;
  return isBelow(s, s.home, s.nearest) ? s.home : s.nearest;
}

function store(s: Situation, thumb: Thumb): Measured | null {
  // What is kept outside the components already is no further choice.
  if (s.home === null) return null;
  const kind = hasOneService(s) ? 'service' : 'store';
  const reasons: string[] = [];
  let cost = 1.7 + s.filesOf(concerned(s)) * 0.05;
  if (s.writingBranches >= thumb.branches) {
    cost -= 0.8;
    reasons.push(`It is changed from ${s.writingBranches} branches of the tree.`);
  } else reasons.push(`A ${kind} outlives every component and is shared across the whole page.`);
  if (s.nearest === null && concerned(s).length > 1)
    reasons.push(
      sharingOf(s) === null
        ? 'No component stands above all who need it, as pages place them side by side. Across pages, a message channel tells them of a change.'
        : 'No component stands above all who need it.',
    );
  if (s.perInstance) {
    cost += 1.2;
    const home = s.linked.program.component(s.home ?? -1)?.name ?? 'its home';
    reasons.push(`${home} is rendered many times: each copy would need a key of its own.`);
  }
  if (thumb.onlyHomeChanges && s.writers.some((writer) => writer !== s.home)) cost -= 0.05;
  return option(s, kind, null, {
    hops: 1,
    files: s.filesOf([...concerned(s), ...s.relays, ...(s.home === null ? [] : [s.home])]) + 1,
    propsRemoved: s.carryingProps,
    rerenders: rendersReaders(s),
    testNeeds: `the ${kind}, reset`,
    cost,
    reasons,
    drawing: drawingOf(s, null, kind),
  });
}

const WAY: Record<HomeOption['kind'], (component: string) => string> = {
  keep: (c) => `Leave it in ${c}.`,
  down: (c) => `Move it down into ${c}.`,
  up: (c) => `Move it up into ${c}.`,
  compose: (c) => `Let ${c} pass markup down instead of the value.`,
  context: (c) => `Provide it through a context, from ${c}.`,
  store: () => 'Put it into a store of its own.',
  service: (c) => `Keep it in a service that ${c} provides.`,
};

function sharingOf(s: Situation): FamilyTraits['sharesBy'] {
  const component = s.linked.program.component(s.home ?? s.readers[0] ?? -1);
  return component ? FAMILIES[component.family].sharesBy : 'context';
}

/** Whether what a service holds is there for the whole application, and not from a component on. */
function hasOneService(s: Situation): boolean {
  const component = s.linked.program.component(s.home ?? s.readers[0] ?? -1);
  return component ? FAMILIES[component.family].oneServiceForAll : false;
}

function namesOf(s: Situation, fns: readonly number[]): string {
  const names = fns.map((fn) => s.linked.program.component(fn)?.name ?? '');
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

function adviceOn(s: Situation, best: Measured): string {
  // Where nobody else needs it, there is nothing to weigh.
  if (s.home !== null && s.wanted.length === 0 && concerned(s).every((fn) => fn === s.home)) {
    const home = s.linked.program.component(s.home)?.name ?? 'Its home';
    return `Leave it in ${home}. Nobody else reads or changes it: name who else shall read it, and the ways are weighed for them.`;
  }
  const isModule = best.kind === 'store' && sharingOf(s) === null;
  const parts = [
    isModule
      ? 'Put it into a module that all of them import.'
      : best.kind === 'service' && best.component === null
        ? 'Keep it in a service that all of them ask for.'
        : WAY[best.kind](best.component ?? 'its module'),
  ];
  if (best.kind !== 'keep' && s.relays.length > 0)
    parts.push(
      `${s.relays.length} of the components on the way only ${s.relays.length === 1 ? 'carries' : 'carry'} it, ${s.readers.length} ${s.readers.length === 1 ? 'place reads' : 'places read'} it.`,
    );
  parts.push(...best.reasons.filter((reason) => !/no longer/.test(reason)));
  return parts.join(' ');
}
