import { expect, test } from '@jest/globals';
import { rectangle } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import { drawnBounds, onOwnPage } from './page.ts';

/** A page with one upright rectangle on it, from its corner unless said. */
const block = (width: number, height: number, at = { x: 0, y: 0 }): Artwork => ({
  widthMm: at.x + width,
  heightMm: at.y + height,
  layers: [{ id: 'ink', colour: '#123456', polygon: [rectangle({ ...at, width, height })], cutLines: [] }],
});

test('a page as large as what is drawn begins at it', () => {
  const own = onOwnPage(block(30, 10, { x: 7, y: 4 }));
  expect(own).toMatchObject({ widthMm: 30, heightMm: 10 });
  expect(drawnBounds(own)).toEqual({ x: 0, y: 0, width: 30, height: 10 });
});
