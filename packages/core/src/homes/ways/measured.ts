/** What is measured of every way, each measure in one place. */
import { wayDown } from '../../follow/dominators';
import type { HomeOption } from '../../model/documents';
import { FAMILIES, type FamilyTraits } from '../../model/families';
import type { Thumb } from '../../model/thumb';
import type { Situation } from '../situation';

/** A way with what it costs: the least is recommended. */
export interface Measured extends Omit<HomeOption, 'score'> {
  cost: number;
  /** The component it would live in; null for a module. */
  place: number | null;
}

export function option(
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

export function impossible(s: Situation, kind: HomeOption['kind'], reason: string): Measured {
  return option(s, kind, null, { possible: false, cost: Infinity, reasons: [reason], lifetime: '–', testNeeds: '–' });
}

/** What re-renders on a write where the state lives in a component. */
export function rendersFrom(s: Situation, component: number | null): number {
  if (changesUnseen(s)) return 0;
  const home = component === null ? undefined : s.linked.program.component(component);
  if (!home) return rendersReaders(s);
  return FAMILIES[home.family].writeRenders === 'subtree' ? s.rendersBelow(home.fn) : s.readers.length;
}

/** What a component keeps without a function that sets it, such as a reference: where only such a function renders, nothing does. */
export function changesUnseen({ flow: { cell }, linked }: Situation): boolean {
  const home = linked.program.component(cell.home ?? -1);
  return cell.kind === 'state' && cell.setter === null && !!home && FAMILIES[home.family].writeRenders === 'subtree';
}

/** What re-renders where only those who read it do, each with what it renders itself. */
export function rendersReaders(s: Situation): number {
  if (changesUnseen(s)) return 0;
  const all = new Set<number>();
  for (const reader of s.readers) {
    all.add(reader);
    const queue = [reader];
    for (let next = queue.pop(); next !== undefined; next = queue.pop())
      for (const child of s.linked.render.holds.children.get(next) ?? [])
        if (!all.has(child)) {
          all.add(child);
          queue.push(child);
        }
  }
  return all.size;
}

/** What carrying costs: each level beyond what the team allows weighs; how many components are involved weighs a little. */
export function carryCost(hops: number, relays: number, thumb: Thumb): number {
  const levels = Math.min(Math.max(0, hops - 1), relays);
  return Math.max(0, levels - thumb.relays) * 1.2 + Math.min(levels, thumb.relays) * 0.1 + relays * 0.05;
}

/** The components that read the value or change it. */
export function concerned(s: Situation): number[] {
  return [...new Set([...s.readers, ...s.writers])];
}

/** Whether a component stands below another one. */
export function isBelow(s: Situation, ancestor: number, node: number): boolean {
  return ancestor !== node && wayDown(s.linked.render.holds, ancestor, node).length > 0;
}

/** Components strictly between a new home and those concerned that do not use the value themselves. */
export function relaysFrom(s: Situation, home: number): number[] {
  const between = new Set<number>();
  for (const fn of concerned(s))
    for (const node of wayDown(s.linked.render.holds, home, fn).slice(1, -1)) between.add(node);
  for (const fn of concerned(s)) between.delete(fn);
  return [...between];
}

/** How far the furthest of those concerned is from a new home. */
export function hopsFrom(s: Situation, home: number): number {
  return Math.max(0, ...concerned(s).map((fn) => wayDown(s.linked.render.holds, home, fn).length - 1));
}

/** The value already gets to all below without being passed on: by a context, or in a service of its home. */
export function isProvided(s: Situation): boolean {
  if (s.flow.cell.kind === 'service') return true;
  return [s.flow.values, s.flow.calls].some((part) =>
    [...(part?.stops.values() ?? [])].some((stop) => stop.facts.provides),
  );
}

/** By what the family of the home shares a value with all below. */
export function sharingOf(s: Situation): FamilyTraits['sharesBy'] {
  const component = s.linked.program.component(s.home ?? s.readers[0] ?? -1);
  return component ? FAMILIES[component.family].sharesBy : 'context';
}

/** Whether what a service holds is there for the whole application, and not from a component on. */
export function hasOneService(s: Situation): boolean {
  const component = s.linked.program.component(s.home ?? s.readers[0] ?? -1);
  return component ? FAMILIES[component.family].oneServiceForAll : false;
}

export function namesOf(s: Situation, fns: readonly number[]): string {
  const names = fns.map((fn) => s.linked.program.component(fn)?.name ?? '');
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
