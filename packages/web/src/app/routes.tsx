/** Every address of the application; each view is loaded when it is opened. */
import { createBrowserRouter } from 'react-router';
import { Landing } from './Landing';
import { NoSuchPage } from './NoSuchPage';
import { Note } from '../parts/Note';
import { ProjectFrame } from './ProjectFrame';

const opening = <Note title="Opening …" />;

export const router = createBrowserRouter([
  { path: '/', element: <Landing />, errorElement: <NoSuchPage /> },
  {
    path: '/projects',
    hydrateFallbackElement: opening,
    lazy: async () => ({ Component: (await import('../views/projects/ProjectsView')).ProjectsView }),
  },
  {
    path: '/p/:project',
    element: <ProjectFrame />,
    hydrateFallbackElement: opening,
    errorElement: <NoSuchPage />,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('../views/sheet/SheetView')).SheetView }) },
      { path: 'sheet', lazy: async () => ({ Component: (await import('../views/sheet/SheetView')).SheetView }) },
      { path: 'trail', lazy: async () => ({ Component: (await import('../views/trail/TrailView')).TrailView }) },
      {
        path: 'findings',
        lazy: async () => ({ Component: (await import('../views/findings/FindingsView')).FindingsView }),
      },
      { path: 'reach', lazy: async () => ({ Component: (await import('../views/reach/ReachView')).ReachView }) },
      { path: 'code', lazy: async () => ({ Component: (await import('../views/code/CodeView')).CodeView }) },
      { path: 'homes', lazy: async () => ({ Component: (await import('../views/homes/HomesView')).HomesView }) },
    ],
  },
  { path: '*', element: <NoSuchPage /> },
]);
