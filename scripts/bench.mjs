// Benchmarks, each printing ratios of one run; bundled first, as the application runs them.
import { build } from 'esbuild';
import path from 'node:path';
import { installed, node, root } from './run.mjs';

await installed();
let worst = 0;
for (const name of ['match', 'artwork', 'plan', 'amounts']) {
  const outfile = path.join(root, `.cache/bench/${name}.mjs`);
  await build({
    entryPoints: [path.join(root, `bench/${name}.ts`)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    // packages that still ask for Node's own require
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
    external: ['json-rules-engine', 'highs'],
    logLevel: 'error',
  });
  worst = Math.max(worst, (await node(path.relative(root, outfile))).code);
}
process.exit(worst);
