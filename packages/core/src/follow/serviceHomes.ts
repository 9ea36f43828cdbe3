/** Where services live: the component that provides one to all below it, where nobody else provides it. */
import type { Linked } from '../link';
import type { SharedCell } from '../model/facts';

export class ServiceHomes {
  /** Who provides each class, by its file and name; null stands for a module or the application. */
  private readonly providers = new Map<string, Set<number | null>>();

  constructor({ program }: Linked) {
    const { graph } = program;
    graph.files.forEach(({ providers }, file) => {
      for (const { service, by } of providers) {
        const made = graph.functions[graph.functionsAt(graph.at(file, service))[0] ?? -1];
        if (!made) continue;
        const key = keyOf(made.file, made.fact.name);
        const known = this.providers.get(key) ?? new Set();
        this.providers.set(key, known);
        const component = by === null ? null : graph.functionOfSelf.get(graph.at(file, by));
        known.add(program.component(component ?? -1)?.fn ?? null);
      }
    });
  }

  /** The component in which a value of a service lives; null where it lives in none, or in several. */
  homeOf({ id }: SharedCell, file: number): number | null {
    const [one = null, ...others] = this.providers.get(keyOf(file, id.split('.')[0] ?? '')) ?? [];
    return others.length === 0 ? one : null;
  }

  /** Whether a component provides a service itself: its instance goes when the component does. */
  isProvidedBy({ id }: SharedCell, file: number, component: number): boolean {
    return this.providers.get(keyOf(file, id.split('.')[0] ?? ''))?.has(component) ?? false;
  }
}

function keyOf(file: number, name: string): string {
  return `${file} ${name}`;
}
