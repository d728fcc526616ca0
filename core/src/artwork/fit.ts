import { failed, type Outcome } from '../problem/index.ts';
import {
  boundsOf,
  clearAreaOf,
  grown,
  intersected,
  isInside,
  mapped,
  pointsOf,
  polygonArea,
  simplified,
  subtracted,
  turnedPoint,
  type AreaInput,
  type Bounds,
  type ClearArea,
  type ClearAreaOptions,
  type Margins,
  type Point,
  type Polygon,
} from '../shape/index.ts';
import { designOf, withRings, type Artwork } from './artwork.ts';
import { hullOf, probesOf, Room, thinned, type Probes } from './room.ts';

export interface FitOptions extends ClearAreaOptions {
  /** Turned clockwise by so many degrees before it is placed. */
  readonly turnDeg?: number | undefined;
  /** A wanted size, one of three; the largest that fits where none is given. */
  readonly widthMm?: number | undefined;
  readonly heightMm?: number | undefined;
  readonly scale?: number | undefined;
  /** Largest scale that is looked for, and the one that is worth finding at the least. */
  readonly mostScale?: number | undefined;
  readonly leastScale?: number | undefined;
  readonly align?: { readonly x?: 'left' | 'centre' | 'right'; readonly y?: 'top' | 'centre' | 'bottom' } | undefined;
  /** Moved from there by so much. */
  readonly nudgeMm?: { readonly x: number; readonly y: number } | undefined;
  /** Other designs on the same area, and the gap kept to them. */
  readonly clearOf?: Polygon | undefined;
  readonly gapMm?: number | undefined;
  /** Only on this, mm from the area's top left corner: a design that lies over another one. It is centred there. */
  readonly within?: Polygon | undefined;
  /** At most so much of the clear width, 0 to 1, to leave air around it. */
  readonly widthShare?: number | undefined;
}

/** Where a design lies on an area: a point p of the drawing comes to turned(scale · p) + offset, mm from the area's top left corner. */
export interface Placement {
  readonly scale: number;
  readonly turnDeg: number;
  readonly offset: { readonly x: number; readonly y: number };
  readonly boundsMm: Bounds;
  /** From the design's bounds to the edges of the whole area, as a ruler measures them. */
  readonly marginsMm: Margins;
  /** Whether the margins left and right, and above and below, are equal. */
  readonly isCentred: { readonly x: boolean; readonly y: boolean };
  readonly isLargest: boolean;
}

/** A scale is found to this share of itself. */
const PRECISION = 0.0005;
/** Looking centred is worth this share of the largest scale. */
const CENTRED_WORTH = 0.004;
const MOST_BOXES = 3000;
const PATIENCE = 150;
const MOST_MARCHES = 60;
const STARTS = 6;
const MOST_SCALE = 10_000;
const PLAY_MM = 1e-6;
/** Spacing of probes along an outline, as a share of the design's size. */
const SPACING = 1 / 40;
const MOST_INNER = 2500;

interface Turned {
  readonly polygon: Polygon;
  readonly middle: Point;
  readonly bounds: Bounds;
}

const turnedBy = (polygon: Polygon, degrees: number): Turned => {
  const rings = mapped(polygon, turnedPoint(degrees));
  const bounds = boundsOf(rings);
  return { polygon: rings, bounds, middle: [bounds.x + bounds.width / 2, bounds.y + bounds.height / 2] };
};

const probesIn = (
  { polygon, bounds, middle }: Turned,
  room: Room,
  smallestGapMm: number | null,
  scale: number,
): Probes => {
  const size = Math.max(bounds.width, bounds.height);
  const hull = hullOf(polygon.flatMap((ring) => pointsOf(ring))).map(([x, y]): Point => [x - middle[0], y - middle[1]]);
  if (room.isConvex) return probesOf(hull);
  const points: Point[] = [];
  const add = (x: number, y: number) => points.push([x - middle[0], y - middle[1]]);
  for (const ring of simplified(polygon, size * 0.0005)) {
    const corners = pointsOf(ring);
    corners.forEach(([x, y], index) => {
      const [nx, ny] = corners[(index + 1) % corners.length]!;
      const steps = Math.max(1, Math.ceil(Math.hypot(nx - x, ny - y) / (size * SPACING)));
      for (let step = 0; step < steps; step += 1) add(x + ((nx - x) * step) / steps, y + ((ny - y) * step) / steps);
    });
  }
  if (smallestGapMm !== null) {
    // what is in the way must not vanish inside a solid part
    const least = Math.sqrt((bounds.width * bounds.height) / MOST_INNER);
    const spacing = Math.max(least, smallestGapMm / scale);
    for (let y = bounds.y + spacing / 2; y < bounds.y + bounds.height; y += spacing)
      for (let x = bounds.x + spacing / 2; x < bounds.x + bounds.width; x += spacing)
        if (isInside(polygon, x, y)) add(x, y);
  }
  return probesOf([...hull, ...thinned(points, size * SPACING)]);
};

/** Finds scales and places at which all probes of a design lie inside the room. */
class Search {
  constructor(
    private readonly room: Room,
    private readonly probes: Probes,
  ) {}

  /** Largest scale up to `most` at which the design, its middle anywhere within `slack` of a place, could lie inside; 0 for none. */
  largestAt(x: number, y: number, slack: number, most: number, least: number): number {
    const { probes, room } = this;
    let scale = most;
    for (let march = 0; march < MOST_MARCHES; march += 1) {
      let shrink = 0;
      for (let at = 0; at < probes.x.length; at += 1) {
        const lack = room.lacks(x + scale * probes.x[at]!, y + scale * probes.y[at]!, -slack - PLAY_MM);
        if (lack <= 0) continue;
        // a probe in the middle never moves: no scale helps it
        const needed = probes.reach[at]! > 0 ? lack / probes.reach[at]! : Infinity;
        if (needed > shrink) shrink = needed;
        if (scale - shrink <= least) return 0;
      }
      if (shrink === 0) return scale;
      scale -= Math.max(shrink, scale * PRECISION * 0.05);
      if (scale <= least) return 0;
    }
    // the march did not come to rest: for a bound that is still right, for a place it is no proof
    return slack > 0 ? scale : 0;
  }

  /** The best place in a box of places (which may be a line or a point), and its scale; null where none is above `least`. */
  best(box: Bounds, most: number, least: number): { readonly scale: number; readonly at: Point } | null {
    let best: { readonly scale: number; readonly at: Point } | null = null;
    let floor = least;
    const queue: { x: number; y: number; hx: number; hy: number; bound: number }[] = [];
    const visit = (x: number, y: number, hx: number, hy: number, from: number) => {
      const slack = Math.hypot(hx, hy);
      const bound = this.largestAt(x, y, slack, from, floor);
      if (bound <= floor) return;
      const here = slack === 0 ? bound : this.largestAt(x, y, 0, bound, floor);
      if (here > floor) {
        floor = here;
        best = { scale: here, at: [x, y] };
      }
      if (slack > 0) queue.push({ x, y, hx, hy, bound });
    };
    const [nx, ny] = [box.width > 0 ? STARTS : 1, box.height > 0 ? STARTS : 1];
    for (let row = 0; row < ny; row += 1)
      for (let column = 0; column < nx; column += 1)
        visit(
          box.x + (box.width * (column + 0.5)) / nx,
          box.y + (box.height * (row + 0.5)) / ny,
          box.width / nx / 2,
          box.height / ny / 2,
          most,
        );
    for (let count = 0; queue.length && count < MOST_BOXES; count += 1) {
      let top = 0;
      for (let at = 1; at < queue.length; at += 1) if (queue[at]!.bound > queue[top]!.bound) top = at;
      const { x, y, hx, hy, bound } = queue[top]!;
      queue[top] = queue.at(-1)!;
      queue.pop();
      // where a design slides freely, many places are as good: the longer it takes, the less precise it needs to be
      if (bound <= floor * (1 + PRECISION * (1 + count / PATIENCE))) break;
      const [qx, qy] = [hx / 2, hy / 2];
      for (const dx of hx > 0 ? [-qx, qx] : [0])
        for (const dy of hy > 0 ? [-qy, qy] : [0]) visit(x + dx, y + dy, qx, qy, bound);
    }
    return best;
  }

  /** The first place on a line at which the design lies inside at a scale; null for none. */
  firstAlong(from: Point, to: Point, scale: number): Point | null {
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const [ux, uy] = length === 0 ? [0, 0] : [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
    for (let along = 0, step = 0; along <= length && step < 5000; step += 1) {
      const [x, y] = [from[0] + ux * along, from[1] + uy * along];
      let lack = 0;
      for (let at = 0; at < this.probes.x.length; at += 1)
        lack = Math.max(
          lack,
          this.room.lacks(x + scale * this.probes.x[at]!, y + scale * this.probes.y[at]!, -PLAY_MM),
        );
      if (lack === 0) return [x, y];
      along += Math.max(lack, 1e-4);
    }
    return null;
  }
}

const refused = (given: string, allowed: string, todo: string) =>
  failed({ code: 'does-not-fit', given, allowed, todo });

const asPolygon = (design: Artwork | Polygon): Polygon => ('layers' in design ? designOf(design) : design);

/** Where a point of the drawing, already at its scale, lies on the area. */
export const placedPoint = ({ turnDeg, offset }: Placement): ((x: number, y: number) => Point) => {
  const turn = turnedPoint(turnDeg);
  return (x, y) => {
    const [tx, ty] = turn(x, y);
    return [tx + offset.x, ty + offset.y];
  };
};

/** An artwork brought to its place on an area. */
export const placedOn = (design: Artwork, placement: Placement, area: ClearArea): Artwork => {
  const [place, { scale }] = [placedPoint(placement), placement];
  return withRings(design, (polygon) => mapped(polygon, (x, y) => place(scale * x, scale * y)), {
    widthMm: area.widthMm,
    heightMm: area.heightMm,
  });
};

/** Middles to try, the most centred first: both ways, one way, anywhere. */
const boxesToTry = (area: Bounds, clear: Bounds): Bounds[] => {
  const [cx, cy] = [area.x + area.width / 2, area.y + area.height / 2];
  return [
    { x: cx, y: cy, width: 0, height: 0 },
    { x: clear.x + clear.width / 2, y: clear.y + clear.height / 2, width: 0, height: 0 },
    { x: cx, y: clear.y, width: 0, height: clear.height },
    { x: clear.x, y: cy, width: clear.width, height: 0 },
    clear,
  ];
};

const wantedScale = ({ scale, widthMm, heightMm }: FitOptions, { width, height }: Bounds): number | null =>
  scale ?? (widthMm !== undefined ? widthMm / width : heightMm !== undefined ? heightMm / height : null);

const aligned = (
  search: Search,
  at: Point,
  scale: number,
  clear: Bounds,
  align: NonNullable<FitOptions['align']>,
): Point => {
  let [x, y] = at;
  if (align.y === 'top' || align.y === 'bottom') {
    const [first, last] = [clear.y, clear.y + clear.height];
    [, y] = search.firstAlong([x, align.y === 'top' ? first : last], [x, y], scale) ?? [x, y];
  }
  if (align.x === 'left' || align.x === 'right') {
    const [first, last] = [clear.x, clear.x + clear.width];
    [x] = search.firstAlong([align.x === 'left' ? first : last, y], [x, y], scale) ?? [x, y];
  }
  return [x, y];
};

/**
 * Places a design on an area, clear of margins and of what is in the way: as large as it can be, or at a wanted size.
 *
 * A best-first search over places, with a bound on the scale of every box of places, so that no better place is missed by more than 0.5 %, mostly 0.05 %;
 * a centred place is preferred to one that is at most 0.4 % larger.
 *
 * @param area    as measured, mm
 * @param design  an artwork, or the outlines of one
 * @returns the placement, unrounded; problems where nothing fits, with the largest size that does
 */
export const fitDesign = (area: AreaInput, design: Artwork | Polygon, options: FitOptions = {}): Outcome<Placement> => {
  const measured = clearAreaOf(area, options);
  if (!measured.ok) return measured;
  const { clearOf = [], gapMm = 0, turnDeg = 0, align = {}, nudgeMm = { x: 0, y: 0 }, within } = options;
  const beneath = within ? intersected(measured.clear, within) : measured.clear;
  const clear = clearOf.length ? subtracted(beneath, grown(clearOf, gapMm)) : beneath;
  const turned = turnedBy(asPolygon(design), turnDeg);
  if (!(turned.bounds.width > 0 && turned.bounds.height > 0))
    return refused('The artwork has no size.', 'a drawing with width and height.', 'Choose another drawing.');
  if (!clear.length)
    return refused('Other designs leave no room.', 'room beside or on them.', 'Move or take off one of them.');
  const wanted = wantedScale(options, turned.bounds);
  if (wanted !== null && !(wanted > 0 && Number.isFinite(wanted)))
    return refused(`A size of ${wanted} times was given.`, 'more than 0.', 'Give a width or height in mm.');
  const room = boundsOf(clear);
  const share = options.widthShare ?? 1;
  const most = Math.min(
    options.mostScale ?? MOST_SCALE,
    (share * room.width) / turned.bounds.width,
    room.height / turned.bounds.height,
  );
  const gaps = clear.filter((ring) => ring !== clear[0]).map((ring) => boundsOf([ring]));
  const smallestGap = gaps.length ? Math.min(...gaps.map(({ width, height }) => Math.min(width, height))) / 2 : null;
  const roomClear = new Room(simplified(clear, 0.005));
  const search = new Search(roomClear, probesIn(turned, roomClear, smallestGap, wanted ?? Math.max(most, 1e-6)));
  const whole: Bounds = { x: 0, y: 0, width: measured.widthMm, height: measured.heightMm };
  const boxes = boxesToTry(within ? room : whole, room);
  const inMm = (scale: number) =>
    `${(scale * turned.bounds.width).toFixed(1)} × ${(scale * turned.bounds.height).toFixed(1)} mm`;
  const last = { turned, align, nudgeMm, turnDeg, clear, room, whole, search, inMm };
  const bestFor = (goal: number, from: number): Found | null => {
    for (const box of boxes) {
      const found = search.best(box, from, goal);
      if (found && found.scale >= goal) return found;
    }
    return null;
  };
  if (wanted === null) {
    const largest = search.best(room, most, options.leastScale ?? 0);
    if (!largest)
      return refused(
        'The artwork fits nowhere in the clear area, however small.',
        'an area with room for it.',
        'Make margins smaller, or choose another place.',
      );
    return finished({
      ...last,
      found: bestFor(largest.scale * (1 - CENTRED_WORTH), most) ?? largest,
      isLargest: true,
    });
  }
  const found = bestFor(wanted * (1 - 2 * PLAY_MM), wanted);
  const there = found && finished({ ...last, found: { ...found, scale: wanted }, isLargest: false });
  if (there?.ok) return there;
  // what was shown as the largest is taken, at the place where it is the largest
  const { scale: _scale, widthMm: _width, heightMm: typedHeight, ...unsized } = options;
  const shown = fitDesign(area, design, { ...unsized, nudgeMm: { x: 0, y: 0 } });
  if (!shown.ok) return shown;
  const typedSize = typedHeight !== undefined ? turned.bounds.height : turned.bounds.width;
  if (wanted <= shown.scale + TYPED_MM / typedSize && wanted > shown.scale - TYPED_MM / typedSize) {
    const scale = Math.min(wanted, shown.scale);
    const least = (from: number) => finished({ ...last, found: { scale: from, at: placeOf(shown) }, isLargest: false });
    const smaller = least(scale);
    return smaller.ok ? smaller : least(shown.scale);
  }
  return (
    there ??
    refused(
      `A size of ${inMm(wanted)} was given.`,
      `at most ${inMm(shown.scale)} here.`,
      'Take the largest that fits, turn it, or make the margins smaller.',
    )
  );
};

/** A width that was typed as it was shown may be off by its rounding, mm. */
const TYPED_MM = 0.06;

/** The middle of a design that was placed. */
const placeOf = ({ boundsMm: { x, y, width, height } }: Placement): Point => [x + width / 2, y + height / 2];

interface Found {
  readonly scale: number;
  readonly at: Point;
}

interface Last {
  readonly turned: Turned;
  readonly found: Found;
  readonly align: NonNullable<FitOptions['align']>;
  readonly nudgeMm: { readonly x: number; readonly y: number };
  readonly turnDeg: number;
  readonly clear: Polygon;
  readonly room: Bounds;
  readonly whole: Bounds;
  readonly search: Search;
  readonly isLargest: boolean;
  readonly inMm: (scale: number) => string;
}

/** Margins are equal where they differ by less, mm. */
const EQUAL_MM = 0.05;

/** What a ruler tells of a place on an area: its bounds, the margins around it, and whether it is in the middle. */
export const measuredOn = (
  area: { readonly width: number; readonly height: number },
  boundsMm: Bounds,
): Pick<Placement, 'boundsMm' | 'marginsMm' | 'isCentred'> => {
  const marginsMm: Margins = {
    left: boundsMm.x,
    top: boundsMm.y,
    right: area.width - boundsMm.x - boundsMm.width,
    bottom: area.height - boundsMm.y - boundsMm.height,
  };
  const isEqual = (one: number, other: number) => Math.abs(one - other) < EQUAL_MM;
  return {
    boundsMm,
    marginsMm,
    isCentred: { x: isEqual(marginsMm.left, marginsMm.right), y: isEqual(marginsMm.top, marginsMm.bottom) },
  };
};

/** What may stick out, mm²: rounding on the grid of booleans. */
const STICKS_OUT_MM2 = 0.01;

/** The placement, made sure of with the outlines themselves: between probes something may still stick out a hair. */
const finished = ({
  turned,
  found,
  align,
  nudgeMm,
  turnDeg,
  clear,
  room,
  whole,
  search,
  isLargest,
  inMm,
}: Last): Outcome<Placement> => {
  const { scale } = found;
  const at = aligned(search, found.at, scale, room, align);
  const [x, y] = [at[0] + nudgeMm.x, at[1] + nudgeMm.y];
  let size = scale;
  for (let attempt = 0; ; attempt += 1) {
    const offset = { x: x - size * turned.middle[0], y: y - size * turned.middle[1] };
    const placed = mapped(turned.polygon, (px, py) => [size * px + offset.x, size * py + offset.y]);
    const out = polygonArea(subtracted(placed, clear));
    if (out > STICKS_OUT_MM2 && isLargest && attempt < 12) {
      size *= 1 - PRECISION * (attempt + 1);
      continue;
    }
    if (out > STICKS_OUT_MM2)
      return refused(
        `At ${inMm(size)}, moved to ${x.toFixed(1)}, ${y.toFixed(1)} mm, ${out.toFixed(2)} mm² stick out of the clear area.`,
        'a place inside it.',
        'Move it back, or make it smaller.',
      );
    const boundsMm = boundsOf(placed);
    return {
      ok: true,
      scale: size,
      turnDeg,
      offset,
      ...measuredOn(whole, boundsMm),
      isLargest,
    };
  }
};
