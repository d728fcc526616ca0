import type { Catalogue } from '../materials/index.ts';
import { judgeStack, trialOf } from '../judge/index.ts';
import { catalogueFor, type Piece, type Trial, type Workshop } from '../piece/index.ts';
import type { Judging } from './asked.ts';
import type { Step } from './step.ts';

/**
 * The trials that the result of a step records: one for each rule that asked for it, so that Match, steps and dates know of it.
 *
 * @param ids new ids, one for each rule that may have asked
 * @returns none for a step whose result no rule asked for
 */
export const trialsOfStep = (
  step: Step,
  piece: Piece,
  catalogue: Catalogue,
  workshop: Workshop,
  judging: Judging,
  result: Trial['result'],
  at: string,
  ids: readonly string[],
): Trial[] => {
  const part = piece.parts.find(({ id }) => id === step.partId);
  if (!step.gate || !part?.stack) return [];
  const { ruleIds, operationId } = step.gate;
  const known = catalogueFor(part, catalogue);
  const brief = { part, workshop, quantity: piece.quantity, due: piece.due };
  const { findings } = judgeStack(part.stack, brief, known, {
    ...(judging.schools ? { schools: judging.schools } : {}),
  });
  return ruleIds.flatMap((ruleId, index): Trial[] => {
    const id = ids[index];
    const finding = findings.find(
      (one) => one.ruleId === ruleId && (one.operationId === operationId || ruleIds.length > 1),
    );
    if (!finding || id === undefined) return [];
    const made = trialOf(finding, part.stack!, brief, known, {
      id,
      at,
      note: '',
      result,
      step: { pieceId: piece.id, stepId: step.id },
    });
    return made.ok ? [made.trial] : [];
  });
};
