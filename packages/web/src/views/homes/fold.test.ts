import fc from 'fast-check';
import type { HomeOption } from '@vectura/core';
import { fold } from './fold';

type Drawing = NonNullable<HomeOption['drawing']>;

const drawings = fc
  .array(fc.tuple(fc.nat(1000), fc.boolean()), { minLength: 1, maxLength: 90 })
  .map((choices): Drawing => {
    const nodes: Drawing['nodes'] = [];
    choices.forEach(([choice], index) => {
      const parent = index === 0 ? null : nodes[choice % index];
      nodes.push({
        id: `n${index}`,
        name: `N${index}`,
        parent: parent?.id ?? null,
        depth: parent ? parent.depth + 1 : 0,
      });
    });
    const read = nodes.filter((_, index) => index > 0 && choices[index]?.[1]);
    return {
      nodes,
      roles: { n0: ['home'], ...Object.fromEntries(read.map(({ id }) => [id, ['reader']])) },
      threads: read.map(({ id }) => ({ from: 'n0', to: id, carrier: 'context' })),
    };
  });

test('nothing is lost: every component stands as itself, in a number, or below something', () => {
  fc.assert(
    fc.property(drawings, (drawing) => {
      const { drawing: folded, alike, below } = fold(drawing);
      const shown = folded.nodes.reduce((sum, { id }) => sum + (alike.get(id)?.length ?? 1) + (below.get(id) ?? 0), 0);
      expect(shown).toBe(drawing.nodes.length);
      const parents = new Set(folded.nodes.map(({ parent }) => parent));
      expect(folded.nodes.filter(({ id }) => !parents.has(id)).length).toBeLessThanOrEqual(9);
      const ids = new Set(folded.nodes.map(({ id }) => id));
      for (const { from, to } of folded.threads) expect([ids.has(from ?? ''), ids.has(to)]).toEqual([true, true]);
    }),
  );
});

test('readers side by side are one mark with their number', () => {
  const nodes = [
    { id: 'a', name: 'App', parent: null, depth: 0 },
    ...Array.from({ length: 172 }, (_, i) => ({ id: `r${i}`, name: `Reader${i}`, parent: 'a', depth: 1 })),
    { id: 'w', name: 'Writer', parent: 'a', depth: 1 },
  ];
  const roles = Object.fromEntries(
    nodes.map(({ id }) => [id, [id === 'a' ? 'home' : id === 'w' ? 'writer' : 'reader']]),
  );
  const threads = nodes.slice(1).map(({ id }) => ({ from: 'a', to: id, carrier: 'context' as const }));
  const folded = fold({ nodes, roles: roles as Drawing['roles'], threads });
  expect(folded.drawing.nodes.map(({ name }) => name)).toEqual(['App', 'Reader0', 'Writer']);
  expect(folded.alike.get('r0')).toHaveLength(172);
  expect(folded.drawing.threads.map(({ to }) => to)).toEqual(['r0', 'w']);
});

test('what has room is left as it is', () => {
  const drawing: Drawing = {
    nodes: [
      { id: 'a', name: 'App', parent: null, depth: 0 },
      { id: 'b', name: 'Bed', parent: 'a', depth: 1 },
    ],
    roles: { a: ['home'], b: ['reader'] },
    threads: [{ from: 'a', to: 'b', carrier: 'prop' }],
  };
  expect(fold(drawing)).toEqual({ drawing, alike: new Map(), below: new Map() });
});
