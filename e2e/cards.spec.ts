import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, test } from './journey.ts';

const cards = (page: Page) => page.getByRole('region', { name: 'Cards' });
const printed = async (page: Page, button: string): Promise<Buffer> => {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    cards(page).getByRole('button', { name: button }).click(),
  ]);
  return readFile(await file.path());
};
const pagesOf = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;

test('twelve cards for twelve bowls, with slips for those that leave early, in two languages', async ({ page }) => {
  await page.goto('/pieces/demo-bowls/care');
  await expect(cards(page)).toContainText('12 cards, and 12 slips');
  await expect(cards(page).locator('img.sg-card')).toHaveAttribute(
    'alt',
    /Soup bowls\. Wash by hand, from 31 December 2026/,
  );
  await expectAccessible(page);
  // twelve cards and twelve slips, four to a page
  expect(pagesOf(await printed(page, 'Cards to print'))).toBe(6);
  await cards(page).getByRole('textbox', { name: 'Your name on them' }).fill('Marrow Hill');
  await cards(page).getByRole('textbox', { name: 'Your name on them' }).blur();
  await cards(page).locator('.mantine-MultiSelect-input').click();
  await page.getByRole('option', { name: 'Deutsch' }).click();
  await page.keyboard.press('Escape');
  await expect(cards(page)).toContainText('24 cards, and 24 slips');
  expect(pagesOf(await printed(page, 'Cards to print'))).toBe(12);
  const picture = await printed(page, 'One as a picture');
  expect(picture.subarray(1, 4).toString()).toBe('PNG');
  await cards(page).getByRole('checkbox', { name: 'One for each copy' }).uncheck();
  await expect(cards(page)).toContainText('2 cards, and 2 slips');
});

test('a card with a long name that is read from the right, and with words half filled, is said and printed all the same', async ({
  page,
}) => {
  await page.goto('/pieces/demo-bags/surface');
  const name = page.getByLabel('Name', { exact: true });
  await name.fill('תיקי האפלה לליל הכוכבים '.repeat(5).slice(0, 118));
  await name.blur();
  await page.goto('/pieces/demo-bags/care');
  await expect(cards(page).locator('img.sg-card')).toBeVisible();
  await cards(page).getByRole('button', { name: 'Mend the words' }).click();
  const from = cards(page).getByRole('textbox', { name: '{what}, from {date}' });
  await from.fill('from now on');
  await from.blur();
  await expect(cards(page).getByRole('note')).toContainText('lack their places: from');
  expect(pagesOf(await printed(page, 'Cards to print'))).toBeGreaterThan(0);
});
