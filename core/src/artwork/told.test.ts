import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { boundsOf, circle, polygonArea, rectangle, subtracted, type Polygon } from '../shape/index.ts';
import { DRAWINGS, drawn } from '../testing/drawings.ts';
import {
  addBridges,
  bordered,
  designOf,
  examineArtwork,
  fitDesign,
  gapsWidened,
  inverted,
  outlineAround,
  packSheets,
  planCut,
  readArtwork,
  setInto,
  sheetArtwork,
  sized,
  sliceForBed,
  suitsOf,
  thickened,
  weedingMinutes,
  writeDxf,
  writeSvg,
  type Artwork,
  type Examination,
  type SheetPiece,
} from './index.ts';

// What the artwork's figures are, drawing by drawing. A change in these lines is read like a change of code:
// npm run unit -- -u core/src/artwork/told

const all = catalogue();
const text = (lines: readonly string[]): string => `\n${lines.join('\n')}\n`;
const mm = (value: number | null): string => (value === null ? '–' : value.toFixed(2));
const point = (at: readonly [number, number] | null): string => (at ? `${mm(at[0])},${mm(at[1])}` : '–');
const boxOf = (polygon: Polygon): string => {
  const { x, y, width, height } = boundsOf(polygon);
  return `${mm(x)},${mm(y)} ${mm(width)} × ${mm(height)}, ${mm(polygonArea(polygon))} mm²`;
};
const drawings = DRAWINGS.map(({ name, page, body }) => [name, drawn(page[0], page[1], body)] as const);

const figures = (found: Examination): string[] => [
  `${boxOfBounds(found)}, cut ${mm(found.cutLengthMm)}; ${found.pieceCount} pieces, ${found.islandCount} islands`,
  ...found.islands.map(({ number, centre, areaMm2 }) => `  island ${number} at ${point(centre)}, ${mm(areaMm2)} mm²`),
  `  thinnest stroke ${mm(found.minStrokeMm)} at ${point(found.minStrokeAt)}, web ${mm(found.minWebMm)} at ${point(found.minWebAt)}`,
  ...found.thinStrokes.map((place) => `  stroke ${mm(place.mm)} at ${point(place.at)}`),
  ...found.thinWebs.map((place) => `  web ${mm(place.mm)} at ${point(place.at)}`),
  ...found.sharpPlaces.map(({ degrees, at, of }) => `  ${degrees.toFixed(0)}° ${of} at ${point(at)}`),
];
const boxOfBounds = ({ boundsMm: { x, y, width, height }, areaMm2 }: Examination): string =>
  `${mm(x)},${mm(y)} ${mm(width)} × ${mm(height)}, ${mm(areaMm2)} mm²`;

test.each(drawings)('%s: its figures, what it can be cut from, and what mends make of it', (_name, artwork) => {
  const found = examineArtwork(artwork, { as: 'stencil', minStrokeMm: 3, minWebMm: 3 });
  const weeding = weedingMinutes(found, all);
  const mends: readonly (readonly [string, Artwork])[] = [
    ['thicker', thickened(artwork, 0.3)],
    ['outlined', outlineAround(artwork, 2)],
    ['outlined, open', outlineAround(artwork, 1, { fillHoles: false })],
    ['inverted', inverted(artwork, 4)],
    ['bordered', bordered(artwork, { gapMm: 3, widthMm: 2 })],
    ['gaps widened', gapsWidened(artwork, 1.5)],
    ['turned', sized(artwork, 1.5, 30)],
  ];
  const bridged = addBridges(artwork, { widthMm: 1.2 });
  expect(
    text([
      ...figures(found),
      `weeding ${mm(weeding.low)}–${mm(weeding.typical)}–${mm(weeding.high)} min`,
      ...(['stencil', 'decal'] as const).flatMap((as) =>
        suitsOf(found, as, all).map(
          ({ product, suits, reasons, enlarge }) =>
            `${as} ${product.id}: ${suits ? 'suits' : 'does not'}${enlarge === null ? '' : ` × ${enlarge}`}; ${reasons.join('; ')}`,
        ),
      ),
      ...mends.map(([name, made]) => `${name}: ${boxOf(designOf(made))} on ${mm(made.widthMm)} × ${mm(made.heightMm)}`),
      ...(bridged.ok
        ? bridged.bridges.map(({ island, from, to }) => `bridge of ${island} from ${point(from)} to ${point(to)}`)
        : bridged.problems.map(({ given }) => given)),
    ]),
  ).toMatchSnapshot();
});

describe('made ready for the cutter', () => {
  const [[, first], [, second]] = drawings as [(typeof drawings)[number], (typeof drawings)[number]];
  const wide = sized(first, 6, 0);

  test('strips for a small bed', () => {
    const lines = (
      [
        { bedWidthMm: 200, bedLengthMm: 400 },
        { bedWidthMm: 200, bedLengthMm: 400, overlapMm: 8 },
        { bedWidthMm: 150, bedLengthMm: 300, thinMm: 10, markMm: 4, baseLineMm: 20 },
        { bedWidthMm: 600, bedLengthMm: 250 },
        { bedWidthMm: 90, bedLengthMm: 100 },
        { bedWidthMm: -1, bedLengthMm: 100 },
      ] as const
    ).flatMap((options) => {
      const sliced = sliceForBed(wide, options);
      if (!sliced.ok)
        return [JSON.stringify(options), ...sliced.problems.map(({ given, allowed }) => `  ${given} ${allowed}`)];
      return [
        JSON.stringify(options),
        `  ${sliced.assembly} Base line ${mm(sliced.baseLineMm)}${sliced.isTurned ? ', turned' : ''}`,
        ...sliced.seams.map(({ xMm, inkMm, thinnestMm }) => `  seam at ${mm(xMm)}: ${mm(inkMm)}, ${mm(thinnestMm)}`),
        ...sliced.strips.map(
          ({ number, box, artwork, marks }) =>
            `  ${number}: ${mm(box.x)}–${mm(box.x + box.width)}, ${boxOf(designOf(artwork))}; ${marks.length} marks ${marks.map((line) => [...line].map((value) => value.toFixed(1)).join(' ')).join(' | ')}`,
        ),
      ];
    });
    expect(text(lines)).toMatchSnapshot();
  });
  test('sheets and rolls', () => {
    const pieces: SheetPiece[] = [
      { id: 'a', colour: 'red', widthMm: 90, heightMm: 40, quantity: 5, canTurn: true },
      { id: 'b', colour: 'red', widthMm: 30, heightMm: 30, quantity: 7 },
      { id: 'c', colour: 'blue', widthMm: 120, heightMm: 190, quantity: 2, canTurn: true },
    ];
    const lines = (
      [
        [{ kind: 'sheet', widthMm: 200, lengthMm: 300 }, {}],
        [{ kind: 'sheet', widthMm: 100, lengthMm: 300, joined: 2 }, { gapMm: 2 }],
        [{ kind: 'roll', widthMm: 305, lengthMm: 2000 }, { gapMm: 5 }],
        [{ kind: 'roll', widthMm: 80, lengthMm: 2000 }, {}],
        [{ kind: 'sheet', widthMm: 0, lengthMm: 300 }, {}],
      ] as const
    ).flatMap(([stock, options]) => {
      const packed = packSheets(pieces, stock, options);
      if (!packed.ok)
        return [JSON.stringify(stock), ...packed.problems.map(({ given, allowed }) => `  ${given} ${allowed}`)];
      return [
        `${JSON.stringify(stock)}: ${JSON.stringify(packed.lengthByColour)}`,
        ...packed.sheets.map(
          ({ colour, pieces: laid, usedLengthMm, usedShare, offcuts, tapeLinesMm }) =>
            `  ${colour} ${mm(usedLengthMm)} (${usedShare.toFixed(3)}) tape ${tapeLinesMm.join(' ')}: ${laid
              .map(
                ({ id, copy, x, y, isTurned, crossesTape }) =>
                  `${id}${copy} ${mm(x)},${mm(y)}${isTurned ? ' turned' : ''}${crossesTape ? ' over tape' : ''}`,
              )
              .join(
                '; ',
              )}; left ${offcuts.map(({ x, y, width, height }) => `${mm(x)},${mm(y)} ${mm(width)} × ${mm(height)}`).join('; ')}`,
        ),
      ];
    });
    expect(text(lines)).toMatchSnapshot();
  });
  test('a plan to cut, and what lies on its sheets', () => {
    const plan = planCut([{ name: 'wide', artwork: wide, quantity: 2 }], {
      as: 'decal',
      frameMm: 0,
      marginMm: 2,
      isApart: null,
      bed: { widthMm: 300, lengthMm: 500 },
      stock: { kind: 'sheet', widthMm: 305, lengthMm: 600 },
      overlapMm: 3,
      thinMm: 2,
      gapMm: 4,
      canTurn: true,
    });
    if (!plan.ok) throw new Error(plan.problems[0]!.given);
    const { packed } = plan;
    expect(
      text(
        packed.sheets.map((sheet) => {
          const { artwork, marks } = sheetArtwork(sheet, plan);
          return `${sheet.colour}: ${boxOf(designOf(artwork))}, ${marks.length} marks; ${sheet.pieces.map(({ id, copy }) => `${id} ${copy}`).join(', ')}`;
        }),
      ),
    ).toMatchSnapshot();
  });
  test('written as SVG and DXF, plain and mirrored', () => {
    const small = drawn(
      20,
      10,
      '<path d="M2 2h6v6h-6z"/><path fill="#a03020" d="M12 2h4l2 6h-6z"/><path fill="none" stroke="#000" stroke-width="1" d="M2 9h16"/>',
    );
    const marks = [Float64Array.of(0, 5, 20, 5)];
    expect(
      text([
        writeSvg(small),
        writeSvg(small, { marks, isMirrored: true, title: 'A <sign> & more' }),
        writeDxf(small, { marks }).replaceAll(/\r?\n/g, ' '),
        writeDxf(small, { isMirrored: true, layers: [small.layers[0]!.id] }).replaceAll(/\r?\n/g, ' '),
      ]),
    ).toMatchSnapshot();
  });
  test('fitted into an area, and refused where it does not fit', () => {
    const plate = { kind: 'rectangle', widthMm: 160, heightMm: 90 } as const;
    const bolts = { keepOuts: [{ kind: 'circle', xMm: 80, yMm: 45, diameterMm: 8 } as const] };
    const lines = (
      [
        [plate, {}],
        [plate, { turnDeg: 90 }],
        [plate, { align: { x: 'left', y: 'bottom' } }],
        [plate, { widthMm: 40, nudgeMm: { x: 5, y: -5 } }],
        [plate, { widthMm: 400 }],
        [plate, { scale: -1 }],
        [{ ...plate, ...bolts }, {}],
        [{ kind: 'disc', diameterMm: 100 }, {}],
        [{ kind: 'cylinder', circumferenceMm: 240, heightMm: 95 }, { rimZoneMm: 20 }],
        [plate, { clearOf: [rectangle({ x: 0, y: 0, width: 60, height: 90 })], gapMm: 3 }],
      ] as const
    ).flatMap(([area, options]) => {
      const placed = fitDesign(area as never, second, options as never);
      return [
        `${JSON.stringify(area)} ${JSON.stringify({ ...options, clearOf: undefined })}`,
        placed.ok
          ? `  ${JSON.stringify(placed, (_, value: unknown) => (typeof value === 'number' ? Number(value.toFixed(3)) : value))}`
          : `  ${placed.problems.map(({ code, given, allowed }) => `${code}: ${given} ${allowed}`).join(' ')}`,
      ];
    });
    expect(text(lines)).toMatchSnapshot();
  });
  test('a name set into a pattern', () => {
    const pattern: Artwork = {
      ...first,
      layers: [
        {
          ...first.layers[0]!,
          polygon: subtracted([rectangle({ x: 0, y: 0, width: 80, height: 60 })], [circle(20, 20, 8)]),
        },
      ],
    };
    const made = setInto(pattern, second, 2);
    expect(
      text([
        `${mm(made.widthMm)} × ${mm(made.heightMm)}`,
        ...made.layers.map(({ id, polygon }) => `${id}: ${boxOf(polygon)}`),
      ]),
    ).toMatchSnapshot();
  });
});

test.each([
  [
    'shapes',
    '<rect x="1" y="2" width="10" height="5" rx="1"/><circle cx="20" cy="5" r="3"/><ellipse cx="30" cy="5" rx="4" ry="2"/><polygon points="40,2 46,2 43,8"/>',
  ],
  [
    'strokes',
    '<line x1="1" y1="1" x2="20" y2="1" stroke="#000" stroke-width="2"/><polyline points="1,6 10,9 20,6" fill="none" stroke="red" stroke-width="1" stroke-linejoin="round"/>',
  ],
  [
    'groups and styles',
    '<style>.a{fill:#0a0}</style><g transform="translate(5 5) rotate(30) scale(2)"><path class="a" d="M0 0h4v4h-4z"/></g><g style="display:none"><rect width="9" height="9"/></g>',
  ],
  [
    'curves',
    '<path d="M2 2c4 0 4 6 8 6s4-6 8-6v10h-16z"/><path d="M30 10a5 5 0 0 1 10 0q-5 8-10 0z" fill-rule="evenodd"/>',
  ],
  [
    'what is used again',
    '<defs><g id="s"><path d="M0 0h3v3h-3z"/></g></defs><use href="#s" x="4" y="4"/><use href="#s" x="14" y="4" fill="blue"/>',
  ],
  [
    'what cannot be read',
    '<text x="2" y="8">Hi</text><image href="a.png" width="4" height="4"/><rect width="5" height="5" fill="url(#g)"/>',
  ],
])('a drawing of %s is read into these figures', (_name, body) => {
  const read = readArtwork(
    `<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="20mm" viewBox="0 0 60 20">${body}</svg>`,
  );
  expect(
    text(
      read.ok
        ? [
            `${mm(read.artwork.widthMm)} × ${mm(read.artwork.heightMm)}`,
            ...read.artwork.layers.map(
              ({ id, polygon, cutLines }) =>
                `${id}: ${boxOf(polygon)}, ${polygon.length} rings, ${cutLines.length} lines`,
            ),
            ...read.notices.map((notice) => JSON.stringify(notice)),
          ]
        : read.problems.map(({ code, given, allowed }) => `${code}: ${given} ${allowed}`),
    ),
  ).toMatchSnapshot();
});
