import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { Trial } from '../piece/index.ts';
import { briefOf, finish, type Said } from '../testing/briefs.ts';
import { RULE_ROWS } from '../testing/ruleRows.ts';
import { matchLayers, whyNot } from './index.ts';
import { judgeStack, trialOf } from '../judge/index.ts';
import type { Finding } from '../judge/index.ts';

const all = catalogue();
const record = { id: 'trial-1', at: '2026-11-12T10:00:00Z', note: '' };
const chalky: Said = { base: 'softwood', surface: finish('chalk-paint'), design: { minStrokeMm: 3 } };

/** A trial that held against one finding of the best unknown or of a hand-made stack. */
const held = (finding: Finding, said: Said, stack: Parameters<typeof trialOf>[1]): Trial => {
  const made = trialOf(finding, stack, briefOf(said), all, record);
  if (!made.ok) throw new Error(made.problems[0]!.given);
  return made.trial;
};

/** Film straight on chalk paint: refused as things are. */
const filmOnChalk = (): { stack: Parameters<typeof trialOf>[1]; finding: Finding } => {
  const stack = {
    ...matchLayers(briefOf({ ...chalky, surface: finish('varnish-water') }), all, { withoutMends: true }).ranked.find(
      ({ methodId, keyId }) => methodId === 'decal' && keyId.startsWith('film-'),
    )!.stack,
  };
  const { findings } = judgeStack(stack, briefOf(chalky), all);
  return { stack, finding: findings.find(({ ruleId }) => ruleId === 'nothing-on-friable')! };
};

describe('a trial of the user’s own that held', () => {
  test('overrules a refusal: it becomes a caution that rests on the trial', () => {
    const { stack, finding } = filmOnChalk();
    expect(finding.verdict).toBe('blocks');
    const trials = [held(finding, chalky, stack)];
    const after = judgeStack(stack, briefOf(chalky), all, { trials }).findings;
    const now = after.find(
      ({ ruleId, operationId }) => ruleId === finding.ruleId && operationId === finding.operationId,
    );
    expect(now).toMatchObject({ verdict: 'cautions', basis: 'your-trial', trial: { id: 'trial-1' } });
    expect(now!.reason).toMatch(/your own trial of 2026-11-12 held, though/);
  });

  test('makes what only a test could decide rank, with the trial as its basis', () => {
    const said: Said = { base: 'ceramic-glazed', design: { look: 'frosted' } };
    const open = matchLayers(briefOf(said), all).unknown.find(({ methodId }) => methodId === 'frost-etch')!;
    const trials = open.findings
      .filter(({ verdict }) => verdict === 'unknown')
      .map((finding) => held(finding, said, open.stack));
    const ranked = matchLayers(briefOf(said), all, { trials }).ranked.find(({ methodId }) => methodId === 'frost-etch');
    expect(ranked?.findings.some(({ trial }) => trial?.id === 'trial-1')).toBe(true);
  });

  test('speaks only of the same surface, product and conditions', () => {
    const said: Said = {
      base: 'steel-stainless',
      use: { place: 'exposed', lifeYears: 4 },
      design: { look: 'metallic' },
    };
    const refused = whyNot('film-metallic', briefOf(said), all).refused[0]!;
    const life = refused.blockers.find(({ ruleId }) => ruleId === 'life-wanted')!;
    expect(life.verdict).toBe('blocks');
    const stack = matchLayers(briefOf({ ...said, use: { place: 'indoors' } }), all).ranked.find(
      ({ keyId }) => keyId === 'film-metallic',
    )!.stack;
    const trials = [held(life, said, stack)];
    const lifeIn = (other: Said) =>
      judgeStack(stack, briefOf(other), all, { trials }).findings.find(
        ({ ruleId, operationId }) => ruleId === 'life-wanted' && operationId === life.operationId,
      )?.verdict;
    expect(lifeIn(said)).toBe('cautions');
    expect(lifeIn({ ...said, use: { ...said.use, lifeYears: 9 } })).toBe('blocks');
    expect(lifeIn({ ...said, base: 'aluminium' })).toBe('blocks');
  });

  test('of a whole way of working speaks only of that way', () => {
    const { said, stack } = RULE_ROWS.find(({ rule, says }) => rule === 'method-suits-surface' && says === 'blocks')!;
    const saysOf = (trials: readonly Trial[]) =>
      judgeStack(stack, briefOf(said), all, { trials }).findings.find(
        ({ ruleId }) => ruleId === 'method-suits-surface',
      );
    const trial = held(saysOf([])!, said, stack);
    expect(trial).toMatchObject({ productId: null, methodId: stack.methodId });
    expect(saysOf([trial])?.verdict).toBe('cautions');
    expect(saysOf([{ ...trial, methodId: 'another-way' }])?.verdict).toBe('blocks');
  });

  test('never speaks against safety', () => {
    const said: Said = { base: 'glass-soda-lime', use: { food: 'food' }, design: { zone: 'foodSide' } };
    const stack = matchLayers(briefOf({ base: 'glass-soda-lime' }), all).ranked.find(
      ({ methodId }) => methodId === 'decal',
    )!.stack;
    const safety = judgeStack(stack, briefOf(said), all).findings.find(
      ({ isSafety, verdict }) => isSafety && verdict === 'blocks',
    )!;
    const made = trialOf(safety, stack, briefOf(said), all, record);
    expect(made.ok ? 'made' : made.problems[0]?.code).toBe('safety-stands');
    // nor does one that was written into a file by hand
    const film = stack.operations.find(({ id }) => id === safety.operationId)!;
    const forged: Trial = {
      ...record,
      ruleId: safety.ruleId,
      productId: film.op === 'apply' ? film.productId : null,
      methodId: 'decal',
      surface: 'glass-soda-lime',
      conditions: '',
      result: 'held',
      step: null,
    };
    expect(judgeStack(stack, briefOf(said), all, { trials: [forged] }).findings).toContainEqual(
      expect.objectContaining({ ruleId: safety.ruleId, verdict: 'blocks' }),
    );
  });
});
