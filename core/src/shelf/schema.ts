import { z } from 'zod';
import { overrideSchema } from '../materials/index.ts';
import { idSchema as key } from '../problem/index.ts';
import { canSizeSchema } from './sizes.ts';

const MAX_NAME = 120;
const name = z.string().trim().min(1, 'a name of at least one letter').max(MAX_NAME, `at most ${MAX_NAME} characters`);
const date = z.iso.date('a date such as 2026-05-03');
const MOST_MONEY = 1_000_000;
/** An amount of money in the main unit of the currency. */
export const moneySchema = z
  .number('an amount such as 11.50')
  .min(0, `0 to ${MOST_MONEY}`)
  .max(MOST_MONEY, `0 to ${MOST_MONEY}`);
const MOST_AMOUNT = 1_000_000;

/** One real thing on the shelf: can, bottle, jar, roll, pack of sheets, offcut, tape, powder, blanks, blades. It holds no "left". */
export const canSchema = z
  .strictObject({
    id: key,
    /** The product of the catalogue that it is; null: a thing of another sort, told by its name. */
    productId: z.string().min(1).max(80).nullable(),
    /** What its label says, or what it is called. */
    name: name.nullable(),
    colour: z.string().trim().min(1).max(60).nullable(),
    /** When it was full; null: not said. */
    size: canSizeSchema.nullable(),
    /** What it cost, in the main unit; null: not known. */
    price: moneySchema.nullable(),
    boughtOn: date.nullable(),
    isOpen: z.enum(['yes', 'no', 'unknown']),
    openedOn: date.nullable(),
    finishedOn: date.nullable(),
    /** How old it was said to be, months, and on which day that was said; a day of null: nobody knows. */
    aged: z
      .strictObject({
        months: z.number().min(0, '0 to 600 months').max(600, '0 to 600 months'),
        on: date.nullable(),
      })
      .nullable(),
    place: z.string().trim().min(1).max(MAX_NAME).nullable(),
    note: z.string().max(400, 'at most 400 characters'),
    /** What stands on its own label; it goes before the crafter's figures and the catalogue's. */
    figures: z.array(overrideSchema).max(60, 'at most 60 figures'),
    /** The mark of the step that it is left over from; taken back with it. */
    cutBy: key.nullable().default(null),
    /** When it was mixed, of what the crafter mixed and kept: it ages from then on, by no figure but one of its own. */
    mixedOn: date.nullable().default(null),
    /** When it comes, where it is ordered and not there yet. */
    arrivesOn: date.nullable().default(null),
  })
  .refine(({ productId, name: called }) => productId !== null || called !== null, {
    path: ['name'],
    message: 'a product of the catalogue, or a name',
  });
export type Can = z.output<typeof canSchema>;

/** What was taken from a can, or was found to be left of it; in the unit of the can's kind. Facts: added and taken back, never changed. */
export const canUseSchema = z.strictObject({
  id: key,
  canId: key,
  at: z.iso.datetime({ offset: true, error: 'an ISO date and time with its zone' }),
  as: z.enum(['used', 'left']),
  amount: z.number().min(0, `0 to ${MOST_AMOUNT}`).max(MOST_AMOUNT, `0 to ${MOST_AMOUNT}`),
  /** The piece that it went into, and the mark of the step. */
  pieceId: key.nullable(),
  eventId: key.nullable(),
  note: z.string().max(400, 'at most 400 characters'),
});
export type CanUse = z.output<typeof canUseSchema>;

/** A can of which nothing is said but what it is. */
export const plainCan = (id: string, what: { readonly productId: string } | { readonly name: string }): Can => ({
  id,
  productId: 'productId' in what ? what.productId : null,
  name: 'name' in what ? what.name : null,
  colour: null,
  size: null,
  price: null,
  boughtOn: null,
  isOpen: 'unknown',
  openedOn: null,
  finishedOn: null,
  aged: null,
  place: null,
  note: '',
  figures: [],
  cutBy: null,
  mixedOn: null,
  arrivesOn: null,
});
