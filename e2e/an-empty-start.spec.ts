import { course } from './scenes/scene.ts';
import { test } from './scenes/byKeys.ts';
import { expect, judged } from './journey.ts';

test('whoever has no piece yet is led to the first one: from an empty bench to dates, cut file and care', async ({
  page,
}) => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Remove the demo pieces' }).click();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  // what comes is told in order, and what to do first is the largest thing on the page
  await expect(page.getByRole('list').filter({ hasText: 'Say what it is' }).getByRole('listitem')).toHaveCount(5);
  await page.getByRole('link', { name: 'Describe the first piece' }).click();
  const line = page.getByRole('textbox', { name: 'The piece in one line' });
  await expect(line).toBeFocused();
  await line.fill('birch ply sign, 300 x 120 mm, indoors, wiped, painted lettering');
  await page.getByRole('group', { name: 'Read from the line' }).waitFor();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/pieces\/p-/);
  await judged(page);
  await expect(page.locator('.sg-candidate.is-chosen')).toHaveCount(1);
  await course(page, 'artwork');
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words', exact: true }).fill('Open');
  await page.getByRole('button', { name: 'Set these words' }).click();
  await page.getByRole('button', { name: 'Cut files, SVG' }).waitFor();
  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await course(page, 'care');
  await page.getByRole('heading', { name: /from/ }).first().waitFor();
});
