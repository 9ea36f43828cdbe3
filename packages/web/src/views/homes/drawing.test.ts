import fc from 'fast-check';
import { layOut } from './drawing';

const tree = fc.array(fc.nat(1000), { minLength: 1, maxLength: 40 }).map((choices) => {
  const nodes: { id: string; name: string; parent: string | null; depth: number }[] = [];
  choices.forEach((choice, index) => {
    const parent = index === 0 ? null : nodes[choice % index];
    nodes.push({
      id: String(index),
      name: `N${index}`,
      parent: parent?.id ?? null,
      depth: parent ? parent.depth + 1 : 0,
    });
  });
  return nodes;
});

test('every node has a point inside the drawing, and no two share one', () => {
  fc.assert(
    fc.property(tree, (nodes) => {
      const { points } = layOut(nodes, 190, 128);
      expect(points.size).toBe(nodes.length);
      const seen = new Set<string>();
      for (const { x, y } of points.values()) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(190);
        expect(y).toBeLessThanOrEqual(128);
        seen.add(`${x.toFixed(3)},${y.toFixed(3)}`);
      }
      expect(seen.size).toBe(nodes.length);
    }),
  );
});

test('a parent stands above the middle of its children', () => {
  const { points } = layOut(
    [
      { id: 'a', name: 'A', parent: null, depth: 0 },
      { id: 'b', name: 'B', parent: 'a', depth: 1 },
      { id: 'c', name: 'C', parent: 'a', depth: 1 },
    ],
    190,
    128,
  );
  expect(points.get('a')?.x).toBe(((points.get('b')?.x ?? 0) + (points.get('c')?.x ?? 0)) / 2);
  expect(points.get('a')?.y).toBeLessThan(points.get('b')?.y ?? 0);
});
