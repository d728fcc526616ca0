const SQRT2 = Math.SQRT2;
/** erfc of what is not negative: a Chebyshev fit, relative error below 1.2e-7 (Press et al., Numerical Recipes, 6.2). */
const erfc = (z: number): number => {
  const t = 1 / (1 + 0.5 * z);
  const outer = 0.27886807 + t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277)));
  const fit = -1.26551223 + t * (1.00002368 + t * (0.37409196 + t * (0.09678418 + t * (-0.18628806 + t * outer))));
  return t * Math.exp(fit - z * z);
};

/** The chance that a standard normal value is below `z`; exact far out to both sides. */
export const phi = (z: number): number => (z > 0 ? 1 - 0.5 * erfc(z / SQRT2) : 0.5 * erfc(-z / SQRT2));

/** The chance that a standard normal value lies between two bounds; nothing is lost far from 0. */
export const phiBetween = (from: number, to: number): number =>
  from > 0 ? 0.5 * (erfc(from / SQRT2) - erfc(to / SQRT2)) : phi(to) - phi(from);

/** The chance that it is above `z`. */
export const phiAbove = (z: number): number => phi(-z);

/** The 5 % and 95 % points of a figure's range lie so many standard deviations apart, and so far from its middle. */
export const SPREAD = 3.29;
export const OUTER = SPREAD / 2;

/** How wide a figure is taken to be at the least, as a standard deviation of its logarithm. */
export const LEAST_SPREAD = 0.3;

/** The standard deviation of a figure's logarithm, its low and high figure taken as 5 % and 95 %. */
export const spreadOf = ({ low, high }: { readonly low: number; readonly high: number }): number =>
  Math.max(LEAST_SPREAD, low > 0 ? Math.log(high / low) / SPREAD : LEAST_SPREAD);

/**
 * The value below which a mixture of log-normals lies with a chance.
 *
 * @param chanceBelow of the logarithm; rises from 0 to 1
 * @param from a logarithm that is surely below, `to` one that is surely above
 */
export const quantile = (chanceBelow: (log: number) => number, chance: number, from: number, to: number): number => {
  let [low, high] = [from, to];
  for (let turn = 0; turn < 48; turn += 1) {
    const middle = (low + high) / 2;
    if (chanceBelow(middle) < chance) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
};
