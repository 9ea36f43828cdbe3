/** Where services live: in the components that provide them to all below, and in the application. */
import type { Linked } from '../link';
import type { At } from '../link/travel/visited';
import type { SharedCell } from '../model/facts';

/** Where one who asks for a service looks for it: itself and further up, from above itself on, or no further than whose markup it stands in. */
type Looks = 'up' | 'from above' | 'in view';

export class ServiceHomes {
  /** Who provides each class, by its file and name; null stands for a module or the application. */
  private readonly providers = new Map<string, Set<number | null>>();
  /** Those of them that do so for their own markup alone. */
  private readonly ofView = new Map<string, Set<number | null>>();

  constructor(private readonly linked: Linked) {
    const { program } = linked;
    const { graph } = program;
    graph.files.forEach(({ providers }, file) => {
      for (const { service, by, ofView } of providers) {
        const made = graph.functions[graph.functionsAt(graph.at(file, service))[0] ?? -1];
        if (!made) continue;
        const key = keyOf(made.file, made.fact.name);
        const component = by === null ? null : graph.functionOfSelf.get(graph.at(file, by));
        const fn = program.component(component ?? -1)?.fn ?? null;
        add(this.providers, key, fn);
        if (ofView) add(this.ofView, key, fn);
      }
    });
  }

  /** Where a service is provided: components, and null for a module or the application. Each has an instance of its own. */
  providersOf({ id }: SharedCell, file: number): readonly (number | null)[] {
    return [...(this.providers.get(keyOf(file, id.split('.')[0] ?? '')) ?? [])];
  }

  /** Whether it can be told who gets which instance. Components that stand on one element are not known to stand above each other. */
  areToldApart(providers: readonly (number | null)[]): boolean {
    const { program } = this.linked;
    return (
      providers.length > 1 &&
      !providers.some((fn) => fn !== null && program.sitesOf(fn).some((site) => this.sharesElement(site)))
    );
  }

  private sharesElement(site: number): boolean {
    const { graph, siteTargets } = this.linked.program;
    const elementOf = (other: number): number | null => {
      const { file = 0, fact } = graph.sites[other] ?? {};
      return fact?.element === undefined ? null : graph.at(file, fact.element);
    };
    const own = elementOf(site);
    if (own === null) return false;
    // The sites of one element are read one after the other.
    for (const step of [-1, 1])
      for (let other = site + step; elementOf(other) === own; other += step)
        if ((siteTargets[other]?.components.length ?? 0) > 0) return true;
    return false;
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
      for (const { key, looks } of this.injectedAt(place, service)) {
        askers = this.nearest(key, askers, looks);
        isFound = key === service;
      }
    const nearest = isFound ? askers : this.nearest(service, askers, 'up');
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
  private injectedAt(place: number, service: string): { key: string; looks: Looks }[] {
    const { graph } = this.linked.program;
    const passed = new Set(graph.trace(place).flatMap(({ calls }) => calls ?? []));
    const found = [...passed].flatMap((call) =>
      graph.targetsOf(call).flatMap((fn) => {
        const entry = graph.functions[fn];
        const key = entry ? keyOf(entry.file, entry.fact.name) : '';
        const { fromAbove, inView } = graph.calls[call]?.fact ?? {};
        const looks: Looks = fromAbove ? 'from above' : inView ? 'in view' : 'up';
        return this.providers.has(key) ? [{ key, looks }] : [];
      }),
    );
    return found.sort((a, b) => Number(a.key === service) - Number(b.key === service));
  }

  /** The nearest providers of a service, from where each component asks. */
  private nearest(service: string, askers: readonly (number | null)[], looks: Looks): (number | null)[] {
    const providers = this.providers.get(service) ?? new Set();
    const ofView = this.ofView.get(service) ?? new Set();
    const { under, by } = this.linked.render;
    const upwards = (at: number): (number | null)[] => [...(under.parents.get(at) ?? [null])];
    return askers.flatMap((asker) => {
      if (asker === null) return [null];
      const hosts = by.parents.get(asker) ?? new Set();
      const authors = new Set([asker]);
      for (const one of authors) for (const author of by.parents.get(one) ?? []) authors.add(author);
      const nearest: (number | null)[] = [];
      const queue = new Set(looks === 'from above' ? upwards(asker) : [asker]);
      for (const at of queue) {
        // The component in whose markup the asker stands is the last to be asked, for what it has for that markup alone.
        const isLast = at !== null && looks === 'in view' && at !== asker && hosts.has(at);
        const isSeen = at === null || (ofView.has(at) ? authors.has(at) : providers.has(at) && !isLast);
        if (isSeen) nearest.push(at);
        else if (at !== null && !isLast) for (const one of upwards(at)) queue.add(one);
      }
      return nearest;
    });
  }

  /** Whether a component provides a service itself: its instance goes when the component does. */
  isProvidedBy({ id }: SharedCell, file: number, component: number): boolean {
    return this.providers.get(keyOf(file, id.split('.')[0] ?? ''))?.has(component) ?? false;
  }
}

function add(map: Map<string, Set<number | null>>, key: string, fn: number | null): void {
  const known = map.get(key);
  if (known) known.add(fn);
  else map.set(key, new Set([fn]));
}

function keyOf(file: number, name: string): string {
  return `${file} ${name}`;
}
