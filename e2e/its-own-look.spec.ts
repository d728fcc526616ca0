import type { Locator, Page } from '@playwright/test';
import { expect, expectAccessible, judged, styled, test } from './journey.ts';

/** Each screen with what is on it once it is whole. */
const SCREENS: readonly (readonly [string, (page: Page) => Locator])[] = [
  ['/pieces', (page) => page.locator('.sg-piece-row svg').nth(10)],
  ['/pieces/new', (page) => page.getByRole('heading', { name: 'What are you making?' })],
  ['/pieces/demo-signs/surface', (page) => page.getByLabel('Name')],
  ['/pieces/demo-signs/match', (page) => page.getByRole('heading', { name: 'Why not another one?' })],
  ['/pieces/demo-drawers/match', (page) => page.getByRole('heading', { name: 'Why not another one?' })],
  ['/pieces/demo-bags/artwork', (page) => page.getByRole('heading', { name: 'The clear area' })],
  ['/pieces/demo-signs/plan', (page) => page.getByRole('heading', { name: /^Ready/ })],
  ['/pieces/demo-signs/care', (page) => page.getByRole('heading', { level: 2 }).first()],
  ['/week', (page) => page.locator('.sg-made').filter({ hasText: /Planned \w/ })],
  ['/bench', (page) => page.locator('.sg-bench-large')],
  ['/patches', (page) => page.getByRole('heading', { name: /Try/ }).first()],
  ['/log', (page) => page.getByText('Nothing has been done yet')],
  ['/handbook/frost-cream', (page) => page.getByRole('heading', { name: /frost/i }).first()],
  ['/settings', (page) => page.getByRole('button', { name: 'Export the workspace' })],
];

const openWhole = async (page: Page, screen: string, isWhole: (page: Page) => Locator): Promise<void> => {
  await page.goto(screen);
  await isWhole(page).waitFor();
  if (screen.includes('demo')) await judged(page);
  await styled(page);
};

/** What is drawn as the control library would draw it: fonts, radii, shadows, blues. */
const oddIn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const isBlue = (colour: string): boolean => {
      const [red = 0, green = 0, blue = 0, alpha = 1] = (colour.match(/[\d.]+/g) ?? []).map(Number);
      return alpha > 0 && blue > 140 && blue - red > 60 && blue - green > 40;
    };
    for (const element of document.querySelectorAll('body *')) {
      const style = getComputedStyle(element);
      const name = `${element.tagName.toLowerCase()}.${element.getAttribute('class') ?? ''}`.slice(0, 90);
      if (element.closest('svg')) continue;
      if (!/Atkinson|Bricolage/.test(style.fontFamily)) found.push(`${name}: font ${style.fontFamily}`);
      if (!['0px', '0%'].includes(style.borderTopLeftRadius))
        found.push(`${name}: radius ${style.borderTopLeftRadius}`);
      if (style.boxShadow !== 'none') found.push(`${name}: shadow ${style.boxShadow}`);
      for (const colour of [style.color, style.backgroundColor, style.borderTopColor])
        if (isBlue(colour)) found.push(`${name}: blue ${colour}`);
    }
    return [...new Set(found)];
  });

for (const [screen, isWhole] of SCREENS)
  test(`${screen} has its own look and no serious accessibility finding, in either fire`, async ({ page }) => {
    await openWhole(page, screen, isWhole);
    expect(await oddIn(page)).toEqual([]);
    await expectAccessible(page);
    await page.evaluate(() => document.documentElement.setAttribute('data-mantine-color-scheme', 'dark'));
    // another fire changes colours, and nothing else
    await expectAccessible(page, ['color-contrast', 'link-in-text-block']);
  });

test('the shipped fonts are the ones that are drawn, and nothing is asked of the network', async ({ page }) => {
  const foreign: string[] = [];
  page.on('request', (request) => {
    const { protocol, host } = new URL(request.url());
    if (protocol.startsWith('http') && !host.startsWith('localhost')) foreign.push(request.url());
  });
  await page.goto('/pieces/demo-signs/match');
  await judged(page);
  expect(
    await page.evaluate(
      () =>
        document.fonts.check("16px 'Atkinson Hyperlegible Next Variable'") &&
        document.fonts.check("650 20px 'Bricolage Grotesque Variable'"),
    ),
  ).toBe(true);
  expect(foreign).toEqual([]);
});

test('the first load is at most 300 kB of script, gzipped', async ({ page, request, baseURL }) => {
  const scripts = new Set<string>();
  page.on('request', (each) => {
    if (each.resourceType() === 'script') scripts.add(each.url());
  });
  await page.goto('/pieces');
  // the names stand before the rest is fetched: the first load ends where the list is worked out
  await page
    .getByRole('button', { name: /^Delete / })
    .first()
    .waitFor();
  const { gzipSync } = await import('node:zlib');
  let bytes = 0;
  for (const url of [...scripts].filter(
    (each) => each.startsWith(baseURL!) && !/sw\.js|workbox|registerSW|\.worker-/.test(each),
  ))
    bytes += gzipSync(await (await request.get(url)).body()).length;

  expect(bytes).toBeLessThan(300_000);
});

test('the list shows its names, each with its way, before what reads and checks the pieces is there', async ({
  page,
}) => {
  await page.goto('/pieces');
  const names = page.locator('.sg-piece-link strong');
  await page
    .getByRole('button', { name: /^Delete / })
    .first()
    .waitFor();
  const all = await names.allInnerTexts();
  let goOn = () => {};
  const isHeld = new Promise<void>((done) => (goOn = done));
  await page.route(/\/opening-[^/]*\.js$/, async (route) => {
    await isHeld;
    await route.continue();
  });
  await page.reload();
  await expect(names).toHaveText(all);
  await expect(page.getByRole('button', { name: /^Delete / })).toHaveCount(0);
  const first = page.locator('.sg-piece-link').first();
  await first.focus();
  goOn();
  await expect(page.getByRole('button', { name: /^Delete / }).first()).toBeVisible();
  // the rows stay what they were: nobody loses their place
  await expect(first).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('.sg-sentence')).toBeVisible();
});
