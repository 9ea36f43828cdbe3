/**
 * One measurement of the interface in headless Chromium: how long until a surveyed project's sheet is drawn, what a frame
 * costs the page's own thread while the sheet is scrolled, how long until a long trail is on the screen, and how many
 * bytes the first page needs. Prints the result as JSON.
 */
import { gzipSync } from 'node:zlib';
import type { Page } from 'puppeteer-core';
import { openDesk, sees, type Desk } from '../e2e/browser';

export interface ScreenMeasured {
  /** From asking for the page to the drawn sheet, in milliseconds. */
  drawn: number;
  /** Script, style, layout and drawing of a frame while scrolling: the median and the 99th percentile, in milliseconds. */
  down: { median: number; p99: number };
  across: { median: number; p99: number };
  /**
   * From asking for the trail of the value carried furthest to its stops on the screen, and to the code of the first of
   * them; and how many stops it has.
   */
  trail: { shown: number; coded: number; stops: number };
  /** Scripts and styles of the first page, gzipped, in kilobytes. */
  bundle: number;
}

const FRAMES = 240;
const STEP = 90;
const OPENED = 5;

interface TraceEvent {
  name: string;
  ph: string;
  ts: number;
  dur?: number;
  pid: number;
  tid: number;
  args?: { name?: string };
}

async function measure(folder: string): Promise<ScreenMeasured> {
  const desk = await openDesk(() => [folder]);
  try {
    const { page } = desk;
    await page.goto(desk.url);
    await page.waitForSelector('[role=grid] canvas', { timeout: 240_000 });
    const base = page.url().replace(/(\/p\/\w+).*$/, '$1');
    const drawn = [];
    for (let i = 0; i < OPENED; i++) drawn.push(await open(page, `${base}/sheet`));
    const bundle = await bundleOf(page);
    const down = await scroll(page, 'top');
    const across = await scroll(page, 'left');
    const trail = await follow(desk, base);
    return { drawn: middle(drawn), down, across, trail, bundle };
  } finally {
    await desk.close();
  }
}

async function open(page: Page, url: string): Promise<number> {
  await page.goto('about:blank');
  await page.goto(url, { waitUntil: 'domcontentloaded' });
  const at = await page.waitForFunction(() => performance.getEntriesByName('sheet drawn')[0]?.startTime, {
    timeout: 60_000,
  });
  return (await at.jsonValue()) ?? 0;
}

/** The files the page has asked for by then, as a server that packs them would send them. */
async function bundleOf(page: Page): Promise<number> {
  const urls = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((entry) => entry.name)
      .filter((name) => /\.(js|css)$/.test(name)),
  );
  let bytes = 0;
  for (const url of urls) bytes += gzipSync(Buffer.from(await (await fetch(url)).arrayBuffer())).length;
  return bytes / 1000;
}

/** Scrolls by frames; what the page's own thread did between one and the next is what a frame costs. */
async function scroll(page: Page, way: 'top' | 'left'): Promise<{ median: number; p99: number }> {
  await page.tracing.start({ categories: ['toplevel', 'blink.user_timing', '__metadata'] });
  await page.evaluate(
    async (frames, step, side) => {
      const box = document.querySelector('[role=grid]');
      if (!box) throw new Error('There is no sheet');
      for (let i = 0; i < frames; i++) {
        await new Promise(requestAnimationFrame);
        performance.mark('scrolled');
        if (side === 'top') box.scrollTop += step;
        else box.scrollLeft += step;
      }
    },
    FRAMES,
    STEP,
    way,
  );
  const trace = await page.tracing.stop();
  const { traceEvents } = JSON.parse(Buffer.from(trace ?? []).toString()) as { traceEvents: TraceEvent[] };
  const marks = traceEvents.filter((event) => event.name === 'scrolled');
  const [first] = marks;
  if (!first) throw new Error('The trace holds no frames');
  const tasks = traceEvents
    .filter(
      (event) => /RunTask$/.test(event.name) && event.ph === 'X' && event.pid === first.pid && event.tid === first.tid,
    )
    .sort((a, b) => a.ts - b.ts);
  const frames = marks.slice(0, -1).map((mark, index) => {
    const until = marks[index + 1]?.ts ?? Infinity;
    return tasks
      .filter((task) => task.ts >= mark.ts && task.ts < until)
      .reduce((sum, task) => sum + (task.dur ?? 0) / 1000, 0);
  });
  const sorted = frames.sort((a, b) => a - b);
  return { median: middle(sorted), p99: sorted[Math.floor(sorted.length * 0.99)] ?? 0 };
}

/** Asks for the trail as a user does, by the first question beside the sheet. */
async function follow(desk: Desk, base: string): Promise<ScreenMeasured['trail']> {
  const { page } = desk;
  const times: { shown: number; coded: number }[] = [];
  let stops = 0;
  for (let i = 0; i < OPENED; i++) {
    await page.goto(`${base}/sheet`);
    await sees(page, 'Worth asking', 'aside');
    const link = await page.waitForSelector('aside ol a');
    // The first time, the view's own code is fetched as well.
    times.push(
      await page.evaluate(async (element) => {
        const start = performance.now();
        const until = async (selector: string): Promise<number> => {
          while (!document.querySelector(selector)) await new Promise(requestAnimationFrame);
          return performance.now() - start;
        };
        (element as HTMLElement).click();
        return { shown: await until('ol > li[aria-posinset]'), coded: await until('ol > li[aria-posinset] code span') };
      }, link),
    );
    stops = await page.$eval('ol > li[aria-setsize]', (stop) => Number(stop.getAttribute('aria-setsize')));
  }
  return { shown: middle(times.map((one) => one.shown)), coded: middle(times.map((one) => one.coded)), stops };
}

function middle(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
}

void measure(process.argv[2] ?? '').then((measured) => process.stdout.write(JSON.stringify(measured)));
