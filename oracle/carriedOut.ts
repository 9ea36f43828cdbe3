/**
 * Plans and mends in running applications: a patch is applied to a copy of an example, which is built and used in Chromium as the
 * example itself is. The screen is to say the same after the same clicks, and the framework’s own tree is to show that the relays
 * no longer receive the value.
 */
import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import type { OptionKind, WayPlan, Mended } from '../packages/core/src';
import { diskSources } from '../packages/server/src/survey/diskSources';
import { surveyFolder } from '../packages/server/src/survey/surveyFolder';
import type { Seen } from './inPage';
import { usedEach, withPage } from './observe';

/** A value and the way it is carried out; or the findings that are mended. */
export type Carried =
  | { example: string; value: string; way: OptionKind; also?: readonly string[] }
  /** `shows`: what the screen comes to say by the same use, or says sooner; without it, it says the same. */
  | { example: string; rule: string; shows?: string };

export const CARRIED: readonly Carried[] = [
  { example: 'glasshouse-react', value: 'App.units', way: 'context' },
  { example: 'glasshouse-react', value: 'App.openAlarms', way: 'context' },
  { example: 'glasshouse-react', value: 'Desk.selectedHouse', way: 'context' },
  { example: 'glasshouse-react', value: 'AlarmStrip.snoozed', way: 'up', also: ['TopBar'] },
  { example: 'glasshouse-react', value: 'AlarmStrip.snoozed', way: 'context', also: ['Clock'] },
  { example: 'glasshouse-react', value: 'VentLever.pulled', way: 'up', also: ['TrayLabel'] },
  { example: 'glasshouse-react', value: 'VentLever.pulled', way: 'context', also: ['TopBar'] },
  { example: 'glasshouse-react', value: 'App.units', way: 'store' },
  { example: 'glasshouse-react', value: 'App.openAlarms', way: 'store' },
  { example: 'glasshouse-react', value: 'App.units', way: 'compose' },
  { example: 'glasshouse-react', value: 'AlarmStrip.hottest', way: 'compose' },
  { example: 'glasshouse-react', rule: 'drilled-prop' },
  { example: 'glasshouse-react', rule: 'fresh-context' },
  { example: 'glasshouse-react', rule: 'unused-prop' },
  { example: 'glasshouse-react', rule: 'relayed-event' },
  { example: 'glasshouse-react', rule: 'missing-provider' },
  { example: 'irrigation-hooks', value: 'App.open', way: 'context' },
  { example: 'irrigation-hooks', value: 'Valve.state', way: 'up', also: ['Clock'] },
  { example: 'signs-composition', value: 'App.over', way: 'context' },
  { example: 'seedlings-layout', rule: 'wide-client' },
  { example: 'glasshouse-vue3', value: 'App.units', way: 'context' },
  { example: 'glasshouse-vue3', value: 'App.picked', way: 'context' },
  { example: 'glasshouse-vue3', value: 'App.house', way: 'context' },
  { example: 'glasshouse-vue3', value: 'PlanForm.note', way: 'context', also: ['TopBar'] },
  { example: 'glasshouse-vue3', value: 'App.units', way: 'store' },
  { example: 'glasshouse-vue3', value: 'App.picked', way: 'store' },
  { example: 'glasshouse-vue3', rule: 'frozen-read', shows: '0 alarms' },
  { example: 'glasshouse-vue2', rule: 'leaked-listener' },
  { example: 'glasshouse-vue2', rule: 'frozen-read', shows: 'First said: changed' },
  { example: 'glasshouse-scopes', rule: 'leaked-listener' },
  { example: 'glasshouse-runes', value: 'App.units', way: 'context' },
  { example: 'glasshouse-runes', value: 'App.house', way: 'context' },
  { example: 'glasshouse-runes', value: 'App.picked', way: 'context', also: ['FeedNote'] },
  { example: 'glasshouse-runes', rule: 'drilled-prop' },
  { example: 'glasshouse-runes', rule: 'relayed-event' },
  { example: 'glasshouse-svelte', value: 'App.units', way: 'context' },
  { example: 'glasshouse-svelte', value: 'App.picked', way: 'context', also: ['FeedNote'] },
  { example: 'glasshouse-svelte', value: 'App.units', way: 'store' },
  { example: 'glasshouse-svelte', rule: 'drilled-prop' },
  { example: 'glasshouse-angular', value: 'App.units', way: 'service' },
  { example: 'glasshouse-angular', value: 'App.houses', way: 'service' },
  { example: 'glasshouse-angular', value: 'PlanForm.amount', way: 'service', also: ['TopBar'] },
  { example: 'glasshouse-angular', rule: 'drilled-prop' },
  { example: 'glasshouse-angular', rule: 'relayed-event' },
  { example: 'glasshouse-angular', rule: 'high-home' },
  { example: 'glasshouse-angular', rule: 'frozen-read', shows: '0 alarms' },
  { example: 'glasshouse-ngmodules', value: 'App.units', way: 'service' },
  { example: 'glasshouse-ngmodules', value: 'App.units', way: 'service', also: ['AlarmBell'] },
  { example: 'glasshouse-ngmodules', rule: 'drilled-prop' },
  { example: 'glasshouse-ngmodules', rule: 'leaked-listener' },
  { example: 'glasshouse-ngmodules', rule: 'outside-write' },
  { example: 'glasshouse-ngmodules', rule: 'private-store', shows: '4 hours' },
  { example: 'glasshouse-ngmodules', rule: 'silent-write', shows: 'fern,moss' },
  { example: 'glasshouse-ngmodules', rule: 'one-of-many', shows: 'South lit' },
  { example: 'glasshouse-lwc', rule: 'leaked-listener' },
];

export interface CarriedOut {
  files: number;
  /** Steps that are left to a person. */
  byHand: number;
  /** What does not hold; empty where all does. */
  wrong: string[];
}

/** How the page looks, piece by piece of its use, and what the framework held all the while. */
interface Run {
  screens: string[];
  seen: Seen;
  /** What wanted readers show. */
  outputs: string[];
}

/** Carries one out on a copy of its example, below `root`, and holds it against the example. */
export async function carryOut(root: string, carried: Carried): Promise<CarriedOut> {
  const example = path.join(root, 'examples', carried.example);
  // Packages are looked for two folders above.
  const copy = path.join(root, '.cache', `carried-${carried.example}`);
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(path.dirname(copy), { recursive: true });
  cpSync(example, copy, { recursive: true });
  try {
    const survey = await surveyFolder(copy);
    const sources = diskSources(copy, survey);
    const asked = 'rule' in carried ? null : { way: carried.way, also: carried.also ?? [] };
    const plan = asked && 'value' in carried ? (survey.plan(carried.value, asked, sources).plan ?? null) : null;
    const mended = 'rule' in carried ? survey.mends(({ rule }) => rule === carried.rule, sources) : null;
    const files = plan?.files ?? mended?.patch ?? [];
    if (files.length === 0) return { files: 0, byHand: 1, wrong: ['no edit was made'] };
    const before = await use(copy);
    // As a part of no repository: paths are those of the copy.
    const env = { ...process.env, GIT_CEILING_DIRECTORIES: path.dirname(copy) };
    execFileSync('git', ['apply', '-'], { cwd: copy, env, input: files.map(({ diff }) => diff).join('') });
    const after = await use(copy);
    return {
      files: files.length,
      byHand: (plan?.steps ?? []).filter(({ by }) => by === 'hand').length,
      wrong: [
        ...('shows' in carried ? comesToSay(before, after, carried.shows) : screensDiffer(before, after)),
        ...(plan ? wrongOfPlan(plan, after) : wrongOfMends(mended)),
      ],
    };
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
}

async function use(example: string): Promise<Run> {
  return withPage(
    example,
    async (page) => {
      // What is loaded lazily is shown a third of a second later at the earliest, as its framework has it.
      await new Promise((resolve) => setTimeout(resolve, 700));
      const screens: string[] = [await look(page)];
      await usedEach(page, async () => {
        screens.push(await look(page));
      });
      return page.evaluate(
        (all: string[]) => ({
          screens: all,
          seen: (window as unknown as { __seen(): Seen }).__seen(),
          outputs: [...document.querySelectorAll('output')].map((one) => one.textContent ?? ''),
        }),
        screens,
      );
    },
    withoutTimers,
  );
}

/** What comes by itself would come at another moment each time. */
function withoutTimers(): void {
  window.setInterval = (() => 0) as unknown as typeof window.setInterval;
}

/** What the page says once it has come to rest: what is loaded later comes a moment after it is asked for. */
async function look(page: Page): Promise<string> {
  let before = await said(page);
  for (let still = 0, turn = 0; still < 3 && turn < 60; turn++) {
    await new Promise((resolve) => setTimeout(resolve, 20));
    const now = await said(page);
    still = now === before ? still + 1 : 0;
    before = now;
  }
  return before;
}

/** What the page says, but for clocks and what wanted readers add. */
function said(page: Page): Promise<string> {
  return page.evaluate(() => {
    const copy = document.body.cloneNode(true) as HTMLElement;
    for (const one of copy.querySelectorAll('output, script, time')) {
      // What parts it from what stands before says nothing.
      if (one.previousSibling?.nodeValue?.trim() === '') one.previousSibling.remove();
      one.remove();
    }
    return (copy.textContent ?? '').replace(/\s+/g, ' ');
  });
}

function screensDiffer(before: Run, after: Run): string[] {
  if (before.screens.length !== after.screens.length)
    return [`${before.screens.length} things could be used before, ${after.screens.length} after`];
  const at = before.screens.findIndex((screen, index) => screen !== after.screens[index]);
  if (at === -1) return [];
  return [`after use ${at} the screen says “${around(after.screens[at] ?? '', before.screens[at] ?? '')}”`];
}

/** What a mend is there for: the screen says something sooner, or what it never said before. */
function comesToSay(before: Run, after: Run, text = ''): string[] {
  const says = (run: Run): number => run.screens.filter((screen) => screen.includes(text)).length;
  return says(after) > says(before) ? [] : [`“${text}” is said no sooner than before`];
}

/** Where two texts part. */
function around(text: string, other: string): string {
  let at = 0;
  while (at < text.length && text[at] === other[at]) at++;
  return `…${text.slice(Math.max(0, at - 30), at + 40)}… instead of …${other.slice(Math.max(0, at - 30), at + 40)}…`;
}

function wrongOfPlan({ proof, steps }: WayPlan, after: Run): string[] {
  const props = after.seen.given.map((one) => one.slice(one.indexOf('>') + 1));
  const taken = steps.flatMap(({ says }) => {
    const [, names = '', component = ''] = /^Take (.+) out of (?:the props of )?(\w+)/.exec(says) ?? [];
    return names.split(/, | and /).map((name) => `${component}.${name}`);
  });
  const wanted = steps.filter(({ says }) => says.includes('show it at the end of its markup')).length;
  return [
    ...taken.filter((one) => props.includes(one)).map((one) => `${one} is still received`),
    ...proof.lost.map((one) => `${one} is lost`),
    ...proof.newFindings.map(({ message }) => message),
    ...(wanted > 0 && after.outputs.length === 0 ? ['what is wanted is not on the screen'] : []),
  ];
}

function wrongOfMends(mended: Mended | null): string[] {
  return (mended?.document.mends ?? []).flatMap(({ proof }) => proof.newFindings.map(({ message }) => message));
}
