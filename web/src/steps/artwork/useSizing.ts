import isEqual from 'fast-deep-equal';
import { useEffect, useMemo, useState } from 'react';
import {
  cutAs,
  cutOperationOf,
  factsOfArtwork,
  isCutByHand,
  isMadeForArea,
  mirrorNote,
  NO_ARTWORK,
  pileStroke,
  rimZoneOf,
  strokeLimit,
  surfaceFacts,
  type ApplyOperation,
  type ArtworkRecord,
  type Design,
  type DesignPlacement,
  type MirrorNote,
  type Part,
  type Piece,
  type Product,
  type StrokeLimit,
} from '@sgraffa/core';
import { useArtworks, useChanges } from '../../store/bench.ts';
import { patched, type Patch } from '../../store/patch.ts';
import {
  useLayers,
  useLooked,
  usePlaced,
  type DesignAsked,
  type DrawnLayer,
  type LookedOver,
  type PlacedView,
} from '../../workers/sizingClient.ts';
import { withPart, type PieceModel } from '../piece/usePieceModel.ts';

/** What an artwork is cut from and as what, by the layers that stand. */
export interface CutFrom {
  readonly as: 'stencil' | 'decal';
  readonly product: Product | null;
  /** Whose limits it is held against: that product, or the finest there is while no layers stand. */
  readonly measure: Product | null;
  /** What the ground asks of strokes, whatever they are cut from; null where it asks nothing. */
  readonly ground: StrokeLimit | null;
  /** The thinnest stroke that lasts, by what it is cut from and by the ground. */
  readonly stroke: StrokeLimit | null;
  readonly mirror: MirrorNote | null;
  readonly isByHand: boolean;
  /** The layer that is cut; null while no layers stand. */
  readonly operation: ApplyOperation | null;
}

/** Everything that the Artwork & size course shows of one design. */
export interface Sizing {
  readonly model: PieceModel;
  readonly design: Design;
  readonly openDesign: (id: string) => void;
  readonly artworks: readonly ArtworkRecord[];
  readonly artwork: ArtworkRecord | null;
  readonly cutFrom: CutFrom;
  readonly rimZoneMm: number;
  readonly placed: ReturnType<typeof usePlaced>;
  readonly here: PlacedView | null;
  readonly layers: readonly DrawnLayer[] | undefined;
  /** The open design as it is asked to be placed and cut; null without an artwork. */
  readonly asked: DesignAsked | null;
  /** How many times larger than drawn it is cut. */
  readonly scale: number;
  readonly looked: LookedOver;
  readonly setDesign: (patch: Patch<Design>, name: string) => void;
  readonly keepArtwork: (
    artwork: ArtworkRecord,
    name: string,
    patch?: Patch<Design>,
    piece?: Partial<Pick<Piece, 'quantity'>>,
  ) => void;
}

/** What takes the thinnest strokes, of masks or of films that stay. */
const finestOf = ({ products }: PieceModel['catalogue'], as: CutFrom['as']): Product | null =>
  products
    .filter(({ roles, minStroke }) => minStroke && roles.includes(as === 'stencil' ? 'mask' : 'film'))
    .reduce<Product | null>(
      (finest, one) => (finest && finest.minStroke!.typical <= one.minStroke!.typical ? finest : one),
      null,
    );

const cutFromOf = (
  { part, catalogue, settings }: PieceModel,
  design: Design,
  artwork: ArtworkRecord | null,
): CutFrom => {
  const operation = cutOperationOf(part, design);
  const as = cutAs(operation, design, artwork?.source.kind === 'labels', catalogue);
  const product = operation ? (catalogue.productById.get(operation.productId) ?? null) : null;
  const measure = operation ? product : finestOf(catalogue, as);
  const facts = surfaceFacts(part.surface, catalogue);
  const ground = facts.ok && as === 'stencil' ? pileStroke(facts.facts.properties, catalogue) : null;
  return {
    as,
    product,
    measure,
    ground,
    stroke: strokeLimit(measure, ground),
    operation,
    isByHand: product !== null && isCutByHand(product, part.designs, settings.workshop),
    mirror: operation && mirrorNote({ ...operation, designId: design.id }, part, catalogue),
  };
};

const isSame = (design: Design, facts: Partial<Design>): boolean =>
  (Object.keys(facts) as (keyof Design)[]).every((key) => isEqual(design[key], facts[key]));

/** Keeps the facts of the open design as they were found; not a change that undo would show. */
const useFacts = (
  model: PieceModel,
  design: Design,
  looked: LookedOver,
  scale: number,
  artwork: ArtworkRecord | null,
  operation: ApplyOperation | null,
  isSettled: boolean,
): void => {
  const { settlePiece } = useChanges();
  const facts =
    looked.looked && looked.share === null && isSettled
      ? {
          ...factsOfArtwork(looked.looked, scale, artwork?.rooms ?? null),
          // what it is cut as is remembered for when its layers fall
          cut: operation ? { ...design.cut, as: cutAs(operation, design, false, model.catalogue) } : design.cut,
        }
      : null;
  const isKept = facts === null || isSame(design, facts);
  // of the very piece that the facts are about: another reading of the bench may be a change ahead
  const { kept } = model;
  useEffect(() => {
    if (isKept || !facts) return;
    void settlePiece(
      kept,
      withPart((part) => ({
        ...part,
        designs: part.designs.map((one) => (one.id === design.id ? { ...one, ...facts } : one)),
      })),
    );
    // the facts are made anew on every render: what they say is what counts
  }, [isKept, JSON.stringify(facts), kept, settlePiece]);
};

const NONE: readonly ArtworkRecord[] = [];

/** A design with an artwork, as the sizing worker takes it. */
const askedOf = (
  designId: string,
  over: string | null,
  { svg, source, rooms }: ArtworkRecord,
  scale: number,
  placement: DesignPlacement,
): DesignAsked => ({
  designId,
  over,
  svg,
  labels: rooms && { rooms, words: source.kind === 'labels' ? source.words : [] },
  isMadeForArea: isMadeForArea(source),
  scale: rooms ? 1 : scale,
  placement,
});

/** @param first the design that is open first; the first of the part unless given */
export const useSizing = (model: PieceModel, first?: string): Sizing => {
  const { part, catalogue } = model;
  const { changeArtwork } = useChanges();
  const [open, openDesign] = useState(first ?? part.designs[0]!.id);
  const design = part.designs.find(({ id }) => id === open) ?? part.designs[0]!;
  const artworks = useArtworks() ?? NONE;
  const artwork = artworks.find(({ id }) => id === design.artworkId) ?? null;
  const cutFrom = cutFromOf(model, design, artwork);
  const rimZoneMm = rimZoneOf(part, catalogue);
  const toPlace = useMemo(
    () =>
      part.designs.flatMap(({ id, artworkId, over, scale, placement }) => {
        const record = artworks.find((one) => one.id === artworkId);
        return record ? [askedOf(id, over, record, placement.sizing === 'said' ? scale : 1, placement)] : [];
      }),
    [part.designs, artworks],
  );
  const placed = usePlaced(part.area, rimZoneMm, toPlace, catalogue.sizing.sheetGap.typical);
  const answer = placed.data?.ok ? placed.data : null;
  const here = (part.area && answer?.designs.find(({ designId }) => designId === design.id)) || null;
  const scale = here?.placement?.scale ?? design.scale;
  const drawn = useLayers(artwork?.svg ?? null).data;
  const layers = drawn?.ok ? drawn.layers : undefined;
  const looked = useLooked(
    artwork?.svg ?? null,
    cutFrom.as,
    scale,
    cutFrom.stroke?.figure.typical ?? null,
    cutFrom.measure?.minWeb?.typical ?? null,
  );
  useFacts(
    model,
    design,
    looked,
    scale,
    artwork,
    cutFrom.operation,
    artwork !== null && !placed.isFetching && (part.area === null || Boolean(here?.placement)),
  );
  const withDesign = (patch: Patch<Design>) => (kept: Part) => ({
    ...kept,
    designs: kept.designs.map((one) => (one.id === design.id ? patched(one, patch) : one)),
  });
  return {
    model,
    design,
    openDesign,
    artworks,
    artwork,
    cutFrom,
    rimZoneMm,
    placed,
    here,
    layers: artwork ? layers : undefined,
    asked: toPlace.find(({ designId }) => designId === design.id) ?? null,
    scale,
    looked,
    setDesign: (patch, name) => model.changePart(withDesign(patch), name),
    keepArtwork: (record, name, patch = {}, ofPiece = {}) => {
      const edit = withPart(
        // what another artwork said of it leaves with that one
        withDesign((kept) => ({
          ...kept,
          ...(kept.artworkId === record.id ? {} : NO_ARTWORK),
          ...patched(kept, patch),
          artworkId: record.id,
        })),
      );
      void changeArtwork(model.kept, (now) => edit({ ...now, ...ofPiece }), record, name);
    },
  };
};
