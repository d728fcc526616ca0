import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  briefSchema,
  careOf,
  catalogue,
  climateSchema,
  dryUntil,
  judgeStack,
  matchLayers,
  pieceSchema,
  planPieces,
  stackSchema,
  type BenchContext,
} from './index.ts';

const all = catalogue();
const example = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../examples/${name}.json`, import.meta.url), 'utf8'));

describe('the examples of inputs', () => {
  test.each([
    ['brief-path-sign', 'paint-stencil'],
    ['brief-powder-coated-tin', 'strip-etch'],
  ])('%s is answered by %s first', (name, method) =>
    expect(matchLayers(briefSchema.parse(example(name)), all).ranked[0]?.methodId).toBe(method),
  );

  test('a surface told only by its properties gets an answer or a test patch', () => {
    const { ranked, unknown, problems } = matchLayers(briefSchema.parse(example('brief-own-surface')), all);
    expect(problems).toEqual([]);
    expect(ranked.length + unknown.length).toBeGreaterThan(0);
  });

  test('a stack is judged, a piece becomes steps, dates and washing limits', () => {
    const brief = briefSchema.parse(example('brief-path-sign'));
    const { findings } = judgeStack(stackSchema.parse(example('stack-path-sign')), brief, all);
    expect(findings.filter(({ verdict }) => verdict === 'blocks')).toEqual([]);
    const piece = pieceSchema.parse(example('piece-path-sign'));
    const context = { ...(example('plan-context') as BenchContext), catalogue: all };
    const read = planPieces([piece], context);
    const plan = read.ok ? read.week.plans[piece.id] : undefined;
    expect(plan?.steps.filter(({ isDone }) => isDone).map(({ stepId }) => stepId)).toEqual(['sand-bare#1']);
    expect(plan?.steps.filter(({ isDone }) => !isDone).length).toBeGreaterThan(5);
    expect(plan && careOf(piece.parts[0]!, all, plan)).toMatchObject({ ok: true });
  });

  test('a drying question is dated', () => {
    const { productId, stage, startsAt, climate, conditions } = example('drying') as {
      productId: string;
      stage: 'recoat';
      startsAt: string;
      climate: unknown;
      conditions: object;
    };
    const read = dryUntil(all.productById.get(productId)!, stage, startsAt, climateSchema.parse(climate), conditions);
    expect(read).toMatchObject({ ok: true });
    expect(read.ok && read.low <= read.typical && read.typical <= read.high).toBe(true);
  });

  test.each<[string, (brief: Record<string, object>) => unknown, string]>([
    ['no part', ({ part: _part, ...rest }) => rest, 'part'],
    ['laundry at 400 °C', (brief) => ({ ...brief, part: { ...brief['part'], use: { laundryC: 400 } } }), 'part.use'],
    ['half a piece', (brief) => ({ ...brief, quantity: 0.5 }), 'quantity'],
  ])('a brief with %s is a problem that names the field', (_name, change, at) => {
    const broken = change(example('brief-path-sign') as Record<string, object>);
    const { ranked, problems } = matchLayers(broken as never, all);
    expect(ranked).toEqual([]);
    expect(problems[0]?.at).toContain(at);
  });
});
