import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type BenchEvent, type Operation, type Piece } from '../piece/index.ts';
import { islandsPlaced, looseIslandsOf, reusedIn, usesOfSheet, type Step } from './index.ts';
import { plainStep } from './step.ts';

const all = catalogue();
const mask = (productId: string): Operation =>
  ({ id: 'mask', op: 'apply', role: 'mask', productId, coats: 1, how: 'cut' }) as never;
const tape = {
  id: 'hold',
  op: 'apply',
  role: 'transfer',
  productId: 'tape-regular',
  coats: 1,
  how: 'squeegee',
} as never;
const step = (operationIds: readonly string[], more: Partial<Step> = {}): Step => ({
  ...plainStep({
    key: operationIds[0]!,
    kind: 'work',
    partId: 'p',
    label: 'Lay it',
    detail: '',
    perPiece: all.bench.workOther,
    setUpMinutes: 0,
    eachMinutes: 5,
    pieces: 1,
  }),
  operationIds: [...operationIds],
  ...more,
});
const pieceWith = (operations: readonly Operation[], islands: number | null, quantity = 1): Piece => {
  const plain = plainPiece('piece', 'Sign', 'plywood');
  const [part] = plain.parts;
  return {
    ...plain,
    quantity,
    parts: [
      {
        ...part!,
        designs: part!.designs.map((design) => ({ ...design, islands })),
        stack: { methodId: 'm', operations: [...operations] } as never,
      },
    ],
  };
};
const at = (minute: number) => `2026-11-25T09:${String(minute).padStart(2, '0')}:00.000Z`;
const noted = (minute: number, more: object): BenchEvent =>
  ({
    id: `n${minute}`,
    at: at(minute),
    pieceId: 'piece',
    stepId: null,
    kind: 'noted',
    note: '',
    ...more,
  }) as BenchEvent;
const done = (minute: number, operationId: string, copies?: number[]): BenchEvent =>
  ({
    id: `d${minute}`,
    at: at(minute),
    pieceId: 'piece',
    partId: 'p',
    operationId,
    coat: 1,
    kind: 'done',
    ...(copies ? { copies } : {}),
  }) as BenchEvent;

describe('loose islands', () => {
  test('are counted where nothing holds them, and only at the step that lays them', () => {
    const loose = pieceWith([mask('sheet-stencil')], 20);
    const [part] = loose.parts;
    expect(looseIslandsOf(step(['mask']), part!, all)).toEqual([{ designId: part!.designs[0]!.id, count: 20 }]);
    expect(looseIslandsOf(step(['mask'], { kind: 'cut' }), part!, all)).toEqual([]);
    expect(looseIslandsOf(step(['other']), part!, all)).toEqual([]);
    const [held] = pieceWith([mask('film-stencil')], 20).parts;
    expect(looseIslandsOf(step(['mask']), held!, all)).toEqual([]);
    const [none] = pieceWith([mask('sheet-stencil')], null).parts;
    expect(looseIslandsOf(step(['mask']), none!, all)).toEqual([]);
  });
  test('lie where they were placed and not taken up again, each copy for itself', () => {
    const placed = (minute: number, islands: number[], isTaken = false, copy = 1) =>
      noted(minute, { placed: { designId: 'd', copy, islands, isTaken } });
    const events = [placed(3, [2], true), placed(1, [1, 2, 3]), placed(2, [7], false, 2)];
    expect([...islandsPlaced(events, 'piece', 'd', 1)]).toEqual([1, 3]);
    expect([...islandsPlaced(events, 'piece', 'd', 2)]).toEqual([7]);
    expect([...islandsPlaced(events, 'piece', 'other', 1)]).toEqual([]);
    expect([...islandsPlaced(events, 'else', 'd', 1)]).toEqual([]);
  });
});

describe('uses of a sheet', () => {
  const piece = pieceWith([mask('film-stencil'), tape], null, 6);
  const laid = step(['mask', 'hold'], { copies: [1, 2, 3, 4, 5, 6] });
  const steps = { piece: [laid] };
  const uses = (...events: BenchEvent[]) => usesOfSheet('tape-regular', events, [piece], steps);
  test('count each copy that it was laid on, from a fresh one on', () => {
    expect(uses()).toBe(0);
    expect(uses(done(1, 'mask', [1, 2]))).toBe(2);
    expect(uses(done(1, 'mask', [1, 2]), done(3, 'mask', [3]))).toBe(3);
    expect(uses(done(1, 'mask'))).toBe(6);
    expect(uses(done(3, 'mask', [3]), noted(2, { fresh: 'tape-regular' }), done(1, 'mask', [1, 2]))).toBe(1);
    expect(uses(done(1, 'mask', [1]), noted(2, { fresh: 'tape-low' }))).toBe(1);
    expect(uses(done(1, 'other', [1, 2]))).toBe(0);
    expect(usesOfSheet('tape-low', [done(1, 'mask')], [piece], steps)).toBe(0);
    expect(usesOfSheet('tape-regular', [done(1, 'mask')], [], steps)).toBe(0);
  });
  test('only what serves several times is counted', () => {
    expect(reusedIn(laid, piece.parts[0]!, all).map(({ id }) => id)).toEqual(['tape-regular']);
    expect(reusedIn(step(['mask'], { kind: 'cut' }), piece.parts[0]!, all)).toEqual([]);
  });
});
