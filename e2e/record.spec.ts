import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { strFromU8, unzipSync } from '../node_modules/fflate/esm/index.mjs';
import { expect, expectAccessible, exported, imported, test } from './journey.ts';

const NOW = new Date('2026-11-25T09:00:00Z');
const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ });
const at = (minutes: number): string => new Date(Date.parse('2026-11-22T17:00:00Z') + minutes * 60_000).toISOString();
const saved = async (page: Page, button: string): Promise<Buffer> => {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()]);
  return readFile(await file.path());
};
const table = (page: Page, name: string): Locator => page.getByRole('region', { name });

/** Six signs on which work was begun: a ground, a fault on one copy, a picture that is on another device, a step that is gone. */
const begun = async (page: Page): Promise<void> => {
  const workspace = JSON.parse(await exported(page)) as {
    pieces: { id: string; parts: { id: string }[] }[];
    events: object[];
    shelf: { id: string }[];
    uses: object[];
  };
  const partId = workspace.pieces.find(({ id }) => id === 'demo-signs')!.parts[0]!.id;
  const of = (operationId: string) => ({ pieceId: 'demo-signs', partId, operationId, coat: 1 });
  workspace.events = [
    { ...of('ground'), id: 'e1', at: at(0), kind: 'started', air: { temperatureC: 17, relativeHumidity: 62 } },
    { ...of('ground'), id: 'e2', at: at(28), kind: 'done', pictures: ['i-elsewhere'] },
    { ...of('mask'), id: 'e3', at: at(1500), kind: 'done' },
    { ...of('mask'), id: 'e4', at: at(1531), kind: 'failed', symptom: 'bled', note: 'at the W', copies: [2] },
    { ...of('varnish-of-before'), id: 'e5', at: at(1540), kind: 'done' },
  ];
  workspace.uses.push({
    id: 'u-record',
    canId: workspace.shelf[0]!.id,
    at: at(28),
    as: 'used',
    amount: 10,
    pieceId: 'demo-signs',
    eventId: 'e2',
    note: '',
  });
  await imported(page, 'begun.json', JSON.stringify(workspace));
  await expect(undo(page)).toHaveAttribute('title', 'Undo importing begun.json');
};

test('the record of a piece tells what was laid and what was not, is kept as a file, and says what is missing', async ({
  page,
}) => {
  await page.clock.setFixedTime(NOW);
  await page.goto('/settings');
  await begun(page);
  await page.goto('/pieces/demo-signs/care');
  await page.getByRole('link', { name: 'The record of this piece' }).click();
  await expect(table(page, 'Layers')).toContainText('17 °C, 62 % RH');
  await expect(table(page, 'Layers')).toContainText('no longer among its layers');
  await expect(table(page, 'Layers')).toContainText(/Not marked as done: .*on copy\s2/);
  await expect(table(page, 'What went wrong')).toContainText('The edge bled. At the W');
  await expect(table(page, 'Cost')).toContainText('Without');
  await expect(table(page, 'Pictures')).toContainText('This picture is not on this device.');
  await expectAccessible(page);
  const pdf = await saved(page, 'Save as PDF');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  const csv = (await saved(page, 'All pieces as CSV')).toString('utf8');
  expect(csv).toContain('Dome path signs,6,2,fault,');
  expect(csv).toContain('Soup bowls,12,,sum,');
  // a wash is said, and stands in the record
  const wash = page.getByRole('region', { name: 'It was washed' });
  await wash.getByRole('combobox', { name: 'How' }).click();
  await page.getByRole('option', { name: 'Washed by hand' }).click();
  await wash.getByRole('button', { name: 'Note the wash' }).click();
  await expect(table(page, 'Notes and washes')).toContainText('Washed by hand');
  // all of it as one file carries the records too
  await page.goto('/settings');
  const all = unzipSync(await saved(page, 'All of it as a zip'));
  expect(Object.keys(all)).toEqual(expect.arrayContaining(['workspace.json', 'records.csv']));
  expect(strFromU8(all['records.csv']!)).toContain('Washed by hand'.toLowerCase());
});

test('a piece goes to another bench as one file, comes beside what is there, and brings nothing onto its shelf', async ({
  page,
  browser,
}) => {
  await page.clock.setFixedTime(NOW);
  await page.goto('/settings');
  await begun(page);
  await page.goto('/pieces/demo-signs/record');
  const zip = await saved(page, 'Hand on to another bench');
  const alone = JSON.parse(strFromU8(unzipSync(zip)['workspace.json']!)) as { pieces: unknown[]; events: unknown[] };
  expect([alone.pieces.length, alone.events.length]).toEqual([1, 5]);

  const other = await browser.newContext({ locale: 'en-GB' });
  const there = await other.newPage();
  await there.clock.setFixedTime(NOW);
  await there.goto('/settings');
  await there.getByRole('button', { name: 'Remove the demo pieces' }).click();
  await expect(undo(there)).toHaveAttribute('title', 'Undo removing the demo');
  await there.goto('/settings');
  const [chooser] = await Promise.all([
    there.waitForEvent('filechooser'),
    there.getByRole('button', { name: 'Import a workspace' }).click(),
  ]);
  await chooser.setFiles({ name: 'signs.zip', mimeType: 'application/zip', buffer: zip });
  const comes = there.getByRole('group', { name: 'What is taken in' });
  await expect(comes).toContainText('1 pieces come over');
  await comes.getByRole('button', { name: 'Take it in' }).click();
  await expect(undo(there)).toHaveAttribute('title', 'Undo taking in signs.zip');
  await there.goto('/pieces/demo-signs/record');
  await expect(table(there, 'Layers')).toContainText('17 °C, 62 % RH');
  await there.goto('/shelf');
  await expect(there.getByRole('main')).toContainText('used up');
  // a second time there is nothing new in it
  await there.goto('/settings');
  const [again] = await Promise.all([
    there.waitForEvent('filechooser'),
    there.getByRole('button', { name: 'Import a workspace' }).click(),
  ]);
  await again.setFiles({ name: 'signs.zip', mimeType: 'application/zip', buffer: zip });
  await expect(there.getByRole('group', { name: 'What is taken in' })).toContainText('nothing in it that is not here');
  await other.close();
});
