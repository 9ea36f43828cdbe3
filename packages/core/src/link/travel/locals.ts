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
import { isPart, wasDerived, type At, type Exit, type Local } from './visited';
import type { Program } from '../program/program';

/** Uses of a value that are none of what is stored in it. */
const WHOLE_ONLY = /^(iterated|branched|effect|shown)$/;

/** Edges that pass an object on as a whole. */
const PASSES = /^(same|frozen|taken|put|rest)$/;

/** What is done with an object. */
interface Taken {
  /** The fields that are taken out of it. */
  fields: ReadonlySet<string>;
  /** It is also used as a whole, or taken apart by keys that are not known. */
  whole: boolean;
  /** Where it is there by names for all below. */
  offered: readonly Exit[];
}

export class Locals {
  private readonly known: Memo<string, Local>;
  private readonly taken: Memo<string, Taken>;

  constructor(
    private readonly program: Program,
    before: Locals | null,
  ) {
    this.known = before?.known ?? new Memo(program.dependencies);
    this.taken = before?.taken ?? new Memo(program.dependencies);
  }

  /**
   * What is done with the object that a place holds, in a field of it. What nobody takes need not be followed there, one value after
   * the other.
   */
  fieldsTaken(at: At): Taken {
    return this.taken.get(`${at.place}:${at.path}:${at.run}`, () => this.findTaken(at));
  }

  private findTaken(at: At): Taken {
    const { graph } = this.program;
    const { visited, uses, exits, outsideCalls, cut } = this.explore(at);
    // What a controller brings is for whoever calls it; rendered, it brings its markup alone.
    const passed = exits.filter(
      ({ part, kind, target }) => !part && !(kind === 'rendered' && graph.functions[target]?.fact.unlessCalled),
    );
    const offered = passed.filter(({ kind, target }) => kind === 'site' && this.program.isAmbient(target));
    const isWhole = ({ path, part }: { path: number; part: boolean }): boolean => path === 0 && !part;
    let whole =
      cut !== null ||
      offered.length < passed.length ||
      uses.some((use) => isWhole(use) && !WHOLE_ONLY.test(graph.uses[use.use]?.fact.kind ?? '')) ||
      outsideCalls.some(isWhole);
    const fields = new Set<string>();
    for (const one of visited) {
      if (isPart(one)) continue;
      if (wasDerived(one)) whole = true;
      // Put into another object, it is met again where that one's field is read.
      if (one.path !== 0 || wasDerived(one)) continue;
      for (const field of changedOn(graph, one.place)) fields.add(field);
      for (let edge = graph.firstOut(one.place); edge; edge = edge.nextOut)
        if (edge.op === 'get' && !isAnyField(edge.field)) fields.add(edge.field);
        else if (!PASSES.test(edge.op)) whole = true;
    }
    return { fields, whole, offered };
  }

  /** How many places were come to, over all explorations. */
  get states(): number {
    let states = 0;
    for (const { visited } of this.known.values()) states += visited.length;
    return states;
  }

  explore(at: At): Local {
    const key = `${at.place}:${at.path}:${at.run}`;
    const known = this.known.find(key);
    if (known) return known.value;
    return this.known.make(key, () => {
      this.program.noteRun(at.run);
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
