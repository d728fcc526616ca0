import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** Folders of core from the ground up: an import may only point to one further left. */
const ORDER = [
  'problem',
  'units',
  'materials',
  'shape',
  'cut',
  'piece',
  'line',
  'artwork',
  'dry',
  'trials',
  'shelf',
  'cutter',
  'judge',
  'amounts',
  'plan',
  'match',
  'care',
  'rescue',
  'workspace',
];
const PACKAGES = [
  'zod',
  'temporal-polyfill',
  'chrono-node/en',
  'clipper2-ts',
  'compromise/three',
  'fast-deep-equal',
  'fastest-levenshtein',
  'pluralize',
  'd3-color',
  'css-select',
  'css-what',
  'flatbush',
  'fontkit',
  'ical-generator',
  'maxrects-packer/dist/maxrects-packer.mjs',
  'papaparse',
  'saxes',
  'svgpath',
];
const root = import.meta.dirname;

const sources = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
  (file) =>
    file.endsWith('.ts') && !file.endsWith('.test.ts') && file.includes(path.sep) && !file.startsWith('testing'),
);

test.each(sources)('%s imports only what lies below it, through its index, and nothing of the machine', (file) => {
  const folder = file.split(path.sep)[0]!;
  for (const [, target = ''] of readFileSync(path.join(root, file), 'utf8').matchAll(/from '([^']+)'/g)) {
    if (!target.startsWith('.')) {
      expect(PACKAGES).toContain(target);
      continue;
    }
    const [other, ...rest] = path.relative(root, path.resolve(root, path.dirname(file), target)).split(path.sep);
    if (other === folder) continue;
    expect(ORDER.indexOf(other!)).toBeLessThan(ORDER.indexOf(folder));
    expect([target, rest]).toEqual([target, ['index.ts']]);
  }
});

test('core reads no clock and rolls no dice', () => {
  for (const file of sources) {
    const text = readFileSync(path.join(root, file), 'utf8');
    expect([file, /Date\.now\(|new Date\(\)|Math\.random\(|Temporal\.Now/.test(text)]).toEqual([file, false]);
  }
});
