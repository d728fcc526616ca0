import { layerStatesAt, operationsThrough } from '@sgraffa/core';
import { sectionModel } from '../../ui/section/sectionModel.ts';
import type { OpenStep } from './useBenchModel.ts';

/** The section as it is once this step is done, with its bands lit; what lies there already as it is now. */
export const sectionOf = ({ piece, step, plan, catalogue }: OpenStep, now: string) => {
  const part = piece.parts.find(({ id }) => id === step.partId);
  if (!part) return null;
  const operations = part.stack?.operations ?? [];
  // what is cut, tried or looked at is of the operation that its key begins with
  const own = operations.filter(
    ({ id }) => step.operationIds.includes(id) || (!step.operationIds.length && step.key.startsWith(`${id}.`)),
  );
  const done = own.length
    ? operations.indexOf(own.at(-1)!) + 1
    : part.stack
      ? operationsThrough(part.stack, plan, now)
      : 0;
  const states = part.stack
    ? layerStatesAt(part.stack, plan, catalogue, now).filter(({ state }) => state !== 'notYet')
    : [];
  const model = sectionModel({ part, catalogue, ...(part.stack ? { done, states } : {}) });
  return model && { model, lit: own.map(({ id }) => id) };
};
