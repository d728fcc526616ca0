import { boundsOf, mapped, turnedPoint, type Bounds, type Polygon, type Ring } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import { enlarged } from './mend.ts';

/** Bounds of everything drawn, cut lines too. */
export const drawnBounds = ({ layers }: Pick<Artwork, 'layers'>): Bounds =>
  boundsOf(layers.flatMap(({ polygon, cutLines }) => [...polygon, ...cutLines]));

const movedTo = (artwork: Artwork, move: (polygon: Polygon) => Polygon): Artwork => {
  const layers = artwork.layers.map((layer) => ({
    ...layer,
    polygon: move(layer.polygon),
    cutLines: move(layer.cutLines),
  }));
  const { x, y, width, height } = drawnBounds({ layers });
  const shift = (polygon: Polygon) => mapped(polygon, (px, py) => [px - x, py - y]);
  return {
    widthMm: width,
    heightMm: height,
    layers: layers.map((layer) => ({ ...layer, polygon: shift(layer.polygon), cutLines: shift(layer.cutLines) })),
  };
};

/** The artwork on a page as large as what is drawn. */
export const onOwnPage = (artwork: Artwork): Artwork => movedTo(artwork, (polygon) => polygon);

/** The artwork so many times as large, turned clockwise, on a page as large as what is drawn. */
export const sized = (artwork: Artwork, scale: number, turnDeg: number): Artwork => {
  const turn = turnedPoint(turnDeg);
  return movedTo(enlarged(artwork, scale), (polygon) => mapped(polygon, turn));
};

/** Artworks in rows on one page, a gap apart, in one colour; as many in a row as a width allows, at least one. */
export const inRows = (artworks: readonly Artwork[], gapMm: number, widthMm: number): Artwork => {
  const polygon: Ring[] = [];
  let [left, top, high, widest] = [0, 0, 0, 0];
  for (const artwork of artworks) {
    if (left > 0 && left + artwork.widthMm > widthMm) [left, top, high] = [0, top + high + gapMm, 0];
    const [x, y] = [left, top];
    polygon.push(...artwork.layers.flatMap((layer) => mapped(layer.polygon, (px, py) => [px + x, py + y])));
    high = Math.max(high, artwork.heightMm);
    widest = Math.max(widest, left + artwork.widthMm);
    left += artwork.widthMm + gapMm;
  }
  const colour = artworks[0]?.layers[0]?.colour ?? '#000000';
  return { widthMm: widest, heightMm: top + high, layers: [{ id: colour, colour, polygon, cutLines: [] }] };
};
