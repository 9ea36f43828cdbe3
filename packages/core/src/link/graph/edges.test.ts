import { NumberBlocks } from './numberBlocks';
import { Chains, rankOf, type Edge } from './edges';

function edge(name: string, rank: number): Edge {
  return { from: 0, to: 0, op: 'same', field: name, except: null, rank, nextOut: undefined, nextInto: undefined };
}

function names(chains: Chains): string[] {
  const found: string[] = [];
  for (let at = chains.first(0); at; at = at.nextOut) found.push(at.field);
  return found;
}

test('edges stand by rank, in the order they were added, however late they come', () => {
  const chains = new Chains(1, 'nextOut');
  const first = edge('own', rankOf('facts'));
  const second = edge('import of 2', rankOf('imports', 2));
  const third = edge('import of 9', rankOf('imports', 9));
  for (const one of [first, third, second]) chains.add(0, one);
  chains.add(0, edge('import of 2 again', rankOf('imports', 2)));
  chains.add(0, edge('key', rankOf('keys')));
  expect(names(chains)).toEqual(['own', 'import of 2', 'import of 2 again', 'import of 9', 'key']);
  chains.remove(0, second);
  chains.remove(0, first);
  expect(names(chains)).toEqual(['import of 2 again', 'import of 9', 'key']);
});

test('after the last edge is gone, others are added where it stood', () => {
  const chains = new Chains(1, 'nextOut');
  const only = edge('tray', 1);
  chains.add(0, only);
  chains.remove(0, only);
  chains.add(0, edge('gauge', 0));
  chains.add(0, edge('lever', 2));
  expect(names(chains)).toEqual(['gauge', 'lever']);
});

test('a block has room for a few more things, and none of another file moves', () => {
  const blocks = new NumberBlocks<string>(4);
  blocks.open(['house']);
  const second = blocks.open(['tray']);
  blocks.close();
  expect(blocks.fits(0, 6)).toBe(true);
  expect(blocks.fits(0, 100)).toBe(false);
  blocks.replace(0, ['house', 'zone', 'bench']);
  expect(blocks.all[second]).toBe('tray');
  blocks.replace(0, ['zone']);
  const held: [string, number][] = [];
  blocks.all.forEach((item, number) => held.push([item, number]));
  expect(held).toEqual([
    ['zone', 0],
    ['tray', second],
  ]);
});
