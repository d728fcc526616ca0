import { failed, type Outcome } from '../problem/index.ts';
import { dusted, numberProblem, wholeAbove } from '../cut/index.ts';

export interface PriceInput {
  /** What the piece consumes, in the main unit of the currency. */
  readonly materials: number;
  readonly minutes: number;
  readonly ratePerHour: number;
  readonly overheadPct: number;
  /** Share of pieces that come out spoilt. */
  readonly spoilPct: number;
  /** Share of the price that selling it takes. */
  readonly feePct: number;
  readonly marginPct: number;
  /** What an asking price is rounded up to; 0: not rounded. */
  readonly roundTo: number;
}

const MINUTES_PER_HOUR = 60;

/**
 * What a piece costs and what to ask for it.
 *
 * cost = (materials + time · rate) · (1 + overhead) ÷ (1 − spoil); price = cost · (1 + margin) ÷ (1 − fee), rounded up.
 *
 * @returns in the currency's main unit, cost unrounded; problems where a number is none, negative, or spoil or fee take all
 */
export const priceOf = (input: PriceInput): Outcome<{ readonly cost: number; readonly price: number }> => {
  const { materials, minutes, ratePerHour, overheadPct, spoilPct, feePct, marginPct, roundTo } = input;
  const any = { from: '0 or more' } as const;
  const wrong = [
    ...numberProblem('materials', materials, any),
    ...numberProblem('minutes', minutes, any),
    ...numberProblem('ratePerHour', ratePerHour, any),
    ...numberProblem('overheadPct', overheadPct, any),
    ...numberProblem('spoilPct', spoilPct, { ...any, below: 100 }),
    ...numberProblem('feePct', feePct, { ...any, below: 100 }),
    ...numberProblem('marginPct', marginPct, any),
    ...numberProblem('roundTo', roundTo, any),
  ];
  if (wrong.length) return failed(...wrong);
  const time = (minutes / MINUTES_PER_HOUR) * ratePerHour;
  const cost = ((materials + time) * (1 + overheadPct / 100)) / (1 - spoilPct / 100);
  const asked = (cost * (1 + marginPct / 100)) / (1 - feePct / 100);
  return {
    ok: true,
    cost: dusted(cost),
    price: dusted(roundTo > 0 ? wholeAbove(asked / roundTo) * roundTo : asked),
  };
};
