import nlp from 'compromise/three';

/** A line in small letters with its number words as digits, and where each letter of it stands in what was typed. */
export interface Written {
  readonly typed: string;
  readonly text: string;
  /** Where in what was typed each letter of the text begins, and where it ends: a digit stands for a whole word. */
  readonly from: readonly number[];
  readonly to: readonly number[];
}

/** Longest line that is read, in characters. */
export const MAX_LINE = 400;

interface Replacement {
  readonly start: number;
  readonly end: number;
  readonly by: string;
}

const replaced = ({ typed, text, from, to }: Written, replacements: readonly Replacement[]): Written => {
  let written = '';
  const starts: number[] = [];
  const ends: number[] = [];
  let at = 0;
  for (const { start, end, by } of [...replacements].sort((left, right) => left.start - right.start)) {
    if (start < at) continue;
    written += text.slice(at, start) + by;
    starts.push(...from.slice(at, start), ...Array.from(by, () => from[start]!));
    ends.push(...to.slice(at, start), ...Array.from(by, () => to[end - 1]!));
    at = end;
  }
  return {
    typed,
    text: written + text.slice(at),
    from: [...starts, ...from.slice(at)],
    to: [...ends, ...to.slice(at)],
  };
};

const ORDINAL = /(?:first|second|third|th|st|nd|rd)$/;
const DOZENS = /\b(half a |a |\d+(?:\.\d+)? )?dozens?\b(?: of)?/g;
const ONE_OF = /\b(?:a|an)(?= (?:winter|year|month|week|day|season|summer|pair|couple)s?\b)/g;
const PAIRS = /\b(?:(\d+) )?(?:pair|couple)s?\b(?: of)?/g;

const matches = (text: string, pattern: RegExp, by: (match: RegExpMatchArray) => string): Replacement[] =>
  [...text.matchAll(pattern)].map((match) => ({
    start: match.index,
    end: match.index + match[0].length,
    by: by(match),
  }));

/** Number words as digits: "twenty-four" is 24, "half a dozen" 6, "a pair of" 2; ordinals stay as they are. */
const numbered = (line: Written): Written => {
  const found = nlp(line.text).numbers().json({ offset: true }) as {
    text: string;
    number?: { num: number | null };
    offset: { start: number; length: number };
  }[];
  const words = found.flatMap(({ text, number, offset }): Replacement[] =>
    /\d/.test(text) || ORDINAL.test(text.trim()) || !Number.isFinite(number?.num ?? NaN) || text.trim() === 'half'
      ? []
      : [{ start: offset.start, end: offset.start + offset.length, by: String(number?.num) }],
  );
  const digits = replaced(line, words);
  const dozens = replaced(
    digits,
    matches(digits.text, DOZENS, ([, many = 'a ']) =>
      String(many === 'half a ' ? 6 : many === 'a ' ? 12 : 12 * Number(many)),
    ),
  );
  const ones = replaced(
    dozens,
    matches(dozens.text, ONE_OF, () => '1'),
  );
  return replaced(
    ones,
    matches(ones.text, PAIRS, ([, many = '1']) => String(2 * Number(many))),
  );
};

/** The line as it is read; no more than the first 400 characters of it. */
export const written = (line: string): Written => {
  const typed = line.slice(0, MAX_LINE);
  // letter by letter, so that no small letter is longer than its capital
  const text = [...typed].map((letter) =>
    letter.toLowerCase().length === letter.length ? letter.toLowerCase() : letter,
  );
  const plain = text
    .join('')
    .replace(/[‘’]/g, "'")
    .replace(/[“”″]/g, '"')
    .replace(/[\t\n\r]/g, ' ');
  const places = Array.from({ length: plain.length }, (_, index) => index);
  return numbered({ typed, text: plain, from: places, to: places.map((place) => place + 1) });
};

/** True for a word that the language itself holds, so that it is no misspelling of one of the craft. */
const language = new Set(Object.keys((nlp.model() as { one: { lexicon: Record<string, unknown> } }).one.lexicon));
export const isPlainWord = (word: string): boolean => language.has(word);
