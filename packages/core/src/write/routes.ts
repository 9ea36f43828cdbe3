/** The addresses of an application, each with the component it shows. */
import type { Route } from '../model/documents';
import type { Linked } from '../link';

export function routesOf({ program, routeAddresses: addresses }: Linked): Route[] {
  const found = new Map<string, Route>();
  for (const { path, file, line, shows } of addresses.routes)
    for (const fn of shows) {
      const component = program.component(fn);
      if (!component) continue;
      const route = { path, of: component.id, file: program.graph.path(file), line };
      // A layout stands around each of its pages.
      found.set(JSON.stringify(route), route);
    }
  return [...found.values()];
}
