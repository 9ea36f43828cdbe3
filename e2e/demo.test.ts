/** What a developer does first: open the demo, find a value, read its trail and code, see a finding, open its homes. */
import { clicks, openDesk, picks, pressCtrlK, sees, type Desk } from './browser';

let desk: Desk;
let base = '';

beforeAll(async () => {
  desk = await openDesk();
}, 120_000);
afterAll(() => desk.close());
afterEach(() => expect(desk.complaints.splice(0)).toEqual([]));

test('the demo opens on the sheet, with three questions worth asking', async () => {
  await desk.page.goto(desk.url);
  await sees(desk.page, 'Worth asking');
  base = desk.page.url().replace(/\/sheet.*$/, '');
  await sees(desk.page, '46 components');
  const questions = await desk.page.$$eval('aside ol a', (links) => links.map((link) => link.textContent));
  expect(questions).toHaveLength(3);
  expect(questions[0]).toBe('Which way does units of App travel?');
});

test('a mark is selected and told in words; keys walk along the thread', async () => {
  const { page } = desk;
  await page.click('button[title^="units"]');
  await sees(page, 'App × units — it lives here', 'footer');
  await sees(page, /longest way\s+6 hops, 5 only carry it/, 'aside');
  await page.keyboard.press('ArrowDown');
  await sees(page, 'TopBar × units — passes it on as units, never uses it', 'footer');
  await page.keyboard.press('ArrowDown');
  await sees(page, 'UnitSwitch × units — reads it; changes it', 'footer');
  await page.keyboard.press('Enter');
  await sees(page, '6 hops · 5 only carry it');
  expect(page.url()).toContain('/trail?value=App.units');
});

test('a value is found with the keyboard alone, and its trail read', async () => {
  const { page } = desk;
  await pressCtrlK(page);
  await page.keyboard.type('tray.un');
  await sees(page, 'Tray.units', '#found');
  await page.keyboard.press('Enter');
  await sees(page, '6 hops · 5 only carry it');
  const stops = await page.$$eval('ol > li b', (names) => names.map((name) => name.textContent));
  expect(stops).toEqual(['App', 'Desk', 'House', 'Zone', 'Bench', 'Tray', 'Gauge']);
  await sees(page, "const [units, setUnits] = useState('celsius');");
  await page.keyboard.press('j');
  await sees(page, 'Desk passes units to House', 'footer');
});

test('the code beside it: the name marked, and another followed from there', async () => {
  const { page } = desk;
  await page.keyboard.press('c');
  await sees(page, 'src/desk/Desk.jsx', 'aside');
  await page.waitForSelector('aside .cm-content');
  const marked = await page.$$eval('aside [class*=asked]', (marks) => marks.map((mark) => mark.textContent));
  expect(marked).toEqual(['units']);
  expect(page.url()).toContain('code=src%2Fdesk%2FDesk.jsx%3A6%3Aunits');
  const vents = await page.evaluateHandle(() =>
    [...document.querySelectorAll('aside .cm-content [class*=askable]')].find(
      (mark) => mark.textContent === 'selectedHouse',
    ),
  );
  await (vents.asElement() as unknown as { click(): Promise<void> }).click();
  await sees(page, 'selectedHouse', 'h1');
  await sees(page, 'state in Desk');
});

test('a link shows a colleague the same thing', async () => {
  const { page } = desk;
  await page.goto(
    `${base}/trail?value=App.units&way=${encodeURIComponent('from-src/desk/UnitSwitch.jsx#UnitSwitch.onPick-0')}`,
  );
  await sees(page, 'changed by UnitSwitch, where it is called onPick');
  await page.reload();
  await sees(page, 'changed by UnitSwitch, where it is called onPick');
});

test('findings: worst first, narrowed, and from one to its homes', async () => {
  const { page } = desk;
  await clicks(page, 'Findings', 'header');
  await sees(page, 'missing-provider · error', 'aside');
  await page.keyboard.press('j');
  await sees(page, 'drilled-prop · warning', 'aside');
  await picks(page, 'Show', 'note');
  await sees(page, '5 of 11');
  await picks(page, 'Show', 'every');
  await page.waitForSelector('input[aria-label="Narrow by words"]');
  await page.type('input[aria-label="Narrow by words"]', 'onVent');
  await sees(page, '1 of 11');
  await clicks(page, 'Weigh its homes', 'aside');
  await sees(page, 'nearest common ancestor: Desk');
  await sees(page, 'Provide it through a context, from Desk.');
});

test('homes: ways are compared, and rules of thumb rank them again', async () => {
  const { page } = desk;
  await page.goto(`${base}/homes?value=App.units`);
  await sees(page, 'Provide it through a context, from App.');
  expect(await page.$$eval('thead th button', (titles) => titles.map((title) => title.textContent))).toEqual([
    'Leave it',
    'Pass markup down',
    'Context',
    'Store',
    'Move it lower',
  ]);
  await page.waitForSelector('[role=slider]');
  // A survey that is renewed meanwhile may draw the rules anew.
  for (let i = 0; i < 5; i++) {
    await page.focus('[role=slider]');
    await page.keyboard.press('ArrowRight');
  }
  await sees(page, 'Leave it in App.');
  await page.reload();
  await sees(page, 'Leave it in App.');
});

test('a question that means nothing says so, with near names', async () => {
  const { page } = desk;
  await page.goto(`${base}/trail?value=Trey.units`);
  await sees(page, 'No component called Trey in this project. Near: Tray');
  await page.goto(`${base}/findings?text=zzz`);
  await sees(page, 'No finding fits');
  await page.goto(`${base.replace(/\/p\/.*/, '')}/p/none/sheet`);
  await sees(page, 'There is no such project here');
});

test('the keys of a view are listed', async () => {
  const { page } = desk;
  await page.goto(`${base}/sheet`);
  await sees(page, 'Worth asking');
  await page.keyboard.press('?');
  await sees(page, 'to the next mark along the thread');
  await page.keyboard.press('Escape');
});

test('what is computed from a value is told where it is computed, folded away, and a value of its own', async () => {
  const { page } = desk;
  await page.goto(`${base}/trail?value=FeedProvider.readings`);
  await sees(page, 'goes into hottest of AlarmHead, computed here');
  const listed = async (): Promise<string> => page.$eval('aside', (panel) => panel.innerText);
  expect(await listed()).not.toContain('HeatScale');
  await clicks(page, '+ computed from it', 'aside');
  await clicks(page, 'HeatScale', 'aside');
  await sees(page, 'computed from it on the way', '.headline');
  await clicks(page, 'hottest', 'ol');
  await sees(page, 'derived value in AlarmStrip', '.headline');
  expect(await listed()).not.toContain('AlarmRow');
});

test('the sheet shows the value itself, and what is computed from it where that is asked for', async () => {
  const { page } = desk;
  await page.goto(`${base}/sheet?kind=state`);
  await sees(page, 'Square: lives here');
  const told = (): Promise<(string | null)[]> =>
    page.$$eval('[role=gridcell]', (cells) =>
      cells.map((cell) => cell.getAttribute('aria-label')).filter((says) => says?.includes('computed from it')),
    );
  expect(await told()).toEqual([]);
  await picks(page, 'and', 'shown');
  await sees(page, 'Pale: gets what is computed from it', 'footer');
  expect(page.url()).toContain('computed=shown');
  await page.waitForSelector('[role=gridcell][aria-label*="gets what is computed from it"]');
});
