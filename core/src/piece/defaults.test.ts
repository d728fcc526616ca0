import { describe, expect, test } from '@jest/globals';
import { pieceSchema, plainPiece, plainUse, plainWorkshop, workshopSchema } from './index.ts';

describe('what nobody has said', () => {
  test('is unknown of the use, all of it', () => {
    for (const [field, value] of Object.entries(plainUse()))
      expect([
        field,
        ['unknown', null].includes(value as string | null) || (Array.isArray(value) && !value.length),
      ]).toEqual([field, true]);
  });
  test('of a new piece: one of it, on an unknown shape, one design of its own size, nothing chosen', () => {
    const piece = plainPiece('p', 'sign', 'slate');
    expect(pieceSchema.safeParse(piece)).toMatchObject({ success: true });
    expect(piece).toMatchObject({ quantity: 1, due: null, startsAt: null, pins: [], extraSteps: [] });
    expect(piece.parts).toMatchObject([
      { surface: { existing: [], waitDays: 0, leadTest: 'unknown', shape: 'unknown' }, stack: null, stackIsOwn: false },
    ]);
    expect(piece.parts[0]!.designs).toMatchObject([
      { scale: 1, over: null, placement: { sizing: 'largest', turnDeg: 0, nudgeXMm: 0, nudgeYMm: 0 } },
    ]);
  });
  test('of a workshop: a room at 20 °C and 50 %', () => {
    expect(workshopSchema.safeParse(plainWorkshop()).success).toBe(true);
    expect(plainWorkshop()).toMatchObject({ temperatureC: 20, relativeHumidity: 50, bed: null, stock: [] });
  });
});
