import { surveyOf } from '../../testing/project';

/** The calls by which a function is run, from the component inwards, as `Gauge > reading > convert`. */
function runsOf(source: string, name: string): string[] {
  const { program } = surveyOf({ 'src/App.jsx': source }).linked;
  const { graph, callContexts } = program;
  const fn = graph.functions.findIndex((entry) => entry?.fact.name === name);
  return program.runsOf(fn).map((context) => {
    const calls: string[] = [];
    for (let c = context; callContexts.call[c] !== -1; c = callContexts.parent[c] ?? -1)
      calls.unshift(graph.calls[callContexts.call[c] ?? -1]?.fact.name ?? '');
    return [program.ownerOf(context)?.name ?? '', ...calls].join(' > ');
  });
}

test.each([
  [
    'called by two components',
    `function reading(v) { return v; }
export function Gauge({ v }) { return <b>{reading(v)}</b>; }
export function Dial({ v }) { return <i>{reading(v)}</i>; }`,
    'reading',
    ['Gauge > reading', 'Dial > reading'],
  ],
  [
    'by way of another helper',
    `function convert(v) { return v; }
function reading(v) { return convert(v); }
export function Gauge({ v }) { return <b>{reading(v)}</b>; }`,
    'convert',
    ['Gauge > reading > convert'],
  ],
  [
    'by itself: the call that leads in counts',
    `function deepest(tray) { return tray.inner ? deepest(tray.inner) : tray; }
export function Bench({ tray }) { return <b>{deepest(tray)}</b>; }`,
    'deepest',
    ['Bench > deepest'],
  ],
  [
    'in a circle: a shortest way from where it is called into',
    `function even(tray) { return tray.inner ? odd(tray.inner) : tray; }
function odd(tray) { return tray.inner ? even(tray.inner) : tray; }
export function Bench({ tray }) { return <b>{even(tray)}</b>; }`,
    'odd',
    ['Bench > even > odd'],
  ],
  ['by nobody', `function reading(v) { return v; }\nexport function Gauge() { return <b />; }`, 'reading', []],
])('%s', (_name, source, fn, expected) => {
  expect(runsOf(source, fn)).toEqual(expected);
});

test('the calls of a helper beside a run are those of the same component', () => {
  const { program } = surveyOf({
    'src/App.jsx': `function said(v) { return v; }
export function Gauge({ v }) { return <b title={said('gauge')}>{said(v)}</b>; }
export function Dial({ v }) { return <i>{said(v)}</i>; }`,
  }).linked;
  const fn = program.graph.functions.findIndex((entry) => entry?.fact.name === 'said');
  const whose = program.runsOf(fn).map((run) =>
    program
      .callsBeside(fn, run)
      .map(({ run }) => program.ownerOf(run)?.name ?? '')
      .join(' '),
  );
  expect(whose).toEqual(['Gauge Gauge', 'Gauge Gauge', 'Dial']);
});
