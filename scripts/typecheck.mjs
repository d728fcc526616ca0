// Type checks every workspace, and core's tests apart from core itself.
import { node } from './run.mjs';

let failed = 0;
for (const project of ['core', 'core/tsconfig.test.json', 'web', 'server', 'e2e']) {
  const { code } = await node('node_modules/typescript-7/bin/tsc', ['-p', project]);
  if (code !== 0) failed = 1;
}
process.exit(failed);
