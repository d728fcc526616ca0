import { describe, expect, test } from '@jest/globals';
import { boundsOf, rectangle } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import { labelsApart, labelsChanged, labelSheet } from './labels.ts';
import { thickened } from './mend.ts';

/** A label of one upright bar, its base line so far from its top. */
const label = (width: number, height: number, baselineMm = height) => ({
  baselineMm,
  artwork: {
    widthMm: width,
    heightMm: height,
    layers: [{ id: 'ink', colour: '#123456', polygon: [rectangle({ x: 0, y: 0, width, height })], cutLines: [] }],
  } satisfies Artwork,
});
const sizes = (artworks: readonly Artwork[]) => artworks.map(({ widthMm, heightMm }) => [widthMm, heightMm]);

describe('labels on one page', () => {
  test('stand in rows on a base line, a gap apart, the next row below the lowest of the one above', () => {
    const { artwork, rooms } = labelSheet([label(30, 10), label(20, 14, 10), label(40, 8), label(5, 5)], 3, 60);
    expect(rooms).toEqual([
      { x: 0, y: 0, width: 30, height: 10, baselineMm: 10 },
      { x: 33, y: 0, width: 20, height: 14, baselineMm: 10 },
      { x: 0, y: 19, width: 40, height: 8, baselineMm: 8 },
      { x: 43, y: 22, width: 5, height: 5, baselineMm: 5 },
    ]);
    expect(artwork).toMatchObject({ widthMm: 53, heightMm: 27, layers: [{ colour: '#123456' }] });
  });
  test('what just fits stays in its row; what is wider than the page has one of its own', () => {
    const rows = (widths: readonly number[]) =>
      labelSheet(
        widths.map((width) => label(width, 10)),
        3,
        60,
      ).rooms.map(({ y }) => y);
    expect(rows([30, 27])).toEqual([0, 0]);
    expect(rows([30, 27.1])).toEqual([0, 13]);
    expect(rows([90, 90])).toEqual([0, 13]);
  });
  test('each comes off the sheet as it was put on it', () => {
    const { artwork, rooms } = labelSheet([label(30, 10), label(20, 14, 10), label(40, 8)], 6, 60);
    expect(sizes(labelsApart(artwork, rooms))).toEqual([
      [30, 10],
      [20, 14],
      [40, 8],
    ]);
  });
  test('changed, each has room for what it has become, and none runs into the next', () => {
    const { artwork, rooms } = labelSheet([label(30, 10), label(20, 14), label(40, 8)], 2, 200);
    const changed = labelsChanged(artwork, rooms, (one) => thickened(one, 3), 2, 200);
    expect(changed.rooms.map(({ width }) => width)).toEqual([36, 26, 46].map((mm) => expect.closeTo(mm, 3)));
    expect(changed.artwork.layers[0]!.polygon).toHaveLength(3);
    changed.rooms.forEach((room, at) => {
      const [ring] = labelsApart(changed.artwork, [room])[0]!.layers[0]!.polygon;
      expect(boundsOf([ring!]).width).toBeCloseTo(room.width, 3);
      const next = changed.rooms[at + 1];
      if (next) expect(next.x - room.x - room.width).toBeCloseTo(2, 6);
    });
  });
});
