/** A context for what tags are given in other ways than by a plain name: made there, spread in, given by several. */
import { planned } from '../../testing/planned';

const BENCH = `export function Bench({ onPick, label }) {
  return <Gauge onPick={onPick} label={label} />;
}
export function Gauge({ onPick, label }) {
  return <b onClick={() => onPick('a')}>{label}</b>;
}
`;

test('a function made at the tag is made at the top, kept from render to render, and provided', () => {
  const { plan, after } = planned(
    {
      'src/Desk.jsx': `import { useState } from 'react';
import { Bench } from './Bench';
export function Desk({ label }) {
  const [picked, setPicked] = useState(null);
  const [seen, setSeen] = useState(0);
  return (
    <main title={picked}>
      <Bench
        label={label}
        onPick={(name) => {
          setPicked(name);
        }}
      />
      {seen}
      <i onClick={() => setSeen(seen + 1)} />
    </main>
  );
}
`,
      'src/Bench.jsx': BENCH,
    },
    'Desk.picked',
    { way: 'context' },
  );
  expect(after['src/Desk.jsx']).toBe(`import { useState, useCallback } from 'react';
import { Bench } from './Bench';
import { OnPickContext } from './onPick';
export function Desk({ label }) {
  const [picked, setPicked] = useState(null);
  const onPick = useCallback((name) => {
    setPicked(name);
  }, []);
  const [seen, setSeen] = useState(0);
  return (
    <OnPickContext.Provider value={onPick}>
      <main title={picked}>
        <Bench
          label={label}
        />
        {seen}
        <i onClick={() => setSeen(seen + 1)} />
      </main>
    </OnPickContext.Provider>
  );
}
`);
  expect(plan).toMatchObject({ complete: true, proof: { lost: [], relaysGone: ['Bench'], newFindings: [] } });
});

test('what is returned before the value is there is not provided with it', () => {
  const { after } = planned(
    {
      'src/Desk.jsx': `import { useState } from 'react';
import { Bench } from './Bench';
export function Desk({ label }) {
  const [picked, setPicked] = useState(null);
  if (!label) return <p>none</p>;
  const pick = (name) => setPicked(name);
  return <main title={picked}><Bench label={label} onPick={pick} /></main>;
}
`,
      'src/Bench.jsx': BENCH,
    },
    'Desk.picked',
    { way: 'context' },
  );
  expect(after['src/Desk.jsx']).toContain('if (!label) return <p>none</p>;');
  expect(after['src/Desk.jsx']).toContain('<PickContext.Provider value={pick}>');
});

test('a field of an object that is spread into the tag goes out of the object; who spreads its props on is left alone', () => {
  const { plan, after } = planned(
    {
      'src/Desk.jsx': `import { useState } from 'react';
export function Desk() {
  const [depth, setDepth] = useState(1);
  const all = { depth, wide: true };
  return <main onClick={() => setDepth(2)}><Bench {...all} /></main>;
}
function Bench(props) {
  const { wide } = props;
  return <section title={props.wide}><Row {...props} /><i>{wide}</i></section>;
}
function Row({ depth, wide }) {
  return <b title={wide}>{depth}</b>;
}
`,
    },
    'Desk.depth',
    { way: 'context' },
  );
  expect(after['src/Desk.jsx']).toContain('const all = { wide: true };');
  expect(after['src/Desk.jsx']).toContain('<Row {...props} />');
  expect(after['src/Desk.jsx']).toContain('function Row({ wide }) {\n  const depth = useContext(DepthContext);');
  expect(plan).toMatchObject({ complete: true, proof: { readers: ['Row'], lost: [], newFindings: [] } });
});

const ROWS = `export function Row({ depth }) {
  return <Cell depth={depth} />;
}
function Cell({ depth = 3 }) {
  return <b>{depth}</b>;
}
`;

test('another place that gives the relay something else provides that; who gives nothing is left alone', () => {
  const { plan, after } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';
import { Row } from './Row';
import { Shed } from './Shed';
export function App() {
  return <div><Desk /><Shed /><Row /></div>;
}
function Desk() {
  const [depth, setDepth] = useState(1);
  return <main onClick={() => setDepth(2)}><Row depth={depth} /></main>;
}
`,
      'src/Row.jsx': ROWS,
      'src/Shed.jsx': `import { Component } from 'react';
import { Row } from './Row';
export class Shed extends Component {
  render() {
    return (
      <section>
        <Row
          depth={this.props.low ?? 7}
        />
      </section>
    );
  }
}
`,
    },
    'Desk.depth',
    { way: 'context' },
  );
  expect(after['src/Shed.jsx']).toContain(`      <section>
        <DeskDepthContext.Provider value={this.props.low ?? 7}>
          <Row
          />
        </DeskDepthContext.Provider>
      </section>
`);
  expect(after['src/App.jsx']).toContain('<Shed /><Row /></div>');
  expect(after['src/Row.jsx']).toContain('const { depth = 3 } = { depth: useContext(DeskDepthContext) };');
  expect(plan).toMatchObject({ complete: true, proof: { readers: ['Cell'], lost: [], newFindings: [] } });
});

test('a leaf that many use keeps its prop, and so does a relay whose other tags cannot be edited', () => {
  const { plan, after } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';
import { Row } from './Row';
export function App({ all }) {
  const [depth, setDepth] = useState(1);
  return <main onClick={() => setDepth(2)}><Row depth={depth} /><Row {...all} /></main>;
}
`,
      'src/Row.jsx': ROWS,
    },
    'App.depth',
    { way: 'context' },
  );
  expect(after).toEqual({});
  expect(plan.complete).toBe(false);
  expect(plan.steps[0]?.says).toContain('Row is also rendered where it gets another depth, or none.');
});

test('a tag that is one of several components gives each of them nothing any more, if all read the context', () => {
  const { plan, after } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';
export function App() {
  const [depth, setDepth] = useState(1);
  return <main onClick={() => setDepth(2)}><Row deep depth={depth} /></main>;
}
function Row({ deep, depth }) {
  const Cell = deep ? Low : High;
  return <Cell depth={depth} />;
}
function Low({ depth }) {
  return <b>{depth}</b>;
}
function High({ depth }) {
  return <i>{depth}</i>;
}
`,
    },
    'App.depth',
    { way: 'context' },
  );
  expect(after['src/App.jsx']).toContain('return <Cell />;');
  expect(plan).toMatchObject({ complete: true, proof: { readers: ['High', 'Low'], lost: [], newFindings: [] } });
});

test('defaults of the older kind are kept, and comments stay with what they are about', () => {
  const { after } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';
import { Row } from './Row';
export function App() {
  const [depth, setDepth] = useState(1);
  return <main onClick={() => setDepth(2)}><Row depth={depth} wide /></main>;
}
`,
      'src/Row.jsx': `import {number, bool} from 'prop-types';
export const Row = ({depth, wide}) => <p title={wide}><Cell depth={depth} /></p>;
Row.propTypes = {
  /** How far down. */
  depth: number,

  /** How far across. */
  wide: bool
};
const Cell = (props) => <b>{props.depth}</b>;
Cell.propTypes = { depth: number };
Cell.defaultProps = { depth: 4 };
`,
    },
    'App.depth',
    { way: 'context' },
  );
  expect(after['src/Row.jsx']).toBe(`import {useContext} from 'react';
import {bool} from 'prop-types';
import {DepthContext} from './depth';
export const Row = ({wide}) => <p title={wide}><Cell /></p>;
Row.propTypes = {
  /** How far across. */
  wide: bool
};
const Cell = (props) => {
  const { depth = 4 } = { depth: useContext(DepthContext) };
  return <b>{depth}</b>;
};
Cell.propTypes = {  };
Cell.defaultProps = {  };
`);
});
