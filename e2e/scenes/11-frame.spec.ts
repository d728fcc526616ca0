import { expect } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, figure, step } from './scene.ts';

test('a raw frame with a line of text that ends in a full stop: sanded and sealed before film, the stop named as a loose dot', async ({
  page,
}) => {
  await begun(page, 'raw poplar frame, bar 210 x 64 mm, chalk-type paint, small line of painted text, indoors, wiped');
  await expect(chosen(page)).toContainText('over chalk-type paint and waterborne clear');

  await course(page, 'artwork');
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Look up.');
  await page.getByRole('button', { name: 'Set these words' }).click();
  await figure(page, 'Size').waitFor();
  // as much air as was left around it
  await page.getByText(/^left [\d.]+ mm, right [\d.]+ mm, top [\d.]+ mm, bottom [\d.]+ mm/).waitFor();
  await expect(figure(page, 'Loose dots')).toContainText('the full stop among them');

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const steps = (await page.getByRole('main').textContent())!;
  const order = [
    'Sand with the grain',
    'Chalk-type paint, coat 2',
    'Waterborne clear, coat 2',
    'Lay adhesive stencil film',
    'Craft acrylic, coat 1',
  ];
  expect(order.map((name) => steps.indexOf(name)).every((at, index, all) => at > (all[index - 1] ?? -1))).toBe(true);
  await step(page, 'Cut and weed adhesive stencil film');
  await course(page, 'amounts');
  await expect(page.getByRole('main')).toContainText(/adhesive stencil film/);
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
});
