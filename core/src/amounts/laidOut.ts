import type { Product } from '../materials/index.ts';
import { designsServed, stencilsFor, type ApplyOperation } from '../piece/index.ts';
import { workedArea } from './areas.ts';
import { areaWords } from './areaWords.ts';
import { figureOf, unknownAmount, type Amount, type Need, type Scene } from './need.ts';
import { exactly, scaledBy } from './ranges.ts';

/** Transfer tape over what is laid with it: as large as the film, with a margin, so many times a sheet. */
export const tapeAmount = (scene: Scene, product: Product, operation: ApplyOperation): Amount => {
  const { part, measured, catalogue, piece } = scene;
  const margin = catalogue.amounts.tapeMargin;
  const designs = designsServed(part, operation);
  const blanks = designs.flatMap((design) => measured[design.id]?.blanks ?? []);
  if (!blanks.length || !product.uses)
    return unknownAmount('mm2', [{ words: 'its size is known once there is an artwork' }], true);
  const uses = product.uses;
  const whole = blanks.reduce(
    (sum, { widthMm, heightMm, count }) =>
      sum + (widthMm + 2 * margin.typical) * (heightMm + 2 * margin.typical) * count,
    0,
  );
  const each = whole / piece.quantity;
  return {
    unit: 'mm2',
    tape: { count: blanks.reduce((sum, { count }) => sum + count, 0), uses },
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
export const pinAmount = (scene: Scene, product: Product, operation: ApplyOperation): Amount => {
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
export const edgeTapeAmount = (scene: Scene, operation: ApplyOperation): Amount => {
  const frames = designsServed(scene.part, operation).flatMap((design) => scene.measured[design.id]?.blanks ?? []);
  if (!frames.length)
    return unknownAmount('mm', [{ words: 'the length of its edges is known once there is an artwork' }], true);
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

/** What the ids of a design's blanks begin with, among all that lies on one film. */
export const blankPrefix = (pieceId: string, operationId: string, designId: string): string =>
  `${pieceId} ${operationId} ${designId} `;

/** Film, stencil and printed sheets: what is cut of them for the batch. */
export const filmNeed = (scene: Scene, product: Product, operation: ApplyOperation): Omit<Need, 'label' | 'colour'> => {
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
        id: `${blankPrefix(piece.id, operation.id, design.id)}${blank.id}`,
        lay: measured[design.id]!.lay,
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
