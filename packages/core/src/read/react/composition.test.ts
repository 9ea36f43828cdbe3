import { one, surveyOf, trailsOf } from '../../testing/project';

const CASES: [name: string, source: string, question: string, trails: string[]][] = [
  [
    'elements made by calls',
    `import * as React from 'react';
     function App() { const [units] = useState('c'); return React.createElement('div', null, React.createElement(Zone, { units })); }
     function Zone({ units, children }) { return createElement(Gauge, { scale: units, ...{} }, children); }
     function Gauge({ scale }) { return createElement('b', { title: scale }, 'x'); }`,
    'App.units',
    ['App.units > Zone.units~ > Gauge.scale'],
  ],
  [
    'a clone gives more props to the elements handed over, and to the outermost alone',
    `function App() { return <Bench><Tray name="a" /><p><Lamp /></p></Bench>; }
     function Bench({ children }) { const [lit] = useState(true); return <ul>{Children.map(children, (child) => cloneElement(child, { lit }))}</ul>; }
     function Tray({ name, lit }) { return <li>{name}{lit}</li>; }
     function Lamp({ lit }) { return <i>{lit}</i>; }`,
    'Bench.lit',
    ['Bench.lit > overflow:Tray.lit'],
  ],
  [
    'a wrapper written in the project: its props are its own, each use is one of its own',
    `function withUnits(Inner) { return function WithUnits(props) { const [units] = useState('c'); return <Inner {...props} units={units} />; }; }
     function Gauge({ units, limit }) { return <b>{units}{limit}</b>; }
     function Meter({ units, limit }) { return <i>{units}</i>; }
     const G = withUnits(Gauge); const M = withUnits(Meter);
     function App() { const [limit] = useState(1); return <><G limit={limit} /><M /></>; }`,
    'App.limit',
    ['App.limit > overflow:WithUnits.limit~ > overflow:Gauge.limit'],
  ],
  [
    'what a wrapper adds',
    `function withUnits(Inner) { return function WithUnits(props) { const [units] = useState('c'); return <Inner {...props} units={units} />; }; }
     function Gauge({ units }) { return <b>{units}</b>; }
     function Meter({ units }) { return <i>{units}</i>; }
     const G = withUnits(Gauge); const M = withUnits(memo(Meter));
     function App() { return <><G /><M /></>; }`,
    'WithUnits.units',
    ['WithUnits.units > Gauge.units', 'WithUnits.units > Meter.units'],
  ],
  [
    'a tag handed in as a prop',
    `function App() { const [units] = useState('c'); return <><Row as={Gauge} units={units} /><Row as="b" /></>; }
     function Row({ as: Tag = 'i', ...rest }) { return <Tag {...rest} />; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > overflow:Row.units~ > overflow:Gauge.units'],
  ],
  [
    'a class, and a component of the legacy factory',
    `import createReactClass from 'create-react-class';
     const Tray = createReactClass({ getInitialState() { return { open: false }; },
       toggle: function () { this.setState({ open: !this.state.open }); },
       render() { return <Fold open={this.state.open} onToggle={this.toggle} />; } });
     function Fold({ open, onToggle }) { return <b onClick={onToggle}>{open ? 1 : 2}</b>; }`,
    'Tray.open',
    ['Tray.open > Fold.open', 'up Fold.onToggle > Tray.open'],
  ],
  [
    'through a portal',
    `import { createPortal } from 'react-dom';
     function App() { const [units] = useState('c'); return <Shade><Gauge units={units} /></Shade>; }
     function Shade({ children }) { return createPortal(<div>{children}</div>, document.body); }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > Gauge.units'],
  ],
];

test.each(CASES)('%s', (_, source, question, trails) => {
  const survey = one(`import { Children, cloneElement, createElement } from 'react';\n${source}`);
  expect(trailsOf(survey, question)).toEqual(trails);
});

test('props declared beside a component, and as statics of a class', () => {
  const survey = surveyOf({
    'src/Tray.jsx': `import PropTypes from 'prop-types'; import React from 'react';
      export function Tray({ label, units }) { return <b title={units}>{label}</b>; }
      Tray.propTypes = { label: PropTypes.string.isRequired, units: PropTypes.string, extra: PropTypes.any };
      Tray.defaultProps = { units: 'c' };
      export class Bench extends React.Component {
        static propTypes = { trays: PropTypes.array.isRequired };
        render() { return <ul>{this.props.trays.length}</ul>; }
      }`,
  });
  const props = survey.document().components.map((c) => [c.name, c.props.map((p) => [p.name, p.required, p.default])]);
  expect(props).toEqual([
    [
      'Tray',
      [
        ['label', true, null],
        ['units', false, "'c'"],
        ['extra', false, null],
      ],
    ],
    ['Bench', [['trays', true, null]]],
  ]);
});

test('types of props from other files, through re-exports and helpers', () => {
  const survey = surveyOf({
    'src/types.ts': `export interface Base { label: string; units?: string } export type Extra = { open: boolean };`,
    'src/index.ts': `export * from './types'; export type { Extra as More } from './types';`,
    'src/Tray.tsx': `import type { Base, More } from './index';
      type Props = Omit<Base, 'units'> & Partial<More> & { own: number };
      export function Tray({ label, own }: Props) { return <b>{label}{own}</b>; }
      export function Bench() { return <Tray label="fern" />; }`,
  });
  const [tray] = survey.document().components.filter((one) => one.name === 'Tray');
  expect(tray?.props.map((prop) => [prop.name, prop.required])).toEqual([
    ['label', true],
    ['own', true],
    ['open', false],
  ]);
  expect(survey.findings().map((one) => [one.rule, one.name])).toEqual([
    ['missing-prop', 'own'],
    ['unused-prop', 'open'],
  ]);
});
