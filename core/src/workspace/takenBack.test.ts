import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { plainPiece, type Piece } from '../piece/index.ts';
import { takenBack, takenOver } from './index.ts';

const bowl = plainPiece('bowl', 'Soup bowl', 'porcelain-enamel');
const part = bowl.parts[0]!;
const withPart = (change: object, of: Piece = bowl): Piece => ({ ...of, parts: [{ ...of.parts[0]!, ...change }] });
const withUse = (change: object, of: Piece = bowl): Piece => withPart({ use: { ...of.parts[0]!.use, ...change } }, of);
const step = (id: string) => ({
  id,
  name: id,
  after: 'last',
  setUpMinutes: 0,
  eachMinutes: 5,
  waitMinutes: 0,
  note: '',
});

describe('a change is taken back field by field', () => {
  test.each<[string, Piece | null, Piece | null, Piece | null, Piece | null, string[]]>([
    ['with nothing since', bowl, { ...bowl, name: 'Crew bowl' }, { ...bowl, name: 'Crew bowl' }, bowl, []],
    [
      'beside another field',
      bowl,
      { ...bowl, name: 'Crew bowl' },
      { ...bowl, name: 'Crew bowl', quantity: 6 },
      { ...bowl, quantity: 6 },
      [],
    ],
    [
      'deep inside, beside another field',
      bowl,
      withUse({ water: 'hand' }),
      withUse({ water: 'hand', skin: 'yes' }),
      withUse({ skin: 'yes' }),
      [],
    ],
    [
      'where the same field was changed since',
      bowl,
      { ...bowl, name: 'Crew bowl' },
      { ...bowl, name: 'Night bowl' },
      { ...bowl, name: 'Night bowl' },
      ['name'],
    ],
    [
      'where it was taken back by hand already',
      bowl,
      { ...bowl, name: 'Crew bowl' },
      { ...bowl, quantity: 2 },
      { ...bowl, quantity: 2 },
      [],
    ],
    ['a piece that it made', null, bowl, bowl, null, []],
    [
      'a piece that it made and another tab worked on',
      null,
      bowl,
      { ...bowl, quantity: 6 },
      { ...bowl, quantity: 6 },
      [''],
    ],
    ['a piece that it deleted', bowl, null, null, bowl, []],
    [
      'a piece that it deleted and that came back otherwise',
      bowl,
      null,
      { ...bowl, quantity: 6 },
      { ...bowl, quantity: 6 },
      [''],
    ],
    ['a piece that was deleted since', bowl, { ...bowl, name: 'Crew bowl' }, null, null, ['']],
    [
      'an entry that it added',
      bowl,
      { ...bowl, extraSteps: [step('a')] },
      { ...bowl, extraSteps: [step('a'), step('b')] },
      { ...bowl, extraSteps: [step('b')] },
      [],
    ],
    [
      'an entry that it added and another tab changed',
      bowl,
      { ...bowl, extraSteps: [step('a')] },
      { ...bowl, extraSteps: [{ ...step('a'), note: 'x' }] },
      { ...bowl, extraSteps: [{ ...step('a'), note: 'x' }] },
      ['extraSteps.a'],
    ],
    [
      'an entry that it took away',
      { ...bowl, extraSteps: [step('a'), step('b')] },
      { ...bowl, extraSteps: [step('b')] },
      { ...bowl, extraSteps: [step('b'), step('c')] },
      { ...bowl, extraSteps: [step('a'), step('b'), step('c')] },
      [],
    ],
    [
      'an entry that it took away, and another tab put back otherwise',
      { ...bowl, extraSteps: [step('a')] },
      { ...bowl, extraSteps: [] },
      { ...bowl, extraSteps: [{ ...step('a'), note: 'x' }] },
      { ...bowl, extraSteps: [{ ...step('a'), note: 'x' }] },
      [],
    ],
    [
      'an entry that it did not touch and another tab took away',
      { ...bowl, name: 'Bowl', extraSteps: [step('a')] },
      { ...bowl, extraSteps: [step('a')] },
      { ...bowl, extraSteps: [] },
      { ...bowl, name: 'Bowl', extraSteps: [] },
      [],
    ],
    [
      'entries that are no records, as a whole',
      withPart({ surface: { ...part.surface, preparation: ['scuff'] } }),
      withPart({ surface: { ...part.surface, preparation: ['scuff', 'degrease-soap'] } }),
      withPart({ surface: { ...part.surface, preparation: ['degrease-soap'] } }),
      withPart({ surface: { ...part.surface, preparation: ['degrease-soap'] } }),
      [`parts.${part.id}.surface.preparation`],
    ],
  ])('%s', (_name, before, after, now, value, stays) =>
    expect(takenBack(before, after, now)).toEqual({ value, stays }),
  );

  const stack = (methodId: string) => ({ methodId, operations: [] as never[] });

  test('layers stay together with whose they are', () => {
    const mine = withPart({ stack: stack('a'), stackIsOwn: true });
    const theirs = withPart({ stack: stack('b'), stackIsOwn: true });
    expect(takenBack(bowl, mine, theirs)).toEqual({ value: theirs, stays: [`parts.${part.id}.stack`] });
  });

  test('layers that Match settled on since follow what is taken back', () => {
    const settled = withPart({ stack: stack('b'), stackIsOwn: false });
    expect(takenBack(withPart({ stack: stack('a') }), withPart({ stack: null }), settled)).toEqual({
      value: withPart({ stack: stack('a') }),
      stays: [],
    });
  });

  test('a new piece goes again though Match has settled on its layers', () =>
    expect(takenBack(null, bowl, withPart({ stack: stack('b') }))).toEqual({ value: null, stays: [] }));

  test('a material does not stay without its properties', () => {
    const mine = withPart({ surface: { ...part.surface, base: 'own', own: { name: 'mine' } } });
    const theirs = withPart({ surface: { ...part.surface, base: 'plywood' } });
    expect(takenBack(bowl, mine, theirs).value).toEqual(theirs);
  });
});

test('a change made from what was shown is taken over beside what was kept since', () => {
  const since = withUse({ heat: 'led' });
  expect(takenOver(bowl, withUse({ place: 'indoors' }), since)).toEqual({
    value: withUse({ place: 'indoors' }, since),
    stays: [],
  });
  expect(takenOver(bowl, withUse({ heat: 'sun' }), since)).toEqual({
    value: since,
    stays: [`parts.${part.id}.use.heat`],
  });
});

test('any change that stands alone is taken back whole, and what else was changed is there after', () => {
  const fields = fc.record({
    name: fc.constantFrom('a', 'b', 'c'),
    quantity: fc.integer({ min: 1, max: 3 }),
    notes: fc.constantFrom('', 'x', 'y'),
  });
  fc.assert(
    fc.property(fields, fields, fields, (first, second, third) => {
      const [before, after, now] = [first, second, third].map((one) => ({ ...bowl, ...one })) as [Piece, Piece, Piece];
      expect(takenBack(before, after, after)).toEqual({ value: before, stays: [] });
      const { value, stays } = takenBack(before, after, now);
      for (const field of ['name', 'quantity', 'notes'] as const) {
        const isMine = after[field] !== before[field] && now[field] === after[field];
        expect(value![field]).toBe(isMine ? before[field] : now[field]);
        const isLost = after[field] !== before[field] && now[field] !== after[field] && now[field] !== before[field];
        expect(stays.includes(field)).toBe(isLost);
      }
    }),
    draws(100, 100),
  );
});
