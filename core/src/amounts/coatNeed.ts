import { failed, type Outcome } from '../problem/index.ts';
import { numberProblem, rangeProblems, type Range } from '../cut/index.ts';

export interface CoatNeedInput {
  /** With the thirst of its texture in it already. */
  readonly areaMm2: number;
  readonly coats: number;
  readonly coverM2PerL: Range;
  /** What stays in tool, cup and can, or goes past the piece, on top of what lies on it; over 100 % for small things in mist. */
  readonly lossPct: Range;
}

const MM2_PER_M2 = 1e6;
const ML_PER_L = 1000;

/**
 * How much of a liquid its coats take, ml.
 *
 * area · coats ÷ cover · (1 + loss): `low` with the best cover and the least loss, `high` the other way round.
 *
 * @returns unrounded; problems where a number is none, negative, or cover is 0
 * @example coatNeed({ areaMm2: 756_000, coats: 2, coverM2PerL: { low: 10, typical: 12, high: 14 }, lossPct: { low: 5, typical: 10, high: 15 } }) // typical 138.6
 */
export const coatNeed = ({ areaMm2, coats, coverM2PerL, lossPct }: CoatNeedInput): Outcome<Range> => {
  const wrong = [
    ...numberProblem('areaMm2', areaMm2, { from: '0 or more' }),
    ...numberProblem('coats', coats, { from: '0 or more' }),
    ...rangeProblems('coverM2PerL', coverM2PerL, { from: 'above 0' }),
    ...rangeProblems('lossPct', lossPct, { from: '0 or more' }),
  ];
  if (wrong.length) return failed(...wrong);
  const need = (cover: number, loss: number) =>
    (((areaMm2 / MM2_PER_M2) * coats) / cover) * (1 + loss / 100) * ML_PER_L;
  return {
    ok: true,
    low: need(coverM2PerL.high, lossPct.low),
    typical: need(coverM2PerL.typical, lossPct.typical),
    high: need(coverM2PerL.low, lossPct.high),
  };
};
