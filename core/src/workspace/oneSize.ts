import { ofOneSize } from '../piece/index.ts';

type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * A document of version 4 as version 5 keeps it: the clear size of a surface and its measured area are one fact. A size that was typed is a
 * rectangle or disc to work in, where no area was measured; where one was, that area counts.
 */
export const oneSizeEach = (document: Loose): Loose => {
  const { pieces } = document;
  if (!Array.isArray(pieces)) return document;
  return {
    ...document,
    pieces: pieces.map((piece: unknown) => {
      const parts = isLoose(piece) ? piece['parts'] : null;
      return isLoose(piece) && Array.isArray(parts) ? { ...piece, parts: parts.map(ofOneSize) } : piece;
    }),
  };
};
