import type { Problem } from '../../problem/index.ts';
import { boundsOf, intersected, mapped, type Bounds, type Ring } from '../../shape/index.ts';
import { welded, type Shape } from '../artwork.ts';
import type { StyleSheet } from './css.ts';
import { expandedSize } from './expansion.ts';
import { flattenEllipse, flattenPath, flattenRect, type Line } from './flatten.ts';
import { shareIn, userLength } from './lengths.ts';
import { Notices } from './notices.ts';
import { isUnreadColour, readPaint, type Paint } from './paint.ts';
import { strokeOf } from './strokes.ts';
import { fontPxOf, styleOf, type Style } from './style.ts';
import {
  aboutOrigin,
  combined,
  IDENTITY,
  moved,
  numbersIn,
  readCssTransform,
  readTransform,
  stretchOf,
  type Matrix,
} from './transform.ts';
import { fitted, viewBoxOf, windowOf, type Page } from './viewport.ts';
import { hrefOf, type XmlNode } from './xml.ts';

/** Farthest that flattened curves lie from the true ones, mm. */
const TOLERANCE_MM = 0.001;
/** Most elements that are drawn once clones stand where they are used. */
const MOST_EXPANDED = 400_000;
const MOST_POINTS = 3_000_000;
/** Farther than this from the page's corner nothing is drawn, mm: a slip of the pen, or an attack. */
export const FARTHEST_MM = 20_000;

/** Stops the reader with a problem. */
export class TooMuch extends Error {
  constructor(readonly problem: Problem) {
    super(problem.given);
  }
}

const TOO_DETAILED: Problem = {
  code: 'too-detailed',
  given: `The drawing has more than ${MOST_POINTS / 1e6} million points once its curves are drawn.`,
  allowed: `at most ${MOST_POINTS / 1e6} million.`,
  todo: 'Simplify its paths, or split it.',
};

type Painted = Shape & { readonly colour: string };

/** Where the reader is: what stands above, where it lies, which clones are open, and whether what is drawn is a clip. */
interface At {
  readonly style: Style;
  readonly matrix: Matrix;
  readonly uses: readonly XmlNode[];
  /** The view that shares of lengths are taken of. */
  readonly view: Bounds;
  readonly isClip: boolean;
}

const diagonalOf = ({ width, height }: Bounds): number => Math.hypot(width, height) / Math.SQRT2;

/** What a browser would draw of several forms of a part: those that it may show, in their order. */
const mayBeShown = ({ attributes }: XmlNode): boolean => {
  const { requiredExtensions, systemLanguage } = attributes;
  if (requiredExtensions !== undefined) return false;
  if (systemLanguage === undefined) return true;
  return systemLanguage.split(',').some((one) => /^en\b/i.test(one.trim()));
};
const DRAWN = new Set([
  'svg',
  'g',
  'a',
  'switch',
  'use',
  'path',
  'rect',
  'circle',
  'ellipse',
  'line',
  'polyline',
  'polygon',
]);

/** Walks a drawing and collects what it paints; one object a drawing. */
export class Reader {
  readonly painted: Painted[] = [];
  readonly cutLines: { readonly colour: string; readonly ring: Ring }[] = [];
  readonly notices = new Notices();
  private readonly byId = new Map<string, XmlNode>();
  private points = 0;

  constructor(
    private readonly root: XmlNode,
    private readonly page: Page,
    private readonly sheet: StyleSheet,
    private readonly strokes: 'outline' | 'cutLine',
  ) {
    const pending = [root];
    for (let node = pending.pop(); node; node = pending.pop()) {
      const { id } = node.attributes;
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, node);
      for (let at = node.children.length - 1; at >= 0; at -= 1) pending.push(node.children[at]!);
    }
  }

  /** What is wrong with how many elements the clones make; null where nothing is. */
  overgrown(): Problem | null {
    const size = expandedSize(this.root, this.byId);
    return size <= MOST_EXPANDED
      ? null
      : {
          code: 'too-many-clones',
          given: `Clones and clips make ${size > 1e9 ? 'more than a thousand million' : size} elements of it.`,
          allowed: `at most ${MOST_EXPANDED}.`,
          todo: 'Expand the clones that you need and export again.',
        };
  }

  /** Reads the whole drawing. */
  read(): void {
    const { matrix, view } = this.page;
    this.walk(this.root, { style: {}, matrix, uses: [], view, isClip: false });
  }

  private walk(node: XmlNode, above: At): void {
    const style = styleOf(node, above.style, this.sheet);
    if (style.display === 'none' || shareIn(style.opacity, 1) === 0) return;
    const own = this.transformOf(node, style);
    if (!own) return this.notices.note('bad-transform');
    const matrix = combined(above.matrix, own);
    if (!matrix.every(Number.isFinite)) return this.notices.note('out-of-bounds');
    const at: At = { ...above, style, matrix };
    const from = this.painted.length;
    const lines = this.cutLines.length;
    switch (node.name) {
      case 'svg':
        if (node !== this.root) this.nested(node, at, node);
        else this.children(node, at);
        break;
      case 'g':
      case 'a':
        this.children(node, at);
        break;
      case 'switch':
        this.oneOf(node, at);
        break;
      case 'use':
        this.use(node, at);
        break;
      case 'path':
      case 'rect':
      case 'circle':
      case 'ellipse':
      case 'line':
      case 'polyline':
      case 'polygon':
        this.paint(node, at);
        break;
      case 'text':
        return this.notices.note('live-text');
      case 'image':
        return this.notices.note('image');
      case 'foreignObject':
        return this.notices.note('foreign-object');
      case 'script':
        return this.notices.note('script');
      default:
        return undefined; // definitions, titles, metadata: nothing is painted by them
    }
    if (shareIn(style.opacity, 1) < 1 && (this.painted.length > from || this.cutLines.length > lines))
      this.notices.note('half-seen');
    this.clip(at, from);
  }

  /** The transform of an element, about its origin; null where it cannot be read. */
  private transformOf(node: XmlNode, style: Style): Matrix | null {
    const said = style.transform;
    const matrix = said === undefined ? readTransform(node.attributes.transform) : readCssTransform(said);
    const origin = style['transform-origin'];
    if (!matrix || !origin || /^(?:0(?:px|%)?\s*){1,3}$/.test(origin.trim())) return matrix;
    if (matrix === IDENTITY) return matrix;
    const [x, y] = origin.trim().split(/\s+/);
    const isPlain = (text: string | undefined) => text !== undefined && !text.endsWith('%') && /^[-+.\d]/.test(text);
    // an origin that hangs on the shape's own box is not known before it is drawn
    if (!isPlain(x) || !isPlain(y ?? '0')) return null;
    return aboutOrigin(matrix, [userLength(x, 0), userLength(y, 0)]);
  }

  private children(node: XmlNode, at: At): void {
    for (const child of node.children) this.walk(child, at);
  }

  /** The first of several forms that can be drawn. */
  private oneOf(node: XmlNode, at: At): void {
    const shown = node.children.filter(mayBeShown);
    const first = shown.find(({ name }) => DRAWN.has(name));
    if (first) return this.walk(first, at);
    if (node.children.length) this.notices.note('switch-none');
  }

  /** A drawing or symbol inside the drawing, with a view and a window of its own. */
  private nested(node: XmlNode, at: At, size: XmlNode): void {
    const { view, style } = at;
    const fontPx = fontPxOf(style);
    const told = (key: 'width' | 'height') => {
      const text = size.attributes[key] ?? node.attributes[key];
      return text === undefined || text === 'auto' ? view[key] : userLength(text, view[key], view[key], fontPx);
    };
    const isPlaced = node.name === 'svg' && node === size;
    const x = isPlaced ? userLength(node.attributes.x, view.width, 0, fontPx) : 0;
    const y = isPlaced ? userLength(node.attributes.y, view.height, 0, fontPx) : 0;
    const [width, height] = [told('width'), told('height')];
    if (!(width > 0 && height > 0)) return;
    const box = viewBoxOf(node);
    const inner = box ? fitted(box, width, height, node.attributes.preserveAspectRatio) : IDENTITY;
    const outer = combined(at.matrix, [1, 0, 0, 1, x, y]);
    const from = this.painted.length;
    this.children(node, {
      ...at,
      matrix: combined(outer, inner),
      view: box ?? { x: 0, y: 0, width, height },
    });
    if (style.overflow !== 'visible' && style.overflow !== 'auto')
      this.keepInside(windowOf({ x: 0, y: 0, width, height }, outer), from, 'window-applied');
  }

  private use(node: XmlNode, at: At): void {
    const href = hrefOf(node);
    if (!href.startsWith('#')) return this.notices.note(href === '' ? 'dangling-use' : 'external');
    const target = this.byId.get(href.slice(1));
    if (!target) return this.notices.note('dangling-use');
    if (at.uses.includes(target)) return this.notices.note('use-cycle');
    const { view, style } = at;
    const fontPx = fontPxOf(style);
    const matrix = combined(at.matrix, [
      1,
      0,
      0,
      1,
      userLength(style.x ?? node.attributes.x, view.width, 0, fontPx),
      userLength(style.y ?? node.attributes.y, view.height, 0, fontPx),
    ]);
    const inside: At = { ...at, matrix, uses: [...at.uses, target] };
    if (target.name !== 'symbol' && target.name !== 'svg') return this.walk(target, inside);
    const own = styleOf(target, style, this.sheet);
    if (own.display === 'none') return;
    const turned = this.transformOf(target, own);
    if (!turned) return this.notices.note('bad-transform');
    const from = this.painted.length;
    this.nested(target, { ...inside, style: own, matrix: combined(matrix, turned) }, node);
    this.clip({ ...inside, style: own }, from);
  }

  private linesOf({ name, attributes }: XmlNode, { style, view }: At, tolerance: number): readonly Line[] {
    const fontPx = fontPxOf(style);
    const told = (key: string) => style[key] ?? attributes[key];
    const across = (key: string, fallback?: number) => userLength(told(key), view.width, fallback, fontPx);
    const down = (key: string, fallback?: number) => userLength(told(key), view.height, fallback, fontPx);
    switch (name) {
      case 'path': {
        const { lines, error, isTooLong } = flattenPath(attributes.d ?? '', tolerance);
        if (isTooLong) throw new TooMuch(TOO_DETAILED);
        if (error && error !== 'string should start with `M` or `m`') this.notices.note('broken-path', error);
        return lines;
      }
      case 'rect': {
        const [width, height] = [across('width'), down('height')];
        if (!(width > 0 && height > 0)) return [];
        const isSaid = (text: string | undefined) => text !== undefined && text !== 'auto';
        const [rx, ry] = [told('rx'), told('ry')];
        return flattenRect(
          across('x'),
          down('y'),
          width,
          height,
          isSaid(rx) ? across('rx') : isSaid(ry) ? down('ry') : 0,
          isSaid(ry) ? down('ry') : isSaid(rx) ? across('rx') : 0,
          tolerance,
        );
      }
      case 'circle': {
        const r = userLength(told('r'), diagonalOf(view), 0, fontPx);
        return r > 0 ? [flattenEllipse(across('cx'), down('cy'), r, r, tolerance)] : [];
      }
      case 'ellipse': {
        const isSaid = (text: string | undefined) => text !== undefined && text !== 'auto';
        const [rx, ry] = [across('rx'), down('ry')];
        const [a, b] = [isSaid(told('rx')) ? rx : ry, isSaid(told('ry')) ? ry : rx];
        return a > 0 && b > 0 ? [flattenEllipse(across('cx'), down('cy'), a, b, tolerance)] : [];
      }
      case 'line':
        return [{ points: Float64Array.from([across('x1'), down('y1'), across('x2'), down('y2')]), isClosed: false }];
      default: {
        const numbers = numbersIn(attributes.points ?? '');
        const points = Float64Array.from(numbers.slice(0, numbers.length - (numbers.length % 2)));
        return points.length >= 4 ? [{ points, isClosed: name === 'polygon' }] : [];
      }
    }
  }

  private paint(node: XmlNode, at: At): void {
    const { style, matrix, isClip } = at;
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return;
    const fill = isClip ? 'clip' : this.paintOf('fill', 'black', style);
    const stroke = isClip ? null : this.paintOf('stroke', 'none', style);
    if (fill === null && stroke === null) return;
    const stretch = stretchOf(matrix);
    if (!(stretch > 0)) return;
    const lines = this.linesOf(node, at, TOLERANCE_MM / stretch);
    this.points += lines.reduce((sum, { points }) => sum + points.length / 2, 0);
    if (this.points > MOST_POINTS) throw new TooMuch(TOO_DETAILED);
    const rule = style[isClip ? 'clip-rule' : 'fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero';
    if (fill !== null && node.name !== 'line')
      this.add(
        lines.map(({ points }) => points),
        rule,
        fill,
        matrix,
      );
    if (stroke !== null) this.stroke(node, lines, stroke, at, stretch);
    if (!isClip && ['marker-start', 'marker-mid', 'marker-end'].some((name) => this.isThere(style[name])))
      this.notices.note('marker');
  }

  /** Whether a reference leads to something in the drawing. */
  private isThere(text: string | undefined): boolean {
    const id = /^url\(\s*['"]?\s*#([^'")]+?)['"]?\s*\)/.exec(text ?? '')?.[1];
    return id !== undefined && this.byId.has(id);
  }

  /** What a fill or stroke paints with: a colour or the name of what changes; null for nothing. */
  private paintOf(name: 'fill' | 'stroke', plain: string, style: Style): string | null {
    const opacity = shareIn(style[`${name}-opacity`], 1);
    if (opacity === 0) return null;
    const said = style[name] ?? plain;
    const paint = readPaint(said, style.color) ?? readPaint(plain, style.color)!;
    const found = this.served(paint, []);
    if (found !== null && opacity < 1) this.notices.note('half-seen');
    if (found !== null && isUnreadColour(said)) this.notices.note('colour-unread');
    return found;
  }

  private served(paint: Paint, seen: readonly string[]): string | null {
    if (paint.kind === 'none') return null;
    if (paint.kind === 'colour') return paint.colour;
    const server = this.byId.get(paint.id);
    if (!server || !/^(?:linearGradient|radialGradient|pattern)$/.test(server.name)) {
      this.notices.note('dangling-paint');
      return this.served(paint.fallback, seen);
    }
    if (server.name === 'pattern') {
      // a pattern without a tile paints nothing
      const holder = this.holderOf(server, ({ children }) => children.some((one) => DRAWN.has(one.name)));
      if (!holder) return null;
      this.notices.note('pattern');
      return `pattern ${paint.id}`;
    }
    const holder = this.holderOf(server, ({ children }) => children.some(({ name }) => name === 'stop'));
    const stops = (holder?.children ?? []).filter(({ name }) => name === 'stop').map((stop) => this.stopOf(stop));
    // one that is clear everywhere, or has no colours, paints nothing
    if (stops.every((opacity) => opacity === 0)) return null;
    this.notices.note('gradient');
    if (stops.some((opacity) => opacity < 1)) this.notices.note('half-seen');
    return `pattern ${paint.id}`;
  }

  private stopOf(stop: XmlNode): number {
    const style = styleOf(stop, {}, this.sheet);
    const opacity = shareIn(style['stop-opacity'], 1);
    const paint = readPaint(style['stop-color'] ?? 'black', style.color);
    return paint?.kind === 'none' ? 0 : opacity;
  }

  /** What of a chain of references holds what is looked for. */
  private holderOf(from: XmlNode, holds: (node: XmlNode) => boolean): XmlNode | null {
    const seen = new Set<XmlNode>();
    for (let node: XmlNode | undefined = from; node && !seen.has(node); node = this.byId.get(hrefOf(node).slice(1))) {
      if (holds(node)) return node;
      seen.add(node);
    }
    return null;
  }

  private stroke(
    node: XmlNode,
    lines: readonly Line[],
    colour: string,
    { style, matrix, view }: At,
    stretch: number,
  ): void {
    this.notices.note('strokes');
    if (this.strokes === 'cutLine') {
      for (const { points, isClosed } of lines) {
        const closed = isClosed ? Float64Array.from([...points, points[0]!, points[1]!]) : points;
        const [ring] = this.inBounds(mapped([closed], (x, y) => moved(matrix, x, y)));
        if (ring) this.cutLines.push({ colour, ring });
      }
      return;
    }
    const outline = strokeOf(lines, style, {
      diagonal: diagonalOf(view),
      stretch,
      pathLength: node.attributes.pathLength,
    });
    // a mirroring transform turns outlines round: they are welded again then
    this.add(outline, 'nonzero', colour, matrix, matrix[0] * matrix[3] - matrix[1] * matrix[2] > 0);
  }

  private add(rings: readonly Ring[], fill: Shape['fill'], colour: string, matrix: Matrix, isWelded = false): void {
    const kept = this.inBounds(
      mapped(
        rings.filter(({ length }) => length >= 6),
        (x, y) => moved(matrix, x, y),
      ),
    );
    if (kept.length) this.painted.push({ rings: kept, fill, colour, ...(isWelded ? { isWelded } : {}) });
  }

  private inBounds(rings: readonly Ring[]): readonly Ring[] {
    const kept = rings.filter((ring) => ring.every((value) => Math.abs(value) <= FARTHEST_MM));
    if (kept.length < rings.length) this.notices.note('out-of-bounds');
    return kept.length < rings.length ? [] : kept;
  }

  /** Keeps of what was painted since `from` what lies inside a window; said where something does not. */
  private keepInside(window: readonly Ring[], from: number, code: 'clip-applied' | 'window-applied'): void {
    const subjects = this.painted.splice(from);
    const room = boundsOf(window);
    let isCut = false;
    for (const subject of subjects) {
      const { x, y, width, height } = boundsOf(subject.rings);
      const isUpright = window.length === 1 && window[0]!.length === 8 && isRectangle(window[0]!);
      const isWithin =
        isUpright &&
        x >= room.x - SLACK_MM &&
        y >= room.y - SLACK_MM &&
        x + width <= room.x + room.width + SLACK_MM &&
        y + height <= room.y + room.height + SLACK_MM;
      if (isWithin) {
        this.painted.push(subject);
        continue;
      }
      isCut = true;
      const rings = intersected(welded([subject]), window);
      if (rings.length) this.painted.push({ rings, fill: 'nonzero', colour: subject.colour, isWelded: true });
    }
    if (isCut || (code === 'clip-applied' && subjects.length > 0)) this.notices.note(code);
  }

  /** Cuts what was painted since `from` to a clip path; masks and filters are named and not applied. */
  private clip({ style, matrix, uses, view }: At, from: number): void {
    for (const name of ['mask', 'filter'] as const)
      if (style[name] && style[name] !== 'none' && this.isThere(style[name])) this.notices.note(`${name}-refused`);
    const clip = style['clip-path'];
    if (!clip || clip === 'none' || this.painted.length === from) return;
    const id = /^url\(\s*['"]?\s*#([^'")]+?)['"]?\s*\)/.exec(clip)?.[1];
    const target = id === undefined ? undefined : this.byId.get(id);
    if (
      !target ||
      target.name !== 'clipPath' ||
      uses.includes(target) ||
      target.attributes.clipPathUnits === 'objectBoundingBox'
    )
      return this.notices.note('clip-refused');
    const own = styleOf(target, {}, this.sheet);
    const turned = this.transformOf(target, own);
    if (!turned) return this.notices.note('clip-refused');
    const subjects = this.painted.splice(from);
    const inside: At = { style: {}, matrix: combined(matrix, turned), uses: [...uses, target], view, isClip: true };
    for (const child of target.children) this.walk(child, { ...inside, style: own });
    // a clip can be clipped itself
    this.clip({ ...inside, style: own }, from);
    const window = welded(this.painted.splice(from));
    this.painted.push(...subjects);
    this.keepInside(window, from, 'clip-applied');
  }
}

/** What lies outside a window by less is on its edge, mm. */
const SLACK_MM = 1e-4;

/** Whether a ring of four corners stands upright. */
const isRectangle = (ring: Ring): boolean => {
  const xs = new Set([0, 2, 4, 6].map((at) => ring[at]!.toFixed(6)));
  const ys = new Set([1, 3, 5, 7].map((at) => ring[at]!.toFixed(6)));
  return xs.size === 2 && ys.size === 2;
};
