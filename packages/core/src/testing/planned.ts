/** For tests: the plan for a value, and the project as its patch leaves it. */
import { applyPatch } from 'diff';
import type { ChangedFile, WayPlan } from '../model/documents';
import type { PlanAsked } from '../edit';
import type { Mended } from '../edit/mending';
import { surveyOf } from './project';

export interface Planned {
  plan: WayPlan;
  /** The files that the plan changes, as they are afterwards. */
  after: Record<string, string>;
}

export function planned(sources: Record<string, string>, question: string, asked: PlanAsked): Planned {
  const { plan } = surveyOf(sources).plan(question, asked, { text: (path) => sources[path] ?? null });
  if (!plan) throw new Error('There is no plan.');
  return { plan, after: patched(sources, plan.files) };
}

/** The mends of a rule's findings, and the project as their patch leaves it. */
export function mended(sources: Record<string, string>, rule: string): Mended & { after: Record<string, string> } {
  const made = surveyOf(sources).mends((finding) => finding.rule === rule, { text: (path) => sources[path] ?? null });
  return { ...made, after: patched(sources, made.patch) };
}

/** What the mends of a rule make of one file; the reasons where there are none. */
export function mendedFile(sources: Record<string, string>, path: string, rule: string): string {
  const { after, document } = mended(sources, rule);
  return after[path] ?? document.left.map(({ reason }) => reason).join(' ');
}

/** What a patch makes of the sources. Throws where it does not apply. */
export function patched(sources: Record<string, string>, files: readonly ChangedFile[]): Record<string, string> {
  return Object.fromEntries(
    files.map(({ path, diff }) => {
      const text = applyPatch(sources[path] ?? '', diff.slice(diff.indexOf('--- ')));
      if (text === false) throw new Error(`The patch of ${path} does not apply.`);
      return [path, text];
    }),
  );
}
