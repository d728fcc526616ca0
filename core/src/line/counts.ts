import { rangeOf } from '../problem/index.ts';
import { pieceSchema } from '../piece/index.ts';
import type { Chip, Reading } from './reading.ts';

const EXPLICIT: readonly RegExp[] = [
  /\b(\d{1,4}) (?:pieces?|pcs|copies|off|alike|identical(?: ones)?|of (?:them|these|those)|in (?:total|all)|altogether)\b/g,
  /(?<!\d\s?)(?:^|[\s,;(])[x×] ?(\d{1,4})\b(?![.,]\d)(?! ?(?:mm|cm|m\b|in\b|ft|["'x×]|by \d))/g,
  /\b(?:set|batch|lot|run|series|order|qty|quantity)(?: of|:)? (\d{1,4})\b/g,
  /^\s*(\d{1,4}) ?[x×] (?=\p{L})/gu,
  /(?:^|[,;(]\s*)(?:and )?(\d{1,4})(?= please| needed| wanted| required)/g,
  /[,;:(]\s*(\d{1,4})\s*(?=[,;)]|$)/g,
];
const AT_START =
  /(?:^|[,;:(]\s*|\b(?:on|onto) )(?:(?:about|some|for|make|making|i need|we need|need|the|our|my) )*(\d{1,4})\s+(?=\p{L})/gu;
/** Words after a number that count something else than pieces. */
export const OTHERS =
  /^(?:coats?|colou?rs?|layers?|letters?|words?|lines?|rows?|islands?|strokes?|sides?|winters?|summers?|years?|months?|weeks?|days?|hours?|minutes?|mm|cm|m|in|inch(?:es)?|ft|foot|feet|degrees?|times?|parts?|stars?|moons?|names?|motifs?|people|persons|tones?|shades?|designs?|per|percent|to|x|or|and|of|different|big|small|thin|fine|loose|little|year|week|month|day|litres?|ml|kg|g|st|nd|rd|th|holes?|hooks?|screws?|strips?|sheets?)\b/;

/**
 * How many are to be made.
 *
 * @param isThing whether the words after a number name a thing
 */
export const readCount = (reading: Reading, isThing: (after: string) => boolean, say: (chip: Chip) => void): void => {
  const { low, high } = rangeOf(pieceSchema.shape.quantity);
  // more than a piece can hold, or none, is a question
  const tell = (value: number, start: number, end: number) => {
    if (value < low || value > high) return;
    say({
      field: 'quantity',
      value,
      label: `${value} ${value === 1 ? 'piece' : 'pieces'}`,
      from: reading.typed(start, end),
    });
    reading.take(start, end);
  };
  for (const pattern of EXPLICIT)
    for (const { match, start, end } of reading.find(pattern)) return tell(Number(match[1]), start, end);
  for (const { match, end } of reading.find(AT_START)) {
    const after = reading.text.slice(end);
    const start = end - match[0].length + match[0].search(/\d/);
    if (OTHERS.test(after) || !isThing(after.split(/[,;:()]/)[0] ?? '')) continue;
    return tell(Number(match[1]), start, start + match[1]!.length);
  }
};
