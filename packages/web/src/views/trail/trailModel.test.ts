import fc from 'fast-check';
import type { Stop, TrailDocument } from '@vectura/core';
import { stepFor, stripPath, stripPoints, waysOf } from './trailModel';

const stop = (component: string, role: Stop['role']): Stop => ({
  component,
  id: `src/${component}.jsx#${component}`,
  cell: null,
  file: `src/${component}.jsx`,
  line: 1,
  name: 'units',
  as: null,
  role,
  carrier: 'prop',
  effect: 'same',
});

const document: TrailDocument = {
  format: 'vectura.trail',
  version: 1,
  asked: { component: 'App', name: 'units' },
  homes: [],
  readers: [],
  writers: [],
  relays: [],
  trails: [
    { direction: 'down', stops: [stop('App', 'home'), stop('Badge', 'reader')] },
    { direction: 'up', stops: [stop('Switch', 'writer'), stop('App', 'home')] },
    { direction: 'down', stops: [stop('App', 'home'), stop('Zone', 'relay'), stop('Gauge', 'reader')] },
  ],
};

test('ways are listed longest first, by where they lead to or start from', () => {
  expect(waysOf(document, 'down').map((way) => [way.component, way.hops, way.relays])).toEqual([
    ['Gauge', 2, 1],
    ['Badge', 1, 0],
  ]);
  expect(waysOf(document, 'up').map((way) => way.component)).toEqual(['Switch']);
});

test('down steps right, up steps left', () => {
  const stops = document.trails[2]?.stops ?? [];
  expect(stripPoints(stops, 'down', 92, 34).map((p) => p.x)).toEqual([14, 48, 82]);
  expect(stripPoints(stops, 'up', 92, 34).map((p) => p.x)).toEqual([82, 48, 14]);
  expect(stripPath({ x: 14, y: 22 }, { x: 48, y: 114 })).toBe('M14 22 V80 L48 114');
});

test('a strip of any length keeps within its room', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 21 }), (stops) => {
      expect(stepFor(stops) * (stops - 1)).toBeLessThanOrEqual(204);
      expect(stepFor(stops)).toBeGreaterThanOrEqual(10);
    }),
  );
});
