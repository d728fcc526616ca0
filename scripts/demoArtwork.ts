/** The artworks of the demo scene: drawn by construction or set in the shipped faces, read by the application's own reader. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import {
  examineArtwork,
  factsOfArtwork,
  fitDesign,
  labelSet,
  labelSheet,
  onOwnPage,
  openFont,
  PLAIN_PLACEMENT,
  readArtwork,
  setText,
  writeSvg,
  type Area,
  type Artwork,
  type ArtworkRecord,
  type ArtworkSource,
  type Design,
  type Font,
} from '../core/src/index.ts';

const page = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${body}</svg>\n`;

/** A moon of which a share is lit, from new (0) over full (0.5) to new again (1): two arcs, the inner one flattened. */
const moon = (cx: number, cy: number, r: number, age: number): string => {
  const lit = Math.cos(2 * Math.PI * age);
  const outer = age < 0.5 ? 1 : 0;
  const inner = age < 0.5 === lit > 0 ? 0 : 1;
  return `<path d="M${cx} ${cy - r}A${r} ${r} 0 0 ${outer} ${cx} ${cy + r}A${Math.abs(lit) * r} ${r} 0 0 ${inner} ${cx} ${cy - r}z"/>`;
};

const phases = page(
  230,
  40,
  [0.14, 0.25, 0.36, 0.5, 0.64, 0.75, 0.86].map((age, index) => moon(20 + index * 32, 20, 12, age)).join(''),
);

const star = (cx: number, cy: number, r: number): string =>
  `<polygon points="${Array.from({ length: 10 }, (_, at) => {
    const [angle, reach] = [(at * Math.PI) / 5 - Math.PI / 2, at % 2 ? r * 0.5 : r];
    return `${(cx + reach * Math.cos(angle)).toFixed(3)},${(cy + reach * Math.sin(angle)).toFixed(3)}`;
  }).join(' ')}"/>`;

/** A dome with its slit under a cratered moon and two stars: five islands. */
const bag = page(
  160,
  130,
  [
    '<path fill-rule="evenodd" d="M20 110a55 55 0 0 1 110 0v8h-110zM32 108h36v-38a43 43 0 0 0 -36 38zM82 108h36a43 43 0 0 0 -36 -38z"/>',
    '<path fill-rule="evenodd" d="M148 28a22 22 0 1 1-44 0a22 22 0 1 1 44 0zM122 20a6 6 0 1 0-12 0a6 6 0 1 0 12 0zM140 26a5 5 0 1 0-10 0a5 5 0 1 0 10 0zM128 40a4 4 0 1 0-8 0a4 4 0 1 0 8 0z"/>',
    star(36, 30, 11),
    star(68, 18, 7),
  ].join(''),
);

const face = async (name: string, ...files: string[]): Promise<Font> => {
  const read = await openFont(
    files.map((file) => readFileSync(`node_modules/@fontsource/${name}/files/${name}-${file}-normal.woff`)),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.font;
};

const recordOf = (
  id: string,
  name: string,
  artwork: Artwork,
  source: ArtworkSource,
  rooms: ArtworkRecord['rooms'] = null,
): ArtworkRecord => ({
  id,
  name,
  svg: writeSvg(rooms ? artwork : onOwnPage(artwork)),
  source,
  rooms,
  mends: [],
});

const drawing = (id: string, name: string, file: string, svg: string): ArtworkRecord => {
  mkdirSync('demo/artwork', { recursive: true });
  writeFileSync(`demo/artwork/${file}`, svg);
  const read = readArtwork(svg);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return recordOf(id, name, read.artwork, { kind: 'drawing', file });
};

const LABELS = [
  '40 mm',
  '32 mm',
  '25 mm',
  '18 mm',
  '12 mm',
  '9 mm',
  '6 mm',
  'Doubler',
  'Tripler',
  'Moon filter',
  'Sky filter',
  'Star diagonal',
  'Finder',
  'Red torch',
  'Dew straps',
  'Lens cloths',
  'Caps',
  'Collimation',
  'Hex keys',
  'Batteries',
  'Chargers',
  'Star charts',
  'Spare screws',
  'Odd ends',
];

export const demoArtworks = async (): Promise<ArtworkRecord[]> => {
  const sans = await face('atkinson-hyperlegible-next', 'latin-700', 'latin-ext-700');
  const slab = await face('zilla-slab', 'latin-700', 'latin-ext-700');
  const sign = {
    kind: 'text',
    text: 'To the dome',
    face: 'slab',
    letterHeightMm: 60,
    letterSpacing: 0.05,
    lineSpacing: 1.6,
    align: 'centre',
  } as const;
  const set = setText(sign.text, slab, sign);
  const labels = {
    kind: 'labels',
    words: LABELS,
    face: 'sans',
    exceptions: [],
    letterSpacing: 0.12,
    maxWidthMm: 130,
    maxHeightMm: 30,
    letterHeightMm: null,
    perPiece: 1,
  } as const;
  const words = labelSet(LABELS, sans, labels);
  if (!set.ok || !words.ok) throw new Error('The demo words could not be set.');
  const sheet = labelSheet(words.labels, 6, 280);
  return [
    recordOf('art-sign', 'To the dome', set.artwork, sign),
    drawing('art-phases', 'moon phases', 'moon-phases.svg', phases),
    drawing('art-bag', 'dome and moon', 'dome-and-moon.svg', bag),
    recordOf(
      'art-labels',
      '24 labels',
      sheet.artwork,
      { ...labels, words: [...LABELS], exceptions: [] },
      sheet.rooms.map((room) => ({ ...room })),
    ),
  ];
};

/** A design with the facts of its artwork, as large as fits on an area; labels as they were set. */
export const designFrom = ({ id, svg, rooms }: ArtworkRecord, area: Area | null): Partial<Design> => {
  const read = readArtwork(svg);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const fit = area && !rooms ? fitDesign(area, read.artwork) : null;
  if (fit && !fit.ok) throw new Error(JSON.stringify(fit.problems));
  const found = examineArtwork(read.artwork, { as: 'stencil' });
  return {
    artworkId: id,
    ...factsOfArtwork(found, 1, rooms),
    scale: fit ? Math.round(fit.scale * 1e6) / 1e6 : 1,
    ...(rooms ? { placement: { ...PLAIN_PLACEMENT, sizing: 'said' as const } } : {}),
  };
};
