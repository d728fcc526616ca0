import { expect, judged } from '../journey.ts';
import { test } from './byKeys.ts';
import { answered, chosen, course } from './scene.ts';

test('four flasks with three finishes: each sort by itself, gel and a patch first, an unknown coat only after a lead test', async ({
  page,
}) => {
  await page.goto('/pieces/new');
  await page
    .getByRole('textbox', { name: 'The piece in one line' })
    .fill('4 flasks, two powder-coated, one sprayed, one of unknown finish, etched to bare metal, hand wash, indoors');
  const sorts = page.getByRole('group', { name: 'Pieces that are not alike' });
  await expect(sorts.getByRole('listitem')).toHaveText([
    '2 powder-coated flasks, etched to bare metal, hand wash, indoors',
    'sprayed flask, etched to bare metal, hand wash, indoors',
    'flask of unknown finish, etched to bare metal, hand wash, indoors',
  ]);
  await page.getByRole('button', { name: 'Begin these 3 pieces' }).click();
  await page.waitForURL(/\/pieces$/);

  // gel before anything caustic, a patch first, checks every ten minutes and the dwell
  await page.getByRole('link', { name: /^2 powder-coated flasks/ }).click();
  await judged(page);
  await course(page, 'match');
  await answered(page, 'never');
  await expect(chosen(page)).toContainText('Coating-remover gel through a permanent film');
  await expect(page.getByRole('main')).toContainText('look every 10 to 15 minutes');
  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(page.getByRole('main')).toContainText('Try coating-remover gel on a spot first');
  await expect(page.getByRole('main')).toContainText('mouth is taped shut');
  await expect(page.getByRole('main')).not.toContainText('lye');
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Hand wash, from/ })).toBeVisible();

  // nobody knows the third coat: nothing is stripped or sanded before a lead test, then only a patch can tell
  await page.goto('/pieces');
  await page.getByRole('link', { name: /^flask of unknown finish/ }).click();
  await judged(page);
  await course(page, 'match');
  await expect(page.getByRole('main')).toContainText('Nothing stands as things are');
  await expect(page.getByRole('main')).toContainText('Test it for lead first and say so');
  await expect(page.getByRole('main')).not.toContainText('Sand to raw wood');
  await page.getByRole('button', { name: 'Say that a lead test found none', exact: true }).first().click();
  await expect(page.getByRole('heading', { name: 'Only a test patch can tell' })).toBeVisible();
  await expect(page.getByRole('main')).toContainText('Coating-remover gel through a permanent film');
});
