import type { Range } from '../cut/index.ts';
import type { Figure } from '../materials/index.ts';

export const exactly = (value: number): Range => ({ low: value, typical: value, high: value });
export const NOTHING = exactly(0);

/** A share of 100 % as a factor. */
export const shareOf = ({ low, typical, high }: Pick<Figure, 'low' | 'typical' | 'high'>): Range => ({
  low: low / 100,
  typical: typical / 100,
  high: high / 100,
});

/** What goes up with both of them: the low ends together, and the high ends. */
export const times = (one: Range, other: Range): Range => ({
  low: one.low * other.low,
  typical: one.typical * other.typical,
  high: one.high * other.high,
});
export const scaledBy = (range: Range, by: number): Range => times(range, exactly(by));

/** What hangs on the same facts: its ends come together. */
export const plus = (...ranges: readonly Range[]): Range => ({
  low: ranges.reduce((sum, { low }) => sum + low, 0),
  typical: ranges.reduce((sum, { typical }) => sum + typical, 0),
  high: ranges.reduce((sum, { high }) => sum + high, 0),
});

/**
 * What does not hang on the same facts: not all of it is at its low or high end at once.
 *
 * Half widths add by the root of their squares, about the sum of the typical figures.
 */
export const combined = (ranges: readonly Range[]): Range => {
  const typical = ranges.reduce((sum, range) => sum + range.typical, 0);
  const root = (of: (range: Range) => number) => Math.sqrt(ranges.reduce((sum, range) => sum + of(range) ** 2, 0));
  return {
    low: Math.max(0, typical - root((range) => range.typical - range.low)),
    typical,
    high: typical + root((range) => range.high - range.typical),
  };
};
