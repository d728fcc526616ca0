import { z } from 'zod';

const percent = (below: number) => z.number('a number in %').min(0, `0 to ${below} %`).max(below, `0 to ${below} %`);

/** What time and selling cost; null: not said, and then every total says that it is without it. */
export const moneySettingsSchema = z.strictObject({
  /** ISO code of the currency that prices are in. */
  currency: z.string().regex(/^[A-Z]{3}$/, 'a currency code of three letters, such as EUR'),
  ratePerHour: z.number('an amount an hour').min(0, '0 to 10000').max(10_000, '0 to 10000').nullable(),
  overheadPct: percent(1000).nullable(),
  spoilPct: percent(95).nullable(),
  feePct: percent(95).nullable(),
  marginPct: percent(1000).nullable(),
  /** What an asking price is rounded up to; 0: not rounded. */
  roundTo: z.number('an amount').min(0, '0 to 1000').max(1000, '0 to 1000'),
});
export type MoneySettings = z.output<typeof moneySettingsSchema>;
export const PLAIN_MONEY: MoneySettings = {
  currency: 'EUR',
  ratePerHour: null,
  overheadPct: null,
  spoilPct: null,
  feePct: null,
  marginPct: null,
  roundTo: 0.5,
};
