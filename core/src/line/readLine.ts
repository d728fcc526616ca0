import type { Catalogue } from '../materials/index.ts';
import words from './data/words.json' with { type: 'json' };
import type { Use } from '../piece/index.ts';
import { readCount } from './counts.ts';
import { DesignDrafts } from './designs.ts';
import { finishesUpwards, interpret } from './interpret.ts';
import { harshest } from './harshest.ts';
import { guessThing, headOf } from './head.ts';
import { readMeasures } from './measures.ts';
import { Reading, type Chip } from './reading.ts';
import { readTimes } from './times.ts';
import { normOf, tokensOf, type Token } from './tokens.ts';
import { isSmallWord, phrasesIn, vocabularyOf, type Phrase } from './vocabulary.ts';
import { written } from './written.ts';

export interface ReadLine {
  readonly chips: readonly Chip[];
  readonly nots: Use['nots'];
  readonly names: readonly string[];
  readonly unread: readonly string[];
  readonly unknownThing: string | null;
}

const NEGATIONS = new Set(words.negations.map(normOf));
const DESIGN_NOUNS = new Set(words.designNouns);
const REACH = 7; // words that a "not" speaks of at the most

/** The places of the words that a "not" speaks of: what follows it in its clause; or what goes before it, where it stands last. */
const negatedIn = (text: string, tokens: readonly Token[], phrases: readonly Phrase[]): ReadonlySet<number> => {
  const read = new Set(phrases.flatMap(({ tokens: own, first }) => own.map((_, index) => first + index)));
  const negated = new Set<number>();
  tokens.forEach((token, at) => {
    if (!NEGATIONS.has(token.norm) || read.has(at)) return;
    const next = tokens[at + 1];
    if (next?.norm === 'only' || next?.norm === 'longer' || (next?.norm === 'yet' && next.clause === token.clause))
      return;
    const isLast =
      !next || next.clause !== token.clause || /^(?:needed|wanted|allowed|used|please|ever)$/.test(next.text);
    if (isLast) {
      for (let back = at - 1; back >= 0 && at - back <= 3 && tokens[back]!.clause === token.clause; back -= 1)
        negated.add(back);
      // "dishwasher: never"
      const before = tokens[at - 1];
      if (before && before.clause === token.clause - 1 && /[:(]\s*$/.test(text.slice(before.end, token.start)))
        negated.add(at - 1);
      return;
    }
    for (
      let ahead = at + 1;
      ahead < tokens.length && ahead - at <= REACH && tokens[ahead]!.clause === token.clause;
      ahead += 1
    )
      negated.add(ahead);
  });
  return negated;
};

const BESIDE = /^(?: ?[/.×-] ?| )?$/;
const OF_NUMBERS = /^(?:\d.*|mm|cm|m|in|inch|inches|ft|foot|feet|x|by|kg|g|l|ml|°[cf]?)$/;

/** Words that stay open, each with where; a number is asked about with its unit, "18 mm", and a date as a whole, "05/12". */
const askedTogether = (text: string, open: readonly Token[]): (readonly [start: number, end: number])[] => {
  const asked: { start: number; end: number; isNumber: boolean }[] = [];
  for (const { text: word, start, end } of open) {
    const last = asked.at(-1);
    const isNumber = OF_NUMBERS.test(word);
    if (last?.isNumber && isNumber && BESIDE.test(text.slice(last.end, start))) last.end = end;
    else asked.push({ start, end, isNumber: isNumber && /\d/.test(word) });
  }
  return asked.map(({ start, end }) => [start, end]);
};

const PLURAL = /\p{L}{3,}s$/u;

/**
 * Reads a line by a small grammar: measures, times and counts first; then the longest phrases that are known, with the reach of every
 * "not", with what is there and what is wanted apart; last what the name of the thing makes likely.
 */
export const readLine = (line: string, catalogue: Catalogue, now: string | undefined): ReadLine => {
  const reading = new Reading(written(line));
  const vocabulary = vocabularyOf(catalogue);
  const all: Chip[] = [];
  const tell = (chip: Chip) => all.push(chip);

  readMeasures(reading, tell);
  const { ages } = readTimes(reading, now, tell);
  const isThing = (after: string): boolean => {
    const some = tokensOf(after).slice(0, 6);
    const found = phrasesIn(some, vocabulary, () => false);
    return (
      found.some(({ meanings }) => meanings.some(({ kind }) => kind === 'thing' || kind === 'base')) ||
      some.slice(0, 3).some(({ text, norm }) => PLURAL.test(text) && !DESIGN_NOUNS.has(norm))
    );
  };
  readCount(reading, isThing, tell);

  const tokens = tokensOf(reading.text).filter(
    ({ start, end }) => !reading.isTaken(start, end) && !ages.some((age) => age.start < end && start < age.end),
  );
  const phrases = phrasesIn(tokens, vocabulary, () => false);
  const negated = negatedIn(reading.text, tokens, phrases);
  const isRead = new Set<number>();
  for (const { first, tokens: own } of phrases) own.forEach((_, index) => isRead.add(first + index));
  const isUnread = (at: number): boolean => {
    const token = tokens[at];
    return (
      token !== undefined &&
      !isRead.has(at) &&
      !isSmallWord(token.norm) &&
      !NEGATIONS.has(token.norm) &&
      !DESIGN_NOUNS.has(token.norm) &&
      token.norm !== ''
    );
  };

  const head = headOf(tokens, phrases, negated, isUnread, reading.text);
  const designs = new DesignDrafts();
  const { nots, unsure, openFields } = interpret({
    reading,
    catalogue,
    tokens,
    phrases,
    negated,
    ages,
    head,
    designs,
    chips: all,
    say: tell,
  });
  const chips = finishesUpwards(harshest(all, catalogue), catalogue);
  guessThing({ head, catalogue, chips, nots, openFields, say: (chip) => chips.push(chip) });

  const open = tokens.filter(
    // a number in words that counts nothing is no question
    ({ text, start, end }, at) => isUnread(at) && !(/^\d+$/.test(text) && reading.typed(start, end) !== text),
  );
  const unread = [...unsure, ...askedTogether(reading.text, open).map(([start, end]) => reading.typed(start, end))];
  return {
    chips,
    nots,
    names: designs.names(),
    unread: [...new Set(unread)],
    unknownThing: head.unknown,
  };
};
