import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const STEPS = path.resolve(import.meta.dirname, '../steps');

/** Classes that a rule of a style sheet begins with and gives its looks to, alone. */
const classesOf = (css: string): string[] =>
  [...css.matchAll(/^\s*(\.sg-[\w-]+)(?=\s*[,{])/gm)].map(([, name]) => name!);

test('no class is given its looks by two steps: which page was seen before would decide', () => {
  const owners = new Map<string, Set<string>>();
  for (const file of readdirSync(STEPS, { recursive: true, encoding: 'utf8' }).filter((one) => one.endsWith('.css')))
    for (const name of classesOf(readFileSync(path.join(STEPS, file), 'utf8')))
      owners.set(name, (owners.get(name) ?? new Set()).add(path.dirname(file)));
  expect(owners.size).toBeGreaterThan(200);
  expect(
    [...owners].filter(([, steps]) => steps.size > 1).map(([name, steps]) => `${name}: ${[...steps].join()}`),
  ).toEqual([]);
});

test('a reader of the screen hears what every table is about', () => {
  const unnamed = readdirSync(STEPS, { recursive: true, encoding: 'utf8' })
    .filter((one) => one.endsWith('.tsx'))
    .flatMap((file) =>
      [...readFileSync(path.join(STEPS, file), 'utf8').matchAll(/<[Tt]able(?![.\w])[^>]*>/g)]
        .filter(([tag]) => !tag.includes('aria-label'))
        .map(([tag]) => `${file}: ${tag}`),
    );
  expect(unnamed).toEqual([]);
});
