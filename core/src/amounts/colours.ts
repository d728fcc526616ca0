import { colourName, spokenColour } from '../artwork/index.ts';

/** The plain name of a colour that was said of a can; the words themselves where they name none. */
export const plainColour = (said: string | null): string | null => {
  const spoken = said && spokenColour(said);
  return spoken ? colourName(spoken) : said;
};

const wordsOf = (said: string): string[] => said.toLowerCase().match(/\p{L}+/gu) ?? [];

/** "Cream and red" is no colour that one can has. */
const isOneColour = (said: string): boolean => !wordsOf(said).includes('and');

/**
 * Whether a can is of the colour that a layer was said to have: all its words stand on the can ("cream" on "warm cream"), or both have
 * one plain name ("gray", "grey"). A can whose colour nobody has said is of none.
 */
export const isOfColour = (said: string, can: string | null): boolean => {
  if (can === null) return false;
  const there = new Set(wordsOf(can));
  return (
    wordsOf(said).every((word) => there.has(word)) || (isOneColour(said) && plainColour(can) === plainColour(said))
  );
};
