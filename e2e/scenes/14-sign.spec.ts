import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, cutFiles, cutOf, drawing, ringArea, svg } from './scene.ts';

const BODY = '<path d="M10 10h1960v260h-1960zM200 60h300v160h-300zM800 60h300v160h-300z" fill-rule="evenodd"/>';

test('a sign of two metres: words of 1,960 mm in squared strips that the bed takes, paint for both colours, a frame to saw', async ({
  page,
}) => {
  await begun(page, 'sign 2100 x 360 mm, pine board, indigo latex, cream words through film, outdoors, wiped');
  await expect(page.getByRole('main')).toContainText('As you want it: indigo paint as the ground');
  await expect(chosen(page)).toContainText('Exterior latex through an adhesive stencil film');

  await course(page, 'artwork');
  await drawing(page, 'sign.svg', svg(1980, 280, BODY));
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Width', '1960');
  await typed(page, 'Largest cut, across', '290');
  await typed(page, 'Largest cut, along', '590');
  await picked(page, 'Cut from', 'sheets');
  await typed(page, 'Width of a sheet', '350');
  await typed(page, 'Length of a sheet', '650');
  const strips = page.getByText(/^\d+ strips/);
  await expect(strips).toContainText('edges butt, crosses on crosses, base lines in one line');
  let area = 0;
  for (const { artwork } of await cutFiles(page)) {
    const { width, height } = cutOf(artwork);
    expect(Math.min(width, height)).toBeLessThanOrEqual(290.01);
    expect(Math.max(width, height)).toBeLessThanOrEqual(590.01);
    area += ringArea(artwork);
  }
  expect(area / (1960 * 260 - 2 * 300 * 160)).toBeCloseTo(1, 2);

  await course(page, 'amounts');
  const amounts = page.getByRole('main');
  // a tin of each colour: steps, amounts and what is to buy name it alike
  await expect(amounts).toContainText('exterior latex, indigo for ground');
  await expect(amounts).toContainText('exterior latex, cream for colour');
  await expect(amounts).toContainText(/sheets? of/);
  const trims = page.getByRole('region', { name: 'Trims and the board' });
  await trims.getByText('Change trims and the board').click();
  await picked(page, 'Add a trim', 'a mitred frame round it');
  await trims.getByLabel('Sold in lengths of').last().fill('2400');
  await trims.getByLabel('Sold in lengths of').last().press('Enter');
  await expect(trims).toContainText(/2 × 2\d{3} mm|2168|2100/);

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const steps = (await page.getByRole('main').textContent())!;
  // the primer has no colour of its own, the coats over it have
  expect(steps).toContain('Exterior latex, indigo');
  expect(steps).toContain('Exterior latex, cream');
  expect(steps).not.toMatch(/Exterior latex(?!, (indigo|cream))/);
  expect(steps).not.toContain('primer, indigo');
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
});
