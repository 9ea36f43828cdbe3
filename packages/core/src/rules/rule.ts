/** What a rule is: its words, settings, examples and check. One rule per file, listed in `index.ts`. */
import type { Family, Finding, Level } from '../model/documents';
import type { Spot } from '../model/facts';
import type { Cells } from '../follow/cells';
import type { ComponentInfo } from '../link/program/program';
import type { Linked } from '../link';

export interface RuleContext {
  linked: Linked;
  cells: Cells;
  /** A setting of the rule, as configured or its default. */
  setting(name: string): number;
}

/** What to do, in the terms of the families that have their own; the rest have `others`. */
export type Remedy = { readonly others: string } & { readonly [F in Family]?: string };

export function remedyIn(remedy: Remedy, family: Family): string {
  return remedy[family] ?? remedy.others;
}

/** A place in the source. The spot is the one of the facts, which moves when its file is read again. */
export interface Position {
  file: string;
  spot: Spot;
}

/** A finding before its lines are told: they may change while all else holds. */
export interface Draft extends Omit<Finding, 'rule' | 'level' | 'file' | 'line' | 'column' | 'related'>, Position {
  /** What is seen on the screen, or felt by whoever changes the code. */
  effect: string;
  /** What to do, in the terms of the component's family. */
  todo: string;
  related: (Position & { note: string })[];
  /** Where one case weighs less than its rule. */
  level?: Level;
}

/** A small project in which a rule reports something, and one in which it does not: path → source. */
export interface Examples {
  failing: Record<string, string>;
  passing: Record<string, string>;
}

export interface Rule {
  id: string;
  level: Level;
  /** What is wrong, in one plain sentence. */
  says: string;
  why: string;
  todo: string;
  settings: Record<string, { default: number; means: string }>;
  /** What it says depends on how large files are, so that any edit may change it. */
  weighs?: true;
  /** It argues from what is not there: of a component in a file that could not be read it says nothing. */
  absence?: true;
  examples: Examples;
  /** The same in families whose code for it looks otherwise. */
  examplesIn?: { readonly [F in Family]?: Examples };
  check(context: RuleContext): Draft[];
}

/** The parts of a finding that say where it is. */
export function positionOf(linked: Linked, file: number, spot: Spot): Position {
  return { file: linked.program.graph.path(file), spot };
}

/** A place that a finding is about as well, and what is there. */
export function relatedAt(linked: Linked, file: number, spot: Spot, note: string): Draft['related'][number] {
  return { ...positionOf(linked, file, spot), note };
}

/** A finding, with the lines its places stand on by now. */
/** How bad a level is, the worst first. */
export const WEIGHT: Record<Level, number> = { error: 0, warning: 1, note: 2 };

export function settle(rule: Rule, level: Level, { spot, file, related, level: own, ...said }: Draft): Finding {
  return {
    rule: rule.id,
    level: own !== undefined && WEIGHT[own] > WEIGHT[level] ? own : level,
    ...said,
    file,
    line: spot.line,
    column: spot.column,
    related: related.map((one) => ({ file: one.file, line: one.spot.line, note: one.note })),
  };
}

/** Where there is nothing to point at but a file: its beginning. */
export const START: Spot = { line: 1, column: 1, length: 0 };

export function named(
  components: readonly (ComponentInfo | null | undefined)[],
): Pick<Draft, 'components' | 'componentIds'> {
  const known = components.filter((c): c is ComponentInfo => c != null);
  return { components: known.map((c) => c.name), componentIds: known.map((c) => c.id) };
}

/** What a finding is about: one value, or several of one cause, of which it is known by the first. */
export function namesOf(names: readonly string[]): Pick<Draft, 'name' | 'names'> {
  return { name: names[0] ?? null, ...(names.length > 1 ? { names: [...names] } : {}) };
}

/** A list as a sentence has it: `House, Zone and Tray`. */
export function list(names: readonly string[]): string {
  if (names.length < 2) return names[0] ?? '';
  // A sentence that names everybody is read by nobody; all of them stand in the finding's components.
  if (names.length > MOST_NAMED)
    return `${names.slice(0, MOST_NAMED - 2).join(', ')} and ${names.length - MOST_NAMED + 2} more`;
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

/** How many names a message lists at most. */
const MOST_NAMED = 8;

const NUMBERS = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];

export function count(n: number, one: string, many: string): string {
  return `${NUMBERS[n] ?? n} ${n === 1 ? one : many}`;
}
