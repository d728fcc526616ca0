import { expect, expectAccessible, judged, test } from './journey.ts';

test('a burnt star and painted letters become one order of layers, with a section through each', async ({ page }) => {
  await page.goto('/pieces/demo-plaques/surface');
  await page.getByRole('button', { name: 'Another design on it' }).click();
  await page.getByRole('tab', { name: 'design 2', selected: true }).waitFor();
  const name = page.getByRole('textbox', { name: 'Called' });
  await name.fill('letters');
  await name.press('Enter');
  await page.getByRole('combobox', { name: 'Look' }).click();
  await page.getByRole('option', { name: 'opaque colour' }).click();
  await page.getByText(/^Laid one after the other, in an order that stands/).waitFor();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await page.goto('/pieces/demo-plaques/match');
  await judged(page);
  await expect(page.locator('.sg-candidate.is-chosen')).toContainText(/burn paste .* letters: /i);
  const panel = page.getByRole('complementary', { name: 'Section of the piece' });
  await panel.getByRole('group', { name: /Section: .*burnt/ }).waitFor();
  await panel.getByText('letters', { exact: true }).click();
  await panel.getByRole('group', { name: /Section: .*craft acrylic/ }).waitFor();
  await page.getByRole('link', { name: /^ready / }).click();
  const steps = page.locator('.sg-course');
  await expect(steps).toContainText('Burn paste');
  await expect(steps).toContainText('Craft acrylic');
});
