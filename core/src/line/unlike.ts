import { OTHERS } from './counts.ts';
import { normOf } from './tokens.ts';
import { written } from './written.ts';

const OF_ALL = /^\s*(\d{1,4})\s+(?=\p{L})/u;
const OF_SOME = /^\s*(?:and )?(\d{1,4})\s+(?:(?:are|is|being) )?(?=\p{L})/u;
/** What stands behind the name of the thing: "1 of unknown finish". */
const BEHIND = /^(?:of|with|in|on|from|that|which|already)\b/;
const BREAKS = /[,;:]|\band (?=\d)/g;

/** One of several: the last word of the name as one says it of one. */
const ofOne = (name: string): string => name.replace(/\p{L}+$/u, (word) => normOf(word));

/**
 * A line that tells of pieces that are not alike, as a line for each sort: "4 flasks, two powder-coated, one sprayed, one of unknown
 * finish, etched" are three. Empty where all are told alike, or where the numbers do not add up.
 */
export const unlikeLines = (line: string): readonly string[] => {
  const { text, typed, from, to } = written(line);
  const parts: { start: number; end: number }[] = [];
  let start = 0;
  for (const { index, 0: found } of text.matchAll(BREAKS)) {
    parts.push({ start, end: index });
    start = index + found.length;
  }
  parts.push({ start, end: text.length });
  const wordsOf = ({ start: first, end }: { start: number; end: number }, skip = 0): string =>
    first + skip < end ? typed.slice(from[first + skip]!, to[end - 1]!).trim() : '';
  const [head, ...rest] = parts;
  const all = OF_ALL.exec(text.slice(head!.start, head!.end));
  if (!all) return [];
  const sorts: { many: number; words: string }[] = [];
  const common: string[] = [];
  for (const part of rest) {
    const said = text.slice(part.start, part.end);
    const some = OF_SOME.exec(said);
    if (some && !OTHERS.test(said.slice(some[0].length).replace(/^of\b/, '')))
      sorts.push({ many: Number(some[1]), words: wordsOf(part, some[0].length) });
    else if (said.trim()) common.push(wordsOf(part));
  }
  const isWhole = sorts.reduce((sum, { many }) => sum + many, 0) === Number(all[1]);
  if (sorts.length < 2 || !isWhole) return [];
  const name = wordsOf(head!, all[0].length);
  return sorts.map(({ many, words }) => {
    const one = many === 1 ? ofOne(name) : name;
    const told = BEHIND.test(words) ? `${one} ${words}` : `${words} ${one}`;
    return [many === 1 ? told : `${many} ${told}`, ...common].join(', ');
  });
};
