import { failed, type Outcome } from '../problem/index.ts';
import { mapped, type Bounds, type Ring } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import type { Font } from './font.ts';
import { windowed } from './mend.ts';
import { drawnBounds, onOwnPage } from './page.ts';
import type { LabelRoom } from './record.ts';
import { artworkOf, blockOf, emptyText, type TextSetting } from './text.ts';
import { thicknessOf } from './thin.ts';

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

/** Labels on one page, each in a room of its own. */
export interface LabelSheet {
  readonly artwork: Artwork;
  /** The place of each on the page, in the order of the set, mm: its ink and nothing else. */
  readonly rooms: readonly LabelRoom[];
}

/** A set on one page: labels in rows on common base lines, a gap apart, as many in a row as a width allows, at least one. */
export const labelSheet = (
  labels: readonly Pick<Label, 'artwork' | 'baselineMm'>[],
  gapMm: number,
  widthMm: number,
): LabelSheet => {
  const highest = Math.max(0, ...labels.map(({ baselineMm }) => baselineMm));
  const polygon: Ring[] = [];
  const rooms: LabelRoom[] = [];
  let [left, top, high, widest] = [0, 0, 0, 0];
  for (const { artwork, baselineMm } of labels) {
    if (left > 0 && left + artwork.widthMm > widthMm) [left, top, high] = [0, top + high + gapMm, 0];
    const down = highest - baselineMm;
    const [x, y] = [left, top + down];
    polygon.push(...artwork.layers.flatMap((layer) => mapped(layer.polygon, (px, py) => [px + x, py + y])));
    rooms.push({ x, y, width: artwork.widthMm, height: artwork.heightMm, baselineMm });
    high = Math.max(high, artwork.heightMm + down);
    widest = Math.max(widest, left + artwork.widthMm);
    left += artwork.widthMm + gapMm;
  }
  const colour = labels[0]?.artwork.layers[0]?.colour ?? '#000000';
  return {
    artwork: { widthMm: widest, heightMm: top + high, layers: [{ id: colour, colour, polygon, cutLines: [] }] },
    rooms,
  };
};

/** Each label of a sheet by itself, on a page as large as its ink. */
export const labelsApart = (artwork: Artwork, rooms: readonly Bounds[]): Artwork[] =>
  rooms.map((room) => windowed(artwork, room));

/** Labels of a sheet after each was changed by itself, laid out again so that all have room. */
export const labelsChanged = (
  artwork: Artwork,
  rooms: readonly LabelRoom[],
  change: (label: Artwork) => Artwork,
  gapMm: number,
  widthMm: number,
): LabelSheet =>
  labelSheet(
    labelsApart(artwork, rooms).map((label, index) => {
      const changed = change(label);
      const { baselineMm } = rooms[index]!;
      // what is added above moves the base line down on the label's own page
      const added = -drawnBounds(changed).y;
      const own = onOwnPage(changed);
      return { artwork: own, baselineMm: (baselineMm ?? own.heightMm) + added };
    }),
    gapMm,
    widthMm,
  );
