/** Carrying a choice out: a wanted reader, the plan, its edits written into the folder and taken back, a finding mended. */
import { cpSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { clicks, openDesk, pressCtrlK, sees, settles, type Desk } from './browser';

let desk: Desk;
let base = '';
let project = '';

beforeAll(async () => {
  desk = await openDesk((folder) => {
    project = path.join(folder, 'nursery');
    cpSync(path.resolve('examples/glasshouse-react'), project, { recursive: true });
    return [project];
  });
  await sees(desk.page, 'Worth asking');
  base = desk.page.url().replace(/\/sheet.*$/, '');
}, 120_000);
afterAll(() => desk.close());
afterEach(() => expect(desk.complaints.splice(0)).toEqual([]));

const source = (file: string): string => readFileSync(path.join(project, file), 'utf8');

test('a component that shall read it too changes where it should live', async () => {
  const { page } = desk;
  await page.goto(`${base}/homes?value=AlarmStrip.snoozed`);
  await sees(page, 'Who else shall read it?');
  await page.type('input[aria-label="Who else shall read it?"]', 'TopB');
  await clicks(page, 'TopBar', '[role="listbox"]');
  await sees(page, 'Move it up into App.');
  expect(page.url()).toContain('also=src%2Fdesk%2FTopBar.jsx%23TopBar');
  await clicks(page, 'Plan it');
  await sees(page, 'Move the state snoozed from AlarmStrip up into App.');
  await sees(page, 'A survey of the edited files: read by AlarmStrip, TopBar, changed by SnoozeButton.');
});

test('who shall read it is picked on the sheet, row by row, and by typing', async () => {
  const { page } = desk;
  await page.goto(`${base}/sheet?cell=${encodeURIComponent('src/alarms/AlarmStrip.jsx#AlarmStrip.snoozed')}`);
  const pick = async (component: string): Promise<void> => {
    await (await page.waitForSelector(`xpath/.//*[@role="rowheader"][contains(., "${component}")]`))?.click();
  };
  // The crossing, not the component as a whole, is what is picked.
  await pick('Clock');
  await sees(page, 'Clock', 'aside');
  await page.goto(`${page.url()}&cell=${encodeURIComponent('src/alarms/AlarmStrip.jsx#AlarmStrip.snoozed')}`);
  await sees(page, 'Clock does not read it.', 'aside');
  await clicks(page, 'It shall', 'aside');
  await sees(page, 'Clock × snoozed — shall read it', 'footer');
  await page.waitForSelector('#crossing[data-wanted]');
  await page.keyboard.press('w');
  await sees(page, 'Clock does not read it.', 'aside');
  await page.keyboard.press('w');
  await sees(page, 'Shall read it too: Clock', 'aside');
  await page.keyboard.press('h');
  await sees(page, 'Who else shall read it?');
  expect(new URL(page.url()).searchParams.getAll('also')).toEqual(['src/desk/Clock.jsx#Clock']);
  await pressCtrlK(page);
  await page.keyboard.type('TopBar');
  await sees(page, 'lets it read AlarmStrip.snoozed, too');
  await page.keyboard.down('Shift');
  await page.keyboard.press('Enter');
  await page.keyboard.up('Shift');
  await sees(page, 'TopBar ×');
  expect(new URL(page.url()).searchParams.getAll('also')).toEqual([
    'src/desk/Clock.jsx#Clock',
    'src/desk/TopBar.jsx#TopBar',
  ]);
});

test('values are judged together, and one is taken back', async () => {
  const { page } = desk;
  await page.goto(`${base}/homes?value=App.units`);
  await sees(page, 'Judge it together with');
  await page.type('input[aria-label="Judge it together with"]', 'openAl');
  await clicks(page, 'App.openAlarms', '[role="listbox"]');
  await sees(page, 'Keep units and openAlarms apart: nothing changes both at once.');
  expect(page.url()).toContain('with=App.openAlarms');
  await clicks(page, 'App.openAlarms ×');
  await page.waitForFunction(() => !location.search.includes('with='));
});

test('the plan of a way, written into the folder and taken back', async () => {
  const { page } = desk;
  await page.goto(`${base}/homes?value=App.units`);
  await sees(page, 'Provide it through a context, from App.');
  await page.keyboard.press('p');
  await sees(page, 'Make UnitsContext and SetUnitsContext in src/units.js.');
  await sees(page, '8 relays gone');
  await sees(page, 'Nothing new is found.');
  const before = source('src/desk/TopBar.jsx');
  await settles(page);
  await clicks(page, 'Write it into the folder …');
  await clicks(page, 'Yes, write 13 files');
  await sees(page, '13 files written for App.units: context.');
  expect(source('src/desk/TopBar.jsx')).toContain('<UnitSwitch />');
  expect(source('src/units.js')).toContain('export const UnitsContext = createContext(undefined);');
  // The folder is watched: by now the value travels through the context, and that way is taken.
  await sees(page, 'It already travels through a context.');
  await clicks(page, 'Take it back');
  await sees(page, '8 relays gone');
  expect(source('src/desk/TopBar.jsx')).toBe(before);
});

test('a decision is kept, holds once it is carried out, and is told to be broken when it is undone', async () => {
  const { page } = desk;
  await page.goto(`${base}/homes?value=App.units&way=store&show=plan`);
  await sees(page, 'Keep units in src/units.js: a module that tells its readers of each change.');
  await page.type('#decision-reason', 'Four places show it.');
  await clicks(page, 'Keep the decision');
  await sees(page, 'Save it as Markdown');
  await page.goto(`${base}/homes`);
  await sees(page, 'not carried out');
  await page.goto(`${base}/homes?value=App.units&way=store&show=plan`);
  await settles(page);
  await clicks(page, 'Write it into the folder …');
  await clicks(page, 'Yes, write 13 files');
  await sees(page, '13 files written for App.units: store.');
  await page.goto(`${base}/homes`);
  await sees(page, 'Four places show it.');
  await page.waitForSelector('[aria-label="Decisions"] li[data-state="holds"]', { timeout: 30_000 });
  await page.goto(`${base}/homes?value=AlarmStrip.snoozed`);
  await clicks(page, 'Take it back');
  await page.waitForFunction(() => !document.body.innerText.includes('files written for'));
  await page.goto(`${base}/homes`);
  await page.waitForSelector('[aria-label="Decisions"] li[data-state="broken"]', { timeout: 30_000 });
  await sees(page, 'no longer holds');
});

test('a finding is mended: from the list to its edits', async () => {
  const { page } = desk;
  await page.goto(`${base}/findings?rule=unused-prop`);
  await sees(page, 'HouseHead declares zones but never uses it');
  await clicks(page, 'Mend it', 'aside');
  await sees(page, 'Take zones out of the props of HouseHead.');
  await sees(page, 'the finding is gone');
  await page.keyboard.press('Escape');
  await sees(page, 'What to do');
});
