import fc from 'fast-check';
import { readFile, Survey, type Stop, type TrailDocument } from '@vectura/core';
import { branchesOf, gapsAt, gapsOf, stepFor, stripPath, stripPoints, topsOf, waysOf } from './trailModel';

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

test('who reads it on the way to another has a way as well, and does not branch off', () => {
  const seen = (component: string) => ({ component, name: 'units', file: `src/${component}.jsx`, line: 1 });
  const along = {
    ...document,
    readers: [seen('App'), seen('Zone'), seen('Gauge')].map((one) => ({
      ...one,
      id: `src/${one.component}.jsx#${one.component}`,
    })),
  };
  const down = waysOf(along, 'down');
  expect(down.map((way) => [way.component, way.hops])).toEqual([
    ['Gauge', 2],
    ['Badge', 1],
    ['Zone', 1],
  ]);
  const [chosen] = down;
  expect(chosen && [...branchesOf(down, chosen).values()].flat().map((way) => way.component)).toEqual(['Badge']);
});

test('down steps right, up steps left', () => {
  const stops = document.trails[2]?.stops ?? [];
  const tops = topsOf(stops.map(() => 92));
  expect(tops).toEqual([0, 92, 184, 276]);
  expect(stripPoints(tops.slice(0, -1), 'down', 34, 22)).toEqual([
    { x: 14, y: 22 },
    { x: 48, y: 114 },
    { x: 82, y: 206 },
  ]);
  expect(stripPoints(tops.slice(0, -1), 'up', 34, 22).map((p) => p.x)).toEqual([82, 48, 14]);
  expect(stripPath({ x: 14, y: 22 }, { x: 48, y: 114 })).toBe('M14 22 V80 L48 114');
});

test('other ways part from the chosen one at a stop, or join it', () => {
  const way = (...names: string[]) => ({ direction: 'down' as const, stops: names.map((name) => stop(name, 'relay')) });
  const down = waysOf(
    { ...document, trails: [way('App', 'Desk', 'Zone', 'Gauge'), way('App', 'Desk', 'Alarm'), way('App', 'Badge')] },
    'down',
  );
  const chosen = down.find((one) => one.component === 'Gauge');
  const parted = chosen ? [...branchesOf(down, chosen)] : [];
  expect(parted.map(([index, ways]) => [index, ways.map((one) => one.component)])).toEqual([
    [1, ['Alarm']],
    [0, ['Badge']],
  ]);
  const turned = (names: string[]) => ({ ...way(...names), direction: 'up' as const });
  const up = waysOf({ ...document, trails: [turned(['Lever', 'Tray', 'App']), turned(['Shade', 'App'])] }, 'up');
  const first = up.find((one) => one.component === 'Lever');
  expect(first && [...branchesOf(up, first)].map(([index, ways]) => [index, ways.length])).toEqual([[2, 1]]);
});

test('a strip of any length keeps within its room, and one of a few stops steps visibly', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 200 }), (stops) => {
      expect(stepFor(stops) * (stops - 1)).toBeLessThanOrEqual(204);
      expect(stepFor(stops)).toBeGreaterThanOrEqual(stops <= 21 ? 10 : 1);
    }),
  );
});

test('a value that leaves to where it could not be followed: the stop says so', () => {
  const text = `import { useState } from 'react';
export function App() { const [units] = useState('c'); return <Zone units={units} />; }
function Zone({ units }) { const kind = pick(); const Part = PARTS[kind]; return <b title={units}><Part units={units} /></b>; }`;
  const files = [readFile({ path: 'src/App.jsx', text, hash: '', bytes: text.length })];
  const survey = new Survey({ name: 'test', files, configs: [], skipped: {} });
  const gaps = gapsOf({ findings: survey.findings() });
  const stops = survey.trail('App.units').trails[0]?.stops ?? [];
  expect(stops.map((one) => [one.component, gapsAt(one, gaps).length])).toEqual([
    ['App', 0],
    ['Zone', 1],
  ]);
});
