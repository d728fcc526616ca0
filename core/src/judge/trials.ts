import { failed, type Outcome } from '../problem/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { blocks, cautions, type Finding, type Judgement, type Rule, type Situation } from './context.ts';
import { doing } from './demands.ts';
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

/** The newest trial of what a rule speaks of, if there is one. */
export const trialAbout = (
  rule: Rule,
  productId: string | null,
  methodId: string,
  situation: Situation,
): Trial | undefined => {
  let newest: Trial | undefined;
  for (const trial of situation.trials)
    if (
      trial.ruleId === rule.id &&
      trial.productId === productId &&
      (productId !== null || trial.methodId === methodId) &&
      trial.surface === surfaceLine(situation) &&
      trial.conditions === conditionsOf(rule.topic, situation) &&
      (!newest || trial.at >= newest.at)
    )
      newest = trial;
  return newest;
};

const day = (instant: string): string => instant.slice(0, 10);

/** Whether a trial can say anything to a judgement: a refusal, a doubt, or what was to be tried first. */
export const canSettle = ({ verdict, demand }: Judgement): boolean =>
  verdict === 'blocks' || verdict === 'unknown' || demand?.kind === 'tryFirst' || demand?.kind === 'look';

/** What is left of a judgement once the user's own trial has held: a caution that says on what it rests. Where it failed, a refusal. */
export const afterTrial = (judgement: Judgement, trial: Trial): Judgement =>
  trial.result === 'failed'
    ? blocks(
        `your own trial of ${day(trial.at)} failed: ${judgement.reason}`,
        'Choose other layers, or take the trial back where it was no fair one.',
        'your-trial',
        ...(judgement.figures ?? []),
      )
    : cautions(
        `your own trial of ${day(trial.at)} held, though ${judgement.reason}`,
        doing('Do it as you did it then; where anything differs, try it again.'),
        'your-trial',
        ...(judgement.figures ?? []),
      );

/** Refusals that a try could speak against: not safety, and not what is simply not there or not wanted. */
export const canBeTried = ({ ruleId, isSafety }: Finding): boolean =>
  !isSafety && !['look', 'workshop'].includes(RULES.find(({ id }) => id === ruleId)?.topic ?? 'look');

/**
 * The record of the user's own try of what one refusal or doubt speaks of: it held, unless the record says otherwise.
 *
 * @param finding what the rules say of the stack; `stack` holds the operation that it is about
 * @returns a problem where the rule is one of safety: no trial speaks against those
 */
export const trialOf = (
  finding: Finding,
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  record: Pick<Trial, 'id' | 'at' | 'note'> & Partial<Pick<Trial, 'result' | 'step'>>,
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
      result: 'held',
      step: null,
      ...record,
      ruleId: rule.id,
      productId: operation && operation.op !== 'treat' ? (operation.productId ?? null) : null,
      methodId: stack.methodId,
      surface: surfaceLine(read.situation),
      conditions: conditionsOf(rule.topic, read.situation),
    },
  };
};
