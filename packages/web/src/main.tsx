/** Where the application starts. */
import './api/withoutEval';
import '@fontsource/fira-sans/latin-400.css';
import '@fontsource/fira-sans/latin-400-italic.css';
import '@fontsource/fira-sans/latin-500.css';
import '@fontsource/fira-sans/latin-600.css';
import '@fontsource/fira-mono/latin-400.css';
import '@fontsource/fira-mono/latin-500.css';
import '@mantine/core/styles.layer.css';
import './app/tokens.css';
import './app/base.css';
import { MantineProvider } from '@mantine/core';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { api } from './api/api';
import { router } from './app/routes';
import { store } from './project/store';
import { theme } from './app/theme';

// What the address asks for is fetched while the view's own code still is.
const asked = /^\/p\/(\w+)/.exec(window.location.pathname)?.[1];
if (asked !== undefined) {
  void store.dispatch(api.endpoints.projects.initiate(undefined));
  void store.dispatch(api.endpoints.survey.initiate(asked));
}

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <MantineProvider theme={theme} defaultColorScheme="auto">
          <RouterProvider router={router} />
        </MantineProvider>
      </Provider>
    </StrictMode>,
  );
