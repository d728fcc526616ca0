import fc from 'fast-check';
import { readArtwork, type Artwork, type ReadOptions } from '../artwork/index.ts';
import { circle, subtracted, type Ring } from '../shape/index.ts';

const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${body}</svg>`;

/** The artwork of a body of SVG elements on a page in mm. */
export const drawn = (width: number, height: number, body: string, options?: ReadOptions): Artwork => {
  const read = readArtwork(svg(width, height, body), options);
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.artwork;
};

export interface Drawing {
  readonly name: string;
  readonly page: readonly [width: number, height: number];
  readonly body: string;
  readonly pieces: number;
  readonly islands: number;
  /** mm², by construction; null where only the raster tells. */
  readonly area: number | null;
  readonly stroke?: readonly [mm: number, x: number, y: number];
  readonly web?: readonly [mm: number, x: number, y: number];
}

const star = Array.from({ length: 5 }, (_, at) => {
  const angle = -Math.PI / 2 + (at * 4 * Math.PI) / 5;
  return `${50 + 40 * Math.cos(angle)},${50 + 40 * Math.sin(angle)}`;
}).join(' ');

/** Drawings whose figures are known by construction. */
export const DRAWINGS: readonly Drawing[] = [
  {
    name: 'a moon beside its ring, both round',
    page: [80, 60],
    body: '<path fill-rule="evenodd" d="M60 30a20 20 0 1 1-40 0a20 20 0 1 1 40 0zM56 30a15 15 0 1 1-30 0a15 15 0 1 1 30 0z"/><circle cx="43" cy="30" r="10"/>',
    pieces: 2,
    islands: 1,
    area: Math.PI * (400 - 225 + 100),
    stroke: [4, 58, 30],
    web: [3, 54.5, 30],
  },
  {
    name: 'bars with known gaps',
    page: [70, 50],
    body: '<path d="M5 5h10v40h-10z M15.9 5h12v40h-12z M30 5h20v40h-20z"/>',
    pieces: 3,
    islands: 0,
    area: 42 * 40,
    stroke: [10, 10, 25],
    web: [0.9, 15.45, 25],
  },
  {
    name: 'two blocks with a neck',
    page: [60, 40],
    body: '<path d="M5 5h20v12h8v-12h20v30h-20v-16.7h-8v16.7h-20z"/>',
    pieces: 1,
    islands: 0,
    area: 20 * 30 * 2 + 8 * 1.3,
    stroke: [1.3, 29, 17.65],
    web: [8, 29, 26],
  },
  {
    name: 'a five-point star by non-zero winding',
    page: [100, 100],
    body: `<polygon points="${star}"/>`,
    pieces: 1,
    islands: 0,
    area: null,
  },
  {
    name: 'the same star by even-odd: its middle is open',
    page: [100, 100],
    body: `<polygon fill-rule="evenodd" points="${star}"/>`,
    pieces: 5,
    islands: 1,
    area: null,
  },
  {
    name: 'squares that touch in their corners: each a piece, what they enclose an island',
    page: [60, 60],
    body: '<path d="M10 10h10v10h-10z M20 20h10v10h-10z M10 30h10v10h-10z M0 20h10v10h-10z" transform="translate(10 5)"/>',
    pieces: 4,
    islands: 1,
    area: 400,
  },
  {
    name: 'overlapping letters in two colours weld',
    page: [60, 40],
    body: '<rect x="5" y="10" width="30" height="8" fill="#102030"/><rect x="25" y="5" width="8" height="30" fill="#a4421f"/>',
    pieces: 1,
    islands: 0,
    area: 30 * 8 + 8 * 30 - 8 * 8,
    stroke: [8, 29, 20],
  },
  {
    name: 'strokes are their outlines',
    page: [60, 40],
    body: '<rect x="10" y="10" width="40" height="20" fill="none" stroke="#000" stroke-width="2" stroke-linejoin="miter"/>',
    pieces: 1,
    islands: 1,
    area: 42 * 22 - 38 * 18,
    stroke: [2, 10, 20],
  },
  {
    name: 'clones in groups, turned and scaled',
    page: [100, 60],
    body: '<defs><rect id="tile" width="10" height="10"/></defs><g transform="translate(10 10)"><use href="#tile"/><use href="#tile" transform="translate(30 5) rotate(45) scale(2)"/><use href="#tile" x="60"/></g>',
    pieces: 3,
    islands: 0,
    area: 100 + 400 + 100,
  },
  {
    name: 'islands in islands',
    page: [100, 100],
    body: '<path fill-rule="evenodd" d="M10 10h80v80h-80zM20 20h60v60h-60zM30 30h40v40h-40zM40 40h20v20h-20z"/>',
    pieces: 2,
    islands: 2,
    area: 6400 - 3600 + 1600 - 400,
    stroke: [10, 15, 50],
    web: [10, 25, 50],
  },
  {
    name: 'a clip keeps what lies inside',
    page: [60, 60],
    body: '<clipPath id="window"><rect x="10" y="10" width="20" height="40"/></clipPath><circle cx="30" cy="30" r="20" clip-path="url(#window)"/>',
    pieces: 1,
    islands: 0,
    area: Math.PI * 200,
  },
];

/** Rings in rings, some side by side, as a random moon chart has them. */
export const ringsInRings = fc
  .array(
    fc.record({
      depth: fc.integer({ min: 1, max: 3 }),
      radius: fc.double({ min: 12, max: 20, noNaN: true }),
      shift: fc.double({ min: -1.5, max: 1.5, noNaN: true }),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((list) =>
    list.flatMap(({ depth, radius, shift }, index): Ring[] =>
      Array.from({ length: depth }, (_, level) => level).flatMap((level) => {
        const outer = radius - level * 5;
        const [x, y] = [25 + index * 45 + shift * level * 0.3, 30 + shift];
        return outer > 2.6 ? subtracted([circle(x, y, outer, 0.02)], [circle(x, y, outer - 2.5, 0.02)]) : [];
      }),
    ),
  );
