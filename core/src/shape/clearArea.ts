import { catalogue, type CatalogueData } from '../materials/index.ts';
import { failed, problemsFromZod, type Outcome } from '../problem/index.ts';
import { areaSchema, type Area, type AreaInput, type KeepOut } from './areaSchema.ts';
import { grown, intersected, subtracted, united } from './clip.ts';
import { frustumTemplate, type FrustumTemplate } from './frustum.ts';
import { boundsOf, circle, mapped, polygonArea, rectangle, type Bounds, type Ring } from './rings.ts';

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

interface Flat {
  readonly whole: readonly Ring[];
  readonly cone: FrustumTemplate | null;
}

const refused = (given: string, allowed: string, todo: string) => failed({ code: 'bad-measure', given, allowed, todo });

const flatOf = (area: Area): Outcome<Flat> => {
  const flat = (whole: readonly Ring[], cone: FrustumTemplate | null = null): Outcome<Flat> => ({
    ok: true,
    whole,
    cone,
  });
  switch (area.kind) {
    case 'rectangle':
      return flat([rectangle({ x: 0, y: 0, width: area.widthMm, height: area.heightMm })]);
    case 'disc':
      return flat([circle(area.diameterMm / 2, area.diameterMm / 2, area.diameterMm / 2)]);
    case 'ring': {
      const [outer, inner] = [area.outerDiameterMm / 2, area.innerDiameterMm / 2];
      return inner < outer
        ? flat(subtracted([circle(outer, outer, outer)], [circle(outer, outer, inner)]))
        : refused(
            `A ring of ${area.outerDiameterMm} mm around a hole of ${area.innerDiameterMm} mm was given.`,
            'a hole that is smaller than the ring.',
            'Measure both across.',
          );
    }
    case 'cylinder': {
      const around = area.circumferenceMm ?? (area.diameterMm === null ? null : Math.PI * area.diameterMm);
      if (around === null)
        return refused(
          'Neither the diameter nor the way around was given.',
          'one of the two.',
          'Lay a tape measure around it.',
        );
      return area.handleGapMm < around
        ? flat([rectangle({ x: 0, y: 0, width: around - area.handleGapMm, height: area.heightMm })])
        : refused(
            `A handle gap of ${area.handleGapMm} mm was given on ${Math.round(around)} mm around.`,
            'less than the way around.',
            'Measure the gap along the side.',
          );
    }
    case 'cone': {
      const cone = frustumTemplate({
        topDiameterMm: area.topDiameterMm,
        bottomDiameterMm: area.bottomDiameterMm,
        slantMm: area.slantMm ?? undefined,
        heightMm: area.heightMm ?? undefined,
        gapMm: area.handleGapMm,
      });
      if (!cone.ok) return cone;
      const middle = (Math.PI * (area.topDiameterMm + area.bottomDiameterMm)) / 2;
      const share = 1 - area.handleGapMm / (Math.PI * Math.max(area.topDiameterMm, area.bottomDiameterMm));
      return flat([rectangle({ x: 0, y: 0, width: middle * share, height: cone.slantMm })], cone);
    }
    case 'outline': {
      const rings = united(
        area.rings.map((ring) => Float64Array.from(ring)),
        'evenodd',
      );
      const { x, y } = boundsOf(rings);
      return polygonArea(rings) > 0
        ? flat(mapped(rings, (px, py) => [px - x, py - y]))
        : refused('The outline encloses nothing.', 'a closed outline.', 'Draw it again, closed.');
    }
  }
};

const isSide = ({ kind }: Area): boolean => kind === 'cylinder' || kind === 'cone';

const usualMargins = (area: Area, { width, height }: Bounds, sizing: Sizing): Margins => {
  const all = Math.max(sizing.marginLeast.typical, (Math.min(width, height) * sizing.marginShare.typical) / 100);
  const around = area.kind === 'ring' ? sizing.marginLeast.typical : all;
  if (!isSide(area)) return { top: around, right: around, bottom: around, left: around };
  const side = sizing.marginLeast.typical;
  return { top: sizing.rimClearance.typical, right: side, bottom: sizing.footClearance.typical, left: side };
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
  if (area.kind === 'rectangle' || isSide(area)) {
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
  const margins = isSide(read.data) ? { ...usual, top: Math.max(usual.top, rimZoneMm) } : usual;
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
