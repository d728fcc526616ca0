import { catalogue, type CatalogueData } from '../materials/index.ts';
import { failed, problemsFromZod, type Outcome } from '../problem/index.ts';
import { AREA_KINDS, flatOf, isSideArea } from './areaKinds.ts';
import { areaSchema, type Area, type AreaInput, type KeepOut } from './areaSchema.ts';
import { grown, intersected, subtracted, united } from './clip.ts';
import type { FrustumTemplate } from './frustum.ts';
import { boundsOf, circle, polygonArea, rectangle, type Bounds, type Ring } from './rings.ts';

type Sizing = CatalogueData['sizing'];

export interface Margins {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

/** An area laid flat: the whole of it, and what is left clear of margins and of what is in the way. Its top left corner is 0, 0. */
export interface ClearArea {
  readonly kind: Area['kind'];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly whole: readonly Ring[];
  readonly clear: readonly Ring[];
  readonly margins: Margins;
  /** What is in the way, each with its clearance around it. */
  readonly keptOut: readonly Ring[];
  /** A cone's cover; the flat area is the strip that bends onto it: as wide as the way around halfway up. */
  readonly cone: FrustumTemplate | null;
}

export interface ClearAreaOptions {
  /** A drinking rim keeps a zone of its own free at the top, mm. */
  readonly rimZoneMm?: number | undefined;
  /** Habits of measuring; the catalogue's unless given. */
  readonly sizing?: Sizing | undefined;
}

const refused = (given: string, allowed: string, todo: string) => failed({ code: 'bad-measure', given, allowed, todo });

const usualMargins = (area: Area, { width, height }: Bounds, sizing: Sizing): Margins => {
  const least = sizing.marginLeast.typical;
  const share = Math.max(least, (Math.min(width, height) * sizing.marginShare.typical) / 100);
  switch (AREA_KINDS[area.kind].usualMargin) {
    case 'side':
      return { top: sizing.rimClearance.typical, right: least, bottom: sizing.footClearance.typical, left: least };
    case 'least':
      return { top: least, right: least, bottom: least, left: least };
    case 'share':
      return { top: share, right: share, bottom: share, left: share };
  }
};

const keptOutRing = (keepOut: KeepOut, usualMm: number): Ring[] => {
  const clearance = keepOut.clearanceMm ?? usualMm;
  if (keepOut.kind === 'circle') return [circle(keepOut.xMm, keepOut.yMm, keepOut.diameterMm / 2 + clearance)];
  return grown(
    [rectangle({ x: keepOut.xMm, y: keepOut.yMm, width: keepOut.widthMm, height: keepOut.heightMm })],
    clearance,
  );
};

const withinMargins = (area: Area, whole: readonly Ring[], box: Bounds, margins: Margins): Ring[] => {
  const { top, right, bottom, left } = margins;
  if (!AREA_KINDS[area.kind].hasMarginAllRound) {
    const [width, height] = [box.width - left - right, box.height - top - bottom];
    return width > 0 && height > 0 ? [rectangle({ x: left, y: top, width, height })] : [];
  }
  return grown(whole, -top, 'miter');
};

/**
 * What of a measured area is free for a design.
 *
 * @param area as measured, mm; margins and clearances left out are the usual ones of `sizing`
 * @returns the area laid flat; problems where measures are missing, contradict each other or leave nothing
 */
export const clearAreaOf = (
  area: AreaInput,
  { rimZoneMm = 0, sizing = catalogue().sizing }: ClearAreaOptions = {},
): Outcome<ClearArea> => {
  const read = areaSchema.safeParse(area);
  if (!read.success) return failed(...problemsFromZod(read.error, area, 'Measure it again and mend that figure.'));
  const flat = flatOf(read.data);
  if (!flat.ok) return flat;
  const box = boundsOf(flat.whole);
  const usual = read.data.margins ?? usualMargins(read.data, box, sizing);
  const margins = isSideArea(read.data) ? { ...usual, top: Math.max(usual.top, rimZoneMm) } : usual;
  const keptOut = united(
    read.data.keepOuts.flatMap((keepOut) => keptOutRing(keepOut, sizing.keepOutClearance.typical)),
  );
  const inside = withinMargins(read.data, flat.whole, box, margins);
  const clear = keptOut.length ? subtracted(inside, keptOut) : inside;
  if (polygonArea(clear) <= 0)
    return refused(
      `Margins and what is in the way leave nothing of ${Math.round(box.width)} × ${Math.round(box.height)} mm.`,
      'margins and keep-outs with room between them.',
      'Make the margins smaller, or choose another place.',
    );
  return {
    ok: true,
    kind: read.data.kind,
    widthMm: box.width,
    heightMm: box.height,
    whole: flat.whole,
    clear,
    margins,
    keptOut: intersected(keptOut, flat.whole),
    cone: flat.cone,
  };
};
