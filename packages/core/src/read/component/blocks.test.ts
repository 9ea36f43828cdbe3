import { blocksOf, onlyBlocks, withoutBlocks } from './blocks';

const TEXT = `<script lang="ts">let a;</script>
<b>{a}</b><scripted />
<style>b { color: red }
</style>`;

test('blocks are found by their tags, with what is in them', () => {
  const [block, ...more] = blocksOf(TEXT, 'script');
  expect(more).toEqual([]);
  expect(block?.attributes).toBe(' lang="ts"');
  expect(TEXT.slice(block?.from, block?.to)).toBe('let a;');
});

test('what is left out or kept stays where it was', () => {
  expect(withoutBlocks(TEXT, 'style')).toBe(
    `${TEXT.slice(0, TEXT.indexOf('<style'))}${' '.repeat(23)}\n${' '.repeat(8)}`,
  );
  const kept = onlyBlocks(TEXT, 'script');
  expect(kept).toHaveLength(TEXT.length);
  expect(kept.trim()).toBe('<script lang="ts">let a;</script>');
});

test.each(['<script ', '<script', '<script>', '<scriptx>'])('many of %s that are left open hold none', (tag) => {
  expect(blocksOf(tag.repeat(100_000), 'script')).toEqual([]);
});
