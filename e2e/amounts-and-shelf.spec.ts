import { readFile } from 'node:fs/promises';
import { strFromU8, unzipSync } from '../node_modules/fflate/esm/index.mjs';
import { expect, picked, test, typed } from './journey.ts';

test('a thing is put on the shelf by one line, corrected, and taken off again by undo', async ({ page }) => {
  await page.goto('/shelf');
  const line = page.getByLabel('What has come onto the shelf?');
  await line.fill('permanent film, matte red, 305 mm × 3 m, bought in May, price eleven');
  await expect(page.getByRole('status')).toContainText('"price eleven" was given as a price');
  await expect(page.getByRole('button', { name: 'Put it on the shelf' })).toBeDisabled();
  await line.fill('permanent film, matte red, 305 mm × 3 m, bought in May, 11.50');
  await expect(page.getByRole('status')).toHaveText(
    'permanent film, matte red · 305 mm × 3 m · bought 2026-05-01 · cost 11.50',
  );
  await line.press('Enter');
  const can = page.getByRole('button', { name: /permanent film, matte red/ });
  await expect(can).toContainText('3 m left');
  await can.click();
  const left = page.getByLabel('Left now');
  await left.fill('1,2 m');
  await left.press('Enter');
  await expect(can).toContainText('1.2 m left');
  await page.getByLabel('Find', { exact: true }).fill('red film');
  await expect(page.locator('.sg-can')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(can).toContainText('3 m left');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nothing on the shelf answers to “red film”.')).toBeVisible();
});

test('a table is taken whole or not at all, each fault at its row', async ({ page }) => {
  await page.goto('/shelf');
  const take = async (csv: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'From a table (CSV)' }).click();
    await (await chooser).setFiles({ name: 'shelf.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  };
  await page.getByRole('heading', { name: /^Rolls/ }).waitFor();
  const before = await page.locator('.sg-can').count();
  await take('product;colour;size;price\nfabric paint;teal;120 ml;4,50\nfrost cream;;0 ml;dear\n');
  await expect(page.getByRole('alert')).toContainText('row 3, price');
  await expect(page.locator('.sg-can')).toHaveCount(before);
  await take('product;colour;size;price\nfabric paint;teal;120 ml;4,50\nfrost cream;;85 ml;\n');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /fabric paint, teal/ })).toContainText('120 ml left');
  await expect(page.locator('.sg-can')).toHaveCount(before + 2);
});

test('six path signs: paint for all faces, film laid out, and what marking done takes', async ({ page }) => {
  await page.goto('/pieces/demo-signs/amounts');
  const ground = page.getByRole('region', { name: 'exterior latex' }).first();
  await expect(ground).toContainText('for ground, edge seal');
  await expect(ground).toContainText('of exterior latex, night blue');
  await expect(
    page.getByText(/Coated: the front, the back and the edges, since bare wood outdoors warps/),
  ).toBeVisible();
  await expect(page.locator('.sg-sentence')).toContainText(/\d+ ml, [\d.]+ m of film/);
  const filmSaid = /([\d.]+ m) of film/.exec((await page.locator('.sg-sentence').textContent())!)![1]!;
  const need = () => ground.locator('.sg-amount-head .sg-number').textContent();
  const allRound = await need();
  await ground.getByRole('button', { name: 'where from?' }).click();
  await expect(page.getByText(/its thickness has not been measured/)).toBeVisible();
  await page.goto('/pieces/demo-signs/surface');
  await page.getByRole('combobox', { name: 'Faces worked' }).click();
  await page.getByRole('option', { name: 'the front and the edges', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo the faces worked');
  await page.goto('/pieces/demo-signs/amounts');
  await expect(ground).toContainText('for ground, edge seal');
  await expect.poll(need).not.toBe(allRound);
  expect(parseInt((await need())!)).toBeLessThan(parseInt(allRound!));
  // what is left open is said, not only reckoned less
  await page.goto('/pieces/demo-signs/match');
  await expect(page.getByText(/not all of it is coated, and bare wood outdoors warps/i).first()).toBeVisible();
  await page.goto('/pieces/demo-signs/surface');
  await picked(page, 'Faces worked', 'as it needs');
  await expect(page.locator('.sg-sentence')).toContainText('exterior latex through an adhesive stencil film');
  await expect(page.locator('.sg-sentence')).toContainText(`${filmSaid} of film`);

  await page.goto('/pieces/demo-signs/plan');
  await page
    .getByRole('button', { name: /Cut and weed adhesive stencil film/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Mark “Cut and weed adhesive stencil film” done' }).click();
  const taken = page.getByLabel('Taken: adhesive stencil film');
  await expect(taken).toHaveValue(filmSaid);
  // measured is what is left: so much was used
  await taken.fill('0.6 m left');
  await taken.press('Enter');
  await expect(taken).toHaveValue('1.4 m');
  await page.getByRole('checkbox', { name: /offcuts? go(es)? onto the shelf/ }).click();
  await page.getByRole('button', { name: /^(Only this one|Keep)$/ }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /done/);
  await page.goto('/shelf?find=stencil');
  await expect(page.getByRole('button', { name: /adhesive stencil film.*left/ })).toContainText('0.6 m left');
  const offcuts = page.getByRole('region', { name: 'Offcuts' }).getByRole('button', { name: /adhesive stencil film/ });
  await expect(offcuts.first()).toContainText(/\d+ mm × \d+ mm/);
  // what was left over belongs to the mark: it goes with it
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /adhesive stencil film.*left/ })).toContainText('2 m left');
  await expect(offcuts).toHaveCount(0);
});

test('what is to be bought stands by its day, in packs, and ticked off it is on the shelf', async ({ page }) => {
  await page.goto('/shelf/to-buy');
  const film = page.getByRole('row', { name: /adhesive stencil film/ });
  await expect(film).toContainText('1 × 305 mm × 2 m');
  await expect(film).toContainText('EUR 8.40');
  await expect(page.getByRole('row', { name: /frost cream/ })).toContainText('size not known');
  await expect(page.getByText('EUR 8.40 without 2 prices.')).toBeVisible();
  await film.getByRole('checkbox').click();
  await expect(film).toHaveCount(0);
  await page.goto('/shelf?find=stencil');
  await expect(page.locator('.sg-can')).toHaveCount(2);
});

test('what never stood on the shelf is ticked off once it is said how much a pack of it holds', async ({ page }) => {
  await page.goto('/shelf/to-buy');
  const cream = page.getByRole('row', { name: /frost cream/ });
  await expect(cream.getByRole('checkbox')).toBeDisabled();
  await typed(page, 'A pack of frost cream holds', '2 m');
  await expect(cream).toContainText('a size in which frost cream is counted');
  await typed(page, 'A pack of frost cream holds', '120 ml');
  await expect(cream).toContainText(/\d × 120 ml/);
  await cream.getByRole('checkbox').click();
  await expect(cream).toHaveCount(0);
  await page.goto('/shelf?find=frost');
  await expect(page.locator('.sg-can').first()).toContainText('120 ml left');
});

test('what its own label says goes before the catalogue, and what was weighed before what was reckoned', async ({
  page,
}) => {
  await page.goto('/shelf?find=spar');
  await page.locator('.sg-can-line').click();
  await typed(page, 'Left now', '300 g');
  await expect(page.locator('.sg-can-line')).toContainText('200 ml left');
  await picked(page, 'A figure of its label', 'Until the next coat');
  await typed(page, 'On its label: until the next coat', '20 h');
  await expect(page.getByText('Until the next coat: 20 h')).toBeVisible();
  await page.getByRole('link', { name: 'spar urethane in the handbook' }).click();
  await expect(page.getByRole('row', { name: /Until the next coat/ })).toContainText(
    'On the label of what stands on your shelf',
  );
});

test('what is ordered delays the step that takes it, until it is here', async ({ page }) => {
  await page.goto('/shelf?find=stencil');
  await page.locator('.sg-can-line').click();
  await page.getByRole('button', { name: 'The day on which it comes' }).click();
  await page.getByRole('button', { name: 'Next month' }).click();
  await page.getByRole('button', { name: '15 December 2026', exact: true }).click();
  await expect(page.locator('.sg-can-line')).toContainText('comes Tue 15 Dec');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /the coming/);
  await page.goto('/pieces/demo-plaques/plan');
  await expect(page.getByText('adhesive stencil film, which comes on 15 Dec').first()).toBeVisible();
  await page.goto('/shelf?find=stencil');
  await page.locator('.sg-can-line').click();
  await page.getByRole('button', { name: 'It is here' }).click();
  await expect(page.locator('.sg-can-line')).not.toContainText('comes');
});

test('24 labels lie in three offcuts, and their cut files lie where the amounts lay them', async ({ page }) => {
  await page.goto('/pieces/demo-drawers/surface');
  await picked(page, 'Made of', 'porcelain enamel');
  await expect(page.locator('.sg-sentence')).toContainText('removable film left on');
  await expect(page.locator('.sg-sentence')).toContainText('3 offcuts');
  await page.goto('/pieces/demo-drawers/amounts');
  const film = page.getByRole('region', { name: 'removable film' });
  await expect(film).toContainText('3 offcuts of removable film, white. Enough is there.');
  await expect(film.locator('.sg-strip')).toHaveCount(3);
  await expect(film.locator('.sg-strip-piece')).toHaveCount(24);
  const sizes = (await film.locator('.sg-strip figcaption').allTextContents())
    .map((text) => /offcut of (\d+) mm × (\d+) mm/.exec(text)!.slice(1).join(' '))
    .sort();

  await page.goto('/pieces/demo-drawers/artwork');
  await expect(page.getByText(/^Cut from: removable film, white, offcut of/)).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Cut files, SVG', exact: true }).click(),
  ]);
  const files = unzipSync(new Uint8Array(await readFile((await download.path())!)));
  const pages = Object.values(files)
    .map((content) => /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(strFromU8(content))!.slice(1).map(Number).join(' '))
    .sort();
  expect(pages).toEqual(sizes);
});

test('flasks under a flood coat: two parts in two cups, each at its hour, and the area stays through a way out', async ({
  page,
}) => {
  await page.goto('/pieces/demo-flasks/artwork');
  for (const [label, value] of [
    ['Across the top rim', '62'],
    ['Across the foot', '74'],
    ['or upright', '190'],
  ] as const) {
    const field = page.getByRole('textbox', { name: label, exact: true });
    await field.fill(value);
    await field.press('Enter');
  }
  await page.getByText('213.6 mm × 190.1 mm, laid flat').waitFor();
  await page.goto('/pieces/demo-flasks/surface');
  await page.getByLabel('How many alike').fill('2');
  await page.getByLabel('How many alike').press('Enter');
  await expect(page.getByText('Night-watch flasks · 2 alike')).toBeVisible();
  await page.goto('/pieces/demo-flasks/match');
  await page.getByRole('button', { name: 'Use a turner and warm the workshop to 21 °C' }).click();
  const flood = page.locator('.sg-candidate').filter({ hasText: 'Cast film, air release under two-part flood epoxy' });
  await flood.getByRole('button').first().click();
  await expect(page.locator('.sg-sentence')).toContainText('under two-part flood epoxy');
  await page.goto('/pieces/demo-flasks/amounts');
  const epoxy = page.getByRole('region', { name: 'two-part flood epoxy' });
  await expect(epoxy).toContainText('2 equal mixes by volume, each in a cup of its own, for one piece and one coat');
  await expect(epoxy.getByText(/^\w{3} \d+ Dec, [\d:]+: Two-part flood epoxy \(group \d of 2, 1 piece\)$/)).toHaveCount(
    2,
  );
  const [hardener, resin] = await epoxy.locator('.sg-cup-parts li').allTextContents();
  expect(hardener!.replace('hardener', 'resin')).toBe(resin);

  await epoxy.getByRole('button', { name: 'Mix it otherwise' }).click();
  await typed(page, 'Ratio on the label', '2 : 1');
  await picked(page, 'Mixed to', 'what is left of hardener');
  await typed(page, 'Left of hardener', '8');
  await expect(epoxy.getByRole('alert')).toContainText('8 ml of hardener');
  await typed(page, 'Left of hardener', '15');
  await expect(epoxy).toContainText('One mix of 45 ml');
  // what sets in its cup is not kept
  await expect(epoxy).toContainText('throw it away once it is hard');
});

test('a paste is mixed to what is left of its salt, in spoons too, and what is over ages on the shelf', async ({
  page,
}) => {
  await page.goto('/pieces/demo-plaques/amounts');
  const paste = page.getByRole('region', { name: 'burn paste' });
  await paste.getByRole('button', { name: 'Mix it otherwise' }).click();
  await picked(page, 'Mixed to', 'what is left of ammonium chloride');
  await typed(page, 'Left of ammonium chloride', '12');
  await expect(paste).toContainText('warm distilled water 99.6 g');
  await expect(paste).toContainText('ammonium chloride 12 g, inexactly 3.5 level teaspoons');
  await typed(page, 'Over, kept closed and labelled', '80');
  await paste.getByRole('button', { name: 'Onto the shelf, mixed today' }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo what is over of burn paste');
  await page.goto('/shelf?find=burn');
  await expect(page.getByRole('button', { name: /burn paste, mixed/ })).toContainText('since it was mixed');
});

test('the price of a plaque with two prices that nobody knows is said to be without them', async ({ page }) => {
  await page.goto('/pieces/demo-plaques/artwork');
  await typed(page, 'Clear width', '200');
  await typed(page, 'Clear height', '200');
  await expect(page.getByText('200 mm × 200 mm')).toBeVisible();
  await page.goto('/settings');
  await typed(page, 'Your rate an hour', '15');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo the rate an hour');
  await page.goto('/pieces/demo-plaques/amounts');
  const costs = page.getByRole('region', { name: 'What it costs' });
  await expect(costs).toContainText('at EUR 15.00 an hour');
  await expect(costs).toContainText(/EUR [\d.]+ for all 3, EUR [\d.]+ each; too little is known to ask a price/);
  await expect(costs).toContainText('Without: burn paste, the piece itself, overhead');
  // once the one is said it is without the other only
  await page.getByText('Change trims and the board').click();
  await picked(page, 'The board', 'is there already');
  await typed(page, 'Price of one', '4.20');
  await expect(costs).toContainText('EUR 12.60');
  await expect(costs).toContainText('Without: burn paste, overhead');
});

test('the price of a piece names what it is without', async ({ page }) => {
  await page.goto('/pieces/demo-chimneys/amounts');
  const costs = page.getByRole('region', { name: 'What it costs' });
  await expect(costs).toContainText('too little is known to ask a price');
  await expect(costs).toContainText('Without: frost cream, the piece itself, your rate an hour');
  await page.goto('/settings');
  const rate = page.getByLabel('Your rate an hour');
  await rate.fill('15');
  await rate.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo the rate an hour');
  await page.goto('/pieces/demo-chimneys/amounts');
  await expect(costs).toContainText('at EUR 15.00 an hour');
  await expect(costs).toContainText('Without: frost cream, the piece itself, overhead');
});

test('the board is sawn to its design, rope comes from the shelf, and both stand in the list of what is to be bought', async ({
  page,
}) => {
  await page.goto('/pieces/demo-signs/amounts');
  const part = page.getByRole('region', { name: 'Trims and the board' });
  await part.getByText('Change trims and the board').click();
  await part.getByRole('combobox', { name: 'The board' }).click();
  await page.getByRole('option', { name: 'is sawn to the design' }).click();
  await expect(part).toContainText(/The board: saw it to 439\.2 × 88\.9 mm/);
  const typed = async (label: string, text: string) => {
    const field = part.getByLabel(label);
    await field.fill(text);
    await field.press('Enter');
  };
  await typed('Sold in lengths of', '2400');
  await typed('Price of a length', '11');
  await expect(part).toContainText('To buy: 2 lengths, EUR 22.00.');
  await part.getByRole('combobox', { name: 'Add a trim' }).click();
  await page.getByRole('option', { name: 'around the piece' }).click();
  await typed('What it is', 'jute rope');
  await expect(part).toContainText('jute rope: 6 × 1150 mm (jute rope of Dome path signs). Enough is there.');
  await page.goto('/shelf/to-buy');
  await expect(page.getByText(/^plank: 6 × 439\.2 mm .* To buy: 2 lengths, EUR 22\.00\.$/)).toBeVisible();
});
