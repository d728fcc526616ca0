import { expose } from 'comlink';
import {
  catalogue,
  addBridges,
  bordered,
  clearAreaOf,
  designOf,
  enlarged,
  examineArtwork,
  fitDesign,
  gapsWidened,
  inverted,
  labelSet,
  labelSheet,
  onOwnPage,
  openFont,
  outlineAround,
  pathData,
  pieceIdOf,
  placedOn,
  planCut,
  readArtwork,
  setInto,
  setText,
  sheetArtwork,
  sized,
  templateOf,
  thickened,
  warpToFrustum,
  writeDxf,
  writeSvg,
  type Area,
  type Artwork,
  type ArtworkSource,
  type Bridge,
  type CatalogueData,
  type ClearArea,
  type CutPlan,
  type Font,
  type Outcome,
} from '@sgraffa/core';
import { faceOf } from './faces.ts';
import type {
  CutOrder,
  CutView,
  DesignToPlace,
  DrawnArea,
  DrawnLayer,
  Looked,
  Mend,
  MendedDrawing,
  OutFile,
  PlacedDesign,
  PrintPage,
  ReadDrawing,
} from './sizingTypes.ts';

const read = new Map<string, Artwork>();
const MOST_READ = 12;

/** An artwork that the document keeps; it was written by us, so it reads. */
const artworkOf = (svg: string): Artwork => {
  const known = read.get(svg);
  if (known) return known;
  const outcome = readArtwork(svg, { strokes: 'cutLine' });
  if (!outcome.ok) throw new Error(outcome.problems.map(({ given }) => given).join(' '));
  if (read.size >= MOST_READ) read.delete(read.keys().next().value!);
  read.set(svg, outcome.artwork);
  return outcome.artwork;
};

const drawnLayers = (artwork: Artwork): DrawnLayer[] =>
  artwork.layers.map(({ colour, polygon, cutLines }) => ({
    colour,
    path: pathData(polygon, true),
    lines: pathData(cutLines, false),
  }));

const ownFonts = new Map<string, Font>();
const fontOf = async (face: string): Promise<Outcome<{ font: Font }>> => {
  const own = ownFonts.get(face);
  return own ? { ok: true, font: own } : faceOf(face);
};

const drawing = (artwork: Artwork, notices: readonly string[], penLines = 0): Outcome<{ drawing: ReadDrawing }> => ({
  ok: true,
  drawing: { svg: writeSvg(artwork), widthMm: artwork.widthMm, heightMm: artwork.heightMm, notices, penLines },
});

const missingNotice = (missing: readonly string[]): string[] =>
  missing.length ? [`The face has no ${missing.join(' ')}: left out. Choose another face, or another sign.`] : [];

/** Labels are cut apart by this, and stand in rows no wider than a narrow cutter. */

const labelsOf = async (source: Extract<ArtworkSource, { kind: 'labels' }>) => {
  const font = await fontOf(source.face);
  if (!font.ok) return font;
  const words = [];
  for (const word of source.words) {
    const face = source.exceptions.find((one) => one.word === word)?.face;
    const own = face ? await fontOf(face) : font;
    if (!own.ok) return own;
    words.push({ text: word.replaceAll('|', '\n'), font: own.font });
  }
  return labelSet(words, font.font, {
    letterSpacing: source.letterSpacing,
    maxWidthMm: source.maxWidthMm,
    maxHeightMm: source.maxHeightMm,
    ...(source.letterHeightMm === null ? {} : { letterHeightMm: source.letterHeightMm }),
  });
};

/** What lies flat in the cutter: the artwork as sized, or bent for the cone that it goes around. */
const forCutting = ({ svg, scale, turnDeg, cone }: CutOrder): Outcome<{ artwork: Artwork }> => {
  if (!cone) return { ok: true, artwork: sized(artworkOf(svg), scale, turnDeg) };
  const area = clearAreaOf(cone.area, { rimZoneMm: cone.rimZoneMm });
  if (!area.ok) return area;
  const onSide = placedOn(artworkOf(svg), cone.placement, area);
  const bent: Outcome<{ artwork: Artwork }> = area.cone
    ? warpToFrustum(onSide, area.cone)
    : { ok: true, artwork: onSide };
  return bent.ok ? { ok: true, artwork: onOwnPage(bent.artwork) } : bent;
};

const viewOf = ({ artwork, strips, seams, assembly, isTurned, packed }: CutPlan): CutView => {
  const pathOf = new Map(
    strips.flatMap((strip) =>
      strip.artwork.layers.map((layer) => [pieceIdOf(strip.number, layer.id), pathData(layer.polygon, true)] as const),
    ),
  );
  return {
    strips: strips.map(({ number, box, artwork: own, marks }) => ({
      number,
      box,
      layers: drawnLayers(own),
      marks: pathData(marks, false),
    })),
    seams,
    assembly,
    isTurned,
    widthMm: artwork.widthMm,
    heightMm: artwork.heightMm,
    sheets: packed.sheets.map((sheet) => ({
      ...sheet,
      pieces: sheet.pieces.map((piece) => ({ ...piece, path: pathOf.get(piece.id) ?? '' })),
    })),
    lengthByColour: packed.lengthByColour,
  };
};

const planned = (order: CutOrder): Outcome<CutPlan> => {
  const flat = forCutting(order);
  return flat.ok ? planCut(flat.artwork, order) : flat;
};

const closedLine = (ring: Float64Array): Float64Array => Float64Array.from([...ring, ring[0]!, ring[1]!]);

const drawnArea = (area: ClearArea): DrawnArea => ({
  kind: area.kind,
  widthMm: area.widthMm,
  heightMm: area.heightMm,
  whole: pathData(area.whole, true),
  clear: pathData(area.clear, true),
  keptOut: pathData(area.keptOut, true),
  margins: area.margins,
});

const mended = (
  artwork: Artwork,
  mend: Mend,
): Outcome<{ artwork: Artwork; bridges?: readonly Bridge[]; loose?: readonly number[] }> => {
  switch (mend.kind) {
    case 'enlarge':
      return { ok: true, artwork: enlarged(artwork, mend.times) };
    case 'thicken':
      return { ok: true, artwork: thickened(artwork, mend.byMm) };
    case 'outline':
      return { ok: true, artwork: outlineAround(artwork, mend.byMm) };
    case 'invert':
      return { ok: true, artwork: inverted(artwork, mend.marginMm) };
    case 'border':
      return { ok: true, artwork: bordered(artwork, mend) };
    case 'setInto':
      return { ok: true, artwork: setInto(artworkOf(mend.patternSvg), artwork, mend.gapMm) };
    case 'widenGaps':
      return { ok: true, artwork: gapsWidened(artwork, mend.leastMm) };
    case 'bridge':
      return addBridges(artwork, { ...mend, perIsland: mend.perIsland ?? undefined });
  }
};

/** What may run in this worker: everything about outlines. */
const sizingWorker = {
  read: (text: string, strokes: 'outline' | 'cutLine'): Outcome<{ drawing: ReadDrawing }> => {
    const outcome = readArtwork(text, { strokes });
    if (!outcome.ok) return outcome;
    const penLines = outcome.notices.find(({ code }) => code === 'strokes')?.count ?? 0;
    const words = outcome.notices
      .filter(({ code }) => code !== 'strokes')
      .map(({ count, words: said, todo }) => `${count > 1 ? `${count} times: ` : ''}${said} ${todo}`);
    return drawing(onOwnPage(outcome.artwork), words, penLines);
  },
  /** A drawing as the outline of a clear area. */
  outline: (text: string): Outcome<{ rings: number[][] }> => {
    const outcome = readArtwork(text);
    return outcome.ok ? { ok: true, rings: designOf(outcome.artwork).map((ring) => [...ring]) } : outcome;
  },
  openOwnFont: async (id: string, bytes: Uint8Array): Promise<Outcome<{ name: string }>> => {
    const opened = await openFont(bytes);
    if (!opened.ok) return opened;
    ownFonts.set(id, opened.font);
    return { ok: true, name: opened.font.name };
  },
  text: async (source: Extract<ArtworkSource, { kind: 'text' }>): Promise<Outcome<{ drawing: ReadDrawing }>> => {
    const font = await fontOf(source.face);
    if (!font.ok) return font;
    const set = setText(source.text, font.font, source);
    return set.ok ? drawing(set.artwork, missingNotice(set.missing)) : set;
  },
  labels: async (source: Extract<ArtworkSource, { kind: 'labels' }>) => {
    const set = await labelsOf(source);
    if (!set.ok) return set;
    const { labels, missing, ...figures } = set;
    const { labelGap, labelRow } = catalogue().sizing;
    const made = drawing(labelSheet(labels, labelGap.typical, labelRow.typical), missingNotice(missing));
    return made.ok
      ? {
          ok: true as const,
          drawing: made.drawing,
          figures,
          labels: labels.map(({ text, widthMm, heightMm }) => ({ text, widthMm, heightMm })),
        }
      : made;
  },
  layers: (svg: string): DrawnLayer[] => drawnLayers(artworkOf(svg)),
  examine: (
    svg: string,
    as: 'stencil' | 'decal',
    scale: number,
    minStrokeMm: number | null,
    minWebMm: number | null,
    onProgress: (share: number) => void,
  ): Looked => {
    const found = examineArtwork(enlarged(artworkOf(svg), scale), {
      as,
      minStrokeMm: minStrokeMm ?? undefined,
      minWebMm: minWebMm ?? undefined,
      onProgress,
    });
    return {
      ...found,
      islands: found.islands.map(({ outline, ...island }) => ({ ...island, path: pathData([outline], true) })),
      layers: found.layers.map(({ id, colour, areaMm2, pieceCount, cutLengthMm, minStrokeMm: stroke }) => ({
        id,
        colour,
        areaMm2,
        pieceCount,
        cutLengthMm,
        minStrokeMm: stroke,
      })),
    };
  },
  place: (
    area: Area,
    rimZoneMm: number,
    designs: readonly DesignToPlace[],
    gapMm: number,
  ): Outcome<{ area: DrawnArea; designs: readonly PlacedDesign[] }> => {
    const clear = clearAreaOf(area, { rimZoneMm });
    if (!clear.ok) return clear;
    const taken: Float64Array[] = [];
    const placed = designs.map(({ designId, svg, scale, placement }): PlacedDesign => {
      const artwork = artworkOf(svg);
      const fit = fitDesign(area, artwork, {
        rimZoneMm,
        turnDeg: placement.turnDeg,
        ...(placement.sizing === 'said' ? { scale } : {}),
        align: { x: placement.alignX, y: placement.alignY },
        nudgeMm: { x: placement.nudgeXMm, y: placement.nudgeYMm },
        clearOf: taken,
        gapMm,
      });
      if (!fit.ok) return { designId, placement: null, problems: fit.problems, layers: [] };
      const onArea = placedOn(artwork, fit, clear);
      taken.push(...designOf(onArea));
      return { designId, placement: fit, problems: [], layers: drawnLayers(onArea) };
    });
    return { ok: true, area: drawnArea(clear), designs: placed };
  },
  mend: (svg: string, mend: Mend): Outcome<MendedDrawing> => {
    const outcome = mended(artworkOf(svg), mend);
    if (!outcome.ok) return outcome;
    const artwork = mend.kind === 'bridge' ? outcome.artwork : onOwnPage(outcome.artwork);
    const made = drawing(artwork, []);
    return made.ok
      ? {
          ok: true,
          drawing: made.drawing,
          layers: drawnLayers(artwork),
          bridges: outcome.bridges ?? [],
          loose: outcome.loose ?? [],
        }
      : made;
  },
  cut: (order: CutOrder): Outcome<{ view: CutView }> => {
    const plan = planned(order);
    return plan.ok ? { ok: true, view: viewOf(plan) } : plan;
  },
  files: (order: CutOrder, name: string, format: 'svg' | 'dxf'): Outcome<{ files: readonly OutFile[] }> => {
    const plan = planned(order);
    if (!plan.ok) return plan;
    const { sheets } = plan.packed;
    const isColourful = new Set(sheets.map(({ colour }) => colour)).size > 1;
    const files = sheets.map((sheet, index): OutFile => {
      const { artwork, marks } = sheetArtwork(sheet, plan.strips);
      const options = { marks, isMirrored: order.isMirrored, title: `${name}, sheet ${index + 1}` };
      const colour = isColourful ? `-${sheet.colour.replace('#', '')}` : '';
      return {
        name: `${name}-sheet-${index + 1}${colour}.${format}`,
        text: format === 'svg' ? writeSvg(artwork, options) : writeDxf(artwork, options),
      };
    });
    return { ok: true, files };
  },
  /** The islands at the size that they are cut, numbered, for a map that is printed at 1:1. */
  map: (svg: string, scale: number): PrintPage => {
    const artwork = enlarged(artworkOf(svg), scale);
    const { islands } = examineArtwork(artwork, { as: 'stencil' });
    return {
      widthMm: artwork.widthMm,
      heightMm: artwork.heightMm,
      closed: designOf(artwork),
      open: [],
      numbers: islands.map(({ centre, number }) => ({ at: centre, text: String(number) })),
    };
  },
  template: (area: Area, sizing: CatalogueData['sizing']): Outcome<{ page: PrintPage; svg: string }> => {
    const template = templateOf(area, sizing);
    if (!template.ok) return template;
    const { widthMm, heightMm, outline, flap } = template;
    const lines = writeSvg(
      {
        widthMm,
        heightMm,
        layers: [{ id: 'cover', colour: '#000000', polygon: [], cutLines: outline.map(closedLine) }],
      },
      { marks: flap.map(closedLine) },
    );
    return { ok: true, page: { widthMm, heightMm, closed: outline, open: flap, numbers: [] }, svg: lines };
  },
};

export type SizingWorker = typeof sizingWorker;

expose(sizingWorker);
