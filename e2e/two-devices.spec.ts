import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from '../node_modules/fflate/esm/index.mjs';
import { expect, test } from './journey.ts';

const NOW = new Date('2026-11-25T09:00:00Z');
const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ });

/** The header of a picture without any packing: what a camera may hand over at its largest. */
const bitmapHeader = (width: number, height: number): number[] => {
  const header = Buffer.alloc(54);
  const size = width * height * 3;
  header.write('BM', 0);
  header.writeUInt32LE(54 + size, 2);
  header.writeUInt32LE(54, 10);
  header.writeUInt32LE(40, 14);
  header.writeInt32LE(width, 18);
  header.writeInt32LE(height, 22);
  header.writeUInt16LE(1, 26);
  header.writeUInt16LE(24, 28);
  header.writeUInt32LE(size, 34);
  return [...header];
};
const taken = async (page: Page, name: string, mimeType: string, buffer: Buffer): Promise<void> => {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: /^Picture/ }).click(),
  ]);
  await chooser.setFiles({ name, mimeType, buffer });
};
const saved = async (page: Page, button: string): Promise<{ name: string; bytes: Buffer }> => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), bytes: await readFile((await download.path())!) };
};
const chosen = async (page: Page, button: string, name: string, buffer: Buffer): Promise<void> => {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  await chooser.setFiles({ name, mimeType: 'application/zip', buffer });
};

test('a picture of 60 MB is kept small, a broken one refused; both ways of the file carry it', async ({ page }) => {
  await page.clock.setFixedTime(NOW);
  await page.goto('/bench?piece=demo-flasks');
  await expect(page.locator('.sg-bench-large')).toBeVisible();
  await taken(page, 'broken.jpg', 'image/jpeg', Buffer.from('this is no picture'));
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read as a picture' })).toBeVisible();
  await expect(undo(page)).toHaveAttribute('title', 'Nothing to undo');
  // 4500 × 4500 px, 61 MB; sent through the page, because files of tests are smaller
  await page.evaluate(
    async ({ header, size }) => {
      const bytes = new Uint8Array(size).fill(0x66);
      bytes.set(header);
      const input = document.querySelector<HTMLInputElement>('input[type=file][accept="image/*"]')!;
      const files = new DataTransfer();
      files.items.add(new File([bytes], 'large.bmp', { type: 'image/bmp' }));
      input.files = files.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    },
    { header: bitmapHeader(4500, 4500), size: 54 + 4500 * 4500 * 3 },
  );
  await expect(undo(page)).toHaveAttribute('title', 'Undo a picture', { timeout: 60_000 });
  await page.goto('/log');
  const picture = page.getByRole('img', { name: 'taken at the bench' });
  await expect
    .poll(() => picture.evaluate((image: HTMLImageElement) => [image.naturalWidth, image.naturalHeight]))
    .toEqual([1600, 1600]);
  // out as a zip, everything cleared, in again
  await page.goto('/settings');
  const { name, bytes } = await saved(page, 'Export the workspace');
  expect(name).toMatch(/\.zip$/);
  expect(bytes.length).toBeLessThan(5_000_000);
  const files = unzipSync(new Uint8Array(bytes));
  expect(Object.keys(files).sort()).toEqual([
    'pictures.json',
    expect.stringMatching(/^pictures\/.+\.jpg$/),
    'records.csv',
    'workspace.json',
  ]);
  await undo(page).click();
  await expect(undo(page)).toHaveAttribute('title', 'Nothing to undo');
  await chosen(page, 'Import a workspace', name, bytes);
  await expect(undo(page)).toHaveAttribute('title', /^Undo import/i);
  await page.goto('/log');
  await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1600);
});

test('a zip that was cut short, or holds no bench, is refused in words and changes nothing', async ({ page }) => {
  await page.clock.setFixedTime(NOW);
  await page.goto('/settings');
  await chosen(page, 'Import a workspace', 'other.zip', Buffer.from(zipSync({ 'notes.txt': strToU8('hello') })));
  await expect(page.getByText('The file holds no workspace.json.')).toBeVisible();
  const whole = Buffer.from(zipSync({ 'workspace.json': strToU8('{"a": 1}'.repeat(2000)) }));
  await chosen(page, 'Import a workspace', 'short.zip', whole.subarray(0, whole.length / 2));
  await expect(page.getByText('The file is broken or was cut short.')).toBeVisible();
  await expect(undo(page)).toHaveAttribute('title', 'Nothing to undo');
});

test('taken along, worked on at the bench, brought back: added once each, and what both changed is chosen', async ({
  page,
  browser,
  baseURL,
}) => {
  await page.clock.setFixedTime(NOW);
  await page.goto('/settings');
  const along = await saved(page, 'Take along');
  // the tablet: a browser of its own
  const tablet = await browser.newContext({
    baseURL: baseURL!,
    viewport: { width: 820, height: 1180 },
    timezoneId: 'Europe/Berlin',
    locale: 'en-GB',
    serviceWorkers: 'block',
  });
  const bench = await tablet.newPage();
  await bench.clock.setFixedTime(new Date(NOW.getTime() + 600_000));
  await bench.goto('/settings');
  await chosen(bench, 'Import a workspace', along.name, along.bytes);
  await expect(bench.getByText(/^This bench was taken along/)).toBeVisible();
  await bench.goto('/bench?piece=demo-signs');
  await expect(bench.getByRole('heading', { level: 1 })).toContainText('Sand with the grain');
  await bench.locator('.sg-bench-large').click();
  await expect(bench.locator('.sg-bench-large')).toContainText('Done');
  await bench.locator('.sg-bench-large').click();
  await expect(undo(bench)).toHaveAttribute('title', /Sand with the grain.* done/);
  await renamed(bench, 'Signs of the tablet');
  // meanwhile the desk changes the same name, and the use of another piece
  await renamed(page, 'Signs of the desk');
  await bench.goto('/settings');
  const back = await saved(bench, 'Write what is brought back');
  await page.goto('/settings');
  const brought = page.getByRole('group', { name: 'What is brought back' });
  await chosen(page, 'Bring back', back.name, back.bytes);
  await expect(brought).toContainText('2 marks come over');
  const together = brought.getByRole('button', { name: 'Bring together' });
  await expect(together).toBeDisabled();
  await expect(brought).toContainText('Signs of the desk');
  await brought.getByText('as in the file').click();
  await together.click();
  await expect(undo(page)).toHaveAttribute('title', /bringing back/);
  // a second time there is nothing more in it
  await chosen(page, 'Bring back', back.name, back.bytes);
  await expect(brought).toContainText('There is nothing in it that is not here already.');
  await page.goto('/log');
  await expect(page.getByRole('row').filter({ hasText: 'Signs of the tablet' })).toHaveCount(2);
  await tablet.close();
  const read = JSON.parse(strFromU8(unzipSync(new Uint8Array(back.bytes))['workspace.json']!)) as { events: unknown[] };
  expect(read.events).toHaveLength(2);
});

const renamed = async (page: Page, name: string): Promise<void> => {
  await page.goto('/pieces/demo-signs/surface');
  const field = page.getByRole('textbox', { name: 'Name', exact: true }).first();
  await field.fill(name);
  await field.press('Enter');
  await expect(page.getByText(name).first()).toBeVisible();
};
