import { expect, judged, test } from './journey.ts';

const PAGES = [
  '/pieces',
  '/pieces/new',
  ...['surface', 'match', 'artwork', 'amounts', 'plan', 'care', 'record'].map((one) => `/pieces/demo-signs/${one}`),
  '/week',
  '/bench',
  '/shelf',
  '/shelf/to-buy',
  '/patches',
  '/rescue',
  '/handbook',
  '/log',
  '/settings',
];

for (const [name, width, height] of [
  ['a phone', 390, 844],
  ['a tablet upright', 820, 1180],
  ['a tablet on its side', 1180, 820],
  ['a laptop at twice the size', 640, 400],
] as const)
  test(`on ${name} no page scrolls sideways, and what is pressed is large enough`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    for (const path of PAGES) {
      await page.goto(path);
      await page.locator('main h1, main h2').first().waitFor();
      if (path.endsWith('/match')) await judged(page);
      await expect
        .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), {
          message: path,
        })
        .toBe(0);
      const small = await page
        .locator(
          'main .mantine-Button-root:visible, main .mantine-ActionIcon-root:visible, nav a:visible, nav button:visible',
        )
        .evaluateAll((all) =>
          all
            .filter((one) => {
              const { width: w, height: h } = one.getBoundingClientRect();
              // the little arrows in a number's field repeat its keys, and are there for a mouse only
              return w > 0 && (w < 24 || h < 24);
            })
            .map((one) => `${one.textContent} ${one.getAttribute('aria-label') ?? ''}`),
        );
      expect(small, path).toEqual([]);
      // what stands within a line is found by a finger too
      const low = await page
        .locator('main .sg-where:visible, main a:not([class]):visible')
        .evaluateAll((all) =>
          all.filter((one) => one.getBoundingClientRect().height < 24).map((one) => one.textContent),
        );
      expect(low, path).toEqual([]);
    }
  });

test('on a phone the sentence is one clause between arrows, the section a strip that opens, and the week a list of days', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/pieces/demo-signs/match');
  await judged(page);
  const sentence = page.locator('.sg-sentence');
  await expect(sentence).toHaveText(/^exterior latex through an adhesive stencil film/);
  await page.getByRole('link', { name: /^After it: artwork/ }).click();
  await expect(sentence).toHaveText(/^artwork/);
  await page.getByRole('link', { name: /^Before it: exterior latex/ }).click();
  await page.getByRole('button', { name: 'The whole sentence' }).click();
  await expect(sentence).toHaveText(/^Plywood, outdoors.*wipe only/);
  const strip = page.getByRole('complementary', { name: 'Section of the piece' });
  await expect(strip.locator('svg').first()).toBeHidden();
  await strip.getByText('Section', { exact: true }).first().click();
  await expect(strip.locator('svg').first()).toBeVisible();

  await page.goto('/week');
  const days = page.getByRole('region', { name: 'The bench by days' });
  await expect(days.getByRole('heading', { name: 'Today at the bench' })).toBeVisible();
  await expect(days.getByRole('heading')).not.toHaveCount(1);
  await expect(page.locator('.sg-week')).toHaveCount(0);
  // a step is opened from its day, as from the picture
  await days.getByRole('button', { name: 'Cut and weed adhesive stencil film' }).first().click();
  const panel = page.getByRole('region', { name: 'Railing boards: Cut and weed adhesive stencil film' });
  await expect(panel).toBeFocused();
  await expect(panel).toBeInViewport();
});
