import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { answered, begun, chosen, course, cutFiles, cutOf, sentence, step } from './scene.ts';

test('a mug drunk from daily: a wrap with rim and foot free, lettering over it, hand wash and why no dishwasher', async ({
  page,
}) => {
  await begun(page, 'mug, permanent film wrap with lettering on top, drunk from daily, hand wash, indoors');
  await answered(page, 'never');
  await expect(chosen(page)).toContainText('off what touches food and 20 mm from the rim');

  await course(page, 'artwork');
  await picked(page, 'The clear area is', 'the side of a cylinder');
  await typed(page, 'Around, by tape measure', '228');
  await typed(page, 'Height of the side', '92');
  await page.getByText('228 mm × 92 mm, laid flat').waitFor();
  await page.getByRole('tab', { name: 'A plain field' }).click();
  await page.getByRole('button', { name: 'Cover the area' }).click();
  await page.getByText('It lies where it was made: over the clear area.').waitFor();
  const blank = cutOf((await cutFiles(page))[0]!.artwork);
  expect(Math.min(blank.width, blank.height)).toBeGreaterThan(60);
  // 20 mm at the rim, and something at the foot
  expect(Math.min(blank.width, blank.height)).toBeLessThanOrEqual(72);
  await page.getByRole('tab', { name: 'lettering' }).click();
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Night crew');
  await page.getByRole('button', { name: 'Set these words' }).click();
  const margins = page.getByText(/^left [\d.]+ mm, right [\d.]+ mm/);
  const [left = 0, right = 0] = [...(await margins.textContent())!.matchAll(/([\d.]+) mm/g)].map(([, mm]) =>
    Number(mm),
  );
  expect(Math.abs(left - right)).toBeLessThan(0.2);

  await course(page, 'amounts');
  await expect(page.getByRole('main')).toContainText(/off|sheet|offcut/);
  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const lay = await step(page, 'Lay permanent film');
  await expect(lay).toContainText('Degrease');
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Hand wash, from/ })).toBeVisible();
  const washing = page.getByRole('row', { name: /^Washing Hand wash/ }).first();
  await expect(washing).toContainText('ready for its first wash');
  await expect(sentence(page)).toContainText('hand wash');
});
