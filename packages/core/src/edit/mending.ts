/** Mends: for each finding the edits that remove its cause, tried out on a survey of the edited files. */
import type { ChangedFile, Finding, Mend as MendOf, MendDocument, PlanStep } from '../model/documents';
import type { CellFlow } from '../follow/cells';
import { NotFound } from '../follow/question';
import { list } from '../rules/rule';
import { MENDS, NO_MEND } from './mends';
import type { Mend } from './mends/job';
import { Impossible, Steps } from './plan';
import type { Project } from './project';
import { lostAfter, newFindings } from './proof';
import { EditClash, Texts, type Sources } from './texts';
import { tryOut } from './tryOut';
import { Workshop } from './workshop';

export interface Mended {
  document: MendDocument;
  /** The edits of all mends that go together, as one. */
  patch: ChangedFile[];
}

interface Drafted {
  finding: Finding;
  steps: PlanStep[];
  texts: Texts;
  complete: boolean;
  /** How many of the rule's mends could not be written before this one. */
  tried: number;
  /** Values that get to whoever uses them in another way, and where each is to live. */
  carried: { flow: CellFlow; home: number | string; by: string | null }[];
}

export function mendAll(project: Project, findings: readonly Finding[], sources: Sources): Mended {
  const left: MendDocument['left'] = [];
  const all = new Texts(sources);
  const drafted: Drafted[] = [];
  const alone: Drafted[] = [];
  for (const finding of findings) {
    const made = draft(project, finding, sources);
    if (typeof made === 'string') left.push({ finding, reason: made });
    else if (all.merge(made.texts)) drafted.push(made);
    else alone.push(made);
  }
  const proofs = proveAll(project, drafted, all);
  for (const group of together(alone, sources))
    for (const [one, proof] of proveAll(project, group.drafted, group.texts)) proofs.set(one, proof);
  // What the first mend of a rule does not bring about, the next one may.
  for (const [one, proof] of [...proofs]) {
    const again = typeof proof === 'string' ? proveNext(project, one, sources) : null;
    if (!again) continue;
    proofs.delete(one);
    proofs.set(again.drafted, again.proof);
  }
  const mends: MendOf[] = [];
  const good = new Texts(sources);
  for (const [one, proof] of proofs) {
    if (typeof proof === 'string') {
      left.push({ finding: one.finding, reason: proof });
      continue;
    }
    const together = good.merge(one.texts);
    const files = one.texts.files((path) => project.hashOf(path));
    mends.push({ finding: one.finding, steps: one.steps, files, proof, complete: one.complete, together });
  }
  return {
    document: { format: 'vectura.mend', version: 1, mends, left },
    patch: good.files((path) => project.hashOf(path)),
  };
}

/** The edits of one finding, by the first of its rule's mends that can be written; or why there are none. */
function draft(project: Project, finding: Finding, sources: Sources, from = 0): Drafted | string {
  const mends = [MENDS[finding.rule] ?? []].flat();
  let reason: string | null = null;
  for (let tried = from; tried < mends.length; tried++) {
    const mend = mends[tried];
    const made = mend ? draftWith(project, finding, mend, sources) : '';
    if (typeof made !== 'string') return { ...made, tried };
    reason ??= made;
  }
  return reason ?? NO_MEND[finding.rule] ?? 'Vectura does not write a mend for this rule yet.';
}

function draftWith(project: Project, finding: Finding, mend: Mend, sources: Sources): Omit<Drafted, 'tried'> | string {
  const texts = new Texts(sources);
  const steps = new Steps();
  const workshop = new Workshop(project.linked, texts);
  const carried: Drafted['carried'] = [];
  try {
    mend({
      linked: project.linked,
      cells: project.cells,
      dominators: project.dominators(),
      finding,
      workshop,
      steps,
      flowsOf: (question) => project.ask(question).flows.map(({ flow }) => flow),
      carries: (flow, home, by) => carried.push({ flow, home, by: by ?? null }),
    });
    workshop.write();
  } catch (error) {
    if (error instanceof EditClash) return `Two of its edits would touch the same line of ${error.message}.`;
    if (error instanceof Impossible || error instanceof NotFound) return error.message;
    throw error;
  }
  if (texts.changed.length === 0) return 'Nothing would change.';
  return { finding, steps: steps.all, texts, complete: steps.complete, carried };
}

/** Mends in as few groups as can be, in each of which no two touch the same stretch. */
function together(drafted: readonly Drafted[], sources: Sources): { drafted: Drafted[]; texts: Texts }[] {
  const groups: { drafted: Drafted[]; texts: Texts }[] = [];
  for (const one of drafted) {
    const group = groups.find(({ texts }) => texts.merge(one.texts));
    if (group) {
      group.drafted.push(one);
      continue;
    }
    const texts = new Texts(sources);
    texts.merge(one.texts);
    groups.push({ drafted: [one], texts });
  }
  return groups;
}

/**
 * The proof of each mend. All at once is one survey, which tells whose finding it still has. Where it has others besides, those whose
 * files they stand in are tried apart from the rest, each half by itself, so that a few bad ones among many cost a few surveys.
 */
function proveAll(project: Project, drafted: readonly Drafted[], all: Texts): Map<Drafted, MendOf['proof'] | string> {
  const [first] = drafted;
  if (!first) return new Map();
  if (drafted.length === 1) return new Map([[first, prove(project, first)]]);
  const proveParts = (...parts: Drafted[][]): Map<Drafted, MendOf['proof'] | string> =>
    new Map(
      parts.flatMap((part) => {
        const texts = all.fresh();
        for (const { texts: own } of part) texts.merge(own);
        return [...proveAll(project, part, texts)];
      }),
    );
  const half = Math.ceil(drafted.length / 2);
  const { after, broken } = tryOut(project, all);
  if (broken !== null) return proveParts(drafted.slice(0, half), drafted.slice(half));
  const failed = new Map(
    drafted.flatMap((one) => {
      const reason = reasonAgainst(project, after, one);
      return reason === null ? [] : [[one, reason] as const];
    }),
  );
  const found = newFindings(project.findings(), after.findings());
  if (found.length === 0) {
    const good = { gone: true, newFindings: [] };
    return new Map(drafted.map((one) => [one, failed.get(one) ?? good]));
  }
  const files = new Set(found.map(({ file }) => file));
  const left = drafted.filter((one) => !failed.has(one));
  const suspects = left.filter(({ texts }) => texts.changed.some((path) => files.has(path)));
  const parts =
    failed.size === 0 && (suspects.length === 0 || suspects.length === left.length)
      ? [drafted.slice(0, half), drafted.slice(half)]
      : [left.filter((one) => !suspects.includes(one)), suspects];
  return new Map([...failed, ...proveParts(...parts)]);
}

/** Why a survey of the edited files says that a mend is none; null where it says nothing of the kind. */
function reasonAgainst(before: Project, after: Project, { finding, carried }: Drafted): string | null {
  if (!goneAfter(before, after, finding)) return 'The survey of the edited files still finds it.';
  const lost = carried.flatMap(({ flow, home, by }) => lostAfter(before, after, flow, home, by));
  return lost.length === 0
    ? null
    : `The survey of the edited files does not see the value get to ${list([...new Set(lost)])}.`;
}

/** What a survey of the edited files says; a reason where the mend is none. */
function prove(project: Project, drafted: Drafted): MendOf['proof'] | string {
  const { after, broken } = tryOut(project, drafted.texts);
  if (broken !== null) return `Nothing is written, as ${broken}`;
  const reason = reasonAgainst(project, after, drafted);
  if (reason !== null) return reason;
  const found = newFindings(project.findings(), after.findings());
  const worse = found.find(({ level }) => level === 'error');
  if (worse) return `Its edits would bring about another finding: ${worse.message}`;
  return { gone: true, newFindings: found };
}

/** The first of the further mends of a rule that is one; null where none is. */
function proveNext(
  project: Project,
  { finding, tried }: Drafted,
  sources: Sources,
): { drafted: Drafted; proof: MendOf['proof'] } | null {
  for (let next = draft(project, finding, sources, tried + 1); typeof next !== 'string';) {
    const proof = prove(project, next);
    if (typeof proof !== 'string') return { drafted: next, proof };
    next = draft(project, finding, sources, next.tried + 1);
  }
  return null;
}

/** Whether fewer findings of its kind are left. */
function goneAfter(before: Project, after: Project, finding: Finding): boolean {
  const like = (one: Finding): boolean =>
    one.rule === finding.rule &&
    one.component === finding.component &&
    one.name === finding.name &&
    one.file === finding.file;
  return after.findings().filter(like).length < before.findings().filter(like).length;
}
