import type { FactId } from '../vocabulary.ts';
import * as air from './air.ts';
import type { Reader } from './fact.ts';
import * as laid from './laid.ts';
import * as surface from './surface.ts';
import * as times from './times.ts';
import { washed } from './washed.ts';

const { belowIs, ...ofSurface } = surface;
const { windowFact, ...ofTimes } = times;

/** How each fact is read from the record of a piece. */
export const FACTS: Readonly<Record<FactId, Reader>> = {
  ...ofSurface,
  ...laid,
  ...ofTimes,
  ...air,
  below: belowIs,
  window: windowFact,
  washed,
};

export type { Fact } from './fact.ts';
