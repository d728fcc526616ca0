// Takes the pictures in docs/screenshots anew: one of each main view, from the demo data, on a fixed day. Names in the call: only these.
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { installed, must, node, root } from './run.mjs';

await installed();
await must('The build', node('scripts/build.mjs'));
const { chromium } = await import('@playwright/test');

const wanted = process.argv.slice(2);
const DAY = '2026-11-25T09:00:00Z';
const ready = async (page) => {
  await page.waitForLoadState('networkidle');
  await page.locator('[aria-busy="true"]').waitFor({ state: 'detached' });
  for (const words of ['being dated', 'being reckoned'])
    await page.getByText(words).first().waitFor({ state: 'detached', timeout: 60_000 });
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
  await page.locator('.sg-plate').first().waitFor();
  await page.waitForTimeout(500);
};
/** The left picture shows what lies in the cutter. */
const inTheCutter = async (page) => {
  await page.getByRole('tab', { name: 'In the cutter' }).click();
  await page.locator('.sg-sheet').first().waitFor();
};

/** The bench is dated, and tried. */
const planned = async (page) => {
  await page.waitForTimeout(1500);
  await page.getByText('Being dated').waitFor({ state: 'detached' });
  await page.getByText('Looking for a better plan').waitFor({ state: 'detached', timeout: 60_000 });
  if (page.url().endsWith('/week')) await page.getByText('sure').first().waitFor({ timeout: 60_000 });
};

/** The amounts are there, with the film laid out. */
const reckoned = async (page) => {
  await page.locator('.sg-strip').first().waitFor({ timeout: 60_000 });
  await page.waitForTimeout(500);
};

/** Film lies in the cutter, and what is looked at before it starts stands there. */
const atTheCutter = async (page) => {
  await lookedOver(page);
  await page.getByRole('button', { name: 'The film is in' }).click();
  await page.locator('.sg-cutter-checks').evaluate((list) => list.scrollIntoView({ block: 'center' }));
};

const large = (page) => page.locator('.sg-bench-large');
/** Minutes go by: the clock of the page is moved. */
const later = (page, minutes) => page.clock.setFixedTime(new Date(Date.parse(DAY) + minutes * 60_000));
/** Begins the try on a spot, once its cautions have been read. */
const inGel = async (page) => {
  await large(page).waitFor();
  await large(page).click();
  await page.waitForTimeout(500);
  await large(page).click();
  await page.locator('.sg-bench-timer').first().waitFor();
};
/** A patch that was looked at twice. */
const patchesLooked = async (page) => {
  await inGel(page);
  for (const [minutes, found] of [
    [12, 'Not yet'],
    [25, 'Partly'],
  ]) {
    await later(page, minutes);
    await page.reload();
    await large(page).waitFor();
    const slept = page.getByRole('button', { name: 'It slept: count that time' });
    if (await slept.count()) await slept.click();
    await page.keyboard.press('c');
    await page.getByRole('button', { name: found, exact: true }).click();
    await page.waitForTimeout(1000);
  }
  await page.goto('/patches');
  await page.getByRole('heading', { name: 'To be tried first' }).waitFor();
  await page.getByText('Being looked through').waitFor({ state: 'detached', timeout: 60_000 });
  await page
    .locator('canvas')
    .first()
    .waitFor({ timeout: 20_000 })
    .catch(() => undefined);
};

/** A piece on which two evenings were worked: its marks come in by a file. */
const worked = async (page) => {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the workspace' }).click(),
  ]);
  const workspace = JSON.parse(await readFile(await file.path(), 'utf8'));
  const { id: pieceId, parts } = workspace.pieces.find(({ id }) => id === 'demo-signs');
  const at = (minutes) => new Date(Date.parse(DAY) + (minutes - 3840) * 60_000).toISOString();
  const air = (temperatureC, relativeHumidity) => ({ air: { temperatureC, relativeHumidity } });
  const mark = (kind, operationId, coat, minutes, more = {}) => ({
    id: `mark-${kind}-${operationId}-${coat}`,
    kind,
    pieceId,
    partId: parts[0].id,
    operationId,
    coat,
    at: at(minutes),
    ...more,
  });
  const tin = workspace.shelf.find(({ productId }) => productId === 'exterior-latex');
  workspace.events = [
    mark('started', 'ground', 1, 0, air(17, 62)),
    mark('done', 'ground', 1, 28),
    mark('started', 'ground', 2, 1320, air(18.5, 58)),
    mark('done', 'ground', 2, 1344),
    mark('checked', 'ground', 2, 1400, { found: 'dry' }),
    mark('started', 'mask.cut', 1, 1410),
    mark('done', 'mask.cut', 1, 1438),
    mark('started', 'mask', 1, 3000),
    mark('done', 'mask', 1, 3035),
    mark('failed', 'mask', 1, 3036, { copies: [2], symptom: 'lifts', note: 'one corner' }),
    mark('mended', 'mask', 1, 3044, { copies: [2], note: 'warmed and pressed' }),
  ];
  if (tin)
    workspace.uses.push(
      ...[1, 2].map((coat) => ({
        id: `use-${coat}`,
        canId: tin.id,
        at: at(28),
        as: 'used',
        amount: 110,
        pieceId,
        eventId: `mark-done-ground-${coat}`,
        note: '',
      })),
    );
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Import a workspace' }).click(),
  ]);
  await chooser.setFiles({
    name: 'worked.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(workspace)),
  });
  await page.getByText('Undo brings back what was there').waitFor();
  await page.goto(`/pieces/${pieceId}/record`);
  await page.getByRole('region', { name: 'Layers' }).waitFor();
};

/** Name of the picture → address, what is done there first, and the size of the window where it is another. */
const VIEWS = {
  pieces: ['/pieces'],
  'new-piece': [
    '/pieces/new',
    async (page) => {
      await page.getByLabel('The piece in one line').fill('varnished pine shelf, bathroom, wiped, five years');
      await page.getByRole('group', { name: 'Read from the line' }).waitFor();
      await page.waitForTimeout(500);
    },
  ],
  shelf: ['/shelf'],
  amounts: ['/pieces/demo-signs/amounts', reckoned],
  surface: ['/pieces/demo-signs/surface'],
  match: ['/pieces/demo-signs/match'],
  'match-refused': ['/pieces/demo-drawers/match'],
  'artwork-sign': [
    '/pieces/demo-signs/artwork',
    async (page) => {
      await lookedOver(page);
      await inTheCutter(page);
      await toHeading(page, 'To the cutter', -40);
    },
  ],
  cutter: ['/pieces/demo-signs/artwork', atTheCutter],
  plan: ['/pieces/demo-signs/plan', (page) => slideTo(page, 10)],
  week: [
    '/week',
    async (page) => {
      await planned(page);
      await page.getByRole('button', { name: 'Narrower hours' }).click();
    },
  ],
  bench: ['/bench?piece=demo-tins', inGel],
  patches: ['/bench?piece=demo-tins', patchesLooked],
  care: ['/pieces/demo-signs/care'],
  'care-card': [
    '/pieces/demo-bowls/care',
    async (page) => {
      await page.locator('img.sg-card').waitFor({ timeout: 60_000 });
      await toHeading(page, 'Cards that go with it', -60);
    },
  ],
  record: ['/settings', worked],
  rescue: ['/rescue'],
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
  for (const [name, [view, before, viewport = { width: 1280, height: 800 }]] of Object.entries(VIEWS)) {
    if (wanted.length && !wanted.includes(name)) continue;
    const page = await browser.newPage({
      viewport,
      timezoneId: 'Europe/Berlin',
      locale: 'en-GB',
      baseURL: address,
    });
    await page.clock.setFixedTime(DAY);
    await page.goto(`${address}${view}`);
    await page.waitForTimeout(1000);
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
