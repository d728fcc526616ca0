import condensed from '@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff?url';
import condensedExt from '@fontsource/barlow-condensed/files/barlow-condensed-latin-ext-600-normal.woff?url';
import sans from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import sansExt from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff?url';
import heavy from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-800-normal.woff?url';
import heavyExt from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-800-normal.woff?url';
import serif from '@fontsource/libre-baskerville/files/libre-baskerville-latin-700-normal.woff?url';
import serifExt from '@fontsource/libre-baskerville/files/libre-baskerville-latin-ext-700-normal.woff?url';
import script from '@fontsource/pacifico/files/pacifico-latin-400-normal.woff?url';
import scriptExt from '@fontsource/pacifico/files/pacifico-latin-ext-400-normal.woff?url';
import slab from '@fontsource/zilla-slab/files/zilla-slab-latin-700-normal.woff?url';
import slabExt from '@fontsource/zilla-slab/files/zilla-slab-latin-ext-700-normal.woff?url';
import stencil from '@fontsource/stardos-stencil/files/stardos-stencil-latin-700-normal.woff?url';
import { openFont, type Font, type Outcome } from '@sgraffa/core';
import type { ShippedFace } from './faceNames.ts';

/** The files of each shipped face: Latin letters, then those of further languages. */
const FILES: Readonly<Record<ShippedFace, readonly string[]>> = {
  sans: [sans, sansExt],
  heavy: [heavy, heavyExt],
  serif: [serif, serifExt],
  slab: [slab, slabExt],
  script: [script, scriptExt],
  stencil: [stencil],
  condensed: [condensed, condensedExt],
};

const opened = new Map<string, Promise<Outcome<{ font: Font }>>>();

const bytesOf = async (url: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(url)).arrayBuffer());

/** A shipped face by its id, opened once. */
export const faceOf = (id: string): Promise<Outcome<{ font: Font }>> => {
  const known = opened.get(id);
  if (known) return known;
  const files = id in FILES ? FILES[id as ShippedFace] : FILES.sans;
  const reading = Promise.all(files.map(bytesOf)).then((bytes) => openFont(bytes));
  opened.set(id, reading);
  return reading;
};
