import { z } from 'zod';
import { BASES_OF_FIGURES, type Catalogue } from '../materials/index.ts';
import type { Part } from '../piece/index.ts';
import rows from './data/forSale.json' with { type: 'json' };

/** What of a piece switches a row on; unsaid is `unknown`, and never an advantage. */
const FACTS = ['food', 'children', 'skin', 'heat', 'item', 'wear', 'pattern', 'base', 'leadTest', 'old'] as const;
type SaleFact = (typeof FACTS)[number];

const rowSchema = z.strictObject({
  id: z.string().min(1),
  /** All of these; none: always. */
  when: z.partialRecord(z.enum(FACTS), z.array(z.string().min(1)).min(1)),
  asks: z.string().min(1),
  check: z.string().min(1),
  basis: z.enum(BASES_OF_FIGURES),
});

/** One thing that a seller must check. */
export interface SaleCheck {
  readonly id: string;
  readonly asks: string;
  /** What the local code says; it always goes before this list. */
  readonly check: string;
  /** Facts that nobody has said: it stands here because of them. */
  readonly unsaid: readonly SaleFact[];
}

const factsOf = ({ surface, use }: Part, { baseById }: Catalogue): Readonly<Record<SaleFact, string>> => ({
  food: use.food,
  children: use.children,
  skin: use.skin,
  heat: use.heat,
  item: use.item,
  wear: use.wear,
  pattern: surface.own?.pattern ?? baseById.get(surface.base)?.pattern ?? 'unknown',
  base: surface.base,
  leadTest: surface.leadTest,
  old: surface.existing.some(({ finish }) => finish === 'unknown-finish')
    ? 'unknown'
    : surface.existing.length > 0
      ? 'yes'
      : 'no',
});

/**
 * What must be checked before a piece is sold, switched on by its own use: each defers to the local code. What nobody has said of it switches
 * on what it could mean.
 */
export const forSale = (part: Part, catalogue: Catalogue): readonly SaleCheck[] => {
  const facts = factsOf(part, catalogue);
  return rowSchema
    .array()
    .parse(rows)
    .flatMap(({ id, when, asks, check }): SaleCheck[] => {
      const asked = Object.entries(when) as [SaleFact, readonly string[]][];
      // a thing that nobody named may be any
      const isOn = ([fact, words]: [SaleFact, readonly string[]]) =>
        words.includes(facts[fact]) || facts[fact] === 'unknown';
      if (!asked.every(isOn)) return [];
      return [{ id, asks, check, unsaid: asked.flatMap(([fact]) => (facts[fact] === 'unknown' ? [fact] : [])) }];
    });
};
