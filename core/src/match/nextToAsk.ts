import type { Catalogue } from '../materials/index.ts';
import type { Brief } from '../piece/index.ts';
import { type Preferences } from '../judge/index.ts';
import type { Ask } from './asks.ts';
import { matchLayers } from './matchLayers.ts';

/** The unsaid facts that matter most for a brief, the most useful first; none where nothing hangs on what is unsaid. */
export const nextToAsk = (brief: Brief, catalogue: Catalogue, preferences: Preferences = {}): readonly Ask[] =>
  matchLayers(brief, catalogue, { ...preferences, withoutMends: true }).asks;
