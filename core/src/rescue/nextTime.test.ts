import { describe, expect, test } from '@jest/globals';
import { DEFAULT_SCHOOLS, type BenchEvent } from '../piece/index.ts';
import { faultPiece } from '../testing/faults.ts';
import { stepsOf } from '../plan/index.ts';
import { catalogue } from '../materials/index.ts';
import { demoBench } from '../testing/demo.ts';
import { offersFor, repeatedCauses, warningsAt } from './nextTime.ts';

const sign = faultPiece({
  said: { base: 'hardwood' },
  stack: 'paint-stencil: p/sand-bare g/exterior-latex m/film-stencil x/craft-acrylic u/wet',
});
const bag = {
  ...faultPiece({
    said: { base: 'cotton' },
    stack: 'fabric-stencil: p/lint-roll m/film-stencil x/fabric-acrylic u/wet',
  }),
  id: 'q',
};
const repaired = (id: string, causeId: string | null, operationId = 'x3', pieceId = 'p'): BenchEvent => ({
  id,
  at: `2026-11-0${id}T09:00:00.000Z`,
  kind: 'repairing',
  pieceId,
  partId: 't',
  operationId,
  coat: 1,
  note: '',
  symptom: 'bled',
  causeId,
  repairId: 'live-with-it',
  steps: [],
  again: [],
  goesOn: true,
});
const steps = (piece: typeof sign) => stepsOf(piece, catalogue(), { ...demoBench.workshop, stock: [] }, {});

describe('causes that come up again', () => {
  test('are counted by what they came up with; what nobody found the cause of is not', () => {
    const events = [
      repaired('1', 'no-edge-seal'),
      repaired('2', 'no-edge-seal'),
      repaired('3', null),
      repaired('4', 'coat-too-wet', 'x2', 'q'),
    ];
    expect(
      repeatedCauses(events, [sign, bag]).map(({ causeId, productId, count }) => [causeId, productId, count]),
    ).toEqual([
      ['no-edge-seal', 'craft-acrylic', 2],
      ['coat-too-wet', 'fabric-acrylic', 1],
    ]);
    expect(repeatedCauses(events, [])).toEqual([]);
  });

  test('are warned of at the step before which they are prevented, and at no other', () => {
    const repeated = repeatedCauses([repaired('1', 'no-edge-seal'), repaired('2', 'coat-too-wet')], [sign]);
    const at = (piece: typeof sign) =>
      steps(piece).flatMap((step) => warningsAt(step, piece, repeated).map(({ causeId }) => `${step.key} ${causeId}`));
    expect(at(sign)).toEqual(['m2 no-edge-seal', 'x3 coat-too-wet']);
    expect(at(bag)).toEqual([]);
  });
});

describe('what would have prevented it', () => {
  test('is offered as a school, where the workshop does otherwise', () => {
    const [offer] = offersFor('no-edge-seal', sign, DEFAULT_SCHOOLS, 'x3');
    expect(offer).toMatchObject({ kind: 'school', school: { edgeSeal: 'clear' } });
    expect(offersFor('no-edge-seal', sign, { ...DEFAULT_SCHOOLS, edgeSeal: 'clear' }, 'x3')).toEqual([]);
  });

  test('is offered as a step just before the layer, once', () => {
    const [offer] = offersFor('coat-too-wet', sign, DEFAULT_SCHOOLS, 'x3');
    if (offer?.kind !== 'step') throw new Error('no step');
    expect(offer.step).toMatchObject({ after: 'm2' });
    const there = { ...sign, extraSteps: [{ ...offer.step, id: 's1' }] };
    expect(offersFor('coat-too-wet', there, DEFAULT_SCHOOLS, 'x3')).toEqual([]);
    expect(steps(there).some(({ label }) => label === offer.step.name)).toBe(true);
  });

  test('is offered as a figure of what lies below, where a wait was too short', () => {
    expect(offersFor('not-cured', sign, DEFAULT_SCHOOLS, 'm2')).toEqual([
      expect.objectContaining({ kind: 'figure', productId: 'exterior-latex' }),
    ]);
  });
});
