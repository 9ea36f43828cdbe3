import { pack, readFile, type SourceFile } from '@vectura/core';
import { ReadPool } from './pool';

const SOURCES = Array.from({ length: 100 }, (_, index): SourceFile => {
  const text = `export const Tray${index} = ({ units }) => <b title="${index}">{units}</b>;`;
  return { path: `src/Tray${index}.jsx`, text, hash: String(index), bytes: text.length };
});

async function readWith(processors: number): Promise<{ facts: Map<string, string>; passed: number }> {
  const facts = new Map<string, string>();
  let passed = 0;
  const pool = new ReadPool(
    SOURCES.length,
    (result) => {
      facts.set(result.facts.path, pack(result.facts));
      if (result.packed !== null) passed++;
    },
    {},
    processors,
  );
  for (const source of SOURCES) pool.add(source);
  await pool.end();
  return { facts, passed };
}

test('threads read the same facts as this thread alone', async () => {
  const alone = await readWith(2);
  expect(alone.passed).toBe(0);
  expect(alone.facts.get('src/Tray7.jsx')).toBe(pack(readFile(SOURCES[7] as SourceFile)));
  const together = await readWith(4);
  expect(together.facts).toEqual(alone.facts);
  expect(together.facts.size).toBe(SOURCES.length);
});

test('a pool that is called off reads no further', async () => {
  const controller = new AbortController();
  const pool = new ReadPool(
    SOURCES.length,
    () => controller.abort(new Error('Cancelled')),
    { signal: controller.signal },
    2,
  );
  for (const source of SOURCES) pool.add(source);
  await expect(pool.end()).rejects.toThrow('Cancelled');
});
