import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { designOf, readArtwork, type Artwork } from '@sgraffa/core';
import { strFromU8, unzipSync } from '../../node_modules/fflate/esm/index.mjs';
import { expect, judged } from '../journey.ts';

// What scenes share: from a line to a piece, its courses, and its files, which are opened again.

/** A piece from its line; its page is open. */
export const begun = async (page: Page, line: string): Promise<void> => {
  await page.goto('/pieces/new');
  await page.getByRole('textbox', { name: 'The piece in one line' }).fill(line);
  await page.getByRole('group', { name: 'Read from the line' }).waitFor();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/pieces\/p-/);
  await judged(page);
};

const COURSES = ['surface', 'match', 'artwork', 'amounts', 'plan', 'bench', 'care'] as const;
/** Goes to a course of the open piece by its number, as one would from the keyboard. */
export const course = async (page: Page, name: (typeof COURSES)[number]): Promise<void> => {
  // no number is a course while a field is written in
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press(String(COURSES.indexOf(name) + 1));
  await page.waitForURL(new RegExp(`/${name}`));
  await judged(page);
};

/** The chosen layers, by their title. */
export const chosen = (page: Page): Locator => page.locator('.sg-candidate.is-chosen');
export const sentence = (page: Page): Locator => page.locator('.sg-sentence').first();
/** Opens a step of the plan by its name, and gives the whole page. */
export const step = async (page: Page, name: string): Promise<Locator> => {
  const named = page.getByText(name, { exact: false }).first();
  await named.waitFor();
  // the step that is due stands open; a press would close it
  const isOpen = await named.evaluate((element) => element.closest('[aria-expanded="true"], details[open]') !== null);
  if (!isOpen) await named.click();
  return page.getByRole('main');
};
/** Answers that Match asks for, where it asks. */
export const answered = async (page: Page, ...answers: readonly string[]): Promise<void> => {
  for (const answer of answers) {
    await page.getByRole('button', { name: answer, exact: true }).first().click();
    await judged(page);
  }
};

export const figure = (page: Page, name: string): Locator =>
  page.locator('.sg-figures > div').filter({ has: page.getByText(name, { exact: true }) });
export const saved = async (page: Page, button: string): Promise<{ name: string; bytes: Buffer }> => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), bytes: await readFile((await download.path())!) };
};
export const opened = (text: string): Artwork => {
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
export const cutFiles = async (page: Page): Promise<{ name: string; artwork: Artwork }[]> => {
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
export const boundsOf = (rings: readonly Float64Array[]) => {
  const values = (from: 0 | 1) => rings.flatMap((ring) => [...ring].filter((_, at) => at % 2 === from));
  const [xs, ys] = [values(0), values(1)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
};
/** Sizes of what is cut in a colour of a file. */
export const cutOf = ({ layers }: Artwork) => boundsOf(layers.flatMap(({ polygon }) => [...polygon]));
export const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${body}</svg>`;
export const drawing = async (page: Page, name: string, text: string) => {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Choose a drawing' }).click(),
  ]);
  await chooser.setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
};

/** Area of what is cut, mm²: outer outlines less their holes. */
export const ringArea = (artwork: Artwork): number =>
  Math.abs(
    designOf(artwork).reduce((sum, ring) => {
      let twice = 0;
      for (let at = 0, last = ring.length - 2; at < ring.length; last = at, at += 2)
        twice += ring[last]! * ring[at + 1]! - ring[at]! * ring[last + 1]!;
      return sum + twice / 2;
    }, 0),
  );
