import { expect, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, figure, sentence } from './scene.ts';

test('a fan housing with a knob in it: words around the knob, metal film refused for fine script and what instead, unplugged first', async ({
  page,
}) => {
  await begun(page, 'enamelled steel fan housing 190 x 85 mm, metal film, small script, indoors, wiped');
  await expect(page.getByRole('main')).toContainText('unplugged and cold');
  await expect(chosen(page)).toContainText('Metallic film left on');

  await course(page, 'artwork');
  await page.getByRole('button', { name: 'A bolt or dial in the way' }).click();
  await typed(page, 'Its middle from the left', '95');
  await typed(page, 'Its middle from the top', '42');
  await typed(page, 'Across', '12');
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Warm air, night crew');
  await page.getByRole('button', { name: 'Find the largest arrangement' }).click();
  await page.getByText(/lines, capitals [\d.]+ mm high: no other way/).waitFor();
  await expect(figure(page, 'Thinnest stroke')).toContainText('Refused');

  await course(page, 'match');
  await expect(
    page.getByText(/^The thinnest stroke is [\d.]+ mm and metallic film needs 2\.5 mm/).first(),
  ).toBeVisible();
  // what instead: the finer film, or another look
  await expect(page.getByRole('main')).toContainText(/Would work if/);
  await expect(sentence(page)).toContainText('artwork');
});
