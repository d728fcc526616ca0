import { readFile } from 'node:fs/promises';
import type { Download, Locator, Page } from '@playwright/test';
import { examineArtwork, readArtwork } from '@sgraffa/core';
import { strFromU8, unzipSync } from '../node_modules/fflate/esm/index.mjs';
import { expect, expectAccessible, test } from './journey.ts';

const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${body}</svg>`;

const RINGS = svg(
  80,
  60,
  '<path fill-rule="evenodd" d="M60 30a20 20 0 1 1-40 0a20 20 0 1 1 40 0zM50 30a10 10 0 1 1-20 0a10 10 0 1 1 20 0z"/><rect x="66" y="20" width="0.8" height="20"/>',
);

const choose = async (page: Page, button: Locator, name: string, text: string) => {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.click()]);
  await chooser.setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
};
const bytesOf = async (download: Download): Promise<Buffer> => readFile((await download.path())!);
const saved = async (page: Page, button: string): Promise<{ name: string; bytes: Buffer }> => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  return { name: download.suggestedFilename(), bytes: await bytesOf(download) };
};
const typed = async (page: Page, label: string | RegExp, value: string) => {
  const field = page.getByRole('textbox', { name: label, exact: typeof label === 'string' });
  await field.fill(value);
  await field.press('Enter');
};
const figure = (page: Page, name: string): Locator =>
  page.locator('.sg-figures > div').filter({ has: page.getByText(name, { exact: true }) });

test('a plaque is measured, a drawing imported, a bolt kept clear of, the thin stroke found', async ({ page }) => {
  await page.goto('/pieces/demo-plaques/artwork');
  await typed(page, 'Clear width', '6 1/2 in');
  await typed(page, 'Clear height', '90 mm');
  await expect(page.getByRole('img', { name: /clear area to scale/ })).toContainText('165.1 mm × 90 mm');
  await choose(page, page.getByRole('button', { name: 'Choose a drawing' }), 'rings.svg', RINGS);
  await expect(figure(page, 'Loose islands')).toContainText('1');
  await expect(figure(page, 'Thinnest stroke')).toContainText(/Refused|Good/);
  await page.locator('.sg-plate-dimension').first().waitFor();
  const before = await page.getByText(/^left [\d.]+ mm/).textContent();
  await page.getByRole('button', { name: 'A bolt or dial in the way' }).click();
  // fields that are left, and the next change at once: each is made from what is kept, not from what is still shown
  const across = page.getByRole('textbox', { name: 'Its middle from the left' });
  const down = page.getByRole('textbox', { name: 'Its middle from the top' });
  await across.fill('60');
  await down.fill('44');
  await page.getByRole('button', { name: 'A hinge or seam in the way' }).click();
  await expect(across).toHaveValue('60 mm');
  await expect(down).toHaveValue('44 mm');
  const hinge = page.getByRole('textbox', { name: 'From the left', exact: true });
  await hinge.waitFor();
  await page.getByRole('button', { name: 'It is not there' }).last().click();
  await expect(hinge).toBeHidden();
  await expect(page.getByText(/^left [\d.]+ mm/)).not.toHaveText(before!);
  await expectAccessible(page);
  // the sentence and the facts that Match reads follow
  await page.getByRole('link', { name: /^artwork .* 1 island/ }).waitFor();
  await page.reload();
  await expect(figure(page, 'Loose islands')).toContainText('1');
});

test('islands are bridged, looked at before they are kept, and undone', async ({ page }) => {
  await page.goto('/pieces/demo-bags/artwork');
  await expect(figure(page, 'Loose islands')).toContainText('5');
  await page.getByRole('button', { name: 'Look at it first' }).click();
  const shown = page.getByRole('group', { name: 'The mend, before it is kept' });
  await expect(shown).toContainText(/\d+ bridges/);
  await expectAccessible(page);
  await shown.getByRole('button', { name: 'Keep it' }).click();
  await expect(figure(page, 'Loose islands')).toContainText('0');
  await page.getByText(/since then: tie islands with bridges/).waitFor();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(figure(page, 'Loose islands')).toContainText('5');
});

test('a sign wider than the bed is sliced, and its cut files read back as what was shown', async ({ page }) => {
  await page.goto('/pieces/demo-signs/artwork');
  await page.getByText(/^2 strips/).waitFor();
  await expect(page.getByText(/^2 strips/)).toContainText(/Seam [\d.]+ mm from the left/);
  await page.getByText(/from the edge, but where strips meet at a seam/).waitFor();
  const { name, bytes } = await saved(page, 'Cut files, SVG');
  expect(name).toMatch(/\.zip$/);
  const files = Object.values(unzipSync(new Uint8Array(bytes))).map((file) => strFromU8(file));
  expect(files.length).toBeGreaterThan(1);
  let area = 0;
  for (const file of files) {
    const read = readArtwork(file, { strokes: 'cutLine' });
    if (!read.ok) throw new Error(read.problems[0]!.given);
    area += examineArtwork(read.artwork, { as: 'stencil' }).areaMm2;
  }
  const shown = await figure(page, 'Openings').textContent();
  const each = Number(/([\d.]+) cm²/.exec(shown!)![1]) * 100;
  expect(Math.abs(area / (6 * each) - 1)).toBeLessThan(0.01);
  const dxf = await saved(page, 'Cut files, DXF');
  expect(
    Object.values(unzipSync(new Uint8Array(dxf.bytes))).every((file) => strFromU8(file).endsWith('0\nEOF\n')),
  ).toBe(true);
});

test('moon phases are fitted on a cone; its paper cover is a PDF at 1:1 and an SVG of the sector', async ({ page }) => {
  await page.goto('/pieces/demo-chimneys/artwork');
  await page.getByText('laid flat').waitFor();
  await page.getByText(/^left 5 mm, right 5 mm/).waitFor();
  const pdf = await saved(page, 'Paper cover, PDF');
  expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  const cover = readArtwork((await saved(page, 'Paper cover, SVG')).bytes.toString('utf8'), { strokes: 'cutLine' });
  if (!cover.ok) throw new Error(cover.problems[0]!.given);
  // the side of the chimney: 72 and 96 mm rims, 150 mm high
  const slant = Math.hypot(150, 12);
  const outline = cover.artwork.layers[0]!.cutLines[0]!;
  let twice = 0;
  for (let at = 0, last = outline.length - 2; at < outline.length; last = at, at += 2)
    twice += outline[last]! * outline[at + 1]! - outline[at]! * outline[last + 1]!;
  expect(Math.abs(twice / 2)).toBeCloseTo((Math.PI * (72 + 96) * slant) / 2, -1);
  const cut = await saved(page, 'Cut files, SVG');
  expect(cut.name).toMatch(/zip$/);
  const map = page.getByRole('button', { name: 'Placement map, PDF' });
  await expect(map).toBeHidden();
});

test('24 drawer labels share one height, and the word that limits is named', async ({ page }) => {
  await page.goto('/pieces/demo-drawers/artwork');
  await page.getByRole('button', { name: 'Change the words' }).click();
  await typed(page, 'Room across', '80');
  await page.getByRole('button', { name: 'Set these labels' }).click();
  await page
    .getByText(/^24 labels, one a piece: 24 pieces\. Capitals [\d.]+ mm high\. “.+” lets them be no larger/)
    .waitFor();
  // the figures speak of the label that the sentence speaks of
  await expect(figure(page, 'Largest label')).toContainText('80 mm × ');
  await page.getByRole('link', { name: /^artwork 80 × / }).waitFor();
  const { bytes } = await saved(page, 'Placement map, PDF');
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
});

test('words are set in a script, and a sign that the face lacks is said', async ({ page }) => {
  await page.goto('/pieces/demo-markers/artwork');
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Mind the step ☾');
  await page.getByRole('combobox', { name: 'Letters' }).click();
  await page.getByRole('option', { name: 'Script, letters joined' }).click();
  await page.getByRole('button', { name: 'Set these words' }).click();
  await page.getByText(/The face has no ☾: left out/).waitFor();
  await figure(page, 'Openings').waitFor();
});

const BAD: readonly [string, string, RegExp][] = [
  ['entities', '<!DOCTYPE svg [<!ENTITY a "&b;">]><svg xmlns="http://www.w3.org/2000/svg"/>', /declares entities/],
  ['a text file', 'just some words', /does not read as SVG/],
  ['only live text', svg(50, 50, '<text x="5" y="20">Dome</text>'), /Nothing in the file is painted/],
];

test('a bad drawing is refused by what is wrong with it, and nothing of a file is put into the page', async ({
  page,
}) => {
  await page.goto('/pieces/demo-tins/artwork');
  const button = page.getByRole('button', { name: 'Choose a drawing' });
  for (const [name, text, said] of BAD) {
    await choose(page, button, `${name}.svg`, text);
    await page.getByRole('alert').filter({ hasText: said }).waitFor();
  }
  const sly = svg(
    60,
    60,
    '<script>window.sly = 1</script><image href="https://example.invalid/a.png" width="9" height="9"/><rect id="sly" onload="window.sly = 1" onclick="window.sly = 1" x="5" y="5" width="40" height="20"/>',
  );
  await choose(page, button, 'sly.svg', sly);
  await expect(figure(page, 'Openings')).toContainText('1');
  expect(
    await page.evaluate(() => [
      (window as unknown as { sly?: number }).sly,
      document.querySelectorAll('#sly, image, main script').length,
    ]),
  ).toEqual([undefined, 0]);
});

test('a drawing with pen lines asks once which way the blade goes', async ({ page }) => {
  await page.goto('/pieces/demo-tins/artwork');
  await choose(
    page,
    page.getByRole('button', { name: 'Choose a drawing' }),
    'lines.svg',
    svg(60, 60, '<path d="M10 10h40v30h-40z" fill="none" stroke="#000" stroke-width="2"/>'),
  );
  await page.getByRole('button', { name: 'Around each line, as it is seen' }).click();
  await expect(figure(page, 'Loose islands')).toContainText('1');
});
