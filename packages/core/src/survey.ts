/** A survey: one reading of a whole project, and every question that can be asked of it. */
import type { FileFacts } from './model/facts';
import { sameShape, takeOver } from './model/reshape';
import type {
  AcceptedFinding,
  Decision,
  DecisionState,
  Finding,
  FlowDocument,
  HomesDocument,
  TrailDocument,
  WayEdits,
  WhyDocument,
  TogetherDocument,
  WorthMoving,
} from './model/documents';
import { ask, namesIn, oneCalled, type Asked } from './follow/question';
import { Cells } from './follow/cells';
import { Dominators } from './follow/dominators';
import { marginsOf, type MarginEntry } from './follow/margin';
import { followValue } from './follow/trail';
import { roleAt } from './follow/standing';
import { shortestWays } from './follow/ways';
import { itself } from './follow/flow';
import { whyNot } from './follow/whyNot';
import { editsOfWays, planFor, type PlanAsked } from './edit';
import { mendAll, type Mended } from './edit/mending';
import type { Sources } from './edit/texts';
import { compareHomes, flowOf, worthMoving, type Comparison } from './homes';
import { judgeTogether } from './homes/together';
import { standing } from './homes/decision';
import type { Thumb } from './model/thumb';
import { linkProject, namesTopics, takeEdits, type Linked, type ProjectInput } from './link';
import { findingsOf, partAccepted, runRules, type Found, type Reported } from './rules';
import { prepareFamilies, readFile } from './read';
import { projectKinds } from './read/projectKinds';
import { DEFAULT_CONFIG, type Config } from './rules/config';
import { flowDocument, waysOf, type Ways } from './write/flowDocument';

export class Survey {
  readonly linked: Linked;
  readonly cells: Cells;
  private dominatorTree: Dominators | null = null;
  private found: Found[] | null = null;
  private reported: Reported | null = null;
  private ways: Ways | null = null;
  private written: FlowDocument | null = null;
  private margins: Map<string, MarginEntry[]> | null = null;
  /** The project as an edit would make it, where one is tried; and the files that such edits added. */
  private onTrial: Survey | null = null;
  private readonly addedOnTrial = new Set<string>();

  /** `before` is the survey that this one goes on from, after an edit. */
  constructor(
    input: ProjectInput,
    public config: Config = DEFAULT_CONFIG,
    before: Survey | null = null,
  ) {
    this.linked = linkProject(input, before?.linked);
    this.cells = new Cells(this.linked, before?.cells);
  }

  /**
   * The survey of the same files after some of them were edited: what the edit does not touch is taken over, and the answers
   * equal those of a survey from nothing. Null where too much has changed for that. This survey is not to be asked any more.
   */
  edited(input: ProjectInput, config: Config): Survey | null {
    const { graph } = this.linked.program;
    return takeEdits(graph, input) ? new Survey(input, config, this) : null;
  }

  /**
   * Takes over files that were read again and say the same as before but for where things stand. False, and nothing done,
   * where one says something else: then the project is to be surveyed again.
   */
  adopt(changed: readonly FileFacts[]): boolean {
    if (changed.some(namesTopics)) return false;
    const pairs = changed.map((after) => ({
      before: this.linked.program.graph.files.find((file) => file.path === after.path),
      after,
    }));
    if (!pairs.every(({ before, after }) => before && sameShape(before, after))) return false;
    if (pairs.length === 0) return true;
    for (const { before, after } of pairs) if (before) takeOver(before, after);
    if (this.found) this.found = runRules(this.linked, this.cells, this.config, this.found);
    this.reported = null;
    this.written = null;
    this.margins = null;
    return true;
  }

  /** Other findings are accepted from now on; nothing else of the configuration may differ. */
  accept(config: Config): void {
    const same = JSON.stringify(config.accepted) === JSON.stringify(this.config.accepted);
    this.config = config;
    if (same) return;
    this.reported = null;
    this.written = null;
  }

  /** What a question means. Throws `NotFound`, offering near names, where it means nothing. */
  ask(question: string): Asked {
    return ask(this.linked, this.cells, question);
  }

  /** The trails of a value; those alone that lead to one component, where that is given by its name or id. */
  trail(question: string, to: string | null = null): TrailDocument {
    return followValue(this.linked, this.ask(question), to === null ? null : oneCalled(this.linked, to));
  }

  /** Why a value does not reach a component, given by its name or id. */
  why(question: string, component: string): WhyDocument {
    const asked = this.ask(question);
    const why = whyNot(this.linked, this.cells, asked, oneCalled(this.linked, component));
    // What was not followed to its end may get there, or be used there, all the same.
    const cut = asked.flows.map(({ flow }) => flow.values?.cut ?? flow.calls?.cut).find((reason) => reason != null);
    if (!cut || why.verdict === 'arrives') return why;
    return { ...why, says: `${why.says} That may not be all, as it was not followed everywhere: ${cut}.` };
  }

  /** Where a value could live. `also` are components, by name or id, that shall read it too. */
  homes(question: string, thumb?: Thumb, also: readonly string[] = []): HomesDocument {
    return this.compared(question, thumb, also).document;
  }

  /** Several values judged together: one state or several, one context or several. */
  together(questions: readonly string[]): TogetherDocument {
    const judged = questions.map((question) => {
      const asked = this.ask(question);
      return { name: asked.name, flow: flowOf(asked) };
    });
    return judgeTogether(this.linked, this.dominators(), judged);
  }

  /** Every state that would better live elsewhere. */
  worthMoving(thumb?: Thumb): WorthMoving[] {
    return worthMoving(this.linked, this.dominators(), this.cells.all, thumb ?? this.config.thumb);
  }

  /** What the survey says of decisions that were taken about values. */
  stands(decisions: readonly Decision[]): DecisionState[] {
    return decisions.map((one) => standing(this.linked, this.cells, this.dominators(), this.findings(), one));
  }

  private compared(question: string, thumb: Thumb | undefined, also: readonly string[]): Comparison {
    const wanted = also.map((name) => oneCalled(this.linked, name).fn);
    return compareHomes(this.linked, this.dominators(), this.ask(question), thumb ?? this.config.thumb, wanted);
  }

  dominators(): Dominators {
    this.dominatorTree ??= new Dominators(this.linked.render.holds, this.linked.render.tops);
    return this.dominatorTree;
  }

  /** Loads what edits of these files need. To be waited for before a plan or a mend is asked for. */
  async prepareEdits(): Promise<void> {
    await prepareFamilies(new Set(this.linked.program.input.files.map(({ family }) => family)));
  }

  /**
   * The same, with the plan that carries one of the ways out: steps, diffs, and what a survey of the edited files says. Nothing is
   * written anywhere. Throws `NotFound` where the way is not possible, with the reason.
   */
  plan(question: string, asked: PlanAsked, sources: Sources): HomesDocument {
    const compared = this.compared(question, asked.thumb, asked.also ?? []);
    try {
      return { ...compared.document, plan: planFor(this, compared, question, asked, sources) };
    } finally {
      this.endTrials();
    }
  }

  /** How many files and lines the ways a value could live would touch, for those that are carried out by edits. */
  editsOfWays(question: string, also: readonly string[], sources: Sources): WayEdits[] {
    const wanted = also.map((name) => oneCalled(this.linked, name).fn);
    return editsOfWays(this, this.compared(question, undefined, also), wanted, sources);
  }

  /** How findings are mended, each with its edits and their proof; and one patch for all of them that go together. */
  mends(chosen: (finding: Finding) => boolean, sources: Sources): Mended {
    try {
      return mendAll(this, this.findings().filter(chosen), sources);
    } finally {
      this.endTrials();
    }
  }

  /**
   * The survey of the same project with some of its files as they are given. It holds until the next one is asked for, which goes on
   * from it: a few edits then cost what edits cost, and not another survey from nothing.
   */
  withEdits(changed: readonly { path: string; text: string }[]): Survey {
    const { input } = this.linked.program;
    const kindOf = projectKinds(input.configs);
    const read = (path: string, text: string): FileFacts => {
      const project = kindOf(path);
      const source = { path, text: text.replace(/^\uFEFF/, ''), hash: `edited:${path}`, bytes: text.length };
      return readFile(project === undefined ? source : { ...source, project });
    };
    const edited = new Map(changed.map(({ path, text }) => [path, read(path, text)] as const));
    const known = new Set(input.files.map((file) => file.path));
    for (const path of edited.keys()) if (!known.has(path)) this.addedOnTrial.add(path);
    // What only another trial adds is there as well, with nothing in it: where the files are the same, all else is an edit.
    const added = [...this.addedOnTrial].map((path) => edited.get(path) ?? read(path, 'export {};\n'));
    const files = [...input.files.map((file) => edited.get(file.path) ?? file), ...added].sort((a, b) =>
      a.path < b.path ? -1 : 1,
    );
    const next = { ...input, files };
    this.onTrial = this.onTrial?.edited(next, this.config) ?? new Survey(next, this.config);
    return this.onTrial;
  }

  private endTrials(): void {
    this.onTrial = null;
    this.addedOnTrial.clear();
  }

  hashOf(path: string): string | null {
    return this.linked.program.input.files.find((file) => file.path === path)?.hash ?? null;
  }

  /** Whether a file is one of those that were surveyed. */
  holds(path: string): boolean {
    return this.linked.program.graph.files.some((file) => file.path === path);
  }

  /** The components that a file holds, or whose markup it is, and the names that can be asked for in each, with the lines they span. */
  namesIn(path: string): { component: string; id: string; from: number; to: number; names: string[] }[] {
    const { program } = this.linked;
    const { graph } = program;
    const file = graph.files.findIndex((one) => one.path === path);
    const facts = graph.files[file];
    if (!facts) return [];
    return facts.functions.flatMap((fact, index) => {
      const fn = graph.fnAt(file, index);
      const component = fact.template
        ? program.runsOf(fn).flatMap((run) => program.ownerOf(run) ?? [])[0]
        : program.components.get(fn);
      if (!component) return [];
      // Markup may stand before the class that it is of.
      const lines = [...facts.uses, ...facts.sites].flatMap((one) => (one.fn === index ? [one.at.line] : []));
      return [
        {
          component: component.name,
          id: component.id,
          from: lines.reduce((least, line) => Math.min(least, line), fact.at.line),
          to: fact.endLine,
          names: namesIn(this.linked, this.cells, component),
        },
      ];
    });
  }

  /** How many shortest trails to a reader have each number of hops, and of components that only carry; position n counts those of n. */
  trailLengths(): { hops: number[]; relays: number[] } {
    const hops: number[] = [];
    const relays: number[] = [];
    for (const { values, calls } of this.cells.all)
      for (const part of [values, calls]) {
        if (!part) continue;
        for (const way of shortestWays(itself(part))) {
          const carried = way.stops.filter((stop) => roleAt(stop, part) === 'relay').length;
          hops[way.hops.length] = (hops[way.hops.length] ?? 0) + 1;
          relays[carried] = (relays[carried] ?? 0) + 1;
        }
      }
    return { hops: Array.from(hops, (n) => n ?? 0), relays: Array.from(relays, (n) => n ?? 0) };
  }

  /** What stands in the margin of a file. */
  margin(path: string): MarginEntry[] {
    this.margins ??= marginsOf(this.linked, this.cells);
    return this.margins.get(path) ?? [];
  }

  /** The findings, without those that are accepted. */
  findings(): Finding[] {
    return this.parted().findings;
  }

  /** The findings that the configuration accepts. */
  accepted(): AcceptedFinding[] {
    return this.parted().accepted;
  }

  private parted(): Reported {
    this.found ??= runRules(this.linked, this.cells, this.config);
    this.reported ??= partAccepted(findingsOf(this.found), this.config.accepted);
    return this.reported;
  }

  /** What following took: stops that differ, and places come to. It is to grow as the code does. */
  effort(): { stops: number; states: number } {
    return { stops: this.cells.flows.size, states: this.linked.locals.states };
  }

  document(): FlowDocument {
    this.ways ??= waysOf(this.cells);
    this.written ??= flowDocument(this.linked, this.cells, this.parted(), this.ways);
    return this.written;
  }
}
