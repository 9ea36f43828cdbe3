/** Nested routes: the address of each, and the routes that show a component. */
import { isModel } from '../../read/libraries';
import type { Graph } from '../graph/graph';
import type { Program } from '../program/program';
import type { RenderTree } from './renderTree';

/** A route of a table, or a page of a file tree. */
export interface RouteNode {
  /** The whole path, with those of the routes around it. */
  path: string;
  file: number;
  line: number;
  /** The components (functions) it shows by itself. */
  shows: readonly number[];
  /** The sites that are written in it, and the outermost of them. */
  sites: readonly number[];
  outermost: number | null;
}

/** Above every route: what is mounted whatever the address says. */
const ROOT = -1;

/** A component that nothing is known to render: above the routes it shows, and no others. */
const top = (component: number): number => -2 - component;

export class RouteAddresses {
  readonly routes: readonly RouteNode[];
  private readonly bySite = new Map<number, number>();
  private readonly known = new Map<number, ReadonlySet<number>>();
  private readonly routesAround = new Map<number, ReadonlySet<number>>();

  constructor(
    private readonly program: Program,
    private readonly render: RenderTree,
  ) {
    this.routes = routesOf(program);
    this.routes.forEach(({ sites }, route) => {
      // Routes are read outside in: a site belongs to the innermost.
      for (const site of sites) this.bySite.set(site, route);
    });
  }

  /**
   * Parts those that read from the address by routes that never stand together: what one of them reads is nothing to
   * the other. Each part has the path its routes have in common; null where it stands in no route, or that is not known.
   */
  parts(components: readonly number[]): { path: string | null; components: number[] }[] {
    const parts: { routes: Set<number>; components: number[] }[] = [];
    for (const component of components) {
      const part = { routes: new Set(this.around(component)), components: [component] };
      for (let at = parts.length - 1; at >= 0; at--) {
        const other = parts[at];
        if (!other || !this.standTogether(part.routes, other.routes)) continue;
        for (const route of other.routes) part.routes.add(route);
        part.components.push(...other.components);
        parts.splice(at, 1);
      }
      parts.push(part);
    }
    return parts.map((part) => ({ path: this.commonPath(part.routes), components: part.components }));
  }

  private standTogether(some: ReadonlySet<number>, others: ReadonlySet<number>): boolean {
    const all = [...others];
    return [...some].some((one) => all.some((other) => this.isIn(one, other) || this.isIn(other, one)));
  }

  /** Whether a route is another one, or stands in it. */
  private isIn(inner: number, outer: number): boolean {
    if (inner === outer || outer === ROOT) return true;
    // Of two that nothing is known to render, neither says where it stands.
    return inner < 0 ? outer < 0 : this.ancestors(inner).has(outer);
  }

  private commonPath(routes: ReadonlySet<number>): string | null {
    if ([...routes].some((route) => route < 0)) return null;
    const paths = [...routes]
      .filter((route) => ![...routes].some((other) => other !== route && this.isIn(route, other)))
      .map((route) => this.routes[route]?.path ?? '')
      .sort();
    return paths[0] ?? null;
  }

  /** The nearest routes that show a component; ROOT among them where it is also shown outside any. */
  private around(component: number): ReadonlySet<number> {
    const known = this.known.get(component);
    if (known) return known;
    const found = new Set<number>();
    const seen = new Set([component]);
    const queue = [component];
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      const sites = this.program.sitesOf(at);
      if (sites.length === 0) found.add(top(at));
      for (const site of sites) {
        const route = this.bySite.get(site);
        if (route !== undefined) found.add(route);
        else
          for (const under of this.undersOf(site))
            if (under === null) found.add(ROOT);
            else if (!seen.has(under)) {
              seen.add(under);
              queue.push(under);
            }
      }
    }
    this.known.set(component, found);
    return found;
  }

  private undersOf(site: number): (number | null)[] {
    const placements = this.render.placements[site] ?? [];
    return placements.length === 0 ? [null] : placements.map(({ under }) => under);
  }

  /** All routes that a route stands in. */
  private ancestors(route: number): ReadonlySet<number> {
    const known = this.routesAround.get(route);
    if (known) return known;
    const found = new Set<number>();
    const queue = [route];
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      const site = this.routes[at]?.outermost ?? null;
      for (const under of site === null ? [] : this.undersOf(site))
        for (const outer of under === null ? [] : this.around(under))
          if (outer !== ROOT && outer !== route && !found.has(outer)) {
            found.add(outer);
            queue.push(outer);
          }
    }
    this.routesAround.set(route, found);
    return found;
  }
}

function routesOf(program: Program): RouteNode[] {
  const { graph } = program;
  const found: RouteNode[] = [];
  const paths = new Paths(graph);
  graph.files.forEach((facts, file) => {
    const show = (site: number): readonly number[] => program.siteTargets[site]?.components ?? [];
    if (isModel(facts.path)) {
      facts.sites.forEach((_, index) => {
        const site = graph.siteAt(file, index);
        const shows = show(site);
        const component = program.component(shows[0] ?? -1);
        if (!component) return;
        // What stands for the file tree has no text of its own: there the page's place is the address.
        const { line } = graph.functions[component.fn]?.fact.at ?? { line: 1 };
        found.push({
          path: pageAddress(graph.path(component.file)),
          file: component.file,
          line,
          shows,
          sites: [site],
          outermost: site,
        });
      });
      return;
    }
    facts.routes.forEach((route, index) => {
      const sites = Array.from({ length: route.sites?.[1] ?? 0 }, (_, at) =>
        graph.siteAt(file, (route.sites?.[0] ?? 0) + at),
      );
      const outermost =
        sites.find((site) => {
          const fact = graph.sites[site]?.fact;
          return fact?.inside === route.piece && !fact.nested;
        }) ?? null;
      const shows = outermost === null ? [] : show(outermost);
      found.push({ path: paths.of(file, index), file, line: route.at.line, shows, sites, outermost });
    });
  });
  return found;
}

/** The whole paths of routes: with those of the routes around them, also where these stand in another file. */
class Paths {
  /** The route that a file's table is shown by. */
  private readonly around = new Map<number, { file: number; index: number }>();

  constructor(private readonly graph: Graph) {
    const ofPiece = new Map<number, number>();
    graph.files.forEach(({ routes }, file) => {
      for (const { piece, sites } of routes) if (piece !== null && sites) ofPiece.set(graph.at(file, piece), file);
    });
    graph.files.forEach(({ routes }, file) =>
      routes.forEach(({ piece, sites, path }, index) => {
        if (piece === null || sites || !path) return;
        for (const { place } of graph.trace(graph.at(file, piece))) {
          const inner = ofPiece.get(place);
          if (inner !== undefined && inner !== file) this.around.set(inner, { file, index });
        }
      }),
    );
  }

  of(file: number, index: number, seen: readonly number[] = []): string {
    const routes = this.graph.files[file]?.routes ?? [];
    let path = '';
    for (let at: number | null = index; at !== null; at = routes[at]?.parent ?? null) {
      const own = routes[at]?.path ?? '';
      path = own.startsWith('/') && path === '' ? own : joined(own, path);
      if (own.startsWith('/')) break;
    }
    const around = this.around.get(file);
    if (around && !path.startsWith('/') && !seen.includes(file))
      path = joined(this.of(around.file, around.index, [...seen, file]), path);
    return path.startsWith('/') ? path : `/${path}`;
  }
}

function joined(outer: string, inner: string): string {
  if (outer === '' || inner === '') return outer || inner;
  return `${outer.replace(/\/$/, '')}/${inner}`;
}

/** The address a page's place in the file tree stands for. */
function pageAddress(file: string): string {
  const below = file
    .replace(/^(?:.*\/)?(?:src\/)?(?:app|pages|routes)\//, '')
    .replace(/\.\w+$/, '')
    .split('/')
    .filter((part) => !/^\(.*\)$/.test(part));
  if (/^(page|layout|index|_app|route|\+page.*|\+layout.*|template)$/.test(below.at(-1) ?? '')) below.pop();
  return `/${below.join('/')}`;
}
