/**
 * What is tied together across files other than by imports: places of one key (a topic, an action's type, the one store
 * of a program), props that a wrapper adds, reducers that answer another module's action, fields changed in place.
 */
import type { CellFact } from '../model/facts';
import type { Graph } from './graph';
import { cellsHeld } from './held';

/** The key under which a cell's change function is joined. */
export function changeKey(key: string): string {
  return `${key}!`;
}

export class Shared {
  private readonly hubs = new Map<string, number>();

  constructor(private readonly graph: Graph) {
    graph.files.forEach((facts, file) => {
      for (const { key, place, into } of facts.joins) {
        const hub = this.hubOf(key, file);
        if (into) graph.join(graph.at(file, place), hub);
        else graph.join(hub, graph.at(file, place));
      }
      for (const cell of facts.cells) if (cell.shared?.key != null) this.hubOf(cell.shared.key, file);
    });
    this.addInjected();
    this.addTies();
    this.addMutations();
    graph.forgetTraces();
    this.addBare();
  }

  /** The place all places of one key are tied to. */
  hubOf(key: string, file = 0): number {
    let hub = this.hubs.get(key);
    if (hub === undefined) {
      hub = this.graph.addPlace(file, { kind: 'cell', name: key, fn: 0, at: { line: 1, column: 1, length: 0 } });
      this.hubs.set(key, hub);
    }
    return hub;
  }

  private addInjected(): void {
    const { graph } = this;
    graph.files.forEach((facts, file) => {
      for (const { component, props } of facts.injects)
        for (const fn of graph.functionsAt(graph.at(file, component))) {
          const entry = graph.functions[fn];
          const param = entry?.fact.params[0];
          graph.injected.add(fn);
          if (entry && param !== undefined) graph.join(graph.at(file, props), graph.at(entry.file, param));
        }
    });
  }

  private addTies(): void {
    const { graph } = this;
    graph.files.forEach((facts, file) => {
      for (const { from, to } of facts.ties)
        for (const origin of graph.trace(graph.at(file, to)))
          if (origin.path.length === 0) graph.join(graph.at(file, from), origin.place);
    });
  }

  private addMutations(): void {
    const { graph } = this;
    const setters = new Map<number, number>();
    graph.cells.forEach(({ fact, file }) => {
      const setter = setterOf(graph, fact, file);
      if ((fact.shared || fact.inPlace) && setter !== null) setters.set(graph.at(file, fact.value), setter);
    });
    if (setters.size === 0) return;
    graph.files.forEach((facts, file) => {
      for (const { object, field, change } of facts.mutations) {
        if (change === null) continue;
        for (const cell of cellsHeld(graph, graph.at(file, object), field)) {
          const setter = setters.get(cell);
          if (setter !== undefined) graph.join(setter, graph.at(file, change));
        }
      }
    });
  }

  /** A call without arguments of a function that then brings something else. */
  private addBare(): void {
    const { graph } = this;
    if (!graph.functions.some(({ fact }) => fact.bare !== undefined)) return;
    graph.calls.forEach(({ fact, file }, call) => {
      if (fact.args.length > 0) return;
      for (const fn of graph.targetsOf(call)) {
        const entry = graph.functions[fn];
        if (entry?.fact.bare !== undefined)
          graph.join(graph.at(entry.file, entry.fact.bare), graph.at(file, fact.result));
      }
    });
  }
}

function setterOf(graph: Graph, fact: CellFact, file: number): number | null {
  return fact.setter === null ? null : graph.at(file, fact.setter);
}
