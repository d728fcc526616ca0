import { failed, type Outcome } from '../problem/index.ts';
import { boundsOf, CHORD_ERROR_MM, mapped, simplified, type Bounds, type Polygon } from '../shape/index.ts';
import { welded, type Artwork } from './artwork.ts';
import type { Font } from './font.ts';
import { inRows } from './page.ts';
import { thicknessOf } from './thin.ts';

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

interface Block {
  readonly letters: readonly Polygon[];
  readonly baselines: readonly number[];
  readonly missing: readonly string[];
  readonly ink: Bounds;
}

/** Text of one or several lines, in letter heights, not yet welded. */
const blockOf = (
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

const emptyText = (missing: readonly string[]) =>
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

const artworkOf = ({ letters, ink }: Block, heightMm: number, colour: string): Artwork => {
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

/** A word of a set: plain, or with an exception of its own. */
export type LabelWord =
  | string
  | {
      /** Line ends in it make it two lines. */
      readonly text: string;
      /** Set in another face, a condensed one perhaps. */
      readonly font?: Font | undefined;
    };

export interface LabelLimits {
  readonly maxWidthMm: number;
  readonly maxHeightMm: number;
  readonly letterSpacing?: number | undefined;
  readonly lineSpacing?: number | undefined;
  readonly align?: TextSetting['align'];
  /** Smaller than what fits, where the crafter wants it so. */
  readonly letterHeightMm?: number | null | undefined;
}

export interface Label {
  readonly text: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** From its top to the baseline of its first line. */
  readonly baselineMm: number;
  readonly artwork: Artwork;
}

export interface LabelSet {
  /** One height of capitals for all, mm. */
  readonly letterHeightMm: number;
  readonly labels: readonly Label[];
  readonly widthsMm: readonly number[];
  /** The word that lets letters be no larger, and what of it. */
  readonly limitingWord: string;
  readonly limitedBy: 'width' | 'height';
  /** Thinnest stroke of the whole set at that height, mm, and the word it is in; null where no two walls face each other. */
  readonly minStrokeMm: number | null;
  readonly thinnestWord: string | null;
  readonly missing: readonly string[];
}

const MOST_WORDS = 500;
const PLAY = 1 - 1e-9;

/**
 * Many words at one letter height: the largest at which the longest fits.
 *
 * @param words  words, or words with an exception (two lines, another face)
 * @param limits the room that each word has, mm: across, and from its highest to its lowest ink
 * @returns the height of capitals, every word's size, the word that limits, and the thinnest stroke of the set
 */
export const labelSet = (words: readonly LabelWord[], font: Font, limits: LabelLimits): Outcome<LabelSet> => {
  const { maxWidthMm, maxHeightMm } = limits;
  if (!(maxWidthMm > 0 && maxHeightMm > 0 && words.length > 0 && words.length <= MOST_WORDS))
    return failed({
      code: 'bad-labels',
      given: `${words.length} words in ${maxWidthMm} × ${maxHeightMm} mm were given.`,
      allowed: `1 to ${MOST_WORDS} words, and room above 0 mm both ways.`,
      todo: 'Measure one label, and type a word a line.',
    });
  const blocks = words.map((word) => {
    const own = typeof word === 'string' ? { text: word, font } : { text: word.text, font: word.font ?? font };
    return { text: own.text, block: blockOf(own.text.trim(), own.font, { align: 'centre', ...limits }) };
  });
  const missing = [...new Set(blocks.flatMap(({ block }) => block.missing))];
  const blank = blocks.find(({ block }) => !block.letters.length);
  if (blank) return emptyText(blank.block.missing);
  const limit = blocks
    .flatMap(({ text, block }) => [
      { text, by: 'width' as const, height: maxWidthMm / block.ink.width },
      { text, by: 'height' as const, height: maxHeightMm / block.ink.height },
    ])
    .reduce((least, one) => (one.height < least.height ? one : least));
  const letterHeightMm = limits.letterHeightMm ?? limit.height * PLAY;
  if (letterHeightMm > limit.height)
    return failed({
      code: 'label-too-large',
      given: `A letter height of ${letterHeightMm} mm was given.`,
      allowed: `at most ${limit.height.toFixed(2)} mm: "${limit.text}" is then as ${limit.by === 'width' ? 'wide' : 'high'} as it may be.`,
      todo: 'Set that word in two lines or in a narrower face, or take smaller letters.',
    });
  const labels = blocks.map(({ text, block }): Label => {
    const artwork = artworkOf(block, letterHeightMm, '#000000');
    const baselineMm = -block.ink.y * letterHeightMm;
    return { text, widthMm: artwork.widthMm, heightMm: artwork.heightMm, baselineMm, artwork };
  });
  const strokes = labels
    .map(({ text, artwork }) => ({ text, mm: thicknessOf(artwork.layers[0]!.polygon, 'stroke', null).minMm }))
    .filter((one): one is { text: string; mm: number } => one.mm !== null);
  const thinnest = strokes.length ? strokes.reduce((least, one) => (one.mm < least.mm ? one : least)) : null;
  return {
    ok: true,
    letterHeightMm,
    labels,
    widthsMm: labels.map(({ widthMm }) => widthMm),
    limitingWord: limit.text,
    limitedBy: limit.by,
    minStrokeMm: thinnest?.mm ?? null,
    thinnestWord: thinnest?.text ?? null,
    missing,
  };
};

/** A set on one page: labels in rows on common base lines, a gap apart, as many in a row as a width allows. */
export const labelSheet = (labels: readonly Label[], gapMm: number, widthMm: number): Artwork => {
  const highest = Math.max(0, ...labels.map(({ baselineMm }) => baselineMm));
  const standing = labels.map(({ artwork, baselineMm }): Artwork => {
    const down = highest - baselineMm;
    return {
      ...artwork,
      heightMm: artwork.heightMm + down,
      layers: artwork.layers.map((layer) => ({ ...layer, polygon: mapped(layer.polygon, (x, y) => [x, y + down]) })),
    };
  });
  return inRows(standing, gapMm, widthMm);
};
