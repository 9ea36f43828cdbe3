/** The sites of components, as the rules about what is passed look at them. */
import type { SiteFact } from '../model/facts';
import type { ComponentInfo } from '../link/program';
import type { Linked } from '../link';
import { once } from '../link/once';

export interface Passing {
  site: number;
  fact: SiteFact;
  file: number;
  component: ComponentInfo;
  author: ComponentInfo | null;
  /** Something is spread into its props, or a wrapper or a clone adds to them: more may arrive than stands here. */
  open: boolean;
}

/** Every site that renders one known component. */
export const passings = once(gather);

function gather(linked: Linked): Passing[] {
  const { program, render } = linked;
  const { graph } = program;
  const cloned = new Set<number>();
  graph.clones.forEach((_, clone) => {
    for (const { site } of linked.clones.all(clone)) cloned.add(site);
  });
  const found: Passing[] = [];
  graph.sites.forEach(({ fact, file }, site) => {
    const target = program.siteTargets[site];
    const [only] = target?.components ?? [];
    const component = only === undefined ? undefined : program.component(only);
    if (!target || target.components.length !== 1 || !component) return;
    const open = fact.props.some((prop) => prop.name === null) || cloned.has(site) || graph.injected.has(component.fn);
    found.push({ site, fact, file, component, author: program.component(render.authors[site] ?? -1) ?? null, open });
  });
  return found;
}

/** Whether what a file exports may be used where it cannot be seen: nothing mounts the project, or others import it. */
export function isOffered({ program, render }: Linked, file: number): boolean {
  return !render.hasEntries || program.graph.modules.offers(program.graph.path(file));
}

/** The names of the props a component takes. */
export const takenBy = once(
  (component: ComponentInfo): ReadonlySet<string> => new Set(component.props.map((prop) => prop.name)),
);

/** Given by the framework itself, not by name. */
export const OWN_ATTRIBUTES = new Set(['key', 'ref', 'children']);

/** A component without any markup only says something to the one it stands in, which reads its props for itself. */
export function rendersNothing({ program: { graph } }: Linked, fn: number): boolean {
  const entry = graph.functions[fn];
  return !entry || graph.edgesInto(graph.at(entry.file, entry.fact.result)).length === 0;
}
