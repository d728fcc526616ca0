import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PLAIN_PLACEMENT } from '../piece/index.ts';
import {
  boundsOf,
  clearAreaOf,
  intersected,
  polygonArea,
  rectangle,
  subtracted,
  type AreaInput,
} from '../shape/index.ts';
import {
  arrangeText,
  blankOf,
  designOf,
  fitDesign,
  labelSet,
  labelSheet,
  openFont,
  placeDesigns,
  placedOn,
  repeated,
  setInto,
  setText,
  type Artwork,
  type DesignToPlace,
  type Font,
} from './index.ts';

const bare = { top: 0, right: 0, bottom: 0, left: 0 };
const block = (width: number, height: number, colour = '#000000'): Artwork => ({
  widthMm: width,
  heightMm: height,
  layers: [{ id: colour, colour, polygon: [rectangle({ x: 0, y: 0, width, height })], cutLines: [] }],
});
const design = (designId: string, artwork: Artwork, more: Partial<DesignToPlace> = {}): DesignToPlace => ({
  designId,
  over: null,
  artwork,
  labels: null,
  scale: 1,
  isMadeForArea: false,
  placement: PLAIN_PLACEMENT,
  ...more,
});
const placed = (area: AreaInput, ...designs: readonly DesignToPlace[]) => {
  const made = placeDesigns(area, designs, { rimZoneMm: 0, gapMm: 6 });
  if (!made.ok) throw new Error(made.problems[0]!.given);
  return made.designs;
};

let sans: Font;
beforeAll(async () => {
  const read = await openFont(
    readFileSync(
      'node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff',
    ),
  );
  if (!read.ok) throw new Error('no font');
  sans = read.font;
});

describe('designs on an area', () => {
  const mug: AreaInput = {
    kind: 'cylinder',
    circumferenceMm: 228,
    heightMm: 92,
    margins: { ...bare, top: 20, bottom: 6 },
  };

  test('one that lies over another lies on it and is centred there; others keep clear of it', () => {
    const wrap = design('wrap', block(180, 50), { placement: { ...PLAIN_PLACEMENT, alignX: 'left' } });
    const [below, above] = placed(mug, wrap, design('word', block(100, 20), { over: 'wrap' }));
    const [on, of] = [above!.placement!.boundsMm, below!.placement!.boundsMm];
    expect(on.x + on.width / 2).toBeCloseTo(of.x + of.width / 2, 3);
    expect(on.y + on.height / 2).toBeCloseTo(of.y + of.height / 2, 3);
    expect(polygonArea(subtracted(designOf(above!.placed[0]!), designOf(below!.placed[0]!)))).toBeLessThan(0.02);
    const [, beside] = placed(mug, wrap, design('word', block(100, 20)));
    expect(polygonArea(intersected(designOf(beside!.placed[0] ?? block(1, 1)), designOf(below!.placed[0]!)))).toBe(0);
  });
  test('the order of the list does not matter to what lies over what', () => {
    const designs = [design('word', block(100, 20), { over: 'wrap' }), design('wrap', block(180, 50))];
    expect(placed(mug, ...designs).map(({ designId, placement }) => [designId, placement !== null])).toEqual([
      ['word', true],
      ['wrap', true],
    ]);
  });
  test('over one that does not fit it waits, over one without artwork it has the whole area', () => {
    const huge = design('wrap', block(180, 50), { scale: 40, placement: { ...PLAIN_PLACEMENT, sizing: 'said' } });
    const [, waits] = placed(mug, huge, design('word', block(100, 20), { over: 'wrap' }));
    expect(waits).toMatchObject({ placement: null, problems: [{ code: 'nothing-beneath' }] });
    expect(placed(mug, design('word', block(100, 20), { over: 'wrap' }))[0]!.placement).not.toBeNull();
  });
  test('a share of the width leaves air around it', () => {
    const area: AreaInput = { kind: 'rectangle', widthMm: 210, heightMm: 64, margins: { ...bare, left: 5, right: 5 } };
    const [word] = placed(
      area,
      design('word', block(100, 10), { placement: { ...PLAIN_PLACEMENT, widthShare: 0.75 } }),
    );
    expect(word!.placement!.boundsMm.width).toBeCloseTo(150, 2);
    expect(word!.placement!.isCentred).toEqual({ x: true, y: true });
  });
  test('what was made for another area is not laid on this one', () => {
    const made = blankOf(mug);
    if (!made.ok) throw new Error(made.problems[0]!.given);
    const wrap = design('wrap', made.artwork, { isMadeForArea: true });
    expect(placed(mug, wrap)[0]).toMatchObject({ placement: { scale: 1, offset: { x: 0, y: 0 } }, problems: [] });
    expect(placed({ ...mug, circumferenceMm: 240 }, wrap)[0]).toMatchObject({ problems: [{ code: 'other-area' }] });
  });
});

describe('a set of labels', () => {
  const front: AreaInput = {
    kind: 'rectangle',
    widthMm: 52,
    heightMm: 14,
    margins: { top: 2, bottom: 2, left: 3, right: 3 },
  };
  const words = ['Filters', 'Moon', 'Wide field', 'Barlow', 'Star charts'];
  const setAt = (letterHeightMm: number | null) => {
    const set = labelSet(words, sans, { maxWidthMm: 46, maxHeightMm: 10, letterHeightMm });
    if (!set.ok) throw new Error(set.problems[0]!.given);
    return { set, sheet: labelSheet(set.labels, 6, 280) };
  };
  const toPlace = (letterHeightMm: number | null) => {
    const { sheet } = setAt(letterHeightMm);
    return design('labels', sheet.artwork, { labels: { rooms: sheet.rooms, words } });
  };

  test('each stands on an area of its own, at the size that it was set at', () => {
    const [labels] = placed(front, toPlace(4));
    expect(labels!.placed).toHaveLength(5);
    const { set, sheet } = setAt(4);
    const baseLine = boundsOf(designOf(labels!.placed[0]!)).y + sheet.rooms[0]!.baselineMm!;
    labels!.placed.forEach((one, index) => {
      const { x, y, width, height } = boundsOf(designOf(one));
      expect([width, height]).toEqual(
        [set.labels[index]!.widthMm, set.labels[index]!.heightMm].map((mm) => expect.closeTo(mm, 3)),
      );
      expect(x + width / 2).toBeCloseTo(26, 2);
      // all base lines lie at one height
      const { baselineMm } = sheet.rooms[index]!;
      expect(y + baselineMm! - baseLine).toBeCloseTo(0, 2);
      expect(Math.min(x - 3, y - 2, 49 - x - width, 12 - y - height)).toBeGreaterThanOrEqual(-1e-3);
    });
  });
  test('a capital is as high as was typed, to a hundredth of a millimetre', () => {
    const plain = setText('H', sans, { letterHeightMm: 4 });
    if (!plain.ok) throw new Error(plain.problems[0]!.given);
    expect(plain.artwork.heightMm).toBeCloseTo(4, 2);
    expect(setAt(4).set.letterHeightMm).toBe(4);
    expect(boundsOf(designOf(placed(front, toPlace(4))[0]!.placed[1]!)).height).toBeLessThan(4.1);
  });
  test('where one does not fit its area the word is named, and none is shrunk', () => {
    const [labels] = placed({ ...front, widthMm: 36 }, toPlace(6));
    expect(labels).toMatchObject({ placement: null, placed: [] });
    expect(labels!.problems[0]!.given).toMatch(/^“(Wide field|Star charts)”:/);
  });
});

describe('words arranged', () => {
  const housing: AreaInput = {
    kind: 'rectangle',
    widthMm: 190,
    heightMm: 85,
    keepOuts: [{ kind: 'circle', xMm: 95, yMm: 42, diameterMm: 12 }],
  };
  test('around what is in the way have larger letters than in one line, and keep clear of it', () => {
    const text = 'Warm air, night crew';
    const found = arrangeText(text, sans, housing, { letterSpacing: 0.05 });
    const row = setText(text, sans, { letterHeightMm: 10, letterSpacing: 0.05 });
    const one = row.ok ? fitDesign(housing, row.artwork) : row;
    if (!found.ok || !one.ok) throw new Error('nothing found');
    expect(found.text.split('\n').length).toBeGreaterThan(1);
    expect(found.text.replaceAll('\n', ' ')).toBe(text);
    expect(found.letterHeightMm).toBeGreaterThan(1.3 * 10 * one.scale);
    const set = setText(found.text, sans, { ...found, letterSpacing: 0.05 });
    const clear = clearAreaOf(housing);
    if (!set.ok || !clear.ok) throw new Error('not set');
    const at = fitDesign(housing, set.artwork, { scale: 1 });
    if (!at.ok) throw new Error(at.problems[0]!.given);
    const lies = designOf(placedOn(set.artwork, at, clear));
    expect(polygonArea(subtracted(lies, clear.clear))).toBeLessThan(0.05);
  });
  test('no words, or letters that the face lacks, are said', () => {
    expect(arrangeText('  ', sans, housing, {})).toMatchObject({ problems: [{ code: 'empty-text' }] });
    expect(arrangeText('漢字', sans, housing, {})).toMatchObject({ problems: [{ code: 'empty-text' }] });
  });
});

describe('a motif repeated', () => {
  const cup: AreaInput = { kind: 'cone', topDiameterMm: 92, bottomDiameterMm: 74, slantMm: 190 };
  const options = { stepXMm: 24, stepYMm: 30, isHalfDrop: false, motifHeightMm: 12 };
  const made = (area: AreaInput, more: Partial<typeof options> = {}) => {
    const found = repeated(block(10, 12), area, { ...options, ...more });
    if (!found.ok) throw new Error(found.problems[0]!.given);
    return found;
  };
  test('meets itself at the seam of a side that goes all around', () => {
    const { artwork, columns, stepXMm, meetsAtSeam } = made(cup);
    expect(meetsAtSeam).toBe(true);
    expect(columns * stepXMm).toBeCloseTo(artwork.widthMm, 9);
    expect(Math.abs(stepXMm - 24)).toBeLessThan(1);
    // every row holds as much as its whole motifs: what the seam cuts off comes in again
    const rows = Math.round(polygonArea(designOf(artwork)) / (columns * 120));
    expect(polygonArea(designOf(artwork))).toBeCloseTo(rows * columns * 120, 1);
  });
  test('a wide motif crosses the seam and comes in again on the other side', () => {
    const wide = repeated(block(40, 12), cup, { ...options, stepXMm: 44 });
    if (!wide.ok) throw new Error('not made');
    const whole = polygonArea(designOf(wide.artwork));
    expect(whole / 480).toBeCloseTo(Math.round(whole / 480), 3);
    const shifted = repeated(block(40, 12), { ...cup, handleGapMm: 30 }, { ...options, stepXMm: 44 });
    expect(shifted).toMatchObject({ ok: true, meetsAtSeam: false });
  });
  test('dropped by half a step has an even number of columns around, and every other one lower', () => {
    const { artwork, columns } = made(cup, { isHalfDrop: true });
    expect(columns % 2).toBe(0);
    const tops = new Set(designOf(artwork).map((ring) => Math.round(boundsOf([ring]).y * 10) / 10));
    const sorted = [...tops].sort((one, other) => one - other);
    sorted.slice(1).forEach((y, at) => expect(y - sorted[at]!).toBeCloseTo(15, 1));
  });
  test.each([
    ['where the dropped columns hold as many', 60],
    ['where they hold one less', 48],
  ])('dropped by half a step it leaves as much above as below, %s', (_, heightMm) => {
    const { artwork } = made(
      { kind: 'rectangle', widthMm: 120, heightMm, margins: bare },
      { isHalfDrop: true, stepYMm: 30 },
    );
    const { y, height } = boundsOf(designOf(artwork));
    expect(y).toBeCloseTo(heightMm - y - height, 6);
    expect(height).toBeCloseTo(heightMm === 60 ? 30 + 15 + 12 : 30 + 12, 6);
  });
  test('on a flat area only whole motifs lie, clear of margins and of what is in the way', () => {
    const area: AreaInput = { kind: 'disc', diameterMm: 160 };
    const clear = clearAreaOf(area);
    const { artwork } = made(area);
    if (!clear.ok) throw new Error('no area');
    expect(polygonArea(subtracted(designOf(artwork), clear.clear))).toBeLessThan(0.01);
    designOf(artwork).forEach((ring) => expect(polygonArea([ring])).toBeCloseTo(120, 2));
    expect(designOf(artwork).length).toBeGreaterThan(8);
  });
  test('a name is set into it with a clear outline around, and meets none of it', () => {
    const pattern = made(cup).artwork;
    const name = setText('Night crew', sans, { letterHeightMm: 15 });
    if (!name.ok) throw new Error('no name');
    const whole = setInto(pattern, name.artwork, 4);
    expect([whole.widthMm, whole.heightMm]).toEqual([pattern.widthMm, pattern.heightMm]);
    expect(polygonArea(designOf(whole))).toBeLessThan(
      polygonArea(designOf(pattern)) + polygonArea(designOf(name.artwork)),
    );
  });
  test.each([
    ['a motif higher than the area', { motifHeightMm: 400 }, 'motif-too-large'],
    ['no step', { stepXMm: 0 }, 'bad-step'],
    ['steps of a tenth of a millimetre', { stepXMm: 0.1, stepYMm: 0.1, motifHeightMm: 1 }, 'too-many-motifs'],
  ])('%s is refused', (_, more, code) =>
    expect(repeated(block(10, 12), cup, { ...options, ...more })).toMatchObject({ problems: [{ code }] }),
  );
});
