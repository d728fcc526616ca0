import type { Polygon, Ring } from '../shape/index.ts';
import { mirrored } from './bend.ts';
import type { Artwork } from './artwork.ts';

export interface WriteOptions {
  /** Lines that are not cut: registration crosses, tape and fold lines, on a layer of their own. */
  readonly marks?: Polygon | undefined;
  readonly isMirrored?: boolean | undefined;
  /** Of these layers only. */
  readonly layers?: readonly string[] | undefined;
  readonly title?: string | undefined;
}

/** Decimals of a coordinate in mm: a tenth of a micrometre. */
const DECIMALS = 4;
const GRID = 10 ** DECIMALS;
const onGrid = (value: number): number => Math.round(value * GRID) / GRID;
const number = (value: number): string => String(Number(value.toFixed(DECIMALS)));

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);

/** Path data of rings or lines, mm. */
export const pathData = (polygon: Polygon, isClosed: boolean): string =>
  polygon
    .map((ring) => {
      // steps are shorter to write than places; taken between rounded places, their errors do not add up
      let [x, y] = [onGrid(ring[0] ?? 0), onGrid(ring[1] ?? 0)];
      let text = ring.length ? `M${number(x)} ${number(y)}l` : '';
      for (let at = 2; at < ring.length; at += 2) {
        const [nextX, nextY] = [onGrid(ring[at]!), onGrid(ring[at + 1]!)];
        const [dx, dy] = [number(nextX - x), number(nextY - y)];
        text += `${at > 2 && !dx.startsWith('-') ? ' ' : ''}${dx}${dy.startsWith('-') ? '' : ' '}${dy}`;
        [x, y] = [nextX, nextY];
      }
      return text && isClosed ? `${text}z` : text;
    })
    .join('');

const turned = (artwork: Artwork, marks: Polygon, isMirrored: boolean): { artwork: Artwork; marks: Polygon } => {
  if (!isMirrored) return { artwork, marks };
  const flipped = mirrored({ ...artwork, layers: [{ id: '', colour: '', polygon: [], cutLines: marks }] });
  return { artwork: mirrored(artwork), marks: flipped.layers[0]!.cutLines };
};

const chosen = ({ layers }: Artwork, ids: readonly string[] | undefined): Artwork['layers'] =>
  ids ? layers.filter(({ id }) => ids.includes(id)) : layers;

const isColour = (text: string): boolean => /^#[0-9a-f]{6}$/i.test(text);

/**
 * The artwork as an SVG file in true mm: a group for each colour, marks on a layer of their own.
 *
 * Read back by `readArtwork` it gives the same outlines to 0.1 µm.
 */
export const writeSvg = (
  artwork: Artwork,
  { marks = [], isMirrored = false, layers, title }: WriteOptions = {},
): string => {
  const written = turned(artwork, marks, isMirrored);
  const [width, height] = [number(artwork.widthMm), number(artwork.heightMm)];
  const groups = chosen(written.artwork, layers).map((layer, index) => {
    const colour = isColour(layer.colour) ? layer.colour : '#000000';
    const filled = layer.polygon.length
      ? `<path fill="${colour}" fill-rule="evenodd" d="${pathData(layer.polygon, true)}"/>`
      : '';
    const lines = layer.cutLines.length
      ? `<path fill="none" stroke="${colour}" stroke-width="0.1" d="${pathData(layer.cutLines, false)}"/>`
      : '';
    return `<g id="layer-${index + 1}">${filled}${lines}</g>`;
  });
  const lines = written.marks.length
    ? `<g id="marks"><path fill="none" stroke="#808080" stroke-width="0.1" d="${pathData(written.marks, false)}"/></g>`
    : '';
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">`,
    ...(title ? [`<title>${escaped(title)}</title>`] : []),
    ...groups,
    lines,
    '</svg>',
  ]
    .filter(Boolean)
    .join('\n');
};

const pair = (code: number, value: string | number): string => `${code}\n${value}\n`;

const polyline = (points: Ring, layer: string, isClosed: boolean, height: number): string => {
  let text = pair(0, 'POLYLINE') + pair(8, layer) + pair(66, 1) + pair(70, isClosed ? 1 : 0);
  text += pair(10, 0) + pair(20, 0) + pair(30, 0);
  for (let at = 0; at < points.length; at += 2)
    // there y runs up
    text +=
      pair(0, 'VERTEX') +
      pair(8, layer) +
      pair(10, number(points[at]!)) +
      pair(20, number(height - points[at + 1]!)) +
      pair(30, 0);
  return text + pair(0, 'SEQEND') + pair(8, layer);
};

/**
 * The artwork as a DXF file (release 12, mm, y up): closed polylines on a layer for each colour, marks on a layer of their own.
 */
export const writeDxf = (artwork: Artwork, { marks = [], isMirrored = false, layers }: WriteOptions = {}): string => {
  const written = turned(artwork, marks, isMirrored);
  const { heightMm, widthMm } = artwork;
  const own = chosen(written.artwork, layers);
  const names = [...own.map((_, index) => `CUT${index + 1}`), ...(marks.length ? ['MARKS'] : [])];
  const header =
    pair(0, 'SECTION') +
    pair(2, 'HEADER') +
    pair(9, '$ACADVER') +
    pair(1, 'AC1009') +
    pair(9, '$MEASUREMENT') +
    pair(70, 1) +
    pair(9, '$INSUNITS') +
    pair(70, 4) +
    pair(9, '$EXTMIN') +
    pair(10, 0) +
    pair(20, 0) +
    pair(30, 0) +
    pair(9, '$EXTMAX') +
    pair(10, number(widthMm)) +
    pair(20, number(heightMm)) +
    pair(30, 0) +
    pair(0, 'ENDSEC');
  const table = names
    .map(
      (name, index) =>
        pair(0, 'LAYER') + pair(2, name) + pair(70, 0) + pair(62, (index % 6) + 1) + pair(6, 'CONTINUOUS'),
    )
    .join('');
  const tables =
    pair(0, 'SECTION') +
    pair(2, 'TABLES') +
    pair(0, 'TABLE') +
    pair(2, 'LAYER') +
    pair(70, names.length) +
    table +
    pair(0, 'ENDTAB') +
    pair(0, 'ENDSEC');
  const entities = [
    ...own.flatMap((layer, index) => [
      ...layer.polygon.map((ring) => polyline(ring, names[index]!, true, heightMm)),
      ...layer.cutLines.map((line) => polyline(line, names[index]!, false, heightMm)),
    ]),
    ...written.marks.map((line) => polyline(line, 'MARKS', false, heightMm)),
  ].join('');
  return header + tables + pair(0, 'SECTION') + pair(2, 'ENTITIES') + entities + pair(0, 'ENDSEC') + pair(0, 'EOF');
};
