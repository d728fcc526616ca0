import { expect, picked, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { begun, chosen, course, drawing, figure, saved, step, svg } from './scene.ts';

/** A dozen letters with two counters each, and a branch of leaves below. */
const LETTERS = Array.from({ length: 12 }, (_, at) => {
  const x = 30 + at * 50;
  return `<path fill-rule="evenodd" d="M${x} 40h36v80h-36zM${x + 10} 52h16v22h-16zM${x + 10} 86h16v22h-16z"/>`;
});
const BRANCH = [
  '<path d="M20 226h590v8h-590z"/>',
  ...Array.from({ length: 14 }, (_, at) => `<ellipse cx="${30 + at * 42}" cy="${at % 2 ? 250 : 210}" rx="16" ry="9"/>`),
];

test('a coir mat with two dozen islands: spray outdoors or stipple, cards joined, islands numbered, two days before feet', async ({
  page,
}) => {
  await begun(
    page,
    'coir mat 750 x 450 mm at the dome door, under cover, walked on, kept dry, lettering with a branch of leaves, spray paint through a card stencil',
  );
  await expect(chosen(page)).toContainText('Rubberised aerosol through pinned card');
  await expect(chosen(page)).toContainText('never indoors');
  await expect(page.getByRole('main')).toContainText('Exterior latex stippled through pinned card');
  await expect(page.getByRole('main')).toContainText('Stippled paint keeps the edge crisp on pile');

  await course(page, 'artwork');
  await drawing(page, 'mat.svg', svg(640, 300, [...LETTERS, ...BRANCH].join('')));
  await expect(figure(page, 'Loose islands')).toContainText('24');
  await typed(page, 'Largest cut, across', '290');
  await typed(page, 'Largest cut, along', '590');
  await picked(page, 'Cut from', 'two sheets taped side by side');
  await typed(page, 'Width of a sheet', '330');
  await typed(page, 'Length of a sheet', '330');
  const strips = page.getByText(/^\d strips, each lying along the bed/);
  await expect(strips).toContainText(/Seam [\d.]+ mm from the left/);
  await expect(page.getByText(/2 sheets of 330 mm × 330 mm taped side by side/).first()).toBeVisible();
  await expect(page.getByRole('main')).toContainText('Pieces cross the tape line: tape both sides before cutting.');
  expect((await saved(page, 'Placement map, PDF')).bytes.subarray(0, 5).toString()).toBe('%PDF-');

  await course(page, 'amounts');
  await expect(page.getByRole('main')).toContainText(/2 sheets of 330 mm × 330 mm taped side by side/);
  await expect(page.getByRole('main')).toContainText('pins and glue dots');
  await expect(page.getByRole('main')).toContainText(/rubberised aerosol for/);

  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  const plan = page.getByRole('main');
  await expect(plan).toContainText('weather fit for work outdoors');
  await expect(plan).toContainText('keep every island and number it');
  // once, where it is cut, and not at every coat
  await expect(await step(page, 'Rubberised aerosol, coat 1 of 2')).toContainText(
    'A pass on a scrap first; then spray straight down in thin passes',
  );
  await expect(await step(page, 'Lint-roll, then pin down card')).toContainText(
    'a pin in every part and every island, counted',
  );

  await course(page, 'care');
  const feet = page.getByRole('row', { name: /^Feet/ }).first();
  await expect(feet).toContainText('Yes');
  await expect(feet).toContainText('ready for feet');
});
