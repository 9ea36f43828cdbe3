/** Of several components of one name, the one that a template sees: by the modules around it, or by what its component imports. */
import type { ScopeFact } from '../../model/facts';
import { push } from '../graph/byPlace';
import type { Graph } from '../graph/graph';

interface Scope {
  file: number;
  fact: ScopeFact;
}

export class Scopes {
  private readonly bySelf = new Map<number, Scope>();
  /** The modules that declare a component. */
  private readonly declaring = new Map<number, Scope[]>();

  constructor(private readonly graph: Graph) {
    graph.files.forEach((facts, file) => {
      for (const fact of facts.scopes) {
        const scope = { file, fact };
        const self = graph.functionOfSelf.get(graph.at(file, fact.self));
        if (self !== undefined) this.bySelf.set(self, scope);
        for (const fn of this.listed(scope, fact.declares)) push(this.declaring, fn, scope);
      }
    });
  }

  /** Those of some components that a component's template sees. */
  seenBy(component: number, among: readonly number[]): number[] {
    const found = new Set<number>();
    const own = this.bySelf.get(component);
    if (own) this.offered(this.listed(own, own.fact.imports), found, new Set());
    for (const scope of this.declaring.get(component) ?? []) {
      for (const fn of this.listed(scope, scope.fact.declares)) found.add(fn);
      this.offered(this.listed(scope, scope.fact.imports), found, new Set());
    }
    return among.filter((fn) => found.has(fn));
  }

  /** What everybody sees whom: where that is as before, tags mean what they meant. */
  get signature(): string {
    const listed = (scope: Scope): number[][] => {
      const { declares, imports, offers } = scope.fact;
      return [declares, imports, offers].map((list) => this.listed(scope, list));
    };
    return JSON.stringify([...this.bySelf].map(([self, scope]) => [self, listed(scope)]));
  }

  /** Takes up components, and what modules offer; modules may offer each other in a circle. */
  private offered(list: readonly number[], found: Set<number>, seen: Set<number>): void {
    for (const fn of list) {
      if (seen.has(fn)) continue;
      seen.add(fn);
      found.add(fn);
      const scope = this.bySelf.get(fn);
      if (scope) this.offered(this.listed(scope, scope.fact.offers), found, seen);
    }
  }

  private listed({ file }: Scope, places: readonly number[]): number[] {
    const { graph } = this;
    return places.flatMap((place) => {
      const at = graph.at(file, place);
      const found = graph.functionsAt(at);
      // A list that is kept under a name.
      return found.length > 0 ? found : graph.functionsAt(at, ['*']);
    });
  }
}
