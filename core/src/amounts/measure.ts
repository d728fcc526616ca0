import {
  colourName,
  cutAs,
  cutOperationOf,
  cutSettingsOf,
  cutsFor,
  isMadeForArea,
  planOrder,
  type Artwork,
  type ArtworkRecord,
  type CutSettings,
  type Film,
} from '../artwork/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { rimZoneOf, catalogueFor, type Design, type Part, type Piece, type Workshop } from '../piece/index.ts';
import { lengthOfLine, polygonArea, polygonLength } from '../shape/index.ts';
import type { CanAt } from '../shelf/index.ts';
import type { Lay, Measured, MeasuredDesign } from './measured.ts';
import { filmFor } from './stands.ts';

/** What is read of the document to measure a piece's artworks. */
export interface MeasureContext {
  readonly artworks: readonly ArtworkRecord[];
  /** A drawing as the document keeps it. */
  readonly read: (svg: string) => Artwork | null;
  readonly catalogue: Catalogue;
  readonly bed: Workshop['bed'];
  /** What is on the shelf of a product, or the one can that was chosen. */
  readonly cansOf: (productId: string, canId: string | undefined) => readonly CanAt[];
}

/** The film that each design of a piece is sized for, by design: cut files and amounts agree on it; null while no layers stand. */
export const filmsOf = (
  piece: Piece,
  { catalogue: all, bed, cansOf }: Pick<MeasureContext, 'catalogue' | 'bed' | 'cansOf'>,
): Readonly<Record<string, Film | null>> =>
  Object.fromEntries(
    piece.parts.flatMap((part) => {
      const catalogue = catalogueFor(part, all);
      return part.designs.map((design): [string, Film | null] => {
        const operation = cutOperationOf(part, design);
        if (!operation) return [design.id, null];
        const canId = part.cans.find(({ operationId }) => operationId === operation.id)?.canId;
        const widthMm = (design.cut.bed ?? bed)?.widthMm ?? catalogue.sizing.bedOther.typical;
        return [design.id, filmFor(cansOf(operation.productId, canId), widthMm, catalogue)];
      });
    }),
  );

/** How what is cut lies on its stock: so that the cutter takes it in one go, and cuts keep off its edge. */
const layOfCut = ({ as, gapMm, marginMm, frameMm, canTurn, bed, from, isOwnStock }: CutSettings): Lay => {
  const frame = as === 'stencil' ? frameMm : 0;
  const edge = Math.max(frame, marginMm);
  return {
    gapMm,
    // the frame of a stencil keeps its cuts off the edge already
    marginMm: edge - frame,
    canTurn,
    reach: { widthMm: bed.widthMm + 2 * edge, lengthMm: bed.lengthMm + 2 * edge },
    stock: from,
    isOwn: isOwnStock,
  };
};

/** One design at the size that it is made; nothing where it has no artwork, or it cannot be cut as it stands. */
const measuredDesign = (
  piece: Piece,
  part: Part,
  design: Design,
  film: Film | null,
  context: MeasureContext,
): MeasuredDesign | null => {
  const record = context.artworks.find(({ id }) => id === design.artworkId);
  if (!record) return null;
  const catalogue = catalogueFor(part, context.catalogue);
  const artwork = context.read(record.svg);
  if (!artwork) return null;
  const { rooms, source } = record;
  const labels =
    rooms && source.kind === 'labels' ? { count: rooms.length, perPiece: source.perPiece, words: source.words } : null;
  const scale = labels ? 1 : design.scale;
  const operation = cutOperationOf(part, design);
  const settings = cutSettingsOf(
    design.cut,
    {
      as: cutAs(operation, design, labels !== null, catalogue),
      product: operation ? (catalogue.productById.get(operation.productId) ?? null) : null,
      isMirrored: null,
      quantity: cutsFor(operation, part.stack?.operations ?? [], labels, piece.quantity, catalogue),
      bed: context.bed,
      film,
    },
    catalogue,
  );
  const plan = planOrder({
    name: record.name,
    design: {
      designId: design.id,
      over: design.over,
      artwork,
      labels: labels && { rooms: rooms!, words: labels.words },
      scale,
      isMadeForArea: isMadeForArea(source),
      placement: design.placement,
    },
    scale,
    area: part.area,
    rimZoneMm: rimZoneOf(part, catalogue),
    settings,
  });
  if (!plan.ok) return null;
  // a set of labels stands once in its drawing, and in turn on the pieces
  const each = labels ? labels.perPiece / labels.count : 1;
  const of = (value: (layer: Artwork['layers'][number]) => number) =>
    artwork.layers.reduce((sum, layer) => sum + value(layer), 0) * each;
  const cutLengthMm =
    of(
      ({ polygon, cutLines }) => polygonLength(polygon) + cutLines.reduce((sum, line) => sum + lengthOfLine(line), 0),
    ) * scale;
  const isStencil = settings.as === 'stencil';
  const colours = new Set(plan.blanks.map(({ colour }) => colour));
  return {
    areaMm2: of(({ polygon }) => polygonArea(polygon)) * scale ** 2,
    cutLengthMm,
    cutAllMm: (cutLengthMm / each) * settings.quantity,
    islands: (design.islands ?? 0) * (labels?.perPiece ?? 1),
    blanks: plan.blanks.map(({ id, widthMm, heightMm, quantity, colour }) => ({
      id,
      widthMm,
      heightMm,
      count: quantity,
      colour: isStencil || colours.size < 2 ? null : colourName(colour),
    })),
    lay: layOfCut(settings),
  };
};

/**
 * What the artworks of a piece take at the size that they are made: what is painted or cut out, how long it is cut, and what is laid out
 * on film. The same sizes, slices and frames as the cut files.
 *
 * @returns by design; designs without an artwork, or with one that cannot be cut as it stands, are left out
 */
export const measuredOf = (piece: Piece, context: MeasureContext): Measured => {
  const films = filmsOf(piece, context);
  return Object.fromEntries(
    piece.parts.flatMap((part) =>
      part.designs.flatMap((design) => {
        const measured = measuredDesign(piece, part, design, films[design.id]!, context);
        return measured ? [[design.id, measured] as const] : [];
      }),
    ),
  );
};
