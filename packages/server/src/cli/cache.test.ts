import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Survey } from '@vectura/core';
import { main } from '.';

let root: string;
let said: string;

beforeEach(() => {
  root = mkdtempSync(path.join(tmpdir(), 'vectura-cli-'));
  process.env.VECTURA_CACHE = path.join(root, 'cache');
  mkdirSync(path.join(root, 'desk/src'), { recursive: true });
  write('App.jsx', `import { Tray } from './Tray';\nexport function App() { return <Tray />; }`);
  jest.spyOn(process.stdout, 'write').mockImplementation((text) => {
    said += String(text);
    return true;
  });
});

afterEach(() => {
  jest.restoreAllMocks();
  delete process.env.VECTURA_CACHE;
  rmSync(root, { recursive: true });
});

function write(file: string, text: string): void {
  writeFileSync(path.join(root, 'desk/src', file), text);
}

async function ask(...argv: string[]): Promise<{ said: string; code: number; surveyed: boolean }> {
  const asked = [jest.spyOn(Survey.prototype, 'findings'), jest.spyOn(Survey.prototype, 'document')];
  for (const one of asked) one.mockClear();
  said = '';
  const code = await main([...argv, path.join(root, 'desk'), '--quiet']);
  return { said, code, surveyed: asked.some((one) => one.mock.calls.length > 0) };
}

test('an unchanged project is answered from the last run, word for word', async () => {
  const first = await ask('check');
  const second = await ask('check');
  expect(first).toMatchObject({ surveyed: true, said: expect.stringContaining('./Tray') });
  expect(second).toEqual({ ...first, surveyed: false });
  expect((await ask('survey')).surveyed).toBe(true);
  expect((await ask('survey')).surveyed).toBe(false);
});

test('any change to what the answer depends on is surveyed again', async () => {
  await ask('check');
  write('Tray.jsx', `export function Tray() { return <b />; }`);
  expect(await ask('check')).toMatchObject({ surveyed: true, said: expect.stringContaining('Nothing to report') });
  write('../vectura.config.json', '{ "failLevel": "note" }');
  expect((await ask('check')).surveyed).toBe(true);
  write('Tray.test.jsx', `export function Seen() { return <b />; }`);
  expect((await ask('check')).surveyed).toBe(true);
  write('../vectura.config.json', '{ "include": ["**/*.test.jsx"] }');
  expect((await ask('check')).surveyed).toBe(true);
  write('Tray.test.jsx', `export function Seen() { return <i />; }`);
  expect((await ask('check')).surveyed).toBe(true);
  expect((await ask('check', '--exclude', '**/Tray.jsx')).surveyed).toBe(true);
  expect((await ask('check')).surveyed).toBe(false);
});

test('a cache that cannot be opened costs time and nothing else', async () => {
  writeFileSync(path.join(root, 'cache'), 'a file where a folder should be');
  const told = jest.spyOn(process.stderr, 'write').mockReturnValue(true);
  expect(await ask('check')).toMatchObject({ surveyed: true, said: expect.stringContaining('./Tray') });
  expect(String(told.mock.calls[0]?.[0])).toContain('could not be read');
});
