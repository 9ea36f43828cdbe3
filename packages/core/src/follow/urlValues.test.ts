/** What routes read from the address: one value for those that stand together, another for those that never do. */
import { surveyOf } from '../testing/project';

const PAGES = `import { useParams, useSearchParams } from 'react-router-dom';
  export function Bed() { const { id } = useParams(); return <Label id={id} />; }
  export function Soil() { const { id, depth } = useParams(); return <b>{id}{depth}</b>; }
  export function Ward() { const { id } = useParams(); return <i>{id}</i>; }
  function Label({ id }) { return <u>{id}</u>; }`;

const address = (sources: Record<string, string>): Record<string, string[]> => {
  const { cells, marks = [] } = surveyOf(sources).document();
  return Object.fromEntries(
    cells
      .filter(({ kind }) => kind === 'url')
      .map(({ id, name }) => [
        name,
        marks
          .filter(({ cell, roles }) => cell === id && roles.includes('reader'))
          .map(({ component }) => component.split('#')[1] ?? '')
          .sort(),
      ]),
  );
};

describe('parts of the address', () => {
  test('are told apart by the route that reads them', () => {
    const app = `import { Route, Routes } from 'react-router-dom'; import { Bed, Ward } from './pages';
      export function App() { return <Routes><Route path="beds/:id" element={<Bed />} /><Route path="wards/:id" element={<Ward />} /></Routes>; }`;
    expect(address({ 'src/App.jsx': app, 'src/pages.jsx': PAGES })).toEqual({
      'params of /beds/:id': ['Label'],
      'params of /wards/:id': ['Ward'],
      // Nothing shows it: any address may be its own.
      params: ['Soil'],
    });
  });

  test('are one for a route and those inside it, also through a hook of the project', () => {
    const app = `import { Outlet, createBrowserRouter, RouterProvider } from 'react-router-dom'; import { Bed, Soil, Ward } from './pages';
      const router = createBrowserRouter([
        { path: '/beds/:id', element: <Frame><BedPage /></Frame>, children: [{ path: 'soil/:depth', element: <Soil /> }] },
        { path: '/wards/:id', element: <Frame><Ward /></Frame> },
      ]);
      function Frame({ children }) { return <p>{children}</p>; }
      function BedPage() { return <><Bed /><Outlet /></>; }
      export function App() { return <RouterProvider router={router} />; }`;
    expect(address({ 'src/App.jsx': app, 'src/pages.jsx': PAGES })).toEqual({
      'params of /beds/:id': ['Label', 'Soil'],
      'params of /wards/:id': ['Ward'],
    });
  });

  test('are one where something above all routes reads them too', () => {
    const app = `import { Route, Routes, useSearchParams } from 'react-router-dom';
      export function App() { const [search, setSearch] = useSearchParams(); return <><input value={search.get('q')} onChange={(e) => setSearch({ q: e.target.value })} />
        <Routes><Route path="beds" element={<Beds />} /><Route path="wards" element={<Wards />} /></Routes></>; }
      function Beds() { const [search] = useSearchParams(); return <b>{search.get('q')}</b>; }
      function Wards() { const [search] = useSearchParams(); return <b>{search.get('q')}</b>; }`;
    expect(address({ 'src/App.jsx': app })).toEqual({ search: ['App', 'Beds', 'Wards'] });
  });

  test('are asked for by their name alone, or with the route', () => {
    const app = `import { Route, Routes } from 'react-router-dom'; import { Bed, Ward } from './pages';
      export function App() { return <Routes><Route path="beds/:id" element={<Bed />} /><Route path="wards/:id" element={<Ward />} /></Routes>; }`;
    const survey = surveyOf({ 'src/App.jsx': app, 'src/pages.jsx': PAGES.replace(/export function Soil.*\n/, '') });
    const readers = (question: string): (string | null)[] =>
      survey.trail(question).readers.map(({ component }) => component);
    expect(readers('url:params')).toEqual(['Label', 'Ward']);
    expect(readers('url:params of /wards/:id')).toEqual(['Ward']);
  });

  test('are told apart in Vue as well, by what a route of a table shows', () => {
    const page = `<script setup>import { useRoute } from 'vue-router'; const route = useRoute();</script><template><b>{{ route.params.id }}</b></template>`;
    const sources = {
      'src/router.js': `import { createRouter } from 'vue-router'; import Bed from './Bed.vue'; import Ward from './Ward.vue';
        export const router = createRouter({ routes: [{ path: '/beds/:id', component: Bed }, { path: '/wards/:id', component: Ward }] });`,
      'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; import { router } from './router'; createApp(App).use(router).mount('#app');`,
      'src/App.vue': `<template><RouterView /></template>`,
      'src/Bed.vue': page,
      'src/Ward.vue': page,
    };
    expect(address(sources)).toMatchObject({ 'params of /beds/:id': ['Bed'], 'params of /wards/:id': ['Ward'] });
  });
});
