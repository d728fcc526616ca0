/** The letters that are shipped, by what they are called. */
export const FACE_NAMES = {
  sans: 'Plain, without serifs',
  heavy: 'Plain, heavy',
  serif: 'With serifs',
  slab: 'With slab serifs',
  script: 'Script, letters joined',
  stencil: 'Stencil, with bridges of its own',
  condensed: 'Condensed',
} as const;
export type ShippedFace = keyof typeof FACE_NAMES;

/** Faces that may stand for one another where strokes are too thin: neither joined nor bridged. */
export const BOOK_FACES = ['sans', 'heavy', 'serif', 'slab', 'condensed'] as const satisfies readonly ShippedFace[];
