// Reads each drawing of the features set, writes it out again, and has an independent renderer draw both: they must cover the same.
// Usage: npm run compare-drawings. Where the renderer is not installed (Debian: librsvg2-bin) it says so and ends well.
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { chromium } from 'playwright-core';
import { PNG } from 'pngjs';
import { readArtwork, writeSvg } from '../core/src/index.ts';
import { FEATURES, fileOf } from '../core/src/testing/features.ts';

const RENDERER = 'rsvg-convert';
const BROWSER = '/usr/bin/chromium';
const PIXELS = 500;
/** Share of covered pixels that may differ: edges are drawn half transparent. */
const MOST_DIFFERENT = 0.015;

if (spawnSync(RENDERER, ['--version']).error) {
  console.log(`${RENDERER} is not installed: no drawing was compared (Debian: apt-get install librsvg2-bin).`);
  process.exit(0);
}

const isCovered = (png: PNG): boolean[] =>
  Array.from({ length: png.width * png.height }, (_, at) => png.data[at * 4 + 3]! > 100);

/** Which pixels of a drawing are covered. */
const covered = (svg: string): boolean[] =>
  isCovered(
    PNG.sync.read(
      execFileSync(RENDERER, ['-w', String(PIXELS), '-h', String(PIXELS), '--accept-language', 'en'], { input: svg }),
    ),
  );

const browser = existsSync(BROWSER)
  ? await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox', '--disable-gpu'] })
  : null;
const page = await (await browser?.newContext({ viewport: { width: PIXELS, height: PIXELS } }))?.newPage();

/** The same of what only a browser knows; null where there is none. */
const coveredInBrowser = async (svg: string): Promise<boolean[] | null> => {
  if (!page) return null;
  const data = Buffer.from(svg).toString('base64');
  await page.setContent(
    `<body style="margin:0"><img style="width:${PIXELS}px;height:${PIXELS}px" src="data:image/svg+xml;base64,${data}"></body>`,
  );
  await page.locator('img').evaluate((image) => (image as unknown as { decode: () => Promise<void> }).decode());
  return isCovered(PNG.sync.read(await page.screenshot({ omitBackground: true })));
};

const wrong: string[] = [];
let [noticed, left] = [0, 0];
for (const feature of FEATURES) {
  const text = fileOf(feature);
  const render = feature.isNewer ? coveredInBrowser : covered;
  const theirs = await render(text);
  if (!theirs) {
    left += 1;
    continue;
  }
  const read = readArtwork(text);
  const count = (pixels: readonly boolean[]) => pixels.filter(Boolean).length;
  if (!read.ok) {
    if (!feature.isEmpty || count(theirs) > 0) wrong.push(`${feature.name}: ${read.problems[0]!.given}`);
    continue;
  }
  const ours = (await render(writeSvg(read.artwork)))!;
  const different = ours.filter((pixel, at) => pixel !== theirs[at]).length;
  const share = different / Math.max(1, count(ours), count(theirs));
  const codes = read.notices.map(({ code }) => code);
  const isSaid = feature.noticed?.some((code) => codes.includes(code)) ?? false;
  if (feature.noticed && !isSaid)
    wrong.push(`${feature.name}: ${feature.noticed.join(' or ')} is not noticed, but ${codes.join(', ')}`);
  if (share <= MOST_DIFFERENT) continue;
  if (isSaid) noticed += 1;
  else wrong.push(`${feature.name}: ${(share * 100).toFixed(1)} % differ (${codes.join(', ') || 'nothing noticed'})`);
}
console.log(
  `${FEATURES.length} drawings: ${FEATURES.length - wrong.length - noticed - left} as the renderer draws them, ${noticed} otherwise and said so, ${wrong.length} wrong${left ? `, ${left} not compared: no browser` : ''}.`,
);
for (const one of wrong) console.log(`  ${one}`);
await browser?.close();
process.exit(wrong.length ? 1 : 0);
