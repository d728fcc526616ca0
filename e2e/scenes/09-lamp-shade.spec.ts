import { expect, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, drawing, figure, svg } from './scene.ts';

const FLOWER =
  '<path d="M20 4c5 0 7 6 4 12 7-2 12 1 12 5s-6 7-12 4c2 7-1 11-5 11s-6-5-4-11c-6 2-11-1-11-5s6-6 12-4c-3-6-1-12 4-12z"/>';

test('small flowers inside a lamp shade: mirrored or not by the side seen, what is too small and where it holds, the heat of the lamp', async ({
  page,
}) => {
  await begun(page, 'polycarbonate lamp shade, small flowers in white film from inside, LED, wiped, indoors');
  await expect(page.getByRole('main')).toContainText('unplugged and cold');
  await expect(page.getByRole('main')).toContainText('through the material it is cut mirrored');
  await expect(chosen(page)).toContainText(/film/);

  await course(page, 'artwork');
  await page.getByRole('combobox', { name: 'The clear area is' }).waitFor();
  await typed(page, 'Across the top rim', '180');
  await typed(page, 'Across the foot', '260');
  await typed(page, 'Height along the side', '150');
  await drawing(page, 'flower.svg', svg(40, 40, FLOWER));
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Width', '3');
  await expect(figure(page, 'Thinnest stroke')).toContainText('Refused');
  await typed(page, 'Width', '40');
  await expect(figure(page, 'Thinnest stroke')).toContainText('Good');

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(page.getByRole('main')).toContainText('Try a drop of degrease with isopropyl alcohol first');
  await course(page, 'care');
  await expect(page.getByRole('row', { name: /^Heat in use Up to/ }).first()).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
});
