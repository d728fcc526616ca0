import { expect, typed } from '../journey.ts';
import { test } from './byKeys.ts';
import { answered, begun, boundsOf, chosen, course, cutFiles, figure, sentence } from './scene.ts';

const NAMES = [
  ...['Plössl 25', 'Barlow', 'Moon filter', 'Finder', 'Ortho', 'Collimator', 'Wide field', 'Star chart', 'Red torch'],
  ...[
    'Dew strip',
    'Adapters',
    'Counterweight',
    'Reducer',
    'Lens cloth',
    'Spider',
    'Focuser',
    'Batteries',
    'Sun filter',
  ],
  ...['Guide scope', 'Caps', 'Rings', 'Prism', 'Shims', 'Spare parts'],
];

test('24 drawer labels that may change next year: film that comes off, one letter height, heavier letters, a spare weeded first', async ({
  page,
}) => {
  await begun(
    page,
    '24 enamelled steel drawer labels 52 x 14 mm, indoors, wiped, adhesive film letters, may change next year',
  );
  await answered(page, 'an ordinary thing', 'no food', 'no heat', 'looked at');
  // film that comes off before film that stays, and why
  await expect(chosen(page)).toContainText('Removable film left on');
  await expect(chosen(page)).toContainText('made to come off again');
  await expect(page.locator('.sg-candidate', { hasText: 'Permanent film left on' }).first()).toContainText(
    'leaves glue behind when it is taken off',
  );

  await course(page, 'artwork');
  await page.getByRole('tab', { name: 'A set of labels' }).click();
  const words = page.getByRole('textbox', { name: 'Words of the set' });
  await words.fill(NAMES.join('\n'));
  for (const [side, mm] of Object.entries({ above: '1', below: '1', left: '2', right: '2' }))
    await typed(page, `Margin ${side}`, mm);
  // the room of a label follows the clear area of one
  await expect(page.getByLabel('Room across')).toHaveValue('48 mm');
  await expect(page.getByLabel('Room up and down')).toHaveValue('12 mm');
  await page.getByRole('button', { name: 'Set these labels' }).click();
  const told = page.getByText(/^24 labels, one a piece: 24 pieces\./);
  await expect(told).toContainText('“Counterweight” lets them be no larger: it is as wide as it may be');
  await expect(told).toContainText('removable film needs 1 mm');
  await page.getByRole('img', { name: '24 labels, each on a clear area of its own' }).waitFor();

  // names of two words on two lines, and heavier letters
  await page.getByRole('button', { name: 'Change the words' }).click();
  await page.getByRole('button', { name: 'Names of two words on two lines' }).click();
  await expect(words).toHaveValue(/Guide \| scope/);
  await page.getByRole('button', { name: 'Set these labels' }).click();
  await expect(told).toContainText('it is as high as it may be');
  await page.getByRole('button', { name: /^Heavier letters \(plain, heavy\)/ }).click();
  await page.getByRole('button', { name: /^Heavier letters/ }).waitFor({ state: 'detached' });
  await expect(figure(page, 'Thinnest stroke')).toContainText('Refused');

  // each at its own true size: in an outline of its own, all of one height of capitals
  const outlines = (await cutFiles(page)).flatMap(({ artwork }) =>
    artwork.layers.flatMap(({ cutLines }) => cutLines.filter(({ length }) => length === 10)),
  );
  expect(outlines).toHaveLength(24);
  const sizes = outlines.map((ring) => boundsOf([ring]));
  for (const { width, height } of sizes) {
    expect(Math.max(width, height)).toBeLessThanOrEqual(52);
    expect(Math.min(width, height)).toBeLessThanOrEqual(14);
  }
  expect(new Set(sizes.map(({ width, height }) => Math.max(width, height).toFixed(1))).size).toBeGreaterThan(10);

  // strokes against the film: refused as they are, until a spare was weeded
  await course(page, 'match');
  await expect(page.getByText(/^The thinnest stroke is [\d.]+ mm and removable film needs 1 mm/).first()).toBeVisible();
  await expect(page.getByText(/weed a spare first and say how it went/).first()).toBeVisible();
  await page.getByRole('button', { name: 'My own trial of it held' }).first().click();
  await expect(chosen(page)).toContainText('Removable film left on');
  await expect(sentence(page)).toContainText('removable film left on');

  await course(page, 'amounts');
  await expect(page.getByText(/removable film/).first()).toBeVisible();
  await expect(page.getByText(/tape/).first()).toBeVisible();
  await course(page, 'plan');
  await page.getByRole('heading', { name: /^Ready / }).waitFor();
  await expect(page.getByRole('main')).toContainText('Cut and weed removable film');
  await course(page, 'care');
  await expect(page.getByRole('heading', { name: /^Wipe only, from/ })).toBeVisible();
});
