import '@mantine/core/styles.layer.css';
import '@mantine/notifications/styles.layer.css';
import '@mantine/spotlight/styles.layer.css';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { registerSW } from 'virtual:pwa-register';
import { App } from './app/App.tsx';
import { startBench } from './store/bench.ts';
import { troubleOf } from './store/trouble.ts';
import './app/app.css';

registerSW({ immediate: true });

const root = createRoot(document.getElementById('root')!);
try {
  await startBench();
  root.render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
} catch (error) {
  const { title, words } = troubleOf(error);
  root.render(
    <main className="sg-page">
      <h1>{title}</h1>
      <p>{words}</p>
    </main>,
  );
}
