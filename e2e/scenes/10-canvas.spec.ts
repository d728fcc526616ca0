import { expect } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, drawing, figure, saved, sentence, step, svg } from './scene.ts';

test('a wave on canvas through a clear sheet cut by hand: full-size paper to cut by, away from the edge, score and pull low', async ({
  page,
}) => {
  await begun(page, 'primed canvas 700 x 500 mm, acrylic wave through a clear sheet cut by hand, indoors');
  await expect(chosen(page)).toContainText('Craft acrylic through an acetate sheet, hand cut');
  await expect(page.getByRole('main')).toContainText('As you want it');

  await course(page, 'artwork');
  await drawing(page, 'wave.svg', svg(600, 300, '<path d="M0 150c100-200 200 200 300 0s200-200 300 0v100h-600z"/>'));
  await figure(page, 'Size').waitFor();
  const { name, bytes } = await saved(page, 'Full-size paper, PDF');
  expect(name).toMatch(/full-size\.pdf$/);
  expect((bytes.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g) ?? []).length).toBeGreaterThanOrEqual(4);

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(await step(page, 'Cut the stencil from acetate sheet, hand cut')).toContainText(
    'by hand from the full-size paper, a new blade',
  );
  await expect(await step(page, 'Craft acrylic, coat 1 of 2')).toContainText('away from the edge of the mask');
  await expect(await step(page, 'Score and unmask')).toContainText(
    'Run a knife lightly along the edge, pull low and slow',
  );
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
  await expect(sentence(page)).toContainText('wipe only');
});
