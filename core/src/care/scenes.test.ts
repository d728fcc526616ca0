import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { describePiece, pieceOf } from '../line/index.ts';
import { matchLayers, stackWords } from '../match/index.ts';
import { plainWorkshop, type Piece } from '../piece/index.ts';
import {
  calendarFile,
  chanceOf,
  planPieces,
  workFigure,
  type BenchContext,
  type Plan,
  type Step,
  type StackVerdict,
} from '../plan/index.ts';
import { sayWhen } from '../units/index.ts';
import { careOf, headlineOf, type CareLimit } from './index.ts';

// Ten pieces told end to end: what Match says, the steps, the dates and the limits agree word by word.

const all = catalogue();
const NOW = '2026-11-25T09:00:00.000Z';
const ZONE = 'Europe/Berlin';
const workshop = {
  ...plainWorkshop(),
  air: 'outdoors' as const,
  temperatureC: 22,
  tools: ['cutter', 'press', 'heatGun', 'oven', 'turner'] as ('cutter' | 'press' | 'heatGun' | 'oven' | 'turner')[],
};
const CONTEXT: BenchContext = {
  now: NOW,
  zone: ZONE,
  freeHours: [
    ...Array.from({ length: 5 }, (): [string, string][] => [['18:30', '21:30']]),
    [['09:00', '17:00']],
    [['09:00', '16:00']],
  ],
  catalogue: all,
  workshop,
};

interface Told {
  readonly piece: Piece;
  readonly title: string;
  /** What Match says of its minutes. */
  readonly handsOnMinutes: number;
  readonly elapsedMinutes: number;
  readonly steps: readonly Step[];
  readonly plan: Plan | undefined;
  readonly verdict: StackVerdict;
  readonly headline: CareLimit | undefined;
  readonly limits: readonly CareLimit[];
}

const told = (line: string, methodId?: string): Told => {
  const plain = pieceOf('p', line, describePiece(line, all, NOW));
  const [part] = plain.parts;
  const brief = { part: part!, workshop, quantity: plain.quantity, due: null };
  const { ranked, unknown } = matchLayers(brief, all, { withoutMends: true });
  const chosen = [...ranked, ...unknown].find((one) => !methodId || one.methodId === methodId)!;
  const piece: Piece = { ...plain, parts: [{ ...part!, stack: chosen.stack }] };
  const read = planPieces([piece], CONTEXT, { budget: 20 });
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  const plan = read.week.plans['p'];
  const care = careOf(piece.parts[0]!, all, plan);
  const limits = care.ok ? care.limits : [];
  return {
    piece,
    title: chosen.title,
    handsOnMinutes: chosen.strengths.handsOnMinutes,
    elapsedMinutes: chosen.strengths.elapsedMinutes,
    steps: read.week.steps['p']!,
    plan,
    verdict: read.week.verdicts['p']!,
    headline: headlineOf(limits),
    limits,
  };
};

/** Laws that hold for every piece that is told. */
const agrees = ({ piece, steps, plan, headline, verdict, handsOnMinutes, elapsedMinutes }: Told): void => {
  // the minutes that Match gives hold the tries and looks that the steps begin with, and their waits
  const { operations } = piece.parts[0]!.stack!;
  const first = steps.filter(({ kind }) => kind === 'try' || kind === 'look');
  const work = operations.map((one) => workFigure(one, all).typical * (one.op === 'apply' ? one.coats : 1));
  const minutes = [...work, ...first.map(({ perPiece }) => perPiece.typical)].reduce((sum, one) => sum + one, 0);
  expect(handsOnMinutes).toBe(Math.round(minutes));
  const judged = first.flatMap(({ lags }) => lags).reduce((sum, { time }) => sum + time.high, 0);
  expect(elapsedMinutes).toBeGreaterThanOrEqual(Math.floor(handsOnMinutes + judged));
  const { stack, designs } = piece.parts[0]!;
  const said = stackWords(stack!, designs, all);
  const labels = steps.map(({ label, detail }) => `${label} ${detail}`.toLowerCase()).join(' ');
  // the product that gives the answer its name is in the steps, and is the one that Care speaks of
  for (const operation of stack!.operations) {
    const product = operation.op === 'apply' ? all.productById.get(operation.productId)! : undefined;
    if (product && product.kind !== 'prep') expect(labels).toContain(product.name.toLowerCase());
  }
  expect(said.length).toBeGreaterThan(0);
  // tries come before all the rest and are said with the verdict
  expect(verdict.standing === 'tryFirst').toBe(steps.some(({ kind }) => kind === 'try' || kind === 'look'));
  const byId = new Map(plan!.steps.map((step) => [step.stepId, step]));
  for (const step of steps) {
    const { start } = byId.get(step.id)!;
    for (const before of step.after) expect(byId.get(before)!.end <= start).toBe(true);
    for (const gate of steps.filter((one) => one.gate && one.kind !== 'work'))
      if (step.kind === 'work') expect(byId.get(gate.id)!.end <= start).toBe(true);
  }
  // ready when the last coat is firm, washed later
  expect(plan!.readyAt! >= plan!.endsAt!).toBe(true);
  if (headline?.from) expect(headline.from >= plan!.endsAt!).toBe(true);
  expect(sayWhen(plan!.readyAt!, ZONE, NOW)).toMatch(/^\w+day \d+ \w+( \d{4})?, (morning|midday|afternoon|evening)$/);
  const week = planPieces([piece], CONTEXT, { budget: 20 });
  const calendar = week.ok ? calendarFile(week.week, [piece], all) : '';
  expect(calendar.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThanOrEqual(steps.length);
  const chance = week.ok ? chanceOf([piece], CONTEXT, week.week, { samples: 10 }) : undefined;
  expect(chance?.byPiece['p']).toHaveLength(10);
};

const labels = ({ steps }: Told): string[] => steps.map(({ label }) => label);

describe('ten pieces told end to end', () => {
  test('drawer labels that may change: film that comes off, cleaned just before, wiped', () => {
    const one = told('24 drawer labels for the cabinet, enamelled steel, indoors, wiped, may change next year');
    agrees(one);
    expect(one.title).toBe('Removable film left on');
    expect(labels(one)).toEqual([
      'Cut and weed removable film',
      'Degrease with isopropyl alcohol, then lay removable film with low-tack transfer tape',
    ]);
    expect(one.steps[1]!.pieces).toBe(24);
    expect(one.headline).toMatchObject({ axis: 'water', value: 'wipe', cause: { name: 'removable film' } });
  });

  test.each([
    [
      'cotton tea cloth with a star, iron-on film, washed at 40',
      /^Iron-on film/,
      [/Mirror it/, /1[35]0–\d+ °C/, /take the carrier off warm or cold as the film says/],
    ],
    [
      'white polyester cloth with a star by dye transfer, washed at 40',
      /^Dye-transfer/,
      [/Mirror it/, /190–205 °C/, /lift it straight up/],
    ],
    [
      'linen tea cloth with a word through a stencil, washed at 40',
      /^Fabric paint/,
      [/Do not mirror it/, /nearly dry/, /while it is wet/],
    ],
    ['black cotton cloth with a word, washed at 40', /^Fabric paint/, [/Do not mirror it/, /nearly dry/]],
  ])(
    '%s: its way, mirrored or not, pressed and peeled, and washed for the first time from a date',
    (line, title, said) => {
      const one = told(line);
      agrees(one);
      expect(one.title).toMatch(title);
      const details = one.steps.map(({ detail }) => detail).join(' ');
      for (const words of said) expect(details).toMatch(words);
      expect(one.headline).toMatchObject({
        axis: 'laundry',
        waitsFor: expect.stringMatching(/ready for its first wash$/),
      });
      expect(one.headline?.from).not.toBeNull();
    },
  );

  test('paint that goes all round a design ends at a tape line where another design lies beside it, and not else', () => {
    const lays = (line: string) => {
      const one = told(line);
      agrees(one);
      return one.steps.filter(({ detail }) => /lay a tape line where it is to end/.test(detail));
    };
    const half = 'plywood half-moon, to be stained blue, stars of bare stain through cream paint, hung indoors, dry';
    expect(lays(half)).toEqual([]);
    const beside = lays(half.replace('stars', 'a word painted white, stars'));
    expect(beside.map(({ label }) => label)).toEqual(['Lay adhesive stencil film: star']);
    expect(beside[0]!.needs).toContain('tape for its edge, paper');
  });

  test('a sheet that is pinned by a layer of its own is lifted with its pins counted, like card', () => {
    const one = told('2 coir mats 600 x 400 mm, plastic sheet stencil, lettering, under cover, walked on');
    agrees(one);
    expect(one.steps.some(({ label }) => label.includes('stencil sheet with pins and glue dots'))).toBe(true);
    expect(one.steps.at(-1)!.detail).toMatch(/Count the pins out/);
    expect(one.steps.at(-1)!.looksRight).toMatch(/every pin is out and counted/);
  });

  test('a coir mat under cover: pinned, stippled, islands counted, feet from a date', () => {
    const one = told('coir mat 750 x 450 mm at the dome door, under cover, lettering, walked on');
    agrees(one);
    const lay = one.steps.find(({ label }) => label.includes('pin down card'))!;
    expect(lay.detail).toMatch(/a pin in every part and every island, counted/);
    expect(one.steps.at(-1)!.detail).toMatch(/Count the pins out/);
    const feet = one.limits.find(({ axis, zone }) => axis === 'feet' && zone !== 'rest')!;
    expect(feet.value).toBe('yes');
    expect(Date.parse(feet.from!) - Date.parse(one.plan!.endsAt!)).toBeGreaterThanOrEqual(48 * 3_600_000);
  });

  test('a stained notice board: sanded, stained back and front, sealed, film last', () => {
    const one = told('larch notice board, outdoors, to be stained with oil stain, cream film letters, 290 mm wide');
    agrees(one);
    const order = labels(one).map((label) => label.split(',')[0]);
    expect(order.indexOf('Sand with the grain')).toBe(0);
    expect(labels(one).filter((label) => label.startsWith('Oil stain'))).toEqual([
      'Oil stain, back',
      'Oil stain, front',
    ]);
    expect(labels(one).at(-1)).toMatch(/^Lay permanent film/);
    expect(one.steps.find(({ label }) => label === 'Oil stain, back')!.hazards).toContain('oily-rags');
  });

  test('a mug: film off the lip, washed by hand and not in the machine, from a date', () => {
    const one = told('mug, glazed, film lettering on the outside, hot drinks daily, hand wash');
    agrees(one);
    expect(one.headline).toMatchObject({ axis: 'water', value: 'handWash' });
    const film = one.steps.at(-1)!;
    expect(film.keeps[0]).toMatchObject({ productId: 'degrease-alcohol' });
    const waited = Date.parse(one.headline!.from!) - Date.parse(one.plan!.endsAt!);
    expect(waited).toBeGreaterThanOrEqual(72 * 3_600_000);
  });

  test('four flasks to bare metal: each coating tried first, rinsed with the mask on, a vacuum vessel by hand', () => {
    const one = told('four powder-coated steel flasks, artwork to bare metal, hand wash');
    agrees(one);
    expect(one.verdict.standing).toBe('tryFirst');
    expect(one.steps[0]).toMatchObject({ kind: 'try', label: 'Try coating-remover gel on a spot first' });
    expect(one.steps[0]!.detail).toMatch(/look every 10–15 min/);
    expect(one.steps.find(({ label }) => label.startsWith('Coating-remover gel'))!.detail).toMatch(
      /with the mask still on, along the grain/,
    );
    expect(one.headline).toMatchObject({ value: 'handWash', cause: { name: 'a vacuum vessel' } });
  });

  test('a lamp shade: the sheet may gas, tried for two days; wiped, since it is a lamp', () => {
    const one = told('polycarbonate lamp shade, white film flowers, LED');
    agrees(one);
    expect(labels(one).slice(0, 4).join(' ')).toMatch(/Try a patch of cast film/);
    expect(one.headline).toMatchObject({ value: 'wipe', cause: { name: 'a lamp or lantern' } });
  });

  test('a canvas through acetate: cut by hand, let dry, scored and pulled low', () => {
    const one = told('primed canvas 700 x 500 mm, acetate stencil, acrylic paint, indoors');
    agrees(one);
    const cut = one.steps.find(({ kind }) => kind === 'cut')!;
    expect([cut.places, cut.detail]).toEqual([
      [],
      expect.stringMatching(/Cut right through.*by hand from the full-size paper/),
    ]);
    expect(one.steps.at(-1)).toMatchObject({
      label: 'Score and unmask',
      detail: expect.stringMatching(/pull low and slow/),
    });
    expect(one.steps.at(-1)!.lags.length).toBeGreaterThan(0);
  });

  test('two mats and a plastic sheet: cut once, laid twice, wiped and dried between', () => {
    const one = told('two coir mats, plastic sheet stencil, four words, outdoors sheltered, walked on');
    agrees(one);
    expect(one.steps.find(({ kind }) => kind === 'cut')).toMatchObject({ pieces: 1 });
    const [first, second] = one.steps.filter(({ label }) => /lay stencil sheet/i.test(label));
    expect(second!.lags.map(({ why }) => why)).toContain('stencil sheet wiped and dry');
    expect(first!.lags.map(({ why }) => why)).not.toContain('stencil sheet wiped and dry');
  });

  test('a burnt plaque: paste by weight, heated while it is dry, watched, never scrubbed', () => {
    const one = told('raw maple plaque 340 x 240 mm, burnt lettering, near food, indoors', 'burn');
    agrees(one);
    expect(one.steps.find(({ label }) => label === 'Burn paste')!.detail).toMatch(
      /by weight, measured and never by eye/,
    );
    const at = (label: string) => one.plan!.steps[one.steps.findIndex((step) => step.label === label)]!;
    expect(Date.parse(at('Heat evenly, keep moving').start) - Date.parse(at('Burn paste').end)).toBeLessThan(
      24 * 3_600_000,
    );
    expect(one.headline).toMatchObject({ value: 'wipe', cause: { name: 'the burn' } });
    expect(one.limits.find(({ axis, zone }) => axis === 'food' && zone !== 'rest')!.value).not.toBe('yes');
  });

  test('a flooded flask: film, then epoxy by its parts, hours of turning, by hand', () => {
    const one = told('steel flask, film emblem, no edge to be felt, under epoxy, hand wash', 'flood-coat');
    agrees(one);
    const pour = one.steps.find(({ label }) => label.includes('epoxy'))!;
    expect(pour.detail).toMatch(/1 part resin and 1 part hardener by volume.*Keep it turning/);
    expect([pour.places, pour.turns?.high]).toEqual([['turner'], expect.any(Number)]);
    expect(one.headline).toMatchObject({ value: 'handWash' });
    expect(Number(one.limits.find(({ axis, zone }) => axis === 'heat' && zone !== 'rest')!.value)).toBeLessThanOrEqual(
      45,
    );
  });
});
