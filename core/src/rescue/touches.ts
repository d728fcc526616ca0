import type { Situation, Top } from '../judge/index.ts';
import type { Product } from '../materials/index.ts';
import type { ActionRow, Touch } from './schema.ts';

/** What a way of mending may not do to a surface, and what to mind. */
export interface TouchProblems {
  readonly refused: readonly string[];
  readonly minded: readonly string[];
}

/** A hair dryer on low, a steam iron held off: so warm a surface gets, °C. */
const WARM_C = 60;

interface Touched {
  readonly situation: Situation;
  readonly top: Top | null;
  readonly product: Product | null;
}

const UNKNOWN_BASE = 'Nobody has said what the base is: no solvent, blade or heat before that is known.';
const standsUnknown = ({ situation: { surface } }: Touched): boolean => surface.properties.solvents === 'unknown';
const isOldCoat = ({ situation: { part, surface } }: Touched): boolean => {
  const { existing, leadTest } = part.surface;
  const isOld = existing.some(({ finish, ageDays }) => finish === 'unknown-finish' || ageDays === null);
  return leadTest !== 'clear' && (isOld || surface.properties.traits.includes('mayHoldLead'));
};
const hasAsbestos = ({ situation: { surface } }: Touched): boolean => surface.properties.traits.includes('asbestosOld');
const isPvc = ({ top, product }: Touched): boolean =>
  Boolean(
    product?.flags.includes('pvc') || top?.film?.flags.includes('pvc') || top?.mask?.product.flags.includes('pvc'),
  );
const heatLimit = ({ situation: { surface } }: Touched): number | null => surface.properties.heatLimitC?.low ?? null;

const REMOVES_DUST: readonly Touch[] = ['sand', 'scrape'];

interface Rule {
  readonly of: readonly Touch[];
  readonly when: (touched: Touched) => boolean;
  readonly verdict: 'refused' | 'minded';
  readonly words: string;
}

/** What holds whatever product is used; what is laid or wiped on is judged by the rules of Match. */
const RULES: readonly Rule[] = [
  { of: ['solvent', 'blade'], when: standsUnknown, verdict: 'refused', words: UNKNOWN_BASE },
  { of: ['heat', 'press'], when: (touched) => heatLimit(touched) === null, verdict: 'refused', words: UNKNOWN_BASE },
  {
    of: [...REMOVES_DUST, 'heat'],
    when: isOldCoat,
    verdict: 'refused',
    words:
      'An old coat, or one of unknown age, is on it: test it for lead first. Until then no sanding, scraping or heat.',
  },
  {
    of: REMOVES_DUST,
    when: hasAsbestos,
    verdict: 'refused',
    words: 'Old floor tiles and their glue can hold asbestos: never sand or scrape them before they are tested.',
  },
  {
    of: ['heat'],
    when: (touched) => {
      const limit = heatLimit(touched);
      return limit !== null && limit < WARM_C;
    },
    verdict: 'refused',
    words: 'The base does not stand the heat.',
  },
  {
    of: ['heat'],
    when: isPvc,
    verdict: 'minded',
    words: 'Low and moving: film gives off fumes over 80 °C, and shrinks before.',
  },
  {
    of: ['sand'],
    when: ({ situation: { surface } }) =>
      surface.properties.traits.some((trait) => trait === 'transparent' || trait === 'glossy'),
    verdict: 'minded',
    words: 'Sanding scratches what shines for good: only where a coat covers it again.',
  },
  {
    of: ['solvent'],
    when: ({ situation: { surface } }) => ['crazes', 'dissolves'].includes(surface.properties.solvents),
    verdict: 'minded',
    words: 'Solvent may craze or melt it: try soap first, then a hidden spot.',
  },
];

export const touchProblems = (
  { touches }: ActionRow,
  situation: Situation | null,
  top: Top | null,
  product: Product | null,
): TouchProblems => {
  if (!situation)
    return touches.length
      ? { refused: ['The surface cannot be read: say first what the piece is made of.'], minded: [] }
      : { refused: [], minded: [] };
  const touched = { situation, top, product };
  const found = RULES.filter(({ of, when }) => of.some((touch) => touches.includes(touch)) && when(touched));
  const wordsOf = (verdict: Rule['verdict']) =>
    found.filter((rule) => rule.verdict === verdict).map(({ words }) => words);
  return { refused: wordsOf('refused'), minded: wordsOf('minded') };
};
