import { failed, type Outcome } from '../../problem/index.ts';
import { boundsOf } from '../../shape/index.ts';
import { welded, type Artwork, type ArtworkLayer, type Notice } from '../artwork.ts';
import { readStyleSheets } from './css.ts';
import { FARTHEST_MM, Reader, TooMuch } from './reader.ts';
import { pageOf } from './viewport.ts';
import { readXml, type XmlNode } from './xml.ts';

export interface ReadOptions {
  /** What a painted line is: its outline, as it is seen (the default), or the way of the blade. */
  readonly strokes?: 'outline' | 'cutLine';
}

export type ReadArtwork = Outcome<{ artwork: Artwork; notices: readonly Notice[] }>;

const layersOf = ({ painted, cutLines }: Reader): ArtworkLayer[] => {
  const colours = [...new Set([...painted, ...cutLines].map(({ colour }) => colour))];
  return colours.flatMap((colour) => {
    const polygon = welded(painted.filter((shape) => shape.colour === colour));
    const lines = cutLines.filter((line) => line.colour === colour).map(({ ring }) => ring);
    return polygon.length || lines.length ? [{ id: colour, colour, polygon, cutLines: lines }] : [];
  });
};

/** The texts of a drawing's style sheets, in their order. */
const styleTexts = (root: XmlNode): string[] => {
  const texts: string[] = [];
  const pending = [root];
  for (let node = pending.pop(); node; node = pending.pop()) {
    if (node.name === 'style' && (node.attributes.type ?? 'text/css') === 'text/css') texts.push(node.text);
    for (let at = node.children.length - 1; at >= 0; at -= 1) pending.push(node.children[at]!);
  }
  return texts;
};

/** What lies off the page by less is on its edge, mm. */
const EDGE_MM = 0.05;

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
  const sheet = readStyleSheets(styleTexts(root));
  const page = pageOf(root);
  if (!(page.widthMm > 0 && page.heightMm > 0 && page.widthMm <= FARTHEST_MM && page.heightMm <= FARTHEST_MM))
    return failed({
      code: 'bad-page',
      given: `A page of ${page.widthMm} × ${page.heightMm} mm was given.`,
      allowed: `more than 0 and at most ${FARTHEST_MM} mm each way.`,
      todo: 'Give the page a size in mm and export again.',
    });
  const reader = new Reader(root, page, sheet, strokes);
  const { notices } = reader;
  if (sheet.skipped) notices.note('style-skipped');
  if (page.isGuessed) notices.note('size-guessed');
  const overgrown = reader.overgrown();
  if (overgrown) return failed(overgrown);
  try {
    reader.read();
  } catch (error) {
    if (error instanceof TooMuch) return failed(error.problem);
    throw error;
  }
  const layers = layersOf(reader);
  const drawn = boundsOf(layers.flatMap(({ polygon, cutLines }) => [...polygon, ...cutLines]));
  if (!layers.length || (drawn.width === 0 && drawn.height === 0)) {
    const left = notices.found.map(({ words }) => words).join(' ');
    return failed({
      code: 'nothing-drawn',
      given: `Nothing in the file is painted.${left ? ` ${left}` : ''}`,
      allowed: 'at least one filled shape or line with a size.',
      todo: 'Check that shapes have a fill or a stroke, turn text into paths, and export again.',
    });
  }
  const { x, y, width, height } = drawn;
  if (Math.min(x, y, page.widthMm - x - width, page.heightMm - y - height) < -EDGE_MM) notices.note('outside-page');
  return { ok: true, artwork: { widthMm: page.widthMm, heightMm: page.heightMm, layers }, notices: notices.found };
};
