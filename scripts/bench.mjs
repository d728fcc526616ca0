// Benchmarks, each printing ratios of one run.
import { installed, run } from './run.mjs';

await installed();
const { code } = await run('npx', ['tsx', 'bench/match.ts']);
process.exit(code);
