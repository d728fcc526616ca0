import { describe, expect, test } from '@jest/globals';
import { boundsOf, rectangle } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import { drawnBounds, inRows, onOwnPage } from './page.ts';

/** A page with one upright rectangle on it, from its corner unless said. */
const block = (width: number, height: number, at = { x: 0, y: 0 }): Artwork => ({
  widthMm: at.x + width,
  heightMm: at.y + height,
  layers: [{ id: 'ink', colour: '#123456', polygon: [rectangle({ ...at, width, height })], cutLines: [] }],
});
const places = (artwork: Artwork) => artwork.layers.flatMap(({ polygon }) => polygon.map((ring) => boundsOf([ring])));

describe('in rows on one page', () => {
  test('a gap apart, the next row below the highest of the one above', () => {
    const page = inRows([block(30, 10), block(20, 14), block(40, 8), block(5, 5)], 3, 60);
    expect(places(page)).toEqual([
      { x: 0, y: 0, width: 30, height: 10 },
      { x: 33, y: 0, width: 20, height: 14 },
      { x: 0, y: 17, width: 40, height: 8 },
      { x: 43, y: 17, width: 5, height: 5 },
    ]);
    expect(page).toMatchObject({ widthMm: 53, heightMm: 25, layers: [{ colour: '#123456' }] });
  });

  test('what just fits stays in its row; what is wider than the page has one of its own', () => {
    expect(places(inRows([block(30, 10), block(27, 10)], 3, 60)).map(({ y }) => y)).toEqual([0, 0]);
    expect(places(inRows([block(30, 10), block(27.1, 10)], 3, 60)).map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [0, 13],
    ]);
    expect(inRows([block(90, 10), block(90, 10)], 3, 60)).toMatchObject({ widthMm: 90, heightMm: 23 });
  });
});

test('a page as large as what is drawn begins at it', () => {
  const own = onOwnPage(block(30, 10, { x: 7, y: 4 }));
  expect(own).toMatchObject({ widthMm: 30, heightMm: 10 });
  expect(drawnBounds(own)).toEqual({ x: 0, y: 0, width: 30, height: 10 });
});
