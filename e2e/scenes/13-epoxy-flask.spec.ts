import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { answered, begun, course } from './scene.ts';

test('a sprayed flask flooded with epoxy: a turner and warmth, ml of both parts, hours of turning, hand wash and no heat', async ({
  page,
}) => {
  await begun(
    page,
    'steel flask sprayed in three light coats, copper film emblem, flooded with epoxy, hand wash, indoors',
  );
  const main = page.getByRole('main');
  await expect(main).toContainText('Wanted: decal under a flood coat');
  await page.getByRole('button', { name: 'Use a turner and warm the workshop to 21 °C' }).first().click();
  await answered(page, 'never');
  const flood = page.locator('.sg-candidate').filter({ hasText: 'under two-part flood epoxy' }).first();
  await flood.getByRole('button').first().click();
  await expect(page.locator('.sg-sentence').first()).toContainText('under two-part flood epoxy');

  await course(page, 'artwork');
  await picked(page, 'The clear area is', 'the side of a cylinder');
  await typed(page, 'Around, by tape measure', '230');
  await typed(page, 'Height of the side', '190');
  await course(page, 'amounts');
  const epoxy = page.getByRole('region', { name: 'two-part flood epoxy' });
  await epoxy.getByRole('button', { name: 'Mix it otherwise' }).click();
  await typed(page, 'Ratio on the label', '2 : 1');
  await expect(epoxy).toContainText(/resin [\d.]+ ml/);
  await expect(epoxy).toContainText(/hardener [\d.]+ ml/);
  await expect(epoxy).toContainText('throw it away once it is hard');

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(main).toContainText('Two-part flood epoxy');
  const steps = (await main.textContent())!;
  expect(steps.indexOf('Two-part flood epoxy')).toBeGreaterThan(steps.search(/Lay [a-z]/));
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^(Hand wash|Wipe only), from/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Heat in use Up to/ }).first()).toContainText('epoxy');
});
