import { distance } from 'fastest-levenshtein';
import type { Catalogue } from '../materials/index.ts';
import words from './data/words.json' with { type: 'json' };
import { things, type Thing } from './things.ts';
import { normsOf, type Token } from './tokens.ts';
import { isPlainWord } from './written.ts';

/** What a phrase says of the piece. */
export type Meaning =
  | {
      readonly kind: 'fact';
      readonly field: string;
      readonly value: string | number;
      readonly label: string;
      /** True where the phrase only makes it likely. */
      readonly isGuess?: boolean;
    }
  | { readonly kind: 'base' | 'finish' | 'product'; readonly id: string; readonly label: string }
  | { readonly kind: 'thing'; readonly thing: Thing }
  | { readonly kind: 'colour'; readonly colour: string; readonly tone: 'light' | 'dark' | 'unknown' }
  | { readonly kind: 'raw' | 'wish' };

/** A phrase that was found in the line, with all that it may mean. */
export interface Phrase {
  readonly meanings: readonly Meaning[];
  readonly tokens: readonly Token[];
  /** Place of its first word among all words. */
  readonly first: number;
  readonly isCorrected: boolean;
}

interface Vocabulary {
  /** By the words of the phrase, joined. */
  readonly meanings: ReadonlyMap<string, readonly Meaning[]>;
  readonly longest: number;
  /** Every word that occurs in a phrase. */
  readonly words: ReadonlySet<string>;
}

const wordMeanings = (): [string, Meaning][] => [
  ...words.phrases.flatMap(({ say, when }) => {
    const [, field = '', unsure, value = '', label = ''] = /^(\w+)(\?)? ([^|]+)\|(.+)$/.exec(say) ?? [];
    const number = Number(value);
    return when.map((phrase): [string, Meaning] => [
      phrase,
      { kind: 'fact', field, value: Number.isNaN(number) ? value : number, label, isGuess: unsure !== undefined },
    ]);
  }),
  ...Object.entries(words.colours).flatMap(([tone, colours]) =>
    colours.map((colour): [string, Meaning] => [
      colour,
      { kind: 'colour', colour, tone: tone as 'light' | 'dark' | 'unknown' },
    ]),
  ),
  ...words.raw.map((phrase): [string, Meaning] => [phrase, { kind: 'raw' }]),
  ...words.wishes.map((phrase): [string, Meaning] => [phrase, { kind: 'wish' }]),
];

const vocabularies = new WeakMap<Catalogue, Vocabulary>();

/** All phrases that are understood: those of the language of the craft, of the things, and of the catalogue. */
export const vocabularyOf = (catalogue: Catalogue): Vocabulary => {
  const made = vocabularies.get(catalogue);
  if (made) return made;
  const named = (kind: 'base' | 'finish' | 'product', id: string, label: string, own: readonly string[]) =>
    own.map((phrase): [string, Meaning] => [phrase, { kind, id, label }]);
  const all: [string, Meaning][] = [
    ...catalogue.bases.flatMap(({ id, name, words: own }) => named('base', id, name, [name, ...own])),
    ...catalogue.finishes.flatMap(({ id, name, words: own }) => named('finish', id, name, own)),
    ...catalogue.products.flatMap(({ id, name, words: own }) => named('product', id, name, [name, ...own])),
    ...catalogue.heatSources.flatMap(({ id, name, words: own }) =>
      own.map((phrase): [string, Meaning] => [phrase, { kind: 'fact', field: 'heat', value: id, label: name }]),
    ),
    ...things().map((thing): [string, Meaning] => [thing.name, { kind: 'thing', thing }]),
    ...wordMeanings(),
  ];
  const meanings = new Map<string, Meaning[]>();
  const single = new Set<string>();
  let longest = 1;
  for (const [phrase, meaning] of all) {
    const norms = normsOf(phrase);
    const key = norms.join(' ');
    longest = Math.max(longest, norms.length);
    for (const norm of norms) single.add(norm);
    const held = meanings.get(key);
    if (held) held.push(meaning);
    else meanings.set(key, [meaning]);
  }
  for (const noun of words.designNouns) single.add(noun);
  const vocabulary = { meanings, longest, words: single };
  vocabularies.set(catalogue, vocabulary);
  return vocabulary;
};

const IGNORED = new Set([...words.ignored, ...words.negations, ...words.breaks].flatMap(normsOf));
export const isSmallWord = (norm: string): boolean => IGNORED.has(norm);

const isSwapped = (given: string, word: string): boolean => {
  if (given.length !== word.length) return false;
  const at = [...given].findIndex((letter, index) => letter !== word[index]);
  return given.slice(0, at) + given[at + 1] + given[at] + given.slice(at + 2) === word;
};

const SHORTEST_CORRECTED = 4; // shorter words have too many neighbours
const TWO_OFF_FROM = 8; // two letters off only where six others are right

/** The words of the craft that a misspelt one may be: a letter or two off, none nearer; none for a word that the language has. */
export const corrections = (norm: string, vocabulary: Vocabulary): readonly string[] => {
  if (norm.length < SHORTEST_CORRECTED || /\d/.test(norm) || isPlainWord(norm) || IGNORED.has(norm)) return [];
  let best: string[] = [];
  let least = norm.length >= TWO_OFF_FROM ? 2 : 1;
  for (const word of vocabulary.words) {
    if (Math.abs(word.length - norm.length) > 2 || word.length < SHORTEST_CORRECTED || word[0] !== norm[0]) continue;
    const off = isSwapped(norm, word) ? 1 : distance(norm, word);
    if (off < least) best = [];
    if (off <= least) best.push(word);
    least = Math.min(least, off);
  }
  return best;
};

/** The one word that is meant: the only correction, or of several the one that makes a known phrase with its neighbour. */
const meant = (tokens: readonly Token[], at: number, vocabulary: Vocabulary): string | null => {
  const { norm, text } = tokens[at]!;
  const found = [...new Set([...corrections(norm, vocabulary), ...corrections(text, vocabulary)])];
  if (found.length <= 1) return found[0] ?? null;
  const isPhrase = (word: string) =>
    vocabulary.meanings.has(`${tokens[at - 1]?.norm} ${word}`) ||
    vocabulary.meanings.has(`${word} ${tokens[at + 1]?.norm}`);
  const fitting = found.filter(isPhrase);
  return fitting.length === 1 ? fitting[0]! : null;
};

/** The phrases of a line: the longest first, each word read once; `isTaken` says which words something else was made of. */
export const phrasesIn = (
  tokens: readonly Token[],
  vocabulary: Vocabulary,
  isTaken: (token: Token) => boolean,
): Phrase[] => {
  const norms = tokens.map(({ norm }, at) => {
    if (vocabulary.words.has(norm)) return { norm, isCorrected: false };
    const better = meant(tokens, at, vocabulary);
    return { norm: better ?? norm, isCorrected: better !== null };
  });
  const used = tokens.map(isTaken);
  const found: Phrase[] = [];
  for (let length = Math.min(vocabulary.longest, tokens.length); length >= 1; length -= 1)
    for (let first = 0; first + length <= tokens.length; first += 1) {
      const span = tokens.slice(first, first + length);
      if (span.some((_, index) => used[first + index])) continue;
      if (length > 1 && span.some(({ clause }) => clause !== span[0]!.clause)) continue;
      const parts = norms.slice(first, first + length);
      const meanings = vocabulary.meanings.get(parts.map(({ norm }) => norm).join(' '));
      if (!meanings) continue;
      found.push({ meanings, tokens: span, first, isCorrected: parts.some((part) => part.isCorrected) });
      for (let index = first; index < first + length; index += 1) used[index] = true;
    }
  return found.sort((left, right) => left.first - right.first);
};
