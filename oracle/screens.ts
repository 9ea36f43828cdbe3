/**
 * For families that keep no tree of instances in memory: the page is run, one change after the other is made, and what changed
 * on the screen is held against the trails. Each component of such an example marks what it renders (`data-part`).
 */
import { surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { settle, withPage } from './observe';

/** A control of the page, and the values it changes. */
export interface Change {
  press: string;
  values: readonly string[];
}

export interface Screens {
  /** Changes made, and those of them that were seen on the screen. */
  changes: Measure;
  /** Parts of the screen that changed, and those of them that a trail of the value leads to. */
  parts: Measure;
  /** Copies the survey calls frozen, and those of them that stood still while what they were taken from changed. */
  frozen: Measure;
}

export interface Measure {
  seen: number;
  found: number;
  missed: string[];
}

const COMMON: readonly Change[] = [
  { press: 'flip', values: ['App.units'] },
  { press: 'hand over', values: ['App.operator'] },
  { press: 'palm', values: ['App.picked', 'App.houses'] },
  { press: 'vent p1', values: ['App.houses'] },
  { press: 'fold p1', values: ['BenchCard.folded'] },
  { press: 'more', values: ['PlanForm.amount'] },
  { press: 'mist', values: ['MistNote.last'] },
];

/** The examples, with what is pressed in each. */
export const SCREENS: readonly [folder: string, about: string, changes: readonly Change[]][] = [
  [
    'glasshouse-svelte',
    'Svelte without runes',
    [...COMMON, { press: 'age', values: ['store:feed'] }, { press: 'seen a1', values: ['store:alarms'] }],
  ],
  [
    'glasshouse-runes',
    'Svelte with runes',
    [...COMMON, { press: 'age', values: ['store:feed.minutes'] }, { press: 'seen a1', values: ['store:Alarms.all'] }],
  ],
];

/** What each part of the screen says itself, parts within it left out; parts of one name one after the other. */
type Screen = Record<string, string[]>;

export async function holdScreens(example: string, changes: readonly Change[]): Promise<Screens> {
  const survey = await surveyFolder(example);
  const result: Screens = { changes: none(), parts: none(), frozen: none() };
  await withPage(example, async (page) => {
    const look = (): Promise<Screen> =>
      page.evaluate(() => {
        const said: Record<string, string[]> = {};
        const own = (node: Node): string =>
          [...node.childNodes]
            .map((child) =>
              child instanceof HTMLElement && child.dataset.part !== undefined
                ? ''
                : child instanceof Text
                  ? child.data
                  : own(child),
            )
            .join('');
        for (const part of document.querySelectorAll<HTMLElement>('[data-part]'))
          (said[part.dataset.part ?? ''] ??= []).push(own(part).replace(/\s+/g, ' '));
        return said;
      });
    for (const { press, values } of changes) {
      const before = await look();
      await page.evaluate((name: string) => document.querySelector<HTMLElement>(`[data-do="${name}"]`)?.click(), press);
      await settle(page);
      const after = await look();
      const changed = Object.keys(after).filter(
        (part) => before[part]?.length === after[part]?.length && before[part]?.join('|') !== after[part]?.join('|'),
      );
      note(result.changes, `${press} changes nothing on the screen`, changed.length > 0);
      const stops = values.flatMap((value) => survey.trail(value).trails.flatMap((trail) => trail.stops));
      // The home shows what it holds without any trail leading there.
      const homes = values.map((value) => value.slice(0, value.indexOf('.')));
      const reached = new Set([...homes, ...stops.flatMap((stop) => stop.component ?? [])]);
      for (const part of changed)
        note(
          result.parts,
          `${press}: ${part} changed, and no trail of ${values.join(' or ')} leads there`,
          reached.has(part),
        );
      for (const one of survey.findings()) {
        if (one.rule !== 'frozen-read' || !one.component || !reached.has(one.component)) continue;
        note(
          result.frozen,
          `${press}: ${one.component} is said to stand still, and changed`,
          !changed.includes(one.component),
        );
      }
    }
  });
  return result;
}

function none(): Measure {
  return { seen: 0, found: 0, missed: [] };
}

function note(measure: Measure, message: string, holds: boolean): void {
  measure.seen++;
  if (holds) measure.found++;
  else measure.missed.push(message);
}
