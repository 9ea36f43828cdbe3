import { Thumb } from '../model/thumb';
import { one, surveyOf } from '../testing/project';
import { webComponents } from '../testing/webComponents';
import type { HomesDocument } from '../model/documents';

const kinds = (homes: HomesDocument): string[] => homes.options.filter((o) => o.possible !== false).map((o) => o.kind);
const way = (homes: HomesDocument, kind: string): HomesDocument['options'][number] | undefined =>
  homes.options.find((o) => o.kind === kind);

const DEEP = `function App() { const [units, setUnits] = useState('c'); return <><Bar onPick={setUnits} /><House units={units} /></>; }
  function Bar({ onPick }) { return <button onClick={() => onPick('k')} />; }
  function House({ units }) { return [1, 2].map((n) => <Zone key={n} units={units} />); }
  function Zone({ units }) { return <Bench units={units} />; }
  function Bench({ units }) { return <><Gauge units={units} /><Dial units={units} /></>; }
  function Gauge({ units }) { return <b>{units}</b>; }
  function Dial({ units }) { return <i>{units}</i>; }`;

test('a value drilled deep and changed seldom: by context, from the lowest place above all', () => {
  const homes = one(DEEP).homes('App.units');
  expect(homes).toMatchObject({
    current: { component: 'App', kind: 'state' },
    readers: expect.arrayContaining(['Gauge', 'Dial']),
    writers: ['Bar'],
    writes: [{ component: 'Bar', trigger: 'click', pace: 'action' }],
    nearest: 'App',
    perInstance: false,
    recommended: 'context',
  });
  expect(way(homes, 'keep')).toMatchObject({ relays: 3, hops: 4, files: 0, rerenders: 7 });
  expect(way(homes, 'context')).toMatchObject({ relays: 0, hops: 1, component: 'App', propsRemoved: 6 });
  expect(way(homes, 'compose')).toMatchObject({ relays: 1 });
  expect(way(homes, 'down')?.possible).toBe(false);
});

test('asked half-way it is the same state', () => {
  const homes = one(DEEP).homes('Bench.units');
  expect(homes.current.component).toBe('App');
});

test('a component that nothing renders is not overlooked beside those that are mounted', () => {
  const homes = one(`import { createRoot } from 'react-dom/client';
    function Desk() { const [open, setOpen] = useState(false); return <><Lid open={open} /><Lever onOpen={setOpen} /></>; }
    function Lid({ open }) { return <b>{open}</b>; }
    function Lever({ onOpen }) { return <button onClick={() => onOpen(true)} />; }
    createRoot(document.body).render(<Lever onOpen={() => {}} />);`).homes('Desk.open');
  expect(homes.nearest).toBeNull();
  expect(homes.options.find((o) => o.kind === 'down')?.possible).toBe(false);
});

test('what nobody carries may stay', () => {
  const homes = one(
    `function Tray() { const [open, setOpen] = useState(false); return <b onClick={() => setOpen(!open)}>{open}</b>; }`,
  ).homes('Tray.open');
  expect(homes).toMatchObject({ nearest: 'Tray', recommended: 'keep', readers: ['Tray'], writers: ['Tray'] });
});

test('state above all who need it can move down', () => {
  const homes =
    one(`function App() { const [open, setOpen] = useState(false); return <Desk open={open} onOpen={setOpen} />; }
    function Desk({ open, onOpen }) { return <House open={open} onOpen={onOpen} />; }
    function House({ open, onOpen }) { return <><Lid open={open} /><Lever onOpen={onOpen} /></>; }
    function Lid({ open }) { return <b>{open}</b>; }
    function Lever({ onOpen }) { return <button onClick={() => onOpen(true)} />; }`).homes('App.open');
  expect(homes).toMatchObject({ nearest: 'House', recommended: 'down' });
  expect(way(homes, 'down')).toMatchObject({ component: 'House', relays: 0, hops: 1 });
  expect(way(homes, 'down')?.rerenders).toBeLessThan(way(homes, 'keep')?.rerenders ?? 0);
});

test('what several siblings report upward can move up; one copy for each is told', () => {
  const homes =
    one(`function House() { const [list, setList] = useState([]); return <>{[1, 2].map((n) => <Tray key={n} onFull={(f) => setList([f])} />)}<Strip list={list} /></>; }
    function Tray({ onFull }) { const [full, setFull] = useState(false); return <b onClick={() => { setFull(true); onFull(full); }}>{full}</b>; }
    function Strip({ list }) { return <i>{list}</i>; }`).homes('Tray.full');
  expect(homes).toMatchObject({ nearest: 'House', perInstance: true });
  expect(kinds(homes)).toContain('up');
  expect(way(homes, 'up')?.reasons.join()).toContain('key');
});

test('what changes while typing speaks against context, unless the team says otherwise', () => {
  const source = DEEP.replace('<button onClick', '<input onChange');
  const usual = way(one(source).homes('App.units'), 'context')?.score ?? 0;
  const often = way(one(source).homes('App.units', Thumb.parse({ contextForOften: true })), 'context')?.score ?? 0;
  expect(often).toBeGreaterThan(usual);
});

test('more relays allowed: it may stay', () => {
  expect(one(DEEP).homes('App.units', Thumb.parse({ relays: 5 })).recommended).toBe('keep');
});

test('every drawing holds those concerned and leads a thread to each', () => {
  for (const option of one(DEEP).homes('App.units').options) {
    if (!option.drawing) continue;
    const names = option.drawing.nodes.map((node) => node.name);
    expect(names).toEqual(expect.arrayContaining(['Bar', 'Gauge', 'Dial']));
    const ends = new Set(option.drawing.threads.map((thread) => thread.to));
    for (const node of option.drawing.nodes)
      if (['Bar', 'Gauge', 'Dial'].includes(node.name)) expect(ends).toContain(node.id);
  }
});

test('what lives in a store may stay there, or move into a component; it is not offered a store again', () => {
  const survey = surveyOf({
    'src/useUnits.js': `import { create } from 'zustand';
      export const useUnits = create((set) => ({ scale: 'c', setScale: (scale) => set({ scale }) }));`,
    'src/App.jsx': `import { useUnits } from './useUnits';
      export function App() { return <main><Gauge /><Switch /></main>; }
      function Gauge() { return <b>{useUnits((s) => s.scale)}</b>; }
      function Switch() { const set = useUnits((s) => s.setScale); return <b onClick={() => set('k')} />; }`,
  });
  const homes = survey.homes('store:useUnits.scale');
  expect(homes.current).toEqual({ component: null, kind: 'store' });
  expect(homes.options.filter((one) => one.possible !== false).map((one) => [one.kind, one.component])).toEqual([
    ['keep', null],
    ['up', 'App'],
    ['context', 'App'],
  ]);
  expect(homes.recommended).toBe('keep');
});

test('where components share by services, the way is a service that one of them provides', () => {
  const survey = surveyOf({
    'src/app.ts': `import { Component, input, signal } from '@angular/core';
      @Component({ selector: 'soil-gauge', template: '{{ depth() }}' }) export class Gauge { depth = input(0); }
      @Component({ selector: 'soil-bed', template: '<soil-gauge [depth]="depth()" />' }) export class Bed { depth = input(0); }
      @Component({ selector: 'soil-plot', template: '<soil-bed [depth]="depth()" />' }) export class Plot { depth = input(0); }
      @Component({ selector: 'app-root', template: '<soil-plot [depth]="depth()" /><b (click)="depth.set(2)">{{ depth() }}</b>' }) export class App { depth = signal(1); }`,
  });
  const kinds = survey.homes('App.depth').options.map(({ kind, component }) => [kind, component]);
  expect(kinds).toContainEqual(['service', 'App']);
  expect(kinds.map(([kind]) => kind)).not.toContain('context');
});

test('components that pages place side by side have nothing above them: a module, or a message channel', () => {
  const exposed = '<LightningComponentBundle><isExposed>true</isExposed></LightningComponentBundle>';
  const homes = webComponents(
    {
      House: [
        '<c-gauge units={units}></c-gauge><b onclick={turn}>{units}</b>',
        `units = 'c'; turn() { this.units = 'k'; }`,
      ],
      Gauge: ['{units}', '@api units;'],
    },
    {
      'force-app/main/default/lwc/house/house.js-meta.xml': exposed,
      'force-app/main/default/lwc/gauge/gauge.js-meta.xml': exposed,
    },
  ).homes('House.units');
  expect(homes).toMatchObject({ nearest: null, recommended: 'keep' });
  expect(kinds(homes)).not.toContain('up');
  expect(way(homes, 'store')?.reasons).toContainEqual(expect.stringContaining('message channel'));
});

test.each([
  ['input', true],
  ['change', false],
])('a field’s %s event comes with each key in Vue: %s', (event, often) => {
  const homes = surveyOf({
    'src/App.vue': `<script setup>import { ref } from 'vue'; import Zone from './Zone.vue'; const units = ref('c');</script><template><Zone :units="units" @pick="(to) => (units = to)" /></template>`,
    'src/Zone.vue': `<script setup>import Dial from './Dial.vue'; defineProps(['units']); const emit = defineEmits(['pick']);</script><template><Dial :units="units" @pick="(to) => emit('pick', to)" /></template>`,
    'src/Dial.vue': `<script setup>defineProps(['units']); const emit = defineEmits(['pick']);</script><template><input :value="units" @${event}="emit('pick', 'k')" /></template>`,
  }).homes('App.units');
  expect(way(homes, 'context')?.reasons.join().includes('many times a second')).toBe(often);
});
