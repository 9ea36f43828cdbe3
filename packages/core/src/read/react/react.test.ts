import { factsOf } from '../../testing/project';
import type { FileFacts } from '../../model/facts';

const facts = (text: string): FileFacts =>
  factsOf(
    'src/Tray.jsx',
    `import * as React from 'react';\nimport { memo, forwardRef, useState, useReducer, useRef, useMemo, useEffect, useContext, createContext, lazy } from 'react';\n${text}`,
  );

describe('what a function is', () => {
  test.each([
    ['a declaration that returns markup', 'function Tray() { return <b/>; }', 'Tray', 'component'],
    ['an arrow that returns markup', 'const Tray = () => <b/>;', 'Tray', 'component'],
    [
      'one that only runs effects',
      'function Title({ text }) { useEffect(() => { document.title = text; }); return null; }',
      'Title',
      'component',
    ],
    ['memo around an arrow', 'const Tray = memo(() => null);', 'Tray', 'component'],
    ['memo of memo, React.memo', 'const Tray = React.memo(React.forwardRef((p, r) => null));', 'Tray', 'component'],
    ['a class', 'class Tray extends React.Component { render() { return null; } }', 'Tray', 'component'],
    ['a hook', 'function useTray() { return useState(1); }', 'useTray', 'hook'],
    ['a helper', 'function format(x) { return x; }', 'format', 'plain'],
    ['a helper that makes markup', 'function row(x) { return <b>{x}</b>; }', 'row', 'plain'],
    [
      'a capital that renders nothing: perhaps',
      'function Guard({ children }) { return children; }',
      'Guard',
      'candidate',
    ],
    [
      'a function in a component',
      'function Tray() { const pick = () => 1; return <b onClick={pick}/>; }',
      'pick',
      'closure',
    ],
  ])('%s', (_name, source, fn, role) => {
    expect(facts(source).functions.find((f) => f.name === fn)?.role).toBe(role);
  });
});

describe('props a component names', () => {
  test.each([
    ['destructured', 'function Tray({ units, label }) { return <b title={units}>{label}</b>; }', ['units', 'label']],
    ['renamed and with a default', "function Tray({ units: u = 'c' }) { return <b>{u}</b>; }", ["units='c'"]],
    ['read from the object', 'function Tray(props) { return <b>{props.units}</b>; }', ['units']],
    [
      'taken from the object later',
      'function Tray(props) { const { units, ...rest } = props; return <b {...rest}>{units}</b>; }',
      ['units', '...'],
    ],
    ['the rest', 'function Tray({ units, ...rest }) { return <b {...rest}>{units}</b>; }', ['units', '...']],
    ['by an alias', 'function Tray(props) { const p = props; return <b>{p.units}</b>; }', ['units']],
    [
      'of forwardRef',
      'const Tray = forwardRef(function Tray({ units }, ref) { return <b ref={ref}>{units}</b>; });',
      ['units'],
    ],
  ])('%s', (_name, source, props) => {
    const tray = facts(source).functions.find((f) => f.name === 'Tray');
    const named = (tray?.props ?? []).map((p) => (p.default === null ? p.name : `${p.name}=${p.default}`));
    expect([...named, ...(tray?.takesRest ? ['...'] : [])]).toEqual(props);
  });
});

describe('cells', () => {
  test.each([
    ['state', 'const [open, setOpen] = useState(false);', 'state open'],
    ['state of which only the change function is taken', 'const [, setOpen] = useState(false);', 'state open'],
    ['React.useState', 'const [open] = React.useState(false);', 'state open'],
    ['reducer', 'const [plan, dispatch] = useReducer(r, []);', 'state plan'],
    ['ref', 'const timer = useRef(null);', 'state timer'],
    ['memo', 'const list = useMemo(() => [], []);', 'derived list'],
  ])('%s', (_name, source, cell) => {
    const [first] = facts(`function Tray() { ${source} return <b/>; }`).cells;
    expect(`${first?.kind} ${first?.name}`).toBe(cell);
  });

  test('a call of a function that merely has such a name is none', () => {
    const { cells } = factsOf(
      'src/a.jsx',
      `import { useState } from './mine';\nfunction A() { const [x] = useState(1); return <b>{x}</b>; }`,
    );
    expect(cells).toEqual([]);
  });
});

describe('uses', () => {
  test.each([
    ['shown', '<b>{v}</b>', 'shown'],
    ['shown as an attribute', '<b title={v} />', 'shown'],
    ['a key is no use', '<b key={v} />', ''],
    ['decided by', '<p>{v ? 1 : 2}</p>', 'branched'],
    ['decided by, with and', '<p>{v && 1}</p>', 'branched'],
    ['computed with', '<p title={`${v} °`} />', 'computed,shown'],
    ['compared', '<p>{v > 2 && 1}</p>', 'branched,computed'],
    ['looped over', '<p>{v.map(() => 1)}</p>', 'iterated,shown'],
    ['an index', '<p>{SIGNS[v]}</p>', 'computed,shown'],
  ])('%s', (_name, markup, kinds) => {
    const { uses } = facts(`const SIGNS = {}; function Tray({ v }) { return ${markup}; }`);
    expect([...new Set(uses.map((use) => use.kind))].sort().join()).toBe(kinds);
  });

  test('effects use what they list; handlers tell their event', () => {
    const { uses } = facts(
      'function Tray({ v }) { useEffect(() => {}, [v]); return <b onDoubleClick={() => v()} />; }',
    );
    expect(uses.filter((use) => use.kind === 'effect')).toHaveLength(2);
    expect(uses.find((use) => use.kind === 'handler')?.detail).toBe('doubleclick');
  });
});

describe('how often a site is rendered', () => {
  test.each([
    ['once', 'return <p><Leaf /></p>;', 'once'],
    ['in a condition', 'return <p>{a && <Leaf />}</p>;', 'conditional'],
    ['in either branch', 'return a ? <Leaf /> : null;', 'conditional'],
    ['after a guard', 'if (!a) return null; return <Leaf />;', 'conditional'],
    ['in a loop', 'return a.map((x) => <Leaf key={x} />);', 'many'],
    ['in a for loop', 'const out = []; for (const x of a) out.push(<Leaf key={x} />); return <p>{out}</p>;', 'many'],
    ['in a condition in a loop', 'return a.map((x) => x && <Leaf key={x} />);', 'many'],
    ['in Array.from', 'return Array.from(a, (x) => <Leaf key={x} />);', 'many'],
  ])('%s', (_name, body, repeat) => {
    expect(facts(`function Tray({ a }) { ${body} }`).sites[0]?.repeat).toBe(repeat);
  });
});

describe('contexts', () => {
  test.each([
    ["createContext('c')", true],
    ['createContext({ units: 1 })', true],
    ['createContext()', false],
    ['createContext(null)', false],
    ['createContext(undefined)', false],
    ['React.createContext(null)', false],
  ])('%s', (source, hasDefault) => {
    expect(facts(`export const Units = ${source};`).contexts).toMatchObject([{ name: 'Units', hasDefault }]);
  });
});

describe('a function that only hands a call on', () => {
  test.each([
    ['(x) => onPick(x)', true],
    ['() => { onPick(1); }', true],
    ['(e) => { e.preventDefault(); onPick(e); }', true],
    ['() => { return onPick(1); }', true],
    ['() => { count(); onPick(1); }', false],
    ['() => 1', false],
  ])('%s', (source, wraps) => {
    const fact = facts(`function Tray({ onPick }) { const go = ${source}; return <b onClick={go} />; }`).functions.find(
      (f) => f.name === 'go',
    );
    expect(fact?.wraps).toBe(wraps);
  });
});

describe('modules', () => {
  test('imports and exports of every shape', () => {
    const { imports, exports } = factsOf(
      'src/a.jsx',
      `import D, { a as b } from './x'; import * as N from './y'; import type { T } from './t';
       export { b as c }; export * from './z'; export { q as r } from './w'; export default D; export const [e] = [1]; export function f() {}`,
    );
    expect(imports.map((i) => `${i.source} ${i.imported}`)).toEqual(['./x default', './x a', './y *']);
    expect(exports.map((e) => `${e.name}${e.source ? ` from ${e.source} ${e.imported ?? ''}` : ''}`)).toEqual([
      'c',
      '* from ./z *',
      'r from ./w q',
      'default',
      'e',
      'f',
    ]);
  });

  test('lazy is the default export of the module it imports', () => {
    expect(facts("const House = lazy(() => import('./House'));").imports.at(-1)).toMatchObject({
      source: './House',
      imported: 'default',
    });
  });

  test('an import chosen while running is a gap', () => {
    expect(facts('async function load(n) { return import(`./${n}`); }').gaps).toMatchObject([{ what: 'import' }]);
  });
});

describe('TypeScript', () => {
  test.each([
    ['a literal', '', '({ units }: { units: string; label?: string })', ['units!', 'label']],
    [
      'an interface and what it extends',
      'interface Base { id: number } interface P extends Base { units: string }',
      '({ units }: P)',
      ['units!', 'id!'],
    ],
    [
      'an intersection of Pick and Omit',
      "type All = { a: 1; b?: 2; c: 3 }; type P = Pick<All, 'a' | 'b'> & Omit<All, 'a' | 'b'>;",
      '(props: P)',
      ['a!', 'b', 'c!'],
    ],
    ['Partial', 'type P = { a: 1 };', '({ a }: Partial<P>)', ['a']],
    ['a default makes it optional', '', "({ units = 'c' }: { units: string })", ['units']],
    ['a type from elsewhere says nothing', "import type { P } from './p';", '({ units }: P)', ['units']],
  ])('%s', (_name, types, params, props) => {
    const read = factsOf('src/Tray.tsx', `${types}\nexport function Tray${params} { return <b />; }`);
    expect(read.functions.find((f) => f.name === 'Tray')?.props?.map((p) => p.name + (p.required ? '!' : ''))).toEqual(
      props,
    );
  });

  test.each([
    ['FC', 'const Tray: React.FC<P> = ({ units }) => <b>{units}</b>;'],
    ['forwardRef', 'const Tray = forwardRef<HTMLElement, P>(({ units }, ref) => <b ref={ref}>{units}</b>);'],
    ['memo', 'const Tray = memo<P>(function Tray({ units }) { return <b>{units}</b>; });'],
    ['a class', 'class Tray extends React.Component<P> { render() { return <b>{this.props.units}</b>; } }'],
  ])('props of %s', (_name, source) => {
    const read = factsOf(
      'src/Tray.tsx',
      `import React, { forwardRef, memo } from 'react'; type P = { units: string };\n${source}`,
    );
    expect(read.functions.find((f) => f.name === 'Tray')?.props).toMatchObject([{ name: 'units', required: true }]);
  });

  test.each([
    ['written there', 'this.setState({ beds });', ['beds']],
    ['kept in a variable', 'const next = { beds }; this.setState(next);', ['beds']],
    [
      'filled in on the way',
      'const next = {}; if (beds) next.beds = beds; next.wet = true; this.setState(next);',
      ['beds', 'wet'],
    ],
    ['passed in', 'this.setState(beds);', []],
  ])('a class sets the fields of an object that is %s', (_how, sets, found) => {
    const read = factsOf(
      'src/Plot.jsx',
      `class Plot extends React.Component { state = { beds: [], wet: false, n: 0 }; load(beds) { ${sets} } render() { return <b>{this.state.n}</b>; } }`,
    );
    const called = read.calls.filter(({ name }) => name === 'setState').map(({ callee }) => callee);
    expect(called).not.toEqual([]);
    const set = read.cells.filter(({ setter }) => setter !== null && called.includes(setter)).map(({ name }) => name);
    expect(set).toEqual(found);
  });

  test('types are read past', () => {
    const read = factsOf(
      'src/Tray.tsx',
      `type P = { units: string };\nexport const Tray = ({ units }: P): JSX.Element => <b>{units as string}</b>;\nenum E { A }\ndeclare const x: number;`,
    );
    expect(read.problems).toEqual([]);
    expect(read.functions.find((f) => f.name === 'Tray')?.props).toMatchObject([
      { name: 'units', at: { line: 2, column: 24, length: 5 } },
    ]);
  });
});
