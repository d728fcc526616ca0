import type { Page } from '@playwright/test';
import { expect, test } from './journey.ts';

/** Light and dark of a colour as the browser gives it: 0 black to 1 white. */
const lightness = (colour: string): number => {
  const [red = 0, green = 0, blue = 0] = (colour.match(/[\d.]+/g) ?? []).map(Number);
  return (0.2126 * red + 0.7152 * green + 0.0722 * blue) / 255;
};
/** The page as its paper will be. */
const onPaper = async (page: Page): Promise<void> => {
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
};

test('paper is written dark without frame or buttons, whatever the screen is', async ({ page }) => {
  await page.goto('/settings');
  await page.getByRole('combobox', { name: 'Ground colour' }).click();
  await page.getByRole('option', { name: 'fired black' }).click();
  for (const path of ['/pieces/demo-signs/record', '/shelf/to-buy', '/pieces/demo-signs/care']) {
    await page.emulateMedia({ media: 'screen' });
    await page.goto(path);
    const heading = page.locator('main h1, main h2').first();
    await heading.waitFor();
    await expect(page.locator('main tr, main li').first()).toBeVisible();
    const written = async () => lightness(await heading.evaluate((element) => getComputedStyle(element).color));
    await expect.poll(written, path).toBeGreaterThan(0.7);
    await onPaper(page);
    expect(await written(), path).toBeLessThan(0.3);
    await expect(page.locator('.mantine-Button-root:visible, nav:visible'), path).toHaveCount(0);
    // the screen is dark again when the paper is out
    await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
    expect(await written(), path).toBeGreaterThan(0.7);
  }
});

test('the bench sheet has a box, what right looks like, the waits and every caution, and nothing else of the page', async ({
  page,
}) => {
  await page.goto('/week');
  await page.getByRole('button', { name: 'Bench sheet' }).waitFor();
  await onPaper(page);
  const sheet = page.locator('.sg-bench-sheet');
  await expect(sheet).toBeVisible();
  await expect(page.locator('.sg-week-page > :visible')).toHaveCount(1);
  const sanding = sheet.getByRole('row', { includeHidden: true }).filter({ hasText: 'Sand with the grain' }).first();
  await expect(sanding).toContainText('☐');
  await expect(sanding).toContainText('Right when: Even and pale');
  // both hazards of it, not the first line alone
  await expect(sanding).toContainText('Dust mask, FFP2/N95 at least');
  await expect(sanding).toContainText('Dust of hardwood and oily woods harms');
  await expect(
    sheet.getByRole('row', { includeHidden: true }).filter({ hasText: 'Exterior latex, back 1 of 2' }).first(),
  ).toContainText(/Before long: sand with the grain.* keeps for 1 d to 7 d/);
  await expect(sheet).toContainText(/After .*: \d+ (h|min|d)/);
});
