import { spokenColour } from '@sgraffa/core';
import type { SectionModel } from './sectionModel.ts';

/**
 * A section in the colours of the cans that its layers are taken from.
 *
 * @param said colours in words, by operation: "night blue"
 */
export const inColours = (model: SectionModel, said: ReadonlyMap<string, string>): SectionModel => ({
  ...model,
  bands: model.bands.map((band) => {
    const words = said.get(band.id);
    if (words === undefined) return band;
    const colour = spokenColour(words);
    const [product, ...others] = band.notes;
    return {
      ...band,
      ...(colour ? { colour } : {}),
      notes: product === undefined ? [words] : [`${product}, ${words}`, ...others],
    };
  }),
});
