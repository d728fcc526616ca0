import { boundsOf, simplified, type Point, type Polygon } from '../shape/index.ts';
import { edgesOf } from './edges.ts';
import { Narrow, nearbyFor, type ThinPlace } from './narrow.ts';

// taken out once: looking them up costs as much as calling them
const { floor, hypot, max, min, round } = Math;

/** A tip or notch sharper than 30°: shown, and not taken for a stroke or web. */
export interface SharpPlace {
  readonly degrees: number;
  readonly at: Point;
  readonly of: 'stroke' | 'web';
}

export interface Thickness {
  /** Thinnest anywhere, mm; null where no two walls face each other. */
  readonly minMm: number | null;
  readonly minAt: Point | null;
  /** Every place below the limit, nearby ones as one. */
  readonly below: readonly ThinPlace[];
}

const SHARP_DEGREES = 30;
/** Places within this of the thinnest are as thin: chords of curves differ by that much. */
const ALIKE_MM = 0.004;
/** Curves are smoothed by this much before walls are paired: far less than the widths that matter. */
const SMOOTHING_MM = 0.003;
/** … and by this share of the width where only wide places are left to be found. */
const SMOOTHING_SHARE = 0.002;
/** How far walls are looked for at first: once one is found, only nearer ones are. */
const FIRST_REACH_MM = 4;
const MOST_PLACES = 500;

const clustered = (places: readonly ThinPlace[], radius: number): ThinPlace[] => {
  const kept: ThinPlace[] = [];
  const cells = new Map<string, ThinPlace[]>();
  const key = (x: number, y: number) => `${x} ${y}`;
  // of places as thin to a micrometre, those between walls come before those at corners, as they were found
  const inMicrometres = (place: ThinPlace) => round(place.mm * 1000);
  for (const place of [...places].sort((left, right) => inMicrometres(left) - inMicrometres(right))) {
    const [cx, cy] = [floor(place.at[0] / radius), floor(place.at[1] / radius)];
    const isNear = [-1, 0, 1].some((dx) =>
      [-1, 0, 1].some((dy) =>
        cells.get(key(cx + dx, cy + dy))?.some(({ at }) => hypot(at[0] - place.at[0], at[1] - place.at[1]) < radius),
      ),
    );
    if (isNear) continue;
    kept.push(place);
    cells.set(key(cx, cy), [...(cells.get(key(cx, cy)) ?? []), place]);
    if (kept.length >= MOST_PLACES) break;
  }
  return kept;
};

const thinnestOf = (places: readonly ThinPlace[]): ThinPlace | null =>
  places.reduce<ThinPlace | null>((least, place) => (least && least.mm <= place.mm ? least : place), null);

const MOST_SHIFTS = 12;

/** The middle of the places about as thin as the thinnest one: chords make it jump along a curve, their mean does not. */
const middleOfThinnest = (places: readonly ThinPlace[], thinnest: ThinPlace, within: number): ThinPlace => {
  const from = ({ at }: ThinPlace, [x, y]: Point) => hypot(at[0] - x, at[1] - y);
  const radius = nearbyFor(thinnest.mm);
  const alike = places.filter(({ mm }) => mm <= thinnest.mm + within);
  let middle = thinnest.at;
  for (let shift = 0; shift < MOST_SHIFTS; shift += 1) {
    let [sx, sy, weights] = [0, 0, 0];
    for (const place of alike) {
      if (from(place, middle) > radius) continue;
      const weight = thinnest.mm + within - place.mm;
      sx += place.at[0] * weight;
      sy += place.at[1] * weight;
      weights += weight;
    }
    if (weights === 0) break;
    const [x, y] = [sx / weights, sy / weights];
    const isStill = hypot(x - middle[0], y - middle[1]) < 0.01;
    middle = [x, y];
    if (isStill) break;
  }
  const nearest = alike.reduce((best, place) => (from(place, middle) < from(best, middle) ? place : best), thinnest);
  return { mm: thinnest.mm, at: nearest.at };
};

/** A place thinner by less than this is not worth finding. */
const NEGLIGIBLE_MM = 0.001;
/** How much of the outline around a coarsely found place is looked at again, as a share of its thickness. */
const AGAIN = 1.5;
/** Places on a curve within this share of the thinnest speak for where it is. */
const ALIKE_SHARE = 0.01;

/** The thinnest place once more on the fine outline around it: smoothing moves it along a curve. */
const refined = (polygon: Polygon, side: 1 | -1, coarse: ThinPlace): ThinPlace => {
  const half = AGAIN * nearbyFor(coarse.mm);
  const around = { x: coarse.at[0] - half, y: coarse.at[1] - half, width: 2 * half, height: 2 * half };
  const near = polygon.filter((ring) => {
    const box = boundsOf([ring]);
    return (
      box.x <= around.x + around.width &&
      box.y <= around.y + around.height &&
      box.x + box.width >= around.x &&
      box.y + box.height >= around.y
    );
  });
  const within = max(ALIKE_MM, ALIKE_SHARE * coarse.mm);
  const places = new Narrow(simplified(near, SMOOTHING_MM), side).upTo(coarse.mm * 1.02, 0, within, around);
  const thinnest = thinnestOf(places);
  return thinnest ? middleOfThinnest(places, thinnest, within) : coarse;
};

/**
 * The thinnest place of a polygon's material, or of what lies between, and every place below a limit.
 *
 * Thickness is that of the circle that touches two facing walls (within 30° of parallel, or at corners that point inwards). Corners do not
 * count; tips under 30° are left to `sharpPlacesOf`.
 *
 * @param side    `stroke` for the material, `web` for what lies between
 * @param limitMm places thinner than this are all listed
 */
export const thicknessOf = (polygon: Polygon, side: 'stroke' | 'web', limitMm: number | null): Thickness => {
  const { width, height } = boundsOf(polygon);
  const farthest = hypot(width, height);
  const sign = side === 'stroke' ? 1 : -1;
  const limit = limitMm ?? 0;
  let places: readonly ThinPlace[] = [];
  const from = max(FIRST_REACH_MM, limit);
  for (let reach = from; !places.length && reach <= 2.5 * farthest; reach *= 2.5) {
    const upTo = min(reach, farthest);
    // wide places need no fine curves: the wider the search, the coarser the outline that it pairs
    const smoothing = reach === from ? SMOOTHING_MM : SMOOTHING_SHARE * upTo;
    places = new Narrow(simplified(polygon, smoothing), sign).upTo(upTo, limit, -NEGLIGIBLE_MM);
  }
  const coarse = thinnestOf(places);
  const thinnest = coarse && refined(polygon, sign, coarse);
  return {
    minMm: thinnest?.mm ?? null,
    minAt: thinnest?.at ?? null,
    below:
      limitMm === null
        ? []
        : clustered(
            places.filter(({ mm }) => mm < limitMm),
            nearbyFor(limitMm),
          ),
  };
};

/** Tips of the material and notches between it that are sharper than 30°, the sharpest first. */
export const sharpPlacesOf = (polygon: Polygon): SharpPlace[] => {
  const { count, ax, ay, tx, ty, before } = edgesOf(simplified(polygon, SMOOTHING_MM));
  const found: SharpPlace[] = [];
  for (let at = 0; at < count; at += 1) {
    const last = before[at]!;
    const dot = -(tx[last]! * tx[at]! + ty[last]! * ty[at]!);
    const degrees = (Math.acos(min(1, max(-1, dot))) * 180) / Math.PI;
    if (degrees >= SHARP_DEGREES) continue;
    const turn = tx[last]! * ty[at]! - ty[last]! * tx[at]!;
    found.push({ degrees, at: [ax[at]!, ay[at]!], of: turn > 0 ? 'stroke' : 'web' });
  }
  return found.sort((left, right) => left.degrees - right.degrees).slice(0, MOST_PLACES);
};
