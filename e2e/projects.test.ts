/** Projects of one's own: by path, by archive, hostile ones, and a server that is killed in the middle. */
import { createWriteStream, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { ElementHandle } from 'puppeteer-core';
import yazl from 'yazl';
import { clicks, openDesk, sees, startVectura, type Desk } from './browser';

let desk: Desk;

beforeAll(async () => {
  desk = await openDesk();
}, 120_000);
afterAll(() => desk.close());
afterEach(() => expect(desk.complaints.splice(0)).toEqual([]));

const SOURCE = `import { useState } from 'react';
export function Shed() {
  const [open, setOpen] = useState(false);
  return <Door open={open} onFlip={() => setOpen(!open)} />;
}
function Door({ open, onFlip }) {
  return <button onClick={onFlip}>{open ? 'shut' : 'open'}</button>;
}
`;

function layShed(name: string): string {
  const folder = path.join(desk.folder, name);
  mkdirSync(path.join(folder, 'src'), { recursive: true });
  writeFileSync(path.join(folder, 'src/Shed.jsx'), SOURCE);
  return folder;
}

async function upload(file: string): Promise<void> {
  const input = (await desk.page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
}

async function zip(name: string, entries: Record<string, string>): Promise<string> {
  const archive = new yazl.ZipFile();
  for (const [entry, text] of Object.entries(entries)) archive.addBuffer(Buffer.from(text), entry);
  archive.end();
  const file = path.join(desk.folder, name);
  await pipeline(archive.outputStream, createWriteStream(file));
  return file;
}

test('a folder is added by its path, completed while typing, and answered about', async () => {
  const { page } = desk;
  const folder = layShed('potting-shed');
  await page.goto(new URL('/projects', desk.url).href);
  await page.waitForSelector('#folder');
  await page.type('#folder', folder.slice(0, -4));
  await sees(page, folder, '[role=listbox]');
  await clicks(page, folder, '[role=listbox]');
  await clicks(page, 'Read it');
  await sees(page, '2 components');
  await sees(page, 'Who reads open?');
  await clicks(page, 'Who reads open?', 'aside');
  await sees(page, 'state in Shed');
  await page.reload();
  await sees(page, 'state in Shed');
  expect(readFileSync(path.join(folder, 'src/Shed.jsx'), 'utf8')).toBe(SOURCE);
});

test('a folder that cannot be read is refused in words', async () => {
  const { page } = desk;
  await page.goto(new URL('/projects', desk.url).href);
  await page.waitForSelector('#folder');
  await page.type('#folder', '/no/such/folder');
  await clicks(page, 'Read it');
  await sees(page, 'There is no folder /no/such/folder.');
});

test('a folder without any component says what to do', async () => {
  const { page } = desk;
  const folder = path.join(desk.folder, 'bare');
  mkdirSync(folder);
  writeFileSync(path.join(folder, 'a.js'), 'export const a = 1;');
  await page.goto(new URL('/projects', desk.url).href);
  await page.waitForSelector('#folder');
  await page.type('#folder', folder);
  await page.keyboard.press('Enter');
  await sees(page, 'No component was found');
});

test('an archive is unpacked and answered about; a hostile one is refused', async () => {
  const { page } = desk;
  await page.goto(new URL('/projects', desk.url).href);
  await page.waitForSelector('input[type=file]');
  await upload(await zip('shed.zip', { 'shed/src/Shed.jsx': SOURCE }));
  await sees(page, '2 components');
  await page.goto(new URL('/projects', desk.url).href);
  await page.waitForSelector('input[type=file]');
  const hostile = await zip('hostile.zip', { 'aa/evil.jsx': SOURCE });
  writeFileSync(hostile, readFileSync(hostile, 'latin1').replaceAll('aa/evil.jsx', '../evil.jsx'), 'latin1');
  await upload(hostile);
  await sees(page, 'The archive was refused');
});

test('a browser that has not been let in is told what to do', async () => {
  const other = await desk.page.browser().createBrowserContext();
  const page = await other.newPage();
  for (const address of ['/', '/projects', '/p/none/sheet']) {
    await page.goto(new URL(address, desk.url).href);
    await sees(page, 'This browser has not been let in');
    await sees(page, 'Open the address shown in the terminal');
  }
  await other.close();
});

test('a project is forgotten, and its folder stays', async () => {
  const { page } = desk;
  await page.goto(new URL('/projects', desk.url).href);
  await sees(page, 'potting-shed');
  await page.evaluate(() => {
    const row = [...document.querySelectorAll('tbody tr')].find((tr) => tr.textContent?.includes('potting-shed'));
    row?.querySelector('button')?.click();
  });
  await page.waitForFunction(() => !document.body.innerText.includes('potting-shed'));
  expect(readFileSync(path.join(desk.folder, 'potting-shed/src/Shed.jsx'), 'utf8')).toBe(SOURCE);
});

test('a server killed in the middle of a survey keeps the last finished one', async () => {
  const folder = layShed('greenery');
  const home = path.join(desk.folder, 'killed');
  const first = await startVectura(home, [folder]);
  const id = /\/p\/(\w+)/.exec(first.url)?.[1] ?? '';
  for (let i = 0; i < 300; i++)
    writeFileSync(path.join(folder, `src/House${i}.jsx`), `export const House${i} = ({ x }) => <b>{x}</b>;`);
  await first.ask(`/api/projects/${id}/survey`, { method: 'POST' });
  first.child.kill('SIGKILL');
  await new Promise((resolve) => first.child.once('exit', resolve));
  const demo = await startVectura(home);
  const kept = (await (await demo.ask(`/api/projects/${id}/survey`)).json()) as {
    components: unknown[];
  };
  expect(kept.components).toHaveLength(2);
  demo.child.kill();
  await new Promise((resolve) => demo.child.once('exit', resolve));
  const again = await startVectura(home, [folder]);
  const fresh = (await (await again.ask(`/api/projects/${id}/survey`)).json()) as {
    components: unknown[];
  };
  expect(fresh.components).toHaveLength(302);
  again.child.kill();
  await new Promise((resolve) => again.child.once('exit', resolve));
}, 120_000);
