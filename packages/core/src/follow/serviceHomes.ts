/** Where services live: in the components that provide them to all below, and in the application. */
import type { Linked } from '../link';
import type { At } from '../link/travel/visited';
import type { SharedCell } from '../model/facts';

export class ServiceHomes {
  /** Who provides each class, by its file and name; null stands for a module or the application. */
  private readonly providers = new Map<string, Set<number | null>>();

  constructor(private readonly linked: Linked) {
    const { program } = linked;
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

  /** Where a service is provided: components, and null for a module or the application. Each has an instance of its own. */
  providersOf({ id }: SharedCell, file: number): readonly (number | null)[] {
    return [...(this.providers.get(keyOf(file, id.split('.')[0] ?? '')) ?? [])];
  }

  /**
   * Whether it can be told who gets which instance. What stands inside an element that a provider is an attribute of is not known to stand
   * below it.
   */
  areToldApart(providers: readonly (number | null)[]): boolean {
    const { program } = this.linked;
    const isAttribute = (fn: number): boolean =>
      program.sitesOf(fn).some((site) => program.graph.sites[site]?.fact.maybe === true);
    return providers.length > 1 && !providers.some((fn) => fn !== null && isAttribute(fn));
  }

  /**
   * Whether what arrives at a place may be of the instance that `provider` provides. What is asked for in a service is looked for from
   * where that one is provided. Where nobody on the way up provides it, the application's is meant; where that has none, it
   * may be any.
   */
  serves(provider: number | null, { id }: SharedCell, file: number, at: At): boolean {
    const { callContexts } = this.linked.program;
    const service = keyOf(file, id.split('.')[0] ?? '');
    const providers = this.providers.get(service) ?? new Set();
    let askers: readonly (number | null)[] = [callContexts.ownerOf(at.run)];
    let isFound = false;
    for (const place of this.readAlong(at))
      for (const { key, above } of this.injectedAt(place, service)) {
        askers = this.nearest(this.providers.get(key) ?? new Set(), askers, above);
        isFound = key === service;
      }
    const nearest = isFound ? askers : this.nearest(providers, askers, false);
    return nearest.includes(provider) || (nearest.includes(null) && !providers.has(null));
  }

  /** The places that are read on the way to a value: what is called, from the component's own code on, else the value's own. */
  private readAlong({ place, run }: At): number[] {
    const { callContexts, graph } = this.linked.program;
    const found: number[] = [];
    for (let at = run; callContexts.callOf(at) !== -1; at = callContexts.parentOf(at)) {
      const call = graph.calls[callContexts.callOf(at)];
      if (call) found.unshift(graph.at(call.file, call.fact.callee));
    }
    return found.length > 0 ? found : [place];
  }

  /** The services that a place is come to by, as they are asked for; the one that is looked for last. */
  private injectedAt(place: number, service: string): { key: string; above: boolean }[] {
    const { graph } = this.linked.program;
    const passed = new Set(graph.trace(place).flatMap(({ calls }) => calls ?? []));
    const found = [...passed].flatMap((call) =>
      graph.targetsOf(call).flatMap((fn) => {
        const entry = graph.functions[fn];
        const key = entry ? keyOf(entry.file, entry.fact.name) : '';
        return this.providers.has(key) ? [{ key, above: graph.calls[call]?.fact.fromAbove === true }] : [];
      }),
    );
    return found.sort((a, b) => Number(a.key === service) - Number(b.key === service));
  }

  /** The nearest of some providers, from where each asks upwards, itself included but where it asks for one above. */
  private nearest(
    providers: ReadonlySet<number | null>,
    askers: readonly (number | null)[],
    above: boolean,
  ): (number | null)[] {
    const { parents } = this.linked.render.under;
    const upwards = (at: number): (number | null)[] => [...(parents.get(at) ?? [null])];
    const queue = new Set(askers.flatMap((one) => (above && one !== null ? upwards(one) : one)));
    const nearest: (number | null)[] = [];
    for (const at of queue)
      if (at === null || providers.has(at)) nearest.push(at);
      else for (const one of upwards(at)) queue.add(one);
    return nearest;
  }

  /** Whether a component provides a service itself: its instance goes when the component does. */
  isProvidedBy({ id }: SharedCell, file: number, component: number): boolean {
    return this.providers.get(keyOf(file, id.split('.')[0] ?? ''))?.has(component) ?? false;
  }
}

function keyOf(file: number, name: string): string {
  return `${file} ${name}`;
}
