/** Phase 6, editing: the edits that carry a way out, in order, and what a survey of the edited files says of them. */
import type { HomesDocument, OptionKind, PlanStep } from '../model/documents';
import type { Dominators } from '../follow/dominators';
import type { CellFlow } from '../follow/cells';
import type { Linked } from '../link';
import { situationOf } from '../homes/situation';
import { Impossible, Steps } from './plan';
import { EditClash, Texts, type Sources } from './texts';
import type { Move } from './ways/situation';
import { toContext } from './ways/context';
import { toAbove } from './ways/up';
import { toBelow } from './ways/down';
import { inWords } from './ways/words';
import { Workshop } from './workshop';

/** The ways that are carried out by edits; the others are told in words. */
const WAYS: Partial<Record<OptionKind, (move: Move) => void>> = {
  context: toContext,
  up: toAbove,
  down: toBelow,
};

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
    if (home === null || flow.cell.kind !== 'state') throw new Impossible('It is no state that a component declares.');
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
