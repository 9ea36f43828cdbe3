import { foundBy, one, surveyOf } from '../testing/project';

describe('unknown-prop', () => {
  test.each([
    ['a name the child does not take', '{ depth }', '<Bed dept={1} />', ['App.dept']],
    ['one that lands in the rest', '{ depth, ...rest }', '<Bed dept={1} />', []],
    ['one of a whole props object', 'props', '<Bed dept={1} />', []],
    ['what every element may have', '{ depth }', '<Bed key="a" depth={1} />', []],
  ])('%s', (_what, takes, site, found) => {
    const body =
      takes === 'props' ? '<b {...props} />' : takes.includes('rest') ? '<b {...rest}>{depth}</b>' : '<b>{depth}</b>';
    const survey = one(`function App() { return ${site}; } function Bed(${takes}) { return ${body}; }`);
    expect(foundBy('unknown-prop', survey)).toEqual(found);
  });
});

test.each([
  ['its own', 'const Shown = Bed;', ['Row.dept']],
  ['its own, unless another is passed in', 'const Shown = parts?.bed || Bed;', []],
])('a row that shows a part of %s', (_what, shown, found) => {
  const survey = one(`function App() { return <Row />; } function Row({ parts }) { ${shown} return <Shown dept={1} />; }
    function Bed({ depth }) { return <b>{depth}</b>; }`);
  expect(foundBy('unknown-prop', survey)).toEqual(found);
});

describe('a component that renders nothing', () => {
  test('says with its props what the one around it reads of them', () => {
    const survey = one(`const Column = () => null;
      function Table({ children }) { return <p>{Children.map(children, (column) => column.props.title)}</p>; }
      function App() { return <Table><Column title="bed" wide /></Table>; }`);
    expect(foundBy('unknown-prop', survey)).toEqual([]);
    expect(foundBy('unused-prop', survey)).toEqual([]);
  });
});

describe('one site, one finding for each cause', () => {
  const said = (site: string): string[] =>
    surveyOf({
      'src/Bed.tsx': `export function Bed({ depth, soil }: { depth: number; soil: { wet: boolean } }) { return <b>{depth.toFixed()}{soil.wet}</b>; }`,
      'src/App.tsx': `import { Bed } from './Bed'; export function App() { return ${site}; }`,
    })
      .findings()
      .flatMap(({ rule, message }) => (/^(missing|unknown)-prop$/.test(rule) ? [`${rule}: ${message}`] : []));

  test.each([
    ['several left out', '<Bed />', ['missing-prop: App renders Bed without depth and soil, which it requires.']],
    [
      'one misspelt is the one that is missing',
      '<Bed dept={1} soil={{ wet: true }} />',
      ['missing-prop: App renders Bed without depth, which it requires. It passes dept: did you mean that?'],
    ],
    [
      'several it does not take',
      '<Bed depth={1} soil={{ wet: true }} hue="a" wide />',
      ['unknown-prop: App passes hue and wide to Bed, which ignores them.'],
    ],
    [
      'one more that is like another',
      '<Bed depth={1} depht={2} soil={{ wet: true }} hue="a" />',
      [
        'unknown-prop: App passes depht to Bed, which ignores it. It takes depth: did you mean that?',
        'unknown-prop: App passes hue to Bed, which ignores it.',
      ],
    ],
  ])('%s', (_what, site, found) => {
    expect(said(site)).toEqual(found);
  });
});

test('unknown-prop: what a class above takes is taken, and what it offers is offered', () => {
  const survey =
    one(`class Field extends React.Component { constructor(props) { super(props); this.state = { on: false }; } focus() { this.input.focus(); }
      render() { const { value, onChange } = this.props; return <input value={value} onChange={onChange} ref={(one) => (this.input = one)} />; } }
    class Themed extends Field { render() { return <p className={this.props.size}>{super.render()}</p>; } }
    function App() { const [depth, setDepth] = useState(1); const field = useRef(null); useEffect(() => { field.current.focus(); }, []);
      return <Themed size="s" value={depth} onChange={setDepth} ref={field} />; }`);
  expect(['unknown-prop', 'unused-prop', 'dangling-handle'].flatMap((rule) => foundBy(rule, survey))).toEqual([]);
});

test('unknown-prop: each of a list of components takes what it needs of what all of them are passed', () => {
  const survey = surveyOf({
    'src/App.jsx': `import { tools } from 'some-tools'; import { Spade } from './Spade';
      export function App({ more }) { const all = [Spade, ...tools, more]; return <main>{all.map((Tool) => <Tool depth={1} length={2} />)}</main>; }`,
    'src/Spade.jsx': `export function Spade({ depth }) { return <b>{depth}</b>; }`,
  });
  expect(foundBy('unknown-prop', survey)).toEqual([]);
});

test.each([
  ['can be read', 'export let beds = 1;', ['App.depth']],
  ['cannot', 'export let beds = 1; let (;', []],
])('the script of the child %s', (_what, script, found) => {
  const survey = surveyOf({
    'src/Bed.svelte': `<script>${script}</script><b>{beds}</b>`,
    'src/App.svelte': `<script>import Bed from './Bed.svelte'; let deep = 1;</script><Bed depth={deep} />`,
  });
  expect(foundBy('unknown-prop', survey)).toEqual(found);
});

test.each([
  ['React’s own', 'react', ['App.className']],
  ['one of the project that goes by that name', './parts', []],
])('what a class above reads of the props: %s', (_what, from, found) => {
  const survey = surveyOf({
    'src/parts.js': `import React from 'react';
      export class Component extends React.Component { styled(name) { return name + this.props.className; } }`,
    'src/Pot.jsx': `import React from 'react'; import { Component } from '${from}';
      export class Pot extends Component { static propTypes = { depth: 1 }; render() { return <b className={this.styled('pot')}>{this.props.depth}</b>; } }`,
    'src/App.jsx': `import { Pot } from './Pot'; export function App() { return <Pot depth={1} className="deep" />; }`,
  });
  expect(foundBy('unknown-prop', survey)).toEqual(found);
});

test.each([
  [
    'another name of the instance',
    'class Pot extends React.Component { render() { const self = this; return <b>{self.props.depth}</b>; } }',
    ['App.soil'],
  ],
  [
    'all of them, by another name of the instance',
    'class Pot extends React.Component { render() { const self = this; return <b>{Object.keys(self.props).map((key) => self.props[key])}</b>; } }',
    [],
  ],
  [
    'what it is given, without parameters',
    'function Pot() { const made = from(arguments); return <b>{made}</b>; }',
    [],
  ],
])('props are read by %s', (_what, pot, found) => {
  expect(foundBy('unknown-prop', one(`${pot} function App() { return <Pot depth={1} soil={2} />; }`))).toEqual(found);
});

test('a tag that a context holds may be another than the one that stands in for it', () => {
  const survey = one(`const Icon = createContext(Placeholder);
    function Placeholder() { return <b />; }
    export function App({ icon }) { return <Icon.Provider value={icon ?? Placeholder}><Bed /></Icon.Provider>; }
    function Bed() { const Shown = useContext(Icon); return <Shown icon="leaf" />; }`);
  expect(foundBy('unknown-prop', survey)).toEqual([]);
});
