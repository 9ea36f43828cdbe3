/** Every address of the application; each view is loaded when it is opened. */
import { createBrowserRouter, type LoaderFunctionArgs, type ShouldRevalidateFunctionArgs } from 'react-router';
import { api } from '../api/api';
import { Landing } from './Landing';
import { NoSuchPage } from './NoSuchPage';
import { Note } from '../parts/Note';
import { ProjectFrame } from './ProjectFrame';
import { VIEWS } from '../views/registry';
import { store } from '../project/store';

const opening = <Note title="Opening …" />;

/** Fetches the trail while the view's own code still is. */
function askForTrail({ params, request }: LoaderFunctionArgs): null {
  const query = new URL(request.url).searchParams;
  const value = query.get('value');
  if (params.project !== undefined && value)
    void store.dispatch(api.util.prefetch('trail', { id: params.project, value, to: query.get('to') }, {}));
  return null;
}

/** Another stop or way of the same trail asks for nothing. */
const TRAIL_DATA = {
  loader: askForTrail,
  shouldRevalidate: ({ currentUrl, nextUrl }: ShouldRevalidateFunctionArgs) =>
    currentUrl.searchParams.get('value') !== nextUrl.searchParams.get('value'),
};

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
      { index: true, lazy: async () => ({ Component: await VIEWS[0].load() }) },
      ...VIEWS.map((view) => ({
        path: view.path,
        lazy: async () => ({ Component: await view.load() }),
        ...(view.path === 'trail' ? TRAIL_DATA : {}),
      })),
    ],
  },
  { path: '*', element: <NoSuchPage /> },
]);
