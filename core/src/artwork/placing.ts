import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { PLAIN_PLACEMENT, type DesignPlacement } from '../piece/index.ts';
import { boundsOf, clearAreaOf, type AreaInput, type ClearArea, type Polygon } from '../shape/index.ts';
import { designOf, type Artwork } from './artwork.ts';
import { fitDesign, measuredOn, placedOn, type FitOptions, type Placement } from './fit.ts';
import { labelsApart } from './labels.ts';
import { nested } from './nest.ts';
import type { LabelRoom } from './record.ts';

/** A design with its artwork, to be brought to its place. */
export interface DesignToPlace {
  readonly designId: string;
  /** The design that it lies exactly over. */
  readonly over: string | null;
  readonly artwork: Artwork;
  /** Of a set of labels: where each stands in the artwork, with its words. Each has the area to itself. */
  readonly labels: { readonly rooms: readonly LabelRoom[]; readonly words: readonly string[] } | null;
  readonly scale: number;
  /** Made for this area, on a page as large as it: it lies where it was drawn. */
  readonly isMadeForArea: boolean;
  readonly placement: DesignPlacement;
}

/** How an artwork is ordered by itself, at the size that it is drawn: over no other design, on no area. */
export const AS_DRAWN = {
  over: null,
  labels: null,
  scale: 1,
  isMadeForArea: false,
  placement: { ...PLAIN_PLACEMENT, sizing: 'said' },
} as const satisfies Omit<DesignToPlace, 'designId' | 'artwork'>;

/** A design at its place: one artwork, or each label of a set on an area of its own. */
export interface PlacedDesign {
  readonly designId: string;
  /** The first of them where there are several; null where it does not fit. */
  readonly placement: Placement | null;
  readonly placed: readonly Artwork[];
  readonly problems: readonly Problem[];
}

/** All that lies inside a design's outer outlines, holes filled. */
const outlinesOf = (design: Polygon): Polygon => nested(design).map(({ ring }) => ring);

const optionsOf = ({ placement, scale, labels }: DesignToPlace, shared: FitOptions): FitOptions => ({
  ...shared,
  turnDeg: placement.turnDeg,
  // letters of a set have the height that they were set at
  ...(labels ? { scale: 1 } : placement.sizing === 'said' ? { scale } : {}),
  ...(placement.widthShare === null || labels ? {} : { widthShare: placement.widthShare }),
  align: { x: placement.alignX, y: placement.alignY },
  nudgeMm: { x: placement.nudgeXMm, y: placement.nudgeYMm },
});

/**
 * How far each label lies below its own middle, so that all base lines lie at one height of their areas: none where base lines are not
 * known, or labels are turned or stand at an edge.
 */
const onOneBaseLine = (rooms: readonly LabelRoom[], { turnDeg, alignY }: DesignPlacement): readonly number[] => {
  const lines = rooms.map(({ height, baselineMm }) =>
    baselineMm === null ? null : { above: baselineMm, below: height - baselineMm },
  );
  if (turnDeg !== 0 || alignY !== 'centre' || lines.includes(null)) return rooms.map(() => 0);
  const known = lines.filter((line) => line !== null);
  const middle = (Math.max(...known.map(({ below }) => below)) - Math.max(...known.map(({ above }) => above))) / 2;
  return known.map(({ above, below }) => (below - above) / 2 - middle);
};

const labelsPlaced = (
  area: AreaInput,
  clear: ClearArea,
  design: DesignToPlace,
  { rooms, words }: NonNullable<DesignToPlace['labels']>,
  options: FitOptions,
): PlacedDesign => {
  const placed: Artwork[] = [];
  let first: Placement | null = null;
  const down = onOneBaseLine(rooms, design.placement);
  for (const [index, label] of labelsApart(design.artwork, rooms).entries()) {
    const { x = 0, y = 0 } = options.nudgeMm ?? {};
    const onLine = fitDesign(area, label, { ...options, nudgeMm: { x, y: y + down[index]! } });
    const fit = onLine.ok || down[index] === 0 ? onLine : fitDesign(area, label, options);
    if (!fit.ok) {
      const word = words[index]?.replaceAll('|', ' ') ?? String(index + 1);
      const problems = fit.problems.map((problem) => ({
        ...problem,
        given: `“${word}”: ${problem.given}`,
        todo: 'Take smaller letters, set that word in two lines or in a narrower face, or make the margins smaller.',
      }));
      return { designId: design.designId, placement: null, placed: [], problems };
    }
    first ??= fit;
    placed.push(placedOn(label, fit, clear));
  }
  return { designId: design.designId, placement: first, placed, problems: [] };
};

/** How far the page of what was made for an area may differ from it, mm: rounding in the file. */
const SAME_PAGE_MM = 0.01;

const lyingWhereDrawn = (clear: ClearArea, { designId, artwork }: DesignToPlace): PlacedDesign => {
  const isSame =
    Math.abs(artwork.widthMm - clear.widthMm) < SAME_PAGE_MM &&
    Math.abs(artwork.heightMm - clear.heightMm) < SAME_PAGE_MM;
  if (!isSame)
    return {
      designId,
      placement: null,
      placed: [],
      problems: failed({
        code: 'other-area',
        given: `It was made for an area of ${artwork.widthMm.toFixed(1)} × ${artwork.heightMm.toFixed(1)} mm; this one is ${clear.widthMm.toFixed(1)} × ${clear.heightMm.toFixed(1)} mm.`,
        allowed: 'the area that it was made for.',
        todo: 'Make it again for this area.',
      }).problems,
    };
  return {
    designId,
    placement: {
      scale: 1,
      turnDeg: 0,
      offset: { x: 0, y: 0 },
      ...measuredOn({ width: clear.widthMm, height: clear.heightMm }, boundsOf(designOf(artwork))),
      isLargest: false,
    },
    placed: [artwork],
    problems: [],
  };
};

/**
 * Brings the designs of a part to their places on its clear area, one after the other, clear of each other; one that lies over another is
 * centred on it.
 *
 * @param gapMm kept between designs
 * @returns the area with every design; problems where the area's measures are missing
 */
export const placeDesigns = (
  area: AreaInput,
  designs: readonly DesignToPlace[],
  { rimZoneMm, gapMm }: { readonly rimZoneMm: number; readonly gapMm: number },
): Outcome<{ area: ClearArea; designs: readonly PlacedDesign[] }> => {
  const clear = clearAreaOf(area, { rimZoneMm });
  if (!clear.ok) return clear;
  const taken = new Map<string, Polygon>();
  const beneathOf = ({ over }: DesignToPlace): ReadonlySet<string> => {
    const found = new Set<string>();
    for (let id = over; id !== null && !found.has(id);) {
      const design = designs.find(({ designId }) => designId === id);
      // one that has no artwork yet covers the whole area
      if (!design) break;
      found.add(id);
      id = design.over;
    }
    return found;
  };
  const place = (design: DesignToPlace): PlacedDesign => {
    const beneath = beneathOf(design);
    const under = design.over === null ? undefined : taken.get(design.over);
    if (design.over !== null && beneath.has(design.over) && !under)
      return {
        designId: design.designId,
        placement: null,
        placed: [],
        problems: failed({
          code: 'nothing-beneath',
          given: 'The design that it lies over does not fit.',
          allowed: 'a design beneath it that is at its place.',
          todo: 'Mend the place of that design first.',
        }).problems,
      };
    const options = optionsOf(design, {
      rimZoneMm,
      gapMm,
      ...(under ? { within: outlinesOf(under) } : {}),
      clearOf: [...taken].flatMap(([id, polygon]) => (beneath.has(id) ? [] : polygon)),
    });
    if (design.isMadeForArea) {
      const made = lyingWhereDrawn(clear, design);
      if (made.placement) taken.set(design.designId, designOf(design.artwork));
      return made;
    }
    if (design.labels) return labelsPlaced(area, clear, design, design.labels, options);
    const fit = fitDesign(area, design.artwork, options);
    if (!fit.ok) return { designId: design.designId, placement: null, placed: [], problems: fit.problems };
    const onArea = placedOn(design.artwork, fit, clear);
    taken.set(design.designId, designOf(onArea));
    return { designId: design.designId, placement: fit, placed: [onArea], problems: [] };
  };
  const depth = (design: DesignToPlace) => beneathOf(design).size;
  const placed = new Map(
    [...designs].sort((one, other) => depth(one) - depth(other)).map((design) => [design.designId, place(design)]),
  );
  return { ok: true, area: clear, designs: designs.map(({ designId }) => placed.get(designId)!) };
};
