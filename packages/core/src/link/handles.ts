/**
 * Handles: references a parent holds to a child. What the child offers through one, and what the parent does with it.
 */
import type { ComponentInfo, Program } from './program';

export class Handles {
  /** What each component that says so puts into the reference it is given. */
  private readonly exposed = new Map<number, Set<string>>();

  constructor(private readonly program: Program) {
    const { graph } = program;
    graph.files.forEach((facts, file) => {
      for (const { exposes, fn } of facts.handles) {
        const unit = program.unitOf(graph.fnAt(file, fn));
        for (const run of program.runsOf(unit)) {
          const owner = program.contexts.owner[run] ?? -1;
          const names = this.exposed.get(owner) ?? new Set();
          for (const name of fieldsOf(program, graph.at(file, exposes))) names.add(name);
          this.exposed.set(owner, names);
        }
      }
    });
  }

  /** The names a component offers through a reference; empty where it takes none, null where it cannot be told. */
  offeredBy(component: ComponentInfo): ReadonlySet<string> | null {
    const { graph } = this.program;
    const known = this.exposed.get(component.fn);
    if (known) return known.has('*') ? null : known;
    const entry = graph.functions[component.fn];
    if (!entry) return null;
    const instance = graph.instanceOf.get(component.fn);
    // A class is reached itself: by its methods, and by what it inherits.
    if (instance !== undefined) return new Set([...fieldsOf(this.program, instance), 'setState', 'forceUpdate']);
    const second = entry.fact.params[1];
    if (second !== undefined || component.takesRest || component.props.some((prop) => prop.name === 'ref')) return null;
    return NOTHING;
  }

  /** Methods that code of a component calls on what a reference holds. */
  callsOn(file: number, ref: number, author: number): { method: string; call: number }[] {
    const { graph } = this.program;
    const found: { method: string; call: number }[] = [];
    for (const origin of graph.trace(graph.at(file, ref))) {
      if (graph.places[origin.place]?.kind !== 'cell' && !graph.boxes.has(origin.place)) continue;
      const seen = new Set<string>();
      const queue = [{ place: origin.place, depth: 0 }];
      for (let at = queue.pop(); at; at = queue.pop()) {
        if (seen.has(`${at.place}:${at.depth}`)) continue;
        seen.add(`${at.place}:${at.depth}`);
        for (const edge of graph.out[at.place] ?? []) {
          if (this.program.unitOf(graph.fnOfPlace(edge.to)) !== author) continue;
          if (edge.op === 'same') queue.push({ place: edge.to, depth: at.depth });
          else if (edge.op === 'get' && at.depth === 0 && edge.field === 'current')
            queue.push({ place: edge.to, depth: 1 });
          else if (edge.op === 'get' && at.depth === 1)
            for (const call of graph.callsWithCallee(edge.to)) found.push({ method: edge.field, call });
        }
      }
    }
    return found;
  }
}

const NOTHING: ReadonlySet<string> = new Set();

/** The fields put into what a place holds; `*` where some cannot be told. */
function fieldsOf(program: Program, place: number): string[] {
  const { graph } = program;
  const fields: string[] = [];
  const seen = new Set<number>();
  const queue = [place];
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    if (seen.has(at)) continue;
    seen.add(at);
    const call = graph.callOfResult.get(at);
    if (call !== undefined) {
      const targets = graph.targetsOf(call);
      if (targets.length === 0) fields.push('*');
      for (const fn of targets) {
        const entry = graph.functions[fn];
        if (entry) queue.push(graph.at(entry.file, entry.fact.result));
      }
    }
    for (const edge of graph.edgesInto(at)) {
      if (edge.op === 'put') fields.push(edge.field);
      else if (edge.op === 'same') queue.push(edge.from);
      else fields.push('*');
    }
  }
  return fields;
}
