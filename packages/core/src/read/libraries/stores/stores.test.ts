import { findingsOf, surveyOf, trailsOf } from '../../../testing/project';

const SLICE = `import { createSlice } from '@reduxjs/toolkit';
  const slice = createSlice({ name: 'units', initialState: { scale: 'celsius', open: false }, reducers: {
    setScale(state, action) { state.scale = action.payload; },
    toggle: (state) => ({ ...state, open: !state.open }),
  } });
  export const { setScale, toggle } = slice.actions;
  export default slice.reducer;`;
const STORE = `import { configureStore } from '@reduxjs/toolkit';
  import units from './units';
  export const store = configureStore({ reducer: { units } });`;

test('a slice: writer, action, field, selector, reader; each field by itself', () => {
  const survey = surveyOf({
    'src/units.js': SLICE,
    'src/store.js': STORE,
    'src/selectors.js': `export const selectScale = (state) => state.units.scale;`,
    'src/Gauge.jsx': `import { useSelector } from 'react-redux'; import { selectScale } from './selectors';
      export function Gauge() { const scale = useSelector(selectScale); return <b>{scale}</b>; }`,
    'src/Switch.jsx': `import { useDispatch } from 'react-redux'; import { setScale } from './units';
      export function Switch() { const dispatch = useDispatch(); return <b onClick={() => dispatch(setScale('kelvin'))} />; }`,
    'src/Fold.jsx': `import { useDispatch, useSelector } from 'react-redux'; import { toggle } from './units';
      export function Fold() { const dispatch = useDispatch(); const { open } = useSelector((s) => s.units);
        return <b onClick={() => dispatch(toggle())}>{open ? 'a' : 'b'}</b>; }`,
    'src/App.jsx': `import { Gauge } from './Gauge'; import { Switch } from './Switch'; import { Fold } from './Fold';
      export const App = () => <><Gauge /><Switch /><Fold /></>;`,
  });
  expect(trailsOf(survey, 'store:units.scale')).toEqual([
    '[units.scale].scale > store:Gauge.scale',
    'up Switch.setScale > store:[units.scale].scale',
  ]);
  expect(trailsOf(survey, 'store:open')).toEqual([
    '[units.open].open > store:Fold.open',
    'up Fold.toggle > store:[units.open].open',
  ]);
  expect(trailsOf(survey, 'Gauge.scale')).toEqual(['[units.scale].scale > store:Gauge.scale']);
});

test('hooks of its own, typed or wrapped, in another file; memoised selectors; handed on as a prop', () => {
  const survey = surveyOf({
    'src/units.js': SLICE,
    'src/store.js': STORE,
    'src/hooks.ts': `import { useSelector, type TypedUseSelectorHook } from 'react-redux';
      export const useAppSelector: TypedUseSelectorHook<{}> = useSelector;
      export const useOther = useSelector.withTypes<{}>();`,
    'src/selectors.js': `import { createSelector } from 'reselect';
      export const selectUnits = (state) => state.units;
      export const selectLabel = createSelector([selectUnits], (units) => units.scale.toUpperCase());`,
    'src/App.jsx': `import { useAppSelector, useOther } from './hooks'; import { selectLabel } from './selectors';
      export function App() { const label = useAppSelector(selectLabel); return <><Zone label={label} /><Other /></>; }
      function Zone({ label }) { return <b>{label}</b>; }
      function Other() { const scale = useOther((s) => s.units.scale); return <i>{scale}</i>; }`,
  });
  expect(trailsOf(survey, 'store:units.scale')).toEqual([
    '[units.scale].scale > store:App.scale',
    '[units.scale].scale > store:App.scale > (derived)Zone.label',
    '[units.scale].scale > store:Other.scale',
  ]);
});

test('plain reducers put together, constants and action creators in other files, connect', () => {
  const survey = surveyOf({
    'src/types.js': `export const SET_SCALE = 'SET_SCALE';`,
    'src/actions.js': `import { SET_SCALE } from './types'; export const setScale = (scale) => ({ type: SET_SCALE, scale });`,
    'src/reducers/units.js': `import { SET_SCALE } from '../types';
      export default function units(state = { scale: 'c', digits: 1 }, action) {
        switch (action.type) { case SET_SCALE: return { ...state, scale: action.scale }; default: return state; } }`,
    'src/store.js': `import { createStore, combineReducers } from 'redux'; import units from './reducers/units';
      export default createStore(combineReducers({ units }));`,
    'src/Gauge.jsx': `import { connect } from 'react-redux'; import { setScale } from './actions';
      function Gauge({ scale, setScale }) { return <b onClick={() => setScale('k')}>{scale}</b>; }
      const mapState = (state) => ({ scale: state.units.scale });
      export default connect(mapState, { setScale })(Gauge);`,
    'src/App.jsx': `import Gauge from './Gauge'; export const App = () => <Gauge />;`,
  });
  expect(trailsOf(survey, 'store:units.scale')).toEqual([
    '[units.scale].scale > store:Gauge.scale',
    'up Gauge.setScale > store:[units.scale].scale',
  ]);
  expect(trailsOf(survey, 'Gauge.scale')).toEqual(['[units.scale].scale > store:Gauge.scale']);
});

test('thunks, and reducers that answer another module', () => {
  const survey = surveyOf({
    'src/trays.js': `import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
      export const load = createAsyncThunk('trays/load', async (id) => id);
      const slice = createSlice({ name: 'trays', initialState: { list: [], busy: false }, reducers: {},
        extraReducers: (builder) => { builder
          .addCase(load.pending, (state) => { state.busy = true; })
          .addCase(load.fulfilled, (state, action) => { state.list = action.payload; state.busy = false; }); } });
      export default slice.reducer;`,
    'src/store.js': `import { configureStore } from '@reduxjs/toolkit'; import trays from './trays';
      export const store = configureStore({ reducer: { trays } });`,
    'src/App.jsx': `import { useDispatch, useSelector } from 'react-redux'; import { load } from './trays';
      export function App() { const dispatch = useDispatch(); return <><b onClick={() => dispatch(load(1))} /><Busy /></>; }
      function Busy() { return <i>{useSelector((s) => s.trays.busy)}</i>; }`,
  });
  expect(trailsOf(survey, 'store:trays.busy')).toEqual([
    '[trays.busy].busy > store:Busy.busy',
    'up App.load > store:[trays.busy].busy',
  ]);
  expect(trailsOf(survey, 'store:trays.list')).toEqual(['up App.load > store:[trays.list].list']);
});

test('a hook store: selectors, the whole of it, actions, middleware around it', () => {
  const survey = surveyOf({
    'src/useUnits.js': `import { create } from 'zustand'; import { persist } from 'zustand/middleware';
      export const useUnits = create(persist((set, get) => ({
        scale: 'c', open: false,
        setScale: (scale) => set({ scale }),
        toggle: () => set((state) => ({ open: !state.open })),
      }), { name: 'units' }));`,
    'src/App.jsx': `import { useUnits } from './useUnits';
      export function App() { return <><Gauge /><Switch /><Fold /></>; }
      function Gauge() { const scale = useUnits((s) => s.scale); return <b>{scale}</b>; }
      function Switch() { const set = useUnits((s) => s.setScale); return <b onClick={() => set('k')} />; }
      function Fold() { const { open, toggle } = useUnits(); return <b onClick={toggle}>{open ? 1 : 2}</b>; }`,
  });
  expect(trailsOf(survey, 'store:useUnits.scale')).toEqual([
    '[useUnits.scale].scale > store:Gauge.scale',
    'up Switch.setScale > store:[useUnits.scale].scale',
  ]);
  expect(trailsOf(survey, 'store:useUnits.open')).toEqual([
    '[useUnits.open].open > store:Fold.open',
    'up Fold.toggle > store:[useUnits.open].open',
  ]);
});

test('atoms, one computed from another', () => {
  const survey = surveyOf({
    'src/atoms.js': `import { atom } from 'jotai';
      export const scaleAtom = atom('c'); export const labelAtom = atom((get) => get(scaleAtom) + '!');`,
    'src/App.jsx': `import { useAtom, useAtomValue } from 'jotai'; import { scaleAtom, labelAtom } from './atoms';
      export function App() { return <><Gauge /><Label /></>; }
      function Gauge() { const [scale, setScale] = useAtom(scaleAtom); return <b onClick={() => setScale('k')}>{scale}</b>; }
      function Label() { return <i>{useAtomValue(labelAtom)}</i>; }`,
  });
  expect(trailsOf(survey, 'store:scaleAtom')).toEqual([
    '[scaleAtom].scaleAtom > store:(derived)Label.scaleAtom',
    '[scaleAtom].scaleAtom > store:Gauge.scale',
    'up Gauge.setScale > store:[scaleAtom].scaleAtom',
  ]);
});

test('a shared instance of an observable class', () => {
  const survey = surveyOf({
    'src/units.js': `import { makeAutoObservable } from 'mobx';
      class UnitStore { scale = 'c'; constructor() { makeAutoObservable(this); } setScale(scale) { this.scale = scale; }
        get label() { return this.scale + '!'; } }
      export const units = new UnitStore();`,
    'src/App.jsx': `import { observer } from 'mobx-react-lite'; import { units } from './units';
      export const App = () => <><Gauge /><Switch /><Label /></>;
      const Gauge = observer(() => <b>{units.scale}</b>);
      const Label = observer(() => <b>{units.label}</b>);
      function Switch() { return <b onClick={() => units.setScale('k')} />; }`,
  });
  expect(trailsOf(survey, 'service:UnitStore.scale')).toEqual([
    '[UnitStore.scale].scale > service:(derived)Label.label',
    '[UnitStore.scale].scale > service:Gauge.scale',
    'up Switch.setScale > service:[UnitStore.scale].scale',
  ]);
});

test('an observable object changed in place from a component', () => {
  const survey = surveyOf({
    'src/state.js': `import { proxy } from 'valtio'; export const state = proxy({ scale: 'c' });`,
    'src/App.jsx': `import { useSnapshot } from 'valtio'; import { state } from './state';
      export function App() { return <><Gauge /><b onClick={() => { state.scale = 'k'; }} /></>; }
      function Gauge() { const snap = useSnapshot(state); return <b>{snap.scale}</b>; }`,
  });
  expect(trailsOf(survey, 'store:state.scale')).toEqual([
    '[state.scale].scale > store:Gauge.scale',
    'up App.set scale > store:[state.scale].scale',
  ]);
});

test("a module's own variable with a subscribe function", () => {
  const survey = surveyOf({
    'src/units.js': `let scale = 'c'; const listeners = new Set();
      export function subscribe(listener) { listeners.add(listener); return () => listeners.delete(listener); }
      export function getScale() { return scale; }
      export function setScale(next) { scale = next; listeners.forEach((l) => l()); }`,
    'src/App.jsx': `import { useSyncExternalStore } from 'react'; import { getScale, setScale, subscribe } from './units';
      export function App() { return <><Gauge /><b onClick={() => setScale('k')} /></>; }
      function Gauge() { const scale = useSyncExternalStore(subscribe, getScale); return <b>{scale}</b>; }`,
  });
  expect(trailsOf(survey, 'store:scale')).toEqual([
    '[scale].scale > store:Gauge.scale',
    'up App.setScale > store:[scale].scale',
  ]);
});

test('a plain thunk, and hooks made for the endpoints of an interface', () => {
  const survey = surveyOf({
    'src/units.js': SLICE,
    'src/store.js': STORE,
    'src/load.js': `import { setScale } from './units'; export const load = () => async (dispatch) => { dispatch(setScale('k')); };`,
    'src/api.js': `import { createApi } from '@reduxjs/toolkit/query/react';
      export const api = createApi({ endpoints: (build) => ({ trays: build.query({ query: () => '/trays' }) }) });
      export const { useTraysQuery } = api;`,
    'src/App.jsx': `import { useDispatch, useSelector } from 'react-redux'; import { load } from './load'; import { useTraysQuery } from './api';
      export function App() { const dispatch = useDispatch(); const { data } = useTraysQuery();
        return <b onClick={() => dispatch(load())}>{data}<Gauge /></b>; }
      function Gauge() { const scale = useSelector((s) => s.units.scale); return <i>{scale}</i>; }`,
  });
  expect(survey.trail('store:units.scale').writers.map((one) => one.component)).toEqual(['App']);
  expect(trailsOf(survey, 'remote:trays')).toEqual(['[trays].trays > service:App.data']);
});

test('a family of atoms', () => {
  const survey = surveyOf({
    'src/beds.js': `import { atom } from 'jotai'; import { atomFamily } from 'jotai/utils'; export const bed = atomFamily((id) => atom({ id, depth: 1 }));`,
    'src/rows.js': `import { atomFamily } from 'recoil'; export const row = atomFamily({ key: 'row', default: 0 });`,
    'src/App.jsx': `import { useAtom, useAtomValue } from 'jotai'; import { useRecoilState } from 'recoil'; import { bed } from './beds'; import { row } from './rows';
      export function App({ id }) { const [one, setOne] = useAtom(bed(id)); const [at, setAt] = useRecoilState(row(id));
        return <b onClick={() => { setOne({ id, depth: 2 }); setAt(1); }}>{one.depth}{at}<Lid id={id} /></b>; }
      function Lid({ id }) { const one = useAtomValue(bed(id)); return <i>{one.depth}</i>; }`,
  });
  expect(findingsOf(survey)).toEqual([]);
  expect(survey.trail('store:row')).toMatchObject({ readers: [{ component: 'App' }], writers: [{ component: 'App' }] });
});

test('a slice: whoever selects another field of it gets nothing of this one', () => {
  const survey = surveyOf({
    'src/units.js': SLICE,
    'src/store.js': `import { combineReducers, configureStore } from '@reduxjs/toolkit'; import units from './units';
      export const store = configureStore({ reducer: combineReducers({ units }) });`,
    'src/Gauge.jsx': `import { useSelector } from 'react-redux';
      export function Gauge() { return <b>{useSelector((state) => state.units.scale)}</b>; }
      export function Fold() { return <b>{useSelector((state) => state.units.open)}</b>; }`,
  });
  const hops = survey.document().hops.filter(({ carrier }) => carrier === 'store');
  expect(hops.map(({ from, to }) => `${from.name} > ${to.holder.split('#')[1] ?? ''}`)).toEqual([
    'scale > Gauge',
    'open > Fold',
  ]);
});
