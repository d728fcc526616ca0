import { expect, judged, test } from './journey.ts';

test('a way out that needs the workshop changes it, and one undo takes it back', async ({ page }) => {
  await page.goto('/settings');
  const air = page.getByRole('combobox', { name: 'Best air to be had' });
  await air.click();
  await page.getByRole('option', { name: 'a room', exact: true }).click();
  await expect(air).toHaveValue('a room');
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await page.getByRole('link', { name: /^Lantern chimneys/ }).click();
  await judged(page);
  const etch = page.locator('.sg-refusal', { hasText: 'Frost etch' });
  await expect(etch).toContainText('needs a well ventilated room');
  await etch.getByRole('button', { name: 'Work where air moves through' }).click();
  await expect(page.locator('.sg-candidate.is-chosen')).toContainText('Frost cream');
  await page.getByRole('link', { name: 'Settings' }).click();
  await expect(air).toHaveValue('a room with real ventilation');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(air).toHaveValue('a room');
});

test('a cold workshop has no plan, says so, and a warmer one dates it', async ({ page }) => {
  await page.goto('/settings');
  const temperature = page.getByLabel('Temperature', { exact: true });
  await temperature.fill('45 °F');
  await temperature.press('Enter');
  await expect(temperature).toHaveValue('7.2 °C');
  await temperature.fill('500');
  await temperature.press('Enter');
  await page.getByText('"500" was given as a temperature.').waitFor();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await page.getByRole('link', { name: /^Dome path signs/ }).click();
  await judged(page);
  await expect(page.locator('.sg-candidate', { hasText: 'Exterior latex' })).toHaveCount(0);
  const way = page.locator('.sg-refusal', { hasText: 'the workshop is at 7.2 °C' }).first();
  await way.getByRole('button', { name: 'Warm the workshop to 10 °C' }).click();
  await page.keyboard.press('5');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
});

test('a fact read wrongly is changed at its chip, and what is missing can be said there', async ({ page }) => {
  await page.goto('/pieces/new');
  await page.getByRole('textbox', { name: 'The piece in one line' }).fill('bowl, outdoors, wiped');
  await page.getByRole('button', { name: 'made of: glazed ceramic, probably. Change it.' }).click();
  await page.getByRole('combobox', { name: 'made of' }).fill('slate');
  await page.getByRole('option', { name: 'slate', exact: true }).click();
  await page.getByRole('button', { name: 'made of: slate. Change it.' }).waitFor();
  await page.getByRole('group', { name: /Section: slate/ }).waitFor();
  await page.getByRole('button', { name: 'use: in daily use, probably. Change it.' }).click();
  await page.getByRole('combobox', { name: 'use' }).click();
  await page.getByRole('option', { name: 'handled now and then' }).click();
  await page.getByRole('button', { name: 'lives: outdoors, exposed. Change it.' }).click();
  await page.getByRole('button', { name: 'Take it out' }).click();
  await page.getByRole('button', { name: 'lives: not said. Say it.' }).waitFor();
  await page.getByRole('button', { name: 'Work out its layers' }).click();
  await judged(page);
  await expect(page.locator('.sg-sentence')).toContainText('Slate');
  await page.keyboard.press('1');
  await expect(page.getByRole('combobox', { name: 'How it is used' })).toHaveValue('handled now and then');
  await expect(page.getByRole('combobox', { name: 'Where it lives' })).toHaveValue('not said yet');
});

test('a piece or a course is found by its name from anywhere, and the keys are listed', async ({ page }) => {
  await page.goto('/settings');
  await page.getByRole('heading', { name: 'Settings' }).waitFor();
  await page.keyboard.press('Control+k');
  await page.getByRole('textbox', { name: 'Find' }).fill('pennants: care');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/demo-pennants\/care/);
  await expect(page.getByRole('textbox', { name: 'Find' })).toHaveCount(0);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('undo');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toHaveCount(0);
});

test('another school judges the pieces anew and says which get another first answer', async ({ page }) => {
  await page.goto('/settings');
  const seal = page.getByRole('combobox', { name: 'Sealing the edge of a mask' });
  await seal.click();
  await page.getByRole('option', { name: 'always clear medium' }).click();
  const effect = page.getByRole('status').filter({ hasText: 'Another first answer now' });
  await expect(effect).toContainText('Dome path signs');
  await expect(effect).toContainText('edge seal: clear edge-seal medium');
  await effect.getByRole('link', { name: 'Dome path signs' }).click();
  await judged(page);
  await expect(page.getByRole('combobox', { name: 'Product for edge seal' })).toHaveValue('clear edge-seal medium');
  await page.getByText('Do not mirror it: liner down, and seen from the front.').waitFor();
});

test('the handbook gives the figures of a material, and the reason for a surface and a way of working', async ({
  page,
}) => {
  await page.goto('/handbook');
  const look = page.getByRole('combobox', { name: 'Look up a surface, a product or a way of working' });
  await look.fill('craft');
  await page.getByRole('option', { name: 'craft acrylic' }).click();
  await expect(page).toHaveURL(/handbook\/craft-acrylic/);
  await expect(page.getByRole('row', { name: /Until the next coat 1 h to 2 h, typically 1 h 30/ })).toContainText(
    'labels',
  );
  await page.getByText('Paint and clear hold only where they wet the surface.').waitFor();
  await page.getByRole('combobox', { name: 'Surface', exact: true }).fill('plywood');
  await page.getByRole('option', { name: 'plywood', exact: true }).click();
  await page.getByRole('combobox', { name: 'Way of working', exact: true }).fill('burnt');
  await page.getByRole('option', { name: 'Burnt lettering' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Burnt lettering' })).toContainText('Refused for safety');
  await page.locator('.sg-overview canvas').first().waitFor();
});
