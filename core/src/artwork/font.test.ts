import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { openFont, setText, type Font } from './index.ts';

const file = (face: string, weight: number) =>
  readFileSync(`node_modules/@fontsource/${face}/files/${face}-latin-${weight}-normal.woff`);

describe('a font file', () => {
  test('whose tables of joins and pairs are broken still sets its letters one by one', async () => {
    const whole = Uint8Array.from(file('barlow-condensed', 600));
    const names = new TextDecoder('latin1').decode(whole.slice(44, 44 + 20 * 20));
    const at = 44 + names.indexOf('GSUB');
    const view = new DataView(whole.buffer);
    const [from, length] = [view.getUint32(at + 4), view.getUint32(at + 8)];
    whole.fill(0xff, from, from + length);
    const read = await openFont(whole);
    if (!read.ok) throw new Error('not opened');
    expect(setText('Office 12', read.font, { letterHeightMm: 10 })).toMatchObject({ ok: true, missing: [] });
  });
  test.each([
    ['cut off', (whole: Uint8Array) => whole.slice(0, 3000)],
    ['empty', () => new Uint8Array(0)],
    ['of 30 MB of nothing', () => new Uint8Array(30_000_000)],
    ['larger than is read', () => new Uint8Array(30_000_001)],
  ])('%s is refused', async (_, make) => {
    const read = await openFont(make(file('barlow-condensed', 600)));
    expect(read).toMatchObject({ ok: false, problems: [{ code: expect.stringMatching(/not-a-font|font-too-large/) }] });
  });
});

describe('letters that join', () => {
  let serif: Font;
  beforeAll(async () => {
    const read = await openFont(file('libre-baskerville', 700));
    if (!read.ok) throw new Error('no font');
    serif = read.font;
  });
  test('are one where they stand close, and apart where they are set apart', () => {
    const close = serif.set('fi', 0).letters.length;
    const apart = serif.set('fi', 0.2).letters.length;
    expect(apart).toBe(2);
    expect(close).toBeLessThanOrEqual(apart);
    // set apart by next to nothing they are as wide as two letters
    const both = serif.set('f', 0).advance + serif.set('i', 0).advance;
    expect(serif.set('fi', 1e-9).advance).toBeCloseTo(both, 1);
  });
});
