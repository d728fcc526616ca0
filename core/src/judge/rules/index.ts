import type { Rule } from '../context.ts';
import { adhesion } from './adhesion.ts';
import { chemistry } from './chemistry.ts';
import { artwork, look, workshop } from './making.ts';
import { mask } from './mask.ts';
import { order } from './order.ts';
import { safety } from './safety.ts';
import { surface } from './surface.ts';
import { heat, outdoors, water } from './use.ts';

/** Every rule, by topic, in the order in which its reasons are shown. */
export const RULES: readonly Rule[] = [
  ...safety,
  ...adhesion,
  ...chemistry,
  ...order,
  ...mask,
  ...water,
  ...surface,
  ...heat,
  ...outdoors,
  ...artwork,
  ...workshop,
  ...look,
];
