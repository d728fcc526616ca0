import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Plugin } from 'vite';
import { catalogue, problemSentence, readWorkspace, shippedCatalogue } from '../core/src/index.ts';

const root = path.resolve(import.meta.dirname, '..');
const CATALOGUE = path.join(root, 'core/src/materials/shipped.ts');
const DEMO = path.join(root, 'demo/observatory.json');

/**
 * Reads what ships with the page when the page is built, instead of at every start of it: the catalogue goes in ready made, and a demo
 * that does not read whole fails the build.
 */
export const shippedRead = (): Plugin => ({
  name: 'sgraffa-shipped-read',
  apply: 'build',
  enforce: 'pre',
  load(id) {
    if (path.normalize(id) !== CATALOGUE) return null;
    const data = JSON.stringify(JSON.stringify(shippedCatalogue()));
    return `export const shippedCatalogue = () => JSON.parse(${data});\nexport const rawCatalogue = shippedCatalogue;\n`;
  },
  buildStart() {
    const read = readWorkspace(readFileSync(DEMO, 'utf8'), catalogue());
    if (!read.ok) throw new Error(`The demo is broken: ${read.problems.map(problemSentence).join(' ')}`);
  },
});
