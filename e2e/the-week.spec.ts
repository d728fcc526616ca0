import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, test } from './journey.ts';

// several plans are made in each, in a worker beside the page's own

/** A fixed day before the public night, and a weather station of this journey alone. */
const open = async (page: Page, station: string, path = '/week'): Promise<void> => {
  await page.clock.setFixedTime(new Date('2026-11-25T09:00:00Z'));
  await page.route('**/api/climate/hilltop?**', (route) =>
    route.continue({ url: route.request().url().replace('/hilltop?', `/${station}?`) }),
  );
  await page.goto(path);
};
const sentence = (page: Page) => page.getByRole('heading', { level: 1 });
const planned = async (page: Page): Promise<void> => {
  await expect(page.locator('.sg-made')).toContainText(/Planned \w/);
};
const steps = (page: Page) => page.locator('.sg-steps-table tbody tr');

test('the scene is planned to its public night over a rainy week, forward and backward', async ({ page }) => {
  await open(page, 'rain-a');
  await planned(page);
  await expect(sentence(page)).toContainText(
    /10 pieces, \d+ sittings, all ready \w+ \d+ Dec, (morning|midday|afternoon|evening)/,
  );
  await expect(sentence(page)).toContainText('every date met');
  await expect(page.locator('.sg-made')).toContainText('by the forecast of Wed 25 Nov, 10:00');
  // what is sprayed stands on days that are fit for it
  const sprayed = steps(page).filter({ hasText: 'aerosol' });
  await expect(sprayed.first()).toContainText(/Sat|Sun/);
  const blocks = await page.locator('.sg-block').count();
  expect(blocks).toBeGreaterThanOrEqual(await steps(page).count());
  const first = await steps(page).first().innerText();
  await page.getByText('Latest start').click();
  // the safe start leads, the bare latest stands beside it
  await expect(sentence(page)).toContainText(/begin by .+ % sure \(at the very latest .+\)|no start is safe enough/, {
    // on a busy machine its thousand tries take longer than what is usual
    timeout: 90_000,
  });
  await expect(steps(page).first()).not.toHaveText(first);
  await page
    .getByText(/every due date is then met in \d+ % of the tries|meets every date in \d+ % of the tries/)
    .waitFor();
});

test('a step is moved by keyboard, the rest is planned round it; where it cannot go it says why, and undo takes it back', async ({
  page,
}) => {
  await open(page, 'rain-b');
  await planned(page);
  const sand = page.getByRole('button', { name: /^Dome path signs: Sand/ });
  await sand.focus();
  await page.keyboard.press('Enter');
  const panel = page.getByRole('region', { name: /Dome path signs: Sand/ });
  await expect(panel).toBeFocused();
  const at = panel.getByRole('textbox', { name: 'Move to' });
  await at.fill('30 Nov 2026, 18:30');
  await at.press('Enter');
  await expect(panel).toContainText('where you put it');
  await expect(panel).toContainText('Mon 30 Nov, 18:30');
  const row = steps(page).filter({ hasText: 'Dome path signs' }).filter({ hasText: 'Sand' });
  await expect(row).toContainText('moved by you');
  await at.fill('1 Dec 2026, 03:00');
  await at.press('Enter');
  await expect(page.getByRole('alert')).toContainText(/It stays where it was.*your free hours/);
  await expect(row).toContainText('Mon 30 Nov 18:30');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row).not.toContainText('moved by you');
});

test('a step is dragged to another evening', async ({ page }) => {
  await open(page, 'rain-c');
  await planned(page);
  const block = page.getByRole('button', { name: /^Gate pennants: Lint-roll/ });
  await block.evaluate((element) => element.scrollIntoView({ block: 'center', inline: 'center' }));
  const before = await block.getAttribute('aria-label');
  const box = (await block.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 200, box.y + box.height / 2, { steps: 12 });
  await page.mouse.up();
  await page.getByRole('button', { name: /^Gate pennants: Lint-roll.*moved by you/ }).waitFor();
  expect(await page.getByRole('button', { name: /^Gate pennants: Lint-roll/ }).getAttribute('aria-label')).not.toBe(
    before,
  );
});

test('a coat that was late moves what follows it', async ({ page }) => {
  await open(page, 'rain-d', '/pieces/demo-signs/plan');
  await page.getByRole('heading', { name: /^Ready/ }).waitFor();
  const ready = await page.getByRole('heading', { name: /^Ready/ }).innerText();
  await page.locator('.sg-step-line').filter({ hasText: 'Cut and weed' }).click();
  await page.getByRole('button', { name: /Mark “Cut and weed adhesive stencil film” done/ }).click();
  await page.getByRole('button', { name: /^(Keep|Only this one)$/ }).click();
  await page.getByText('One step done').waitFor();
  await page.clock.setFixedTime(new Date('2026-12-02T21:10:00Z'));
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Ready/ })).not.toHaveText(ready);
  // one line a step: the next stands open, the others unfold
  await page.getByRole('button', { name: /Mark “Sand/ }).click();
  await page.getByRole('button', { name: /^(Keep|Only this one)$/ }).click();
  await page
    .locator('.sg-step-line')
    .filter({ hasText: /Exterior latex, (coat|back) 1 of 2/ })
    .first()
    .click();
  await page
    .getByRole('button', { name: /Mark “Exterior latex, (coat|back) 1 of 2” done/ })
    .first()
    .click();
  const at = page.getByRole('textbox', { name: 'Done at' });
  await at.fill('2 Dec 2026, 20:10');
  await at.press('Enter');
  await page.getByRole('button', { name: /^(Keep|Only this one)$/ }).click();
  await page.getByText('3 steps done').waitFor();
  const second = page
    .locator('.sg-step')
    .filter({ hasText: /Exterior latex, (coat|back) 2 of 2/ })
    .first();
  await second.getByRole('button').first().click();
  await expect(second).toContainText(/After .*(exterior latex ready for the next coat|dry enough to turn it over)/);
});

test('a forecast that changes its mind plans anew; one that fails leaves the last one, with its age', async ({
  page,
  request,
  baseURL,
}) => {
  await open(page, 'rain-e');
  await planned(page);
  await request.put('/api/climate/rain-e/behaviour', { data: { revision: 3 }, headers: { origin: baseURL! } });
  await page.getByRole('button', { name: 'Read the forecast' }).click();
  await expect(page.locator('.sg-made')).toContainText(/Planned anew by the forecast of /);
  // a failing station writes an error to the console of the browser: that is what is looked for here
  await page.route('**/api/climate/**', (route) =>
    route.fulfill({ status: 200, json: { problems: [], forecast: null } }),
  );
  await page.clock.setFixedTime(new Date('2026-11-25T12:00:00Z'));
  await page.getByRole('button', { name: 'Read the forecast' }).click();
  await page.getByText(/The last forecast, \d h old, is used\./).waitFor();
  await expect(page.locator('.sg-made')).toContainText('Planned anew by the forecast of Wed 25 Nov, 10:00');
});

test('a date that cannot be met is refused with its steps and the nearest that can, which one press takes', async ({
  page,
}) => {
  await open(page, 'rain-f', '/pieces/demo-signs/surface');
  const due = page.getByRole('textbox', { name: 'Due' });
  await due.fill('30 Nov 2026, 12:00');
  await due.press('Enter');
  await page.getByRole('link', { name: 'Week' }).click();
  await planned(page);
  // for the soonest end it is planned, and said to be late
  await page.getByText(/Dome path signs is wanted Mon 30 Nov, 12:00; the nearest that can be is/).waitFor();
  await page.getByText('Latest start').click();
  await expect(sentence(page)).toHaveText('This cannot be planned');
  await page.getByText(/Exterior latex.*Dome path signs.*before they are due/).waitFor();
  await page.getByText(/Dome path signs is wanted .* the nearest that can be is/).waitFor();
  await page.getByRole('button', { name: /^Make .* the date of Dome path signs$/ }).click();
  await expect(sentence(page)).toContainText(/begin by|no start is safe|cannot be planned/);
});

test('the calendar file holds the steps to come with alarms; days away stay empty', async ({ page }) => {
  await open(page, 'rain-g', '/week');
  await planned(page);
  await page.getByRole('textbox', { name: 'Another day' }).fill('2026-11-26');
  await page.getByRole('textbox', { name: 'Its hours' }).fill('away');
  await page.getByRole('textbox', { name: 'Its hours' }).press('Enter');
  await page.getByRole('button', { name: 'Keep this day' }).click();
  await page.getByText('2026-11-26: away').waitFor();
  await planned(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar file' }).click(),
  ]);
  const text = await readFile((await download.path())!, 'utf8');
  expect(text).toContain('BEGIN:VALARM');
  expect(text).toContain('DTSTART:20261125T');
  expect(text).not.toContain('DTSTART:20261126T');
  expect(text.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(40);
});
