import { one } from '../testing/project';
import { csv, findingsToCsv, marksToCsv, trailToCsv } from './csv';
import { trailToDot, trailToMermaid } from './trailText';

const survey = one(`
  function App() { const [units, setUnits] = useState('c'); return <Zone units={units} onUnits={setUnits} />; }
  function Zone({ units, onUnits }) { return <Gauge scale={units} onPick={onUnits} />; }
  function Gauge({ scale, onPick }) { return <b onClick={() => onPick('k')}>{scale}</b>; }`);

test('a trail as a flowchart: each stop once, ways up dashed', () => {
  expect(trailToMermaid(survey.trail('App.units'))).toBe(`flowchart TD
  n0["App<br/>units"]
  n1(("Zone<br/>units"))
  n2(["Gauge<br/>scale"])
  n3>"Gauge<br/>onPick"]
  n4(("Zone<br/>onUnits"))
  n0 -->|"prop"| n1
  n1 -->|"prop, renamed"| n2
  n3 -.->|"callback, renamed"| n4
  n4 -.->|"callback, renamed"| n0
`);
});

test('a trail as a graph', () => {
  const dot = trailToDot(survey.trail('App.units'));
  expect(dot).toContain('n1 [label="Zone\\nunits", shape=circle];');
  expect(dot).toContain('n0 -> n1 [label="prop"];');
  expect(dot).toContain('n3 -> n4 [label="callback, renamed", style=dashed];');
});

test('fields that need it stand in quotes, and no field is taken for a formula', () => {
  expect(
    csv(
      ['a', 'b'],
      [
        ['x,y', 'say "so"'],
        ['=1+1', -2],
        [null, true],
      ],
    ),
  ).toBe('a,b\r\n"x,y","say ""so"""\r\n\'=1+1,-2\r\n,true\r\n');
});

test('tables of marks, stops and findings', () => {
  const document = survey.document();
  expect(marksToCsv(document).split('\r\n')[1]).toBe('units,state,src/App.jsx#App,App,units,home,,units,false');
  expect(trailToCsv(survey.trail('App.units')).split('\r\n')[2]).toBe(
    '1,down,2,Zone,units,relay,prop,same,src/App.jsx,4',
  );
  expect(findingsToCsv(document.findings).split('\r\n')).toHaveLength(document.findings.length + 2);
});

test('names that are no names stand in a drawing as text', () => {
  const survey =
    one(`export function App() { const [x] = useState(0); return <Tray {...{ 'a"]<img>\`#\\n${'b'.repeat(200)}': x }} />; }
function Tray(props) { return <b>{props['a"]<img>\`#\\n${'b'.repeat(200)}']}</b>; }`);
  const mermaid = trailToMermaid(survey.trail('App.x'));
  expect(mermaid).toContain('<br/>a#34;]#60;img#62;#96;#35; bbb');
  expect(mermaid.replaceAll('<br/>', '')).not.toMatch(/[<`]/);
  const dot = trailToDot(survey.trail('App.x'));
  expect(dot).toContain('a\\"]<img>`# bbb');
  for (const line of [...mermaid.split('\n'), ...dot.split('\n')]) expect(line.length).toBeLessThan(220);
});
