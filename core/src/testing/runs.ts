/** Whether all tries are made, as `npm run test:long` does. */
const isLong = Boolean(process.env['SGRAFFA_LONG']);

/** How many tries a test with drawn cases makes: few in `npm test`, all in `npm run test:long`, which CI runs. */
export const runs = (few: number, all: number): number => (isLong ? all : few);
