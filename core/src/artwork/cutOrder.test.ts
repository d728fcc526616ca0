import { describe, expect, test } from '@jest/globals';
import DxfParser from 'dxf-parser';
import { catalogue } from '../materials/index.ts';
import { PLAIN_CUT, plainDesign, type ApplyOperation, type Design, type Stack } from '../piece/index.ts';
import { boundsOf, polygonArea, rectangle, reversed, type AreaInput, type Polygon } from '../shape/index.ts';
import {
  AS_DRAWN,
  cutAs,
  cutFiles,
  cutOperationOf,
  cutSettingsOf,
  designOf,
  fullSizeOf,
  labelSheet,
  planOrder,
  readArtwork,
  type Artwork,
  type CutOrder,
  type CutPlan,
  type CutSettings,
} from './index.ts';

const artworkOf = (...layers: readonly (readonly [string, Polygon])[]): Artwork => {
  const { width, height } = boundsOf(layers.flatMap(([, polygon]) => [...polygon]));
  return {
    widthMm: width,
    heightMm: height,
    layers: layers.map(([colour, polygon]) => ({ id: colour, colour, polygon, cutLines: [] })),
  };
};
const block = (width: number, height: number, x = 0, y = 0) => rectangle({ x, y, width, height });

const settings = (more: Partial<CutSettings> = {}): CutSettings => ({
  ...cutSettingsOf(
    PLAIN_CUT,
    { as: 'decal', product: null, isMirrored: null, quantity: 1, bed: { widthMm: 290, lengthMm: 290 }, film: null },
    catalogue(),
  ),
  ...more,
});
const orderOf = (artwork: Artwork, more: Partial<CutOrder> = {}): CutOrder => ({
  name: 'sign',
  design: {
    designId: 'd1',
    ...AS_DRAWN,
    artwork,
  },
  scale: 1,
  area: null,
  rimZoneMm: 0,
  settings: settings(),
  ...more,
});
const planned = (order: CutOrder): CutPlan => {
  const made = planOrder(order);
  if (!made.ok) throw new Error(made.problems.map(({ given }) => given).join(' '));
  return made;
};
const written = (order: CutOrder, format: 'svg' | 'dxf') => {
  const made = cutFiles(order, 'bed', format);
  if (!made.ok) throw new Error(made.problems.map(({ given }) => given).join(' '));
  return made.files;
};
const drawnIn = (text: string): Artwork => {
  const read = readArtwork(text, { strokes: 'cutLine' });
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.artwork;
};

/** Five names of different length, a hole in each. */
const names = [20, 34, 48, 26, 40].map((width) =>
  artworkOf(['#000000', [block(width, 12), reversed(block(4, 4, 3, 4))]]),
);
const set = labelSheet(
  names.map((artwork) => ({ artwork, baselineMm: 10 })),
  6,
  120,
);
const words = ['Dill', 'Borage', 'Oregano', 'Mint', 'Sorrel'];
const setOrder = (area: AreaInput | null, more: Partial<CutOrder> = {}): CutOrder => {
  const order = orderOf(set.artwork, { area, ...more });
  return { ...order, design: { ...order.design, labels: { rooms: set.rooms, words } } };
};
const jar: AreaInput = { kind: 'cone', topDiameterMm: 92, bottomDiameterMm: 74, slantMm: 60 };

describe('a set of labels', () => {
  test('is cut one by one, each as often as the batch asks, at the size it was set', () => {
    const made = planned(setOrder(null, { scale: 3, settings: settings({ quantity: 2 }) }));
    expect(made.items.map(({ name }) => name)).toEqual(words);
    const pieces = made.packed.sheets.flatMap((sheet) => sheet.pieces);
    expect(pieces).toHaveLength(10);
    const [file] = written(setOrder(null, { settings: settings({ quantity: 2 }) }), 'svg');
    const read = drawnIn(file!.text);
    // 2 × Σ of each name less its hole, whatever size was found for other artwork
    const area = polygonArea(designOf(read));
    expect(area).toBeCloseTo(2 * names.reduce((sum, one) => sum + polygonArea(designOf(one)), 0), 1);
  });

  test('around a cone each is bent to lie as it was drawn, by itself', () => {
    const made = planned(setOrder(jar));
    expect(made.items.map(({ name }) => name)).toEqual(words);
    expect(made.blanks).toHaveLength(5);
    const files = written(setOrder(jar), 'svg');
    const cut = files.reduce((sum, file) => sum + polygonArea(designOf(drawnIn(file.text))), 0);
    const flat = names.reduce((sum, one) => sum + polygonArea(designOf(one)), 0);
    // lengths stay up and down and on the circle of reference: areas change by a little and no more
    expect(Math.abs(cut / flat - 1)).toBeLessThan(0.02);
    // a straight label does not stay one: the longest rises in its middle by about w² ÷ 8R
    const heights = made.blanks.map(({ inner }) => inner.height);
    expect(Math.max(...heights)).toBeGreaterThan(12.4);
  });

  test('that does not fit its piece is said and not cut', () => {
    const small: AreaInput = {
      kind: 'rectangle',
      widthMm: 30,
      heightMm: 30,
      margins: { top: 0, right: 0, bottom: 0, left: 0 },
    };
    expect(planOrder(setOrder({ ...jar, slantMm: 11 })).ok).toBe(false);
    // flat pieces are told by the place, and cut all the same
    expect(planOrder(setOrder(small)).ok).toBe(true);
  });

  test('has a paper for each', () => {
    const papers = fullSizeOf(set.artwork, { rooms: set.rooms, words }, 3, 0);
    expect(papers.map(({ widthMm }) => Math.round(widthMm))).toEqual([20, 34, 48, 26, 40]);
    const [turned] = fullSizeOf(names[0]!, null, 3, 90);
    expect(turned!.widthMm).toBeCloseTo(36, 6);
    expect(turned!.heightMm).toBeCloseTo(60, 6);
  });
});

describe('what a design is cut as', () => {
  const designs = (['opaque', 'frosted', 'burnt', 'frosted'] as const).map((look, at) => ({
    ...plainDesign(`d${at + 1}`),
    look,
  }));
  const applied = (id: string, role: ApplyOperation['role'], designId?: string): ApplyOperation => ({
    id,
    op: 'apply',
    productId: 'any',
    role,
    how: 'brush',
    coats: 1,
    ...(designId ? { designId } : {}),
    extent: 'all',
  });
  const stackWith = (...operations: readonly ApplyOperation[]): Stack => ({
    methodId: 'any',
    operations: [...operations],
  });

  test('its layer is its own mask or film, or one that serves all designs, and no paint', () => {
    const stack = stackWith(applied('a', 'medium'), applied('b', 'mask', 'd2'), applied('c', 'film', 'd1'));
    const cutFor = (made: Stack | null, id: string) => cutOperationOf({ stack: made, designs }, { id })?.id ?? null;
    expect(cutFor(stack, 'd1')).toBe('c');
    expect(cutFor(stack, 'd2')).toBe('b');
    // it is of another look than both, and laid by neither
    expect(cutFor(stack, 'd3')).toBeNull();
    expect(cutFor(stackWith(applied('e', 'mask')), 'd3')).toBe('e');
    // what is alike is laid in one go, by the layers that name its first design
    expect(cutFor(stack, 'd4')).toBe('b');
    expect(cutFor(stackWith(applied('f', 'film', 'gone')), 'd1')).toBeNull();
    expect(cutFor(null, 'd1')).toBeNull();
  });

  const none = { wants: {}, cut: PLAIN_CUT };
  const wanting = (wants: object) => ({ ...none, wants: { ...none.wants, ...wants } });
  const wayWith = (role: string) =>
    catalogue().methods.find(
      ({ slots }) =>
        slots.some((slot) => slot.role === role) &&
        !slots.some((slot) => slot.role === (role === 'mask' ? 'film' : 'mask')),
    )!.id;

  test.each([
    [
      'layers come first',
      applied('a', 'mask'),
      { ...none, cut: { ...PLAIN_CUT, as: 'decal' as const } },
      true,
      'stencil',
    ],
    ['and film stays', applied('a', 'film'), none, false, 'decal'],
    [
      'then what it was last',
      null,
      { ...wanting({ mask: 'm' }), cut: { ...PLAIN_CUT, as: 'decal' as const } },
      false,
      'decal',
    ],
    ['a wished mask', null, wanting({ mask: 'm', film: 'f' }), true, 'stencil'],
    ['a wished film', null, wanting({ film: 'f' }), false, 'decal'],
    ['a way with a mask', null, wanting({ way: wayWith('mask') }), true, 'stencil'],
    ['a way with a film', null, wanting({ way: wayWith('film') }), false, 'decal'],
    ['labels', null, none, true, 'decal'],
    ['anything else by the stricter look', null, none, false, 'stencil'],
  ] as const)('%s', (_, operation, design, isLabels, as) =>
    expect(cutAs(operation, design as Pick<Design, 'cut' | 'wants'>, isLabels, catalogue())).toBe(as),
  );
});

describe('files', () => {
  const twoColours = artworkOf(['#ff0000', [block(40, 30)]], ['#0000ff', [block(40, 30, 60)]]);

  test('carry their colour in name and title where there are several', () => {
    const files = written(orderOf(twoColours), 'svg');
    expect(files.map(({ name }) => name)).toEqual(['bed-sheet-1-red.svg', 'bed-sheet-2-blue.svg']);
    expect(files[0]!.text).toContain('bed, sheet 1, red');
    expect(written(orderOf(names[0]!), 'svg').map(({ name }) => name)).toEqual(['bed-sheet-1.svg']);
  });

  test('mirrored, left is right and nothing else changes', () => {
    const flag = artworkOf(['#000000', [block(60, 10), block(20, 40, 0, 10)]]);
    const [plain, mirrored] = [false, true].map((isMirrored) =>
      drawnIn(written(orderOf(flag, { settings: settings({ isMirrored }) }), 'svg')[0]!.text),
    );
    const foot = (artwork: Artwork) => {
      const { x, width } = boundsOf(designOf(artwork));
      const low = designOf(artwork).flatMap((ring) =>
        Array.from(ring).filter((_, at) => at % 2 === 0 && ring[at + 1]! > 30),
      );
      return (Math.min(...low) + Math.max(...low)) / 2 - x - width / 2;
    };
    expect(foot(plain!)).toBeCloseTo(-20, 1);
    expect(foot(mirrored!)).toBeCloseTo(20, 1);
    expect(polygonArea(designOf(mirrored!))).toBeCloseTo(polygonArea(designOf(plain!)), 2);
  });

  test('of another kind say the same', () => {
    const [file] = written(orderOf(names[2]!), 'dxf');
    const read = new DxfParser().parseSync(file!.text)!;
    const xs = read.entities
      .flatMap((entity) => ('vertices' in entity ? (entity.vertices as { x: number }[]) : []))
      .map(({ x }) => x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThanOrEqual(48 - 1e-6);
  });

  test('nothing is written of what does not fit', () => {
    const made = cutFiles(
      orderOf(names[0]!, { settings: settings({ stock: { kind: 'sheet', widthMm: 9, lengthMm: 9, joined: 1 } }) }),
      'bed',
      'svg',
    );
    expect(made.ok).toBe(false);
  });
});
