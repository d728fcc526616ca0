import type { Page } from '@playwright/test';
import { expect, expectAccessible, NOW, test } from './journey.ts';

/** A page whose time goes on, and can be moved ahead: the wall clock and what has passed alike. */
const atBench = async (page: Page, path: string): Promise<void> => {
  await page.clock.install({ time: NOW });
  await page.goto(path);
  await expect(large(page)).toBeVisible();
};
const large = (page: Page) => page.locator('.sg-bench-large');
const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const timers = (page: Page) => page.getByRole('region', { name: 'Timers' }).getByRole('listitem');
/** Presses the large action once it says what is wanted, and waits until that is kept. */
const press = async (page: Page, words: RegExp): Promise<void> => {
  await expect(large(page)).toHaveText(words);
  await large(page).click();
};
const read = async (page: Page): Promise<void> => {
  if (/I have read this/.test(await large(page).innerText())) await large(page).click();
};

const said = async (page: Page): Promise<string> =>
  `${await large(page).innerText()} ${await heading(page).innerText()}`;
/** Does what is offered of a piece, and lets time pass where it waits, until something is reached; `done` is called after every press. */
const workOn = async (
  page: Page,
  { id, name }: { id: string; name: string },
  isReached: () => Promise<boolean>,
  done: (presses: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> => {
  let presses = 0;
  for (let turn = 0; turn < 90; turn += 1) {
    if (await isReached()) return;
    const before = await said(page);
    const isOwn = (await page.locator('.sg-over').filter({ hasText: name }).count()) > 0;
    if (!isOwn || /Next step/.test(before)) {
      await page.clock.fastForward('20:00');
      await page.goto(`/bench?piece=${id}`);
      await expect(large(page)).toBeVisible();
      continue;
    }
    await large(page).click();
    await expect.poll(() => said(page)).not.toBe(before);
    presses += 1;
    await done(presses);
  }
  throw new Error(`Not reached: ${await said(page)}`);
};

/** From the moment at which journeys take place to half past one, ten days on: Saturday, by daylight. */
const NEXT_SATURDAY_MS = 10 * 24 * 3_600_000 + 3.5 * 3_600_000;

test('a piece at the bench from its first step to ready, with a second tab and a reload in the middle', async ({
  page,
  context,
}) => {
  const flasks = { id: 'demo-flasks', name: 'Night-watch flasks' };
  await atBench(page, `/bench?piece=${flasks.id}`);
  await expect(page.getByRole('link', { name: flasks.name })).toBeVisible();
  await expectAccessible(page);
  const isReady = async () => {
    if (!doneInTab || (await page.locator('.sg-over').filter({ hasText: flasks.name }).count()) > 0) return false;
    await page.goto(`/pieces/${flasks.id}/plan`);
    await expect(heading(page)).toContainText(/steps? done/);
    if ((await heading(page).innerText()).includes('all steps done')) return true;
    await page.goto(`/bench?piece=${flasks.id}`);
    await expect(large(page)).toBeVisible();
    return false;
  };
  let doneInTab = false;
  await workOn(page, flasks, isReady, async (presses) => {
    if (presses !== 3) return;
    // what was begun in one tab is under way in the other, and after a reload
    const other = await context.newPage();
    await other.clock.install({ time: NOW });
    await other.goto(`/bench?piece=${flasks.id}`);
    await expect(heading(other)).toHaveText(await heading(page).innerText());
    const label = (await large(page).innerText()).split('\n')[0]!;
    // what was read was read by whoever sits at that tab
    await read(other);
    await expect(large(other)).toContainText(label);
    await page.reload();
    await expect(large(page)).toContainText(label);
    await other.close();
    doneInTab = true;
  });
  await page.goto('/pieces/demo-flasks/plan');
  await expect(heading(page)).toContainText('all steps done');
});

test('four tins in gel are checked in turn, and one resists', async ({ page }) => {
  const tins = { id: 'demo-tins', name: 'Snack tins' };
  await atBench(page, `/bench?piece=${tins.id}`);
  // the try comes first, and holds
  await read(page);
  await press(page, /On/);
  await page.clock.fastForward('20:00');
  await press(page, /Look at/);
  await page.getByRole('button', { name: 'Through' }).click();
  await press(page, /It held/);
  await expect(heading(page)).not.toContainText('Try');
  // on to the gel itself
  await workOn(
    page,
    tins,
    async () =>
      /^(On 1\b|I have read)/.test(await large(page).innerText()) && /gel/.test(await heading(page).innerText()),
  );
  await read(page);
  for (const copy of [1, 2, 3, 4]) await press(page, new RegExp(`On ${copy}\\b`));
  await expect(timers(page).first()).toBeVisible();
  await page.clock.fastForward('30:00');
  await press(page, /Look at 1 to 4/);
  await page.getByRole('button', { name: 'Not yet' }).click();
  await page.clock.fastForward('12:00');
  // three gave way, the fourth did not
  await page.locator('.sg-copies').getByText('4', { exact: true }).click();
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'Through' }).click();
  await press(page, /Rinsed off 1 to 3/);
  await page.keyboard.press('f');
  const failing = page.getByRole('dialog', { name: 'What went wrong?' });
  await failing.getByRole('textbox', { name: 'In your words' }).fill('Still hard after 40 minutes');
  await expectAccessible(page);
  await failing.getByRole('button', { name: 'It failed' }).click();
  await expect(page.getByRole('region', { name: 'Held up' })).toContainText('Still hard after 40 minutes');
  await page.goto('/log');
  await expect(page.getByRole('row').filter({ hasText: 'Still hard after 40 minutes' })).toBeVisible();
});

test('a night with a closed laptop: what came due meanwhile is told once it is opened, and once only', async ({
  page,
  context,
}) => {
  const tins = { id: 'demo-tins', name: 'Snack tins' };
  await atBench(page, `/bench?piece=${tins.id}`);
  await read(page);
  await press(page, /On/);
  // the next due lies lowest
  await expect(timers(page).last()).toContainText('Look at coating-remover gel');
  await page.close();
  // the next morning, another page of the same browser
  const morning = await context.newPage();
  await morning.clock.install({ time: new Date(NOW.getTime() + 14 * 3_600_000) });
  await morning.goto('/pieces');
  const strip = morning.getByRole('region', { name: 'Timers' });
  await expect(strip.getByRole('listitem').first()).toContainText('since');
  await expect(strip.getByRole('listitem').first()).toHaveClass(/is-over/);
  await expect(morning).toHaveTitle(/Rinse off coating-remover gel|Look at coating-remover gel/);
  await expect(strip.getByRole('status')).toContainText('coating-remover gel');
  // loaded again, it stands there still, and does not ring again
  await morning.reload();
  await expect(strip.getByRole('listitem').first()).toContainText('since');
  await expect(strip.getByRole('status')).toHaveText('');
  // and the step is offered before everything else
  await morning.goto('/bench');
  await expect(heading(morning)).toContainText('Try coating-remover gel');
});

test('a spray day called off by damp is taken up in the next hours that are fit', async ({ page }) => {
  const boards = { id: 'demo-boards', name: 'Railing boards' };
  await page.clock.install({ time: NOW });
  await page.goto(`/pieces/${boards.id}/plan`);
  const laid = page.locator('.sg-step').filter({ hasText: 'coat 2 of 2' });
  await laid.getByRole('button').first().click();
  await laid.getByRole('button', { name: /^Mark/ }).click();
  await page.getByRole('button', { name: /done too/ }).click();
  await expect(page.locator('.sg-step:not(.is-done)').first()).toContainText('aerosol');
  // Saturday of the week after, by daylight, when it was planned to be sprayed
  await page.clock.fastForward(NEXT_SATURDAY_MS);
  await page.goto(`/bench?piece=${boards.id}`);
  await expect(heading(page)).toContainText('aerosol');
  const air = page.getByRole('region', { name: 'Air' });
  const readAir = async (celsius: string, humidity: string) => {
    await air.getByRole('button', { name: 'Type what you read' }).click();
    for (const [name, value] of [
      ['Air', celsius],
      ['Humidity', humidity],
    ] as const) {
      await air.getByRole('textbox', { name, exact: true }).fill(value);
      await air.getByRole('textbox', { name, exact: true }).press('Enter');
    }
    await air.getByRole('button', { name: 'Keep the reading' }).click();
  };
  await readAir('14', '97');
  await expect(air).toContainText('Not now');
  await expect(air).toContainText(/Fit again/);
  await read(page);
  await expect(large(page)).toContainText('Not now: next step');
  // it is not begun by the large action; another step is offered
  await large(page).click();
  await expect(heading(page)).not.toContainText('aerosol');
  // two hours later the mist has gone
  await page.clock.fastForward('02:00:00');
  await page.goto(`/bench?piece=${boards.id}`);
  await expect(heading(page)).toContainText('aerosol');
  await readAir('15', '55');
  await expect(air).toContainText('Go');
  await press(page, /Begin/);
  await press(page, /Done/);
  await expect(page.getByRole('button', { name: /^Undo/ })).toHaveAttribute('title', /aerosol.* done/);
  await page.goto('/log');
  const log = page.getByRole('row').filter({ hasText: boards.name });
  await expect(log.filter({ hasText: 'Sat 5 Dec' }).filter({ hasText: 'done' })).toHaveCount(1);
});
