import type { Page } from '@playwright/test';
import { expect, expectAccessible, exported, imported, NOW, test } from './journey.ts';

/** What was marked of a piece, an event each: key of the step, coat, hours before now, and what else is said. */
type Mark = readonly [key: string, coat: number, hoursAgo: number, more?: Readonly<Record<string, unknown>>];

const at = (hoursAgo: number): string => new Date(NOW.getTime() - hoursAgo * 3_600_000).toISOString();
const marks = (pieceId: string, all: readonly Mark[]): unknown[] =>
  all.map(([operationId, coat, hoursAgo, more], index) => ({
    id: `m-${pieceId}-${index}`,
    at: at(hoursAgo),
    pieceId,
    partId: `${pieceId}.part`,
    operationId,
    coat,
    kind: 'done',
    ...more,
  }));

/** The bench of the scene with some marks on one of its pieces. */
const withMarks = async (page: Page, pieceId: string, all: readonly Mark[]): Promise<void> => {
  await page.goto('/pieces');
  await expect(page.locator('.sg-piece-row')).toHaveCount(11);
  const whole = JSON.parse(await exported(page)) as { events: unknown[] };
  whole.events = marks(pieceId, all);
  await imported(page, 'bench.json', JSON.stringify(whole));
  await page.getByText('Imported 11 pieces.').waitFor();
};

const SIGNS: readonly Mark[] = [
  ['sand-bare', 1, 200],
  ['own-drill', 1, 199],
  ['ground.back', 1, 190],
  ['ground', 1, 180],
  ['ground.back', 2, 170],
  ['ground', 2, 160],
  ['mask.cut', 1, 60],
  ['mask', 1, 50],
  // on the third the seal was left out
  ['edge-seal', 1, 44, { copies: [1, 2, 4, 5, 6] }],
  ['medium', 1, 30],
  ['medium', 2, 20],
];

test('a bled edge on one of six signs: found in the record alone, mended, ready a day later', async ({ page }) => {
  await withMarks(page, 'demo-signs', SIGNS);
  await page.goto('/rescue?piece=demo-signs&copies=3');
  await page.getByRole('button', { name: 'The edge bled' }).click();
  const behind = page.getByRole('region', { name: 'What is behind it' });
  await expect(behind.getByRole('heading', { level: 3 }).first()).toContainText(
    'Most likely: the edge of the mask was not sealed',
  );
  await expect(behind).toContainText('sealing the edge of the mask was left out');
  // it is clear: nothing is asked
  await expect(page.getByRole('region', { name: 'One question' })).toHaveCount(0);
  await expect(page.getByRole('note').first()).toContainText('Do not wipe it');
  await expectAccessible(page);
  const first = page.getByRole('region', { name: 'What mends it' }).getByRole('listitem').first();
  await expect(first).toContainText('Pick it off and touch up');
  await first.getByRole('button', { name: 'Into the plan' }).click();
  await expect(page).toHaveURL(/\/pieces\/demo-signs\/plan/);
  // it has dried since: it is begun at once
  for (const step of ['Pick off what crept', 'Touch up with the ground'])
    await expect(page.locator('.sg-step-line', { hasText: step })).toBeVisible();
  // the others are where they were: only what mends the third is open
  await expect(page.locator('.sg-step:not(.is-done) .sg-step-line')).toHaveCount(2);
  await page.goto('/rescue');
  await expect(page.getByRole('heading', { name: 'Held up' })).toHaveCount(0);
  // the same again would be the second
  await page.goto('/rescue?piece=demo-signs&copies=3&sees=bled');
  await expect(page.getByRole('region', { name: 'Next time' })).toContainText('The second of this kind');
  // what mends it is done at the bench, and a day later it is ready
  await page.goto('/bench?piece=demo-signs');
  const heading = page.getByRole('heading', { level: 1 });
  for (const step of ['Pick off what crept', 'Touch up with the ground']) {
    await expect(heading).toHaveText(step);
    for (const words of [/Begin/, /Done/]) {
      const large = page.locator('.sg-bench-large');
      if (/I have read this/.test(await large.innerText())) await large.click();
      await expect(large).toHaveText(words);
      await large.click();
    }
    await expect(heading).not.toHaveText(step);
  }
  await page.goto('/pieces/demo-signs/plan');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('all steps done');
});

test('a spray coat that wrinkled: the hours of its can say why', async ({ page }) => {
  await withMarks(page, 'demo-boards', [
    ['sand-bare', 1, 400],
    ['mask.cut', 1, 300],
    ['mask', 1, 290],
    ['edge-seal', 1, 280],
    ['medium', 1, 270],
    ['medium', 2, 260],
    ['finish.back', 1, 100],
    ['finish.back', 2, 97],
  ]);
  await page.goto('/rescue?piece=demo-boards&sees=wrinkled');
  const behind = page.getByRole('region', { name: 'What is behind it' });
  await expect(behind.getByRole('heading', { level: 3 }).first()).toContainText(
    'the hours in which this paint wrinkles',
  );
  await expect(behind).toContainText('came 3 h after');
  await expect(behind).toContainText('between 1 h and 1 d after its first coat it wrinkles');
  const mends = page.getByRole('region', { name: 'What mends it' });
  await expect(mends).toContainText('2 d to 14 d of drying');
  await mends.getByRole('button', { name: 'Into the plan' }).first().click();
  await expect(page.locator('.sg-step-line', { hasText: 'Let it harden' })).toBeVisible();
});

test('a gel that never went through: one question, then another way', async ({ page }) => {
  await withMarks(page, 'demo-tins', [
    ['degrease-alcohol', 1, 30],
    ['mask.cut', 1, 29],
    ['mask', 1, 28],
    ['medium', 1, 4, { kind: 'started' }],
    ['medium', 1, 1, { kind: 'failed', note: 'hard as before', symptom: 'not-through' }],
  ]);
  await page.goto('/bench');
  await page.getByRole('link', { name: 'What is behind it?' }).click();
  await expect(page.getByRole('note').first()).toContainText('Leave the mask on');
  const question = page.getByRole('region', { name: 'One question' });
  await expect(question).toContainText('Is the gel still wet, and the coat hard as before?');
  await question.getByRole('button', { name: 'Yes' }).click();
  await expect(question).toHaveCount(0);
  const behind = page.getByRole('region', { name: 'What is behind it' });
  await expect(behind.getByRole('heading', { level: 3 }).first()).toContainText('Most likely: the coating resists it');
  await page.getByRole('button', { name: 'First aid' }).click();
  await expect(page.getByRole('dialog')).toContainText('lids open, water for 20 minutes');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Take it off first' }).click();
  await expect(page).toHaveURL(/\/pieces\/demo-tins\/match/);
  // it stays held up until there is another way
  await page.goto('/rescue');
  await expect(page.getByRole('heading', { name: 'Held up' })).toBeVisible();
});
