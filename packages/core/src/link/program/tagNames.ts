/** Names that find components nobody imports: registered globally, or supplied by the build. */
import { FAMILIES } from '../../model/families';
import { pascal } from '../../model/spelling';
import { push } from '../graph/byPlace';
import type { Graph } from '../graph/graph';
import { sameList } from '../memo/sameList';

/** The components of families that find them by name, by every name they go by. */
export function tagNames(graph: Graph): Map<string, number[]> {
  const names = new Map<string, number[]>();
  const said = new Map<string, number[]>();
  graph.functions.forEach(({ fact, file }, fn) => {
    const facts = graph.files[file];
    if (fact.role !== 'component' || !FAMILIES[graph.familyOf(file)].tagsByName) return;
    for (const name of fact.ownNames ?? []) push(said, name, fn);
    push(names, fact.name, fn);
    const byFolder = facts && graph.autoImports.isOfNuxt(facts.path) ? nameByFolder(facts.path) : null;
    if (byFolder !== null && byFolder !== fact.name) push(names, byFolder, fn);
  });
  // A name that a component gives itself counts for more than that of its file.
  for (const [name, functions] of said) names.set(name, functions);
  // A name that a component was registered under is that component's, or that of others registered under it.
  const registered = new Map<string, Set<number>>();
  graph.files.forEach((facts, own) => {
    for (const { name, place } of facts.registers)
      for (const fn of graph.functionsAt(graph.at(own, place)))
        registered.set(name, (registered.get(name) ?? new Set()).add(fn));
  });
  for (const [name, functions] of registered) names.set(name, [...functions]);
  return names;
}

/** The name by which a Nuxt project knows a component: `components/beds/Tray.vue` is `BedsTray`. */
function nameByFolder(path: string): string | null {
  const inside = /(?:^|\/)components\/(.+)\.vue$/.exec(path)?.[1];
  if (inside === undefined) return null;
  const words: string[] = [];
  for (const part of inside.replace(/\/index$/, '').split('/')) {
    const name = pascal(part);
    // What a folder says already is not said again.
    const before = words.join('');
    if (before !== '' && name.startsWith(before)) words.length = 0;
    words.push(name);
  }
  return words.join('');
}

export function sameNames(
  a: ReadonlyMap<string, readonly number[]>,
  b: ReadonlyMap<string, readonly number[]>,
): boolean {
  if (a.size !== b.size) return false;
  for (const [name, functions] of a) if (!sameList(functions, b.get(name))) return false;
  return true;
}
