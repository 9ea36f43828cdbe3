/** Every address of the application; each view is loaded when it is opened. */
import { createBrowserRouter } from 'react-router';
import { Landing } from './Landing';
import { NoSuchPage } from './NoSuchPage';
import { ProjectFrame } from './ProjectFrame';

export const router = createBrowserRouter([
  { path: '/', element: <Landing />, errorElement: <NoSuchPage /> },
  { path: '/projects', lazy: async () => ({ Component: (await import('../views/projects/ProjectsView')).ProjectsView }) },
  {
    path: '/p/:project',
    element: <ProjectFrame />,
    errorElement: <NoSuchPage />,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('../views/sheet/SheetView')).SheetView }) },
      { path: 'sheet', lazy: async () => ({ Component: (await import('../views/sheet/SheetView')).SheetView }) },
      { path: 'trail', lazy: async () => ({ Component: (await import('../views/trail/TrailView')).TrailView }) },
      { path: 'findings', lazy: async () => ({ Component: (await import('../views/findings/FindingsView')).FindingsView }) },
      { path: 'homes', lazy: async () => ({ Component: (await import('../views/homes/HomesView')).HomesView }) },
    ],
  },
  { path: '*', element: <NoSuchPage /> },
]);
