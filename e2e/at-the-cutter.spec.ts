import type { Page } from '@playwright/test';
import { expect, picked, test } from './journey.ts';

// One cutter stands at this server: what is told to it goes for whoever asks it, so these follow each other.
test.describe.configure({ mode: 'serial' });

/** Tells the stand-in how to behave, from a page of its own server. */
const tell = (page: Page, behaviour: object): Promise<number> =>
  page.evaluate(
    async (body) => (await fetch('/api/cutter/bench/behaviour', { method: 'PUT', body: JSON.stringify(body) })).status,
    behaviour,
  );
const cutter = (page: Page) => page.getByRole('region', { name: 'At the cutter' });
const check = (page: Page, words: string | RegExp) => cutter(page).getByRole('listitem').filter({ hasText: words });
const setUp = async (page: Page): Promise<void> => {
  for (const [name, value] of [
    ['Depth, mm', '0.3'],
    ['Speed, mm/s', '200'],
  ] as const)
    await cutter(page).getByRole('textbox', { name, exact: true }).fill(value);
};
const load = async (page: Page): Promise<void> => {
  await cutter(page).getByRole('button', { name: 'The film is in' }).click();
  await cutter(page).getByRole('button', { name: 'Yes, this film lies in it' }).click();
};

test('sheet after sheet: looked at before it starts, one that runs out, and only what is missing cut again', async ({
  page,
}) => {
  await page.goto('/pieces/demo-signs/artwork');
  expect(await tell(page, { reset: true, hurry: 500 })).toBe(200);
  await expect(cutter(page).getByRole('status').first()).toContainText('It stands still, without film');
  const start = cutter(page).getByRole('button', { name: /^Cut sheet 1 of/ });
  await expect(start).toBeDisabled();
  await expect(check(page, /none is sensed/)).toContainText('Refused');
  await setUp(page);
  await load(page);
  await expect(check(page, /guide lines are left out/)).toContainText('Good');
  await expect(check(page, /No test of this film has held/)).toContainText('Careful');
  await expect(start).toBeEnabled();
  await start.click();
  await expect(cutter(page).getByRole('combobox', { name: 'Sheet' })).toHaveValue(/^sheet 2 of/);
  await expect(page.getByRole('button', { name: /^Undo/ })).toHaveAttribute('title', /Sheet 1 of \d+ was cut/);
  // the next runs out of film halfway
  expect(await tell(page, { fault: 'outOfFilm', atShare: 0.5 })).toBe(200);
  await load(page);
  await cutter(page)
    .getByRole('button', { name: /^Cut sheet 2 of/ })
    .click();
  await expect(cutter(page).getByRole('status').first()).toContainText('it ran out of film');
  const rest = cutter(page).getByRole('button', { name: 'Cut what is missing' });
  await expect(rest).toBeDisabled();
  await expect(cutter(page).getByText(/^Only what is missing is cut: pieces 2 and 3/)).toBeVisible();
  await page.goto('/log');
  await expect(page.getByRole('row').filter({ hasText: 'it ran out of film' })).toContainText('failed');
  await page.goto('/pieces/demo-signs/artwork');
  await setUp(page);
  await load(page);
  await rest.click();
  await expect(cutter(page).getByRole('combobox', { name: 'Sheet' })).toHaveValue(/^sheet 3 of/);
  await picked(page, 'Sheet', 'sheet 2 of 4: 3 pieces, cut');
  // one that tore while it was weeded is cut again alone
  await cutter(page).getByRole('combobox', { name: 'Pieces of it that tore since' }).click();
  await page.getByRole('option', { name: '3', exact: true }).click();
  await page.keyboard.press('Escape');
  await cutter(page).getByRole('button', { name: 'Cut them again' }).click();
  await expect(cutter(page).getByText('Only what is missing is cut: piece 3.')).toBeVisible();
});

test.describe(() => {
  test.use({ mayRefuse: true });
  test('a cutter that lies about its bed cuts no more than the workshop says, nor than it can', async ({ page }) => {
    await page.goto('/pieces/demo-signs/artwork');
    await tell(page, {
      reset: true,
      hurry: 500,
      says: { widthMm: 5000, lengthMm: 5000 },
      bed: { widthMm: 100, lengthMm: 100 },
    });
    await setUp(page);
    await load(page);
    await expect(check(page, /of at most 5000 mm/)).toBeVisible();
    await cutter(page)
      .getByRole('button', { name: /^Cut sheet 1 of/ })
      .click();
    await expect(cutter(page).getByRole('alert')).toContainText('at most 100 × 100 mm');
    await expect(page.getByRole('button', { name: /^Undo/ })).toHaveAttribute('title', 'Nothing to undo');
    await tell(page, { says: { widthMm: -3, lengthMm: 'very long' } });
    await expect(cutter(page).getByRole('alert').first()).toContainText('save the files instead');
    await tell(page, { isSilent: true });
    await expect(cutter(page).getByRole('alert').first()).toContainText('does not answer');
    await expect(page.getByRole('button', { name: 'Cut files, SVG' })).toBeEnabled();
    await tell(page, { reset: true });
  });
});

test('a test strip of a roll: what held is its finest stroke from then on, with its settings', async ({ page }) => {
  await page.goto('/pieces/demo-signs/artwork');
  await tell(page, { reset: true, hurry: 500 });
  await setUp(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    cutter(page).getByRole('button', { name: 'Test strip, SVG' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/test-strip.*\.svg$/);
  await cutter(page).getByRole('button', { name: 'The film is in' }).click();
  await cutter(page).getByRole('button', { name: 'Cut the test strip' }).click();
  await expect(cutter(page).getByRole('status').first()).toContainText('It has cut the test strip');
  await cutter(page).getByRole('button', { name: 'Say what held' }).click();
  await picked(page, 'The cut went', 'through the film, not its backing');
  await picked(page, 'Strokes and webs held, weeded, from', '2 mm on');
  await cutter(page).getByRole('button', { name: 'Keep the test' }).click();
  await expect(check(page, /2 mm holds \(your own trial\)/)).toContainText('Good');
  await expect(check(page, /As your last test held/)).toContainText('Good');
  // wherever the finest stroke counts
  const stroke = page.locator('.sg-figures > div').filter({ hasText: 'Thinnest stroke' });
  await expect(stroke).toContainText('adhesive stencil film needs 2 mm');
  // what it cannot hold any more is cut from another film
  await cutter(page).getByRole('button', { name: 'Say what held' }).click();
  await picked(page, 'The cut went', 'through the film, not its backing');
  await picked(page, 'Strokes and webs held, weeded, from', '4 mm on');
  await cutter(page).getByRole('button', { name: 'Keep the test' }).click();
  await expect(stroke).toContainText('permanent film needs 1 mm');
  await page.goto('/log');
  await expect(page.getByRole('row').filter({ hasText: 'cut tested' }).filter({ hasText: 'held 2 mm' })).toBeVisible();
});

test('the cutter stands at the bench too, with the step that is cut', async ({ page }) => {
  await page.goto('/bench?piece=demo-signs&at=demo-chimneys%2Fmask.cut%231');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Cut and weed');
  await tell(page, { reset: true, hurry: 500 });
  await setUp(page);
  await load(page);
  await cutter(page)
    .getByRole('button', { name: /^Cut sheet 1 of/ })
    .click();
  await expect(page.getByRole('button', { name: 'Done', exact: false }).first()).toBeVisible();
  // its end is kept although another page is open by then
  await page.goto('/week');
  await page.goto('/log');
  await expect(page.getByRole('row').filter({ hasText: /Sheet 1 of 4 was cut/ })).toBeVisible();
});
