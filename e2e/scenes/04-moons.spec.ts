import { expect, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, cutFiles, drawing, figure, svg } from './scene.ts';

const COLOURS = ['#c02020', '#2040c0', '#208030', '#d0a020'];
/** Four motifs, each in a colour of its own. */
const MOTIFS = COLOURS.map(
  (colour, at) => `<circle fill="${colour}" cx="${30 + (at % 2) * 70}" cy="${30 + Math.floor(at / 2) * 70}" r="24"/>`,
);

test('nine ply moons to be painted both sides and sold: seal before film, both sides, nine on six rack places, film of each colour', async ({
  page,
}) => {
  await page.goto('/settings');
  await typed(page, 'Pieces that the drying rack holds', '6');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /drying rack/);
  await begun(
    page,
    '9 birch ply moons 280 mm across, to be painted both sides, sealed, motifs of coloured film, outdoors under cover, wiped, to be sold',
  );
  // what is still to be done is a coat with a date, and not there already
  await expect(page.locator('.sg-sentence').first()).not.toContainText('Plywood with');
  await expect(chosen(page)).toContainText('film');

  await course(page, 'artwork');
  await drawing(page, 'motifs.svg', svg(130, 130, MOTIFS.join('')));
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Width', '120');
  await expect(figure(page, 'Shapes')).toContainText('4');
  const files = await cutFiles(page);
  expect(new Set(files.map(({ name }) => /-([a-z]+)\.svg$/.exec(name)?.[1])).size).toBe(4);

  await course(page, 'amounts');
  const amounts = page.getByRole('main');
  await expect(amounts).toContainText(/permanent film/);
  await expect(amounts).toContainText(/a sheet serves 3 to 7 times/);
  await expect(amounts).toContainText('What it costs');

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(page.getByRole('main')).toContainText(/group 1 of 2, \d pieces/);
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'If it is sold' })).toBeVisible();
});
