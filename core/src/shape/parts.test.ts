import { describe, expect, test } from '@jest/globals';
import {
  grown,
  isInside,
  pointsOf,
  polygonArea,
  ringOf,
  stroked,
  united,
  type Point,
  type Polygon,
  type Ring,
} from './index.ts';

// Drawings so large that they are welded strip by strip; what is asked of single places knows nothing of strips.

const steps = (seed: number) => {
  let at = seed;
  return () => {
    at = (at * 16807) % 2147483647;
    return at / 2147483647;
  };
};

/** A line that wanders over itself again and again. */
const tangle = (corners: number, seed: number, span = 60, step = 3): Ring => {
  const next = steps(seed);
  const kept = (value: number) => (value < 0 ? -value : value > span ? 2 * span - value : value);
  let [x, y] = [span / 2, span / 2];
  return ringOf(
    Array.from({ length: corners }, (): Point => {
      [x, y] = [kept(x + (next() - 0.5) * step), kept(y + (next() - 0.5) * step)];
      return [x, y];
    }),
  );
};

// taken out once: looking them up takes most of the time
const { hypot, max, min } = Math;

const winding = (ring: Ring, x: number, y: number): number => {
  let times = 0;
  for (let at = 0, from = ring.length - 2; at < ring.length; from = at, at += 2) {
    const [x1, y1, x2, y2] = [ring[from]!, ring[from + 1]!, ring[at]!, ring[at + 1]!];
    if (y1 > y !== y2 > y && x < x1 + ((x2 - x1) * (y - y1)) / (y2 - y1)) times += y2 > y1 ? 1 : -1;
  }
  return times;
};

const distance = (polygon: Polygon, x: number, y: number, isClosed = true): number => {
  let nearest = Infinity;
  for (const ring of polygon)
    for (let at = isClosed ? 0 : 2; at < ring.length; at += 2) {
      const from = at === 0 ? ring.length - 2 : at - 2;
      const [dx, dy] = [ring[at]! - ring[from]!, ring[at + 1]! - ring[from + 1]!];
      const [px, py] = [x - ring[from]!, y - ring[from + 1]!];
      const share = max(0, min(1, (px * dx + py * dy) / (dx * dx + dy * dy || 1)));
      nearest = min(nearest, hypot(px - share * dx, py - share * dy));
    }
  return nearest;
};

const places = (count: number, seed: number, span = 60): Point[] => {
  const next = steps(seed);
  return Array.from({ length: count }, (): Point => [next() * span, next() * span]);
};
/** Nearer to an outline than this, rounding may fall either way, mm. */
const ROUNDING = 0.0005;

describe('a tangle of many thousand corners', () => {
  const path = tangle(7000, 7);
  const whole = { nonzero: united([path]), evenodd: united([path], 'evenodd') };

  test.each(['nonzero', 'evenodd'] as const)('is painted where the rule %s paints, at every place', (fill) => {
    const wrong = places(600, 3).filter(([x, y]) => {
      const times = winding(path, x, y);
      const isPainted = fill === 'nonzero' ? times !== 0 : times % 2 !== 0;
      return isInside(whole[fill], x, y) !== isPainted && distance([path], x, y) > ROUNDING;
    });
    expect(wrong).toEqual([]);
  });

  test('its outlines are those of the tangle, with nothing along the strips', () => {
    const middles = whole.nonzero.flatMap((ring) =>
      pointsOf(ring).map(([x, y], at, all): Point => {
        const [nextX, nextY] = all[(at + 1) % all.length]!;
        return [(x + nextX) / 2, (y + nextY) / 2];
      }),
    );
    const corners = middles.filter((_, at) => at % 20 === 0);
    expect(corners.length).toBeGreaterThan(300);
    expect(corners.filter(([x, y]) => distance([path], x, y) > ROUNDING)).toEqual([]);
  });

  test('welded again it stays as it is', () => {
    const again = united(whole.nonzero);
    expect(polygonArea(again) / polygonArea(whole.nonzero)).toBeCloseTo(1, 6);
  });

  const smaller = united([tangle(1500, 7, 25)]);
  test.each([0.2, -0.2])('grown by %d mm it reaches just so far', (by) => {
    expect(smaller.reduce((sum, ring) => sum + ring.length / 2, 0)).toBeGreaterThan(3000);
    const moved = grown(smaller, by);
    const wrong = places(150, 5, 25).filter(([x, y]) => {
      const inside = isInside(smaller, x, y);
      const far = distance(smaller, x, y);
      if (Math.abs(far - Math.abs(by)) < 0.005) return false;
      return isInside(moved, x, y) !== (by > 0 ? inside || far < by : inside && far > -by);
    });
    expect(wrong).toEqual([]);
  });
});

test('a pen that runs over itself a thousand times paints what lies within half its width', () => {
  const line = tangle(4000, 11);
  const painted = stroked([{ points: line, isClosed: false }], 0.4, 'round', 'round', 4);
  const wrong = places(150, 13).filter(([x, y]) => {
    const far = distance([line], x, y, false);
    return Math.abs(far - 0.2) > 0.005 && isInside(painted, x, y) !== far < 0.2;
  });
  expect(wrong).toEqual([]);
});
