import { expect, test } from '@jest/globals';
import { isOfColour, plainColour } from './colours.ts';

test.each<[said: string, can: string | null, isOf: boolean]>([
  ['indigo', 'Hill Indigo', true],
  ['cream', 'warm cream', true],
  ['dark blue', 'blue, dark', true],
  ['blue', 'dark blue', true],
  ['dark blue', 'blue', false],
  ['grey', 'gray', true],
  ['white', 'cream', false],
  ['red', null, false],
  ['red', '', false],
  // no one can has two
  ['white and red', 'red', false],
  ['white and red', 'white', false],
  // words that name no colour are compared as they stand
  ['moss', 'hill moss', true],
  ['moss', 'hill fog', false],
])('what was said to be %s, from a can of %s: %s', (said, can, isOf) => expect(isOfColour(said, can)).toBe(isOf));

test('a plain name is that of the nearest colour, or the words themselves', () =>
  expect([plainColour('matte black'), plainColour('moss'), plainColour(null)]).toEqual(['black', 'moss', null]));
