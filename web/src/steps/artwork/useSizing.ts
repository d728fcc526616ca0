import { useEffect, useMemo, useState } from 'react';
import {
  mirrorNote,
  type ApplyOperation,
  type ArtworkRecord,
  type Design,
  type MirrorNote,
  type Part,
  type Product,
  type Stack,
} from '@sgraffa/core';
import { useArtworks, useBench, useChanges } from '../../store/bench.ts';
import { patched, type Patch } from '../../store/patch.ts';
import { useLayers, useLooked, usePlaced, type LookedOver, type PlacedDesign } from '../../workers/sizingClient.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** What an artwork is cut from and as what, by the layers that stand. */
export interface CutFrom {
  readonly as: 'stencil' | 'decal';
  readonly product: Product | null;
  /** Whose limits it is held against: that product, or the finest there is while no layers stand. */
  readonly measure: Product | null;
  readonly mirror: MirrorNote | null;
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
  readonly here: PlacedDesign | null;
  readonly layers: ReturnType<typeof useLayers>['data'];
  /** How many times larger than drawn it is cut. */
  readonly scale: number;
  readonly looked: LookedOver;
  readonly setDesign: (patch: Patch<Design>, name: string) => void;
  readonly keepArtwork: (artwork: ArtworkRecord, name: string, patch?: Patch<Design>) => void;
}

const cutOperation = (stack: Stack | null, design: Design): ApplyOperation | null =>
  stack?.operations.find(
    (one): one is ApplyOperation =>
      one.op === 'apply' &&
      (one.role === 'mask' || one.role === 'film') &&
      (one.designId === undefined || one.designId === design.id),
  ) ?? null;

/** The mask that takes the thinnest strokes. */
const finestMask = ({ products }: PieceModel['catalogue']): Product | null =>
  products
    .filter(({ roles, minStroke }) => minStroke && roles.includes('mask'))
    .reduce<Product | null>(
      (finest, one) => (finest && finest.minStroke!.typical <= one.minStroke!.typical ? finest : one),
      null,
    );

const cutFromOf = ({ stack, part, catalogue }: PieceModel, design: Design): CutFrom => {
  const operation = cutOperation(stack, design) ?? null;
  if (!operation) return { as: 'stencil', product: null, measure: finestMask(catalogue), mirror: null };
  const product = catalogue.productById.get(operation.productId) ?? null;
  return {
    as: operation.role === 'mask' ? 'stencil' : 'decal',
    product,
    measure: product,
    mirror: mirrorNote({ ...operation, designId: design.id }, part, catalogue),
  };
};

const round = (value: number | null, to: number): number | null =>
  value === null ? null : Math.round(value * to) / to;
const within = (value: number | null, low: number, high: number): number | null =>
  value === null ? null : Math.min(high, Math.max(low, value));

/** The facts that Match reads, filled from what was found at the size that it is cut. */
const factsFrom = (looked: NonNullable<LookedOver['looked']>, scale: number): Partial<Design> => ({
  minStrokeMm: within(round(looked.minStrokeMm === null ? null : looked.minStrokeMm / scale, 1e4), 0.05, 1000),
  minWebMm: within(round(looked.minWebMm === null ? null : looked.minWebMm / scale, 1e4), 0.05, 1000),
  islands: looked.islandCount,
  widthMm: within(round(looked.boundsMm.width / scale, 1e3), 0.1, 10_000),
  heightMm: within(round(looked.boundsMm.height / scale, 1e3), 0.1, 10_000),
  scale: within(round(scale, 1e6), 0.001, 1000) ?? 1,
});

const isSame = (design: Design, facts: Partial<Design>): boolean =>
  (Object.keys(facts) as (keyof Design)[]).every((key) => design[key] === facts[key]);

/** Keeps the facts of the open design as they were found; not a change that undo would show. */
const useFacts = (model: PieceModel, design: Design, looked: LookedOver, scale: number, isSettled: boolean): void => {
  const bench = useBench();
  const { settlePiece } = useChanges();
  const kept = bench?.pieces.find(({ id }) => id === model.piece.id);
  const facts = looked.looked && looked.share === null && isSettled ? factsFrom(looked.looked, scale) : null;
  const isKept = facts === null || isSame(design, facts);
  const { part, piece } = model;
  const revision = kept?.revision;
  useEffect(() => {
    if (isKept || !facts || revision === undefined) return;
    const changed: Part = {
      ...part,
      designs: part.designs.map((one) => (one.id === design.id ? { ...one, ...facts } : one)),
    };
    void settlePiece({ ...piece, parts: [changed, ...piece.parts.slice(1)] }, revision);
    // the facts are made anew on every render: what they say is what counts
  }, [isKept, JSON.stringify(facts), revision, settlePiece]);
};

const NONE: readonly ArtworkRecord[] = [];

export const useSizing = (model: PieceModel): Sizing => {
  const { part, piece, catalogue } = model;
  const bench = useBench();
  const { changeArtwork } = useChanges();
  const [open, openDesign] = useState(part.designs[0]!.id);
  const design = part.designs.find(({ id }) => id === open) ?? part.designs[0]!;
  const artworks = useArtworks() ?? NONE;
  const artwork = artworks.find(({ id }) => id === design.artworkId) ?? null;
  const cutFrom = cutFromOf(model, design);
  const rimZoneMm = part.use.food === 'lip' ? catalogue.limits.rimDistance.typical : 0;
  const toPlace = useMemo(
    () =>
      part.designs.flatMap(({ id, artworkId, scale, placement }) => {
        const svg = artworks.find((one) => one.id === artworkId)?.svg;
        return svg ? [{ designId: id, svg, scale: placement.sizing === 'said' ? scale : 1, placement }] : [];
      }),
    [part.designs, artworks],
  );
  const placed = usePlaced(part.area, rimZoneMm, toPlace, catalogue.sizing.sheetGap.typical);
  const answer = placed.data?.ok ? placed.data : null;
  const here = (part.area && answer?.designs.find(({ designId }) => designId === design.id)) || null;
  const scale = here?.placement?.scale ?? design.scale;
  const layers = useLayers(artwork?.svg ?? null).data;
  const looked = useLooked(
    artwork?.svg ?? null,
    cutFrom.as,
    scale,
    cutFrom.measure?.minStroke?.typical ?? null,
    cutFrom.measure?.minWeb?.typical ?? null,
  );
  useFacts(
    model,
    design,
    looked,
    scale,
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
    scale,
    looked,
    setDesign: (patch, name) => model.changePart(withDesign(patch), name),
    keepArtwork: (record, name, patch = {}) => {
      const kept = bench?.pieces.find(({ id }) => id === piece.id);
      if (kept)
        void changeArtwork(
          kept,
          (now) => ({
            ...now,
            parts: [
              withDesign((design) => ({ ...patched(design, patch), artworkId: record.id }))(now.parts[0]!),
              ...now.parts.slice(1),
            ],
          }),
          record,
          name,
        );
    },
  };
};
