import { coatNeed } from './coatNeed.ts';
import { mixFor } from './mixFor.ts';
import type { Range } from '../cut/index.ts';
import type { Catalogue, Figure, Product } from '../materials/index.ts';
import { designsServed, surfaceFacts, type ApplyOperation } from '../piece/index.ts';
import { workedArea, type Because, type WorkedArea } from './areas.ts';
import { figureOf, unknownAmount, type Amount, type Need, type Scene } from './need.ts';
import { exactly, scaledBy, shareOf, times } from './ranges.ts';

const ML_PER_MM3 = 1e-3;
const MM_PER_UM = 1e-3;

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

/** Paint, stain, clear and the like, by area and coats. */
export const coatAmount = (scene: Scene, product: Product, operation: ApplyOperation, cover: Figure): Amount => {
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
export const thickAmount = (scene: Scene, product: Product, operation: ApplyOperation): Amount => {
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

/**
 * A two-part product in equal mixes of what is used up while one lives, coat by coat: never more in a cup than that, since what stands in
 * a full cup heats itself.
 */
export const mixed = (
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
