import { describe, expect, test } from '@jest/globals';
import { careOf } from '../care/index.ts';
import { catalogue, changedFigures, overlay, type Override } from '../materials/index.ts';
import { matchLayers } from '../match/index.ts';
import { judgeStack } from '../judge/index.ts';
import { stepsOf } from '../plan/index.ts';
import { briefOf } from '../testing/briefs.ts';
import { catalogueFor, plainPiece, plainWorkshop, withChosenStack, withFollowedStack } from './index.ts';

const all = catalogue();
const brief = briefOf({ base: 'slate', use: { place: 'exposed', lifeYears: 3 } });
const { stack } = matchLayers(brief, all, { withoutMends: true }).ranked[0]!;
const chosen = withChosenStack(brief.part, stack, all);
const later = (...overrides: Pick<Override, 'figure' | 'value' | 'unit'>[]) => {
  const read = overlay(
    all,
    overrides.map((override) => ({ ...override, basis: 'your-label', enteredOn: '2026-11-25' })),
  );
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.catalogue;
};
const slower = later({ figure: 'exterior-latex.dry.recoat', value: 9, unit: 'h' });
const recoats = (part: typeof chosen, now: typeof all) =>
  stepsOf({ ...plainPiece('p', 'marker', 'slate'), parts: [part] }, now, plainWorkshop())
    .flatMap(({ lags }) => lags)
    .filter(({ productId, stage }) => productId === 'exterior-latex' && stage === 'recoat')
    .map(({ time }) => time.high);

describe('a chosen stack', () => {
  test('keeps the figures it was judged by when the catalogue changes, until new ones are taken', () => {
    const before = recoats(chosen, all);
    expect(before.length).toBeGreaterThan(0);
    expect(recoats(chosen, slower)).toEqual(before);
    expect(recoats(withChosenStack(chosen, stack, slower), slower)).not.toEqual(before);
    expect(recoats(withFollowedStack(chosen, stack), slower)).not.toEqual(before);
  });

  test('says which figures are others now', () => {
    expect(changedFigures(chosen.judgedBy!, all)).toEqual([]);
    expect(changedFigures(chosen.judgedBy!, slower)).toEqual([
      expect.objectContaining({
        path: 'exterior-latex.dry.recoat',
        label: 'until the next coat',
        now: expect.objectContaining({ typical: 540, basis: 'your-label' }),
      }),
    ]);
  });

  test('is judged by its own figures, other stacks by those of today', () => {
    const shorter = later({ figure: 'exterior-latex.life.exposed', value: 1, unit: 'y' });
    const refused = (part: typeof chosen) =>
      judgeStack(stack, { ...brief, part }, shorter).findings.some(
        ({ ruleId, verdict }) => ruleId === 'life-wanted' && verdict === 'blocks',
      );
    expect(refused(chosen)).toBe(false);
    expect(refused(brief.part)).toBe(true);
  });

  test('follows a stricter figure that guards people at once', () => {
    const cooler = later({ figure: 'exterior-latex.heatLimitC', value: 45, unit: '°C' });
    expect(catalogueFor(chosen, cooler).productById.get('exterior-latex')?.heatLimitC?.high).toBe(45);
    const heat = (now: typeof all) => {
      const read = careOf(chosen, now);
      return read.ok && read.limits.filter(({ axis }) => axis === 'heat').map(({ value }) => value);
    };
    expect(heat(cooler)).not.toEqual(heat(all));
  });

  test('has nothing to keep where nothing changed: the catalogue itself', () =>
    expect(catalogueFor(chosen, all)).toBe(all));
});
