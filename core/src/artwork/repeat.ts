import { failed, type Outcome } from '../problem/index.ts';
import {
  areaSchema,
  boundsOf,
  clearAreaOf,
  goesAround,
  intersected,
  isInside,
  mapped,
  rectangle,
  type AreaInput,
  type Polygon,
  type Ring,
} from '../shape/index.ts';
import { designOf, welded, type Artwork } from './artwork.ts';
import { onOwnPage, sized } from './page.ts';

export interface RepeatOptions {
  /** From one motif to the next, mm. On a side that goes all around, the step across is brought to the next that meets at the seam. */
  readonly stepXMm: number;
  readonly stepYMm: number;
  /** Every other column lies half a step lower. */
  readonly isHalfDrop: boolean;
  readonly motifHeightMm: number;
  readonly rimZoneMm?: number | undefined;
}

export interface Repeated {
  /** On a page as large as the whole area, at its place. */
  readonly artwork: Artwork;
  readonly columns: number;
  /** The step across as it came to be, mm. */
  readonly stepXMm: number;
  readonly meetsAtSeam: boolean;
}

const MOST_MOTIFS = 20_000;

/** The clear area as a plain artwork, at its place: a wrap's blank, or a field. */
export const blankOf = (area: AreaInput, rimZoneMm = 0, colour = '#000000'): Outcome<{ artwork: Artwork }> => {
  const clear = clearAreaOf(area, { rimZoneMm });
  if (!clear.ok) return clear;
  const { widthMm, heightMm } = clear;
  return {
    ok: true,
    artwork: { widthMm, heightMm, layers: [{ id: colour, colour, polygon: clear.clear, cutLines: [] }] },
  };
};

/** How many columns go around: as many as come nearest to the step, an even number where every other one is dropped. */
const columnsAround = (aroundMm: number, stepMm: number, isHalfDrop: boolean): number => {
  const unit = isHalfDrop ? 2 : 1;
  return Math.max(unit, Math.round(aroundMm / stepMm / unit) * unit);
};

/**
 * A motif repeated over all of a clear area: only whole ones, but for what meets itself at the seam of a side that goes all around.
 *
 * @returns problems where the area is not measured, the motif does not fit once, or there would be too many
 */
export const repeated = (motif: Artwork, area: AreaInput, options: RepeatOptions): Outcome<Repeated> => {
  const read = areaSchema.safeParse(area);
  const clear = clearAreaOf(area, { rimZoneMm: options.rimZoneMm ?? 0 });
  if (!clear.ok) return clear;
  const own = onOwnPage(motif);
  const one = sized(own, options.motifHeightMm / own.heightMm, 0);
  const { stepXMm, stepYMm, isHalfDrop } = options;
  if (!(stepXMm > 0 && stepYMm > 0 && one.widthMm > 0))
    return failed({
      code: 'bad-step',
      given: `Steps of ${stepXMm} × ${stepYMm} mm were given.`,
      allowed: 'steps above 0.',
      todo: 'Give the way from one motif to the next.',
    });
  const isClosed = read.success && goesAround(read.data);
  const room = boundsOf(clear.clear);
  const [left, width] = isClosed ? [0, clear.widthMm] : [room.x, room.width];
  const columns = isClosed
    ? columnsAround(width, stepXMm, isHalfDrop)
    : Math.floor((width - one.widthMm) / stepXMm + 1e-9) + 1;
  const step = isClosed ? width / columns : stepXMm;
  const rows = Math.floor((room.height - one.heightMm) / stepYMm + 1e-9) + 1;
  if (columns < 1 || rows < 1)
    return failed({
      code: 'motif-too-large',
      given: `A motif of ${one.widthMm.toFixed(1)} × ${one.heightMm.toFixed(1)} mm was given.`,
      allowed: `at most ${width.toFixed(1)} × ${room.height.toFixed(1)} mm here.`,
      todo: 'Make the motif smaller.',
    });
  if (columns * rows > MOST_MOTIFS)
    return failed({
      code: 'too-many-motifs',
      given: `${columns * rows} motifs would be needed.`,
      allowed: `at most ${MOST_MOTIFS}.`,
      todo: 'Take a larger motif or longer steps.',
    });
  // open sides: what is left over is shared by both ends
  const firstX = isClosed ? left + (step - one.widthMm) / 2 : left + (width - (columns - 1) * step - one.widthMm) / 2;
  const spare = room.height - (rows - 1) * stepYMm - one.heightMm;
  const canDrop = isHalfDrop && spare < stepYMm / 2;
  const places: (readonly [number, number])[] = [];
  for (let column = 0; column < columns; column += 1) {
    const isDropped = isHalfDrop && column % 2 === 1;
    // a dropped column may hold one less: whole motifs only
    const count = isDropped && canDrop ? rows - 1 : rows;
    const top = isHalfDrop && !canDrop ? room.y + (spare - stepYMm / 2) / 2 : room.y + spare / 2;
    for (let row = 0; row < count; row += 1)
      places.push([firstX + column * step, top + row * stepYMm + (isDropped ? stepYMm / 2 : 0)]);
  }
  const inside = (rings: Polygon): Ring[] =>
    isClosed
      ? intersected(rings, [rectangle({ x: 0, y: 0, width: clear.widthMm, height: clear.heightMm })])
      : [...rings];
  // on round areas and beside what is in the way only motifs count that lie wholly on clear ground
  const lies = (x: number, y: number): boolean =>
    designOf(one).every((ring) => {
      for (let at = 0; at < ring.length; at += 2) {
        const px = ring[at]! + x;
        const around = isClosed ? ((px % clear.widthMm) + clear.widthMm) % clear.widthMm : px;
        // what touches an edge lies inside; margins beside a seam that closes are none
        const insideX = Math.min(room.x + room.width - 1e-6, Math.max(room.x + 1e-6, around));
        const insideY = Math.min(room.y + room.height - 1e-6, Math.max(room.y + 1e-6, ring[at + 1]! + y));
        if ((!isClosed && Math.abs(insideX - around) > 1e-3) || !isInside(clear.clear, insideX, insideY)) return false;
      }
      return true;
    });
  const kept = places.filter(([x, y]) => lies(x, y));
  const layers = one.layers.map((layer) => {
    const copies = kept.flatMap(([x, y]) =>
      (isClosed ? [-clear.widthMm, 0, clear.widthMm] : [0]).map((shift) =>
        mapped(layer.polygon, (px, py) => [px + x + shift, py + y]),
      ),
    );
    return {
      ...layer,
      cutLines: [],
      polygon: inside(welded(copies.map((rings) => ({ rings, fill: 'nonzero' as const })))),
    };
  });
  return {
    ok: true,
    artwork: { widthMm: clear.widthMm, heightMm: clear.heightMm, layers },
    columns,
    stepXMm: step,
    meetsAtSeam: isClosed,
  };
};
