import { failed, type Outcome } from '../problem/index.ts';
import { boundsOf, CHORD_ERROR_MM, mapped, simplified, type Bounds, type Polygon } from '../shape/index.ts';
import { welded, type Artwork } from './artwork.ts';
import type { Font } from './font.ts';

export interface TextSetting {
  /** Height of capitals, mm. */
  readonly letterHeightMm: number;
  /** Between letters, in letter heights; 0 unless given. */
  readonly letterSpacing?: number | undefined;
  /** From one baseline to the next, in letter heights; 1.6 unless given. */
  readonly lineSpacing?: number | undefined;
  readonly align?: 'left' | 'centre' | 'right' | undefined;
  readonly colour?: string | undefined;
}

export interface SetText {
  /** On a page as large as its ink, descenders included. */
  readonly artwork: Artwork;
  /** Baseline of each line, from the page's top. */
  readonly baselinesMm: readonly number[];
  /** Characters that the font does not have; they were left out. */
  readonly missing: readonly string[];
}

const LINE_SPACING = 1.6;
const MOST_LETTERS = 20_000;

export interface Block {
  readonly letters: readonly Polygon[];
  readonly baselines: readonly number[];
  readonly missing: readonly string[];
  readonly ink: Bounds;
}

/** Text of one or several lines, in letter heights, not yet welded. */
export const blockOf = (
  text: string,
  font: Font,
  { letterSpacing = 0, lineSpacing = LINE_SPACING, align = 'left' }: Omit<TextSetting, 'letterHeightMm'>,
): Block => {
  const lines = text.split(/\r?\n/).map((line) => font.set(line.trimEnd(), letterSpacing));
  const widest = Math.max(0, ...lines.map(({ advance }) => advance));
  const share = align === 'left' ? 0 : align === 'centre' ? 0.5 : 1;
  const letters = lines.flatMap((line, index) =>
    line.letters.map((letter) =>
      mapped(letter, (x, y) => [x + (widest - line.advance) * share, y + index * lineSpacing]),
    ),
  );
  return {
    letters,
    baselines: lines.map((_, index) => index * lineSpacing),
    missing: [...new Set(lines.flatMap(({ missing }) => missing))],
    ink: boundsOf(letters.flat()),
  };
};

export const emptyText = (missing: readonly string[]) =>
  failed({
    code: 'empty-text',
    given: missing.length ? `The font has none of these characters: ${missing.join(' ')}.` : 'No letters were given.',
    allowed: 'at least one letter that the font has.',
    todo: missing.length ? 'Choose another face.' : 'Type the text.',
  });

const badHeight = (height: number) =>
  failed({
    code: 'bad-letter-height',
    given: `A letter height of ${height} mm was given.`,
    allowed: '0.5 to 5000 mm.',
    todo: 'Give the height of a capital.',
  });

export const artworkOf = ({ letters, ink }: Block, heightMm: number, colour: string): Artwork => {
  const outlines = welded(
    letters.map((letter) => ({
      rings: mapped(letter, (x, y) => [(x - ink.x) * heightMm, (y - ink.y) * heightMm]),
      fill: 'nonzero' as const,
    })),
  );
  const polygon = simplified(outlines, CHORD_ERROR_MM);
  return {
    widthMm: ink.width * heightMm,
    heightMm: ink.height * heightMm,
    layers: [{ id: colour, colour, polygon, cutLines: [] }],
  };
};

/**
 * Text as artwork: letters at their cap height, overlapping ones welded.
 *
 * @param text lines parted by line ends
 * @returns the artwork with characters that the font lacks; problems where nothing is left to draw
 */
export const setText = (text: string, font: Font, setting: TextSetting): Outcome<SetText> => {
  const { letterHeightMm, colour = '#000000' } = setting;
  if (!(letterHeightMm >= 0.5 && letterHeightMm <= 5000)) return badHeight(letterHeightMm);
  if (text.length > MOST_LETTERS)
    return failed({
      code: 'text-too-long',
      given: `${text.length} characters were given.`,
      allowed: `at most ${MOST_LETTERS}.`,
      todo: 'Split the text.',
    });
  const block = blockOf(text, font, setting);
  if (!block.letters.length) return emptyText(block.missing);
  return {
    ok: true,
    artwork: artworkOf(block, letterHeightMm, colour),
    baselinesMm: block.baselines.map((y) => (y - block.ink.y) * letterHeightMm),
    missing: block.missing,
  };
};
