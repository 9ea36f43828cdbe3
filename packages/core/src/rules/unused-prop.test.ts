import { foundBy, one, surveyOf } from '../testing/project';

function trayWith(use: string, props: string, beside: string): string {
  return `import React, { useState, useEffect, useMemo, useReducer, useSyncExternalStore, useContext, createContext, useCallback, useRef, useImperativeHandle, useDeferredValue, cloneElement, createElement } from 'react';
    import { useQuery } from '@tanstack/react-query';
    import { useSearchParams, useNavigate, Link } from 'react-router-dom';
    import { useForm } from 'some-forms';
    import { createStore } from 'redux';
    import { useSelector, useDispatch } from 'react-redux';
    import { create } from 'zustand';
    import { useAtom } from 'jotai';
    import useSWR from 'swr';
    ${beside}
    export function Tray({ ${props} }) { ${use} }`;
}

describe('unused-prop', () => {
  test.each([
    ['never named again', '<b />', ['Bed.depth']],
    ['shown', '<b>{depth}</b>', []],
    ['handed on', '<Row depth={depth} />', []],
    ['decided by', 'depth ? <b /> : null', []],
    ['used by a closure', '<b onClick={() => console.log(depth)} />', []],
    ['used by an effect', '(useEffect(() => { document.title = depth; }, [depth]), <b />)', []],
  ])('%s', (_what, body, found) => {
    const survey = one(`function App() { return <Bed depth={1} />; } function Bed({ depth }) { return ${body}; }
      function Row({ depth }) { return <i>{depth}</i>; }`);
    expect(foundBy('unused-prop', survey)).toEqual(found);
  });

  test('a type that others declare their props by says nothing of one of them', () => {
    const survey = surveyOf({
      'src/types.ts': `export interface BedProps { name: string; depth: number }`,
      'src/Bed.tsx': `import type { BedProps } from './types'; export function Bed({ name }: BedProps) { return <b>{name}</b>; }`,
      'src/App.tsx': `import { Bed } from './Bed'; import { Row } from './Row'; export function App() { return <><Bed name="a" depth={1} /><Row name="a" depth={1} /></>; }`,
      'src/Row.tsx': `import type { BedProps } from './types'; export function Row({ name, depth }: BedProps) { return <b title={name}>{depth}</b>; }`,
    });
    expect(foundBy('unused-prop', survey)).toEqual([]);
  });

  test('put into a list that stands in an object, it may be used', () => {
    const survey =
      one(`const Rows = createContext({}); const add = (rows, kind, name) => { const all = { ...rows, [kind]: new Set() }; all[kind].add(name); return all; };
      export function App() { return <Bed kind="dry" name="a"><i /></Bed>; }
      function Bed({ kind, name, children }) { const rows = add(useContext(Rows), kind, name); return <Rows.Provider value={rows}>{children}</Rows.Provider>; }`);
    expect(foundBy('unused-prop', survey)).toEqual([]);
  });

  test('renamed on arrival and used by its new name', () => {
    const survey = one(
      `function App() { return <Bed depth={1} />; } function Bed({ depth: deep }) { return <b>{deep}</b>; }`,
    );
    expect(foundBy('unused-prop', survey)).toEqual([]);
  });
});

describe('a prop is used', () => {
  test.each([
    ['key', 'return <b key={value} />'],
    ['key on site', 'return <Bed key={value} />', 'value', 'function Bed() { return <b/>; }'],
    ['ref host', 'return <b ref={value} />'],
    ['query key', 'const q = useQuery({ queryKey: [value], queryFn: () => 1 }); return <b>{q.data}</b>'],
    ['query opts', 'const q = useQuery({ queryKey: ["a"], queryFn: () => 1, ...value }); return <b>{q.data}</b>'],
    [
      'query via hook',
      'const q = useBench({ initialData: value }); return <b>{q.data}</b>',
      'value',
      'const useBench = (options) => { const { data, ...rest } = useQuery({ queryKey: ["a"], ...options }); return { data, ...rest }; };',
    ],
    ['query fn', 'const q = useQuery({ queryKey: ["a"], queryFn: () => load(value) }); return <b>{q.data}</b>'],
    ['query fn prop', 'const q = useQuery({ queryKey: ["a"], queryFn: value }); return <b>{q.data}</b>'],
    ['swr', 'const q = useSWR(value, load); return <b>{q.data}</b>'],
    [
      'class',
      'const app = new Garden({ plugins: [local, ...value] }); return <b>{app.render()}</b>',
      'value',
      'class Garden { constructor({ plugins }) { this.plugins = plugins; } render() { return this.plugins.map((p) => p.name); } }',
    ],
    ['outside class', 'const app = new Outside(value); return <b>{app.x}</b>'],
    ['reducer', 'const [s, d] = useReducer(value, 1); return <b onClick={d}>{s}</b>'],
    ['reducer init', 'const [s, d] = useReducer((x) => x, 1, value); return <b onClick={d}>{s}</b>'],
    ['external subscribe', 'const s = useSyncExternalStore(value, () => 1); return <b>{s}</b>'],
    ['external server', 'const s = useSyncExternalStore(() => () => {}, () => 1, value); return <b>{s}</b>'],
    ['external via', 'const s = useSyncExternalStore((cb) => value.subscribe(cb), () => 1); return <b>{s}</b>'],
    ['effect fn', 'useEffect(value, []); return <b/>'],
    ['effect when', 'useEffect(() => { load(); }, [value]); return <b/>'],
    ['effect in', 'useEffect(() => { document.title = value; }); return <b/>'],
    ['memo fn', 'const x = useMemo(value, []); return <b>{x}</b>'],
    ['callback fn', 'const x = useCallback(value, []); return <b onClick={x}/>'],
    ['imperative', 'useImperativeHandle(value, () => ({ a() {} })); return <b/>'],
    ['form', 'const f = useForm({ defaultValues: value }); return <b>{f.x}</b>'],
    ['store', 'const s = createStore((x) => x, value); return <b>{s.x}</b>'],
    ['select', 'const s = useSelector(value); return <b>{s}</b>'],
    ['select eq', 'const s = useSelector((x) => x.a, value); return <b>{s}</b>'],
    ['select in', 'const s = useSelector((x) => x.beds[value]); return <b>{s}</b>'],
    ['select by id', 'const s = useSelector((x) => x.beds.find((b) => b.id === value)); return <b>{s}</b>'],
    ['dispatch', 'const d = useDispatch(); return <b onClick={() => d({ type: "a", payload: value })} />'],
    ['navigate', 'const go = useNavigate(); return <b onClick={() => go(value)} />'],
    ['search init', 'const [s] = useSearchParams(value); return <b>{s}</b>'],
    ['link', 'return <Link to={value}>x</Link>'],
    ['outside comp', 'return <Out.Side thing={value} />'],
    ['clone', 'return cloneElement(value, { a: 1 })'],
    ['clone props', 'return cloneElement(<b/>, value)'],
    ['create', 'return createElement("b", value)'],
    ['create child', 'return createElement("b", null, value)'],
    ['template', 'return <b className={`a ${value}`} />'],
    ['style', 'return <b style={{ color: value }} />'],
    ['tag', 'const Tag = value; return <Tag />'],
    ['tag member', 'return <value.Part />'],
    ['throw', 'if (load()) throw value; return <b/>'],
    ['context', 'const C = useContext(value); return <b>{C}</b>'],
    ['deferred', 'const x = useDeferredValue(value); return <b>{x}</b>'],
    ['switch', 'switch (value) { case 1: return <b/>; default: return null; }'],
    ['for', 'const l = []; for (const v of value) l.push(<b key={v} />); return <p>{l}</p>'],
    ['for in', 'const l = []; for (const v in value) l.push(v); return <p>{l}</p>'],
    ['while', 'let n = 0; while (n < value) n++; return <p>{n}</p>'],
    ['spread', 'return <b {...value} />'],
    ['reassigned', 'value = value ?? 1; return <b>{value}</b>'],
    ['default of another', 'return <b>{other}</b>', 'value, other = value'],
    ['in type guard', 'return isThing(value) ? <b/> : null'],
    ['in', 'return "a" in value ? <b/> : null'],
    ['instanceof', 'return value instanceof Date ? <b/> : null'],
    ['new Map', 'const m = new Map(value); return <b>{m.size}</b>'],
    ['tagged', 'return <b className={css`a ${value}`} />'],
    ['iife', 'return <b>{(() => value)()}</b>'],
    ['async', 'const run = async () => { await fetch(value); }; return <b onClick={run} />'],
    ['assign to ref', 'const r = useRef(); r.current = value; return <b onClick={() => r.current()} />'],
    ['assign to outside', 'window.tray = value; return <b/>'],
    ['assign to member of param', 'const o = make(); o.x = value; return <b>{o}</b>'],
    ['delete', 'delete value.x; return <b/>'],
    ['as key of computed object', 'return <b>{MAP[value]}</b>'],
    ['as computed field', 'return <b {...{ [value]: 1 }} />'],
    ['export render fn', 'return value()'],
    ['method', 'return <b>{value.toFixed(1)}</b>'],
    ['optional', 'return <b>{value?.x}</b>'],
    ['return obj', 'return value'],
    ['array', 'return [value]'],
    ['dangerous', 'return <b dangerouslySetInnerHTML={{ __html: value }} />'],
    [
      'zustand selector',
      'const s = useStore(value); return <b>{s}</b>',
      'value',
      'const useStore = create((set) => ({ a: 1 }));',
    ],
    ['jotai', 'const [a] = useAtom(value); return <b>{a}</b>'],
    [
      'hook returning',
      'const h = useH(value); return <b {...h} />',
      'value',
      'function useH(v) { return { title: v }; }',
    ],
    [
      'hook with obj',
      'const { t } = useH({ v: value }); return <b title={t} />',
      'value',
      'function useH({ v }) { return { t: v }; }',
    ],
    ['curried', 'const f = make(value)(1); return <b>{f}</b>', 'value', 'const make = (v) => (n) => v + n;'],
    [
      'further argument of a helper',
      'return <b className={cn("a", value)} />',
      'value',
      'const cn = (...names) => names.filter(Boolean).join(" ");',
    ],
    [
      'further argument handed on',
      'return <b className={cn("a", "b", value)} />',
      'value',
      'import { merge } from "some-merge"; function cn(first, ...more) { return merge(first, ...more); }',
    ],
    ['element of a list that is joined', 'return <b className={["a", value].join(" ")} />'],
    ['what a list is joined with', 'return <b>{[1, 2].join(value)}</b>'],
    ['recursive', 'return value > 0 ? <Tray value={value - 1} /> : null'],
    ['void', 'void value; return <b/>'],
    ['label', 'loop: for (const x of value) { if (x) break loop; } return <b/>'],
    ['try', 'try { load(value); } catch {} return <b/>'],
  ])('%s', (_how, use, props = 'value', beside = '') => {
    const survey = surveyOf({ 'src/Tray.jsx': trayWith(use, props, beside) });
    expect(foundBy('unused-prop', survey).filter((name) => name === 'Tray.value')).toEqual([]);
  });
});

test.each([
  ['nowhere', 'return <b />'],
  ['among what decides when a value is computed anew, alone', 'const x = useMemo(() => 1, [value]); return <b>{x}</b>'],
  ['as the value of a name that nothing reads', 'const other = value; return <b />'],
])('a prop that is met %s is not used', (_how, use) => {
  const survey = surveyOf({ 'src/Tray.jsx': trayWith(use, 'value', '') });
  expect(foundBy('unused-prop', survey)).toEqual(['Tray.value']);
});

test('what a function does with an object that holds a prop is not known', () => {
  const survey = (gives: string): string[] =>
    foundBy(
      'unused-prop',
      surveyOf({
        'src/App.jsx': `function merge(one, other) { for (const key in other) one[key] = other[key]; return one; }
          export function App() { return <Bed name="a" depth={1} />; }
          function Bed({ name, depth }) { const given = { depth }; const all = ${gives}; return <b title={name} {...all} />; }`,
      }),
    );
  expect(survey('merge({}, given)')).toEqual([]);
  expect(survey('merge({}, {})')).toEqual(['Bed.depth']);
});

test('unused-prop: a prop that says which method is called is used', () => {
  const survey = one(`import { plots } from 'plots';
    class Bed extends React.Component { componentDidMount() { plots[this.props.kind](this.props.rows); } render() { return <b>{this.props.rows}</b>; } }
    Bed.propTypes = { kind: PropTypes.string, rows: PropTypes.array }; function App() { return <Bed kind="line" rows={[]} />; }`);
  expect(foundBy('unused-prop', survey)).toEqual([]);
});

test.each([
  ['uses it, by its name', 'this.$el.style.width = this.width;', []],
  ['does not name it', 'this.$el.title = 1;', ['Bed.width']],
])('a component that is extended and has markup of its own %s', (_what, mounted, found) => {
  const survey = surveyOf({
    'src/Base.vue': `<template><i>base</i></template><script>export default { name: 'Base', mounted() { ${mounted} } };</script>`,
    'src/Bed.vue': `<template><b>bed</b></template><script>import Base from './Base.vue'; export default { name: 'Bed', extends: Base, props: { width: Number } };</script>`,
    'src/App.vue': `<template><Bed :width="2" /></template><script>import Bed from './Bed.vue'; export default { components: { Bed } };</script>`,
  });
  expect(foundBy('unused-prop', survey)).toEqual(found);
});
