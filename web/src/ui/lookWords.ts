import type { LookFinding } from '@sgraffa/core';

/** What a look finds, in the words of the bench. */
export const LOOK_WORDS: Readonly<Record<LookFinding, string>> = {
  notYet: 'not yet',
  partly: 'partly',
  through: 'through',
  crept: 'crept under the edge',
  wet: 'wet',
  tacky: 'tacky',
  dry: 'dry',
};
