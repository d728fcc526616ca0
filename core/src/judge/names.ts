import type { Pass } from '../piece/index.ts';

/** What the designs of a pass are called together. */
export const namesOf = (pass: Pass): string => pass.map(({ name }) => name).join(', ');
