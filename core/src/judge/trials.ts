import { failed, type Outcome } from '../problem/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { Finding, Judgement, Rule, Situation } from './context.ts';
import { RULES } from './rules/index.ts';
import { situationOf } from './situation.ts';
import { DEFAULT_SCHOOLS, type Brief, type Stack, type Trial } from '../piece/index.ts';

/** The surface of a trial in one line: a trial speaks only of what is made alike. */
const surfaceLine = ({ surface, part }: Situation): string =>
  [
    surface.isOwn ? `own: ${JSON.stringify(part.surface.own?.properties)}` : surface.base.id,
    ...surface.finishes.map(({ finish }) => finish.id),
  ].join(' + ');

/** What the rules of a topic look at besides the surface, in one line: where that has changed, a trial no longer speaks. */
const conditionsOf = (topic: Rule['topic'], situation: Situation): string => {
  const { use, workshop, strokeMm, webMm, islands, designs, lifeYears } = situation;
  switch (topic) {
    case 'water':
    case 'outdoors':
      return [use.place, use.water, use.soak, use.wear, `laundry ${use.laundryC}`, `years ${lifeYears}`].join(', ');
    case 'heat':
      return `heat ${use.heat} ${use.heatC}`;
    case 'artwork':
      return [`stroke ${strokeMm}`, `web ${webMm}`, `islands ${islands}`].join(', ');
    case 'workshop':
      return [workshop.air, ...workshop.tools, workshop.temperatureC, workshop.relativeHumidity].join(', ');
    case 'look':
      return [use.mustComeOff, ...designs.map(({ look }) => look)].join(', ');
    default:
      return '';
  }
};

/** The trial that held against what a rule says, if there is one. */
export const heldTrial = (
  rule: Rule,
  productId: string | null,
  methodId: string,
  situation: Situation,
): Trial | undefined =>
  situation.trials.find(
    (trial) =>
      trial.ruleId === rule.id &&
      trial.productId === productId &&
      (productId !== null || trial.methodId === methodId) &&
      trial.surface === surfaceLine(situation) &&
      trial.conditions === conditionsOf(rule.topic, situation),
  );

/** What is left of a refusal or a doubt once the user's own trial has held: a caution that says on what it rests. */
export const afterTrial = (judgement: Judgement, trial: Trial): Judgement => ({
  ...judgement,
  verdict: 'cautions',
  reason: `your own trial of ${trial.at.slice(0, 10)} held, though ${judgement.reason}`,
  instead: 'Do it as you did it then; where anything differs, try it again.',
  basis: 'your-trial',
});

/** Refusals that a try could speak against: not safety, and not what is simply not there or not wanted. */
export const canBeTried = ({ ruleId, isSafety }: Finding): boolean =>
  !isSafety && !['look', 'workshop'].includes(RULES.find(({ id }) => id === ruleId)?.topic ?? 'look');

/**
 * The record of the user's own try that held, against one refusal or doubt.
 *
 * @param finding what the rules say of the stack; `stack` holds the operation that it is about
 * @returns a problem where the rule is one of safety: no trial speaks against those
 */
export const trialOf = (
  finding: Finding,
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  record: Pick<Trial, 'id' | 'at' | 'note'>,
): Outcome<{ trial: Trial }> => {
  const rule = RULES.find(({ id }) => id === finding.ruleId);
  const read = situationOf(brief, catalogue, DEFAULT_SCHOOLS);
  if (!read.ok) return read;
  if (!rule || rule.safety)
    return failed({
      code: rule ? 'safety-stands' : 'unknown-rule',
      given: `A trial against "${rule?.about ?? finding.ruleId}" was given.`,
      allowed: 'a trial against a rule that does not guard people.',
      todo: 'Take the way out that the refusal names; a trial cannot overrule it.',
    });
  const operation = stack.operations.find(({ id }) => id === finding.operationId);
  return {
    ok: true,
    trial: {
      ...record,
      ruleId: rule.id,
      productId: operation && operation.op !== 'treat' ? (operation.productId ?? null) : null,
      methodId: stack.methodId,
      surface: surfaceLine(read.situation),
      conditions: conditionsOf(rule.topic, read.situation),
    },
  };
};
