/**
 * What becomes of a value inside one component: from the place it arrives at, through names, fields, closures, hooks
 * and helpers, to where it is used and where it leaves. The answer depends only on place, field path and run, so it
 * is computed once and serves every trail.
 */
import type { Graph } from '../graph/graph';
import { mutationsByObject } from '../graph/mutationsByObject';
import { isAnyField } from '../../model/signs';
import { Exploration } from './exploration';
import { Memo } from '../memo/memo';
import { isPart, wasDerived, type At, type Local } from './visited';
import type { Program } from '../program/program';

/** Uses of a value that are none of what is stored in it. */
const WHOLE_ONLY = /^(iterated|branched|effect|shown)$/;

/** Edges that pass an object on as a whole. */
const PASSES = /^(same|frozen|taken|put|rest)$/;

export class Locals {
  private readonly known: Memo<string, Local>;
  private readonly taken: Memo<string, ReadonlySet<string> | null>;

  constructor(
    private readonly program: Program,
    before: Locals | null,
  ) {
    this.known = before?.known ?? new Memo(program.dependencies);
    this.taken = before?.taken ?? new Memo(program.dependencies);
  }

  /**
   * The fields that are taken out of the object a place holds; null where it is also used as a whole, or taken apart by keys that
   * are not known. What nobody takes need not be followed there, one value after the other.
   */
  fieldsTaken(at: At): ReadonlySet<string> | null {
    return this.taken.get(`${at.place}:${at.context}`, () => this.findTaken(at));
  }

  private findTaken(at: At): ReadonlySet<string> | null {
    const { graph } = this.program;
    const { visited, uses, exits, outsideCalls, cut } = this.explore({ ...at, path: 0 });
    if (cut !== null || exits.some((exit) => !exit.part)) return null;
    const isWhole = ({ path, part }: { path: number; part: boolean }): boolean => path === 0 && !part;
    if (uses.some((use) => isWhole(use) && !WHOLE_ONLY.test(graph.uses[use.use]?.fact.kind ?? ''))) return null;
    if (outsideCalls.some(isWhole)) return null;
    const fields = new Set<string>();
    for (const one of visited) {
      if (isPart(one)) continue;
      if (wasDerived(one)) return null;
      // Put into another object, it is met again where that one's field is read.
      if (one.path !== 0) continue;
      for (const field of changedOn(graph, one.place)) fields.add(field);
      for (let edge = graph.firstOut(one.place); edge; edge = edge.nextOut)
        if (edge.op === 'get' && !isAnyField(edge.field)) fields.add(edge.field);
        else if (!PASSES.test(edge.op)) return null;
    }
    return fields;
  }

  /** How many places were come to, over all explorations. */
  get states(): number {
    let states = 0;
    for (const { visited } of this.known.values()) states += visited.length;
    return states;
  }

  explore(at: At): Local {
    const key = `${at.place}:${at.path}:${at.context}`;
    const known = this.known.find(key);
    if (known) return known.value;
    return this.known.make(key, () => {
      this.program.noteRun(at.context);
      return new Exploration(this.program, at).run();
    });
  }
}

/** The fields that code sets on the object a place holds. */
function changedOn(graph: Graph, place: number): string[] {
  const file = graph.fileOf(place);
  const facts = graph.files[file];
  if (!facts || facts.mutations.length === 0) return [];
  const changes = mutationsByObject(facts).get(place - graph.at(file, 0)) ?? [];
  return changes.flatMap((index) => facts.mutations[index]?.field ?? []);
}
