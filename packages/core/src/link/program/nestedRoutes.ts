/** Nested routes: a route's markup is shown at the outlet of what the route around it renders. */
import type { Components } from './components';

export function joinNestedRoutes(program: Components): void {
  const { graph } = program;
  if (!graph.files.some((file) => file.routes.length > 0)) return;
  const outlets = new Map<number, number[]>();
  graph.files.forEach((facts, file) => {
    for (const { place, fn } of facts.outlets) {
      for (const unit of unitsOf(graph.fnAt(file, fn)))
        outlets.set(unit, [...(outlets.get(unit) ?? []), graph.at(file, place)]);
    }
  });
  const renders = new Map<number, number[]>();
  graph.sites.forEach(({ fact, file }, site) => {
    for (const unit of unitsOf(graph.fnAt(file, fact.fn)))
      renders.set(unit, [...(renders.get(unit) ?? []), ...(program.siteTargets[site]?.components ?? [])]);
  });
  graph.files.forEach((facts, file) => {
    const joins: [number, number][] = [];
    for (const route of facts.routes) {
      if (route.piece === null) continue;
      const places = route.parent !== null ? shownIn(route.parent) : route.atOutlet ? outermost() : [];
      for (const place of places) joins.push([graph.at(file, route.piece), place]);
    }
    graph.joinAll('routes', file, joins);

    /** Where the routes inside one are shown: at its outlets; where none is found, beside what it shows itself. */
    function shownIn(parent: number): number[] {
      const outlets = parentOutlets(parent);
      const piece = facts.routes[parent]?.piece;
      return outlets.length > 0 || piece == null ? outlets : [graph.at(file, piece)];
    }

    /** The outlets of the nearest route above that renders something. */
    function parentOutlets(parent: number): number[] {
      for (let at: number | null = parent; at !== null; at = facts.routes[at]?.parent ?? null) {
        const { piece, sites: [first, count] = [0, 0] } = facts.routes[at] ?? {};
        if (piece == null) continue;
        const shown = Array.from({ length: count }, (_, site) => program.siteTargets[graph.siteAt(file, first + site)]);
        return below(shown.flatMap((target) => target?.components ?? []));
      }
      return [];
    }
  });

  /** What a piece of code runs as part of: of markup in a file of its own, whoever renders it. */
  function unitsOf(fn: number): number[] {
    const unit = program.unitOf(fn);
    if (!graph.functions[unit]?.fact.template) return [unit];
    return graph.callersOfFunction(unit).map((call) => program.unitOf(graph.fnOfCall(call)));
  }

  /** The outlets of what is mounted. */
  function outermost(): number[] {
    const routed = new Set(
      graph.files.flatMap((facts, file) =>
        facts.routes.flatMap(({ piece }) => (piece === null ? [] : [graph.at(file, piece)])),
      ),
    );
    // A page may hold one itself.
    const ofPages = [...outlets].flatMap(([unit, places]) => (program.isModule(unit) ? places : []));
    if (ofPages.length > 0) return ofPages;
    return graph.sites.flatMap(({ fact, file }, site) => {
      if (!program.isModule(graph.fnAt(file, fact.fn)) || routed.has(graph.at(file, fact.inside))) return [];
      return (program.siteTargets[site]?.components ?? []).flatMap((component) => below([component]));
    });
  }

  /** The outlets nearest below some components. */
  function below(components: readonly number[]): number[] {
    const seen = new Set(components);
    let level = [...components];
    while (level.length > 0) {
      const found = level.flatMap((fn) => outlets.get(fn) ?? []);
      if (found.length > 0) return found;
      level = level.flatMap((fn) => renders.get(fn) ?? []).filter((fn) => !seen.has(fn) && seen.add(fn));
    }
    return [];
  }
}
