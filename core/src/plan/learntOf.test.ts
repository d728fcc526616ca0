import { describe, expect, test } from '@jest/globals';
import { benchCatalogue, catalogue, type Catalogue, type Learnt } from '../materials/index.ts';
import { judgeStack } from '../judge/index.ts';
import type { BenchEvent, Piece, StepEvent } from '../piece/index.ts';
import type { CanUse } from '../shelf/index.ts';
import { demoBench, demoPieces } from '../testing/demo.ts';
import { stepEvent } from '../testing/marks.ts';
import { learntOf, stepsOf, type Step } from './index.ts';

const all = catalogue();
const { workshop } = demoBench;
const tins: Piece = { ...demoPieces.find(({ id }) => id === 'demo-tins')!, quantity: 4 };
const signs: Piece = demoPieces.find(({ id }) => id === 'demo-signs')!;
const stepsIn = (piece: Piece, known: Catalogue = all) => stepsOf(piece, known, { ...workshop, stock: [] });
const GEL = stepsIn(tins).find(
  ({ kind, clocks }) => kind === 'work' && clocks.some((clock) => clock.kind === 'dwell'),
)!;
const GROUND = stepsIn(signs).find(({ coatOf }) => coatOf !== null)!;
const NOON = Date.parse('2026-11-25T12:00:00Z');
const at = (minutes: number) => new Date(NOON + minutes * 60_000).toISOString();
let made = 0;
const event = (
  kind: StepEvent['kind'],
  piece: Piece,
  step: Step,
  minutes: number,
  copies?: readonly number[],
  found?: string,
) => stepEvent(kind, piece.id, step, at(minutes), copies, found);
const learnt = (events: readonly BenchEvent[], uses: readonly CanUse[] = []): Learnt[] =>
  learntOf({ pieces: [tins, signs], events, uses, catalogue: all, workshop });
const after = (lessons: readonly Learnt[]): Catalogue => {
  const read = benchCatalogue(all, { ownProducts: [], overrides: [], labels: [], learnt: lessons });
  if (!read.ok) throw new Error(read.problems[0]?.given);
  return read.catalogue;
};
/** Copies that lay in the gel and gave way in a quarter of an hour. */
const quick = (copies: readonly number[]) =>
  copies.flatMap((copy) => [
    event('started', tins, GEL, 0, [copy]),
    event('checked', tins, GEL, 12, [copy], 'notYet'),
    event('checked', tins, GEL, 15, [copy], 'through'),
    event('done', tins, GEL, 16, [copy]),
  ]);
const resisting = (copies: readonly number[], minutes = 100) =>
  copies.flatMap((copy) => [
    event('started', tins, GEL, 0, [copy]),
    event('checked', tins, GEL, minutes, [copy], 'notYet'),
    event('failed', tins, GEL, minutes + 5, [copy]),
  ]);
const dwellIn = (known: Catalogue, piece = tins) =>
  stepsIn(piece, known)
    .find(({ id }) => id === GEL.id)!
    .clocks.find(({ kind }) => kind === 'dwell')!.time;
const gelFinding = (known: Catalogue) => {
  const part = tins.parts[0]!;
  const brief = { part, workshop: { ...workshop, stock: [] }, quantity: 4, due: null };
  return judgeStack(part.stack!, brief, known).findings.find(({ ruleId }) => ruleId === 'gel-wants-coating');
};

describe('a dwell', () => {
  test('is reckoned by the maker’s own patches on such a surface: in the clock, the words and the minutes', () => {
    const known = after(learnt(quick([1, 2, 3])));
    const [own, label] = [dwellIn(known), dwellIn(all)];
    expect(own.basis).toBe('your-trial');
    expect(own.typical).toBeLessThan(label.typical);
    const step = (from: Catalogue) => stepsIn(tins, from).find(({ id }) => id === GEL.id)!;
    expect(step(known).minutes).toBeLessThan(step(all).minutes);
    expect(step(known).detail).not.toBe(step(all).detail);
  });
  test('never lets it lie longer than its label allows, however slow the patches were', () => {
    const [slow] = learnt(resisting([1], 119));
    expect(slow!.figures).not.toEqual([]);
    expect(dwellIn(after([slow!])).high).toBe(dwellIn(all).high);
  });
  test('goes for no other surface', () => {
    const [part] = tins.parts;
    const bare = { ...tins, parts: [{ ...part!, surface: { ...part!.surface, existing: [] } }] };
    const known = after(learnt(quick([1, 2, 3])));
    const before = stepsIn(bare).flatMap(({ clocks }) => clocks);
    expect(stepsIn(bare, known).flatMap(({ clocks }) => clocks)).toEqual(before);
  });
  test('what it taught goes with its events', () => {
    expect(learnt([])).toEqual([]);
    expect(learnt(quick([1]).filter(({ kind }) => kind !== 'checked'))).toEqual([]);
  });
  test('Match no longer asks for a try where it came through, and refuses what very likely resists', () => {
    expect(gelFinding(all)?.demand?.kind).toBe('tryFirst');
    const held = gelFinding(after(learnt(quick([1]))))!;
    expect([held.verdict, held.demand?.kind, held.basis]).toEqual(['cautions', 'doing', 'your-trial']);
    const never = learnt(resisting([1, 2, 3, 4], 300));
    expect(never[0]!.resists).toBeGreaterThan(0.9);
    expect(never[0]!.figures).toEqual([]);
    expect(gelFinding(after(never))?.verdict).toBe('blocks');
    const one = learnt(resisting([1]));
    expect(one[0]!.resists).toBeLessThan(0.9);
    expect(gelFinding(after(one))).toMatchObject({ verdict: 'cautions', demand: { kind: 'tryFirst' } });
  });
  test('four in gel of which one resists: the three say that the coating yields, the fourth is no proof', () => {
    const [both] = learnt([...quick([1, 2, 3]), ...resisting([4])]);
    expect([both!.count, both!.through]).toEqual([4, 3]);
    expect(both!.resists).toBeLessThan(0.1);
  });
});

describe('a can', () => {
  const laid = [1, 2, 3, 4].map((day) => -day * 24 * 60);
  const coats = (wet: number, dry: number) =>
    laid.flatMap((begin, index) => [
      event('done', signs, GROUND, begin, [index + 1]),
      event('checked', signs, GROUND, begin + wet, [index + 1], 'tacky'),
      event('checked', signs, GROUND, begin + dry, [index + 1], 'dry'),
    ]);
  const product = all.productById.get(GROUND.coatOf!)!;
  test('that dries slower than its label lengthens what a fingertip can tell, and nothing else', () => {
    const slow = product.dry.recoat!.high * 3;
    const known = after(learnt(coats(slow - 20, slow)));
    const own = known.productById.get(product.id)!;
    expect(own.dry.recoat!.high).toBeGreaterThan(product.dry.recoat!.high);
    expect(own.dry.recoat!.basis).toBe('your-trial');
    for (const stage of ['mask', 'film', 'firstWash', 'feet', 'cure'] as const)
      expect(own.dry[stage]).toEqual(product.dry[stage]);
  });
  test('that dries faster only offers it', () => {
    const [drying] = learnt(coats(2, 5)).filter(({ what }) => what === 'drying');
    expect(drying!.figures).toEqual([]);
    expect(drying!.offered.map(({ figure }) => figure)).toContain(`${product.id}.dry.recoat`);
  });
  test('is known by the uses of its marks', () => {
    const events = coats(2, 5);
    const done = events.filter(({ kind }) => kind === 'done');
    const uses = done.map(({ id, at: when }): CanUse => ({
      id: `u-${id}`,
      canId: 'tin',
      at: when,
      as: 'used',
      amount: 10,
      pieceId: signs.id,
      eventId: id,
      note: '',
    }));
    expect(learnt(events, uses).find(({ what }) => what === 'drying')!.canId).toBe('tin');
  });
});

describe('pace and cut', () => {
  test('a maker who takes twice as long is planned for longer, by the pairs of begun and done', () => {
    const twice = 2 * (GROUND.setUpMinutes + GROUND.eachMinutes * GROUND.pieces);
    const events = [event('started', signs, GROUND, 0), event('done', signs, GROUND, twice)];
    const known = after(learnt(events));
    const minutes = (from: Catalogue) => stepsIn(signs, from).find(({ id }) => id === GROUND.id)!.minutes;
    expect(minutes(known)).toBeGreaterThan(minutes(all));
    // left lying overnight says nothing of pace
    expect(learnt([event('started', signs, GROUND, 0), event('done', signs, GROUND, 900)])).toEqual([]);
  });
  const film = all.products.find(({ minStroke, how }) => minStroke && how.includes('cut'))!;
  const tested = (canId: string | null, came: 'through' | 'scored', ...strokes: [number, boolean][]): BenchEvent => ({
    id: `l${(made += 1)}`,
    at: at(0),
    pieceId: null,
    stepId: null,
    kind: 'cutTested',
    note: '',
    canId,
    productId: film.id,
    settings: { blade: null, depthMm: null, forceG: null, speedMmS: null, passes: 1 },
    strokes: strokes.map(([mm, held]) => ({ mm, held })),
    came,
  });
  const finest = (events: readonly BenchEvent[]) => after(learnt(events)).productById.get(film.id)!.minStroke!.typical;
  test('what tore makes the finest stroke coarser for every can; finer than usual goes only for the can that was tried', () => {
    const usual = film.minStroke!.typical;
    expect(finest([tested(null, 'through', [usual * 2, false], [usual * 3, true])])).toBeCloseTo(usual * 3, 6);
    expect(finest([tested(null, 'through', [usual / 2, true])])).toBe(usual);
    // of whichever can it tore, and however well another did
    const torn = tested('roll', 'through', [usual * 2, false], [usual * 3, true]);
    expect(finest([torn])).toBeCloseTo(usual * 3, 6);
    expect(finest([torn, tested('other', 'through', [usual * 1.5, true])])).toBeCloseTo(usual * 3, 6);
    expect(finest([tested('other', 'through', [usual * 1.5, true]), torn])).toBeCloseTo(usual * 3, 6);
    const [own] = learnt([tested('roll', 'through', [usual / 2, true])]);
    expect([own!.canId, own!.figures[0]!.value]).toEqual(['roll', [usual / 2, usual / 2, usual / 2]]);
  });
  test('what was only scored promises nothing', () =>
    expect(learnt([tested('roll', 'scored', [film.minStroke!.typical / 2, true])])).toEqual([]));
});
