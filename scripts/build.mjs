// Builds the web application and the server.
import { installed, must, run } from './run.mjs';

await installed();
await must('Building the application', run('npx', ['vite', 'build', 'web', '--logLevel', 'warn']));
await must(
  'Building the server',
  run('npx', [
    'esbuild',
    'server/src/main.ts',
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--packages=external',
    '--outfile=server/dist/main.js',
    '--log-level=warning',
  ]),
);
