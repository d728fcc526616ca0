import { test } from './journey.ts';

test.use({ serviceWorkers: 'allow', apart: true });

test('it works offline once it has been loaded', async ({ context, page }) => {
  await page.goto('/pieces');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const forecast = page.waitForResponse('**/api/climate/**');
  await page.reload();
  await forecast;
  // nothing is under way any more that the network would be missed for
  await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
  await context.setOffline(true);
  await page.goto('/pieces/demo-markers/match');
  await page.locator('.sg-candidate.is-chosen').waitFor();
  await page.keyboard.press('5');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await context.setOffline(false);
});
