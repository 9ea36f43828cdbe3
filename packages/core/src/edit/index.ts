/** Phase 6, editing: the edits that carry a way out, in order, and what a survey of the edited files says of them. */
import type { HomesDocument, OptionKind, PlanStep, WayEdits, WayPlan } from '../model/documents';
import type { Dominators } from '../follow/dominators';
import type { CellFlow } from '../follow/cells';
import { NotFound, oneCalled } from '../follow/question';
import type { Comparison } from '../homes';
import type { Thumb } from '../model/thumb';
import type { Linked } from '../link';
import { list } from '../rules/rule';
import type { Project } from './project';
import { proveWay } from './proof';
import { situationOf } from '../homes/situation';
import { Impossible, Steps } from './plan';
import { EditClash, Texts, type Sources } from './texts';
import { tryOut } from './tryOut';
import type { Move } from './ways/situation';
import { toContext } from './ways/context';
import { toAncestor } from './ways/up';
import { toBelow } from './ways/down';
import { toMarkup } from './ways/markup';
import { toService } from './ways/service';
import { toStore } from './ways/store';
import { inWords } from './ways/words';
import { Workshop } from './workshop';

/** The ways that are carried out by edits; the others are told in words. */
const WAYS: Partial<Record<OptionKind, (move: Move) => void>> = {
  context: toContext,
  up: toAncestor,
  down: toBelow,
  compose: toMarkup,
  store: toStore,
  service: toService,
};

/** What is asked of a plan: which way, for whom besides, and where, if not at the place that the way has. */
export interface PlanAsked {
  way: OptionKind;
  also?: readonly string[];
  in?: string;
  thumb?: Thumb;
}

/** The plan for one of the ways that were compared. Throws `NotFound` where it is not possible, with the reason. */
export function planFor(
  project: Project,
  { document, flow, places }: Comparison,
  question: string,
  asked: PlanAsked,
  sources: Sources,
): WayPlan {
  const { linked } = project;
  const way = document.options.find(({ kind }) => kind === asked.way);
  if (!way) {
    const ways = document.options.map(({ kind }) => kind).join(', ');
    throw new NotFound(`“${asked.way}” is no way for ${question}. Ways: ${ways}.`);
  }
  if (way.possible === false) throw new NotFound(`This way is not possible: ${way.reasons.join(' ')}`);
  const to = asked.in === undefined ? (places.get(way.kind) ?? null) : oneCalled(linked, asked.in).fn;
  const wanted = (asked.also ?? []).map((name) => oneCalled(linked, name).fn);
  if (asked.in !== undefined && to !== null) checkPlace(project, flow, to, wanted);
  const drafted = planWay(linked, project.dominators(), flow, way, { to, wanted, sources });
  const { after, plan } = tried(project, drafted, (reason) =>
    planInWords(linked, project.dominators(), flow, way, { wanted, sources, reason }),
  );
  const { steps, texts } = plan;
  const module = /^(?:store|service)$/.test(way.kind) ? (texts.addedPaths[0] ?? null) : null;
  const proof = proveWay(project, after, {
    flow,
    to: after === project ? flow.cell.home : to,
    way: way.kind,
    wanted,
    module,
  });
  if (proof.lost.length > 0 && plan.complete) {
    const says = `Check ${list(proof.lost)}: the survey of the edited files does not see the value get there.`;
    steps.push({ says, files: [], by: 'hand' });
  }
  return {
    way: way.kind,
    component: to === null ? null : (linked.program.component(to)?.name ?? null),
    steps,
    files: texts.files((path) => project.hashOf(path)),
    proof,
    complete: steps.every((step) => step.by === 'edit'),
  };
}

/** How many files and lines each way would touch: those that are carried out by edits, and say so without a survey of what they leave. */
export function editsOfWays(
  project: Project,
  { document, flow, places }: Comparison,
  wanted: readonly number[],
  sources: Sources,
): WayEdits[] {
  return document.options.flatMap((way): WayEdits[] => {
    if (way.possible === false || !WAYS[way.kind]) return [];
    const to = places.get(way.kind) ?? null;
    const { texts, complete } = planWay(project.linked, project.dominators(), flow, way, { to, wanted, sources });
    const files = texts.files((path) => project.hashOf(path));
    if (files.length === 0) return [];
    const lines = files.flatMap(({ diff }) => diff.split('\n').filter((line) => /^[-+](?![-+]{2} )/.test(line)));
    return [{ way: way.kind, files: files.length, lines: lines.length, imports: importsAdded(files), complete }];
  });
}

/** The modules that files come to import by their diffs. */
export function importsAdded(files: readonly { diff: string }[]): WayEdits['imports'] {
  const found = files.flatMap(({ diff }) => {
    const from = (sign: string): string[] =>
      diff.split('\n').flatMap((line) => {
        const source = line.startsWith(sign) ? /\bfrom ['"]([^'"]+)['"]/.exec(line)?.[1] : undefined;
        return source ?? [];
      });
    const before = new Set([...from('-'), ...from(' ')]);
    return [...new Set(from('+'))].filter((source) => !before.has(source));
  });
  return { added: found.length, upwards: found.filter((source) => source.startsWith('../')).length };
}

/** What is chosen by hand has to stand above all who need the value. Throws `NotFound` where it does not. */
function checkPlace(project: Project, flow: CellFlow, to: number, wanted: readonly number[]): void {
  const { linked } = project;
  const dominators = project.dominators();
  const { readers, writers } = situationOf(linked, dominators, flow, wanted);
  const nearest = dominators.nearest([to, ...readers, ...writers]);
  if (nearest === to) return;
  const name = linked.program.component(to)?.name ?? '';
  const nearestName = nearest === null ? null : linked.program.component(nearest)?.name;
  throw new NotFound(
    `${name} does not stand above all who need it.${nearestName == null ? '' : ` The lowest component that does is ${nearestName}.`}`,
  );
}

/** What is drafted, with the survey of it; in words where an edited file would not parse, which no edit may bring about. */
function tried(
  project: Project,
  drafted: DraftedPlan,
  words: (reason: string) => DraftedPlan,
): { after: Project; plan: DraftedPlan } {
  if (drafted.texts.changed.length === 0) return { after: project, plan: drafted };
  const { after, broken } = tryOut(project, drafted.texts);
  return broken === null ? { after, plan: drafted } : { after: project, plan: words(broken) };
}

export interface DraftedPlan {
  steps: PlanStep[];
  texts: Texts;
  complete: boolean;
}

/**
 * Plans how a value gets to where one of its ways has it live. Nothing is written anywhere. Where a part cannot be edited safely
 * the plan says in words what is to be done there, and why.
 */
export function planWay(
  linked: Linked,
  dominators: Dominators,
  flow: CellFlow,
  way: HomesDocument['options'][number],
  { to, wanted, sources }: { to: number | null; wanted: readonly number[]; sources: Sources },
): DraftedPlan {
  const { home } = flow.cell;
  const texts = new Texts(sources);
  const steps = new Steps();
  const carryOut = WAYS[way.kind];
  const s = situationOf(linked, dominators, flow, wanted);
  const move = {
    linked,
    dominators,
    flow,
    to,
    wanted: [...wanted],
    readers: s.readers,
    writers: s.writers,
    relays: s.relays,
    workshop: new Workshop(linked, texts),
    steps,
  };
  if (way.kind === 'keep' && wanted.length === 0) return { steps: [], texts, complete: true };
  try {
    if (!carryOut) throw new Impossible(`Vectura does not write this way yet.`);
    if (home === null) throw new Impossible('No component holds it.');
    if (flow.cell.kind !== 'state' && way.kind !== 'compose' && !(way.kind === 'context' && to === home))
      throw new Impossible('It is no state that a component declares.');
    carryOut({ ...move, home });
    move.workshop.write();
    return { steps: steps.all, texts, complete: steps.complete };
  } catch (error) {
    if (!(error instanceof Impossible || error instanceof EditClash)) throw error;
    const reason =
      error instanceof EditClash ? `Two of its edits would touch the same line of ${error.message}.` : error.message;
    return { steps: inWords(linked, flow, way, s, reason), texts: new Texts(sources), complete: false };
  }
}

/** The same way in words alone, for the reason that is given. */
export function planInWords(
  linked: Linked,
  dominators: Dominators,
  flow: CellFlow,
  way: HomesDocument['options'][number],
  { wanted, sources, reason }: { wanted: readonly number[]; sources: Sources; reason: string },
): DraftedPlan {
  const s = situationOf(linked, dominators, flow, wanted);
  return { steps: inWords(linked, flow, way, s, reason), texts: new Texts(sources), complete: false };
}
