import { HAZARD_LEVELS, rankIn, type Hazard } from '../materials/index.ts';
import { hazardsOfPiece, type Operation } from '../piece/index.ts';
import { type Situation } from '../judge/index.ts';

/** A grave hazard of a stack in one line. */
export interface HazardLine {
  readonly id: string;
  readonly name: string;
  readonly where: string;
  readonly wear: string;
  readonly level: Hazard['level'];
  /** What brings it: a product, the material, what is on it, or what the thing is. */
  readonly from: string;
}

/** Every grave hazard of a stack on its piece, the gravest first, each once. */
export const hazardsOf = (operations: readonly Operation[], { catalogue, part, use }: Situation): HazardLine[] => {
  const brought = [
    ...hazardsOfPiece({ surface: part.surface, use }, catalogue),
    ...operations.flatMap((operation) => {
      const product = operation.op === 'treat' ? undefined : catalogue.productById.get(operation.productId ?? '');
      return (product?.hazards ?? []).map((id) => ({ id, from: product!.name }));
    }),
  ];
  const lines = new Map<string, HazardLine>();
  for (const { id, from } of brought) {
    const hazard: Hazard | undefined = catalogue.hazardById.get(id);
    if (hazard?.isGrave && hazard.level !== 'none' && !lines.has(id)) {
      const { name, where, wear, level } = hazard;
      lines.set(id, { id, name, where, wear, level, from });
    }
  }
  return [...lines.values()].sort(
    (left, right) => rankIn(HAZARD_LEVELS, right.level) - rankIn(HAZARD_LEVELS, left.level),
  );
};
