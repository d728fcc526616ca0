import { failed, type Outcome, type Problem } from '../../problem/index.ts';
import {
  boundsOf,
  intersected,
  mapped,
  stroked,
  type Bounds,
  type Cap,
  type Join,
  type Ring,
} from '../../shape/index.ts';
import { welded, type Artwork, type ArtworkLayer, type Notice, type Shape } from '../artwork.ts';
import { expandedSize } from './expansion.ts';
import { dashed, flattenEllipse, flattenPath, flattenRect, type Line } from './flatten.ts';
import { readPaint, readStyleSheets, styleOf, type Style, type StyleSheet } from './style.ts';
import { combined, IDENTITY, moved, numbersIn, readTransform, stretchOf, type Matrix } from './transform.ts';
import { readXml, type XmlNode } from './xml.ts';

export interface ReadOptions {
  /** What a painted line is: its outline, as it is seen (the default), or the way of the blade. */
  readonly strokes?: 'outline' | 'cutLine';
}

export type ReadArtwork = Outcome<{ artwork: Artwork; notices: readonly Notice[] }>;

/** Farthest that flattened curves lie from the true ones, mm. */
const TOLERANCE_MM = 0.001;
/** Most elements that are drawn once clones stand where they are used. */
const MOST_EXPANDED = 400_000;
const MOST_POINTS = 3_000_000;
/** Farther than this from the page's corner nothing is drawn, mm: a slip of the pen, or an attack. */
const FARTHEST_MM = 20_000;
const MM_PER_PX = 25.4 / 96;

const UNITS: Readonly<Record<string, number>> = {
  '': MM_PER_PX,
  px: MM_PER_PX,
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  q: 0.25,
};

/** A length in mm; null where it is none or a share of something. */
const lengthMm = (text: string | undefined): number | null => {
  const read = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '');
  const unit = read && UNITS[read[2]!.toLowerCase()];
  return read && unit !== undefined && unit !== null ? Number(read[1]) * unit : null;
};

/** A number in user units; units are turned to pixels, shares taken of `whole`. */
const userLength = (text: string | undefined, whole: number, fallback = 0): number => {
  if (text === undefined) return fallback;
  const share = /^\s*([-+]?[\d.]+)\s*%\s*$/.exec(text);
  if (share) return (Number(share[1]) / 100) * whole;
  const length = lengthMm(text);
  return length === null ? fallback : length / MM_PER_PX;
};

interface Page {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly matrix: Matrix;
  readonly view: Bounds;
  readonly isGuessed: boolean;
}

const fitted = (view: Bounds, width: number, height: number, keep: string | undefined): Matrix => {
  const [sx, sy] = [width / view.width, height / view.height];
  const words = (keep ?? 'xMidYMid meet').trim().split(/\s+/);
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

const viewBoxOf = (node: XmlNode): Bounds | null => {
  const [x = NaN, y = NaN, width = NaN, height = NaN] = numbersIn(node.attributes.viewBox ?? '');
  return width > 0 && height > 0 && Number.isFinite(x + y + width + height) ? { x, y, width, height } : null;
};

const pageOf = (root: XmlNode): Page => {
  const view = viewBoxOf(root);
  const [width, height] = [lengthMm(root.attributes.width), lengthMm(root.attributes.height)];
  const aspect = view ? view.height / view.width : 1;
  const widthMm =
    width ?? (height !== null && view ? height / aspect : view ? view.width * MM_PER_PX : 300 * MM_PER_PX);
  const heightMm = height ?? (view ? widthMm * aspect : 150 * MM_PER_PX);
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

class TooMuch extends Error {
  constructor(readonly problem: Problem) {
    super(problem.given);
  }
}

type Painted = Shape & { readonly colour: string };

/** Walks a drawing and collects what it paints; one object a drawing. */
class Reader {
  readonly painted: Painted[] = [];
  readonly cutLines: { readonly colour: string; readonly ring: Ring }[] = [];
  private readonly notices = new Map<string, { count: number; words: string; todo: string }>();
  private readonly byId = new Map<string, XmlNode>();
  private points = 0;

  constructor(
    root: XmlNode,
    private readonly page: Page,
    private readonly sheet: StyleSheet,
    private readonly strokes: 'outline' | 'cutLine',
  ) {
    const pending = [root];
    for (let node = pending.pop(); node; node = pending.pop()) {
      const { id } = node.attributes;
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, node);
      pending.push(...node.children);
    }
  }

  /** What is wrong with how many elements the clones make; null where nothing is. */
  overgrown(root: XmlNode): Problem | null {
    const size = expandedSize(root, this.byId);
    return size <= MOST_EXPANDED
      ? null
      : {
          code: 'too-many-clones',
          given: `Clones and clips make ${size > 1e9 ? 'more than a thousand million' : size} elements of it.`,
          allowed: `at most ${MOST_EXPANDED}.`,
          todo: 'Expand the clones that you need and export again.',
        };
  }

  get found(): Notice[] {
    return [...this.notices].map(([code, notice]) => ({ code, ...notice }));
  }

  note(code: string, words: string, todo: string): void {
    const known = this.notices.get(code);
    if (known) known.count += 1;
    else this.notices.set(code, { count: 1, words, todo });
  }

  walk(node: XmlNode, above: Style, matrix: Matrix, uses: readonly XmlNode[]): readonly Painted[] {
    const from = this.painted.length;
    this.walkInto(node, above, matrix, uses);
    return this.painted.slice(from);
  }

  private walkInto(node: XmlNode, above: Style, outer: Matrix, uses: readonly XmlNode[]): void {
    const style = styleOf(node, above, this.sheet);
    if (style.display === 'none' || Number(style.opacity ?? 1) === 0) return;
    const own = readTransform(node.attributes.transform);
    if (!own)
      return this.note(
        'bad-transform',
        'A transform could not be read; what it moves was left out.',
        'Apply the transforms and export again.',
      );
    const matrix = combined(outer, own);
    if (!matrix.every(Number.isFinite)) return this.outOfBounds();
    const from = this.painted.length;
    switch (node.name) {
      case 'svg':
        if (uses.length || outer !== this.page.matrix) return this.nested(node, style, matrix, uses);
        return this.children(node, style, matrix, uses, from);
      case 'g':
      case 'a':
        return this.children(node, style, matrix, uses, from);
      case 'switch':
        return this.children({ ...node, children: node.children.slice(0, 1) }, style, matrix, uses, from);
      case 'use':
        this.use(node, style, matrix, uses);
        return this.clip(style, matrix, from, uses);
      case 'path':
      case 'rect':
      case 'circle':
      case 'ellipse':
      case 'line':
      case 'polyline':
      case 'polygon':
        this.paint(node, style, matrix);
        return this.clip(style, matrix, from, uses);
      case 'text':
        return this.note(
          'live-text',
          'Text stands in the drawing as text, not as outlines, and was left out.',
          'Turn text into paths and export again, or set it here in a shipped font.',
        );
      case 'image':
        return this.note(
          'image',
          'A picture stands in the drawing and was left out.',
          'Trace it into shapes and export again.',
        );
      case 'foreignObject':
      case 'script':
        return this.note(
          node.name === 'script' ? 'script' : 'foreign-object',
          node.name === 'script' ? 'A script was thrown away unread.' : 'Something that is no drawing was left out.',
          'Export the drawing again as plain SVG.',
        );
      default:
        return undefined; // definitions, titles, metadata: nothing is painted by them
    }
  }

  private children(node: XmlNode, style: Style, matrix: Matrix, uses: readonly XmlNode[], from: number): void {
    for (const child of node.children) this.walkInto(child, style, matrix, uses);
    this.clip(style, matrix, from, uses);
  }

  /** A drawing or symbol inside the drawing, with a view of its own. */
  private nested(node: XmlNode, style: Style, matrix: Matrix, uses: readonly XmlNode[], size?: XmlNode): void {
    const { view } = this.page;
    const attributes = { ...node.attributes, ...size?.attributes };
    const x = node.name === 'svg' ? userLength(node.attributes.x, view.width) : 0;
    const y = node.name === 'svg' ? userLength(node.attributes.y, view.height) : 0;
    const width = userLength(attributes.width, view.width, view.width);
    const height = userLength(attributes.height, view.height, view.height);
    const box = viewBoxOf(node);
    const inner = box ? fitted(box, width, height, node.attributes.preserveAspectRatio) : IDENTITY;
    const placed = combined(combined(matrix, [1, 0, 0, 1, x, y]), inner);
    this.children(node, style, placed, uses, this.painted.length);
  }

  private use(node: XmlNode, style: Style, matrix: Matrix, uses: readonly XmlNode[]): void {
    const href = node.attributes.href ?? node.attributes['xlink:href'] ?? '';
    if (!href.startsWith('#'))
      return this.note(
        'external',
        'Something outside the file is referred to; it was left out, and nothing was fetched.',
        'Embed it as shapes and export again.',
      );
    const target = this.byId.get(href.slice(1));
    if (!target)
      return this.note(
        'dangling-use',
        'A reference leads to nothing and was left out.',
        'Expand clones and export again.',
      );
    if (uses.includes(target))
      return this.note('use-cycle', 'A clone holds itself; it was left out.', 'Expand clones and export again.');
    const { view } = this.page;
    const at = combined(matrix, [
      1,
      0,
      0,
      1,
      userLength(node.attributes.x, view.width),
      userLength(node.attributes.y, view.height),
    ]);
    const inside = [...uses, target];
    if (target.name === 'symbol') this.nested(target, styleOf(target, style, this.sheet), at, inside, node);
    else this.walkInto(target, style, at, inside);
  }

  private linesOf({ name, attributes }: XmlNode, tolerance: number): readonly Line[] {
    const { view } = this.page;
    const across = (key: string, fallback?: number) => userLength(attributes[key], view.width, fallback);
    const down = (key: string, fallback?: number) => userLength(attributes[key], view.height, fallback);
    switch (name) {
      case 'path': {
        const { lines, error, isTooLong } = flattenPath(attributes.d ?? '', tolerance);
        if (isTooLong) throw new TooMuch(TOO_DETAILED);
        if (error && error !== 'string should start with `M` or `m`')
          this.note(
            'broken-path',
            `A path breaks off (${error}); it was read up to there.`,
            'Draw or export it again.',
          );
        return lines;
      }
      case 'rect': {
        const [width, height] = [across('width'), down('height')];
        const [rx, ry] = [attributes.rx, attributes.ry];
        if (!(width > 0 && height > 0)) return [];
        return flattenRect(
          across('x'),
          down('y'),
          width,
          height,
          userLength(rx ?? ry, view.width),
          userLength(ry ?? rx, view.height),
          tolerance,
        );
      }
      case 'circle': {
        const r = userLength(attributes.r, Math.hypot(view.width, view.height) / Math.SQRT2);
        return r > 0 ? [flattenEllipse(across('cx'), down('cy'), r, r, tolerance)] : [];
      }
      case 'ellipse': {
        const [rx, ry] = [across('rx'), down('ry')];
        return rx > 0 && ry > 0 ? [flattenEllipse(across('cx'), down('cy'), rx, ry, tolerance)] : [];
      }
      case 'line':
        return [
          {
            points: Float64Array.from([across('x1'), down('y1'), across('x2'), down('y2')]),
            isClosed: false,
          },
        ];
      default: {
        const numbers = numbersIn(attributes.points ?? '');
        const points = Float64Array.from(numbers.slice(0, numbers.length - (numbers.length % 2)));
        return points.length >= 4 ? [{ points, isClosed: name === 'polygon' }] : [];
      }
    }
  }

  private paint(node: XmlNode, style: Style, matrix: Matrix): void {
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return;
    const isFilled = (share: string | undefined) => Number(share ?? 1) !== 0;
    const fill = isFilled(style['fill-opacity']) ? readPaint(style.fill, style.color, 'black') : 'none';
    const stroke = isFilled(style['stroke-opacity']) ? readPaint(style.stroke, style.color, 'none') : 'none';
    if (fill === 'none' && stroke === 'none') return;
    const stretch = stretchOf(matrix);
    if (!(stretch > 0)) return;
    const lines = this.linesOf(node, TOLERANCE_MM / stretch);
    this.points += lines.reduce((sum, { points }) => sum + points.length / 2, 0);
    if (this.points > MOST_POINTS) throw new TooMuch(TOO_DETAILED);
    if (fill !== 'none' && node.name !== 'line')
      this.add(
        lines.map(({ points }) => points),
        style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
        fill,
        matrix,
      );
    if (stroke !== 'none') this.stroke(lines, stroke, style, matrix);
  }

  private stroke(lines: readonly Line[], colour: string, style: Style, matrix: Matrix): void {
    this.note(
      'strokes',
      'A line is drawn with a pen.',
      'Say whether the blade runs around it, as it is seen, or along it.',
    );
    if (this.strokes === 'cutLine') {
      for (const { points, isClosed } of lines) {
        const closed = isClosed ? Float64Array.from([...points, points[0]!, points[1]!]) : points;
        const [ring] = this.inBounds(mapped([closed], (x, y) => moved(matrix, x, y)));
        if (ring) this.cutLines.push({ colour, ring });
      }
      return;
    }
    const { view } = this.page;
    const width = userLength(style['stroke-width'], Math.hypot(view.width, view.height) / Math.SQRT2, 1);
    if (!(width > 0)) return;
    const pattern =
      style['stroke-dasharray'] && style['stroke-dasharray'] !== 'none' ? numbersIn(style['stroke-dasharray']) : [];
    const offset = numbersIn(style['stroke-dashoffset'] ?? '0')[0] ?? 0;
    const drawn = pattern.length ? lines.flatMap((line) => dashed(line, pattern, offset)) : lines;
    // drawn in millimetres where the transform keeps angles; else in user units, so that a slanting pen slants
    const stretch = stretchOf(matrix);
    const joins: Readonly<Record<string, Join>> = { round: 'round', bevel: 'bevel', miter: 'miter' };
    const caps: Readonly<Record<string, Cap>> = { round: 'round', square: 'square', butt: 'butt' };
    const outline = stroked(
      drawn.map(({ points, isClosed }) => ({ points: points.map((value) => value * stretch), isClosed })),
      width * stretch,
      joins[style['stroke-linejoin'] ?? ''] ?? 'miter',
      caps[style['stroke-linecap'] ?? ''] ?? 'butt',
      Number(style['stroke-miterlimit'] ?? 4) || 4,
    );
    this.add(
      outline.map((ring) => ring.map((value) => value / stretch)),
      'nonzero',
      colour,
      matrix,
    );
  }

  private add(rings: readonly Ring[], fill: Shape['fill'], colour: string, matrix: Matrix): void {
    const kept = this.inBounds(
      mapped(
        rings.filter(({ length }) => length >= 6),
        (x, y) => moved(matrix, x, y),
      ),
    );
    if (kept.length) this.painted.push({ rings: kept, fill, colour });
  }

  private inBounds(rings: readonly Ring[]): readonly Ring[] {
    const kept = rings.filter((ring) => ring.every((value) => Math.abs(value) <= FARTHEST_MM));
    if (kept.length < rings.length) this.outOfBounds();
    return kept.length < rings.length ? [] : kept;
  }

  private outOfBounds(): void {
    this.note(
      'out-of-bounds',
      `A shape reaches more than ${FARTHEST_MM / 1000} m from the page or has no place at all, and was left out.`,
      'Check its numbers and export again.',
    );
  }

  /** Cuts what was painted since `from` to a clip path; masks and filters are named and not applied. */
  private clip(style: Style, matrix: Matrix, from: number, uses: readonly XmlNode[]): void {
    for (const [name, words] of [
      ['mask', 'A mask'],
      ['filter', 'A filter'],
    ] as const)
      if (style[name] && style[name] !== 'none')
        this.note(
          `${name}-refused`,
          `${words} was not applied: what it would hide is still there.`,
          'Apply it in the drawing and export again.',
        );
    const clip = style['clip-path'];
    if (!clip || clip === 'none' || this.painted.length === from) return;
    const id = /^url\(\s*['"]?#([^'")]+)['"]?\s*\)/.exec(clip)?.[1];
    const target = id === undefined ? undefined : this.byId.get(id);
    if (
      !target ||
      target.name !== 'clipPath' ||
      uses.includes(target) ||
      target.attributes.clipPathUnits === 'objectBoundingBox'
    )
      return this.note(
        'clip-refused',
        'A clip could not be applied: what it would hide is still there.',
        'Apply it in the drawing and export again.',
      );
    const subjects = this.painted.splice(from);
    const inside = combined(matrix, readTransform(target.attributes.transform) ?? IDENTITY);
    for (const child of target.children)
      this.walkInto(child, { fill: 'black', 'fill-rule': style['clip-rule'] ?? 'nonzero' }, inside, [...uses, target]);
    const window = welded(this.painted.splice(from));
    for (const subject of subjects) {
      const rings = intersected(welded([subject]), window);
      if (rings.length) this.painted.push({ rings, fill: 'nonzero', colour: subject.colour });
    }
    this.note('clip-applied', 'A clip was applied: only what lies inside it is kept.', 'Nothing to do.');
  }
}

const TOO_DETAILED: Problem = {
  code: 'too-detailed',
  given: `The drawing has more than ${MOST_POINTS / 1e6} million points once its curves are drawn.`,
  allowed: `at most ${MOST_POINTS / 1e6} million.`,
  todo: 'Simplify its paths, or split it.',
};

const layersOf = ({ painted, cutLines }: Reader): ArtworkLayer[] => {
  const colours = [...new Set([...painted, ...cutLines].map(({ colour }) => colour))];
  return colours.flatMap((colour) => {
    const polygon = welded(painted.filter((shape) => shape.colour === colour));
    const lines = cutLines.filter((line) => line.colour === colour).map(({ ring }) => ring);
    return polygon.length || lines.length ? [{ id: colour, colour, polygon, cutLines: lines }] : [];
  });
};

/**
 * Reads a drawing: paths, shapes, groups, clones, units, fill rules, strokes, styles, clips; each colour a layer, welded.
 *
 * Nothing of the file is kept but geometry and colours: no script, text, picture or reference survives.
 *
 * @param svgText the file's text
 * @returns the artwork in mm with what was noticed on the way; problems where the file is no drawing, is unsafe, or paints nothing
 */
export const readArtwork = (svgText: string, { strokes = 'outline' }: ReadOptions = {}): ReadArtwork => {
  const xml = readXml(svgText);
  if (!xml.ok) return xml;
  const { root } = xml;
  const sheets: string[] = [];
  const pending = [root];
  for (let node = pending.pop(); node; node = pending.pop()) {
    if (node.name === 'style') sheets.push(node.text);
    pending.push(...node.children);
  }
  const sheet = readStyleSheets(sheets);
  const page = pageOf(root);
  if (!(page.widthMm > 0 && page.heightMm > 0 && page.widthMm <= FARTHEST_MM && page.heightMm <= FARTHEST_MM))
    return failed({
      code: 'bad-page',
      given: `A page of ${page.widthMm} × ${page.heightMm} mm was given.`,
      allowed: `more than 0 and at most ${FARTHEST_MM} mm each way.`,
      todo: 'Give the page a size in mm and export again.',
    });
  const reader = new Reader(root, page, sheet, strokes);
  if (sheet.skipped)
    reader.note(
      'style-skipped',
      'Some style rules look at what surrounds a shape and were not applied.',
      'Export with styles on the shapes.',
    );
  if (page.isGuessed)
    reader.note(
      'size-guessed',
      'The page gives no size in mm; it was read at 96 pixels an inch.',
      'Check the width shown here with a ruler.',
    );
  const overgrown = reader.overgrown(root);
  if (overgrown) return failed(overgrown);
  try {
    reader.walk(root, {}, page.matrix, []);
  } catch (error) {
    if (error instanceof TooMuch) return failed(error.problem);
    throw error;
  }
  const layers = layersOf(reader);
  const drawn = boundsOf(layers.flatMap(({ polygon, cutLines }) => [...polygon, ...cutLines]));
  if (!layers.length || (drawn.width === 0 && drawn.height === 0)) {
    const left = reader.found.map(({ words }) => words).join(' ');
    return failed({
      code: 'nothing-drawn',
      given: `Nothing in the file is painted.${left ? ` ${left}` : ''}`,
      allowed: 'at least one filled shape or line with a size.',
      todo: 'Check that shapes have a fill or a stroke, turn text into paths, and export again.',
    });
  }
  return { ok: true, artwork: { widthMm: page.widthMm, heightMm: page.heightMm, layers }, notices: reader.found };
};
