import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base, type BrowserContext, type BrowserContextOptions, type Page } from '@playwright/test';

/** The moment at which journeys take place, unless they say another: the scene is planned from it. */
export const NOW = new Date('2026-11-25T09:00:00Z');

interface Started {
  /** One context for all journeys of a worker, in which the scripts are compiled already; each journey finds it empty. */
  readonly started: BrowserContext;
}
interface Journey {
  /** Whether a journey has a context for itself alone, because what it does to it would be there for the next. */
  readonly apart: boolean;
  /** Whether a device may refuse or be silent: browsers write that to the console. */
  readonly mayRefuse: boolean;
}

/** Whether a page would be left at once; while something is being kept it has the browser ask first. */
export const mayLeave = (page: Page): Promise<boolean> =>
  page.evaluate(() => window.dispatchEvent(new Event('beforeunload', { cancelable: true })));
/** Whoever is asked stays until what was changed is kept: so does a journey before it goes to another page by its address. */
const leaveOnceKept = (page: Page): void => {
  const { goto, reload } = page;
  const isKept = () =>
    expect.poll(() => mayLeave(page).catch(() => false), { message: 'what was changed is kept' }).toBe(true);
  page.goto = async (...to) => {
    await isKept();
    return goto.apply(page, to);
  };
  page.reload = async (...how) => {
    await isKept();
    return reload.apply(page, how);
  };
};

/** A page on which nothing may break: an error in the console fails the journey. */
export const test = base.extend<Journey, Started>({
  apart: [false, { option: true }],
  mayRefuse: [false, { option: true }],
  started: [
    async ({ browser }, use, { project }) => {
      const { viewport, timezoneId, locale, contextOptions, serviceWorkers } = project.use;
      const baseURL = project.use.baseURL!;
      const context = await browser.newContext({
        ...contextOptions,
        viewport,
        timezoneId,
        locale,
        serviceWorkers,
        baseURL,
      } as BrowserContextOptions);
      // a page that stays keeps its process, in which the scripts stay compiled
      await (await context.newPage()).goto('/favicon.svg');
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ browser, started, apart }, use) => {
    const context = apart ? await browser.newContext() : started;
    context.on('page', leaveOnceKept);
    await use(context);
    context.off('page', leaveOnceKept);
    if (apart) await context.close();
    else for (const page of context.pages().slice(1)) await page.close();
  },
  page: async ({ context, baseURL, mayRefuse }, use) => {
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send('Storage.clearDataForOrigin', { origin: baseURL!, storageTypes: 'all' });
    await session.detach();
    await page.clock.setFixedTime(NOW);
    const broken: string[] = [];
    page.on('pageerror', (error) => broken.push(error.message));
    page.on('console', (message) => {
      if (message.type() !== 'error') return;
      if (mayRefuse && /^Failed to load resource: .* (409|503) /.test(message.text())) return;
      broken.push(message.text());
    });
    await use(page);
    expect(broken).toEqual([]);
  },
});

export { expect };

/** Fills a field in and presses Enter, by its label. */
export const typed = async (page: Page, label: string, value: string): Promise<void> => {
  const field = page.getByRole('textbox', { name: label, exact: true }).first();
  await field.fill(value);
  await field.press('Enter');
};
/** Takes an option of a list, by both labels. */
export const picked = async (page: Page, label: string, option: string): Promise<void> => {
  await page.getByRole('combobox', { name: label, exact: true }).first().click();
  await page.getByRole('option', { name: option, exact: true }).click();
};

/** Waits until the layers of the open piece have been judged. */
export const judged = async (page: Page): Promise<void> => {
  await page.locator('.sg-course[aria-busy="false"], .sg-course:not([aria-busy])').first().waitFor();
};

/** Waits until every style sheet that the page has asked for is there, and the fonts that it draws with. */
export const styled = async (page: Page): Promise<void> => {
  await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLLinkElement>('link[rel=stylesheet]')].every(({ sheet }) => sheet !== null),
  );
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
};

/** Counts frames from now on; each call gives the times between those since the last one, shortest first. */
export const watchFrames = async (page: Page): Promise<() => Promise<readonly number[]>> => {
  await page.evaluate(() => {
    const watch = window as unknown as { gaps: number[] };
    watch.gaps = [];
    let last = performance.now();
    const frame = (now: number) => {
      watch.gaps.push(now - last);
      last = now;
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
  });
  return () =>
    page.evaluate(() => (window as unknown as { gaps: number[] }).gaps.splice(0).sort((one, other) => one - other));
};

/** No serious finding of the accessibility rules on what is shown, once nothing moves; of some rules alone where they are named. */
export const expectAccessible = async (page: Page, rules?: readonly string[]): Promise<void> => {
  await page.evaluate(() => {
    const ending = document
      .getAnimations()
      .filter(({ effect }) => effect?.getComputedTiming().iterations !== Number.POSITIVE_INFINITY);
    return Promise.allSettled(ending.map(({ finished }) => finished));
  });
  // in the page itself, and worked out for what is wrong alone: a page of its own and all that is right cost two thirds of the time
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  const { violations } = await (rules ? axe.withRules([...rules]) : axe).analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(serious.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(' | ')}`)).toEqual(
    [],
  );
};

/** Saves the workspace file through the interface and gives its text. */
export const exported = async (page: Page): Promise<string> => {
  if (!page.url().endsWith('/settings')) await page.goto('/settings');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the workspace' }).click(),
  ]);
  const chunks: Buffer[] = [];
  for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
};

export const imported = async (page: Page, name: string, text: string): Promise<void> => {
  if (!page.url().endsWith('/settings')) await page.goto('/settings');
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Import a workspace' }).click(),
  ]);
  await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
};
