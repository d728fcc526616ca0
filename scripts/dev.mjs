// The application with its sources watched, for development.
import { installed, run } from './run.mjs';

await installed();
const { code } = await run('npx', [
  'vite',
  'web',
  '--host',
  'localhost',
  ...(process.env.PORT ? ['--port', process.env.PORT] : []),
]);
process.exit(code);
