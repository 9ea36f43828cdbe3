/** Who hears an event: asked on Reach, of a component that sends one past those around it. */
import path from 'node:path';
import { clicks, openDesk, picks, sees, type Desk } from './browser';

let desk: Desk;

beforeAll(async () => {
  desk = await openDesk(() => [path.resolve('examples/glasshouse-lwc')]);
}, 120_000);
afterAll(() => desk.close());
afterEach(() => expect(desk.complaints.splice(0)).toEqual([]));

test('who hears it is told, by where they stand; then all who take part', async () => {
  const { page } = desk;
  await sees(page, 'Worth asking');
  const base = page.url().replace(/\/sheet.*$/, '');
  await page.goto(`${base}/reach?from=${encodeURIComponent('src/modules/c/gauge/gauge.js#Gauge.noted')}`);
  await sees(page, 'heard by 1 around it');
  await sees(page, 'stands around it, takes it as noted, 1 hop');
  const rows = (): Promise<(string | null)[]> =>
    page.$$eval('ul li > span:first-child', (names) => names.map((name) => name.textContent));
  expect(await rows()).toEqual(['Bench', 'WarmStrip', 'WarmRow', 'Gauge']);
  await picks(page, 'Rows', 'every');
  await sees(page, 'UnitSwitch');
  // On to who hears it: a component, of which other things are asked.
  await clicks(page, 'Bench', 'ul');
  await sees(page, 'can get to it');
  await sees(page, /gets to\s+\d+/);
});
