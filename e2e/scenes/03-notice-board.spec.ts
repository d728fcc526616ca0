import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, cutFiles, cutOf, drawing, figure, sentence, svg } from './scene.ts';

test('a notice board of larch: stain dry before film, lettering of 290 mm with 45 mm free, two colours, a cord and a saw cut', async ({
  page,
}) => {
  await begun(page, 'larch notice board 380 x 210 mm, outdoors, wiped, oil stain, cream film lettering, red ornament');
  await expect(page.getByRole('main')).toContainText('As you want it: oil stain as the ground, decal for lettering.');
  await expect(chosen(page)).toContainText('over oil stain');

  await course(page, 'artwork');
  for (const side of ['above', 'below', 'left', 'right']) await typed(page, `Margin ${side}`, '45');
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Marrow Hill');
  await page.getByRole('button', { name: 'Set these words' }).click();
  await expect(figure(page, 'Size')).toContainText('290 mm');
  // centred by ruler
  await page.getByText(/^left 45 mm, right 45 mm, top ([\d.]+) mm, bottom \1 mm/).waitFor();
  const [lettering] = await cutFiles(page);
  expect(Math.max(cutOf(lettering!.artwork).width, cutOf(lettering!.artwork).height)).toBeCloseTo(290, 0);

  await page.getByRole('tab', { name: 'ornament' }).click();
  await page.getByRole('tab', { name: 'A drawing' }).click();
  await drawing(
    page,
    'star.svg',
    svg(60, 60, '<path fill="#c02020" d="M30 0l8 22h22l-18 13 7 22-19-13-19 13 7-22-18-13h22z"/>'),
  );
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Width', '60');
  await expect(figure(page, 'Size')).toContainText('60 mm');
  const ornament = await cutFiles(page);
  expect(ornament).toHaveLength(1);
  expect(Math.max(cutOf(ornament[0]!.artwork).width, cutOf(ornament[0]!.artwork).height)).toBeCloseTo(60, 0);

  await course(page, 'amounts');
  const amounts = page.getByRole('main');
  await expect(amounts).toContainText(/oil stain for ground/);
  await expect(amounts).toContainText('permanent film, cream');
  const trims = page.getByRole('region', { name: 'Trims and the board' });
  await trims.getByText('Change trims and the board').click();
  await picked(page, 'The board', 'is sawn to the design');
  await expect(trims).toContainText('The board: saw it to 380 × 210 mm: its clear area');
  await picked(page, 'Add a trim', 'around the piece');
  await typed(page, 'What it is', 'jute cord');
  // what it is sold in is asked for where it is too short for the piece
  await expect(trims).toContainText(/jute cord of larch notice board .* is 1230 mm long/);
  const sold = trims.getByLabel('Sold in lengths of').first();
  await sold.fill('5000');
  await sold.press('Enter');
  await expect(trims).toContainText('jute cord: 1 × 1230 mm');

  // the stain is dry before any film lies on it, and the sentence says the day that the plan says
  await course(page, 'plan');
  const ready = await page.getByRole('heading', { name: /^Ready / }).textContent();
  const steps = await page.getByRole('main').textContent();
  expect(steps!.indexOf('Oil stain, front')).toBeGreaterThan(steps!.indexOf('Oil stain, back'));
  expect(steps!.indexOf('Lay permanent film')).toBeGreaterThan(steps!.indexOf('Oil stain, front'));
  expect(steps).toMatch(/Lay permanent film, cream, with [^:]*: lettering/);
  expect(steps).toMatch(/, red[^:]*: ornament/);
  await expect(sentence(page)).toContainText(/ready \w+day/);
  expect(ready).toMatch(/^Ready \w+day/);
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
});
