import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, figure, step } from './scene.ts';

test('two mats now and more later: one plastic sheet with pins, cut once and used again, wiped between, islands counted back', async ({
  page,
}) => {
  await begun(
    page,
    '2 coir mats 600 x 400 mm, four words in rows, plastic sheet stencil, under cover, walked on, kept dry',
  );
  await expect(chosen(page)).toContainText('stippled through pinned stencil sheet');
  await expect(page.getByRole('main')).toContainText('stencil sheet lies loose on open fibre');

  await course(page, 'artwork');
  await page.getByRole('tab', { name: 'Words' }).click();
  const words = page.getByRole('textbox', { name: 'Words' });
  await words.fill('Mind the step\nand mind your head');
  await page.getByRole('button', { name: 'Set these words' }).click();
  await expect(figure(page, 'Loose islands')).toContainText(/[1-9]/);
  // thin letters are lost in the pile, and it is said where they are set
  await expect(figure(page, 'Thinnest stroke')).toContainText('open pile needs 6 mm');
  await page.getByRole('button', { name: /^Heavier letters \(plain, heavy\): thinnest stroke/ }).waitFor();
  await page.getByRole('button', { name: 'Change the words' }).click();
  await words.fill('Mind\nthe step\nlook up');
  await page.getByRole('button', { name: 'Set these words' }).click();
  await expect(figure(page, 'Thinnest stroke')).toContainText(/^Thinnest stroke([6-9]|\d\d)/);
  await picked(page, 'Cut from', 'two sheets taped side by side');
  await typed(page, 'Width of a sheet', '330');
  await typed(page, 'Length of a sheet', '450');
  await expect(page.getByRole('main')).toContainText(/Every opening lies at least \d+ mm from the edge/);

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(page.getByRole('main')).toContainText(
    /Cut one: it is laid on all 2 pieces in turn, and lasts \d+–\d+ uses/,
  );
  const lift = await step(page, 'Score and unmask');
  await expect(lift).toContainText('Count the pins out');
  await expect(lift).toContainText('Wipe the stencil on both sides and let it dry flat before it is laid again');
  await expect(lift).toContainText(/Count its \d+ islands back in/);
  await course(page, 'care');
  await expect(page.getByRole('row', { name: /^Feet Yes/ }).first()).toContainText('ready for feet');
});
