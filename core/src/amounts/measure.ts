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
} from '../artwork/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { catalogueFor, type Design, type Part, type Piece, type Workshop } from '../piece/index.ts';
import { lengthOfLine, polygonArea, polygonLength } from '../shape/index.ts';
import type { Measured, MeasuredDesign } from './areas.ts';

/** What is read of the document to measure a piece's artworks. */
export interface MeasureContext {
  readonly artworks: readonly ArtworkRecord[];
  /** A drawing as the document keeps it. */
  readonly read: (svg: string) => Artwork | null;
  readonly catalogue: Catalogue;
  readonly bed: Workshop['bed'];
}

/** One design at the size that it is made; nothing where it has no artwork, or it cannot be cut as it stands. */
const measuredDesign = (piece: Piece, part: Part, design: Design, context: MeasureContext): MeasuredDesign | null => {
  const record = context.artworks.find(({ id }) => id === design.artworkId);
  if (!record) return null;
  const catalogue = catalogueFor(part, context.catalogue);
  const artwork = context.read(record.svg);
  if (!artwork) return null;
  const { rooms, source } = record;
  const labels =
    rooms && source.kind === 'labels' ? { count: rooms.length, perPiece: source.perPiece, words: source.words } : null;
  const scale = labels ? 1 : design.scale;
  const operation = cutOperationOf(part.stack, design);
  const settings = cutSettingsOf(
    design.cut,
    {
      as: cutAs(operation, design, labels !== null, catalogue),
      product: operation ? (catalogue.productById.get(operation.productId) ?? null) : null,
      isMirrored: null,
      quantity: cutsFor(operation, part.stack?.operations ?? [], labels, piece.quantity, catalogue),
      bed: context.bed,
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
    rimZoneMm: part.use.food === 'lip' ? catalogue.limits.rimDistance.typical : 0,
    settings,
  });
  if (!plan.ok) return null;
  // a set of labels stands once in its drawing, and in turn on the pieces
  const each = labels ? labels.perPiece / labels.count : 1;
  const of = (value: (layer: Artwork['layers'][number]) => number) =>
    artwork.layers.reduce((sum, layer) => sum + value(layer), 0) * each;
  const isStencil = settings.as === 'stencil';
  const colours = new Set(plan.blanks.map(({ colour }) => colour));
  return {
    areaMm2: of(({ polygon }) => polygonArea(polygon)) * scale ** 2,
    cutLengthMm:
      of(
        ({ polygon, cutLines }) => polygonLength(polygon) + cutLines.reduce((sum, line) => sum + lengthOfLine(line), 0),
      ) * scale,
    islands: (design.islands ?? 0) * (labels?.perPiece ?? 1),
    blanks: plan.blanks.map(({ id, widthMm, heightMm, quantity, colour }) => ({
      id,
      widthMm,
      heightMm,
      count: quantity,
      colour: isStencil || colours.size < 2 ? null : colourName(colour),
    })),
    gapMm: settings.gapMm,
    // the frame of a stencil keeps its cuts off the edge already
    marginMm: isStencil ? Math.max(0, settings.marginMm - settings.frameMm) : settings.marginMm,
    canTurn: settings.canTurn,
  };
};

/**
 * What the artworks of a piece take at the size that they are made: what is painted or cut out, how long it is cut, and what is laid out
 * on film. The same sizes, slices and frames as the cut files.
 *
 * @returns by design; designs without an artwork, or with one that cannot be cut as it stands, are left out
 */
export const measuredOf = (piece: Piece, context: MeasureContext): Measured =>
  Object.fromEntries(
    piece.parts.flatMap((part) =>
      part.designs.flatMap((design) => {
        const measured = measuredDesign(piece, part, design, context);
        return measured ? [[design.id, measured] as const] : [];
      }),
    ),
  );
