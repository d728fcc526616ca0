import type { Reader } from './fact.ts';

/** Whether what was washed was washed as its care allows. */
export const washed: Reader = () => null;
