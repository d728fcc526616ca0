import { z } from 'zod';

const LARGEST_MM = 10_000;
const MOST_NUMBERS = 200_000;
const inMm = (low: number) =>
  z.number('a length in mm').min(low, `${low} to ${LARGEST_MM} mm`).max(LARGEST_MM, `${low} to ${LARGEST_MM} mm`);
const length = inMm(0.1);
const distance = inMm(0);
const place = inMm(-LARGEST_MM);
const clearanceMm = distance.nullable().default(null);

/** Something in the way of the design: a bolt, seam, hinge or dial; from the area's top left corner, mm. */
export const keepOutSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('circle'),
    name: z.string().trim().max(60, 'at most 60 characters').default(''),
    /** Its centre. */
    xMm: place,
    yMm: place,
    diameterMm: length,
    /** Kept free around it; null: the usual. */
    clearanceMm,
  }),
  z.strictObject({
    kind: z.literal('rectangle'),
    name: z.string().trim().max(60, 'at most 60 characters').default(''),
    /** Its top left corner. */
    xMm: place,
    yMm: place,
    widthMm: length,
    heightMm: length,
    clearanceMm,
  }),
]);
export type KeepOut = z.output<typeof keepOutSchema>;

const shared = {
  /** Kept free at the edges; null: the usual for the shape. Round shapes and outlines use `top` all around. */
  margins: z
    .strictObject({ top: distance, right: distance, bottom: distance, left: distance })
    .nullable()
    .default(null),
  keepOuts: z.array(keepOutSchema).max(60, 'at most 60 things in the way').default([]),
};

/** Where a design may lie, as measured on the piece. Sides of cylinders and cones lie flat: x runs around, y from the top rim down. */
export const areaSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('rectangle'),
    /** Null: not measured yet. */
    widthMm: length.nullable(),
    heightMm: length.nullable(),
    ...shared,
  }),
  z.strictObject({ kind: z.literal('disc'), diameterMm: length, ...shared }),
  z.strictObject({ kind: z.literal('ring'), outerDiameterMm: length, innerDiameterMm: length, ...shared }),
  z.strictObject({
    kind: z.literal('cylinder'),
    /** One of the two; a tape measure gives the way around. */
    diameterMm: length.nullable().default(null),
    circumferenceMm: length.nullable().default(null),
    /** Null: not measured yet. */
    heightMm: length.nullable(),
    /** Left open around a handle, measured around. */
    handleGapMm: distance.default(0),
    ...shared,
  }),
  z.strictObject({
    kind: z.literal('cone'),
    topDiameterMm: length,
    bottomDiameterMm: length,
    /** Along the side, or upright; one of the two. */
    slantMm: length.nullable().default(null),
    heightMm: length.nullable().default(null),
    handleGapMm: distance.default(0),
    ...shared,
  }),
  z.strictObject({
    kind: z.literal('outline'),
    /** Rings of x, y, x, y …; the even-odd rule says what is inside. */
    rings: z
      .array(z.array(place).min(6, 'at least three corners'))
      .min(1, 'at least one outline')
      .refine((rings) => rings.reduce((sum, ring) => sum + ring.length, 0) <= MOST_NUMBERS, 'at most 100000 corners'),
    ...shared,
  }),
]);
export type Area = z.output<typeof areaSchema>;
export type AreaInput = z.input<typeof areaSchema>;
