import '@mantine/core/styles.layer.css';
import '@mantine/notifications/styles.layer.css';
import '@mantine/spotlight/styles.layer.css';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { watchVersions } from './app/versions.ts';
import { readFirstNames } from './store/names.ts';
import './app/app.css';

watchVersions();

const page = createRoot(document.getElementById('root')!);
void readFirstNames(window.location.pathname).then(() =>
  page.render(
    <StrictMode>
      <App />
    </StrictMode>,
  ),
);
