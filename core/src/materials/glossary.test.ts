import { expect, test } from '@jest/globals';
import { glossary } from './glossary.ts';

test('the glossary has each word once, in order, and no meaning that only says the word again', () => {
  const words = glossary().map(({ word }) => word);
  expect(words.length).toBeGreaterThanOrEqual(50);
  expect(new Set(words.flatMap((word) => word.split(', '))).size).toBe(
    words.flatMap((word) => word.split(', ')).length,
  );
  expect(words).toEqual([...words].sort((one, other) => one.localeCompare(other, 'en')));
  const again = glossary().filter(({ word, meaning }) => meaning.toLowerCase().startsWith(word.toLowerCase()));
  expect(again).toEqual([]);
});
