import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { answered, begun, chosen, course, drawing, figure, step, svg } from './scene.ts';

test('a maple plaque burnt with paste: the food side said, paste by what is left of its salt, heat and an hour of watching', async ({
  page,
}) => {
  await begun(page, 'raw maple plaque 340 x 240 mm burnt with paste, dry food laid on it, indoors, wiped');
  await expect(page.getByRole('main')).toContainText('only on a side that neither food nor lips touch');
  await expect(page.getByRole('main')).toContainText('a burn is unverified for food');
  await answered(page, 'where no food touches');
  await expect(chosen(page)).toContainText('Burn paste through an adhesive stencil film');

  await course(page, 'artwork');
  await drawing(
    page,
    'chart.svg',
    svg(200, 100, '<path d="M10 10h180v12h-180zM10 40h180v12h-180zM10 70h180v12h-180z"/>'),
  );
  await expect(figure(page, 'Openings')).toContainText('3');
  await course(page, 'amounts');
  const paste = page.getByRole('region', { name: 'burn paste' });
  await paste.getByRole('button', { name: 'Mix it otherwise' }).click();
  await picked(page, 'Mixed to', 'what is left of ammonium chloride');
  await typed(page, 'Left of ammonium chloride', '12');
  await expect(paste).toContainText('ammonium chloride 12 g');
  await expect(paste).toContainText('it keeps 1 to 3 weeks');

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const plan = (await page.getByRole('main').textContent())!;
  expect(plan.indexOf('Burn paste')).toBeGreaterThan(-1);
  const heat = await step(page, 'Heat evenly, keep moving');
  await expect(heat).toContainText(/watch|hour/i);
  await expect(heat).toContainText(/outdoors|upwind/i);
  await course(page, 'care');
  await expect(page.getByRole('row', { name: /^Food and lips/ }).first()).toContainText('Not known: test a spot');
});
