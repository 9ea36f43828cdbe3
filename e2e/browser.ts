/** Drives the real interface in headless Chromium against a server of its own. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { spawn, type ChildProcess } from 'node:child_process';
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core';
import FLAGS from '../scripts/chromium-flags.json';

/** How long anything is waited for, in ms: less than a test may take, so that it is told what was missing. */
const PATIENCE = 45_000;

export interface Desk {
  url: string;
  /** Asks the server as a program of the user does. */
  ask: Started['ask'];
  page: Page;
  /** A folder that is removed at the end. */
  folder: string;
  /** What the pages complained about. */
  complaints: string[];
  close(): Promise<void>;
}

/** Starts `vectura open` with a data folder of its own, and a browser on it. `lay` may lay a project in the folder. */
export async function openDesk(lay: (folder: string) => string[] = () => []): Promise<Desk> {
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-e2e-'));
  const { url, child, ask } = await startVectura(path.join(folder, 'data'), lay(folder));
  const browser = await launch(path.join(folder, 'browser'));
  const page = await browser.newPage();
  page.setDefaultTimeout(PATIENCE);
  await page.setViewport({ width: 1280, height: 800 });
  // The printed address lets the browser in; from then on any address will do.
  await page.goto(url);
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(String(error)));
  page.on('console', (message) => {
    // A refused request is shown to the user; the browser's own note of it is no complaint.
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource'))
      complaints.push(message.text());
  });
  const { origin, pathname } = new URL(url);
  return {
    url: `${origin}${pathname}`,
    ask,
    page,
    folder,
    complaints,
    close: async () => {
      await browser.close();
      child.kill();
      await new Promise((resolve) => child.once('exit', resolve));
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export interface Started {
  /** As it was printed: it lets one browser in. */
  url: string;
  child: ChildProcess;
  ask(target: string, init?: RequestInit): Promise<Response>;
}

export async function startVectura(home: string, args: string[] = []): Promise<Started> {
  const bin = path.resolve('packages/server/bin/vectura.mjs');
  const child = spawn(process.execPath, [bin, 'open', ...args, '--port', '0'], {
    env: { ...process.env, VECTURA_HOME: home },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /Vectura is ready at (\S+)/.exec(said)?.[1];
      if (ready) resolve(ready);
    });
    child.once('exit', (code) => reject(new Error(`vectura ended with ${code ?? 'a signal'}`)));
  });
  const running = path.join(home, 'run', `${new URL(url).port}.json`);
  const { key } = JSON.parse(readFileSync(running, 'utf8')) as { key: string };
  const headers = { Authorization: `Bearer ${key}` };
  return { url, child, ask: (target, init) => fetch(new URL(target, url), { ...init, headers }) };
}

function launch(userDataDir: string): Promise<Browser> {
  return puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    userDataDir,
    args: [...FLAGS],
  });
}

/** Waits until the page shows a text; fails with what it shows instead. */
export async function sees(page: Page, text: string | RegExp, within = 'body'): Promise<void> {
  const wanted = typeof text === 'string' ? text : text.source;
  try {
    await page.waitForFunction(
      (selector: string, source: string, isText: boolean) => {
        const shown = (document.querySelector(selector) as HTMLElement | null)?.innerText ?? '';
        return isText ? shown.includes(source) : new RegExp(source).test(shown);
      },
      { timeout: PATIENCE },
      within,
      wanted,
      typeof text === 'string',
    );
  } catch {
    const shown = await page.$eval(within, (element) => (element as HTMLElement).innerText).catch(() => '(nothing)');
    throw new Error(`“${wanted}” is not shown at ${page.url()}. Shown is:\n${shown.slice(0, 1500)}`);
  }
}

/** Waits until the page has stood still for a while: what comes in later (lines of code, colours) moves what is pressed. */
export async function settles(page: Page): Promise<void> {
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const end = (): void => {
          observer.disconnect();
          resolve();
        };
        let rest = setTimeout(end, 250);
        const last = setTimeout(end, 5000);
        const observer = new MutationObserver(() => {
          clearTimeout(rest);
          rest = setTimeout(() => {
            clearTimeout(last);
            end();
          }, 250);
        });
        observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
      }),
  );
}

/**
 * Clicks what bears a text: a link, a button, an option. Waits until what is around it has come in and it stands where
 * it stood a moment ago: what is still moving would be missed.
 */
export async function clicks(page: Page, text: string, within = 'body'): Promise<void> {
  let before = '';
  for (const until = Date.now() + PATIENCE; ; await new Promise((resolve) => setTimeout(resolve, 100))) {
    const handle = await page.evaluateHandle(
      (selector: string, wanted: string) =>
        [...document.querySelectorAll(`${selector} a, ${selector} button, ${selector} [role=option]`)].find((element) =>
          (element as HTMLElement).innerText.replace(/\s+/g, ' ').trim().startsWith(wanted),
        ),
      within,
      text,
    );
    const element = handle.asElement() as ElementHandle<Element> | null;
    const place = element ? JSON.stringify(await element.boundingBox()) : '';
    const busy = await page.$$eval(`${within} [aria-busy=true]`, (all) =>
      all.map((one) => one.outerHTML.slice(0, 200)),
    );
    if (element && place === before && busy.length === 0) return element.click();
    if (Date.now() > until) {
      const seen = !element
        ? 'is not there'
        : busy.length > 0
          ? `waits for ${busy.join(', ')}`
          : 'does not stand still';
      throw new Error(`“${text}” ${seen} at ${page.url()}`);
    }
    before = place;
  }
}

export async function pressCtrlK(page: Page): Promise<void> {
  await page.keyboard.down('Control');
  await page.keyboard.press('k');
  await page.keyboard.up('Control');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-controls') === 'found');
}

/** Chooses one of the words of a sentence: the label before it, and the option's value. */
export async function picks(page: Page, label: string, value: string): Promise<void> {
  const select = await page.waitForFunction(
    (words: string, to: string) => {
      const labels = [...document.querySelectorAll('label')].filter((one) => one.textContent === words);
      return labels
        .map((one) => document.getElementById(one.htmlFor))
        .find((one) => one instanceof HTMLSelectElement && [...one.options].some((option) => option.value === to));
    },
    { timeout: PATIENCE },
    label,
    value,
  );
  await (select.asElement() as unknown as { select(value: string): Promise<string[]> }).select(value);
}
