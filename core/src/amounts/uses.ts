import type { Can, CanSize } from '../shelf/index.ts';
import type { AmountLine } from './amountsFor.ts';
import type { AmountUnit } from './need.ts';

/** What of a step says how much it takes. */
export interface TakingStep {
  readonly id: string;
  readonly key: string;
  readonly operationIds: readonly string[];
  readonly pieces: number;
}

/** How much of a can a step takes, in the unit of the can. */
export interface StepUse {
  readonly canId: string;
  readonly amount: number;
}

/** Film is taken where it is cut; everything else where it is laid. */
const cutKey = (operationId: string): string => `${operationId}.cut`;

const takingSteps = (steps: readonly TakingStep[], operationId: string, isFilm: boolean): readonly TakingStep[] => {
  const cuts = isFilm ? steps.filter(({ key }) => key === cutKey(operationId)) : [];
  return cuts.length ? cuts : steps.filter(({ operationIds }) => operationIds.includes(operationId));
};

/** The share of an operation's material that one of its steps takes: by coats, faces and groups, each as many pieces as it has. */
const shareOf = (step: TakingStep, steps: readonly TakingStep[], operationId: string, isFilm: boolean): number => {
  const own = takingSteps(steps, operationId, isFilm);
  const all = own.reduce((sum, { pieces }) => sum + pieces, 0);
  return all && own.some(({ id }) => id === step.id) ? step.pieces / all : 0;
};

/** How much of each operation's material is taken already: 0 to 1, by operation. */
export const takenShares = (
  steps: readonly TakingStep[],
  isDone: (stepId: string) => boolean,
): Readonly<Record<string, { readonly laid: number; readonly cut: number }>> => {
  const ids = [...new Set(steps.flatMap(({ operationIds }) => operationIds))];
  const done = (operationId: string, isFilm: boolean) =>
    steps.reduce((sum, step) => sum + (isDone(step.id) ? shareOf(step, steps, operationId, isFilm) : 0), 0);
  return Object.fromEntries(ids.map((id) => [id, { laid: done(id, false), cut: done(id, true) }]));
};

/** An amount of a line in the unit of a can: mm of a roll, sheets, the offcut. */
const inCanUnit = (size: CanSize, unit: AmountUnit, amount: number): number => {
  if (unit === 'mm2') {
    if (size.kind === 'roll') return amount / size.widthMm;
    if (size.kind === 'sheets') return amount / (size.widthMm * size.heightMm);
    if (size.kind === 'offcut') return 1;
  }
  if (unit === 'mm' && size.kind === 'bars') return amount / size.lengthMm;
  return amount;
};

/**
 * What a step takes from which can, as reckoned: the typical figure, from the cans that serve its lines.
 *
 * @param lines of the piece, before the step is marked done
 * @returns nothing of what is not on the shelf, or cannot be said
 */
export const usesOfStep = (
  lines: readonly AmountLine[],
  step: TakingStep,
  steps: readonly TakingStep[],
  cans: readonly Can[],
): StepUse[] => {
  const used = new Map<string, number>();
  for (const { needs, cans: taken, unit, layout } of lines) {
    const isFilm = layout !== null;
    const share = (operationId: string) => shareOf(step, steps, operationId, isFilm);
    const whole = taken.reduce((sum, { takes }) => sum + takes, 0);
    if (!whole) continue;
    // film is cut as it is laid out; of all else so much as the typical figure says
    const amount = isFilm
      ? whole * Math.max(0, ...needs.map(({ operationId }) => share(operationId)))
      : needs.reduce((sum, { operationId, need }) => sum + (need ? need.typical * share(operationId) : 0), 0);
    if (!amount) continue;
    for (const { canId, takes } of taken) {
      const size = cans.find(({ id }) => id === canId)?.size;
      if (!size) continue;
      const own = inCanUnit(size, unit, Math.min(takes, (amount * takes) / whole));
      used.set(canId, (used.get(canId) ?? 0) + own);
    }
  }
  return [...used].map(([canId, amount]) => ({ canId, amount: Number(amount.toPrecision(3)) }));
};

/** What of film is worth keeping once it is cut. */
export interface StepRest {
  /** What it is cut from; null: film that is not on the shelf. */
  readonly canId: string | null;
  readonly productId: string;
  readonly colour: string | null;
  readonly widthMm: number;
  readonly heightMm: number;
}

/**
 * What is left over of the film that a step cuts, as it is laid out; of what is cut in several goes, with the last.
 *
 * @param lines of the piece, before the step is marked done
 */
export const restsOfStep = (
  lines: readonly AmountLine[],
  step: TakingStep,
  steps: readonly TakingStep[],
  cans: readonly Can[],
): StepRest[] =>
  lines.flatMap(({ needs, layout, productId, colour }) => {
    const isLast = needs.some(({ operationId }) => takingSteps(steps, operationId, true).at(-1)?.id === step.id);
    if (!layout || !isLast) return [];
    return layout.laid.flatMap(({ rests, canId }) =>
      rests.map(({ width, height }) => ({
        canId,
        productId,
        colour: cans.find(({ id }) => id === canId)?.colour ?? colour,
        widthMm: Math.floor(width),
        heightMm: Math.floor(height),
      })),
    );
  });
