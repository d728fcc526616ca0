import { describe, expect, test } from '@jest/globals';
import { factsOfArtwork, type FoundFigures } from './facts.ts';

const found = (more: Partial<FoundFigures> = {}): FoundFigures => ({
  boundsMm: { x: 10, y: 20, width: 300, height: 120 },
  minStrokeMm: 1.5,
  minWebMm: 0.9,
  islandCount: 3,
  islands: [{ centre: [30, 30] }, { centre: [60, 30] }, { centre: [330, 30] }],
  ...more,
});

describe('facts of an artwork', () => {
  test('are as drawn: what was found at its size, divided by it', () =>
    expect(factsOfArtwork(found(), 3, null)).toEqual({
      minStrokeMm: 0.5,
      minWebMm: 0.3,
      islands: 3,
      widthMm: 100,
      heightMm: 40,
      scale: 3,
    }));

  test('a figure that was not found stays unknown', () =>
    expect(factsOfArtwork(found({ minStrokeMm: null, minWebMm: null }), 1, null)).toMatchObject({
      minStrokeMm: null,
      minWebMm: null,
    }));

  test.each([
    [{ minStrokeMm: 0.0001 }, 1, { minStrokeMm: 0.05 }],
    [{ minWebMm: 5000 }, 1, { minWebMm: 1000 }],
    [{ boundsMm: { x: 0, y: 0, width: 0.01, height: 90_000 } }, 1, { widthMm: 0.1, heightMm: 10_000 }],
    [{}, 5000, { scale: 1000 }],
    [{}, 0.0001, { scale: 0.001 }],
    // a size that just fits is not made larger by writing it down
    [{}, 1.1469508999, { scale: 1.14695 }],
  ])('%j at %d lies within what the record takes', (more, scale, facts) =>
    expect(factsOfArtwork(found(more), scale, null)).toMatchObject(facts),
  );

  test('of a set of labels they are those of its largest, and of the one with most islands, edges included', () => {
    const rooms = [
      { x: 5, y: 5, width: 15, height: 9 },
      { x: 110, y: 5, width: 30, height: 12 },
      { x: 25, y: 5, width: 28, height: 14 },
    ];
    // at three times the size: islands at (10, 10), (20, 10) and (110, 10) of the drawing
    expect(factsOfArtwork(found(), 3, rooms)).toMatchObject({ widthMm: 30, heightMm: 14, islands: 2 });
    expect(factsOfArtwork(found(), 3, [rooms[2]!])).toMatchObject({ islands: 0 });
    expect(factsOfArtwork(found(), 3, [{ x: 5, y: 10, width: 5, height: 9 }])).toMatchObject({ islands: 1 });
    expect(factsOfArtwork(found(), 3, [{ x: 10, y: 1, width: 5, height: 9 }])).toMatchObject({ islands: 1 });
  });
});
