import { failed, type Outcome } from '../problem/index.ts';
import {
  UNKNOWN_CARE,
  type Base,
  type Catalogue,
  type ExistingFinish,
  type SurfaceProperties,
} from '../materials/index.ts';
import type { OwnSurface, Surface } from './schema.ts';

/** What a surface shows before anything is done to it: the base as its existing finishes leave it. */
export interface SurfaceFacts {
  readonly name: string;
  readonly base: Base;
  readonly isOwn: boolean;
  readonly finishes: readonly { readonly finish: ExistingFinish; readonly ageDays: number | null }[];
  readonly properties: SurfaceProperties;
  /** Chemical kind of the topmost existing finish; undefined on a bare base. */
  readonly binder: string | undefined;
}

const ownBase = (own: OwnSurface): Base => {
  const { water, heatLimitC, ...properties } = own.properties;
  return {
    id: 'own',
    name: own.name,
    words: [],
    pattern: own.pattern,
    properties: {
      ...properties,
      heatLimitC:
        heatLimitC === null
          ? null
          : { low: heatLimitC, typical: heatLimitC, high: heatLimitC, unit: '°C', basis: 'your-label' },
      dyePolymer: null,
      care: { ...UNKNOWN_CARE, water },
    },
  };
};

/** Lays one finish over what is there: it changes what shows and hides traits of what lies below. */
const finished = (below: SurfaceProperties, finish: ExistingFinish): SurfaceProperties => ({
  ...below,
  ...(Object.fromEntries(
    Object.entries(finish.changes).filter(([, value]) => value !== undefined),
  ) as Partial<SurfaceProperties>),
  traits: [
    ...new Set([...below.traits.filter((trait) => !finish.hides.includes(trait)), ...(finish.changes.traits ?? [])]),
  ],
});

/** The finishes that agreed prep leaves in place. */
const keptFinishes = (surface: Surface, catalogue: Catalogue): Surface['existing'] => {
  const takenOff = new Set(surface.preparation.flatMap((id) => catalogue.productById.get(id)?.takesOff ?? []));
  return takenOff.has('any')
    ? []
    : surface.existing.filter(({ finish }) => !takenOff.has(catalogue.finishById.get(finish)?.binder ?? ''));
};

/**
 * The facts of a surface as it is today, or as agreed prep will leave it.
 *
 * @param surface as the document holds it
 * @param options `prepared: true` counts prep that takes a finish off as done, which is how Match judges
 * @returns the facts, or problems naming an id that the catalogue does not hold
 */
export const surfaceFacts = (
  surface: Surface,
  catalogue: Catalogue,
  options: { prepared?: boolean } = {},
): Outcome<{ facts: SurfaceFacts }> => {
  const base =
    surface.base === 'own' ? (surface.own ? ownBase(surface.own) : undefined) : catalogue.baseById.get(surface.base);
  if (!base)
    return failed({
      code: 'unknown-base',
      at: 'surface.base',
      given: `"${surface.base}" was given as the base material${surface.base === 'own' ? ' without its properties' : ''}.`,
      allowed: `one of ${catalogue.bases.length} catalogue materials, or "own" with its properties.`,
      todo: 'Choose a material from the list, or describe your own by its properties.',
    });
  const existing = options.prepared ? keptFinishes(surface, catalogue) : surface.existing;
  const finishes: { finish: ExistingFinish; ageDays: number | null }[] = [];
  for (const { finish: finishId, ageDays } of existing) {
    const finish = catalogue.finishById.get(finishId);
    if (!finish)
      return failed({
        code: 'unknown-finish',
        at: 'surface.existing',
        given: `"${finishId}" was given as a finish on the piece.`,
        allowed: catalogue.finishes.map(({ id }) => id).join(', ') + '.',
        todo: 'Choose a finish from the list, or "unknown finish".',
      });
    finishes.push({ finish, ageDays });
  }
  const properties = finishes.reduce((below, { finish }) => finished(below, finish), base.properties);
  const words = finishes.map(({ finish }) => finish.name);
  return {
    ok: true,
    facts: {
      name: words.length ? `${base.name} with ${words.join(' and ')}` : base.name,
      base,
      isOwn: surface.base === 'own',
      finishes,
      properties,
      binder: finishes.at(-1)?.finish.binder,
    },
  };
};
