import { expect, test, watchFrames } from './journey.ts';

test('100 000 points are looked over while the page answers within a frame', async ({ page }) => {
  await page.goto('/pieces/demo-tins/artwork');
  const dots = Array.from({ length: 2500 }, (_, at) => {
    const [cx, cy] = [(at % 50) * 5 + 2.5, Math.floor(at / 50) * 5 + 2.5];
    const points = Array.from({ length: 40 }, (_unused, corner) => {
      const angle = (corner * Math.PI) / 20;
      return `${(cx + 1.8 * Math.cos(angle)).toFixed(3)} ${(cy + 1.8 * Math.sin(angle)).toFixed(3)}`;
    });
    return `M${points.join('L')}Z`;
  }).join('');
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="250mm" height="250mm" viewBox="0 0 250 250"><path d="${dots}"/></svg>`;
  const button = page.getByRole('button', { name: 'Choose a drawing' });
  await button.waitFor();
  const framesSince = await watchFrames(page);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.click()]);
  await chooser.setFiles({ name: 'dots.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(drawing) });
  await page.getByRole('progressbar', { name: 'Looking it over' }).waitFor();
  const during = await framesSince();
  await expect(page.locator('.sg-figures > div').filter({ hasText: 'Openings' })).toContainText('2500', {
    timeout: 45_000,
  });
  const median = during[Math.floor(during.length / 2)] ?? 0;
  test.info().annotations.push({
    type: 'frames, ms',
    description: `median ${Math.round(median)}, longest ${Math.round(during.at(-1) ?? 0)}`,
  });
  expect(median).toBeLessThan(50);
});
