import { expect, exported, imported, test } from './journey.ts';

test('reload, export, wipe, import, export: the same bytes', async ({ page }) => {
  await page.goto('/pieces/demo-tins/surface');
  const name = page.getByLabel('Name');
  await name.fill('Crew tins');
  await name.press('Enter');
  await page.getByRole('link', { name: 'Crew tins' }).waitFor();
  await page.reload();
  await expect(page.getByLabel('Name')).toHaveValue('Crew tins');
  const before = await exported(page);
  expect(JSON.parse(before).pieces).toHaveLength(11);
  await page.evaluate(async () => {
    for (const { name: database } of await indexedDB.databases())
      await new Promise((resolve) =>
        Object.assign(indexedDB.deleteDatabase(database!), { onsuccess: resolve, onblocked: resolve }),
      );
  });
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Remove the demo pieces' }).click();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await page.getByText('Nothing is planned yet.').waitFor();
  await imported(page, 'bench.json', before);
  await page.getByText('Imported 11 pieces.').waitFor();
  expect(await exported(page)).toBe(before);
});

test('a broken file is refused, says which field, and nothing changes', async ({ page }) => {
  const before = await exported(page);
  const broken = JSON.parse(before);
  broken.pieces[0].quantity = -4;
  for (const [text, said] of [
    [JSON.stringify(broken), 'pieces.0.quantity: -4 was given. Allowed: 1 to 1000 pieces.'],
    [before.slice(0, 900), 'The file does not read as JSON'],
    [JSON.stringify({ ...broken, version: 99 }), 'The file is of version 99.'],
    ['{}', 'The file holds no workspace.'],
  ] as const) {
    await imported(page, 'broken.json', text);
    await expect(page.getByRole('alert')).toContainText('nothing was changed');
    await expect(page.getByRole('alert')).toContainText(said);
  }
  expect(await exported(page)).toBe(before);
});

test('the demo is removed and laid out again in one action each, and undo brings deleted pieces back', async ({
  page,
}) => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Remove the demo pieces' }).click();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await page.getByText('Nothing is planned yet.').waitFor();
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('button', { name: 'Lay out the demo pieces' }).click();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await expect(page.locator('.sg-piece-row')).toHaveCount(11);
  await page.getByRole('button', { name: 'Delete Soup bowls' }).click();
  await expect(page.locator('.sg-piece-row')).toHaveCount(10);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.sg-piece-row')).toHaveCount(11);
});

test('a second tab sees the change of the first', async ({ context, page }) => {
  await page.goto('/pieces/demo-bags/surface');
  const other = await context.newPage();
  await other.goto('/pieces/demo-bags/surface');
  await page.getByLabel('Name').fill('Eclipse bags');
  await page.getByLabel('Name').press('Enter');
  await expect(other.getByLabel('Name')).toHaveValue('Eclipse bags');
});
