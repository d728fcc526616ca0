import { expect, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, cutFiles, cutOf, drawing, figure, step, svg } from './scene.ts';

const STAR = 'l8 22h22l-18 13 7 22-19-13-19 13 7-22-18-13h22z';
const stars = [30, 130, 230, 330].map((x, at) => `<path d="M${x} ${at % 2 ? 20 : 0}${STAR}"/>`).join('');

test('a ply half-moon: a word over blue stain, stars of bare stain through cream, sliced for a bed of 290 mm, cord and tassel', async ({
  page,
}) => {
  await begun(
    page,
    'plywood half-moon 420 mm, to be stained blue, a word painted white above, stars of bare stain through cream paint below, hung indoors, dry',
  );
  await expect(page.getByRole('main')).toContainText(
    'As you want it: blue stain as the ground, paint through a stencil for word, resist for star.',
  );
  await expect(chosen(page)).toContainText(/resist; word: .* through an? .*, over .*stain/i);

  await course(page, 'artwork');
  await typed(page, 'Clear width', '420');
  await typed(page, 'Clear height', '210');
  await page.getByRole('tab', { name: 'star', exact: true }).click();
  await drawing(page, 'stars.svg', svg(380, 90, stars));
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Width', '380');
  await expect(figure(page, 'Size')).toContainText('380 mm');
  await typed(page, 'Largest cut, across', '290');
  await typed(page, 'Largest cut, along', '290');
  await expect(page.getByRole('main')).toContainText(/2 strips\. Lay strip 1 first/);
  const strips = await cutFiles(page);
  expect(strips.length).toBeGreaterThan(0);
  for (const { artwork } of strips) expect(cutOf(artwork).width).toBeLessThanOrEqual(290);
  // as tall as drawn, however it was sliced
  await typed(page, 'Width', '280');
  await expect(page.getByRole('main')).not.toContainText(/2 strips/);
  expect(await cutFiles(page)).toHaveLength(1);

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const lay = await step(page, 'Lay adhesive stencil film: star');
  await expect(lay).toContainText('lay a tape line where it is to end');
  await step(page, 'coat 2 of 2, then take the mask off: star');
  await expect(lay).toContainText(/Take it off within .* of the last coat, while it is wet/);
  for (const own of ['cord', 'tassel']) {
    await page.getByRole('textbox', { name: 'What is to be done' }).fill(own);
    await page.getByRole('button', { name: 'Add the step' }).click();
    await expect(page.getByRole('button', { name: `Take “${own}” away` })).toBeVisible();
  }
  await expect(lay).toContainText(/take the mask off: word.*cord.*tassel.*at the bench in/s);
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
});
