// Takes the pictures in docs/screenshots anew: one of each main view, from the demo data, on a fixed day.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { installed, must, node, root } from './run.mjs';

await installed();
await must('The build', node('scripts/build.mjs'));
const { chromium } = await import('@playwright/test');

const DAY = '2026-11-25T09:00:00Z';
const ready = async (page) => {
  await page.waitForLoadState('networkidle');
  await page.locator('[aria-busy="true"]').waitFor({ state: 'detached' });
  await page.evaluate(() => document.fonts.ready);
};
const slideTo = async (page, moments) => {
  await page.getByRole('slider', { name: 'Time through the job' }).focus();
  await page.keyboard.press('Home');
  for (let step = 0; step < moments; step += 1) await page.keyboard.press('ArrowRight');
};

const toHeading = async (page, name, further = 0) => {
  await page.getByRole('heading', { name }).evaluate((heading) => heading.scrollIntoView());
  await page.mouse.wheel(0, further);
};
/** The artwork's figures are there, and what is cut from them. */
const lookedOver = async (page) => {
  await page.locator('.sg-figures').waitFor();
  await page.locator('.sg-sheet').first().waitFor();
  await page.waitForTimeout(500);
};

/** Name of the picture → address, and what is done there first. */
const VIEWS = {
  pieces: ['/pieces'],
  'new-piece': [
    '/pieces/new',
    (page) => page.getByLabel('The piece in one line').fill('varnished pine shelf, bathroom, wiped, five years'),
  ],
  surface: ['/pieces/demo-signs/surface'],
  match: ['/pieces/demo-signs/match'],
  'match-refused': ['/pieces/demo-drawers/match'],
  'match-ways-out': [
    '/pieces/demo-chimneys/match',
    (page) => page.getByRole('heading', { name: 'Would work if…' }).scrollIntoViewIfNeeded(),
  ],
  'match-layers': [
    '/pieces/demo-signs/match',
    (page) =>
      page.getByRole('heading', { name: 'The layers, one by one' }).evaluate((heading) => heading.scrollIntoView()),
  ],
  'artwork-sign': [
    '/pieces/demo-signs/artwork',
    async (page) => {
      await lookedOver(page);
      await toHeading(page, 'To the cutter', 420);
    },
  ],
  'artwork-cone': ['/pieces/demo-chimneys/artwork', lookedOver],
  'artwork-bridges': [
    '/pieces/demo-bags/artwork',
    async (page) => {
      await lookedOver(page);
      await page.getByRole('button', { name: 'Look at it first' }).click();
      await page.getByRole('button', { name: 'Keep it' }).waitFor();
      await toHeading(page, 'Mends');
    },
  ],
  'artwork-labels': ['/pieces/demo-drawers/artwork', lookedOver],
  plan: ['/pieces/demo-signs/plan', (page) => slideTo(page, 10)],
  'plan-cautions': ['/pieces/demo-plaques/plan', (page) => slideTo(page, 5)],
  care: ['/pieces/demo-signs/care'],
  handbook: [
    '/handbook',
    async (page) => {
      await page.locator('.sg-overview canvas').first().waitFor();
      await page
        .getByRole('heading', { name: 'Surfaces by ways of working' })
        .evaluate((heading) => heading.scrollIntoView());
    },
  ],
  settings: ['/settings'],
  'match-fired-black': [
    '/pieces/demo-tins/match',
    (page) => page.evaluate(() => document.documentElement.setAttribute('data-mantine-color-scheme', 'dark')),
  ],
};

const server = spawn(process.execPath, ['server/dist/main.js'], { cwd: root, env: { ...process.env, PORT: '0' } });
const address = await new Promise((resolve, reject) => {
  server.stdout.on('data', (chunk) => {
    const found = /http:\/\/localhost:\d+/.exec(String(chunk));
    if (found) resolve(found[0]);
  });
  server.on('close', () => reject(new Error('The server stopped before it was ready.')));
});
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
});
const folder = path.join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
try {
  for (const [name, [view, before]] of Object.entries(VIEWS)) {
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      timezoneId: 'Europe/Berlin',
      locale: 'en-GB',
    });
    await page.clock.setFixedTime(DAY);
    await page.goto(`${address}${view}`);
    await ready(page);
    await before?.(page);
    await ready(page);
    await page.screenshot({ path: path.join(folder, `${name}.png`), animations: 'disabled' });
    await page.close();
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await browser.close();
  server.kill();
}
