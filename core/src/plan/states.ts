import { MS_PER_MINUTE } from '../units/index.ts';
import type { Catalogue, Product, Stage } from '../materials/index.ts';
import { dryTime } from '../dry/index.ts';
import { stepIdOf, type Operation, type Stack } from '../piece/index.ts';
import type { Plan } from './plan.ts';

/** How far a layer is: open and wavy while wet, closed when cured. */
export type LayerState = 'notYet' | 'wet' | 'touchDry' | 'ready' | 'cured';

export interface LayerAtTime {
  readonly operationId: string;
  readonly state: LayerState;
  readonly coatsLaid: number;
  /** ISO instant of the next state; null once cured or where nobody knows. */
  readonly until: string | null;
}

/** One instant worth showing on the time slider. */
export interface Moment {
  readonly at: string;
  readonly what: string;
  /** Whether somebody is at the bench then: only such a moment has an hour and a minute that matter. */
  readonly isAtWork: boolean;
}

const READY_STAGES: readonly Stage[] = ['recoat', 'mask', 'film'];

/** End of each coat of an operation, oldest first, as planned or done. */
const coatEnds = (operationId: string, coats: number, plan: Plan): number[] =>
  Array.from({ length: coats }, (_, index) => {
    const id = stepIdOf({ id: operationId }, index + 1);
    // laid in groups or lots, it is laid when the last of them is
    const ends = plan.steps
      .filter(({ stepId }) => stepId === id || stepId.startsWith(`${id}~`) || stepId.startsWith(`${id}@`))
      .map(({ end }) => end);
    return ends.length ? [Math.max(...ends.map((end) => Date.parse(end)))] : [];
  }).flat();

interface Change {
  readonly at: number;
  readonly state: LayerState;
}

const changesOf = (stack: Stack, plan: Plan, catalogue: Catalogue) =>
  stack.operations.flatMap((operation) => {
    if (operation.op !== 'apply') return [];
    const product = catalogue.productById.get(operation.productId);
    const ends = coatEnds(operation.id, operation.coats, plan);
    const changes = ends.map((end, index): readonly Change[] => {
      const after = (stage: Stage): number | null => {
        const read = product?.dry[stage] ? dryTime(product, stage, plan.climate) : null;
        return read?.ok ? Math.round(end + read.time.high * MS_PER_MINUTE) : null; // instants are written in whole milliseconds
      };
      const ready = READY_STAGES.map(after).find((at) => at !== null);
      const touch = after('touch');
      const cure = after('cure');
      // a mask is lifted before its glue has bonded: that never shows
      if (operation.role === 'mask') return [{ at: end, state: 'cured' }];
      const hasStages = touch !== null || ready !== undefined || cure !== null;
      return [
        { at: end, state: touch !== null ? 'wet' : hasStages ? 'touchDry' : 'cured' },
        ...(touch === null ? [] : [{ at: touch, state: 'touchDry' as const }]),
        ...(ready === undefined || ready === null ? [] : [{ at: ready, state: 'ready' as const }]),
        ...(cure === null || index < ends.length - 1 ? [] : [{ at: cure, state: 'cured' as const }]),
      ];
    });
    return [{ operation, product, ends, changes }];
  });

const iso = (instant: number): string => new Date(instant).toISOString();

/**
 * How far every layer of a stack is at an instant of its plan.
 *
 * @param instant ISO
 * @returns one entry per applied operation, in order; the state of its newest coat
 */
export const layerStatesAt = (stack: Stack, plan: Plan, catalogue: Catalogue, instant: string): LayerAtTime[] => {
  const now = Date.parse(instant);
  return changesOf(stack, plan, catalogue).map(({ operation, ends, changes }) => {
    const coatsLaid = ends.filter((end) => end <= now).length;
    const newest = changes[coatsLaid - 1];
    const passed = newest?.filter(({ at }) => at <= now).at(-1);
    const next = newest?.find(({ at }) => at > now);
    return {
      operationId: operation.id,
      state: passed?.state ?? 'notYet',
      coatsLaid,
      until: next ? iso(next.at) : null,
    };
  });
};

/** End of the first step that carries an operation out; what was joined to a coat ends with that coat's step. */
const endOf = (operation: Operation, plan: Plan): number | null => {
  const end = plan.steps.find(({ operationIds }) => operationIds.includes(operation.id))?.end;
  return end === undefined ? null : Date.parse(end);
};

/** How many operations of the stack have been begun or carried out by an instant. */
export const operationsThrough = (stack: Stack, plan: Plan, instant: string): number => {
  const now = Date.parse(instant);
  const next = stack.operations.findIndex((operation) => (endOf(operation, plan) ?? -Infinity) > now);
  return next < 0 ? stack.operations.length : next;
};

const STATE_WORDS: Readonly<Record<Exclude<LayerState, 'notYet'>, string>> = {
  wet: 'laid, wet',
  touchDry: 'touch-dry',
  ready: 'ready to cover',
  cured: 'cured',
};

const stateWords = (product: Product | undefined, state: LayerState): string => {
  if (state === 'notYet') return '';
  if (product?.dryFamily === 'none' && state === 'cured') return 'on';
  if (product?.dryFamily === 'bond') return state === 'cured' ? 'bonded' : 'on, bonding';
  return STATE_WORDS[state];
};

const takenWords = (operation: Exclude<Operation, { op: 'apply' }>): string => {
  if (operation.op === 'treat') return 'heated';
  return operation.what === 'mask' ? 'mask off' : operation.what === 'medium' ? 'rinsed' : 'finish taken off';
};

/** The instants at which something changes, in order, each with its words; the first is the start of the work. */
export const momentsOf = (stack: Stack, plan: Plan, catalogue: Catalogue): Moment[] => {
  const moments = changesOf(stack, plan, catalogue).flatMap(({ operation, product, changes, ends }) =>
    operation.role === 'prep' || operation.role === 'transfer' || operation.role === 'hold'
      ? []
      : changes.flatMap((coat, index) =>
          coat.map(({ at, state }) => ({
            at,
            what: `${product?.name ?? operation.productId}${ends.length > 1 ? `, coat ${index + 1}` : ''}: ${stateWords(product, state)}`,
          })),
        ),
  );
  const taken = stack.operations.flatMap((operation) => {
    if (operation.op === 'apply') return [];
    const at = endOf(operation, plan);
    return at === null ? [] : [{ at, what: takenWords(operation) }];
  });
  const joined = [...moments, ...taken].sort((left, right) => left.at - right.at);
  const merged: { at: number; what: string }[] = [{ at: Date.parse(plan.startsAt), what: 'before the work' }];
  for (const moment of joined) {
    const last = merged.at(-1)!;
    if (last.at === moment.at) last.what = `${last.what}; ${moment.what}`;
    else merged.push({ ...moment });
  }
  const atWork = new Set(plan.steps.flatMap(({ start, end }) => [Date.parse(start), Date.parse(end)]));
  atWork.add(Date.parse(plan.startsAt));
  return merged.map(({ at, what }) => ({ at: iso(at), what, isAtWork: atWork.has(at) }));
};
