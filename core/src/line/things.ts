import { z } from 'zod';
import { ITEMS, PLACES, SHAPES, WATERS, WEARS } from '../materials/index.ts';
import data from './data/things.json' with { type: 'json' };
import { ZONES } from '../piece/index.ts';

const factsSchema = z
  .strictObject({
    /** Ids of materials, the likeliest first. */
    base: z.array(z.string()).min(1),
    finish: z.string(),
    shape: z.enum(SHAPES),
    zone: z.enum(ZONES),
    place: z.enum(PLACES),
    wear: z.enum(WEARS),
    water: z.enum(WATERS),
    soak: z.enum(['yes', 'no']),
    laundryC: z.number().min(20).max(95),
    food: z.enum(['none', 'dry', 'food', 'lip']),
    heat: z.string(),
    children: z.enum(['yes', 'no']),
    skin: z.enum(['yes', 'no']),
    grip: z.enum(['yes', 'no']),
    mustComeOff: z.enum(['yes', 'no']),
    item: z.enum(ITEMS),
  })
  .partial();
export type ThingFacts = z.output<typeof factsSchema>;

/** A thing that is known by its name, with what its name makes likely. */
export interface Thing {
  readonly name: string;
  readonly kind: string;
  readonly facts: ThingFacts;
}

export const thingsSchema = z.strictObject({
  kinds: z.record(z.string(), factsSchema),
  things: z.record(
    z.string(),
    z.array(z.union([z.string().min(1), factsSchema.extend({ name: z.string().min(1) })])).min(1),
  ),
});

/** The kind of what is put onto another thing: labels, names, stickers. */
export const CARRIED = 'carried';

let known: readonly Thing[] | undefined;

/**
 * Every thing that is known by its name.
 *
 * @throws when the shipped data break their own schema: a fault of the build
 */
export const things = (): readonly Thing[] => {
  if (!known) {
    const { kinds, things: rows } = thingsSchema.parse(data);
    known = Object.entries(rows).flatMap(([kind, names]) =>
      names.map((row): Thing => {
        const { name, ...own } = typeof row === 'string' ? { name: row } : row;
        // what is carried by something else says nothing of what that is
        const plain = kind === CARRIED ? {} : { item: 'ordinary' as const };
        const facts = { ...plain, ...kinds[kind], ...own };
        return { name, kind, facts };
      }),
    );
  }
  return known;
};
