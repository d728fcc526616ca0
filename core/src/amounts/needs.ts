import { coatNeed } from './coatNeed.ts';
import { mixFor, type Mix } from './mixFor.ts';
import type { Range } from '../cut/index.ts';
import type { DecidingFigure } from '../judge/index.ts';
import type { Catalogue, Figure, Product } from '../materials/index.ts';
import {
  catalogueFor,
  slotIdOf,
  stencilsFor,
  surfaceFacts,
  type ApplyOperation,
  type Part,
  type Piece,
} from '../piece/index.ts';
import {
  designsServed,
  workedArea,
  areaWords,
  type Because,
  type Measured,
  type MeasuredBlank,
  type WorkedArea,
} from './areas.ts';
import { exactly, scaledBy, shareOf, times } from './ranges.ts';

/** What amounts are counted in. */
export type AmountUnit = 'ml' | 'cans' | 'mm2' | 'mm' | 'pieces';

/** What one operation of a piece takes of a product, for the whole batch. */
export interface Need {
  readonly pieceId: string;
  readonly operationId: string;
  /** What it is for, in the words of the layer. */
  readonly label: string;
  readonly productId: string;
  /** Layers that are of one colour: the ground with its edge seal, or what is laid on it. Null: it has no colour of its own. */
  readonly tint: 'ground' | 'design' | null;
  /** The thing on the shelf that the crafter takes it from. */
  readonly canId?: string;
  readonly unit: AmountUnit;
  /** Of the whole batch; null: it cannot be said, and `because` says why. */
  readonly need: Range | null;
  readonly each: Range | null;
  readonly because: readonly Because[];
  readonly isGuess: boolean;
  /** Where running out spoils the piece the high figure is bought. */
  readonly isTight: boolean;
  /** Film that stays on the piece, and is seen. */
  readonly stays?: boolean;
  /** What is laid out on film, for the whole batch. */
  readonly blanks?: readonly MeasuredBlank[];
  /** How it lies: between blanks, and at the edge of the stock. */
  readonly lay?: { readonly gapMm: number; readonly marginMm: number; readonly canTurn: boolean };
  /** How a two-part product is measured. */
  readonly mix?: Mix & { readonly names: readonly string[]; readonly by: 'volume' | 'weight'; readonly pieces: number };
}

interface Scene {
  readonly piece: Piece;
  readonly part: Part;
  readonly catalogue: Catalogue;
  readonly measured: Measured;
}

const ML_PER_MM3 = 1e-3;
const MM_PER_UM = 1e-3;

const figureOf = (product: Product, label: string, figure: Figure): DecidingFigure => ({
  of: product.name,
  label,
  figure,
});

/** What the first coat on the bare surface takes beyond what its label says of a smooth one. */
const thirstOf = ({ part, catalogue }: Scene, operation: ApplyOperation): { factor: Range; because: Because[] } => {
  const operations = part.stack?.operations ?? [];
  const before = operations.slice(0, operations.indexOf(operation));
  const isSealed = before.some(
    (one) => one.op === 'apply' && one.extent === 'all' && (one.role === 'ground' || one.role === 'groundSeal'),
  );
  const read = surfaceFacts(part.surface, catalogue, { prepared: true });
  const texture = read.ok ? read.facts.properties.texture : 'unknown';
  const figure = catalogue.amounts.thirst[texture];
  if (isSealed || figure.high === 100) return { factor: exactly(1), because: [] };
  return {
    factor: shareOf(figure),
    because: [
      {
        words: texture === 'unknown' ? 'its texture was not said' : 'what lies below drinks',
        figure: { of: read.ok ? read.facts.name : 'the surface', label: 'against a smooth one', figure },
      },
    ],
  };
};

const lossOf = (
  { catalogue }: Scene,
  product: Product,
  operation: ApplyOperation,
  area: WorkedArea,
): { loss: Figure; because: Because[] } => {
  const { loss, sprayLossSmall, smallObject } = catalogue.amounts;
  const isMist = operation.how === 'spray';
  const isSmall = isMist && area.areaMm2 !== null && area.areaMm2.typical < smallObject.typical;
  const figure = isSmall ? sprayLossSmall : loss[operation.how];
  return {
    loss: figure,
    because: [
      {
        words: isSmall ? 'a small thing catches a part of the mist only' : 'what stays in tool, cup and can',
        figure: figureOf(product, 'loss', figure),
      },
    ],
  };
};

type Amount = Pick<Need, 'unit' | 'each' | 'because' | 'isGuess' | 'isTight'>;

const unknownAmount = (unit: AmountUnit, because: readonly Because[], isGuess = false): Amount => ({
  unit,
  each: null,
  because,
  isGuess,
  isTight: false,
});

/** Paint, stain, clear and the like, by area and coats. */
const coatAmount = (scene: Scene, product: Product, operation: ApplyOperation, cover: Figure): Amount => {
  const area = workedArea(scene.part, operation, scene.measured, scene.catalogue);
  const isSpray = cover.unit === 'm²/can';
  const unit = isSpray ? 'cans' : 'ml';
  if (!area.areaMm2) return unknownAmount(unit, area.because, area.isGuess);
  const thirst = thirstOf(scene, operation);
  const { loss, because } = lossOf(scene, product, operation, area);
  const thirsty = times(area.areaMm2, thirst.factor);
  const need = (end: keyof Range) =>
    coatNeed({ areaMm2: thirsty[end], coats: operation.coats, coverM2PerL: cover, lossPct: loss });
  const ends = { low: need('low'), typical: need('typical'), high: need('high') };
  if (!ends.low.ok || !ends.typical.ok || !ends.high.ok) return unknownAmount(unit, area.because);
  const each: Range = { low: ends.low.low, typical: ends.typical.typical, high: ends.high.high };
  return {
    unit,
    // cover a can is an area a can: what was reckoned a litre is a can
    each: isSpray ? scaledBy(each, 1e-3) : each,
    because: [
      ...area.because,
      { words: `${operation.coats} ${operation.coats === 1 ? 'coat' : 'coats'}` },
      ...thirst.because,
      { words: 'how far it goes', figure: figureOf(product, 'cover', cover) },
      ...because,
    ],
    isGuess: area.isGuess,
    isTight: true,
  };
};

/** Creams, gels, pastes and what is poured: by the thickness of the layer. */
const thickAmount = (scene: Scene, product: Product, operation: ApplyOperation): Amount => {
  const { catalogue, part, measured } = scene;
  const { amounts } = catalogue;
  const area = workedArea(part, operation, measured, catalogue);
  const isFlat = part.surface.shape === 'flat' || part.surface.shape === 'disc';
  const isPoured = operation.how === 'pour' && product.mix !== undefined;
  const said = isPoured && isFlat ? amounts.flatPour : product.layerUm?.high ? product.layerUm : amounts.thinPaste;
  if (!area.areaMm2) return unknownAmount('ml', area.because, area.isGuess);
  const edges = designsServed(part, operation).reduce(
    (sum, design) => sum + (measured[design.id]?.cutLengthMm ?? 0),
    0,
  );
  const hasRim = operation.extent === 'opening' && product.kind === 'medium';
  const rim = hasRim ? scaledBy(amounts.gelRim, edges) : exactly(0);
  const loss = amounts.loss[operation.how];
  const wet = {
    low: area.areaMm2.low + rim.low,
    typical: area.areaMm2.typical + rim.typical,
    high: area.areaMm2.high + rim.high,
  };
  const each = scaledBy(
    times(times(wet, said), { low: 1 + loss.low / 100, typical: 1 + loss.typical / 100, high: 1 + loss.high / 100 }),
    MM_PER_UM * ML_PER_MM3 * operation.coats,
  );
  return {
    unit: 'ml',
    each,
    because: [
      ...area.because,
      { words: 'the thickness of the layer', figure: figureOf(product, 'layer', said) },
      ...(hasRim && edges
        ? [{ words: 'with a rim round the openings', figure: figureOf(product, 'rim', amounts.gelRim) }]
        : []),
      { words: 'what stays in cup and tool', figure: figureOf(product, 'loss', loss) },
    ],
    isGuess: area.isGuess,
    isTight: true,
  };
};

/** Transfer tape over what is laid with it: as large as the film, with a margin, so many times a sheet. */
const tapeAmount = (scene: Scene, product: Product, operation: ApplyOperation): Amount => {
  const { part, measured, catalogue, piece } = scene;
  const margin = catalogue.amounts.tapeMargin;
  const designs = designsServed(part, operation);
  const blanks = designs.flatMap((design) => measured[design.id]?.blanks ?? []);
  if (!blanks.length || !product.uses)
    return unknownAmount('mm2', [{ words: 'how large it is is known once there is an artwork' }], true);
  const uses = product.uses;
  const whole = blanks.reduce(
    (sum, { widthMm, heightMm, count }) =>
      sum + (widthMm + 2 * margin.typical) * (heightMm + 2 * margin.typical) * count,
    0,
  );
  const each = whole / piece.quantity;
  return {
    unit: 'mm2',
    each: { low: each / uses.high, typical: each / uses.typical, high: each / uses.low },
    because: [
      { words: `${areaWords(whole)} is laid with it in all` },
      { words: 'one sheet serves several times', figure: figureOf(product, 'uses of a sheet', uses) },
    ],
    isGuess: false,
    isTight: false,
  };
};

/** What holds a loose stencil down: pins by island and edge. */
const pinAmount = (scene: Scene, product: Product, operation: ApplyOperation): Amount => {
  const { pinsPerIsland, pinSpacing } = scene.catalogue.amounts;
  const known = designsServed(scene.part, operation).flatMap((design) => scene.measured[design.id] ?? []);
  const [frames, islands] = [known.flatMap(({ blanks }) => blanks), known.reduce((sum, one) => sum + one.islands, 0)];
  if (!frames.length)
    return unknownAmount('pieces', [{ words: 'how many islands there are is known once there is an artwork' }], true);
  const round = Math.max(...frames.map(({ widthMm, heightMm }) => 2 * (widthMm + heightMm)));
  return {
    unit: 'pieces',
    each: {
      low: round / pinSpacing.high + islands * pinsPerIsland.low,
      typical: round / pinSpacing.typical + islands * pinsPerIsland.typical,
      high: round / pinSpacing.low + islands * pinsPerIsland.high,
    },
    because: [
      {
        words: `${islands} ${islands === 1 ? 'island' : 'islands'}`,
        figure: figureOf(product, 'on each island', pinsPerIsland),
      },
      { words: 'along the edge', figure: figureOf(product, 'apart', pinSpacing) },
    ],
    isGuess: false,
    isTight: false,
  };
};

/** Painter's tape with its paper around a stencil. */
const edgeTapeAmount = (scene: Scene, operation: ApplyOperation): Amount => {
  const frames = designsServed(scene.part, operation).flatMap((design) => scene.measured[design.id]?.blanks ?? []);
  if (!frames.length)
    return unknownAmount('mm', [{ words: 'how long its edges are is known once there is an artwork' }], true);
  const { holdTapeMargin } = scene.catalogue.amounts;
  const round = Math.max(...frames.map(({ widthMm, heightMm }) => 2 * (widthMm + heightMm)));
  return {
    unit: 'mm',
    each: {
      low: round + 4 * holdTapeMargin.low,
      typical: round + 4 * holdTapeMargin.typical,
      high: round + 4 * holdTapeMargin.high,
    },
    because: [{ words: `${Number((round / 1000).toPrecision(3))} m around a stencil` }],
    isGuess: false,
    isTight: false,
  };
};

/** Film, stencil and printed sheets: what is cut of them for the batch. */
const filmNeed = (scene: Scene, product: Product, operation: ApplyOperation): Omit<Need, 'label'> => {
  const { part, measured, piece, catalogue } = scene;
  const designs = designsServed(part, operation);
  const known = designs.flatMap((design) => measured[design.id] ?? []);
  const base = {
    pieceId: piece.id,
    operationId: operation.id,
    productId: product.id,
    unit: 'mm2' as const,
    tint: null,
    stays: operation.role === 'film',
    isTight: true,
  };
  if (known.length === designs.length && known.length) {
    const blanks = designs.flatMap((design) =>
      measured[design.id]!.blanks.map((blank) => ({
        ...blank,
        id: `${piece.id} ${operation.id} ${design.id} ${blank.id}`,
      })),
    );
    const area = blanks.reduce((sum, { widthMm, heightMm, count }) => sum + widthMm * heightMm * count, 0);
    return {
      ...base,
      need: exactly(area),
      each: exactly(area / piece.quantity),
      because: [{ words: `${blanks.reduce((sum, { count }) => sum + count, 0)} cut at their size, frames with them` }],
      isGuess: false,
      blanks,
      lay: {
        gapMm: Math.max(...known.map(({ gapMm }) => gapMm)),
        marginMm: Math.max(...known.map(({ marginMm }) => marginMm)),
        canTurn: known.every(({ canTurn }) => canTurn),
      },
    };
  }
  // no artwork yet: the clear area, so often as it is cut
  const area = workedArea(part, { ...operation, extent: 'opening' }, measured, catalogue);
  const often =
    operation.role === 'mask'
      ? stencilsFor(operation, part.stack?.operations ?? [], piece.quantity, catalogue)
      : piece.quantity;
  return {
    ...base,
    need: area.areaMm2 && scaledBy(area.areaMm2, often),
    each: area.areaMm2 && scaledBy(area.areaMm2, often / piece.quantity),
    because: area.because,
    isGuess: true,
  };
};

/**
 * A two-part product in equal mixes of what is used up while one lives, coat by coat: never more in a cup than that, since what stands in
 * a full cup heats itself.
 */
const mixed = (
  each: Range,
  product: Product,
  { coats }: ApplyOperation,
  quantity: number,
  pieces: number,
  catalogue: Catalogue,
): Need['mix'] | undefined => {
  if (!product.mix || product.mix.by === 'weight') return undefined;
  const ofPiece = each.high / coats;
  const least = catalogue.amounts.leastPart.typical;
  const ratio = product.mix.parts.map(({ share }) => share.typical);
  // what can be measured at all may be more than one piece takes: it is then mixed for each all the same, and some is to spare
  const smallest = (least * ratio.reduce((sum, part) => sum + part, 0)) / Math.min(...ratio);
  const answer = mixFor({
    volumeMl: ofPiece * quantity,
    ratio,
    by: product.mix.by,
    leastPartMl: least,
    batchMl: Math.max(ofPiece * Math.min(pieces, quantity), smallest),
  });
  if (!answer.ok) return undefined;
  return {
    ...answer,
    mixes: answer.mixes * coats,
    mixedMl: answer.mixedMl * coats,
    spareMl: answer.spareMl * coats,
    names: product.mix.parts.map(({ name }) => name),
    by: product.mix.by,
    pieces: Math.min(pieces, quantity),
  };
};

const TINTED = new Set(['paint', 'stain']);
const tintOf = (product: Product, { role }: ApplyOperation): Need['tint'] =>
  TINTED.has(product.kind) ? (role === 'medium' || role === 'film' ? 'design' : 'ground') : null;

const isLaidOut = (product: Product, operation: ApplyOperation): boolean =>
  operation.role === 'mask' || operation.role === 'film' || product.kind === 'film' || product.kind === 'sheet';

const amountOf = (scene: Scene, product: Product, operation: ApplyOperation): Amount | null => {
  if (operation.role === 'prep') return null;
  if (operation.role === 'transfer') return tapeAmount(scene, product, operation);
  if (operation.role === 'hold' && product.body !== 'spray')
    return product.tack === 'pins' || product.how.includes('pin')
      ? pinAmount(scene, product, operation)
      : edgeTapeAmount(scene, operation);
  if (product.cover) return coatAmount(scene, product, operation, product.cover);
  if (product.kind === 'medium' || product.layerUm?.high) return thickAmount(scene, product, operation);
  return unknownAmount('pieces', [{ words: `no figure says how far ${product.name} goes: note what one piece takes` }]);
};

/**
 * What every layer of a piece takes, for its whole batch, in the order of the layers.
 *
 * @param aMix for how many pieces one mix serves, by operation: `piecesAMix`
 */
export const needsOf = (
  piece: Piece,
  measured: Measured,
  all: Catalogue,
  aMix: Readonly<Record<string, number>> = {},
): Need[] =>
  piece.parts.flatMap((part) => {
    const catalogue = catalogueFor(part, all);
    const scene: Scene = { piece, part, catalogue, measured };
    const slots = catalogue.methodById.get(part.stack?.methodId ?? '')?.slots;
    return (part.stack?.operations ?? []).flatMap((operation): Need[] => {
      if (operation.op !== 'apply') return [];
      const product = catalogue.productById.get(operation.productId);
      if (!product) return [];
      const label = slots?.find(({ id }) => id === slotIdOf(operation))?.label ?? operation.role;
      const canId = part.cans.find(({ operationId }) => operationId === operation.id)?.canId;
      const can = canId === undefined ? {} : { canId };
      if (isLaidOut(product, operation)) return [{ ...filmNeed(scene, product, operation), ...can, label }];
      const amount = amountOf(scene, product, operation);
      if (!amount) return [];
      const need = amount.each && scaledBy(amount.each, piece.quantity);
      // where nobody has planned it yet, a mix is for one piece
      const pieces = aMix[operation.id] ?? 1;
      const mix =
        amount.each && amount.unit === 'ml'
          ? mixed(amount.each, product, operation, piece.quantity, pieces, catalogue)
          : undefined;
      return [
        {
          pieceId: piece.id,
          operationId: operation.id,
          productId: product.id,
          label,
          tint: tintOf(product, operation),
          ...can,
          ...amount,
          need,
          ...(mix ? { mix } : {}),
        },
      ];
    });
  });
