import pluralize from 'pluralize';
import words from './data/words.json' with { type: 'json' };

/** One word of the line. */
export interface Token {
  readonly text: string;
  /** In the spelling and number in which words are compared. */
  readonly norm: string;
  readonly start: number;
  readonly end: number;
  /** Words between two commas, colons, brackets or a "but" are of one clause. */
  readonly clause: number;
}

const spellings = words.spellings as Readonly<Record<string, string>>;
const known = new Map<string, string>();

/** A word in the spelling and number in which words are compared: "Colors" is "colour". */
export const normOf = (word: string): string => {
  let norm = known.get(word);
  if (norm === undefined) {
    const own = word.toLowerCase().replace(/'s?$/, '');
    const spelt = spellings[own] ?? own;
    norm = spelt.length > 3 && !/[^aeiou]ss$|ss$/.test(spelt) ? pluralize.singular(spelt) : spelt;
    norm = spellings[norm] ?? norm;
    known.set(word, norm);
  }
  return norm;
};

const WORD = /[\p{L}\p{N}°%.]*[\p{L}\p{N}°%](?:'\p{L}*)?/gu;
const BREAK = /[,;:()!?–—]|\.(?=\s|$)| - | \/ /;
const BREAK_WORDS = new Set(words.breaks);

/** The words of a text with their places; a hyphen parts words. */
export const tokensOf = (text: string): Token[] => {
  let clause = 0;
  let from = 0;
  return [...text.matchAll(WORD)].map((match) => {
    const [word] = match;
    if (BREAK.test(text.slice(from, match.index)) || BREAK_WORDS.has(word)) clause += 1;
    from = match.index + word.length;
    return { text: word, norm: normOf(word), start: match.index, end: from, clause };
  });
};

/** A phrase as the words that are compared, in one string. */
export const normsOf = (phrase: string): string[] => tokensOf(phrase.toLowerCase()).map(({ norm }) => norm);
