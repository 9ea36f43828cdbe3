/** Builds an example in development mode, runs it in Chromium, uses what can be used, and says what the framework held. */
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import puppeteer, { type Page } from 'puppeteer-core';
import FLAGS from '../scripts/chromium-flags.json';
import { bundleExample, kindOf } from './bundle';
import { install, type Seen } from './inPage';
import { installAngular } from './inPageAngular';
import { installScopes } from './inPageScopes';
import { installVue } from './inPageVue';
import { installWebComponents } from './inPageWebComponents';

/** Components of packages, which the survey does not read: what they wrap counts as written by who wrote them. */
const OUTSIDE = ['Provider', 'ConnectFunction', 'Connect(Filter)'];
const ROUNDS = 3;

const INSTALLS: Partial<Record<ReturnType<typeof kindOf>, () => void>> = {
  angular: installAngular,
  lwc: installWebComponents,
  scope: installScopes,
};

/** Runs an example and gives its page to `use`. */
export async function withPage<T>(
  example: string,
  use: (page: Page) => Promise<T>,
  /** Runs in the page before the application does. */
  before: () => void = () => undefined,
): Promise<T> {
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-oracle-'));
  await bundleExample(example, path.join(folder, 'app.js'));
  const kind = kindOf(example);
  writeFileSync(path.join(folder, 'index.html'), kind === 'scope' ? ownPage(example) : pageFor(example));
  // Markup is fetched while the application runs.
  if (kind === 'scope') cpSync(path.join(example, 'src'), path.join(folder, 'src'), { recursive: true });
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    userDataDir: path.join(folder, 'browser'),
    args: [...FLAGS, '--allow-file-access-from-files'],
  });
  try {
    const page = await browser.newPage();
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(String(error)));
    if (kind === 'react') await page.evaluateOnNewDocument(install, OUTSIDE);
    else await page.evaluateOnNewDocument(INSTALLS[kind] ?? installVue);
    await page.evaluateOnNewDocument(installUsable);
    await page.evaluateOnNewDocument(before);
    await page.goto(`file://${path.join(folder, 'index.html')}`);
    await settle(page);
    const result = await use(page);
    if (complaints.length > 0) throw new Error(`${path.basename(example)} failed: ${complaints[0]}`);
    return result;
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

function pageFor(example: string): string {
  const roots = `<div id="root"></div><div id="app"></div>${ownRoot(example)}`;
  return `<!doctype html><meta charset="utf-8">${roots}<script src="app.js"></script>`;
}

/** The page of an application that stands in it, with what was bundled for its script. */
function ownPage(example: string): string {
  return readFileSync(path.join(example, 'index.html'), 'utf8').replace(
    /<script type="module"[^>]*>/,
    '<script src="app.js">',
  );
}

/** The tag that an application of Angular stands in, as its own page has it. */
function ownRoot(example: string): string {
  const file = path.join(example, 'index.html');
  const page = existsSync(file) ? readFileSync(file, 'utf8') : '';
  return /<([a-z]+-[\w-]+)><\/\1>/.exec(page)?.[0] ?? '';
}

/** What the framework held while everything that can be used was used. */
export async function observe(example: string): Promise<Seen> {
  return withPage(example, async (page) => {
    for (let round = 0; round < ROUNDS; round++) await useEverything(page);
    return page.evaluate(() => (window as unknown as { __seen(): Seen }).__seen());
  });
}

/** Lets the page tell what can be used, in shadow trees as well. */
function installUsable(): void {
  const usable = (root: Document | ShadowRoot): Element[] =>
    [...root.querySelectorAll('*')].flatMap((element) => [
      ...(element.matches('button, select, input') ? [element] : []),
      ...(element.shadowRoot ? usable(element.shadowRoot) : []),
    ]);
  Object.assign(window, { __usable: () => usable(document) });
}

/** As often as an example is used: everything there is, and what that brings up; `then` comes after each use. */
export async function usedEach(page: Page, then: () => Promise<void>): Promise<void> {
  for (let round = 0; round < 2; round++) await useEverything(page, then);
}

/** Clicks each button once, in order, and changes each field; what they bring up is used in the next round. */
async function useEverything(page: Page, then: () => Promise<void> = () => Promise.resolve()): Promise<void> {
  const count = await page.evaluate(() => (window as unknown as { __usable(): Element[] }).__usable().length);
  for (let index = 0; index < count; index++) {
    await page.evaluate((at: number) => {
      const element = (window as unknown as { __usable(): Element[] }).__usable()[at];
      if (element instanceof HTMLButtonElement) element.click();
      else if (element instanceof HTMLSelectElement) {
        element.selectedIndex = (element.selectedIndex + 1) % Math.max(element.options.length, 1);
        element.dispatchEvent(new Event('change', { bubbles: true }));
      } else if (element instanceof HTMLInputElement) {
        if (element.type === 'checkbox' || element.type === 'radio') return element.click();
        const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
        set?.call(element, element.type === 'range' || element.type === 'number' ? '3' : 'changed');
        element.dispatchEvent(new Event('input', { bubbles: true }));
        element.dispatchEvent(new Event('change', { bubbles: true }));
      }
    }, index);
    await settle(page);
    await then();
  }
}

export async function settle(page: Page): Promise<void> {
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 15))));
  await page.evaluate(() => (window as unknown as { __note?(): void }).__note?.());
}
