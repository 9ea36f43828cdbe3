import { surveyOf, trailsOf } from '../../testing/project';

function placed(sources: Record<string, string>): string[] {
  const name = (id: string | null): string => id?.replace(/.*#/, '') ?? '-';
  return surveyOf(sources)
    .document()
    .sites.filter((site) => site.of !== null)
    .map((site) => `${name(site.of)} by ${name(site.by)} under ${name(site.under)}`);
}

const PARTS = `import { Outlet, Route, Routes, createBrowserRouter, RouterProvider, useRoutes } from 'react-router';
  function Shell() { return <main><Frame /></main>; }
  function Frame() { return <section><Outlet /></section>; }
  function House() { return <b>house</b>; }
  function Zone() { return <i>zone</i>; }`;

test('routes as elements: what stands inside another is shown at its outlet', () => {
  const text = `${PARTS}
    export function App() {
      return <Routes><Route path="/" element={<Shell />}><Route path="house" element={<House />} /><Route path="zone" Component={Zone} /></Route></Routes>;
    }`;
  expect(placed({ 'src/App.jsx': text }).sort()).toEqual([
    'Frame by Shell under Shell',
    'House by App under Frame',
    'Shell by App under App',
    'Zone by App under Frame',
  ]);
});

test('a route table outside any component stands where its router does: nested, lazy', () => {
  const found = placed({
    'src/Late.jsx': `export function Component() { return <u>late</u>; }`,
    'src/App.jsx': `${PARTS}
      const router = createBrowserRouter([{ path: '/', element: <Shell />, children: [{ path: 'house', element: <House /> }, { path: 'late', lazy: () => import('./Late') }] }]);
      export function App() { return <RouterProvider router={router} />; }`,
  });
  expect(found.sort()).toEqual([
    'Component by - under Frame',
    'Frame by Shell under Shell',
    'House by - under Frame',
    'Shell by - under App',
  ]);
});

describe('a router made elsewhere', () => {
  const shared = {
    'src/units.js': `import { createContext } from 'react'; export const Units = createContext(null);`,
    'src/House.jsx': `import { useContext } from 'react'; import { Units } from './units'; export function House() { return <b>{useContext(Units)}</b>; }`,
    'src/main.jsx': `import { useState } from 'react'; import { createRoot } from 'react-dom/client'; import { RouterProvider } from 'react-router-dom'; import { router } from './router'; import { Units } from './units';
      function Root() { const [units] = useState('kelvin'); return <Units.Provider value={units}><App /></Units.Provider>; }
      function App() { return <Frame><RouterProvider router={router} /></Frame>; }
      function Frame({ children }) { return <main>{children}</main>; }
      createRoot(document.body).render(<Root />);`,
  };
  test.each([
    [
      'a list written where it is made',
      `import { createBrowserRouter } from 'react-router-dom'; import { House } from './House';
       export const router = createBrowserRouter([{ path: '/', element: <House /> }]);`,
      '',
    ],
    [
      'a list of another module',
      `import { createHashRouter } from 'react-router-dom'; import { table } from './table'; export const router = createHashRouter(table);`,
      `import { House } from './House'; export const table = [{ path: '/', children: [{ index: true, element: <House /> }] }];`,
    ],
    [
      'a list that a function brings, with others spread into it',
      `import { createMemoryRouter } from 'react-router-dom'; import { tableOf } from './table'; export const router = createMemoryRouter([...tableOf('/')]);`,
      `import { House } from './House'; export function tableOf(path) { return [{ path, Component: House }]; }`,
    ],
    [
      'elements',
      `import { createBrowserRouter, createRoutesFromElements, Route } from 'react-router-dom'; import { House } from './House';
       export const router = createBrowserRouter(createRoutesFromElements(<Route path="/" element={<House />} />));`,
      '',
    ],
  ])('%s: its routes are shown where it is given, below the providers there', (_what, router, table) => {
    const sources = { ...shared, 'src/router.jsx': router, ...(table ? { 'src/table.jsx': table } : {}) };
    expect(placed(sources).filter((line) => line.startsWith('House'))).toEqual(['House by - under Frame']);
    expect(surveyOf(sources).findings()).toEqual([]);
    expect(trailsOf(surveyOf(sources), 'Root.units')).toEqual(['Root.units > context:House.units']);
  });

  test('a context that only some other part provides is still missed', () => {
    const sources = {
      ...shared,
      'src/router.jsx': `import { createBrowserRouter } from 'react-router-dom'; import { House } from './House';
        export const router = createBrowserRouter([{ path: '/', element: <House /> }]);`,
      'src/main.jsx': `import { createRoot } from 'react-dom/client'; import { RouterProvider } from 'react-router-dom'; import { router } from './router'; import { Units } from './units';
        function App() { return <main><Units.Provider value="kelvin"><i /></Units.Provider><RouterProvider router={router} /></main>; }
        createRoot(document.body).render(<App />);`,
    };
    expect(
      surveyOf(sources)
        .findings()
        .map(({ rule, component }) => `${rule} ${component}`),
    ).toEqual(['missing-provider House']);
  });

  test('routes listed elsewhere stand at the outlet of the route around them', () => {
    const sources = {
      ...shared,
      'src/router.jsx': `import { createBrowserRouter, Outlet } from 'react-router-dom'; import { zones } from './zones';
        function Shell() { return <section><Outlet /></section>; }
        export const router = createBrowserRouter([{ element: <Shell />, children: zones }]);`,
      'src/zones.jsx': `import { House } from './House'; export const zones = [{ path: 'house', element: <House /> }];`,
    };
    expect(
      placed(sources)
        .filter((line) => /^(House|Shell)/.test(line))
        .sort(),
    ).toEqual(['House by - under Shell', 'Shell by - under Frame']);
  });
});

test('a list of other things with a path is what it is', () => {
  const survey = surveyOf({
    'src/App.jsx': `const LINKS = [{ path: '/a', label: 'Trays' }];
      export function App() { return LINKS.map((link) => <Sign key={link.path} label={link.label} />); }
      function Sign({ label }) { return <b>{label}</b>; }`,
  });
  expect(trailsOf(survey, 'Sign.label')).toEqual(['App.label > Sign.label']);
});

test('pages by the file tree stand under the layouts around them', () => {
  const found = placed({
    'app/layout.jsx': `export default function RootLayout({ children }) { return <html>{children}</html>; }`,
    'app/houses/layout.jsx': `export default function HousesLayout({ children }) { return <main><Side />{children}</main>; } function Side() { return <i />; }`,
    'app/houses/[id]/page.jsx': `export default function HousePage() { return <b>house</b>; }`,
  });
  expect(found.sort()).toEqual([
    'HousePage by - under HousesLayout',
    'HousesLayout by - under RootLayout',
    'RootLayout by - under -',
    'Side by HousesLayout under HousesLayout',
  ]);
});

test.each([
  [
    'as objects, one within another',
    {
      'src/App.jsx': `${PARTS}
        const router = createBrowserRouter([{ path: '/', element: <Shell />, children: [{ path: 'house/:id', element: <House /> }, { path: '/zones', Component: Zone }] }]);
        export function App() { return <RouterProvider router={router} />; }`,
    },
    ['/ Shell', '/house/:id House', '/zones Zone'],
  ],
  [
    'as elements',
    {
      'src/App.jsx': `${PARTS}
        export function App() { return <Routes><Route path="desk" element={<Shell />}><Route path="zone" Component={Zone} /></Route></Routes>; }`,
    },
    ['/desk Shell', '/desk/zone Zone'],
  ],
  [
    'by the file tree',
    {
      'app/layout.jsx': `export default function RootLayout({ children }) { return <html>{children}</html>; }`,
      'app/(desk)/houses/[id]/page.jsx': `export default function HousePage() { return <b>house</b>; }`,
    },
    ['/ RootLayout', '/houses/[id] HousePage'],
  ],
])('the addresses of an application: %s', (_, sources, addresses) => {
  const { routes = [] } = surveyOf(sources).document();
  expect(routes.map((route) => `${route.path} ${route.of.replace(/.*#/, '')}`).sort()).toEqual(addresses);
});

test('sides: a marked module takes what it imports, not what it is handed', () => {
  const { components } = surveyOf({
    'app/layout.jsx': `export default function RootLayout({ children }) { return <html>{children}</html>; }`,
    'app/page.jsx': `import { Desk } from './Desk'; import { Almanac } from './Almanac'; import { Mark } from './Mark';
      export default function Page() { return <Desk><Almanac /><Mark /></Desk>; }`,
    'app/Desk.jsx': `'use client'; import { useState } from 'react'; import { Mark } from './Mark'; import { Dial } from './Dial';
      export function Desk({ children }) { const [n, setN] = useState(0); return <b onClick={() => setN(n + 1)}>{children}<Mark /><Dial n={n} /></b>; }`,
    'app/Mark.jsx': `export function Mark() { return <i />; }`,
    'app/Dial.jsx': `export function Dial({ n }) { return <i>{n}</i>; }`,
    'app/Almanac.jsx': `export function Almanac() { return <p>spring</p>; }`,
  }).document();
  expect(Object.fromEntries(components.map((one) => [one.name, one.side]))).toEqual({
    Almanac: 'server',
    Desk: 'client',
    Dial: 'client',
    Mark: 'either',
    Page: 'server',
    RootLayout: 'server',
  });
});

test('what the file tree mounts is listed under the names and files of its own components', () => {
  const { sites } = surveyOf({
    'app/layout.jsx': `export default function RootLayout({ children }) { return <html>{children}</html>; }`,
    'app/page.jsx': `\nexport default function HomePage() { return <b>home</b>; }`,
  }).document();
  expect(sites.map((site) => [site.name, site.file, site.line])).toEqual([
    ['RootLayout', 'app/layout.jsx', 1],
    ['HomePage', 'app/page.jsx', 2],
  ]);
});

test('pages of Svelte by the file tree: in their layouts, with what the modules beside them load', () => {
  const sources = {
    'src/routes/+layout.svelte': `<script>export let data;</script><header>{data.desk}</header><slot />`,
    'src/routes/+layout.js': `export function load() { return { desk: 'north' }; }`,
    'src/routes/house/+page.svelte': `<script>import Tray from './Tray.svelte'; export let data;</script><Tray trays={data.trays} desk={data.desk} />`,
    'src/routes/house/+page.server.js': `import { find } from './stock'; export const load = async () => { const trays = await fetch('/trays'); return { trays }; };`,
    'src/routes/house/stock.js': `export function find() {}`,
    'src/routes/house/Tray.svelte': `<script>export let trays; export let desk;</script><b>{trays}{desk}</b>`,
  };
  expect(placed(sources).sort()).toEqual(['Layout by - under -', 'Page by - under Layout', 'Tray by Page under Page']);
  expect(trailsOf(surveyOf(sources), 'remote:/trays')).toEqual(
    expect.arrayContaining([expect.stringContaining('Tray.trays')]),
  );
});

test('pages of Vue by the file tree: at the outlet of the application, in the layout it names', () => {
  const sfc = (template: string): string => `<template>${template}</template>`;
  expect(
    placed({
      'package.json': `{ "dependencies": { "nuxt": "^3.0.0" } }`,
      'app.vue': sfc(`<NuxtLayout><NuxtPage /></NuxtLayout>`),
      'layouts/default.vue': sfc(`<main><slot /></main>`),
      'pages/index.vue': sfc(`<house-view />`),
      'components/HouseView.vue': sfc(`<b>house</b>`),
    }).sort(),
  ).toEqual([
    'App by - under -',
    'Default by App under App',
    'HouseView by Pages under Pages',
    'Pages by - under Default',
  ]);
});
