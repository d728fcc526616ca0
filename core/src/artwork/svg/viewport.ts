import { rectangle, type Bounds, type Ring } from '../../shape/index.ts';
import { lengthMm, MM_PER_PX } from './lengths.ts';
import { moved, numbersIn, type Matrix } from './transform.ts';
import type { XmlNode } from './xml.ts';

/** Size of a page that says none, as a browser shows it, user units. */
const PLAIN_PAGE = { width: 300, height: 150 };

export interface Page {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly matrix: Matrix;
  readonly view: Bounds;
  /** No size in mm is said. */
  readonly isGuessed: boolean;
}

/** From a view to a place of a width and height, its shape kept unless told otherwise. */
export const fitted = (view: Bounds, width: number, height: number, keep: string | undefined): Matrix => {
  const [sx, sy] = [width / view.width, height / view.height];
  const words = (keep ?? 'xMidYMid meet')
    .trim()
    .replace(/^defer\s+/, '')
    .split(/\s+/);
  if (words[0] === 'none') return [sx, 0, 0, sy, -view.x * sx, -view.y * sy];
  const scale = words.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy);
  const part = (axis: 'x' | 'Y') => {
    const at = new RegExp(`${axis}(Min|Mid|Max)`).exec(words[0] ?? '')?.[1] ?? 'Mid';
    return at === 'Min' ? 0 : at === 'Max' ? 1 : 0.5;
  };
  return [
    scale,
    0,
    0,
    scale,
    (width - view.width * scale) * part('x') - view.x * scale,
    (height - view.height * scale) * part('Y') - view.y * scale,
  ];
};

export const viewBoxOf = (node: XmlNode): Bounds | null => {
  const [x = NaN, y = NaN, width = NaN, height = NaN] = numbersIn(node.attributes.viewBox ?? '');
  return width > 0 && height > 0 && Number.isFinite(x + y + width + height) ? { x, y, width, height } : null;
};

export const pageOf = (root: XmlNode): Page => {
  const view = viewBoxOf(root);
  const [width, height] = [lengthMm(root.attributes.width), lengthMm(root.attributes.height)];
  const aspect = view ? view.height / view.width : 1;
  const widthMm =
    width ?? (height !== null && view ? height / aspect : view ? view.width * MM_PER_PX : PLAIN_PAGE.width * MM_PER_PX);
  const heightMm = height ?? (view ? widthMm * aspect : PLAIN_PAGE.height * MM_PER_PX);
  const drawn = view ?? { x: 0, y: 0, width: widthMm / MM_PER_PX, height: heightMm / MM_PER_PX };
  const says = (text: string | undefined) => /mm|cm|in|pt|pc|q/i.test(text ?? '');
  return {
    widthMm,
    heightMm,
    view: drawn,
    matrix: fitted(drawn, widthMm, heightMm, root.attributes.preserveAspectRatio),
    isGuessed: !says(root.attributes.width) && !says(root.attributes.height),
  };
};

/** A rectangle of user units on the page. */
export const windowOf = (box: Bounds, matrix: Matrix): Ring[] => {
  const ring = rectangle(box);
  const placed = new Float64Array(ring.length);
  for (let at = 0; at < ring.length; at += 2) {
    const [x, y] = moved(matrix, ring[at]!, ring[at + 1]!);
    [placed[at], placed[at + 1]] = [x, y];
  }
  return [placed];
};
