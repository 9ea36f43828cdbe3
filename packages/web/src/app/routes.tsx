/** Every address of the application; each view is loaded when it is opened. */
import { createBrowserRouter, type LoaderFunctionArgs } from 'react-router';
import { api } from './api';
import { Landing } from './Landing';
import { NoSuchPage } from './NoSuchPage';
import { Note } from '../parts/Note';
import { ProjectFrame } from './ProjectFrame';
import { store } from './store';

const opening = <Note title="Opening …" />;

/** Fetches the trail while the view's own code still is. */
function askForTrail({ params, request }: LoaderFunctionArgs): null {
  const query = new URL(request.url).searchParams;
  const value = query.get('value');
  if (params.project !== undefined && value)
    void store.dispatch(api.util.prefetch('trail', { id: params.project, value, to: query.get('to') }, {}));
  return null;
}

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
      {
        path: 'trail',
        loader: askForTrail,
        // Another stop or way of the same trail asks for nothing.
        shouldRevalidate: ({ currentUrl, nextUrl }) =>
          currentUrl.searchParams.get('value') !== nextUrl.searchParams.get('value'),
        lazy: async () => ({ Component: (await import('../views/trail/TrailView')).TrailView }),
      },
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
