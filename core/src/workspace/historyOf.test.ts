import { expect, test } from '@jest/globals';
import { PLAIN_MONEY } from '../amounts/index.ts';
import { catalogue } from '../materials/index.ts';
import { DEFAULT_SCHOOLS, type BenchEvent, type Trial } from '../piece/index.ts';
import { stepsOf } from '../plan/index.ts';
import { plainCan, type Can, type CanUse } from '../shelf/index.ts';
import { demoBench as DEMO, demoPieces } from '../testing/demo.ts';
import {
  historiesOf,
  historyOf,
  historyTable,
  plainSettings,
  recordsTable,
  WORKSPACE_VERSION,
  type HistoryGiven,
  type Workspace,
} from './index.ts';

const all = catalogue();
const signs = demoPieces.find(({ id }) => id === 'demo-signs')!;
const operations = signs.parts[0]!.stack!.operations;
const ground = operations.find(({ id }) => id === 'ground')!;
const productId = ground.op === 'apply' ? ground.productId : '';
const productName = all.productById.get(productId)!.name;
const mask = operations.find((one) => one.op === 'apply' && one.role === 'mask')!;
const at = (minutes: number) => new Date(Date.parse('2026-11-24T18:00:00Z') + minutes * 60_000).toISOString();
const of = (operationId: string, coat = 1) => ({ pieceId: signs.id, partId: signs.parts[0]!.id, operationId, coat });

const EVENTS: readonly BenchEvent[] = [
  { ...of('ground'), id: 'a', at: at(0), kind: 'started', air: { temperatureC: 17, relativeHumidity: 62 } },
  { ...of('ground'), id: 'b', at: at(25), kind: 'done', pictures: ['wet'] },
  // cut while the ground dried: the five minutes that both went on count once
  { ...of(`${mask.id}.cut`), id: 'c', at: at(20), kind: 'started' },
  { ...of(`${mask.id}.cut`), id: 'd', at: at(50), kind: 'done' },
  { ...of(mask.id), id: 'e', at: at(90), kind: 'done' },
  // begun in the evening, done the next morning
  { ...of('medium'), id: 'f', at: at(120), kind: 'started' },
  { ...of('medium'), id: 'g', at: at(820), kind: 'done' },
  { ...of('gone'), id: 'h', at: at(830), kind: 'done' },
  {
    ...of(mask.id),
    id: 'i',
    at: at(95),
    kind: 'failed',
    symptom: 'bled',
    note: 'at the W',
    copies: [2],
    pictures: ['bled'],
  },
  {
    ...of(mask.id),
    id: 'j',
    at: at(200),
    kind: 'repairing',
    note: '',
    symptom: 'bled',
    causeId: 'no-edge-seal',
    repairId: null,
    steps: [],
    again: [],
    goesOn: true,
    copies: [2],
  },
  { ...of(mask.id), id: 'k', at: at(300), kind: 'scrapped', symptom: null, note: 'dropped', copies: [4] },
  { ...of('ground'), id: 'l', at: at(60), kind: 'checked', found: 'tacky' },
  {
    id: 'm',
    at: at(9000),
    pieceId: signs.id,
    stepId: null,
    kind: 'noted',
    note: '',
    washed: { way: 'dishwasher', temperatureC: 60 },
  },
  { ...of('ground'), id: 'n', at: at(1), pieceId: 'another', kind: 'done' },
];
const tin: Can = {
  ...plainCan('tin', { productId, name: 'Blue tin' }),
  size: { kind: 'liquid', ml: 400 },
  price: 10,
  boughtOn: '2026-05-03',
  note: 'lot 7',
};
const use = (id: string, canId: string, amount: number, more: Partial<CanUse> = {}): CanUse => ({
  id,
  canId,
  at: at(25),
  as: 'used',
  amount,
  pieceId: signs.id,
  eventId: 'b',
  note: '',
  ...more,
});
const trial: Trial = {
  id: 't',
  at: at(-500),
  ruleId: 'some-rule',
  productId,
  methodId: 'm',
  surface: 's',
  conditions: '',
  note: 'no lift',
  result: 'held',
  step: { pieceId: signs.id, stepId: 'ground.try-t#1' },
};
const given: HistoryGiven = {
  events: EVENTS,
  cans: [tin],
  uses: [
    use('u', 'tin', 120),
    use('v', 'tin', 40),
    use('w', 'tin', 200, { pieceId: 'another' }),
    use('x', 'tin', 9, { as: 'left' }),
  ],
  trials: [trial],
  catalogue: all,
  money: { ...PLAIN_MONEY, ratePerHour: 12 },
  zone: 'UTC',
  workshop: DEMO.workshop,
  schools: DEFAULT_SCHOOLS,
};
const history = historyOf(signs, given);

const layer = (key: string, coat = 1, of = history) => of.layers.find((one) => one.key === key && one.coat === coat)!;

test('layers are the steps of the plan by their own names, each with its can, its lot and its air', () => {
  const planned = stepsOf(signs, all, { ...DEMO.workshop, stock: [] }, { schools: DEFAULT_SCHOOLS }).filter(
    ({ key }) => !/\.(try|look|judge)-/.test(key),
  );
  expect(history.layers.map(({ name }) => name)).toEqual([
    ...new Set(planned.map(({ label }) => label)),
    'a step that is no longer among its layers (gone)',
  ]);
  expect(layer('ground').laid).toHaveLength(1);
  expect(layer('ground').laid[0]).toMatchObject({
    air: { temperatureC: 17 },
    from: [{ name: 'Blue tin', batch: 'bought 2026-05-03, lot 7' }],
    minutes: 25,
  });
  expect(layer(mask.id).laid[0]!.air).toBeNull();
  expect(layer('gone')).toMatchObject({ isThere: false, laid: [{ event: { id: 'h' } }] });
});

test('nothing is done that was not marked: not on the other copies, and what was given up is not open', () => {
  expect(layer('ground')).toMatchObject({ open: [] });
  expect(layer('ground', 2)).toMatchObject({ laid: [], open: [1, 2, 3, 5, 6] });
  const some = EVENTS.map((event) => (event.id === 'b' ? { ...event, copies: [1, 2] } : event));
  expect(layer('ground', 1, historyOf(signs, { ...given, events: some })).open).toEqual([3, 5, 6]);
});

test('what failed and was mended was laid; one that goes on only in another way was not', () => {
  const failed: BenchEvent = { ...of('ground'), id: 'x', at: at(30), kind: 'failed', symptom: null, note: '' };
  const mended: BenchEvent = { ...of('ground'), id: 'y', at: at(40), kind: 'mended', note: '' };
  const told = (...events: BenchEvent[]) => layer('ground', 1, historyOf(signs, { ...given, events })).laid.length;
  expect(told(failed)).toBe(0);
  expect(told(failed, mended)).toBe(1);
  // laid, failed and mended is laid once
  expect(told(EVENTS[1]!, failed, mended)).toBe(1);
  const repairing = EVENTS.find(({ id }) => id === 'j') as Extract<BenchEvent, { kind: 'repairing' }>;
  expect(told(failed, { ...repairing, ...of('ground') })).toBe(1);
  expect(told(failed, { ...repairing, ...of('ground'), goesOn: false })).toBe(0);
});

test('minutes that overlap count once; a night between, or no beginning, is not known', () => {
  expect([history.begunAt, history.lastAt]).toEqual([at(0), at(830)]);
  expect(history.minutes).toBe(50);
  expect(history.untimed).toBe(3);
  expect(historyOf(signs, { ...given, events: EVENTS.slice(4, 5) }).minutes).toBeNull();
});

test('the same span is one day or two by the clocks of the bench', () => {
  const late: BenchEvent[] = [
    { ...of('ground'), id: 'a', at: '2026-11-24T21:30:00Z', kind: 'started' },
    { ...of('ground'), id: 'b', at: '2026-11-24T22:30:00Z', kind: 'done' },
  ];
  expect(historyOf(signs, { ...given, events: late }).minutes).toBe(60);
  expect(historyOf(signs, { ...given, events: late, zone: 'Europe/Helsinki' }).minutes).toBeNull();
});

test('a fault tells where, on which copies, from what and what was done; what was given up without one stands by itself', () => {
  expect(history.faults).toMatchObject([
    { seen: 'The edge bled', row: { copies: '2', note: 'at the W' }, then: { at: at(200) } },
    { seen: null, cause: null, row: { copies: '4', note: 'dropped' }, then: { what: 'given up' } },
  ]);
  const open = historyOf(signs, { ...given, events: EVENTS.filter(({ id }) => id !== 'j') });
  expect(open.faults[0]!.then).toBeNull();
});

test('tests, looks, notes and pictures are those of this piece', () => {
  expect(history.tests).toMatchObject([{ what: `the try of ${productName}`, result: 'held', note: 'no lift' }]);
  expect(history.looks.map(({ what }) => what)).toEqual(['looked at: tacky']);
  expect(history.notes.map(({ what }) => what)).toEqual(['washed in the dishwasher at 60 °C']);
  expect(history.pictures.map(({ id }) => id)).toEqual(['wet', 'bled']);
});

test('cost is of what was taken and marked; what is not known is named, and is no nothing', () => {
  expect(history.spent.lines[0]).toMatchObject({ label: 'Blue tin, 160 ml', cost: 4 });
  expect(history.spent.time).toBe(10);
  expect(history.spent.total).toBe(14);
  // nothing was taken for the mask
  const maskName = mask.op === 'apply' ? all.productById.get(mask.productId)!.name : '';
  expect(history.spent.without).toEqual(expect.arrayContaining([maskName, 'the piece itself']));
  const unpriced = historyOf(signs, { ...given, cans: [{ ...tin, price: null }], money: PLAIN_MONEY });
  expect(unpriced.spent).toMatchObject({ total: null, time: null });
  expect(unpriced.spent.without).toEqual(expect.arrayContaining(['Blue tin, 160 ml', 'your rate an hour']));
});

test('what was laid to mend is named among the costs, where nothing was noted of it', () => {
  const [step] = [{ label: 'Seal it', detail: '', looksRight: '', needs: [], setUpMinutes: 5, eachMinutes: 5 }];
  const repairing = EVENTS.find(({ id }) => id === 'j') as Extract<BenchEvent, { kind: 'repairing' }>;
  const fix = { ...step!, dries: null, productId: 'waterborne-clear', hazards: [], air: 'room' as const };
  const events: BenchEvent[] = [
    ...EVENTS.filter(({ id }) => id !== 'j'),
    { ...repairing, steps: [fix] },
    { ...of('fix-j'), id: 'z', at: at(250), kind: 'done', copies: [2] },
  ];
  const told = historyOf(signs, { ...given, events });
  expect(layer('fix-j', 1, told)).toMatchObject({ name: 'Seal it', laid: [{ event: { id: 'z' } }], open: [] });
  // as in the plan, it is open until it was done
  const open = historyOf(signs, { ...given, events: events.filter(({ id }) => id !== 'z') });
  expect(layer('fix-j', 1, open)).toMatchObject({ name: 'Seal it', laid: [], open: [2] });
  expect(told.spent.without).toContain(all.productById.get('waterborne-clear')!.name);
  expect(history.spent.without).not.toContain(all.productById.get('waterborne-clear')!.name);
});

test('a piece of which nothing was marked has an empty record, and its cost is not nothing', () => {
  const empty = historyOf(signs, { ...given, events: [], uses: [], trials: [] });
  expect(empty).toMatchObject({ begunAt: null, minutes: null, untimed: 0, faults: [], pictures: [] });
  expect(empty.layers.every(({ laid }) => !laid.length)).toBe(true);
  expect(empty.spent.total).toBeNull();
});

test('the table has a row for everything, and a name that begins like a formula stays a name', () => {
  const other = { ...signs, name: '=cmd' };
  const table = historyTable([history, historyOf(other, given)], given.money);
  const lines = table.split('\r\n');
  expect(lines[0]).toContain('piece,quantity,copies,sort,at,what');
  expect(table).toContain("'=cmd");
  expect(table).not.toMatch(/^=cmd/m);
  const own = lines.filter((line) => line.startsWith(signs.name));
  expect(own.filter((line) => /,layer,/.test(line))).toHaveLength(4);
  expect(own.filter((line) => /,layer no longer planned,/.test(line))).toHaveLength(1);
  expect(own.filter((line) => /,fault,/.test(line))).toHaveLength(2);
  expect(own.at(-1)).toMatch(/,sum,.*,50,.*,14,EUR,/);
});

test('the records of a workspace are those of its pieces, each by its own marks', () => {
  const other = { ...signs, id: 'another', name: 'Other signs' };
  const { cans: shelf, zone, money, workshop, schools, ...more } = given;
  const workspace: Workspace = {
    version: WORKSPACE_VERSION,
    catalogueVersion: all.version,
    pieces: [signs, other],
    events: [...more.events],
    settings: { ...plainSettings(zone), money, workshop, schools },
    ownProducts: [],
    overrides: [],
    artworks: [],
    shelf: [...shelf],
    uses: [...more.uses],
    trials: [...more.trials],
  };
  expect(recordsTable(workspace, all)).toBe(historyTable([history, historyOf(other, given)], money));
  expect(historiesOf([other], given)[0]!.layers.find(({ key }) => key === 'ground')!.laid).toHaveLength(1);
});
