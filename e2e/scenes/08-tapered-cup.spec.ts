import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { answered, begun, chosen, course, cutFiles, cutOf, drawing, figure, saved, svg } from './scene.ts';

test('a tapered cup: a pattern that meets at the seam with a name cleared out of it, stripped to metal after a patch', async ({
  page,
}) => {
  await begun(page, 'tapered powder-coated steel cup, pattern all round stripped to bare metal, hand wash, indoors');
  await answered(page, 'never');
  await expect(chosen(page)).toContainText('Coating-remover gel through a permanent film');

  await course(page, 'artwork');
  await picked(page, 'The clear area is', 'the side of a cone');
  await typed(page, 'Across the top rim', '92');
  await typed(page, 'Across the foot', '74');
  await typed(page, 'Height along the side', '190');
  await drawing(page, 'star.svg', svg(20, 20, '<path d="M10 1l9 9-9 9-9-9z"/>'));
  await figure(page, 'Size').waitFor();
  await page.getByRole('button', { name: 'Another artwork' }).click();
  await page.getByRole('tab', { name: 'A pattern' }).click();
  await picked(page, 'The motif', 'star');
  await page.getByRole('button', { name: 'Repeat it over the area' }).click();
  await page.getByText(/the pattern meets itself at the seam/).waitFor();
  await page.getByRole('button', { name: 'Set a name into it' }).click();
  await page.getByRole('textbox', { name: 'The name' }).fill('Night crew');
  await page.getByRole('button', { name: 'Take its outline out and set it in' }).click();
  await page.getByText(/since then: “Night crew” set into it, 4 mm clear around/).waitFor();
  await expect(figure(page, 'Thinnest web')).toContainText(/mm/);
  // a paper at full size to try it on the cup, with a bar to measure
  expect((await saved(page, 'Paper cover, PDF')).bytes.subarray(0, 5).toString()).toBe('%PDF-');
  const files = await cutFiles(page);
  expect(files.length).toBeGreaterThan(0);
  for (const { artwork } of files) expect(cutOf(artwork).width).toBeGreaterThan(20);

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const plan = page.getByRole('main');
  await expect(plan).toContainText('Try coating-remover gel on a spot first');
  await expect(plan).toContainText('then scrape off and rinse');
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Hand wash, from/ })).toBeVisible();
});
