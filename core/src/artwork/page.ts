import { boundsOf, mapped, turnedPoint, type Bounds, type Polygon } from '../shape/index.ts';
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
