/** Whether all tries are made, as `npm run test:long` does. */
const isLong = Boolean(process.env['SGRAFFA_LONG']);

/** How many tries a test with drawn cases makes: few in `npm test`, all in `npm run test:long`, which CI runs. */
export const runs = (few: number, all: number): number => (isLong ? all : few);

/** How many cases are drawn, and that they are the same ones each time; SGRAFFA_SEED=… draws others. */
export const draws = (few: number, all: number): { readonly numRuns: number; readonly seed: number } => ({
  numRuns: runs(few, all),
  seed: Number(process.env['SGRAFFA_SEED'] ?? 35),
});
