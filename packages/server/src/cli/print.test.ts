import { jsonLines, print, say } from './common';

let written = '';
beforeEach(() => {
  written = '';
  const keep = (text: unknown): boolean => {
    written += String(text);
    return true;
  };
  jest.spyOn(process.stdout, 'write').mockImplementation(keep);
  jest.spyOn(process.stderr, 'write').mockImplementation(keep);
});
afterEach(() => jest.restoreAllMocks());

test.each([
  ['clears the screen', '\x1b[2J'],
  ['sets the title', '\x1b]0;x\x07'],
  ['goes back', '\rok'],
  ['takes back', '\b\b'],
  ['is a command in one sign', '\x9b2J'],
  ['turns the direction', '\u202eko'],
])('what %s in a name does nothing on a terminal', (_what, name) => {
  for (const write of [print, say]) {
    written = '';
    write(`src/A.jsx  ${name}`);
    expect(written).toMatch(/^src\/A\.jsx {2}\uFFFD/);
    expect(written.replace('\n', '')).not.toMatch(/[\p{Cc}\u202e]/u);
  }
});

test('our own colours, tabs and lines stay', () => {
  print('\x1b[1mApp.units\x1b[22m\n\tlives in App');
  expect(written).toBe('\x1b[1mApp.units\x1b[22m\n\tlives in App\n');
});

test('a line is cut where nobody reads on', () => {
  print(`${'a'.repeat(1_000_000)}\nnext`);
  expect(written).toBe(`${'a'.repeat(2000)}…\nnext\n`);
});

test('what JSON leaves as it is and a terminal may not is written as an escape', () => {
  const text = [...jsonLines({ name: '\x9b2J\x7f\x1b[2J' })].join('');
  expect(text.replaceAll('\n', '')).not.toMatch(/\p{Cc}/u);
  expect(JSON.parse(text)).toEqual({ name: '\x9b2J\x7f\x1b[2J' });
});
