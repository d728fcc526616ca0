import type { Problem } from '../problem/index.ts';

/** An amount as the craft knows it: never one number. */
export interface Range {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
}

/** What a given number has to be. */
interface Limits {
  /** Above 0, or 0 and more. */
  readonly from: 'above 0' | '0 or more';
  /** Below this; any size unless given. */
  readonly below?: number;
  readonly isWhole?: boolean;
}

const fits = (value: unknown, { from, below = Infinity, isWhole }: Limits): boolean =>
  typeof value === 'number' &&
  Number.isFinite(value) &&
  (from === 'above 0' ? value > 0 : value >= 0) &&
  value < below &&
  (!isWhole || Number.isInteger(value));

/** The problem of a number that is not what it has to be; none where it is. */
export const numberProblem = (at: string, value: unknown, limits: Limits): Problem[] =>
  fits(value, limits)
    ? []
    : [
        {
          code: 'bad-amount',
          at,
          given: `${String(value)} was given.`,
          allowed: `a ${limits.isWhole ? 'whole ' : ''}number, ${limits.from}${limits.below === undefined ? '' : ` and below ${limits.below}`}.`,
          todo: 'Enter that figure again.',
        },
      ];

/** The problems of a figure whose three numbers are not what they have to be, or not in order. */
export const rangeProblems = (at: string, range: Range, limits: Limits): Problem[] => {
  const wrong = (['low', 'typical', 'high'] as const).flatMap((end) =>
    numberProblem(`${at}.${end}`, range[end], limits),
  );
  if (wrong.length || (range.low <= range.typical && range.typical <= range.high)) return wrong;
  return [
    {
      code: 'bad-amount',
      at,
      given: `low ${range.low}, typical ${range.typical}, high ${range.high} were given.`,
      allowed: 'low ≤ typical ≤ high.',
      todo: 'Put the three in order.',
    },
  ];
};

/** The problems of ids or names that stand more than once. */
export const twiceProblems = (at: string, ids: readonly string[]): Problem[] =>
  [...new Set(ids.filter((id, index) => ids.indexOf(id) !== index))].map((id) => ({
    code: 'given-twice',
    at,
    given: `"${id}" was given more than once.`,
    allowed: 'each of them once.',
    todo: 'Give one of them another name, or leave it out.',
  }));

/** A number without the dust that decimal fractions leave: 0.1 + 0.2 is 0.3. */
export const dusted = (value: number): number => Number(value.toPrecision(12));

/** The least whole number that is not below a value, where what lies within rounding of one counts as it. */
export const wholeAbove = (value: number): number => Math.ceil(value - 1e-9 * Math.max(1, Math.abs(value)));
