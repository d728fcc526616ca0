import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { Piece } from '../piece/index.ts';
import { plainCan, shelfAt, workshopFor, type Can } from '../shelf/index.ts';
import { demoBench, DEMO_NOW, demoPieces } from '../testing/demo.ts';
import { marked } from '../testing/marks.ts';
import { endOfDay } from './hours.ts';
import { FIRST_LOOK, planPieces, type BenchContext, type Plan } from './index.ts';

const all = catalogue();
const signs = demoPieces.find(({ id }) => id === 'demo-signs')!;
const film = (id: string, arrivesOn: string | null): Can => ({
  ...plainCan(id, { productId: 'film-stencil' }),
  size: { kind: 'roll', widthMm: 305, lengthMm: 5000 },
  boughtOn: '2026-11-01',
  arrivesOn,
});
const planned = (cans: readonly Can[], more: Partial<BenchContext> = {}, piece: Piece = signs) => {
  const read = planPieces([piece], { ...demoBench, shelf: { cans, uses: [] }, ...more }, { budget: FIRST_LOOK });
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.week.plans[piece.id]!;
};
const cutOf = (plan: Plan) => plan.steps.find(({ stepId }) => stepId === 'mask.cut#1')!;
const there = (day: string) => endOfDay(day, demoBench.zone);
// pinned by the demo before it would come
const free = { ...signs, pins: [] };

describe('material that is not there yet', () => {
  test('is waited for by the step that takes it, which says so', () => {
    const [now, late] = [planned([film('a', null)], {}, free), planned([film('a', '2026-12-07')], {}, free)];
    expect(Date.parse(cutOf(now).start)).toBeLessThan(there('2026-12-07'));
    expect(Date.parse(cutOf(late).start)).toBeGreaterThanOrEqual(there('2026-12-07'));
    expect(cutOf(late).waitedFor).toBe('adhesive stencil film, which comes on 7 Dec');
    expect(Date.parse(late.endsAt!)).toBeGreaterThan(Date.parse(now.endsAt!));
    // what does not take it goes on meanwhile
    expect(Date.parse(late.steps[0]!.start)).toBeLessThan(there('2026-12-07'));
  });

  test('delays nothing where some of it is there, or has come by now', () => {
    const at = cutOf(planned([film('a', null)], {}, free)).start;
    expect(cutOf(planned([film('a', '2026-12-07'), film('b', null)], {}, free)).start).toBe(at);
    expect(cutOf(planned([film('a', '2026-11-20')], {}, free)).start).toBe(at);
  });

  test('delays the piece for which that can was chosen', () => {
    const [part] = free.parts;
    const chosen = { ...free, parts: [{ ...part!, cans: [{ operationId: 'mask', canId: 'a' }] }] };
    const cans = [film('a', '2026-12-07'), film('b', null)];
    expect(Date.parse(cutOf(planned(cans, {}, chosen)).start)).toBeGreaterThanOrEqual(there('2026-12-07'));
  });

  test('also where it comes too late, or a step was pinned before it', () => {
    const due = { ...free, due: '2026-12-05T12:00:00Z' };
    const cans = [film('a', '2026-12-20')];
    expect(Date.parse(cutOf(planned(cans, {}, due)).start)).toBeGreaterThanOrEqual(there('2026-12-20'));
    const pinned = { ...free, pins: [{ stepId: 'mask.cut#1', at: '2026-11-27T09:00:00.000Z' }] };
    expect(Date.parse(cutOf(planned(cans, {}, pinned)).start)).toBeGreaterThanOrEqual(there('2026-12-20'));
  });

  test('what was done had it', () => {
    const done = { 'demo-signs': { 'mask.cut#1': DEMO_NOW } };
    const plan = planned([film('a', '2026-12-20')], { events: marked(done) }, free);
    expect(cutOf(plan).isDone).toBe(true);
    expect(Date.parse(plan.endsAt!)).toBeLessThan(there('2026-12-20'));
  });

  test('lends its freshness to nothing that stands there: where that is old or of unknown age, what is ordered is waited for', () => {
    const latex = (id: string, more: Partial<Can>): Can => ({
      ...plainCan(id, { productId: 'exterior-latex' }),
      size: { kind: 'liquid', ml: 750 },
      ...more,
    });
    const ordered = latex('a', { boughtOn: '2026-11-24', arrivesOn: '2026-12-07' });
    const keeps = all.productById.get('exterior-latex')!.shelf!;
    const openFor = (months: number) => {
      const at = new Date(Date.parse(DEMO_NOW) - months * 30.4375 * 86_400_000).toISOString().slice(0, 10);
      return latex('b', { isOpen: 'yes', openedOn: at });
    };
    const stock = (other: Can) => shelfAt([ordered, other], [], DEMO_NOW, all).stock[0]!;
    expect(stock(openFor(keeps.high + 2))).toMatchObject({ arrivesOn: '2026-12-07' });
    expect(stock(openFor(keeps.high + 2)).ageMonths).toBeLessThan(1);
    expect(stock(latex('b', { isOpen: 'unknown' }))).toMatchObject({ arrivesOn: '2026-12-07' });
    const ageing = stock(openFor(keeps.low + 1));
    expect(ageing).not.toHaveProperty('arrivesOn');
    expect(ageing.ageMonths).toBeCloseTo(keeps.low + 1, 0);
    expect(stock(latex('b', { boughtOn: '2026-11-20' }))).not.toHaveProperty('arrivesOn');
  });

  test('stands in the stock by the first of it, and by the last of what was chosen', () => {
    const cans = [film('a', '2026-12-07'), film('b', '2026-12-03')];
    expect(shelfAt(cans, [], DEMO_NOW, all).stock).toMatchObject([{ arrivesOn: '2026-12-03' }]);
    expect(shelfAt([...cans, film('c', null)], [], DEMO_NOW, all).stock[0]).not.toHaveProperty('arrivesOn');
    const [part] = free.parts;
    const own = { ...part!, cans: ['a', 'b'].map((canId) => ({ operationId: canId, canId })) };
    const { stock } = workshopFor(demoBench.workshop, { cans, uses: [] }, { due: null, parts: [own] }, DEMO_NOW, all);
    expect(stock).toMatchObject([{ arrivesOn: '2026-12-07' }]);
  });
});
