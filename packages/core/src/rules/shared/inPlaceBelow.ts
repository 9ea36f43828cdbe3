/** Changes in place of what was passed to a component that re-renders only when it gets another value. */
import type { Spot } from '../../model/facts';
import { mutationsAt, type Mutation } from '../../follow/changesInPlace';
import type { CellInfo } from '../../follow/cellInfo';
import type { CellFlow } from '../../follow/cells';
import type { Flow, FlowStop } from '../../follow/flow';
import type { Linked } from '../../link';
import { isAnew, isGuessed, wasDerived, wasFrozen } from '../../link/travel/visited';
import { named, positionOf, relatedAt, type Draft } from '../rule';
import { isChangeOf } from './changes';

/** Where a value is changed in place though some component that shows it does not see that, by the spot. */
export function unseenBelow(linked: Linked, { cell, values }: CellFlow): Map<Spot, Draft> {
  const { program, locals } = linked;
  const found = new Map<Spot, Draft>();
  if (!values || cell.callable) return found;
  const stops = wholeStops(values);
  const shows = stops.find((stop) => isPushed(linked, values.stops, stop))?.component;
  if (!shows) return found;
  const says = program.graph.functions[shows.fn]?.fact.at;
  for (const stop of stops) {
    // What a component changes itself, it was told to by an event of its own.
    if (!stop.component || stop.component === shows) continue;
    for (const visited of locals.explore(stop.at).visited) {
      if (
        visited.path !== 0 ||
        wasDerived(visited) ||
        wasFrozen(visited) ||
        isAnew(visited.flags) ||
        isGuessed(visited.flags)
      )
        continue;
      for (const one of mutationsAt(linked, visited.place)) {
        if (one.ofElement || one.beforeRender || !one.text.endsWith('()') || isSetBeside(linked, cell, one)) continue;
        found.set(one.at, {
          message: `${stop.component.name} mutates ${cell.name} in place (${one.text}), but ${shows.name} only re-renders when it gets a new value.`,
          effect: `${shows.name} keeps showing the old ${cell.name}.`,
          todo: `Assign a changed copy instead: ${cell.name} = [...${cell.name}, …].`,
          component: stop.component.name,
          name: cell.name,
          ...positionOf(linked, one.file, one.at),
          ...named([stop.component, shows]),
          related: says ? [relatedAt(linked, shows.file, says, `${shows.name} is declared here.`)] : [],
        });
      }
    }
  }
  return found;
}

/** The stops that the object itself gets to, rather than a part of it. */
function wholeStops({ start, stops }: Flow): FlowStop[] {
  const keys = new Set([start]);
  for (const key of keys)
    for (const { target, effect, computed } of stops.get(key)?.hops ?? [])
      if (!computed && (effect === 'same' || effect === 'renamed')) keys.add(target);
  return [...keys].flatMap((key) => stops.get(key) ?? []);
}

/** Whether the function that changes a value in place also sets it. */
function isSetBeside({ program: { graph } }: Linked, cell: CellInfo, one: Mutation): boolean {
  const facts = graph.files[one.file];
  return (facts?.calls ?? []).some(
    (fact) =>
      graph.fnAt(one.file, fact.fn) === one.fn &&
      fact.name !== one.text &&
      isChangeOf(graph, one.file, fact, cell.setter?.place),
  );
}

/** Whether a value arrives as a prop at a component that shows it, and renders again only where it is passed another one. */
function isPushed(
  { program: { graph } }: Linked,
  stops: ReadonlyMap<string, FlowStop>,
  { key, component, facts }: FlowStop,
): boolean {
  if (!component || !graph.functions[component.fn]?.fact.comparesInputs) return false;
  const shown = facts.uses.some(({ kind }) => /^(shown|iterated|branched)$/.test(kind));
  return (
    shown &&
    [...stops.values()].some(({ hops }) =>
      hops.some((hop) => hop.target === key && hop.carrier === 'prop' && hop.effect !== 'part'),
    )
  );
}
