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
    // our own workspace is part of it, in its source; packages are read where they are installed
    '--alias:@sgraffa/core=./core/src/index.ts',
    '--packages=external',
    '--outfile=server/dist/main.js',
    '--log-level=warning',
  ]),
);
