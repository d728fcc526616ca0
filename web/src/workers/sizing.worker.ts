import { expose } from 'comlink';
import {
  arrangeText,
  blankOf,
  catalogue,
  cutFiles,
  cutJobFile,
  cutJobs,
  designOf,
  enlarged,
  examineArtwork,
  failed,
  fullSizeOf,
  labelSet,
  type LabelSet,
  labelSheet,
  mendArtwork,
  onOwnPage,
  openFont,
  pathData,
  placeDesigns,
  planOrder,
  readArtwork,
  repeated,
  setText,
  templateOf,
  testStrip,
  writeSvg,
  type Area,
  type Artwork,
  type ArtworkSource,
  type CatalogueData,
  type ClearArea,
  type CutFile,
  type CutJob,
  type CutJobFile,
  type CutterBed,
  type CutPlan,
  type DesignToPlace,
  type Font,
  type LabelRoom,
  type Outcome,
} from '@sgraffa/core';
import { BOOK_FACES, type ShippedFace } from './faceNames.ts';
import { faceOf } from './faces.ts';
import type {
  CutAsked,
  CutView,
  DesignAsked,
  DrawnArea,
  DrawnLayer,
  Looked,
  MendAsked,
  MendedDrawing,
  PlacedView,
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

type LabelSource = Extract<ArtworkSource, { kind: 'labels' }>;
type TextSource = Extract<ArtworkSource, { kind: 'text' }>;
/** Letters are offered in another face where their strokes are thicker by so much. */
const WORTH_OFFERING = 1.1;
/** A set of labels in its letters, the largest that its rooms let it be. */
const labelsOf = async (source: LabelSource): Promise<Outcome<LabelSet>> => {
  const font = await fontOf(source.face);
  if (!font.ok) return font;
  const words = [];
  for (const word of source.words) {
    const face = source.exceptions.find((one) => one.word === word)?.face;
    const own = face ? await fontOf(face) : font;
    if (!own.ok) return own;
    words.push({ text: word.replaceAll('|', '\n'), font: own.font });
  }
  return labelSet(words, font.font, source);
};

const labelStroke = async (source: LabelSource): Promise<number | null> => {
  const set = await labelsOf(source);
  return set.ok ? set.minStrokeMm : null;
};
/** Across and up and down, mm. */
interface Room {
  readonly widthMm: number;
  readonly heightMm: number;
}
/** The thinnest stroke of words at the height that was said, or as large as a room takes them, mm. */
const wordStroke = async (source: TextSource, room: Room): Promise<number | null> => {
  const font = await fontOf(source.face);
  if (!font.ok) return null;
  const set = setText(source.text, font.font, { ...source, letterHeightMm: source.letterHeightMm ?? 10 });
  if (!set.ok) return null;
  const { widthMm, heightMm } = set.artwork;
  const scale = source.letterHeightMm === null ? Math.min(room.widthMm / widthMm, room.heightMm / heightMm) : 1;
  const found = examineArtwork(set.artwork, { as: 'decal' }).minStrokeMm;
  return found === null ? null : found * scale;
};

const drawing = (
  artwork: Artwork,
  notices: readonly string[] = [],
  rooms: readonly LabelRoom[] | null = null,
  penLines = 0,
): ReadDrawing => ({
  svg: writeSvg(artwork),
  widthMm: artwork.widthMm,
  heightMm: artwork.heightMm,
  rooms,
  notices,
  penLines,
});

const missingNotice = (missing: readonly string[]): string[] =>
  missing.length ? [`The face has no ${missing.join(' ')}: left out. Choose another face, or another sign.`] : [];

const toPlace = ({ svg, ...design }: DesignAsked): DesignToPlace => ({ ...design, artwork: artworkOf(svg) });

const viewOf = ({ items, blanks, packed, window, sheetsNeeded, isApart }: CutPlan): CutView => {
  const blankOf = new Map(blanks.map((blank) => [blank.id, blank]));
  return {
    items: items.map(({ strips, ...item }) => ({
      ...item,
      strips: strips.map(({ artwork, marks, ...strip }) => ({
        ...strip,
        layers: drawnLayers(artwork),
        marks: pathData(marks, false),
      })),
    })),
    window,
    sheetsNeeded,
    isApart,
    sheets: packed.sheets.map((sheet) => ({
      ...sheet,
      pieces: sheet.pieces.map((piece) => {
        const { polygon, cutLines, marks, heightMm, item } = blankOf.get(piece.id)!;
        return {
          ...piece,
          item,
          path: pathData(polygon, true),
          lines: pathData(cutLines, false),
          marks: pathData(marks, false),
          blankHeightMm: heightMm,
        };
      }),
    })),
    lengthByColour: packed.lengthByColour,
  };
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

/** What may run in this worker: everything about outlines. It reads what the document keeps and hands back what is drawn. */
const sizingWorker = {
  /** Answers as soon as nothing else is being worked on. */
  isFree(): true {
    return true;
  },

  read: (text: string, strokes: 'outline' | 'cutLine'): Outcome<{ drawing: ReadDrawing }> => {
    const outcome = readArtwork(text, { strokes });
    if (!outcome.ok) return outcome;
    const penLines = outcome.notices.find(({ code }) => code === 'strokes')?.count ?? 0;
    const words = outcome.notices
      .filter(({ code }) => code !== 'strokes')
      .map(({ count, words: said, todo }) => `${count > 1 ? `${count} times: ` : ''}${said} ${todo}`);
    return { ok: true, drawing: drawing(onOwnPage(outcome.artwork), words, null, penLines) };
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
  text: async (
    source: Extract<ArtworkSource, { kind: 'text' }>,
    letterHeightMm: number,
  ): Promise<Outcome<{ drawing: ReadDrawing }>> => {
    const font = await fontOf(source.face);
    if (!font.ok) return font;
    const set = setText(source.text, font.font, { ...source, letterHeightMm });
    return set.ok ? { ok: true, drawing: drawing(set.artwork, missingNotice(set.missing)) } : set;
  },
  /** Words arranged on an area: where lines break, how they stand and how far apart. */
  arrange: async (
    { text, face, letterSpacing }: Extract<ArtworkSource, { kind: 'text' }>,
    area: Area,
    rimZoneMm: number,
    widthShare: number | null,
  ) => {
    const font = await fontOf(face);
    return font.ok
      ? arrangeText(text, font.font, area, { letterSpacing, rimZoneMm, widthShare: widthShare ?? undefined })
      : font;
  },
  labels: async (source: LabelSource) => {
    const set = await labelsOf(source);
    if (!set.ok) return set;
    const { labels, missing, ...figures } = set;
    const { labelGap, labelRow } = catalogue().sizing;
    const sheet = labelSheet(labels, labelGap.typical, labelRow.typical);
    return { ok: true as const, drawing: drawing(sheet.artwork, missingNotice(missing), sheet.rooms), figures };
  },
  /** The shipped letters whose thinnest stroke is the thickest for words that need thicker ones; null where none is thicker by a tenth. */
  heavier: async (
    source: LabelSource | TextSource,
    neededMm: number,
    room: Room,
  ): Promise<{ face: ShippedFace; minStrokeMm: number } | null> => {
    const strokeOf = (one: LabelSource | TextSource) =>
      one.kind === 'labels' ? labelStroke(one) : wordStroke(one, room);
    const ownMm = await strokeOf(source);
    if (ownMm === null || ownMm >= neededMm) return null;
    let best: { face: ShippedFace; minStrokeMm: number } | null = null;
    for (const face of BOOK_FACES) {
      const strokeMm = await strokeOf({ ...source, face, ...(source.kind === 'labels' ? { exceptions: [] } : {}) });
      if (strokeMm !== null && strokeMm > Math.max(ownMm * WORTH_OFFERING, best?.minStrokeMm ?? 0))
        best = { face, minStrokeMm: strokeMm };
    }
    return best;
  },
  /** A motif repeated over an area. */
  pattern: (
    motifSvg: string,
    source: Extract<ArtworkSource, { kind: 'pattern' }>,
    area: Area,
    rimZoneMm: number,
  ): Outcome<{ drawing: ReadDrawing; columns: number; stepXMm: number; meetsAtSeam: boolean }> => {
    const made = repeated(artworkOf(motifSvg), area, { ...source, rimZoneMm });
    if (!made.ok) return made;
    const { artwork, columns, stepXMm, meetsAtSeam } = made;
    return { ok: true, drawing: drawing(artwork), columns, stepXMm, meetsAtSeam };
  },
  blank: (area: Area, rimZoneMm: number): Outcome<{ drawing: ReadDrawing }> => {
    const made = blankOf(area, rimZoneMm);
    return made.ok ? { ok: true, drawing: drawing(made.artwork) } : made;
  },
  layers: (svg: string): Outcome<{ layers: DrawnLayer[] }> => ({ ok: true, layers: drawnLayers(artworkOf(svg)) }),
  examine: (
    svg: string,
    as: 'stencil' | 'decal',
    scale: number,
    minStrokeMm: number | null,
    minWebMm: number | null,
    onProgress: (share: number) => void,
  ): Outcome<{ looked: Looked }> => {
    const found = examineArtwork(enlarged(artworkOf(svg), scale), {
      as,
      minStrokeMm: minStrokeMm ?? undefined,
      minWebMm: minWebMm ?? undefined,
      onProgress,
    });
    return {
      ok: true,
      looked: {
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
      },
    };
  },
  place: (
    area: Area,
    rimZoneMm: number,
    designs: readonly DesignAsked[],
    gapMm: number,
  ): Outcome<{ area: DrawnArea; designs: readonly PlacedView[] }> => {
    const placed = placeDesigns(area, designs.map(toPlace), { rimZoneMm, gapMm });
    return placed.ok
      ? {
          ok: true,
          area: drawnArea(placed.area),
          designs: placed.designs.map(({ placed: artworks, ...design }) => ({
            ...design,
            drawn: artworks.map(drawnLayers),
          })),
        }
      : placed;
  },
  mend: async (
    svg: string,
    rooms: readonly LabelRoom[] | null,
    asked: MendAsked,
    keepsPage: boolean,
  ): Promise<Outcome<MendedDrawing>> => {
    const { labelGap, labelRow } = catalogue().sizing;
    let mend;
    if (asked.kind === 'setInto') mend = { ...asked, pattern: artworkOf(asked.patternSvg) };
    else if (asked.kind === 'takeOut') {
      const font = await fontOf(asked.face);
      if (!font.ok) return font;
      const name = setText(asked.text, font.font, { letterHeightMm: asked.letterHeightMm, align: 'centre' });
      if (!name.ok) return name;
      mend = { ...asked, name: name.artwork };
    } else mend = asked;
    const outcome = mendArtwork(artworkOf(svg), rooms, mend, {
      gapMm: labelGap.typical,
      widthMm: labelRow.typical,
      keepsPage,
    });
    if (!outcome.ok) return outcome;
    const { artwork, bridges, loose } = outcome;
    return {
      ok: true,
      drawing: drawing(artwork, [], outcome.rooms),
      layers: drawnLayers(artwork),
      bridges,
      loose,
    };
  },
  cut: ({ design, ...order }: CutAsked): Outcome<{ view: CutView }> => {
    const plan = planOrder({ ...order, design: toPlace(design) });
    return plan.ok ? { ok: true, view: viewOf(plan) } : plan;
  },
  /** What goes to the cutter, sheet by sheet. */
  jobs: ({ design, ...order }: CutAsked): Outcome<{ jobs: readonly CutJob[] }> =>
    cutJobs({ ...order, design: toPlace(design) }),
  jobFile: (
    { design, ...order }: CutAsked,
    sheet: string,
    pieces: readonly number[],
    bed: CutterBed,
  ): Outcome<CutJobFile> => cutJobFile({ ...order, design: toPlace(design) }, sheet, pieces, bed),
  /** A strip to try a film with, as an artwork. */
  strip: (sizing: CatalogueData['sizing']): string => writeSvg(testStrip({ sizing })),
  files: (
    { design, ...order }: CutAsked,
    name: string,
    format: 'svg' | 'dxf',
  ): Outcome<{ files: readonly CutFile[] }> => cutFiles({ ...order, design: toPlace(design) }, name, format),
  /** The islands at the size that they are cut, numbered, for a map that is printed at 1:1. */
  map: (svg: string, scale: number): Outcome<{ page: PrintPage }> => {
    const artwork = enlarged(artworkOf(svg), scale);
    const { islands } = examineArtwork(artwork, { as: 'stencil' });
    return {
      ok: true,
      page: {
        widthMm: artwork.widthMm,
        heightMm: artwork.heightMm,
        closed: designOf(artwork),
        open: [],
        numbers: islands.map(({ centre, number }) => ({ at: centre, text: String(number) })),
      },
    };
  },
  /** What is cut by hand, at full size, each label on pages of its own. */
  fullSize: (asked: DesignAsked, scale: number): Outcome<{ pages: readonly PrintPage[] }> => {
    const { artwork, labels, placement } = toPlace(asked);
    return {
      ok: true,
      pages: fullSizeOf(artwork, labels, scale, placement.turnDeg).map((one) => ({
        widthMm: one.widthMm,
        heightMm: one.heightMm,
        closed: designOf(one),
        open: one.layers.flatMap(({ cutLines }) => cutLines),
        numbers: [],
      })),
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
    return {
      ok: true,
      page: { widthMm, heightMm, closed: outline, open: flap.map(closedLine), numbers: [] },
      svg: lines,
    };
  },
};

/** What breaks inside is said in words: the page that asked goes on. */
const guarded = <Worker extends object>(worker: Worker): Worker =>
  Object.fromEntries(
    Object.entries(worker).map(([name, work]) => [
      name,
      async (...given: unknown[]) => {
        try {
          return await (work as (...all: unknown[]) => unknown)(...given);
        } catch (error) {
          return failed({
            code: 'not-worked-out',
            given: `This artwork could not be worked out (${error instanceof Error ? error.message.slice(0, 120) : 'no reason given'}).`,
            allowed: 'shapes with a size.',
            todo: 'Nothing was changed. Take the last change back, or export the drawing again with simpler paths.',
          });
        }
      },
    ]),
  ) as Worker;

export type SizingWorker = typeof sizingWorker;

expose(guarded(sizingWorker));
