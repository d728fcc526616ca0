import { expect, judged, test } from './journey.ts';

test('a crafter goes from a line to washing limits without touching the mouse', async ({ page }) => {
  await page.goto('/pieces');
  await page.getByRole('heading', { name: 'Pieces' }).waitFor();
  await page.keyboard.press('n');
  await expect(page.getByRole('textbox', { name: 'The piece in one line' })).toBeFocused();
  await page.keyboard.type('varnished pine shelf, indoors, wiped, five years');
  await page.getByRole('button', { name: /made of: softwood/ }).waitFor();
  await page.getByRole('button', { name: /lives: indoors/ }).waitFor();
  await page.keyboard.press('Enter');
  await judged(page);
  await expect(page.locator('.sg-sentence')).toContainText(
    'Softwood with waterborne clear, indoors, for 5 years, wiped',
  );
  await expect(page.locator('.sg-candidate.is-chosen')).toHaveCount(1);
  await page.keyboard.press('5');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await page.keyboard.press('7');
  await page
    .getByRole('row', { name: /^Washing (Wipe only|Hand wash)/ })
    .first()
    .waitFor();
  await page.keyboard.press('1');
  const place = page.getByRole('combobox', { name: 'Where it lives' });
  await place.focus();
  await page.keyboard.press('Enter');
  // down the list, as often as it takes: where it begins is settled after it has been drawn
  const humid = page.getByRole('option', { name: 'indoors, humid' });
  await humid.waitFor();
  await expect(async () => {
    await page.keyboard.press('ArrowDown');
    await expect(humid).toHaveAttribute('data-combobox-selected', 'true', { timeout: 300 });
  }).toPass();
  await page.keyboard.press('Enter');
  await expect(place).toHaveValue('indoors, humid');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(place).toHaveValue('indoors, dry');
});

test('a piece that nobody has heard of gets an honest "not known: test it like this"', async ({ page }) => {
  await page.goto('/pieces/new');
  await page.getByRole('textbox', { name: 'The piece in one line' }).fill('wobblewood panel, indoors');
  await page.getByText('No material was read from this.').waitFor();
  await page.getByRole('button', { name: 'Work out its layers' }).click();
  await page.getByRole('heading', { name: 'What it is like' }).waitFor();
  await page.keyboard.press('2');
  await page.getByRole('heading', { name: 'Only a test patch can tell' }).waitFor();
  await page.getByText('Try a spot that will not show').first().waitFor();
});

test('nothing typed, absurd numbers and dates are said where they were typed, and nothing is lost', async ({
  page,
}) => {
  await page.goto('/pieces/new');
  await page.getByRole('button', { name: 'Work out its layers' }).click();
  await page.getByText('Nothing was typed.').waitFor();
  await page.goto('/pieces/demo-markers/surface');
  const stroke = page.getByLabel('Thinnest stroke');
  await stroke.fill('4 parsecs');
  await stroke.press('Enter');
  await page.getByText('"4 parsecs" was given as a length. Allowed: mm, cm').waitFor();
  await stroke.fill('3/16 in');
  await stroke.press('Enter');
  await expect(stroke).toHaveValue('4.8 mm');
  const life = page.getByLabel('Years that it must last');
  await life.fill('900');
  await life.press('Enter');
  await page.getByText('Allowed: from 0.1 to 100.').waitFor();
  const due = page.getByRole('textbox', { name: 'Due' });
  await due.fill('1 Jan 1200');
  await due.press('Enter');
  await page.getByText('"1 Jan 1200" was given. Allowed: a date from 2000 to 2199.').waitFor();
  await due.fill('24.12.2026 18:00');
  await due.press('Enter');
  await expect(due).toHaveValue('24 Dec 2026, 18:00');
  await page.getByRole('button', { name: 'Calendar for due' }).click();
  await page.getByRole('button', { name: '22 December 2026' }).click();
  await expect(due).toHaveValue('22 Dec 2026, 18:00');
  const name = page.getByLabel('Name');
  await name.fill('   ');
  await name.press('Enter');
  await page.getByText('No name was given.').waitFor();
  await name.fill('<img src=x onerror="document.title=1">signs');
  await name.press('Enter');
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await page.getByText('<img src=x onerror="document.title=1">signs').waitFor();
  expect(await page.title()).toBe('Sgraffa');
});
