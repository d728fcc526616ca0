import { expect, test } from '@jest/globals';
import { readXml } from './xml.ts';

const problemOf = (text: string) => {
  const read = readXml(text);
  return read.ok ? null : read.problems[0]!;
};
const dots = (count: number) => `<svg>${'<g/>'.repeat(count)}</svg>`;
const nested = (depth: number) => `${'<g>'.repeat(depth)}${'</g>'.repeat(depth)}`;

test('what a file may hold at the most, and what is said of more', () => {
  expect(problemOf(dots(299_999))).toBeNull();
  expect(problemOf(dots(300_000))).toMatchObject({
    code: 'too-many-elements',
    given: 'More than 300000 elements were given.',
    allowed: 'at most 300000.',
  });
  expect(problemOf(`<svg>${nested(1499)}</svg>`)).toBeNull();
  expect(problemOf(`<svg>\n\n${nested(1500)}</svg>`)).toMatchObject({
    code: 'nested-too-deep',
    given: 'Groups lie more than 1500 deep in each other (line 3).',
  });
  expect(problemOf(' '.repeat(25_000_000))).toMatchObject({ code: 'not-svg', given: 'The file is empty.' });
  expect(problemOf(' '.repeat(26_000_000))).toMatchObject({
    code: 'file-too-large',
    given: 'A file of 26 MB was given.',
    allowed: 'at most 25 MB.',
  });
});

test.each([
  ['<svg><g></svg>', 'line 1'],
  ['<svg>\n<g>\n', 'line'],
])('%j breaks off, and where is said', (text, where) => expect(problemOf(text)!.given).toContain(where));
