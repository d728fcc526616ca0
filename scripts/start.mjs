// Installs, builds when the sources have changed, and serves the application with its demo data.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { installed, must, node, root } from './run.mjs';

const SOURCES = ['core/src', 'web', 'server/src', 'demo', 'package-lock.json'];
const SKIPPED = new Set(['dist', 'node_modules']);

const hashOf = (hash, file) => {
  const full = path.join(root, file);
  if (!existsSync(full)) return;
  const entries = file.includes('.') && !file.endsWith('src') ? null : readdirSync(full, { withFileTypes: true });
  if (entries === null) return void hash.update(file).update(readFileSync(full));
  for (const entry of entries.sort((left, right) => (left.name < right.name ? -1 : 1))) {
    if (SKIPPED.has(entry.name)) continue;
    const inner = path.join(file, entry.name);
    if (entry.isDirectory()) hashOf(hash, inner);
    else hash.update(inner).update(readFileSync(path.join(root, inner)));
  }
};

await installed();
const hash = createHash('sha256');
for (const source of SOURCES) hashOf(hash, source);
const wanted = hash.digest('hex');
const stamp = path.join(root, 'server', 'dist', '.built-from');
if (
  !existsSync(stamp) ||
  readFileSync(stamp, 'utf8') !== wanted ||
  !existsSync(path.join(root, 'web/dist/index.html'))
) {
  console.log('Building Sgraffa…');
  await must('The build', node('scripts/build.mjs'));
  writeFileSync(stamp, wanted);
}
await import(path.join(root, 'server/dist/main.js'));
