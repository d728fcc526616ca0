import type { Band } from './sectionModel.ts';

/** What a band is filled with, under its hatching. */
export const BAND_FILLS: Readonly<Record<Band['tone'], string>> = {
  ground: '#7f97a0',
  colour: '#e0b64f',
  film: '#cf7a50',
  clear: '#e9eddf',
  mask: '#d3d8d9',
  old: '#c0b39c',
  paste: '#c9b8c4',
};
