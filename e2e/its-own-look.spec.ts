import type { Page } from '@playwright/test';
import { expect, expectAccessible, judged, test } from './journey.ts';

const SCREENS = [
  '/pieces',
  '/pieces/new',
  '/pieces/demo-signs/surface',
  '/pieces/demo-signs/match',
  '/pieces/demo-drawers/match',
  '/pieces/demo-bags/artwork',
  '/pieces/demo-signs/plan',
  '/pieces/demo-signs/care',
  '/week',
  '/handbook/frost-cream',
  '/settings',
];

const settled = async (page: Page, screen: string): Promise<void> => {
  if (screen.includes('demo')) await judged(page);
  if (screen === '/week') await expect(page.getByRole('heading', { level: 1 })).toContainText('ready');
};

for (const screen of SCREENS)
  test(`${screen} has no serious accessibility finding, in either fire`, async ({ page }) => {
    await page.goto(screen);
    await page.waitForLoadState('networkidle');
    await settled(page, screen);
    await expectAccessible(page);
    await page.evaluate(() => document.documentElement.setAttribute('data-mantine-color-scheme', 'dark'));
    await expectAccessible(page);
  });

test('no default font, radius, blue or shadow of the control library remains', async ({ page }) => {
  for (const screen of SCREENS) {
    await page.goto(screen);
    await page.waitForLoadState('networkidle');
    await settled(page, screen);
    const odd = await page.evaluate(() => {
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
    expect([screen, odd]).toEqual([screen, []]);
  }
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
  await expect(page.getByRole('heading', { name: 'Pieces' })).toBeVisible();
  const { gzipSync } = await import('node:zlib');
  let bytes = 0;
  for (const url of [...scripts].filter(
    (each) => each.startsWith(baseURL!) && !/sw\.js|workbox|registerSW|\.worker-/.test(each),
  ))
    bytes += gzipSync(await (await request.get(url)).body()).length;

  expect(bytes).toBeLessThan(300_000);
});
