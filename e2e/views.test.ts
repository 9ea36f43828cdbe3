/** Each view, by keyboard and by mouse, on the demo and on a generated project of three thousand components. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { generate } from '../bench/generate';
import { clicks, openDesk, picks, pressCtrlK, sees, settles, type Desk } from './browser';

interface Project {
  name: string;
  /** Lays the project in a folder; what `vectura open` is to be called with. */
  open(folder: string): string[];
  /** How many components it has, as the sheet says it. */
  components: string;
  /** Who only carries `units`, who reads it last, and under which name. */
  relay: string;
  reader: string;
  /** A component `units` does not get to, and what is said of it. */
  without: string;
  why: string;
  /** The file of the relay, and a name in it that leads to a trail of another value. */
  relayFile: string;
  other: string;
  findings: number;
}

const DEMO: Project = {
  name: 'the demo',
  open: () => [],
  components: '46 components',
  relay: 'Desk',
  reader: 'Gauge',
  without: 'FeedStatus',
  why: 'TopBar has units, but does not pass it to FeedStatus.',
  relayFile: 'src/desk/Desk.jsx',
  other: 'selectedHouse',
  findings: 11,
};

const GENERATED: Project = {
  name: 'a project of three thousand components',
  open: (folder) => {
    const nursery = path.join(folder, 'nursery');
    generate(nursery, 3752);
    return [nursery];
  },
  components: '3001 components',
  relay: 'House0',
  reader: 'Gauge0',
  without: 'ClimateProvider0',
  why: 'House0 has units, but does not pass it to ClimateProvider0.',
  relayFile: 'src/house0/House.jsx',
  other: 'picked',
  findings: 1875,
};

describe.each([DEMO, GENERATED])('$name', (project) => {
  let desk: Desk;
  let page: Page;
  let base = '';

  beforeAll(async () => {
    desk = await openDesk(project.open);
    page = desk.page;
    await page.goto(desk.url);
    await sees(page, 'Worth asking');
    base = page.url().replace(/(\/p\/\w+).*$/, '$1');
    await (
      await page.createCDPSession()
    ).send('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: desk.folder,
    });
  }, 240_000);
  afterAll(() => desk.close());
  afterEach(() => expect(desk.complaints.splice(0)).toEqual([]));

  const crossing = async (component: string, value: string): Promise<ElementHandle> => {
    const handle = await page.waitForSelector(`[role=gridcell][aria-label^="${component} × ${value}:"]`);
    if (!handle) throw new Error(`There is no crossing of ${component} and ${value}`);
    return handle;
  };

  describe('the sheet', () => {
    beforeEach(async () => {
      await page.goto(`${base}/sheet`);
      await sees(page, project.components);
      await crossing('App', 'units');
      await settles(page);
    });

    test('by mouse: a crossing is told under the pointer, selected by a press, and leads on', async () => {
      await (await crossing(project.relay, 'units')).hover();
      await sees(page, `${project.relay} × units — passes it on as units, never uses it`, 'footer');
      await (await crossing(project.relay, 'units')).click();
      await sees(page, 'Follow it', 'aside');
      expect(await page.$eval('#crossing', (cell) => cell.getAttribute('aria-selected'))).toBe('true');
      await clicks(page, 'Follow it', 'aside');
      await page.waitForFunction(() => location.pathname.endsWith('/trail'));
      await sees(page, 'only carry it');
    });

    test('by keyboard: from mark to mark, along the thread and the row, and on to the trail', async () => {
      await page.focus('[role=grid]');
      await page.keyboard.press('ArrowDown');
      await sees(page, 'App × units — it lives here', 'footer');
      await page.keyboard.press('ArrowDown');
      await page.keyboard.press('ArrowDown');
      await page.keyboard.press('ArrowUp');
      await page.keyboard.press('Home');
      await sees(page, 'App × units — it lives here', 'footer');
      await page.keyboard.press('End');
      await page.waitForFunction(() => !document.querySelector('footer')?.textContent?.includes('App × units'));
      await page.keyboard.press('Enter');
      await page.waitForFunction(() => location.pathname.endsWith('/trail'));
      await sees(page, 'only carry it');
      expect(page.url()).toContain('/trail?value=App.units');
    });

    test('is narrowed in words, and says what is left out', async () => {
      await page.keyboard.press('n');
      await picks(page, 'Show', 'drilled');
      await sees(page, /left out: (\d+ of \d+ components, )?\d+ of \d+ values/);
      await picks(page, 'that a component', 'relay');
      await page.type('input[aria-label="Narrow by name"]', 'units');
      await page.waitForFunction(() => document.querySelectorAll('[role=columnheader]').length === 2);
      await page.waitForFunction(
        () => ![...document.querySelectorAll('[role=rowheader]')].some((row) => row.textContent === 'UnitSwitch'),
      );
      await clicks(page, 'show all');
      await page.waitForFunction(() => document.querySelectorAll('[role=columnheader]').length > 5);
    });

    test('rows are folded, and a part of it is shown alone', async () => {
      await page.goto(`${base}/sheet?component=${encodeURIComponent(`${project.relayFile}#${project.relay}`)}`);
      await sees(page, 'is given', 'aside');
      await page.waitForSelector('[role=grid]');
      const rows = (): Promise<number> =>
        page.$eval('[role=grid]', (grid) => Number(grid.getAttribute('aria-rowcount')));
      const all = await rows();
      await page.focus('[role=grid]');
      await page.keyboard.press('f');
      await page.waitForFunction(
        (before: number) => Number(document.querySelector('[role=grid]')?.getAttribute('aria-rowcount')) < before,
        {},
        all,
      );
      const unfold = await page.waitForSelector(`button[aria-label="Unfold ${project.relay}"]`);
      await unfold?.click();
      await page.waitForFunction(
        (before: number) => Number(document.querySelector('[role=grid]')?.getAttribute('aria-rowcount')) === before,
        {},
        all,
      );
      await clicks(page, 'Show only what is below it', 'aside');
      await sees(page, /below\s+\S+ ×/);
      await clicks(page, `${project.relay} ×`);
      await page.waitForFunction(
        (before: number) => Number(document.querySelector('[role=grid]')?.getAttribute('aria-rowcount')) === before,
        {},
        all,
      );
    });

    test('the strip of the whole sheet leads where it is pressed', async () => {
      const strip = await page.waitForSelector('[role=img][aria-label^="The whole sheet"]');
      const box = await strip?.boundingBox();
      if (!box) throw new Error('The strip is not there');
      await page.mouse.click(box.x + box.width / 2, box.y + box.height - 3);
      await page.waitForFunction(() => (document.querySelector('[role=grid]')?.scrollTop ?? 0) > 0);
    });
  });

  describe('the trail', () => {
    beforeEach(async () => {
      await page.goto(`${base}/trail?value=App.units`);
      await sees(page, 'only carry it');
      await page.waitForSelector('ol li code span');
      await settles(page);
    });

    test('by mouse: ways part and are chosen, a name in the code is followed', async () => {
      const parts = await page.waitForSelector('ol button[aria-expanded=false]');
      await parts?.click();
      await page.waitForSelector('ol button[aria-expanded=true]');
      await settles(page);
      await clicks(page, 'to ', 'ol');
      await page.waitForFunction(() => location.search.includes('way='));
      await page.goto(`${base}/trail?value=App.units`);
      await page.waitForSelector('ol li code [data-name=setUnits]');
      await settles(page);
      await page.click('ol li code [data-name=setUnits]');
      await page.waitForFunction(() => location.search.includes('setUnits'));
      await sees(page, 'setUnits', 'h1');
    });

    test('by keyboard: stop by stop, tighter rows, more lines, the next way', async () => {
      await page.keyboard.press('j');
      await sees(page, `${project.relay} passes units`, 'footer');
      const before = await page.$eval('ol li', (stop) => stop.clientHeight);
      await page.keyboard.press('z');
      await page.waitForFunction(
        (height: number) => document.querySelector('ol li')?.clientHeight !== height,
        {},
        before,
      );
      await page.keyboard.press('l');
      await page.waitForFunction(() => location.search.includes('lines=around'));
      await page.keyboard.press('k');
      await page.keyboard.press('r');
      await page.waitForFunction(() => location.search.includes('way='));
    });

    test('why it does not reach a component is asked by typing', async () => {
      await page.keyboard.press('w');
      await page.keyboard.type(project.without);
      await sees(page, project.without, '[role=listbox]');
      await page.keyboard.press('Enter');
      await sees(page, project.why);
      await sees(page, 'does not have it');
      await page.evaluate(() => (document.activeElement as HTMLElement).blur());
      await page.keyboard.press('Escape');
      await page.waitForSelector('ol li code span');
    });
  });

  describe('the findings', () => {
    beforeEach(async () => {
      await page.goto(`${base}/findings`);
      await sees(page, 'What to do', 'aside');
    });

    test('by keyboard: picked, accepted for a reason, and taken back', async () => {
      await page.keyboard.press('j');
      await page.keyboard.press('x');
      await sees(page, 'Accept 1 finding, because');
      await page.keyboard.press('a');
      await page.waitForFunction(() => document.activeElement?.id === 'accept-reason');
      await page.keyboard.type('on purpose');
      await page.keyboard.press('Enter');
      await sees(page, `${project.findings - 1} of ${project.findings}, 1 accepted`);
      await page.goto(`${base}/findings?accepted=only`);
      await sees(page, 'accepted: on purpose');
      await page.click('[role=listitem] input[type=checkbox]');
      await clicks(page, 'Take back', 'form');
      await sees(page, `0 of ${project.findings}`);
      await page.goto(`${base}/findings`);
      await sees(page, `${project.findings} of ${project.findings}`);
    });

    test('by mouse: all of a group at once, grouped otherwise, in figures and back to a rule', async () => {
      const group = await page.waitForSelector('input[aria-label^="Pick all about"]');
      await group?.click();
      await sees(page, /Accept \d+ findings?, because/);
      await clicks(page, 'pick none');
      await picks(page, 'Group by', 'rule');
      await page.waitForFunction(() => location.search.includes('by=rule'));
      await clicks(page, 'In figures');
      await sees(page, 'How many hops values take');
      await sees(page, /\d+ trails; \d+ take four hops or more/);
      await page.$$eval('summary', (all) => all[2]?.click());
      await clicks(page, 'drilled-prop', 'table');
      await page.waitForFunction(() => location.search.includes('rule=drilled-prop'));
      await sees(page, 'What to do', 'aside');
    });
  });

  test('a whole file: what each name is in its margin, and followed from there', async () => {
    await page.goto(`${base}/code?at=${encodeURIComponent(`${project.relayFile}:1`)}`);
    await page.waitForSelector('.cm-gutter [title*="units: is only carried, comes as a prop"]');
    await sees(page, 'is only carried', 'aside');
    await page.goto(`${base}/code?at=${encodeURIComponent(`${project.relayFile}:1:${project.other}`)}`);
    await page.waitForSelector('.cm-content [class*=askable]');
    const line = readFileSync(path.join(await rootOf(), project.relayFile), 'utf8')
      .split('\n')
      .findIndex((text) => text.includes(project.other));
    await page.goto(`${base}/code?at=${encodeURIComponent(`${project.relayFile}:${line + 1}:${project.other}`)}`);
    await page.waitForSelector('.cm-content [class*=asked]');
    await page.focus('.cm-content');
    await page.keyboard.press('Enter');
    await sees(page, project.other, 'h1');
    expect(page.url()).toContain('/trail?value=');
  });

  async function rootOf(): Promise<string> {
    const projects = (await (await desk.ask('/api/projects')).json()) as { id: string; root: string }[];
    return projects.find(({ id }) => base.endsWith(id))?.root ?? '';
  }

  test('the reach of a component: row by row, and on to another', async () => {
    await page.goto(`${base}/reach?from=${encodeURIComponent(`${project.relayFile}#${project.relay}`)}`);
    await sees(page, project.relay, 'h1');
    await sees(page, /gets to \d+, and \d+ can get to it/);
    await sees(page, 'App gives it', 'footer');
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(() => !document.querySelector('footer')?.textContent?.startsWith('App'));
    await clicks(page, 'App', 'ul');
    await sees(page, 'App', 'h1');
  });

  test('a component is found by typing, and leads to its row', async () => {
    await pressCtrlK(page);
    await page.keyboard.type(project.reader);
    await sees(page, project.reader, '#found');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.endsWith('/trail') || location.search.includes('component='));
  });

  test('a view is printed as one whole drawing', async () => {
    await page.goto(`${base}/trail?value=App.units`);
    await page.waitForSelector('ol li code span');
    await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
    await page.emulateMediaType('print');
    expect(await page.$eval('.printed svg', (drawing) => drawing.getBoundingClientRect().height)).toBeGreaterThan(200);
    expect(await page.$eval('#root', (root) => getComputedStyle(root).display)).toBe('none');
    await page.emulateMediaType();
    await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
    expect(await page.$('.printed')).toBeNull();
  });

  test('sheet, trail and findings are saved as files', async () => {
    const saved = async (format: string, file: RegExp): Promise<string> => {
      await page.select('select[aria-label="Save as"]', format);
      for (let i = 0; i < 450; i++) {
        const found = readdirSync(desk.folder).find((name) => file.test(name) && !name.endsWith('.crdownload'));
        if (found) return path.join(desk.folder, found);
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      throw new Error(`${format} was not saved; there is ${readdirSync(desk.folder).join(', ')}`);
    };
    const isDrawing = async (file: string): Promise<number> =>
      page.evaluate(
        (text) => {
          const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
          return parsed.querySelector('parsererror') ? -1 : parsed.querySelectorAll('circle').length;
        },
        readFileSync(file, 'utf8'),
      );

    await page.goto(`${base}/sheet?text=units`);
    await crossing('App', 'units');
    expect(await isDrawing(await saved('SVG drawing', /sheet\.svg$/))).toBeGreaterThan(5);
    const table = readFileSync(await saved('CSV table of marks', /marks\.csv$/), 'utf8');
    expect(table).toMatch(/^units,state,src\/App.jsx#App,App,units,home/m);
    const flow = JSON.parse(readFileSync(await saved('JSON flow document', /flow\.json$/), 'utf8')) as object;
    expect(flow).toMatchObject({ format: 'vectura.flow' });

    await page.goto(`${base}/trail?value=App.units`);
    await page.waitForSelector('ol li code span');
    expect(await isDrawing(await saved('SVG drawing', /trail\.svg$/))).toBeGreaterThan(3);
    const png = readFileSync(await saved('PNG picture', /trail\.png$/));
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect(readFileSync(await saved('Mermaid flowchart', /trail\.mmd$/), 'utf8')).toMatch(
      /^flowchart TD\n {2}n0\["App/,
    );
    expect(readFileSync(await saved('DOT graph', /trail\.dot$/), 'utf8')).toMatch(/^digraph trail \{/);

    await page.goto(`${base}/findings`);
    await sees(page, 'What to do', 'aside');
    const report = await saved('HTML report', /survey\.html$/);
    await page.goto(`file://${report}`);
    await sees(page, 'What is carried furthest');
    await sees(page, `${project.findings} findings`);
    expect(existsSync(report)).toBe(true);
  });
});
