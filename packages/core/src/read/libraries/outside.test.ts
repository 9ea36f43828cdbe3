import { findingsOf, one, surveyOf, trailsOf } from '../../testing/project';

const CASES: [name: string, source: string, question: string, trails: string[]][] = [
  [
    'an event on the window: who sends is a writer, who listens a reader',
    `function App() { return <><Tray /><Tally /></>; }
     function Tray() { return <b onClick={() => window.dispatchEvent(new CustomEvent('tray:moved', { detail: { to: 3 } }))} />; }
     function Tally() { const [at, setAt] = useState(0);
       useEffect(() => { const move = (event) => setAt(event.detail.to); window.addEventListener('tray:moved', move);
         return () => window.removeEventListener('tray:moved', move); }, []);
       return <i>{at}</i>; }`,
    'channel:tray:moved',
    ['[tray:moved].tray:moved > channel:Tally.tray:moved', 'up Tray.tray:moved > channel:[tray:moved].tray:moved'],
  ],
  [
    'a small emitter',
    `import mitt from 'mitt'; const bus = mitt();
     function App() { return <><Tray /><Tally /></>; }
     function Tray() { return <b onClick={() => bus.emit('moved', 3)} />; }
     function Tally() { const [at, setAt] = useState(0); useEffect(() => { bus.on('moved', setAt); return () => bus.off('moved', setAt); }, []); return <i>{at}</i>; }`,
    'channel:moved',
    ['[moved].moved > channel:Tally.moved', 'up Tray.moved > channel:[moved].moved'],
  ],
  [
    'a channel between pages',
    `const pages = new BroadcastChannel('pages');
     function App() { const [at, setAt] = useState(0);
       useEffect(() => { pages.onmessage = (event) => setAt(event.data); }, []);
       return <b onClick={() => pages.postMessage(at)}>{at}</b>; }`,
    'channel:pages',
    ['[pages].pages > channel:App.pages', 'up App.pages > channel:[pages].pages'],
  ],
  [
    'what an address is made of',
    `import { useParams } from 'react-router'; function App() { const { id } = useParams(); return <Tray id={id} />; } function Tray({ id }) { return <b>{id}</b>; }`,
    'Tray.id',
    ['[params].params > service:App.id~ > (part)Tray.id'],
  ],
  [
    'data asked for by a key, in two places',
    `import { useQuery } from '@tanstack/react-query';
     function App() { const { data } = useQuery({ queryKey: ['trays'], queryFn: load }); return <><b>{data}</b><Side /></>; }
     function Side() { const query = useQuery({ queryKey: ['trays'], queryFn: load }); return <i>{query.data}</i>; }
     async function load() { return []; }`,
    'remote:trays',
    ['[trays].trays > service:App.data', '[trays].trays > service:Side.trays'],
  ],
  [
    'what stands in a storage',
    `function App() { return <><Save /><Load /></>; }
     function Save() { return <b onClick={() => localStorage.setItem('units', 'k')} />; }
     function Load() { const units = localStorage.getItem('units'); return <i>{units}</i>; }`,
    'Load.units',
    ['[units].units > service:Load.units'],
  ],
  [
    'a handle: a parent reaches into a child it holds',
    `function App() { const valve = useRef(null); return <><Valve ref={valve} /><b onClick={() => valve.current.shut()} /></>; }
     const Valve = forwardRef((props, ref) => { const [open, setOpen] = useState(true);
       useImperativeHandle(ref, () => ({ shut: () => setOpen(false) })); return <i>{open ? 1 : 2}</i>; });`,
    'Valve.open',
    ['up App.shut > handle:Valve.open'],
  ],
  [
    'a handle to an instance of a class',
    `import React from 'react';
     class Valve extends React.Component { state = { open: true }; shut = () => this.setState({ open: false }); render() { return <i>{this.state.open}</i>; } }
     function App() { const valve = useRef(null); return <><Valve ref={valve} /><b onClick={() => valve.current.shut()} /></>; }`,
    'Valve.open',
    ['up App.shut > handle:Valve.open'],
  ],
  [
    'an action and its state',
    `import { useActionState } from 'react';
     function App() { const [note, send] = useActionState(save, 'none'); return <Form note={note} onSend={send} />; }
     function save(before) { return before + '!'; }
     function Form({ note, onSend }) { return <form action={onSend} onSubmit={onSend}>{note}</form>; }`,
    'App.note',
    ['App.note > Form.note', 'up Form.onSend > App.note'],
  ],
];

test.each(CASES)('%s', (_, source, question, trails) => {
  expect(trailsOf(one(source), question)).toEqual(trails);
});

test('a topic that is chosen while the program runs is told', () => {
  const survey = one(`import mitt from 'mitt'; const bus = mitt();
    function App({ kind }) { return <b onClick={() => bus.emit(\`moved:\${kind}\`, 1)} />; }`);
  expect(survey.findings().map((finding) => [finding.rule, finding.message])).toEqual([
    ['unresolved', '`moved:${kind}` could not be followed. The topic is only known at run time.'],
  ]);
});

test('a topic sent with fields nobody sends, under a name nobody listens to', () => {
  const survey = surveyOf({
    'src/App.jsx': `import { useEffect, useState } from 'react';
      export function App() { const [at, setAt] = useState(0);
        useEffect(() => { const move = (event) => setAt(event.detail.place); window.addEventListener('tray:moved', move); return () => window.removeEventListener('tray:moved', move); }, []);
        return <><i>{at}</i><Tray /></>; }
      function Tray() { return <b onClick={() => { window.dispatchEvent(new CustomEvent('tray:moved', { detail: { to: 3 } })); window.dispatchEvent(new CustomEvent('tray:movd')); }} />; }`,
  });
  expect(findingsOf(survey).sort()).toEqual([
    'open-broadcast Tray.tray:moved',
    'payload-mismatch Tray.tray:moved',
    'unheard-event Tray.tray:movd',
  ]);
});

test('what a child offers is carried only by holders from where it is called in the end', () => {
  const survey = surveyOf({
    'src/App.tsx': `import { forwardRef, useImperativeHandle, useRef, useState } from 'react';
      function App() { const row = useRef(null); return <><Row ref={row} /><b onClick={() => row.current.shut()} /></>; }
      const Row = forwardRef((props, ref) => { const valve = useRef(null);
        useImperativeHandle(ref, () => ({ shut: () => valve.current.shut(), flush: () => valve.current.flush() })); return <Valve ref={valve} />; });
      const Valve = forwardRef((props, ref) => { const [open, setOpen] = useState(true); const [clean, setClean] = useState(false);
        useImperativeHandle(ref, () => ({ shut: () => setOpen(false), flush: () => setClean(true) })); return <i>{open ? 1 : 2}{clean}</i>; });`,
  });
  expect(trailsOf(survey, 'Valve.open')).toEqual(['up App.shut > handle:Row.shut~ > handle:Valve.open']);
  expect(trailsOf(survey, 'Valve.clean')).toEqual([]);
  const carried = survey
    .document()
    .hops.filter((hop) => hop.carrier === 'handle')
    .map((hop) => hop.to.name);
  expect(carried).not.toContain('flush');
  expect(carried).toContain('shut');
});

describe('what is asked for by a key', () => {
  const cells = (text: string): string[] =>
    one(text)
      .document()
      .cells.filter((cell) => cell.kind === 'remote')
      .map((cell) => cell.name)
      .sort();
  const query = `import { useQuery } from '@tanstack/react-query'; const keys = { bed: (id) => ['bed', id], plot: (id) => ['plot', id] };`;

  test.each([
    [
      'the same words are the same data',
      `${query} const useA = () => useQuery({ queryKey: ['beds', 'all'] }); const useB = () => useQuery({ queryKey: ['beds', 'all'] });`,
      ['beds/all'],
    ],
    [
      'what makes the keys tells them apart',
      `${query} const useA = (id) => useQuery({ queryKey: keys.bed(id) }); const useB = (id) => useQuery({ queryKey: keys.plot(id) }); const useC = (id) => useQuery({ queryKey: keys.bed(id) });`,
      ['keys.bed', 'keys.plot'],
    ],
    [
      'a key that is handed in says nothing: each is its own',
      `${query} const useA = (key) => useQuery({ queryKey: key }); const useB = (key) => useQuery({ queryKey: key });`,
      ['useA', 'useB'],
    ],
    [
      'addresses by their words',
      'const useA = () => fetch(`/beds/${1}`); const useB = () => fetch(`/beds/${2}`); const useC = (url) => fetch(url); const useD = (url) => fetch(url);',
      ['/beds/…', 'url', 'url'],
    ],
  ])('%s', (_what, text, names) => {
    const uses = [...text.matchAll(/const (use[A-D]) =/g)].map(([, hook]) => `<b>{${hook ?? ''}(1).data}</b>`).join('');
    expect(cells(`${text} export function App() { return <main>${uses}</main>; }`)).toEqual(names);
  });
});
