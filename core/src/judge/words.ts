import type { LOOKS } from '../materials/index.ts';

/** What a look is called in a reason or on a button: "Accept opaque colour". */
export const LOOK_WORDS: Readonly<Record<(typeof LOOKS)[number] | 'any', string>> = {
  any: 'any look',
  opaque: 'opaque colour',
  colours: 'several colours',
  gradient: 'a gradient',
  grain: 'colour that lets the grain show',
  frosted: 'a frosted look',
  bareMetal: 'bare metal',
  burnt: 'a burnt look',
  metallic: 'a metallic look',
  glitter: 'glitter',
  noEdge: 'no edge to feel',
};
