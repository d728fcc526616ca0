import { rankIn, WEARS, type Catalogue } from '../materials/index.ts';
import type { Part, Use } from './schema.ts';

/**
 * The use of a part with what the thing itself implies: a vessel for a candle is hot, whatever was said of heat or not.
 *
 * @returns the same facts where nothing is implied
 */
export const effectiveUse = (use: Use, catalogue: Catalogue): Use => {
  const implies = catalogue.itemById.get(use.item)?.implies;
  if (!implies) return use;
  const hottest = (id: string) => catalogue.heatSourceById.get(id)?.surfaceC.high ?? 0;
  // only what takes the place of the flame or bulb says that it is not there
  const isReplaced = use.heat === 'led' && catalogue.heatSourceById.get(implies.heat ?? '')?.ledInstead;
  const isHotter = implies.heat !== undefined && !isReplaced && hottest(implies.heat) > hottest(use.heat);
  return {
    ...use,
    heat: isHotter ? implies.heat! : use.heat,
    children: implies.children !== undefined && use.children === 'unknown' ? implies.children : use.children,
    food: implies.food !== undefined && use.food !== 'lip' ? implies.food : use.food,
    wear: implies.wear !== undefined && rankIn(WEARS, use.wear) < rankIn(WEARS, implies.wear) ? implies.wear : use.wear,
  };
};

/** True where a shape has an inside and an outside, so that "outside" says which side food does not touch. */
export const isHollow = (shape: Part['surface']['shape']): boolean =>
  shape === 'cylinder' || shape === 'cone' || shape === 'compound';

/** True where nobody has said on which side of the piece a design lies: "outside" says nothing of a flat board. */
export const isSideUnsaid = (zone: Part['designs'][number]['zone'], shape: Part['surface']['shape']): boolean =>
  zone === 'unknown' || (zone === 'outside' && !isHollow(shape));
