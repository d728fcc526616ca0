import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { boundsOf } from '../shape/index.ts';
import { designOf, examineArtwork, labelSet, openFont, setText, type Font } from './index.ts';

const fonts = path.resolve(import.meta.dirname, '../../../node_modules/@fontsource');
const opened = async (face: string, ...files: string[]): Promise<Font> => {
  const read = await openFont(
    files.map((file) => readFileSync(path.join(fonts, face, 'files', `${face}-${file}-normal.woff`))),
  );
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.font;
};
let sans: Font;
let script: Font;
let condensed: Font;
beforeAll(async () => {
  sans = await opened('atkinson-hyperlegible-next', 'latin-600', 'latin-ext-600');
  script = await opened('pacifico', 'latin-400');
  condensed = await opened('barlow-condensed', 'latin-600');
});

describe('text', () => {
  test('letter height is the height of a flat capital; descenders are in the box', () => {
    const capital = setText('H', sans, { letterHeightMm: 20 });
    const low = setText('Hg', sans, { letterHeightMm: 20 });
    if (!capital.ok || !low.ok) throw new Error('not set');
    expect(capital.artwork.heightMm).toBeCloseTo(20, 1);
    expect(capital.baselinesMm[0]).toBeCloseTo(20, 1);
    expect(low.artwork.heightMm).toBeGreaterThan(24);
    expect(low.baselinesMm[0]).toBeCloseTo(20, 1);
    expect(boundsOf(designOf(low.artwork))).toEqual({
      x: expect.closeTo(0, 3),
      y: expect.closeTo(0, 3),
      width: expect.closeTo(low.artwork.widthMm, 3),
      height: expect.closeTo(low.artwork.heightMm, 3),
    });
  });
  test('overlapping letters of a script are one piece; counters are islands', () => {
    const word = setText('dome', script, { letterHeightMm: 30 });
    if (!word.ok) throw new Error('not set');
    expect(examineArtwork(word.artwork, { as: 'decal' }).pieceCount).toBe(1);
    const counters = setText('BOAT', sans, { letterHeightMm: 30 });
    if (!counters.ok) throw new Error('not set');
    expect(examineArtwork(counters.artwork, { as: 'stencil' })).toMatchObject({ pieceCount: 4, islandCount: 4 });
  });
  test('lines stand a line spacing apart, aligned as asked; letter spacing widens', () => {
    const both = setText('Moon\nMoonrise', sans, { letterHeightMm: 10, lineSpacing: 2, align: 'right' });
    if (!both.ok) throw new Error('not set');
    expect(both.baselinesMm[1]! - both.baselinesMm[0]!).toBeCloseTo(20, 6);
    const narrow = setText('Moon', sans, { letterHeightMm: 10 });
    const spaced = setText('Moon', sans, { letterHeightMm: 10, letterSpacing: 0.5 });
    if (!narrow.ok || !spaced.ok) throw new Error('not set');
    expect(spaced.artwork.widthMm - narrow.artwork.widthMm).toBeCloseTo(15, 3);
  });
  test('a second file of the face fills in what the first lacks; what none has is named and left out', () => {
    expect(setText('Łódź', sans, { letterHeightMm: 10 })).toMatchObject({ ok: true, missing: [] });
    expect(setText('Dome ☾☾', sans, { letterHeightMm: 10 })).toMatchObject({ ok: true, missing: ['☾'] });
    expect(setText('☾', sans, { letterHeightMm: 10 })).toMatchObject({ ok: false, problems: [{ code: 'empty-text' }] });
    expect(setText('', sans, { letterHeightMm: 10 })).toMatchObject({ ok: false });
    expect(setText('A', sans, { letterHeightMm: -1 })).toMatchObject({ ok: false });
  });
  test('letters are 0.5 to 5000 mm high', () => {
    const isSet = (letterHeightMm: number) => setText('A', sans, { letterHeightMm }).ok;
    expect([0.49, 0.5, 5000, 5001, NaN].map(isSet)).toEqual([false, true, true, false, false]);
  });
  test.each([
    ['text', new TextEncoder().encode('not a font at all')],
    ['nothing', new Uint8Array()],
  ])('a file of %s is no font', async (_, bytes) =>
    expect(await openFont(bytes)).toMatchObject({ ok: false, problems: [{ code: 'not-a-font' }] }),
  );
  test('a file that is too large is not read; one that just is not, is', async () => {
    const code = async (length: number) => {
      const read = await openFont(new Uint8Array(length));
      return read.ok ? 'read' : read.problems[0]!.code;
    };
    expect([await code(30_000_001), await code(30_000_000)]).toEqual(['font-too-large', 'not-a-font']);
    expect(await openFont(new Uint8Array(45_000_000))).toMatchObject({
      problems: [{ given: 'A file of 45 MB was given.', allowed: 'at most 30 MB.' }],
    });
    expect(await openFont([])).toMatchObject({
      ok: false,
      problems: [{ code: 'not-a-font', given: 'No file was given.' }],
    });
  });
});

describe('a label set', () => {
  const words = ['Plossl 32', 'Barlow lens', 'Filters', 'Collimation tools', 'Caps'];
  test('has one height at which the longest word just fits, and names it', () => {
    const set = labelSet(words, sans, { maxWidthMm: 70, maxHeightMm: 18 });
    if (!set.ok) throw new Error(set.problems[0]!.given);
    expect([set.limitingWord, set.limitedBy]).toEqual(['Collimation tools', 'width']);
    expect(Math.max(...set.widthsMm)).toBeCloseTo(70, 3);
    expect(set.labels.every(({ widthMm, heightMm }) => widthMm <= 70 && heightMm <= 18)).toBe(true);
    expect(set.minStrokeMm).toBeGreaterThan(0.2);
    expect(words).toContain(set.thinnestWord);
    const each = examineArtwork(set.labels.find(({ text }) => text === set.thinnestWord)!.artwork, { as: 'decal' });
    expect(each.minStrokeMm).toBeCloseTo(set.minStrokeMm!, 2);
  });
  test('an exception for the longest (two lines, a condensed face) lets all letters grow', () => {
    const plain = labelSet(words, sans, { maxWidthMm: 70, maxHeightMm: 30 });
    const excepted = labelSet(
      words.map((text) => (text === 'Collimation tools' ? { text: 'Collimation\ntools', font: condensed } : text)),
      sans,
      { maxWidthMm: 70, maxHeightMm: 30 },
    );
    if (!plain.ok || !excepted.ok) throw new Error('not set');
    expect(excepted.letterHeightMm).toBeGreaterThan(plain.letterHeightMm * 1.2);
    expect(excepted.limitingWord).not.toBe('Collimation tools');
  });
  test('letters that would leave the room are refused, naming the word and the way in which it is full', () => {
    const refused = (maxWidthMm: number, maxHeightMm: number) => {
      const set = labelSet(['Caps', 'go'], sans, { maxWidthMm, maxHeightMm, letterHeightMm: 40 });
      return set.ok ? '' : set.problems[0]!.allowed;
    };
    expect(refused(60, 500)).toMatch(/^at most [\d.]+ mm: "Caps" is then as wide as it may be\.$/);
    expect(refused(500, 20)).toMatch(/^at most [\d.]+ mm: "(Caps|go)" is then as high as it may be\.$/);
  });
  test('a low label limits by height; larger letters than fit are refused, naming the word', () => {
    expect(labelSet(['Caps', 'go'], sans, { maxWidthMm: 500, maxHeightMm: 10 })).toMatchObject({
      ok: true,
      limitedBy: 'height',
      limitingWord: 'Caps',
    });
    const large = labelSet(words, sans, { maxWidthMm: 70, maxHeightMm: 18, letterHeightMm: 40 });
    expect(large.ok ? '' : large.problems[0]!.allowed).toMatch(/Collimation tools/);
    expect(labelSet([], sans, { maxWidthMm: 70, maxHeightMm: 18 })).toMatchObject({ ok: false });
  });
});
