import { expect, expectAccessible, exported, judged, test } from './journey.ts';

test('a label figure of one’s own comes first, is marked, travels in the file, and is taken back', async ({ page }) => {
  await page.goto('/handbook/exterior-latex');
  await page.getByRole('button', { name: 'Your own figure: until the next coat' }).click();
  const field = page.getByRole('textbox', { name: 'Your figure: until the next coat' });
  await field.fill('soon');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByText('"soon" was given.').waitFor();
  await field.fill('9–10 h');
  await page.getByRole('button', { name: 'Keep it' }).click();
  const row = page.getByRole('row', { name: /^Until the next coat/ });
  await expect(row).toContainText('9 h to 10 h, typically 9 h 30');
  await expect(row).toContainText('yours');
  await expectAccessible(page);

  // a figure that guards people is only taken where it is stricter
  await page.getByRole('button', { name: 'Your own figure: stands heat up to' }).click();
  await page.getByRole('textbox', { name: 'Your figure: stands heat up to' }).fill('200 °C');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByText('it guards people, so it can only be tightened').waitFor();

  await page.goto('/pieces/demo-markers/match');
  await judged(page);
  await page.locator('.sg-candidate.is-chosen .sg-yours').first().waitFor();
  const file = JSON.parse(await exported(page)) as { overrides: unknown };
  expect(file.overrides).toEqual([expect.objectContaining({ figure: 'exterior-latex.dry.recoat', unit: 'h' })]);

  await page.goto('/handbook');
  await page.getByRole('region', { name: 'Your own' }).getByRole('button', { name: 'Take back' }).click();
  await page.getByText('Nothing yet. Look a product up').waitFor();
});

test('a product of one’s own is judged like the one it is like, and can be chosen', async ({ page }) => {
  await page.goto('/handbook/exterior-latex');
  await page.getByRole('textbox', { name: 'A product of your own that is like it' }).fill('Hill red');
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('heading', { name: /Hill red/ }).waitFor();
  await page.goto('/pieces/demo-markers/match');
  await judged(page);
  await page.getByRole('combobox', { name: 'A product that you have in mind' }).fill('Hill red');
  await page.getByRole('option', { name: 'Hill red' }).click();
  const why = page.getByRole('region', { name: 'Why not another product' });
  await expect(why.locator('.sg-candidate').first()).toContainText('Hill red');
});

test('chosen layers keep the figures they were judged by until the new ones are taken', async ({ page }) => {
  await page.goto('/pieces/demo-markers/match');
  await judged(page);
  await page.locator('.sg-candidate').nth(1).locator('.sg-candidate-choose').click();
  await page.getByRole('heading', { name: 'Your own choice of layers' }).waitFor();
  await page.goto('/handbook/exterior-latex');
  await page.getByRole('button', { name: 'Your own figure: until the next coat' }).click();
  await page.getByRole('textbox', { name: 'Your figure: until the next coat' }).fill('9 h');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('row', { name: /^Until the next coat/ })).toContainText('9 h');
  await page.goto('/pieces/demo-markers/match');
  await page.getByText('A figure has changed since you chose these layers.').waitFor();
  await page.getByRole('button', { name: 'Take the new figures' }).click();
  await expect(page.getByText('A figure has changed since you chose these layers.')).toHaveCount(0);
});

test('a trial of one’s own that held makes what nobody knew rank, with the trial as its basis', async ({ page }) => {
  await page.goto('/pieces/demo-drawers/match');
  await judged(page);
  await page.getByRole('heading', { name: 'Only a test patch can tell' }).waitFor();
  await page.getByRole('button', { name: 'My own trial held' }).first().click();
  await expect(page.locator('.sg-course')).toContainText(/your own trial of/i);
  await page.locator('.sg-candidate').first().waitFor();
  await page.goto('/handbook');
  await expect(page.getByRole('region', { name: 'Your own' })).toContainText('held in your trial on polypropylene');
});
