import type { Product } from '../../materials/index.ts';
import { mirrorNote } from '../../artwork/index.ts';
import type { ApplyOperation, Schools } from '../../piece/index.ts';
import { cutFormOf, type CutForm, type Scene } from './scene.ts';
import { sentences } from './said.ts';

interface CutWords {
  readonly label: (name: string) => string;
  readonly through: string;
  readonly weeds: boolean;
  readonly needs: string;
  readonly right: string;
}

const CUTS: Readonly<Record<CutForm, CutWords>> = {
  film: {
    label: (name) => `Cut and weed ${name}`,
    through: 'Cut through the film and only score its liner',
    weeds: true,
    needs: 'a weeding hook and good light',
    right: 'Every corner lifts cleanly; the liner is scored, not cut.',
  },
  ironOn: {
    label: (name) => `Cut and weed ${name}`,
    through: 'Glue side up: cut through the film and leave its clear carrier whole',
    weeds: true,
    needs: 'a weeding hook and good light',
    right: 'The waste comes off in one; the carrier is whole and nothing loose is left on it.',
  },
  printed: {
    label: (name) => `Print and cut out ${name}`,
    through: 'Touch it at its edges only, keep it dry; cut around the print and leave a rim; no hook, tweezers',
    weeds: false,
    needs: 'tweezers and lint-free gloves',
    right: 'Flat and dry; the printed side untouched.',
  },
  sheet: {
    label: (name) => `Cut the stencil from ${name}`,
    through: 'Cut right through, the small openings first; keep every island and number it',
    weeds: false,
    needs: 'tape for what tears',
    right: 'Every opening falls out; no bridge and no corner is nicked.',
  },
};

const WEEDING: Readonly<Record<Schools['weeding'], string>> = {
  conventional: 'Weed it: lift the waste off, counters first',
  transferFirst: 'Lay the tape on first, take the liner off, then pull the waste',
};

/** What is cut for one operation: label, words, what lies ready, what it looks like when it is right. */
export const cutWords = (
  operation: ApplyOperation,
  product: Product,
  scene: Scene,
  schools: Schools,
  asked: readonly string[],
) => {
  const form = CUTS[cutFormOf(product)];
  const byHand = scene.isByHand(operation, product);
  // pulling waste through the tape is a way for film that is lifted with tape
  const school = operation.role === 'film' && cutFormOf(product) === 'film' ? schools.weeding : 'conventional';
  return {
    label: form.label(product.name),
    detail: sentences([
      mirrorNote(operation, scene.part, scene.catalogue)?.words,
      `${form.through}${byHand ? ', by hand from the full-size paper, a new blade' : ''}`,
      form.weeds && WEEDING[school],
      ...asked,
    ]),
    needs: [product.name, byHand ? 'a sharp knife, a mat, the full-size paper' : 'the cutter', form.needs],
    looksRight: form.right,
    byHand,
  };
};
