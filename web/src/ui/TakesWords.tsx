import { amountWords, canName, usesOfStep, type AmountLine, type Catalogue, type Step } from '@sgraffa/core';
import { useBench } from '../store/bench.ts';

/** What a step takes from the shelf, as reckoned: the same amounts that marking it done takes. */
export const TakesWords = ({
  lines,
  step,
  steps,
  catalogue,
}: {
  lines: readonly AmountLine[] | undefined;
  step: Step;
  steps: readonly Step[];
  catalogue: Catalogue;
}) => {
  const bench = useBench();
  if (!lines || !bench || step.gate) return null;
  const { cans } = bench.shelf;
  const unit = bench.settings.value.length;
  const words = usesOfStep(lines, step, steps, cans).flatMap(({ canId, amount }) => {
    const can = cans.find(({ id }) => id === canId);
    return can?.size ? [`${amountWords(amount, can.size.kind, unit)} of ${canName(can, catalogue)}`] : [];
  });
  return words.length ? <p>Takes about {words.join(', ')}.</p> : null;
};
