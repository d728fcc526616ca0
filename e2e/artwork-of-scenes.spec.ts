import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { designOf, readArtwork, type Artwork } from '@sgraffa/core';
import { strFromU8, unzipSync } from '../node_modules/fflate/esm/index.mjs';
import { expect, picked, test, typed } from './journey.ts';

// Pieces told end to end, each from its measures to the files, which are opened again.

const figure = (page: Page, name: string): Locator =>
  page.locator('.sg-figures > div').filter({ has: page.getByText(name, { exact: true }) });
const saved = async (page: Page, button: string): Promise<{ name: string; bytes: Buffer }> => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), bytes: await readFile((await download.path())!) };
};
const opened = (text: string): Artwork => {
  const read = readArtwork(text, { strokes: 'cutLine' });
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.artwork;
};
/** Where the browser, which knows nothing of ours, sees what a file draws: mm. */
const seenBy = (page: Page, text: string): Promise<{ x: number; y: number; width: number; height: number }> =>
  page.evaluate((source) => {
    const read = new DOMParser().parseFromString(source, 'image/svg+xml');
    if (read.querySelector('parsererror')) throw new Error('the browser cannot read the file');
    const drawn = document.body.appendChild(
      document.importNode(read.documentElement, true),
    ) as unknown as SVGSVGElement;
    const { x, y, width, height } = drawn.getBBox();
    const perMm = drawn.viewBox.baseVal.width / (drawn.width.baseVal.valueInSpecifiedUnits || 1);
    const isInMm = drawn.width.baseVal.unitType === SVGLength.SVG_LENGTHTYPE_MM;
    drawn.remove();
    if (!isInMm) throw new Error('the file does not say millimetres');
    return { x: x / perMm, y: y / perMm, width: width / perMm, height: height / perMm };
  }, text);
/** The cut files of the open design, each read again, with its name; the browser reads the same. */
const cutFiles = async (page: Page): Promise<{ name: string; artwork: Artwork }[]> => {
  const { name, bytes } = await saved(page, 'Cut files, SVG');
  const texts = name.endsWith('.zip')
    ? Object.entries(unzipSync(new Uint8Array(bytes))).map(([file, content]) => [file, strFromU8(content)] as const)
    : [[name, bytes.toString('utf8')] as const];
  return Promise.all(
    texts.map(async ([file, text]) => {
      const artwork = opened(text);
      const ours = boundsOf(artwork.layers.flatMap(({ polygon, cutLines }) => [...polygon, ...cutLines]));
      const seen = await seenBy(page, text);
      for (const side of ['x', 'y', 'width', 'height'] as const)
        expect(seen[side], `${file}: ${side}`).toBeCloseTo(ours[side], 1);
      return { name: file, artwork };
    }),
  );
};
const boundsOf = (rings: readonly Float64Array[]) => {
  const values = (from: 0 | 1) => rings.flatMap((ring) => [...ring].filter((_, at) => at % 2 === from));
  const [xs, ys] = [values(0), values(1)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
};
/** Sizes of what is cut in a colour of a file. */
const cutOf = ({ layers }: Artwork) => boundsOf(layers.flatMap(({ polygon }) => [...polygon]));
const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${body}</svg>`;
const drawing = async (page: Page, name: string, text: string) => {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Choose a drawing' }).click(),
  ]);
  await chooser.setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
};

test('24 labels: each in its own outline on the sheets, at the height that was set', async ({ page }) => {
  await page.goto('/pieces/demo-drawers/artwork');
  await page.getByRole('button', { name: 'Change the words' }).click();
  await typed(page, 'Clear width', '52');
  await typed(page, 'Clear height', '14');
  await typed(page, 'Margin above', '1');
  await typed(page, 'Margin below', '1');
  await typed(page, 'Margin left', '2');
  await typed(page, 'Margin right', '2');
  await typed(page, 'Room across', '48');
  await typed(page, 'Room up and down', '12');
  await typed(page, 'Height of capitals', '3.5');
  await page.getByRole('button', { name: 'Set these labels' }).click();
  await page.getByText(/^24 labels, one a piece: 24 pieces\. Capitals 3\.5 mm high/).waitFor();
  await page.getByRole('img', { name: '24 labels, each on a clear area of its own' }).waitFor();
  const files = await cutFiles(page);
  let outlines = 0;
  for (const { artwork } of files) {
    const letters = artwork.layers.flatMap(({ polygon }) => [...polygon]);
    const rooms = artwork.layers
      .flatMap(({ cutLines }) => [...cutLines])
      .filter(({ length }) => length === 10)
      .map((ring) => boundsOf([ring]));
    outlines += rooms.length;
    // every letter lies in exactly one outline, and outlines leave room to cut between them
    for (const letter of letters) {
      const { x, y, width, height } = boundsOf([letter]);
      const holding = rooms.filter(
        (room) =>
          x >= room.x - 0.01 &&
          y >= room.y - 0.01 &&
          x + width <= room.x + room.width + 0.01 &&
          y + height <= room.y + room.height + 0.01,
      );
      expect(holding).toHaveLength(1);
    }
    expect(
      Math.max(...letters.map((letter) => Math.min(boundsOf([letter]).width, boundsOf([letter]).height))),
    ).toBeLessThan(6);
  }
  expect(outlines).toBe(24);
});

test('a dozen discs in three colours: a file for each colour, named, and no more film than its discs', async ({
  page,
}) => {
  await page.goto('/pieces/demo-drawers/artwork');
  await page.getByRole('button', { name: 'Take it off the piece' }).click();
  const discs = Array.from({ length: 12 }, (_, at) => {
    const colour = ['#c00000', '#0000c0', '#208030'][at % 3];
    return `<circle cx="${30 + (at % 4) * 70}" cy="${30 + Math.floor(at / 4) * 70}" r="25" fill="${colour}"/>`;
  });
  await drawing(page, 'discs.svg', svg(270, 200, discs.join('')));
  await page.getByText('Shapes that stay', { exact: true }).click();
  await page.getByText('As large as fits', { exact: true }).waitFor();
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Clear width', '320');
  await typed(page, 'Clear height', '260');
  await typed(page, 'Width', '260');
  await page.getByText(/Shapes that lie apart are laid out one by one/).waitFor();
  await typed(page, 'How many of it', '1');
  await expect(figure(page, 'Shapes')).toContainText('12');
  const files = await cutFiles(page);
  expect(files.map(({ name }) => /sheet-\d+-([a-z-]+)\.svg$/.exec(name)?.[1]).sort()).toEqual(['blue', 'green', 'red']);
  for (const { artwork } of files) expect(artwork.layers.flatMap(({ polygon }) => polygon)).toHaveLength(4);
});

test('a sign of two metres: strips in both directions no larger than the bed, and the whole of it', async ({
  page,
}) => {
  await page.goto('/pieces/demo-boards/artwork');
  await typed(page, 'Clear width', '2100');
  await typed(page, 'Clear height', '800');
  const body = '<path d="M10 10h1960v620h-1960zM200 100h300v380h-300zM800 100h300v380h-300z" fill-rule="evenodd"/>';
  await drawing(page, 'sign.svg', svg(1980, 640, body));
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Width', '1960');
  await typed(page, 'Largest cut, along', '590');
  await picked(page, 'Cut from', 'sheets');
  await typed(page, 'Width of a sheet', '350');
  await typed(page, 'Length of a sheet', '650');
  await typed(page, 'How many of it', '1');
  const strips = page.getByText(/^\d+ strips/);
  await strips.waitFor();
  await expect(strips).toContainText(/row by row/);
  await expect(strips).toContainText(/from the top/);
  let area = 0;
  for (const { artwork } of await cutFiles(page)) {
    const { width, height } = cutOf(artwork);
    expect(Math.min(width, height)).toBeLessThanOrEqual(290.01);
    expect(Math.max(width, height)).toBeLessThanOrEqual(590.01);
    area += ringArea(artwork);
  }
  expect(area / (1960 * 620 - 2 * 300 * 380)).toBeCloseTo(1, 3);
});

/** Area of what is cut, mm²: outer outlines less their holes. */
const ringArea = (artwork: Artwork): number =>
  Math.abs(
    designOf(artwork).reduce((sum, ring) => {
      let twice = 0;
      for (let at = 0, last = ring.length - 2; at < ring.length; last = at, at += 2)
        twice += ring[last]! * ring[at + 1]! - ring[at]! * ring[last + 1]!;
      return sum + twice / 2;
    }, 0),
  );

test('a mug: a wrap with rim and foot free, and lettering that lies over it', async ({ page }) => {
  await page.goto('/pieces/demo-flasks/surface');
  await page.getByRole('button', { name: 'Another design' }).click();
  await page.getByRole('tab', { name: 'design 2' }).waitFor();
  await picked(page, 'Lies exactly over', 'design');
  await expect(page.getByRole('button', { name: /^Undo/ })).toHaveAttribute('title', 'Undo what it lies over');
  await page.goto('/pieces/demo-flasks/artwork');
  await picked(page, 'The clear area is', 'the side of a cylinder');
  await typed(page, 'Around, by tape measure', '228');
  await typed(page, 'Height of the side', '92');
  await page.getByText('228 mm × 92 mm, laid flat').waitFor();
  await page.getByRole('tab', { name: 'A plain field' }).click();
  await page.getByRole('button', { name: 'Cover the area' }).click();
  await page.getByText('It lies where it was made: over the clear area.').waitFor();
  await typed(page, 'How many of it', '1');
  const [wrap] = await cutFiles(page);
  const blank = cutOf(wrap!.artwork);
  expect(Math.min(blank.width, blank.height)).toBeGreaterThan(60);
  expect(Math.min(blank.width, blank.height)).toBeLessThan(83);
  expect(Math.max(blank.width, blank.height)).toBeCloseTo(218, 1);
  await page.getByRole('tab', { name: 'design 2' }).click();
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Night crew');
  await page.getByRole('button', { name: 'Set these words' }).click();
  // centred on the wrap, as far from its edges left and right as above and below
  await page.getByText(/^left [\d.]+ mm, right [\d.]+ mm/).waitFor();
  const margins = await page.getByText(/^left [\d.]+ mm, right [\d.]+ mm/).textContent();
  const [left = 0, right = 0] = [...margins!.matchAll(/([\d.]+) mm/g)].map(([, mm]) => Number(mm));
  expect(Math.abs(left - right)).toBeLessThan(0.2);
});

test('words around a knob have the largest letters that there are', async ({ page }) => {
  await page.goto('/pieces/demo-markers/artwork');
  await typed(page, 'Clear width', '190');
  await typed(page, 'Clear height', '85');
  await page.getByRole('button', { name: 'A bolt or dial in the way' }).click();
  await typed(page, 'Its middle from the left', '95');
  await typed(page, 'Its middle from the top', '42');
  await typed(page, 'Across', '12');
  await page.getByRole('tab', { name: 'Words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Warm air, night crew');
  await page.getByRole('button', { name: 'Find the largest arrangement' }).click();
  await page.getByText(/lines, capitals [\d.]+ mm high: no other way/).waitFor({ timeout: 40_000 });
  await expect(figure(page, 'Openings')).toContainText(/\d/);
  await page.getByText(/^left [\d.]+ mm, right [\d.]+ mm/).waitFor();
});

test('a flask: a pattern that meets at its seam, with a name cleared out of it', async ({ page }) => {
  await page.goto('/pieces/demo-flasks/artwork');
  await picked(page, 'The clear area is', 'the side of a cone');
  await typed(page, 'Across the top rim', '92');
  await typed(page, 'Across the foot', '74');
  await typed(page, 'Height along the side', '190');
  await drawing(page, 'star.svg', svg(20, 20, '<path d="M10 1l9 9-9 9-9-9z"/>'));
  await figure(page, 'Size').waitFor();
  await page.getByRole('button', { name: 'Another artwork' }).click();
  await page.getByRole('tab', { name: 'A pattern' }).click();
  await page.getByRole('combobox', { name: 'The motif' }).click();
  await page.getByRole('option', { name: 'star' }).click();
  await page.getByRole('button', { name: 'Repeat it over the area' }).click();
  await page.getByText(/the pattern meets itself at the seam/).waitFor();
  await page.getByRole('button', { name: 'Set a name into it' }).click();
  await page.getByRole('textbox', { name: 'The name' }).fill('Night crew');
  await page.getByRole('button', { name: 'Take its outline out and set it in' }).click();
  await page.getByText(/since then: “Night crew” set into it, 4 mm clear around/).waitFor();
  const files = await cutFiles(page);
  expect(files.length).toBeGreaterThan(0);
  for (const { artwork } of files) expect(cutOf(artwork).width).toBeGreaterThan(20);
});

test('a curve that is cut by hand: paper at full size over several pages', async ({ page }) => {
  await page.goto('/pieces/demo-plaques/artwork');
  await typed(page, 'Clear width', '700');
  await typed(page, 'Clear height', '500');
  await drawing(page, 'wave.svg', svg(600, 300, '<path d="M0 150c100-200 200 200 300 0s200-200 300 0v100h-600z"/>'));
  await figure(page, 'Size').waitFor();
  const { name, bytes } = await saved(page, 'Full-size paper, PDF');
  expect(name).toMatch(/full-size\.pdf$/);
  const pages = bytes.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g) ?? [];
  expect(pages.length).toBeGreaterThanOrEqual(4);
});
