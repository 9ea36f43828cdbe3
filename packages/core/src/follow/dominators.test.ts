import fc from 'fast-check';
import { Links } from '../link/render/renderTree';
import { below, Dominators, wayDown } from './dominators';

function linksOf(edges: readonly (readonly [number, number])[]): Links {
  const links = new Links();
  for (const [parent, child] of edges) links.add(parent, child);
  return links;
}

//      1
//    /   \
//   2     3
//    \   /
//      4 – 5
const DIAMOND = linksOf([
  [1, 2],
  [1, 3],
  [2, 4],
  [3, 4],
  [4, 5],
]);

describe('what stands above on every way', () => {
  const dominators = new Dominators(DIAMOND, [1]);

  test.each([
    ['below a diamond, its top', [5], 5],
    ['both arms of a diamond', [2, 3], 1],
    ['an arm and what is below both', [2, 5], 1],
    ['one above the other', [4, 5], 4],
    ['the root itself', [1, 5], 1],
  ])('%s', (_, nodes, nearest) => {
    expect(dominators.nearest(nodes)).toBe(nearest);
  });

  test('an arm of a diamond is above nothing below it, as the other arm leads there too', () => {
    expect(dominators.chain(5)).toEqual([5, 4, 1]);
  });

  test('with an entry of its own, what is below the diamond has nothing above it', () => {
    const both = new Dominators(DIAMOND, [1, 4]);
    expect(both.nearest([4, 2])).toBeNull();
    expect(both.chain(5)).toEqual([5, 4]);
  });

  test('of what no entry reaches, nothing is known', () => {
    const circle = new Dominators(
      linksOf([
        [1, 2],
        [7, 8],
        [8, 7],
      ]),
      [1],
    );
    expect(circle.nearest([2, 8])).toBeNull();
    expect(circle.chain(8)).toEqual([]);
  });
});

/** Whether every way from the roots to a node leads over another: taken out, the node is reached no more. */
function isOnEveryWay(links: Links, roots: readonly number[], above: number, node: number): boolean {
  if (above === node) return true;
  const seen = new Set<number>();
  const queue = roots.filter((root) => root !== above);
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    if (seen.has(next)) continue;
    seen.add(next);
    queue.push(...[...(links.children.get(next) ?? [])].filter((child) => child !== above));
  }
  return !seen.has(node);
}

test('the chain of any node of any graph is what is on every way to it', () => {
  const node = fc.integer({ min: 0, max: 9 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(node, node), { maxLength: 30 }),
      fc.uniqueArray(node, { minLength: 1, maxLength: 3 }),
      (edges, roots) => {
        const links = linksOf(edges);
        const dominators = new Dominators(links, roots);
        const reached = new Set(roots.flatMap((root) => [root, ...below(links, root)]));
        for (const one of reached) {
          const expected = [...reached].filter((other) => isOnEveryWay(links, roots, other, one)).sort((a, b) => a - b);
          expect([...dominators.chain(one)].sort((a, b) => a - b)).toEqual(expected);
        }
      },
    ),
  );
});

test('below: everything once, the component itself only where it renders itself', () => {
  expect([...below(DIAMOND, 2)].sort()).toEqual([4, 5]);
  expect(
    [
      ...below(
        linksOf([
          [1, 2],
          [2, 1],
        ]),
        1,
      ),
    ].sort(),
  ).toEqual([1, 2]);
});

test('a shortest way down, both ends included', () => {
  const links = linksOf([
    [1, 2],
    [2, 3],
    [3, 4],
    [1, 4],
  ]);
  expect(wayDown(links, 1, 4)).toEqual([1, 4]);
  expect(wayDown(links, 2, 4)).toEqual([2, 3, 4]);
  expect(wayDown(links, 4, 1)).toEqual([]);
  expect(wayDown(links, 2, 2)).toEqual([2]);
});
