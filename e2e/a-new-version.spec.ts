import { appendFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { createApp } from '../server/src/app.ts';
import { expect, test } from './journey.ts';

test.use({ serviceWorkers: 'allow', apart: true });

const BUILD = path.resolve(import.meta.dirname, '../web/dist');

let folder: string;
let server: Server;
let address: string;

test.beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'sgraffa-version-'));
  cpSync(BUILD, folder, { recursive: true });
  server = createApp({ buildFolder: folder }).listen(0);
  await new Promise((done) => server.once('listening', done));
  address = `http://localhost:${(server.address() as AddressInfo).port}`;
});
test.afterEach(() => {
  server.closeAllConnections();
  server.close();
  rmSync(folder, { recursive: true });
});

/** The page under its own worker, as on a second visit. */
const openKept = async (page: Page, where: string): Promise<void> => {
  await page.goto(address + where);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
};

/** Puts a newer build in the place of the one that is served, and lets the browser look for it. */
const release = async (page: Page): Promise<void> => {
  appendFileSync(path.join(folder, 'sw.js'), '\n// a newer one\n');
  await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
};

const told = (page: Page) => page.getByText(/^A new version of Sgraffa/);
/** Marks the page that is loaded: a page that is loaded again has lost it. */
const mark = (page: Page) => page.evaluate(() => void Object.assign(window, { marked: true }));
const isMarked = (page: Page) => page.evaluate(() => 'marked' in window);

test('a new version is told and waits until it is asked for; a typed line stays', async ({ page }) => {
  await openKept(page, '/pieces/new');
  await mark(page);
  const line = page.getByLabel('The piece in one line');
  await line.fill('raw maple plaque, burnt');
  await release(page);
  await told(page).waitFor();
  expect(await isMarked(page)).toBe(true);
  await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Load it now' }).click()]);
  await expect(line).toHaveValue('raw maple plaque, burnt');
  expect(await isMarked(page)).toBe(false);
});

test('it is taken by itself when the page is put aside, but not while something is open in a form', async ({
  page,
}) => {
  await openKept(page, '/pieces/demo-tins/surface');
  await mark(page);
  const name = page.getByLabel('Name');
  await name.fill('half a na');
  await release(page);
  await told(page).waitFor();
  const putAside = () =>
    page.evaluate(() => {
      Object.defineProperty(document, 'hidden', { value: true, configurable: true });
      document.dispatchEvent(new Event('visibilitychange'));
    });
  await putAside();
  await expect(name).toHaveValue('half a na');
  expect(await isMarked(page)).toBe(true);
  await name.press('Enter');
  await page.getByRole('link', { name: 'half a na' }).waitFor();
  await Promise.all([page.waitForEvent('load'), putAside()]);
  await expect(name).toHaveValue('half a na');
  expect(await isMarked(page)).toBe(false);
});

test('a tab whose version another tab has replaced is not loaded again under the hands of its user', async ({
  context,
  page,
}) => {
  await openKept(page, '/pieces/demo-tins/surface');
  await mark(page);
  const name = page.getByLabel('Name');
  await name.fill('half a na');
  const other = await context.newPage();
  await openKept(other, '/pieces');
  await release(other);
  await Promise.all([other.waitForEvent('load'), other.getByRole('button', { name: 'Load it now' }).click()]);
  await page.getByText('A new version of Sgraffa has taken over.').waitFor();
  await expect(name).toHaveValue('half a na');
  expect(await isMarked(page)).toBe(true);
});
