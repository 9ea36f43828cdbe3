/** Each view in both schemes: nothing serious for assistive technology, and the focus always to be seen. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { openDesk, sees, settles, type Desk } from './browser';

const AXE = readFileSync(createRequire(__filename).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  impact: string | null;
  nodes: { html: string; failureSummary?: string }[];
}

let desk: Desk;
let base = '';

beforeAll(async () => {
  desk = await openDesk();
  await desk.page.goto(desk.url);
  await sees(desk.page, 'Worth asking');
  base = desk.page.url().replace(/(\/p\/\w+).*$/, '$1');
}, 120_000);
afterAll(() => desk.close());

const VIEWS: [name: string, address: string, shows: string][] = [
  ['sheet', '/sheet?cell=src%2FApp.jsx%23App.units&component=src%2FApp.jsx%23App&kind=state', 'Follow it'],
  ['sheet, a component', '/sheet?component=src%2Fdesk%2FDesk.jsx%23Desk', 'only carries'],
  ['trail', '/trail?value=App.units&open=0', 'only carry it'],
  ['trail with code', '/trail?value=App.units&rows=roomy&code=src%2FApp.jsx%3A15%3Aunits', 'Click an underlined name'],
  ['why not', '/trail?value=App.units&why=src%2Fdesk%2FFeedStatus.jsx%23FeedStatus', 'does not have it'],
  ['findings', '/findings', 'What to do'],
  ['findings in figures', '/findings?show=charts', 'How many hops values take'],
  ['homes', '/homes?value=App.units', 'Provide it through a context'],
  ['the plan of a way', '/homes?value=App.units&way=context&show=plan', '8 relays gone'],
  ['a mend', '/findings?rule=unused-prop&show=mend', 'the finding is gone'],
  ['reach', '/reach?from=src%2Fdesk%2FDesk.jsx%23Desk', 'can get to it'],
  ['code', '/code?at=src%2Fdesk%2FDesk.jsx%3A6%3Aunits', 'is only carried'],
  ['projects', '', 'glasshouse'],
];

describe.each(['light', 'dark'])('%s', (scheme) => {
  test.each(VIEWS)('%s', async (_, address, shows) => {
    const { page } = desk;
    await page.emulateMediaFeatures([
      { name: 'prefers-color-scheme', value: scheme },
      { name: 'prefers-reduced-motion', value: 'reduce' },
    ]);
    await page.goto(address === '' ? new URL('/projects', desk.url).href : base + address);
    await sees(page, shows);
    // What comes in later (lines of code, colours) is looked at as well.
    await settles(page);
    // Run as the developer's tools are, apart from the page's own rules about scripts.
    await page.evaluate((source) => {
      (0, eval)(source);
    }, AXE);
    const found = await page.evaluate(async () => {
      const { axe } = window as unknown as { axe: { run(): Promise<{ violations: Violation[] }> } };
      return (await axe.run()).violations;
    });
    const serious = found
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .slice(0, 3)
            .map((node) => `${node.html.slice(0, 160)} — ${node.failureSummary?.slice(0, 160) ?? ''}`)
            .join(' | ')}`,
      );
    expect(serious).toEqual([]);
    expect(await page.evaluate(() => document.getAnimations().length)).toBe(0);
  });
});

test('whatever takes the focus shows it', async () => {
  const { page } = desk;
  for (const address of ['/sheet', '/trail?value=App.units', '/findings', '/reach', '/code']) {
    await page.goto(base + address);
    await settles(page);
    for (let i = 0; i < 14; i++) {
      await page.keyboard.press('Tab');
      const unseen = await page.evaluate(() => {
        const at = document.activeElement;
        if (!at || at === document.body) return null;
        const rings = [at, at.parentElement, at.closest('[class*=frame]')].flatMap((element) =>
          element ? [getComputedStyle(element), getComputedStyle(element, '::after')] : [],
        );
        const seen = rings.some(
          (style) =>
            (style.outlineStyle !== 'none' && parseFloat(style.outlineWidth) > 0) ||
            (style.content === '""' && parseFloat(style.borderTopWidth) >= 2),
        );
        const isField = /^(INPUT|TEXTAREA)$/.test(at.tagName) || at.classList.contains('cm-content');
        return seen || isField ? null : at.outerHTML.slice(0, 120);
      });
      expect([address, unseen]).toEqual([address, null]);
    }
  }
});
