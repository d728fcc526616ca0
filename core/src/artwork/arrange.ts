import { failed, type Outcome } from '../problem/index.ts';
import { boundsOf, clearAreaOf, type AreaInput, type Bounds } from '../shape/index.ts';
import { fitDesign, type FitOptions, type Placement } from './fit.ts';
import type { Font } from './font.ts';
import { setText, type TextSetting } from './text.ts';

export interface Arranged {
  /** The words with line ends where they break. */
  readonly text: string;
  readonly align: NonNullable<TextSetting['align']>;
  readonly lineSpacing: number;
  readonly letterHeightMm: number;
  readonly placement: Placement;
}

/** Height at which arrangements are set before they are sized, mm. */
const TRIED_AT_MM = 10;
/** Distances of base lines that are tried, in letter heights: close, usual, and wide enough for something in the way between lines. */
const LINE_SPACINGS = [1.35, 1.6, 2.1, 2.8, 3.6];
const ONE_LINE_SPACING = 1.6;
/** Texts of more words are broken into lines of about one length only. */
const MOST_WORDS_FREE = 8;
const MOST_LINES = 12;
/** Arrangements of which the letters can be at most so little larger are not tried, as a share. */
const WORTH = 0.01;
const MOST_FITS = 120;

/** Every way to break words into lines. */
const allBreaks = (words: readonly string[]): string[] =>
  Array.from({ length: 2 ** (words.length - 1) }, (_, bits) =>
    words.reduce((text, word, index) => `${text}${bits & (1 << (index - 1)) ? '\n' : ' '}${word}`),
  );

/** One way for each number of lines: lines of about the same number of letters. */
const evenBreaks = (words: readonly string[]): string[] => {
  const total = words.join(' ').length;
  return Array.from({ length: Math.min(MOST_LINES, words.length) }, (_, index) => {
    const most = total / (index + 1);
    const lines: string[] = [];
    for (const word of words) {
      const last = lines.at(-1);
      if (last !== undefined && last.length + word.length / 2 < most) lines[lines.length - 1] = `${last} ${word}`;
      else lines.push(word);
    }
    return lines.join('\n');
  });
};

/** A way to set the words, and how large it could be at the most. */
interface Tried {
  readonly broken: string;
  readonly lineSpacing: number;
  readonly align: Arranged['align'];
  /** Scale from the height that it is tried at. */
  readonly most: number;
}

/** The size of lines of ink, in letter heights, each line set but once. */
const lineInk = (font: Font, letterSpacing: number) => {
  const known = new Map<string, { readonly ink: Bounds; readonly advance: number }>();
  const lineOf = (text: string) => {
    const found = known.get(text);
    if (found) return found;
    const { letters, advance } = font.set(text, letterSpacing);
    const line = { ink: boundsOf(letters.flat()), advance };
    known.set(text, line);
    return line;
  };
  return (texts: readonly string[], lineSpacing: number, align: Arranged['align']) => {
    const lines = texts.map(lineOf).filter(({ ink }) => ink.width > 0);
    const widest = Math.max(0, ...lines.map(({ advance }) => advance));
    const shift = align === 'left' ? 0 : align === 'centre' ? 0.5 : 1;
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    lines.forEach(({ ink, advance }, index) => {
      const x = ink.x + (widest - advance) * shift;
      const y = ink.y + index * lineSpacing;
      [left, right] = [Math.min(left, x), Math.max(right, x + ink.width)];
      [top, bottom] = [Math.min(top, y), Math.max(bottom, y + ink.height)];
    });
    return { width: right - left, height: bottom - top };
  };
};

/**
 * Words arranged on a clear area so that their letters are as large as can be: where lines break, how they stand, how far apart, and where
 * the block lies around what is in the way.
 *
 * @param text words; line ends that it has are kept free to change
 * @returns problems where nothing fits or the font has none of the letters
 */
export const arrangeText = (
  text: string,
  font: Font,
  area: AreaInput,
  setting: Pick<TextSetting, 'letterSpacing'> & FitOptions,
): Outcome<Arranged> => {
  const words = text.split(/\s+/).filter(Boolean);
  const { letterSpacing, ...options } = setting;
  const clear = clearAreaOf(area, options);
  if (!clear.ok) return clear;
  const room = boundsOf(clear.clear);
  const share = options.widthShare ?? 1;
  const breaks = words.length <= MOST_WORDS_FREE ? allBreaks(words) : evenBreaks(words);
  // a wide gap between lines is for what lies between them
  const spacings = clear.clear.length > 1 || clear.keptOut.length > 0 ? LINE_SPACINGS : LINE_SPACINGS.slice(0, 2);
  const inkOf = lineInk(font, letterSpacing ?? 0);
  const tried = breaks.flatMap((broken) =>
    spacings
      .filter((spacing) => broken.includes('\n') || spacing === ONE_LINE_SPACING)
      .flatMap((lineSpacing) =>
        (['centre', 'left', 'right'] as const)
          .filter((align) => broken.includes('\n') || align === 'centre')
          .flatMap((align): Tried[] => {
            const { width, height } = inkOf(broken.split('\n'), lineSpacing, align);
            const most = Math.min((share * room.width) / width, room.height / height) / TRIED_AT_MM;
            return most > 0 ? [{ broken, lineSpacing, align, most }] : [];
          }),
      ),
  );
  if (!tried.length) {
    const set = setText(text, font, { letterHeightMm: TRIED_AT_MM });
    return set.ok
      ? failed({
          code: 'empty-text',
          given: 'No words were given.',
          allowed: 'at least one word.',
          todo: 'Type the text.',
        })
      : set;
  }
  let best: Arranged | null = null;
  let fits = 0;
  for (const one of [...tried].sort((left, right) => right.most - left.most)) {
    const found: number = best ? best.letterHeightMm / TRIED_AT_MM : 0;
    if (one.most <= found * (1 + WORTH) || fits >= MOST_FITS) break;
    fits += 1;
    const set = setText(one.broken, font, { ...one, letterHeightMm: TRIED_AT_MM, letterSpacing });
    if (!set.ok) continue;
    const fit = fitDesign(area, set.artwork, { ...options, leastScale: found * (1 + WORTH) });
    if (!fit.ok || fit.scale <= found * (1 + WORTH)) continue;
    best = {
      text: one.broken,
      align: one.align,
      lineSpacing: one.lineSpacing,
      letterHeightMm: fit.scale * TRIED_AT_MM,
      placement: fit,
    };
  }
  return best
    ? { ok: true, ...best }
    : failed({
        code: 'does-not-fit',
        given: 'The words fit nowhere in the clear area.',
        allowed: 'an area with room for them.',
        todo: 'Make margins smaller, or take fewer words.',
      });
};
