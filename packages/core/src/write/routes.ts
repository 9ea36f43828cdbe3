/** The addresses of an application, with the component each shows. */
import type { Route } from '../model/documents';
import type { Linked } from '../link';
import { isModel } from '../read/libraries';

export function routesOf(linked: Linked): Route[] {
  const { program } = linked;
  const { graph } = program;
  const found: Route[] = [];
  const firstSites = new Map<string, number>();
  graph.sites.forEach(({ fact, file }, site) => {
    const key = `${file}:${fact.inside}`;
    if (!fact.nested && !firstSites.has(key)) firstSites.set(key, site);
  });
  graph.files.forEach((facts, file) => {
    // What stands for the file tree has no text of its own: there the page's place is the address.
    const modelled = isModel(facts.path);
    facts.routes.forEach((route, index) => {
      const site = route.piece === null ? undefined : firstSites.get(`${file}:${route.piece}`);
      for (const fn of site === undefined ? [] : (program.siteTargets[site]?.components ?? [])) {
        const component = program.component(fn);
        if (!component) continue;
        const page = graph.path(component.file);
        found.push({
          path: modelled ? addressOf(page) : whole(index),
          of: component.id,
          file: modelled ? page : facts.path,
          line: modelled ? (graph.functions[fn]?.fact.at.line ?? 1) : route.at.line,
        });
      }
    });
    if (modelled)
      graph.sites.forEach((entry, site) => {
        if (entry.file !== file || entry.fact.nested) return;
        const component = program.component(program.siteTargets[site]?.components[0] ?? -1);
        if (!component || found.some((route) => route.of === component.id)) return;
        const page = graph.path(component.file);
        const { line } = graph.functions[component.fn]?.fact.at ?? { line: 1 };
        found.push({ path: addressOf(page), of: component.id, file: page, line });
      });

    /** A route's path with those of the routes around it. */
    function whole(index: number): string {
      let path = '';
      for (let at: number | null = index; at !== null; at = facts.routes[at]?.parent ?? null) {
        const own = facts.routes[at]?.path ?? '';
        path = own.startsWith('/') && path === '' ? own : joined(own, path);
        if (own.startsWith('/')) break;
      }
      return path.startsWith('/') ? path : `/${path}`;
    }
  });
  return found;
}

function joined(outer: string, inner: string): string {
  if (outer === '' || inner === '') return outer || inner;
  return `${outer.replace(/\/$/, '')}/${inner}`;
}

/** The address a page's place in the file tree stands for. */
function addressOf(file: string): string {
  const below = file
    .replace(/^(?:.*\/)?(?:src\/)?(?:app|pages|routes)\//, '')
    .replace(/\.\w+$/, '')
    .split('/')
    .filter((part) => !/^\(.*\)$/.test(part));
  if (/^(page|layout|index|_app|route|\+page.*|\+layout.*|template)$/.test(below.at(-1) ?? '')) below.pop();
  return `/${below.join('/')}`;
}
