/**
 * Handles: refs that a parent holds to a child. What the child exposes through one, and what the parent does with it.
 */
import { HANDLE, PLAIN } from '../../model/signs';
import type { ComponentInfo, Program } from './program';

export class Handles {
  /** What each component that says so puts into the reference it is given. */
  private readonly exposed = new Map<number, Set<string>>();

  constructor(private readonly program: Program) {
    const { graph } = program;
    graph.files.forEach((facts, file) => {
      for (const { exposes, fn } of facts.handles) {
        const unit = program.unitOf(graph.fnAt(file, fn));
        for (const run of program.runsTogether(unit)) {
          const owner = program.callContexts.ownerOf(run);
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
    // What it mixes in may offer more than stands here.
    if ((graph.functions[component.fn]?.fact.mixes?.length ?? 0) > 0) return null;
    const known = this.exposed.get(component.fn);
    if (known) return known.has('*') ? null : known;
    const entry = graph.functions[component.fn];
    if (!entry) return null;
    const instance = graph.instanceOf.get(component.fn);
    // A class is reached itself: by its methods, and by what it inherits.
    if (instance !== undefined) return new Set([...fieldsOf(this.program, instance), 'setState', 'forceUpdate']);
    const second = entry.fact.params[1];
    if (second !== undefined || component.takesRest || component.props.some((prop) => prop.name === HANDLE))
      return null;
    return NOTHING;
  }

  /** Methods that code of a component calls on what a reference holds. */
  callsOn(file: number, ref: number, author: number): { method: string; call: number }[] {
    const { graph } = this.program;
    const found = new Map<number, { method: string; call: number }>();
    for (const origin of graph.trace(graph.at(file, ref))) {
      if (graph.places[origin.place]?.kind !== 'cell' && !graph.boxes.has(origin.place)) continue;
      const seen = new Set<string>();
      // What holds the child is reached by its field; some families put the reference into an object of its own first.
      const queue = [{ place: origin.place, reached: false, fields: [] as string[] }];
      for (let at = queue.pop(); at; at = queue.pop()) {
        const key = `${at.place}:${at.reached}:${at.fields.join('.')}`;
        if (seen.has(key)) continue;
        seen.add(key);
        const [fields, ...outer] = at.fields;
        for (let edge = graph.firstOut(at.place); edge; edge = edge.nextOut) {
          if (!this.program.isPartOf(graph.fnOfPlace(edge.to), author)) continue;
          if (edge.op === 'same') queue.push({ ...at, place: edge.to });
          else if (edge.op === 'put' && at.fields.length < 3)
            queue.push({ ...at, place: edge.to, fields: [edge.field, ...at.fields] });
          else if (edge.op === 'unwrap')
            queue.push({ ...at, place: edge.to, fields: edge.field === fields ? outer : at.fields });
          else if (edge.op === 'get' && fields !== undefined) {
            if (edge.field === fields) queue.push({ ...at, place: edge.to, fields: outer });
          } else if (edge.op === 'get' && !at.reached && edge.field === 'current')
            queue.push({ place: edge.to, reached: true, fields: [] });
          else if (edge.op === 'get' && at.reached)
            for (const call of graph.callsWithCallee(edge.to)) found.set(call, { method: edge.field, call });
        }
        // What a function gives that is called for it.
        const fn = graph.functionOfResult.get(at.place);
        for (const call of fn === undefined ? [] : graph.callersOfFunction(fn)) {
          const entry = graph.calls[call];
          if (entry && this.program.isPartOf(graph.fnOfCall(call), author))
            queue.push({ ...at, place: graph.at(entry.file, entry.fact.result) });
        }
      }
    }
    return [...found.values()];
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
    for (let edge = graph.firstInto(at); edge; edge = edge.nextInto) {
      if (edge.op === 'put') fields.push(edge.field);
      else if (edge.op === 'same') queue.push(edge.from);
      // All but what has a name of its own.
      else if (edge.op === 'rest' && edge.except?.includes(PLAIN)) continue;
      else if (edge.op === 'rest' && graph.places[edge.from]?.kind === 'object') queue.push(edge.from);
      else fields.push('*');
    }
  }
  return fields;
}
