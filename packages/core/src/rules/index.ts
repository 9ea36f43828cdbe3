/** Phase 4, rules: from a linked program to its findings. */
import type { AcceptedFinding, Finding, Level } from '../model/documents';
import type { Cells } from '../follow/cells';
import type { Linked } from '../link';
import { reasonOf } from '../link/guard';
import type { Config } from './config';
import { bareStore } from './bare-store';
import { directWrite } from './direct-write';
import { freshContext } from './fresh-context';
import { highHome } from './high-home';
import { leakedListener } from './leaked-listener';
import { missingProp } from './missing-prop';
import { oneOfMany } from './one-of-many';
import { outsideWrite } from './outside-write';
import { privateStore } from './private-store';
import { unknownProp } from './unknown-prop';
import { unreadProvider } from './unread-provider';
import { wideProp } from './wide-prop';
import { mirroredState } from './mirrored-state';
import { lostOverflow } from './lost-overflow';
import { frozenRead } from './frozen-read';
import { splitState } from './split-state';
import { silentWrite } from './silent-write';
import { unheardEvent } from './unheard-event';
import { unsentEvent } from './unsent-event';
import { openBroadcast } from './open-broadcast';
import { payloadMismatch } from './payload-mismatch';
import { danglingHandle } from './dangling-handle';
import { wideClient } from './wide-client';
import { drilledProp } from './drilled-prop';
import { missingProvider } from './missing-provider';
import { relayedEvent } from './relayed-event';
import { settle, START, WEIGHT, type Draft, type Rule } from './rule';
import { unresolved } from './unresolved';
import { unusedProp } from './unused-prop';

export const RULES: readonly Rule[] = [
  drilledProp,
  relayedEvent,
  wideProp,
  mirroredState,
  splitState,
  directWrite,
  outsideWrite,
  frozenRead,
  lostOverflow,
  silentWrite,
  bareStore,
  privateStore,
  missingProvider,
  unreadProvider,
  freshContext,
  unheardEvent,
  unsentEvent,
  openBroadcast,
  payloadMismatch,
  missingProp,
  unknownProp,
  unusedProp,
  oneOfMany,
  danglingHandle,
  leakedListener,
  highHome,
  wideClient,
  unresolved,
];

/** Where each rule stands among the others. */
const PLACE = new Map(RULES.map((rule, index) => [rule.id, index]));

/** Whether a level is at least as bad as another. */
export function atLeast(level: Level, floor: Level): boolean {
  return WEIGHT[level] <= WEIGHT[floor];
}

/** What one rule found, before the lines of it are told. */
export interface Found {
  rule: Rule;
  level: Level;
  drafts: readonly Draft[];
}

/**
 * Applies every rule that is not switched off. What was found before holds where files only moved about since; only what
 * weighs files is then looked for again.
 */
export function runRules(linked: Linked, cells: Cells, config: Config, before?: readonly Found[]): Found[] {
  const broken = new Set(linked.program.graph.files.flatMap(({ path, broken }) => (broken ? path : [])));
  return RULES.flatMap((rule): Found[] => {
    const settings = config.rules[rule.id] ?? {};
    const level = settings.level ?? rule.level;
    if (level === 'off') return [];
    const known = rule.weighs ? undefined : before?.find((one) => one.rule === rule);
    if (known) return [known];
    const setting = (name: string): number => {
      const configured = settings[name];
      return typeof configured === 'number' ? configured : (rule.settings[name]?.default ?? 0);
    };
    try {
      const drafts = rule.check({ linked, cells, setting });
      return [{ rule, level, drafts: rule.absence ? drafts.filter((one) => !dependsOn(broken, one)) : drafts }];
    } catch (error) {
      return [{ rule: unresolved, level: 'note', drafts: [notApplied(rule, error)] }];
    }
  });
}

/** Whether a finding is in one of some files, or about a component in one. */
function dependsOn(files: ReadonlySet<string>, { file, componentIds = [] }: Draft): boolean {
  return files.has(file) || componentIds.some((id) => files.has(id.slice(0, id.lastIndexOf('#'))));
}

/** A rule that fails takes nothing with it: what it would have found is told to be missing. */
function notApplied(rule: Rule, error: unknown): Draft {
  return {
    message: `The rule ${rule.id} failed on this project. ${reasonOf(error)}`,
    effect: 'Its findings are missing from this report.',
    todo: 'Report it to the makers of Vectura, with the file it failed on if you can share that.',
    component: null,
    name: rule.id,
    file: '',
    spot: START,
    components: [],
    related: [],
  };
}

/** All findings, worst first, then by rule and place; those the configuration accepts are among them. */
export function findingsOf(found: readonly Found[]): Finding[] {
  return found.flatMap(({ rule, level, drafts }) => drafts.map((draft) => settle(rule, level, draft))).sort(inOrder);
}

export interface Reported {
  findings: Finding[];
  accepted: AcceptedFinding[];
}

/** Parts what is accepted from what is to be told. */
export function partAccepted(found: readonly Finding[], entries: Config['accepted']): Reported {
  const reported: Reported = { findings: [], accepted: [] };
  for (const finding of found) {
    const entry = entries.find((one) => accepts(one, finding));
    if (entry) reported.accepted.push({ ...finding, reason: entry.reason });
    else reported.findings.push(finding);
  }
  return reported;
}

/** Whether an entry of the configuration is about a finding: what it leaves open, it accepts whatever it is. */
export function accepts(
  entry: Config['accepted'][number],
  finding: Pick<Finding, 'rule' | 'component' | 'name' | 'file'>,
): boolean {
  return (
    entry.rule === finding.rule &&
    (entry.component === undefined || entry.component === finding.component) &&
    (entry.name === undefined || entry.name === finding.name) &&
    (entry.file === undefined || entry.file === finding.file)
  );
}

function inOrder(a: Finding, b: Finding): number {
  return (
    WEIGHT[a.level] - WEIGHT[b.level] ||
    (PLACE.get(a.rule) ?? 0) - (PLACE.get(b.rule) ?? 0) ||
    b.components.length - a.components.length ||
    (a.file < b.file ? -1 : a.file > b.file ? 1 : 0) ||
    a.line - b.line ||
    a.column - b.column
  );
}
