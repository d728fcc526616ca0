import type { Font as ReadFont, Glyph } from 'fontkit';
import { failed, type Outcome } from '../problem/index.ts';
import { flattenPath } from './svg/flatten.ts';
import { mapped, type Polygon, type Ring } from '../shape/index.ts';

/** What is wrong with a font, in own words. */
class FontError extends Error {}

/** A line of text as outlines, its baseline at 0, its first letter's origin at 0; one cap height is one unit, y down. */
export interface SetLine {
  /** One entry a letter: they may overlap. */
  readonly letters: readonly Polygon[];
  readonly advance: number;
  /** Characters that the font does not have, each once. */
  readonly missing: readonly string[];
}

/** An opened font: sets text as outlines. */
export interface Font {
  readonly name: string;
  /**
   * @param letterSpacing added between letters, in cap heights
   */
  set(text: string, letterSpacing: number): SetLine;
}

/** Chord error of letters, in cap heights: 1 µm at 10 mm. */
const CHORD = 1e-4;
const LARGEST_FONT = 30_000_000;

const COMMANDS = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' } as const;

const ringsOf = (
  commands: readonly { readonly command: keyof typeof COMMANDS; readonly args: readonly number[] }[],
  scale: number,
): Ring[] => {
  const d = commands.map(({ command, args }) => COMMANDS[command] + args.join(' ')).join('');
  const { lines } = flattenPath(d, CHORD / scale);
  return mapped(
    lines.map(({ points }) => points).filter(({ length }) => length >= 6),
    (x, y) => [x * scale, -y * scale],
  );
};

const heightOfCapitals = (font: ReadFont): number => {
  if (font.capHeight > 0) return font.capHeight;
  const { bbox } = font.glyphForCodePoint(0x48);
  return bbox.maxY > 0 ? bbox.maxY : font.unitsPerEm * 0.7;
};

const isMark = (text: string): boolean => /^[\p{Zs}\p{C}]$/u.test(text);

/** The runs of a text that one of the files can set, first file first. */
const runsOf = (
  text: string,
  fonts: readonly ReadFont[],
): { readonly text: string; readonly font: ReadFont | null }[] => {
  const runs: { text: string; font: ReadFont | null }[] = [];
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0)!;
    const font = fonts.find((one) => one.hasGlyphForCodePoint(code)) ?? null;
    const last = runs.at(-1);
    if (last && last.font === font) last.text += letter;
    else runs.push({ text: letter, font });
  }
  return runs;
};

/** One letter of a run: its outlines (null where the file breaks off in it), how far it moves the pen, and where it stands, in cap heights. */
interface LaidLetter {
  readonly rings: readonly Ring[] | null;
  readonly advance: number;
  readonly x: number;
  readonly y: number;
}

/** Letters that are joined into one when they stand close: not where they are set apart. */
const JOINED_OFF = { liga: false, clig: false, dlig: false, hlig: false };

const runOf = (run: string, font: ReadFont, isJoined: boolean) => {
  try {
    return isJoined ? font.layout(run) : font.layout(run, JOINED_OFF);
  } catch {
    return null; // broken tables of joins and pairs: letters still stand one by one
  }
};

/** A run of letters as the font lays it out; where its tables of joins are broken, letter by letter. */
const laidOut = (run: string, font: ReadFont, scale: number, isJoined: boolean): LaidLetter[] => {
  const laid = runOf(run, font, isJoined);
  const broken = { rings: null, advance: 0, x: 0, y: 0 };
  const drawn = (glyph: Glyph, advance: () => number, x: number, y: number): LaidLetter => {
    try {
      return { rings: ringsOf(glyph.path.commands, scale), advance: advance() * scale, x: x * scale, y: y * scale };
    } catch {
      return broken;
    }
  };
  if (laid)
    return laid.glyphs.map((glyph, index) => {
      const { xAdvance, xOffset, yOffset } = laid.positions[index]!;
      return drawn(glyph, () => xAdvance, xOffset, yOffset);
    });
  return [...run].map((letter) => {
    try {
      const glyph = font.glyphForCodePoint(letter.codePointAt(0)!);
      return drawn(glyph, () => glyph.advanceWidth, 0, 0);
    } catch {
      return broken;
    }
  });
};

/**
 * Opens a font: TTF, OTF, WOFF or WOFF2; several files are subsets of one face.
 *
 * @param files each file's bytes
 * @returns the font; problems where a file is none, is too large, or is a collection
 */
export const openFont = async (files: Uint8Array | readonly Uint8Array[]): Promise<Outcome<{ font: Font }>> => {
  const { create } = await import('fontkit');
  const bytes = files instanceof Uint8Array ? [files] : files;
  const fonts: ReadFont[] = [];
  for (const file of bytes) {
    if (file.length > LARGEST_FONT)
      return failed({
        code: 'font-too-large',
        given: `A file of ${Math.round(file.length / 1e6)} MB was given.`,
        allowed: `at most ${LARGEST_FONT / 1e6} MB.`,
        todo: 'Choose one face, not a collection.',
      });
    try {
      const read = create(file as Buffer);
      if (!('layout' in read)) throw new FontError('it holds several fonts');
      // broken tables show themselves only when a letter is drawn
      if (!read.glyphForCodePoint(0x41).path) throw new FontError('its letters have no outlines');
      // and heights are needed before any is set
      if (!(read.unitsPerEm > 0) || !(heightOfCapitals(read) > 0)) throw new FontError('it has no height');
      fonts.push(read);
    } catch (error) {
      return failed({
        code: 'not-a-font',
        given: `The file does not read as a font${error instanceof FontError ? `: ${error.message}` : ''}.`,
        allowed: 'a TTF, OTF, WOFF or WOFF2 file of one face.',
        todo: 'Choose another file; take one face out of a collection.',
      });
    }
  }
  const [first] = fonts;
  if (!first)
    return failed({
      code: 'not-a-font',
      given: 'No file was given.',
      allowed: 'a TTF, OTF, WOFF or WOFF2 file of one face.',
      todo: 'Choose a file.',
    });
  const unit = 1 / heightOfCapitals(first);
  const set: Font['set'] = (text, letterSpacing) => {
    const letters: Polygon[] = [];
    const missing = new Set<string>();
    let pen = 0;
    for (const { text: run, font } of runsOf(text, fonts)) {
      if (!font) {
        for (const letter of run) if (!isMark(letter)) missing.add(letter);
        continue;
      }
      const scale = (unit * first.unitsPerEm) / font.unitsPerEm;
      for (const { rings, advance, x: dx, y: dy } of laidOut(run, font, scale, letterSpacing === 0)) {
        if (rings === null) {
          // letters that the file breaks off in are missing from it
          for (const letter of run) if (!isMark(letter)) missing.add(letter);
          continue;
        }
        if (rings.length) letters.push(mapped(rings, (x, y) => [x + pen + dx, y - dy]));
        pen += advance + letterSpacing;
      }
    }
    return { letters, advance: Math.max(0, pen - letterSpacing), missing: [...missing] };
  };
  return { ok: true, font: { name: first.fullName || first.familyName || 'own font', set } };
};
