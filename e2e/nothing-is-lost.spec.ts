import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, exported, imported, mayLeave, test } from './journey.ts';

const rows = (page: Page) => page.locator('.sg-piece-row');
const laidOut = async (page: Page): Promise<void> => {
  await page.goto('/pieces');
  await expect(rows(page)).toHaveCount(11);
};

test('a file with something broken in it is taken without that, listing it, once it is asked for', async ({ page }) => {
  const whole = JSON.parse(await exported(page));
  whole.events = [
    {
      id: 'e1',
      pieceId: 'gone',
      partId: 'p',
      operationId: 'ground',
      coat: 1,
      at: '2026-11-20T10:00:00Z',
      kind: 'done',
    },
  ];
  whole.pieces[0].parts[0].use.heat = 'dragon';
  whole.pieces.push({ ...whole.pieces[1] });
  await imported(page, 'broken.json', JSON.stringify(whole));
  const told = page.getByRole('alert');
  await expect(told).toContainText('nothing was changed');
  await expect(told).toContainText('11 pieces would come over');
  for (const words of ['events.0.pieceId', 'use.heat', 'stands twice']) await expect(told).toContainText(words);
  // of another file nothing of it is shown
  await imported(page, 'empty.json', '');
  await expect(told).toContainText('The file is empty.');
  await expect(told).not.toContainText('stands twice');
  await imported(page, 'broken.json', JSON.stringify(whole));
  await page.getByRole('button', { name: 'Leave these out and import the rest' }).click();
  await page.getByText('Imported 11 pieces.').waitFor();
  expect(JSON.parse(await exported(page)).events).toEqual([]);
});

test('what can be undone can still be undone after a reload', async ({ page }) => {
  await page.goto('/pieces/demo-tins/surface');
  const name = page.getByLabel('Name');
  const before = await name.inputValue();
  await name.fill('Crew tins');
  await name.press('Enter');
  await page.getByRole('link', { name: 'Crew tins' }).waitFor();
  await page.reload();
  await expect(name).toHaveValue('Crew tins');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(name).toHaveValue(before);
});

test('a page with a change that is still being kept is not left unasked', async ({ page }) => {
  await page.goto('/pieces/demo-tins/surface');
  const name = page.getByLabel('Name');
  const isLeft = () => mayLeave(page);
  await name.waitFor();
  // the storage is busy with something longer, until it is let go
  await page.evaluate(async () => {
    const open = indexedDB.open('sgraffa');
    const database = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
    const rows = database.transaction('pieces', 'readwrite').objectStore('pieces');
    const again = () => {
      if (!sessionStorage.getItem('free')) rows.get('demo-tins').onsuccess = again;
    };
    again();
  });
  expect(await isLeft()).toBe(true);
  await name.fill('Crew tins');
  await name.press('Enter');
  await expect.poll(isLeft).toBe(false);
  await page.evaluate(() => sessionStorage.setItem('free', 'yes'));
  await expect.poll(isLeft).toBe(true);
  await page.reload();
  await expect(name).toHaveValue('Crew tins');
});

test('an undo leaves what another tab has changed since, and says so', async ({ context, page }) => {
  await page.goto('/pieces/demo-tins/surface');
  const name = page.getByLabel('Name');
  await name.fill('Crew tins');
  await name.press('Enter');
  await page.getByRole('link', { name: 'Crew tins' }).waitFor();
  const other = await context.newPage();
  await other.goto('/pieces/demo-tins/surface');
  await other.getByLabel('Name').fill('Night tins');
  await other.getByLabel('Name').press('Enter');
  await expect(name).toHaveValue('Night tins');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByText('Another tab has changed name of “Night tins” since; that stays.').waitFor();
  await expect(name).toHaveValue('Night tins');
});

test('a record that cannot be read is one row with its reason; the other pieces go on', async ({ page }) => {
  await laidOut(page);
  await page.evaluate(async () => {
    const open = indexedDB.open('sgraffa');
    const database = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
    const rows = database.transaction('pieces', 'readwrite').objectStore('pieces');
    const row = await new Promise<{ value: { quantity: unknown } }>((done) => {
      const asked = rows.get('demo-tins');
      asked.onsuccess = () => done(asked.result);
    });
    await new Promise((done) => {
      rows.put({ ...row, revision: 1e6, value: { ...row.value, quantity: 'a dozen' } }).onsuccess = done;
    });
    database.close();
  });
  await page.reload();
  const bad = page.getByRole('list', { name: 'What cannot be read' });
  await expect(bad).toContainText('quantity: "a dozen" was given. Allowed: a whole number from 1 to 1000.');
  await expect(rows(page)).toHaveCount(10);
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    bad.getByRole('button', { name: 'Save it as a file' }).click(),
  ]);
  expect(JSON.parse(await readFile(await saved.path(), 'utf8')).quantity).toBe('a dozen');
  await bad.getByRole('button', { name: 'Drop it' }).click();
  await bad.getByRole('button', { name: 'Drop it for good' }).click();
  await expect(bad).toHaveCount(0);
  await expect(rows(page)).toHaveCount(10);
});

test('storage that is cleared under the open page is said, a typed line stays, and what the page shows is put back', async ({
  page,
}) => {
  await laidOut(page);
  await page.getByRole('link', { name: 'New piece' }).click();
  await page.getByLabel('The piece in one line').fill('enamel bowl, hand-washed daily');
  await page.evaluate(
    () =>
      new Promise((done) =>
        Object.assign(indexedDB.deleteDatabase('sgraffa'), { onsuccess: done, onblocked: done, onerror: done }),
      ),
  );
  await page.getByRole('button', { name: 'Work out its layers' }).click();
  const told = page.getByRole('alert').filter({ hasText: 'storage was cleared' });
  await told.waitFor();
  await expect(page.getByLabel('The piece in one line')).toHaveValue('enamel bowl, hand-washed daily');
  await told.getByRole('button', { name: 'Put back what this page shows' }).click();
  await expect(told).toHaveCount(0);
  // the press before may still have been under way, and goes through once there is a storage again
  const again = page.getByRole('button', { name: 'Work out its layers' });
  await expect(async () => {
    if (await again.isVisible()) await again.click({ timeout: 2000 });
    await page.locator('.sg-candidate').first().waitFor({ timeout: 10_000 });
  }).toPass();
  await page.goto('/pieces');
  await expect(rows(page)).toHaveCount(12);
});

test('a first start that is interrupted at any moment lays the demo out on the next, with its drawings', async ({
  context,
  page,
}) => {
  // while the scene is on its way; at whatever moment; when its list is there
  const stalled = await context.newPage();
  const asked = new Promise<void>((resolve) => {
    void stalled.route('**/observatory*.json', () => resolve());
  });
  await stalled.goto('/pieces', { waitUntil: 'commit' });
  await asked;
  await stalled.close();
  for (const isListed of [false, true]) {
    const first = await context.newPage();
    await first.goto('/pieces', { waitUntil: 'commit' });
    if (isListed) await rows(first).first().waitFor();
    await first.close();
  }
  await laidOut(page);
  await expect.poll(async () => JSON.parse(await exported(page)).artworks.length, { timeout: 20_000 }).toBe(4);
});

test('the list comes before whatever can wait: plans, drawings and the copy for offline', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(new URL(request.url()).pathname));
  await page.goto('/pieces', { waitUntil: 'commit' });
  await rows(page).first().waitFor();
  const seen = await page.evaluate(() => {
    const [paint] = performance.getEntriesByName('first-contentful-paint');
    return (performance.getEntriesByType('resource') as PerformanceResourceTiming[])
      .filter(({ name }) => /\.worker-|sw\.js/.test(name))
      .every(({ startTime }) => startTime > (paint?.startTime ?? 0));
  });
  expect(seen).toBe(true);
  await expect.poll(() => asked.some((path) => path.includes('plan.worker'))).toBe(true);
});

test('a mark past unfinished steps asks about them; all marks are listed, each with its way back', async ({ page }) => {
  await page.clock.setFixedTime(new Date('2026-11-25T09:00:00Z'));
  await page.goto('/pieces/demo-plaques/plan');
  const last = page.locator('.sg-step').last();
  await last.getByRole('button').first().click();
  await last.getByRole('button', { name: /^Mark/ }).click();
  await page.getByText(/Before it comes what is not marked yet/).waitFor();
  await page.getByRole('button', { name: /done too/ }).click();
  const marks = page.getByRole('region', { name: 'What is marked done' });
  await marks.getByRole('listitem').nth(1).waitFor();
  const count = await marks.getByRole('listitem').count();
  await marks
    .getByRole('button', { name: /^Take back/ })
    .first()
    .click();
  await expect(marks.getByRole('listitem')).toHaveCount(count - 1);
  await page.getByRole('heading', { name: /^Ready/ }).waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(marks).toHaveCount(0);
});

test('a file of readings asks once which way its dates are written', async ({ page }) => {
  await page.goto('/settings');
  const text = ['time,temperature,humidity', '05/12/2026 08:00,17,61', '05/12/2026 09:00,19,59'].join('\n');
  const choose = async () => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Workshop readings from a file' }).click(),
    ]);
    await chooser.setFiles({ name: 'shed.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  await choose();
  await page.getByRole('button', { name: '5 December 2026' }).click();
  await expect(page.getByLabel('Humidity')).toHaveValue('60 %');
  await expect(page.getByRole('textbox', { name: 'Temperature' })).toHaveValue('18 °C');
});

test('the zone of the bench can be changed: the plan follows, and lengths change their unit by one press', async ({
  page,
}) => {
  await page.goto('/settings');
  const zone = page.getByRole('combobox', { name: 'Zone of the bench' });
  await zone.click();
  await zone.fill('Auckland');
  await page.getByRole('option', { name: 'Pacific/Auckland' }).click();
  await page.goto('/pieces/demo-signs/plan');
  await page.getByRole('heading', { name: /^Ready/ }).waitFor();
  await page.goto('/pieces/demo-markers/surface');
  const stroke = page.getByRole('textbox', { name: 'Thinnest stroke' });
  await stroke.fill('3/4 in');
  await stroke.press('Enter');
  await expect(stroke).toHaveValue('19.1 mm');
  await page
    .getByRole('button', { name: /^Lengths are in millimetres/ })
    .first()
    .click();
  await expect(stroke).toHaveValue('1.91 cm');
  await page
    .getByRole('button', { name: /^Lengths are in centimetres/ })
    .first()
    .click();
  await expect(stroke).toHaveValue('3/4 in');
});

const WITHOUT_STORAGE: readonly (readonly [string, () => void, RegExp])[] = [
  [
    'blocked',
    () =>
      Object.defineProperty(IDBFactory.prototype, 'open', {
        value: () => {
          throw new DOMException('The operation is insecure.', 'SecurityError');
        },
      }),
    /The browser allows no storage here/,
  ],
  [
    'full',
    () => {
      const { add, put } = IDBObjectStore.prototype;
      const refuse = (): never => {
        throw new DOMException('Quota exceeded.', 'QuotaExceededError');
      };
      const isFull = () => sessionStorage.getItem('full') !== null;
      IDBObjectStore.prototype.put = function (...row) {
        return isFull() ? refuse() : put.apply(this, row);
      };
      IDBObjectStore.prototype.add = function (...row) {
        return isFull() ? refuse() : add.apply(this, row);
      };
    },
    /The browser’s storage is full/,
  ],
];

for (const [what, without, words] of WITHOUT_STORAGE)
  test(`storage that is ${what} is said as what it is, and a typed line stays`, async ({ page }) => {
    await page.addInitScript(without);
    await page.goto('/pieces/new');
    if (what === 'full') {
      await page.getByLabel('The piece in one line').waitFor();
      await page.evaluate(() => sessionStorage.setItem('full', 'yes'));
    }
    const line = page.getByLabel('The piece in one line');
    await line.fill('enamel bowl, hand-washed daily');
    await page.getByRole('button', { name: 'Work out its layers' }).click();
    await page.getByText(words).first().waitFor();
    await expect(line).toHaveValue('enamel bowl, hand-washed daily');
    await page.reload();
    await expect(line).toHaveValue('enamel bowl, hand-washed daily');
  });
