/** The addresses a document lists. */
import { surveyOf } from '../testing/project';

test('every page of a file tree once, and the layouts around them once as well', () => {
  const page = (name: string): string => `export default function ${name}() { return <b>one</b>; }`;
  const layout = `export default function Layout({ children }) { return <main>{children}</main>; }`;
  const { routes } = surveyOf({
    'app/layout.jsx': layout,
    'app/page.jsx': page('Start'),
    'app/beds/page.jsx': page('Beds'),
  }).document();
  expect(routes?.map(({ path, of }) => `${path} ${of.split('#')[1]}`).sort()).toEqual([
    '/ Layout',
    '/ Start',
    '/beds Beds',
  ]);
});

test('routes inside others by their full paths', () => {
  const { routes } = surveyOf({
    'src/App.jsx': `import { Outlet, Route, Routes } from 'react-router-dom';
      export function App() { return <Routes><Route path="beds" element={<Beds />}><Route path=":id" element={<Bed />} /></Route></Routes>; }
      function Beds() { return <Outlet />; }
      function Bed() { return <b>one</b>; }`,
  }).document();
  expect(routes).toEqual([
    expect.objectContaining({ path: '/beds', of: 'src/App.jsx#Beds' }),
    expect.objectContaining({ path: '/beds/:id', of: 'src/App.jsx#Bed', line: 2 }),
  ]);
});
