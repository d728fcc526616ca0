import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { finish, type Said } from '../testing/briefs.ts';
import { diagnosed, inputOf, logged, type Fault } from '../testing/faults.ts';
import { catalogue } from '../materials/index.ts';
import type { BenchEvent } from '../piece/index.ts';
import { draws } from '../testing/runs.ts';
import { leastTime } from '../testing/time.ts';
import { rawRescueData, rescueBook } from './data.ts';
import { diagnose, type Diagnosis } from './diagnose.ts';
import { FACTS } from './facts/index.ts';
import { PieceRecord, type Answer } from './record.ts';
import { rescueDataSchema } from './schema.ts';
import { FACT_IDS, STRENGTHS } from './vocabulary.ts';
import { FactsOf, isRuledOut, reasonsOf } from './weigh.ts';

const book = rescueBook();
const PAINTED = 'paint-stencil: p/sand-bare g/exterior-latex m/film-removable x/craft-acrylic u/wet c/waterborne-clear';
/** A piece on which each fault can arise, of which nothing is logged. */
const PIECES: Readonly<Record<string, { said: Said; stack: string }>> = {
  lifts: { said: { base: 'steel-stainless' }, stack: 'decal: p/degrease-alcohol f/film-permanent t/tape-regular' },
  'iron-on-lifts': { said: { base: 'cotton' }, stack: 'iron-on: p/lint-roll p/pre-press f/iron-on-standard' },
  'press-line': { said: { base: 'cotton' }, stack: 'iron-on: p/lint-roll p/pre-press f/iron-on-standard' },
  'not-through': {
    said: { base: 'steel-stainless', surface: finish('powder-coat') },
    stack: 'strip-etch: p/degrease-alcohol m/film-permanent x/remover-gel r u/wet',
  },
  crept: {
    said: { base: 'glass-soda-lime' },
    stack: 'frost-etch: p/degrease-alcohol m/film-permanent x/frost-cream r u/wet',
  },
  faint: { said: { base: 'hardwood' }, stack: 'burn: p/sand-bare m/film-permanent x/burn-paste u/dry b' },
  halo: { said: { base: 'hardwood' }, stack: 'burn: p/sand-bare m/film-permanent x/burn-paste u/dry b' },
  stains: { said: { base: 'mdf' }, stack: 'paint-stencil: p/sand-bare g/exterior-latex' },
  soft: { said: { base: 'hardwood' }, stack: 'flood-coat: p/sand-bare g/craft-acrylic c/flood-epoxy' },
  bubbles: { said: { base: 'hardwood' }, stack: 'flood-coat: p/sand-bare g/craft-acrylic c/flood-epoxy' },
  hazy: { said: { base: 'hardwood' }, stack: 'flood-coat: p/sand-bare g/craft-acrylic c/flood-epoxy' },
};
const faultOf = (sees: string): Fault => ({
  sees,
  ...(PIECES[sees] ?? { said: { base: 'hardwood' }, stack: PAINTED }),
});
const SYMPTOMS = [...book.symptomById.keys()];
const shareOf = ({ ranked }: Diagnosis, cause: string) => ranked.find((one) => one.cause === cause)?.share ?? 0;

describe('the data', () => {
  test('are read by their schema', () => expect(rescueDataSchema.safeParse(rawRescueData()).error).toBeUndefined());

  test('know every symptom of the catalogue, and at least three causes of each', () => {
    expect(new Set(SYMPTOMS)).toEqual(new Set(catalogue().symptoms.map(({ id }) => id)));
    for (const symptom of SYMPTOMS) expect(book.causesOf(symptom).length).toBeGreaterThanOrEqual(3);
    expect(book.causeById.size).toBeGreaterThanOrEqual(40);
  });

  test('name only what there is: symptoms, questions, facts that are read', () => {
    for (const cause of book.causeById.values()) {
      expect(book.questionById.has(cause.asks)).toBe(true);
      for (const symptom of Object.keys(cause.prior)) expect(SYMPTOMS).toContain(symptom);
    }
    for (const question of book.questionById.values())
      for (const cause of question.yes.causes) expect(book.causeById.get(cause)?.asks).toBe(question.id);
    expect(new Set(Object.keys(FACTS))).toEqual(new Set(FACT_IDS));
  });

  test('leave a tenth to something else', () => {
    for (const symptom of SYMPTOMS) {
      const sum = book.causesOf(symptom).reduce((total, { prior }) => total + prior[symptom]!.typical, 0);
      expect(sum).toBeLessThanOrEqual(90);
    }
  });
});

describe('answers', () => {
  test.each(SYMPTOMS.flatMap((sees) => book.causesOf(sees).map(({ id }) => [sees, id] as const)))(
    'of %s lead to %s, where it is that',
    (sees, cause) => {
      const answers: Record<string, Answer> = {};
      const fault = faultOf(sees);
      for (let asked = 0; asked < 12; asked += 1) {
        const { ask, ranked } = diagnosed({ ...fault, answers });
        const own = ranked.find((one) => one.cause === cause);
        // this piece cannot have it, or its record speaks against it
        if (!own?.because.every(({ from, factor }) => from !== 'record' || factor >= 1)) return;
        if (!ask) break;
        answers[ask.id] = book.questionById.get(ask.id)!.yes.causes.includes(cause) ? 'yes' : 'no';
      }
      const { ranked, state } = diagnosed({ ...fault, answers });
      expect(ranked[0]!.cause).toBe(cause);
      expect(['clear', 'even', 'unclear']).toContain(state);
    },
  );

  const answered = fc.record({
    sees: fc.constantFrom(...SYMPTOMS),
    answers: fc.dictionary(
      fc.constantFrom(...book.questionById.keys()),
      fc.constantFrom<Answer>('yes', 'no', 'unknown'),
    ),
  });

  test('change nothing by their order', () =>
    fc.assert(
      fc.property(answered, fc.infiniteStream(fc.nat()), ({ sees, answers }, dice) => {
        const shuffled = Object.entries(answers)
          .map((entry) => ({ entry, at: dice.next().value as number }))
          .sort((one, other) => one.at - other.at)
          .map(({ entry }) => entry);
        expect(diagnosed({ ...faultOf(sees), answers: Object.fromEntries(shuffled) })).toEqual(
          diagnosed({ ...faultOf(sees), answers }),
        );
      }),
      draws(25, 300),
    ));

  test('never raise a cause that they speak against, and “don’t know” moves nothing', () =>
    fc.assert(
      fc.property(answered, ({ sees, answers }) => {
        const before = diagnosed({ ...faultOf(sees), answers });
        for (const { id, yes } of book.questionById.values()) {
          if (id in answers) continue;
          const no = diagnosed({ ...faultOf(sees), answers: { ...answers, [id]: 'no' } });
          for (const cause of yes.causes)
            expect(shareOf(no, cause)).toBeLessThanOrEqual(shareOf(before, cause) + 1e-12);
          const unknown = diagnosed({ ...faultOf(sees), answers: { ...answers, [id]: 'unknown' } });
          expect(unknown.ranked).toEqual(before.ranked);
          break;
        }
      }),
      draws(25, 300),
    ));

  test('share out all of it, and something else keeps a tenth at least', () =>
    fc.assert(
      fc.property(answered, ({ sees, answers }) => {
        const { ranked, somethingElse } = diagnosed({ ...faultOf(sees), answers });
        expect(ranked.reduce((sum, { share }) => sum + share, somethingElse)).toBeCloseTo(1, 9);
        expect(somethingElse).toBeGreaterThanOrEqual(0.1 - 1e-12);
      }),
      draws(25, 300),
    ));

  test('that were given are not asked again, nor is one of what is ruled out', () =>
    fc.assert(
      fc.property(answered, ({ sees, answers }) => {
        const { ask, ranked } = diagnosed({ ...faultOf(sees), answers });
        if (!ask) return;
        expect(answers[ask.id]).toBeUndefined();
        const about = book.questionById.get(ask.id)!.yes.causes;
        expect(ranked.some(({ cause }) => about.includes(cause))).toBe(true);
        expect(ask.gain).toBeGreaterThanOrEqual(0.1);
      }),
      draws(25, 300),
    ));

  test('to what is not asked of this are said, and nothing is lost', () => {
    const { odd, ranked } = diagnosed({ ...faultOf('bled'), answers: { 'ask-rust': 'yes', nonsense: 'no' } });
    expect(odd).toHaveLength(2);
    expect(ranked).toEqual(diagnosed(faultOf('bled')).ranked);
  });
});

describe('the record', () => {
  test('rules out what needs something else, and asks nothing of it', () => {
    const brushed = diagnosed({ ...faultOf('bled') });
    expect(brushed.ranked.map(({ cause }) => cause)).not.toContain('spray-drift');
    const unsaid = diagnose({ ...inputOf(faultOf('soft')), piece: { ...inputOf(faultOf('soft')).piece } });
    expect(unsaid.ok && unsaid.diagnosis.ranked.map(({ cause }) => cause)).toContain('wrong-ratio');
    const paint = diagnosed({ ...faultOf('soft'), stack: PAINTED });
    expect(paint.ranked.map(({ cause }) => cause)).not.toContain('wrong-ratio');
  });

  test('of signs of one sort counts the strongest, once', () => {
    const row = book.causeById.get('damp-air')!;
    const fault: Fault = {
      sees: 'hazy',
      said: { base: 'hardwood' },
      stack: PAINTED,
      log: ['g1 0', 'x3 3000', 'c5 9000 10C 95%'],
    };
    const facts = new FactsOf(new PieceRecord(inputOf(fault), book.symptomById.get('hazy')!));
    expect(facts.of('rh')!.value).toBe(95);
    expect(facts.of('dewGap')!.value).toBeLessThan(3);
    expect(reasonsOf(row, facts).map(({ factor }) => factor)).toEqual([STRENGTHS.strong]);
  });

  test('a workshop’s setting may speak for a cause, never against one', () => {
    const cold = { ...inputOf(faultOf('soft')) };
    const at = (temperatureC: number) => {
      const read = diagnose({ ...cold, workshop: { ...cold.workshop, temperatureC } });
      if (!read.ok) throw new Error('no diagnosis');
      return read.diagnosis.ranked
        .find(({ cause }) => cause === 'cold-cure')!
        .because.filter(({ from }) => from === 'record');
    };
    expect(at(12).map(({ factor }) => factor)).toEqual([STRENGTHS.some]);
    expect(at(25)).toEqual([]);
  });

  test('of nothing logged reads no wait, no air, no seal that was dry', () => {
    const facts = new FactsOf(new PieceRecord(inputOf(faultOf('bled')), book.symptomById.get('bled')!));
    for (const id of ['wait', 'window', 'dewGap', 'maskSits', 'cleaned', 'canAge', 'used', 'dwellTypical'] as const)
      expect([id, facts.of(id)]).toEqual([id, null]);
    expect(facts.of('airC')).toBeNull();
  });

  test('needs that nobody knows rule nothing out', () => {
    const row = { ...book.causeById.get('spray-drift')!, needs: { canAge: ['past'] } };
    const facts = new FactsOf(new PieceRecord(inputOf(faultOf('bled')), book.symptomById.get('bled')!));
    expect(isRuledOut(row, facts)).toBe(false);
  });

  test('that says the opposite of an answer is said, and both count', () => {
    const fault = { ...faultOf('lifts'), log: ['p0 0', 'f1 2000'] };
    expect(diagnosed(fault).odd).toEqual([]);
    const { odd } = diagnosed({ ...fault, answers: { 'ask-dust-or-grease': 'no' } });
    expect(odd).toEqual([expect.stringContaining('it had been cleaned 1 d 9 h before')]);
  });

  test('with marks of steps that are gone still tells what the others say', () => {
    const fault = { ...faultOf('lifts'), log: ['p0 0', 'f1 2000', 'gone9 2100'] };
    const { odd, ranked } = diagnosed(fault);
    expect(odd).toEqual(['A mark is of steps that are no longer there: not counted.']);
    expect(ranked[0]!.cause).toBe('dust-or-grease');
  });

  test('of copies that failed is theirs alone', () => {
    const fault = { ...faultOf('lifts'), said: { base: 'steel-stainless', quantity: 2 } };
    const input = inputOf(fault);
    const marks = ['p0 0', 'f1 2000'].flatMap(logged).map((event) => ({ ...event, copies: [2] }));
    const causeOn = (copies: readonly number[]) => {
      const read = diagnose({ ...input, events: marks as BenchEvent[], copies });
      return read.ok && read.diagnosis.ranked[0]!.because.some(({ from }) => from === 'record');
    };
    expect([causeOn([1]), causeOn([2])]).toEqual([false, true]);
  });

  test('of 500 events is read in 20 ms', () => {
    const input = inputOf({ ...faultOf('bled'), log: ['p0 0', 'g1 60', 'm2 3000', 'x3 3100'] });
    const events = Array.from({ length: 125 }, (_, turn) =>
      input.events.map((one) => ({ ...one, id: `${one.id}-${turn}` })),
    ).flat();
    const ms = leastTime(() => diagnose({ ...input, events }), 7);
    expect(events.length).toBe(500);
    expect(ms).toBeLessThan(20);
  });

  test('of a symptom that is none is said', () => {
    const read = diagnose({ ...inputOf(faultOf('bled')), symptom: 'haunted' });
    expect(read).toMatchObject({ ok: false, problems: [{ code: 'symptom-unknown' }] });
  });
});
