import { expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { eventProblem, saidAndDone, type BenchEvent } from '../piece/index.ts';
import { plainCan, type CanUse } from '../shelf/index.ts';
import { demoPieces } from '../testing/demo.ts';
import { logOf, logTable } from './index.ts';

const all = catalogue();
const signs = demoPieces.find(({ id }) => id === 'demo-signs')!;
const ground = signs.parts[0]!.stack!.operations.find((one) => one.id === 'ground')!;
const productId = ground.op === 'apply' ? ground.productId : '';
const at = (minutes: number) => new Date(Date.parse('2026-11-24T19:00:00Z') + minutes * 60_000).toISOString();
const of = { pieceId: signs.id, partId: signs.parts[0]!.id, operationId: 'ground', coat: 1 };
const EVENTS: readonly BenchEvent[] = [
  { ...of, id: 'b', at: at(25), kind: 'done', air: { temperatureC: 19, relativeHumidity: 55 } },
  { ...of, id: 'a', at: at(0), kind: 'started' },
  { ...of, id: 'c', at: at(60), kind: 'checked', found: 'tacky', copies: [2, 3] },
  { ...of, id: 'd', at: at(70), kind: 'failed', symptom: 'bled', note: '=SUM(A1)', copies: [2] },
  {
    id: 'e',
    at: at(80),
    pieceId: null,
    stepId: null,
    kind: 'measured',
    temperatureC: 18,
    relativeHumidity: 60,
    surfaceC: null,
  },
];
const use: CanUse = {
  id: 'u',
  canId: 'tin',
  at: at(25),
  as: 'used',
  amount: 120,
  pieceId: signs.id,
  eventId: 'b',
  note: '',
};
const rows = logOf({
  events: EVENTS,
  pieces: [signs],
  cans: [plainCan('tin', { productId, name: 'Blue tin' })],
  uses: [use],
  catalogue: all,
});

test('the newest stands first; what was done tells its can, how long it took, and how it went', () => {
  expect(rows.map(({ event }) => event.id)).toEqual(['e', 'd', 'c', 'b', 'a']);
  const [reading, failed, look, done] = rows;
  expect(reading).toMatchObject({ what: 'measured: air 18 °C, 60 % RH', piece: '', step: '' });
  expect(failed).toMatchObject({ symptom: 'bled', copies: '2', productId });
  expect(look).toMatchObject({ what: 'looked at: tacky', copies: '2 and 3' });
  expect(done).toMatchObject({ minutes: 25, cans: [{ id: 'tin', name: 'Blue tin', amount: 120 }], piece: signs.name });
  expect(done!.step).toContain(all.productById.get(productId)!.name);
});

test('a spreadsheet reads words as words, and symptoms by their names', () => {
  const table = logTable(rows, all);
  expect(table).toContain("'=SUM(A1)");
  expect(table).toContain('The edge bled');
  expect(table.split('\n')).toHaveLength(6);
});

test('what was said is set against when it was finished, for pieces that are', () => {
  const begun = (id: string, pieceId: string, minutes: number, readyBy: number): BenchEvent => ({
    ...of,
    id,
    pieceId,
    at: at(minutes),
    kind: 'started',
    said: { readyBy: at(readyBy), share: 0.8 },
  });
  const events = [
    begun('a', 'early', 0, 100),
    begun('b', 'late', 5, 100),
    begun('c', 'open', 9, 100),
    begun('d', 'early', 50, 5),
  ];
  const said = saidAndDone(
    events,
    new Map([
      ['early', at(90)],
      ['late', at(101)],
    ]),
  );
  expect(said.map(({ pieceId, cameTrue }) => [pieceId, cameTrue])).toEqual([
    ['late', false],
    ['early', true],
  ]);
});

test('what cannot have happened is refused in words', () => {
  const code = (event: BenchEvent, others: readonly BenchEvent[] = EVENTS) =>
    eventProblem(event, others, at(100))?.code ?? null;
  expect(code({ ...of, id: 'x', at: at(200), kind: 'done' })).toBe('in-the-future');
  expect(code({ ...of, id: 'x', at: at(104), kind: 'done' })).toBeNull();
  expect(code({ ...of, id: 'x', at: at(-10), kind: 'done' })).toBe('before-it-began');
  expect(code({ ...of, id: 'x', at: at(25), kind: 'done' })).toBe('said-twice');
  expect(code({ ...of, id: 'x', at: at(80), kind: 'mended', note: '', copies: [2] })).toBeNull();
  expect(code({ ...of, id: 'x', at: at(80), kind: 'mended', note: '', copies: [5] })).toBe('nothing-failed');
  expect(code({ ...of, operationId: 'other', id: 'x', at: at(-500), kind: 'done' })).toBeNull();
  expect(code({ ...of, id: 'x', at: at(60), kind: 'checked', found: 'dry', copies: [5] })).toBeNull();
});

test('what mends something is called by its name, not by its key', () => {
  const repairing: BenchEvent = {
    ...of,
    id: 'mend',
    at: at(70),
    kind: 'repairing',
    note: 'Dry, picked, touched up.',
    symptom: 'bled',
    causeId: null,
    repairId: null,
    steps: [
      {
        label: 'Pick off what crept',
        detail: '',
        looksRight: '',
        needs: [],
        setUpMinutes: 0,
        eachMinutes: 5,
        dries: null,
        productId: null,
        hazards: [],
        air: 'room',
      },
    ],
    again: [],
    goesOn: true,
  };
  const picked: BenchEvent = { ...of, id: 'picked', at: at(80), kind: 'done', operationId: 'fix-mend', coat: 1 };
  const told = logOf({ events: [repairing, picked], pieces: [signs], cans: [], uses: [], catalogue: all });
  expect(told.map(({ step, what }) => [step, what])).toEqual([
    ['Pick off what crept', 'done'],
    [expect.not.stringContaining('fix-'), 'to be mended'],
  ]);
});
