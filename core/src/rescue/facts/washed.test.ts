import { expect, test } from '@jest/globals';
import type { BenchEvent, Wash } from '../../piece/index.ts';
import { diagnosed, inputOf, type Fault } from '../../testing/faults.ts';
import { rescueBook } from '../data.ts';
import { PieceRecord } from '../record.ts';
import { washed } from './washed.ts';

const START = Date.parse('2026-11-02T09:00:00.000Z');
const MONTHS = 60 * 24 * 120;
const MUG: Fault = {
  sees: 'lifts',
  said: { base: 'glass-soda-lime' },
  stack: 'decal: p/degrease-alcohol f/film-permanent',
  log: ['p0 0', 'f1 30'],
};
const SHIRT: Fault = {
  sees: 'iron-on-lifts',
  said: { base: 'cotton' },
  stack: 'iron-on: p/lint-roll f/iron-on-standard',
  log: ['p0 0', 'f1 10'],
};

const wash = (way: Wash, minutes: number, temperatureC: number | null = null): BenchEvent => ({
  id: `w${minutes}${way}`,
  at: new Date(START + minutes * 60_000).toISOString(),
  pieceId: 'p',
  stepId: null,
  kind: 'noted',
  note: '',
  washed: { way, temperatureC },
});
const inputWith = (fault: Fault, washes: readonly BenchEvent[]) => {
  const input = inputOf(fault);
  return { ...input, events: [...input.events, ...washes] };
};
const read = (fault: Fault, ...washes: BenchEvent[]) =>
  washed(new PieceRecord(inputWith(fault, washes), rescueBook().symptomById.get(fault.sees)!));

test.each<[name: string, fault: Fault, washes: readonly BenchEvent[], value: string | null]>([
  ['nothing said', MUG, [], null],
  ['by hand after an hour', MUG, [wash('hand', 90)], 'early'],
  ['by hand after months', MUG, [wash('hand', MONTHS)], 'kept'],
  ['in the dishwasher, which the film does not stand', MUG, [wash('dishwasher', MONTHS)], 'dishwasher'],
  ['the next day', SHIRT, [wash('laundry', 1000, 30)], 'early'],
  ['cool, after months', SHIRT, [wash('laundry', MONTHS, 30)], 'kept'],
  ['just hotter than it stands', SHIRT, [wash('laundry', MONTHS, 31)], 'hot'],
  ['nobody knows how hot', SHIRT, [wash('laundry', MONTHS)], null],
  ['in the tumble dryer', SHIRT, [wash('tumbled', MONTHS)], 'tumbled'],
  ['the worst of several', SHIRT, [wash('laundry', MONTHS, 30), wash('laundry', MONTHS + 9, 60)], 'hot'],
  [
    'one that is kept does not speak for one that nobody knows',
    SHIRT,
    [wash('laundry', MONTHS, 30), wash('laundry', MONTHS + 9)],
    null,
  ],
  ['too early goes before too hot', SHIRT, [wash('laundry', 1000, 60)], 'early'],
])('%s', (_name, fault, washes, value) => expect(read(fault, ...washes)?.value ?? null).toBe(value));

test('where a layer was not marked, nobody knows from when it may be washed: that is no wash as it should be', () => {
  const halfMarked = { ...SHIRT, log: ['p0 0'] };
  expect(read(halfMarked, wash('laundry', MONTHS, 30))).toBeNull();
  // too hot is too hot all the same
  expect(read(halfMarked, wash('laundry', MONTHS, 60))?.value).toBe('hot');
});

test('a wash after it was seen says nothing', () => {
  const seen: BenchEvent = {
    id: 'seen',
    at: new Date(START + 3000 * 60_000).toISOString(),
    pieceId: 'p',
    partId: 't',
    operationId: 'f1',
    coat: 1,
    kind: 'failed',
    symptom: 'iron-on-lifts',
    note: '',
  };
  expect(read(SHIRT, seen, wash('laundry', 4000, 95))).toBeNull();
  expect(read(SHIRT, seen, wash('laundry', 2900, 95))?.value).toBe('hot');
});

test('a wash that was too early is the first cause, and says how much too early', () => {
  const { events } = inputWith(MUG, [wash('hand', 90)]);
  const [first] = diagnosed({ ...MUG, more: { events } }).ranked;
  expect(first).toMatchObject({ cause: 'washed-early' });
  expect(first!.because.map(({ evidence }) => evidence).join(' ')).toContain('before it was ready for that');
  // and one that was as it should be speaks against it
  const kept = diagnosed({ ...MUG, more: { events: inputWith(MUG, [wash('hand', MONTHS)]).events } });
  expect(kept.ranked.findIndex(({ cause }) => cause === 'washed-early')).toBeGreaterThan(2);
});
