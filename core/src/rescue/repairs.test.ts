import { describe, expect, test } from '@jest/globals';
import { amountsFor } from '../amounts/index.ts';
import { catalogue } from '../materials/index.ts';
import { plainCan, type Can } from '../shelf/index.ts';
import { finish } from '../testing/briefs.ts';
import { inputOf, type Fault } from '../testing/faults.ts';
import { rescueBook } from './data.ts';
import { stepOfFault } from './record.ts';
import { repairsOf, type RepairOption } from './repairs.ts';

const book = rescueBook();
const SIGN = 'paint-stencil: p/sand-bare g/exterior-latex m/film-stencil x/craft-acrylic u/wet';
const LOG = ['p0 0', 'g1 60', 'm2 3000', 'x3 3100'];
const sign: Fault = { sees: 'bled', said: { base: 'hardwood' }, stack: SIGN, log: LOG };
const of = (fault: Fault, ...ids: string[]): readonly RepairOption[] => repairsOf(inputOf(fault), ids);
const only = (fault: Fault, id: string): RepairOption => of(fault, id)[0]!;

describe('the data of repairs', () => {
  test('name actions, products and hazards that there are, each of them once', () => {
    const all = catalogue();
    const repairs = [...book.causeById.values()].flatMap((row) =>
      Array.isArray(row.repairs) ? row.repairs : Object.values(row.repairs).flat(),
    );
    expect(new Set(repairs)).toEqual(new Set(book.repairById.keys()));
    const actions = [...book.repairById.values()].flatMap(({ steps }) => steps);
    expect(new Set([...actions, 'let-cure'])).toEqual(new Set(book.actionById.keys()));
    for (const { products = [], hazards } of book.actionById.values()) {
      for (const id of products) expect(all.productById.has(id)).toBe(true);
      for (const id of hazards) expect(all.hazardById.has(id)).toBe(true);
    }
    const prevents = [...book.causeById.values()].flatMap((row) => row.prevents);
    expect(new Set(prevents)).toEqual(new Set(book.preventById.keys()));
  });

  test('say of every repair by what is seen which causes offer it', () => {
    for (const cause of book.causeById.values())
      for (const symptom of Object.keys(cause.prior)) {
        const ids = Array.isArray(cause.repairs) ? cause.repairs : cause.repairs[symptom];
        expect([cause.id, symptom, ids?.length ?? 0]).not.toEqual([cause.id, symptom, 0]);
      }
  });
});

describe('a repair', () => {
  test('that mends in place lays nothing again, and waits for what must dry', () => {
    const { steps, again, goesOn, isFinal, takes } = only(sign, 'pick-and-touch-up');
    expect(steps.map(({ label }) => label)).toEqual(['Let it dry', 'Pick off what crept', 'Touch up with the ground']);
    expect(steps[0]!.dries!.high).toBeGreaterThan(0);
    expect(steps[2]!.detail).toContain('exterior latex');
    expect([again, goesOn, isFinal, takes.length]).toEqual([[], true, true, 0]);
  });

  describe('is judged with what is laid on it again', () => {
    const enamel = (ground: string): Fault => ({
      sees: 'wrinkled',
      said: { base: 'hardwood' },
      stack: `paint-stencil: p/sand-bare g/${ground} m/film-permanent x/aerosol-enamel u/wet`,
      log: ['p0 0', 'g1 60', 'm2 3000', 'x3 3100'],
    });
    const decal = (base: string, prep: string): Fault => ({
      sees: 'lifts',
      said: { base },
      stack: `decal: p/${prep} f/film-permanent t/tape-regular`,
      log: ['p0 0', 'f1 30'],
    });

    test('a coat between is one that the solvent does not wrinkle', () => {
      const { standing, steps } = only(enamel('craft-acrylic'), 'strip-and-barrier');
      expect([standing, steps.flatMap(({ productId }) => productId ?? [])]).toEqual(['holds', ['blocking-primer']]);
      // without one it would wrinkle again
      const bare = only(enamel('craft-acrylic'), 'harden-sand-recoat');
      expect([bare.standing, bare.reasons.join(' ')]).toEqual(['refused', expect.stringContaining('wrinkles')]);
    });

    test('over its own kind it may be laid again at once', () => {
      const own = {
        ...enamel('craft-acrylic'),
        stack: 'paint-stencil: p/sand-bare g/aerosol-enamel*2',
        log: ['p0 0', 'g1 60', 'g1#2 200'],
      };
      expect(only(own, 'harden-sand-recoat')).toMatchObject({
        standing: 'holds',
        again: [{ operationId: 'g1', coat: 2 }],
      });
    });

    test('film goes on chalk again only when that is sanded smooth and sealed', () => {
      const chalky = decal('plaster', 'dust-off');
      expect(only(chalky, 'seal-and-new-film').standing).toBe('holds');
      expect(only(chalky, 'new-film').standing).toBe('refused');
      expect(only(decal('glass-soda-lime', 'degrease-alcohol'), 'new-film').standing).toBe('holds');
    });

    test('what is damp is dried before it is sealed', () => {
      const wall: Fault = {
        sees: 'stains',
        said: { base: 'concrete' },
        stack: 'paint-stencil: p/dust-off g/exterior-latex',
        log: ['p0 0', 'g1 60'],
      };
      expect(only(wall, 'brush-dry-seal').standing).toBe('holds');
      const { standing, reasons } = only(wall, 'blocker-recoat');
      expect([standing, reasons.join(' ')]).toEqual(['refused', expect.stringContaining('Damp')]);
    });

    test('what is begun anew finds the surface as the plan has it', () => {
      const stained: Fault = {
        sees: 'cracks',
        said: { base: 'hardwood' },
        stack: 'paint-stencil: p/sand-bare g/oil-stain c/waterborne-clear',
        log: ['p0 0', 'g1 10', 'c2 120'],
      };
      expect(only(stained, 'outdoors-start-anew').standing).toBe('holds');
    });

    test('sanding what shines is minded', () => {
      const { standing, reasons } = only(decal('glass-soda-lime', 'degrease-alcohol'), 'seal-and-new-film');
      expect([standing, reasons.join(' ')]).toEqual(['cautions', expect.stringContaining('scratches')]);
    });
  });

  describe('of a coat that was on the piece before', () => {
    const on = (id: string | null, ageDays: number | null): Fault => ({
      sees: 'taken',
      said: { base: 'hardwood', surface: id === null ? {} : finish(id, ageDays) },
      stack: 'paint-stencil: p/degrease-alcohol m/film-permanent x/craft-acrylic u/wet',
      log: ['p0 0', 'm1 30', 'x2 90', 'u3 95 !'],
    });
    const hours = (fault: Fault, id: string) => only(fault, id).steps.map(({ dries }) => (dries ? dries.high / 60 : 0));

    test('goes into the plan at the last step that was begun', () => {
      const input = inputOf(on('acrylic-paint', 3));
      expect(stepOfFault(input, book.symptomById.get('taken')!)?.operationIds).toContain('u3');
    });

    test('waits for as long as that coat takes; what has dried since does so no more', () => {
      expect(hours(on('acrylic-paint', 3), 'touch-up')).toEqual([2]);
      expect(hours(on('acrylic-paint', null), 'touch-up')).toEqual([2, 2]);
      const cure = catalogue().finishById.get('acrylic-paint')!.cure!.high / 60;
      expect(hours(on('acrylic-paint', 3), 'touch-up-cured')[0]).toBe(cure - 72);
      expect(hours(on('acrylic-paint', null), 'touch-up-cured')[0]).toBe(cure);
    });

    test.each([
      ['an unknown coat', 'unknown-finish', 'is not known'],
      ['no coat', null, 'touched up with'],
    ])('is no short wait where there is %s', (_name, id, words) => {
      const { standing, reasons } = only(on(id, null), 'touch-up');
      expect([standing, reasons.join(' ')]).toEqual(['refused', expect.stringContaining(words)]);
    });

    test('lays no layer again that the piece does not have', () => {
      expect(only(on('acrylic-paint', 3), 'lay-again')).toMatchObject({ standing: 'refused', again: [] });
    });
  });

  describe('costs', () => {
    const SIZED: Fault = {
      ...sign,
      said: {
        base: 'hardwood',
        quantity: 4,
        area: { kind: 'rectangle', widthMm: 400, heightMm: 300, margins: null, keepOuts: [] },
        design: { widthMm: 200, heightMm: 150 },
      },
    };
    const priced = (...cans: Can[]): Fault => ({ ...SIZED, more: { shelf: { cans, uses: [] } } });
    const paint = (price: number | null): Can => ({
      ...plainCan('tin', { productId: 'craft-acrylic' }),
      size: { kind: 'liquid', ml: 100 },
      price,
    });
    const film: Can = {
      ...plainCan('roll', { productId: 'film-stencil' }),
      size: { kind: 'roll', widthMm: 300, lengthMm: 3000 },
      price: 9,
    };

    test('what is laid again by its need and the last price, and names what it is without', () => {
      const { cost, costWithout } = only(priced(paint(20)), 'lay-again');
      const input = inputOf(priced(paint(20)));
      const need = amountsFor({ pieces: [input.piece], catalogue: catalogue(), shelf: { cans: [], uses: [] }, now: '' })
        .flatMap(({ needs }) => needs)
        .find(({ operationId }) => operationId === 'x3')!.need!;
      expect(cost).toBeCloseTo(need.typical * 0.2, 2);
      expect(costWithout).toEqual([catalogue().productById.get('film-stencil')!.name]);
      expect(only(priced(paint(20), film), 'lay-again').costWithout).toEqual([]);
    });

    test('half as much on half of the copies', () => {
      const whole = only(priced(paint(20), film), 'lay-again').cost!;
      const half = { ...priced(paint(20), film) };
      expect(only({ ...half, more: { ...half.more, copies: [1, 2] } }, 'lay-again').cost).toBeCloseTo(whole / 2, 1);
    });

    test('and names what is not on the shelf: what is used up or only ordered is not there', () => {
      const names = (...cans: Can[]) => only(priced(...cans), 'lay-again').toGet;
      const [paintName, filmName] = ['craft-acrylic', 'film-stencil'].map(
        (id) => catalogue().productById.get(id)!.name,
      );
      expect(names()).toEqual([filmName, paintName]);
      expect(names(paint(20), film)).toEqual([]);
      expect(names(film)).toEqual([paintName]);
      expect(names({ ...paint(20), finishedOn: '2026-11-01' }, film)).toEqual([paintName]);
      expect(names({ ...paint(20), arrivesOn: '2027-02-01' }, film)).toEqual([paintName]);
      // what is touched up with is needed too, though nothing is laid again
      const ground = catalogue().productById.get('exterior-latex')!.name;
      expect(only(priced(), 'pick-and-touch-up').toGet).toEqual([ground]);
    });

    test('nothing where nothing is laid again, and what has no price is not nothing', () => {
      expect(only(priced(paint(null)), 'lay-again')).toMatchObject({ cost: null });
      const all = catalogue();
      for (const id of book.repairById.keys()) {
        const option = only(SIZED, id);
        const named = option.costWithout.every((name) => all.products.some((one) => one.name === name));
        expect([id, option.cost === 0 && option.costWithout.length > 0, named]).toEqual([id, false, true]);
      }
    });
  });

  test('waits no more for what has dried since it was laid', () => {
    const laid = Date.parse('2026-11-02T09:00:00.000Z') + 3100 * 60_000;
    const after = (hours: number) => ({ ...sign, more: { now: new Date(laid + hours * 3_600_000).toISOString() } });
    const first = (hours: number) => only(after(hours), 'pick-and-touch-up').steps[0]!.label;
    expect([first(0.1), first(24)]).toEqual(['Let it dry', 'Pick off what crept']);
  });

  test('that lays it again opens its mask too, where that is off', () => {
    const off = { ...sign, log: [...LOG, 'u4 3200'] };
    expect(only(off, 'lay-again').again.map(({ operationId }) => operationId)).toEqual(
      expect.arrayContaining(['m2', 'x3']),
    );
    expect(only(off, 'lay-again').takes).toEqual(expect.arrayContaining(['adhesive stencil film', 'craft acrylic']));
  });

  test('of a coat is one more coat', () => {
    const fault: Fault = {
      sees: 'wrinkled',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/aerosol-enamel*3',
      log: ['p0 0', 'g1 60', 'g1#2 240'],
    };
    const { again, steps } = only(fault, 'harden-sand-recoat');
    expect(again).toEqual([{ operationId: 'g1', coat: 2 }]);
    expect(steps[0]!.dries).toEqual({ low: 2 * 1440, typical: 7 * 1440, high: 14 * 1440 });
  });

  test('of epoxy is never sanded before it is hard', () => {
    const fault: Fault = {
      sees: 'hazy',
      said: { base: 'hardwood' },
      stack: 'flood-coat: p/sand-bare g/craft-acrylic c/flood-epoxy',
      log: ['g1 0', 'c2 9000'],
    };
    for (const { id } of book.repairById.values()) {
      const { steps } = only(fault, id);
      const sands = steps.findIndex(({ hazards }) => hazards.includes('sanding'));
      if (sands >= 0)
        expect([id, steps.slice(0, sands).some(({ dries }) => (dries?.high ?? 0) >= 1440)]).toEqual([id, true]);
    }
  });

  test.each([
    ['an old coat that nobody tested', { base: 'hardwood', surface: finish('unknown-finish', null) }, 'lay-again'],
    ['an unknown base', { base: 'abs-like' }, 'wait-and-press'],
    ['old floor tiles', { base: 'vinyl-floor' }, 'strip-scuff-prime'],
  ] as const)('is refused on %s, with why', (_name, said, id) => {
    const { standing, reasons } = only(
      { ...sign, said, stack: 'decal: f/film-permanent', sees: 'lifts', log: ['f0 0'] },
      id,
    );
    expect(standing).toBe('refused');
    expect(reasons.join(' ')).toMatch(/lead|base|asbestos/);
  });

  test('that is refused comes after those that hold', () => {
    const old = { ...sign, said: { base: 'hardwood', surface: finish('unknown-finish', null) } };
    const standings = of(old, 'lay-again', 'live-with-it').map(({ standing }) => standing);
    expect(standings).toEqual(['holds', 'refused']);
  });

  test('that needs another way of working does not go on with this one', () => {
    const gel: Fault = {
      sees: 'not-through',
      said: { base: 'steel-stainless', surface: finish('powder-coat') },
      stack: 'strip-etch: p/degrease-alcohol m/film-permanent x/remover-gel r u/wet',
      log: ['p0 0', 'm1 30', 'x2 60-200 22C !'],
    };
    const { goesOn, steps, hazards } = only(gel, 'rinse-and-film');
    expect([goesOn, steps.length, hazards.includes('stripper')]).toEqual([false, 1, true]);
    // what is rinsed off is not used again
    expect(steps[0]!.detail).not.toContain('gel');
    expect(only(gel, 'longer-checked')).toMatchObject({
      goesOn: true,
      again: [expect.objectContaining({ operationId: 'x2' })],
    });
  });

  test('takes so long as its steps on the copies that failed, and no longer', () => {
    const batch = { ...sign, said: { base: 'hardwood', quantity: 6 } };
    const input = inputOf(batch);
    const minutes = (copies: readonly number[]) =>
      repairsOf({ ...input, copies }, ['pick-and-touch-up'])[0]!.workMinutes;
    expect(minutes([3])).toBeLessThan(minutes([1, 2, 3]));
    expect(minutes([1, 2, 3, 4, 5, 6])).toBe(repairsOf(input, ['pick-and-touch-up'])[0]!.workMinutes);
  });

  test('of a piece that nobody described is refused where it touches it', () => {
    const bare: Fault = { sees: 'bled', said: { base: 'no-such-base' }, stack: 'decal: f/film-permanent' };
    expect(only(bare, 'pick-and-touch-up').standing).toBe('refused');
  });
});
