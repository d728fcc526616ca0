import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { judgeStack, type Demand, type Finding } from '../judge/index.ts';
import { DEFAULT_SCHOOLS, plainPiece, type Brief, type Piece, type Stack } from '../piece/index.ts';
import { briefOf } from '../testing/briefs.ts';
import { RULE_ROWS } from '../testing/ruleRows.ts';
import { stepsOf, type Step } from './index.ts';

// Everything that a caution or a doubt demands of the maker is found in the steps: as a step, a gap or words; or it is marked as advice.

const all = catalogue();

const pieceOf = (brief: Brief, stack: Stack): Piece => ({
  ...plainPiece('p', 'piece', 'hardwood'),
  quantity: brief.quantity,
  parts: [{ ...brief.part, stack }],
});

/** Where a demand must be found among the steps; null where it is missing. */
const foundIn = (steps: readonly Step[], { ruleId, operationId, instead }: Finding, demand: Demand): string | null => {
  const gated = steps.find(({ gate }) => gate?.ruleIds.includes(ruleId));
  const about = steps.filter(({ key, operationIds }) =>
    operationId === null ? true : operationIds.includes(operationId) || key === `${operationId}.cut`,
  );
  switch (demand.kind) {
    case 'advice':
    case 'keeping':
      return demand.kind;
    case 'tryFirst':
      return gated?.kind === 'try' ? gated.id : null;
    case 'look':
      return gated?.kind === 'look' ? gated.id : null;
    case 'doing': {
      const at = demand.at === 'cut' ? steps.filter(({ kind }) => kind === 'cut') : about;
      return at.find(({ detail }) => detail.includes(instead.replace(/[.]$/, '')))?.id ?? null;
    }
    case 'wait':
      return demand.at === 'before'
        ? (about.find(({ notBefore }) => notBefore >= demand.time.high)?.id ?? null)
        : (steps.find(({ lags }) => lags.some(({ time }) => time.high === demand.time.high))?.id ?? null);
  }
};

describe('every demand is a step or a gap', () => {
  const asking = RULE_ROWS.filter(({ says, said }) => (says === 'cautions' || says === 'unknown') && !said.lacks);
  test.each(
    asking.map(
      (row, index) => [`${index + 1}: ${row.rule} of ${row.stack.methodId} on ${row.said.base}`, row] as const,
    ),
  )('%s', (_name, { said, stack, rule }) => {
    const brief = briefOf(said);
    const schools = { ...DEFAULT_SCHOOLS, ...said.schools };
    const { findings } = judgeStack(stack, brief, all, { schools });
    const steps = stepsOf(pieceOf(brief, stack), all, brief.workshop, { schools });
    const asked = findings.filter(({ ruleId, demand }) => ruleId === rule && demand !== null);
    expect(asked.map((finding) => [finding.instead, foundIn(steps, finding, finding.demand!) === null])).toEqual(
      asked.map(({ instead }) => [instead, false]),
    );
    expect(asked.length).toBeGreaterThan(0);
    // who stands at the bench has chosen: words of a step name no other product to take
    for (const { demand, instead } of asked)
      if (demand!.kind === 'doing') expect(instead).not.toMatch(/^(Use|Choose|Take) |or (choose|use|stipple) /);
  });

  test('what has to be tried holds all the rest back', () => {
    for (const { said, stack } of asking) {
      const steps = stepsOf(pieceOf(briefOf(said), stack), all, briefOf(said).workshop);
      const gates = steps.filter(({ gate, kind }) => gate !== null && kind !== 'work').map(({ id }) => id);
      const reaches = (step: Step, seen = new Set<string>()): Set<string> => {
        for (const id of step.after)
          if (!seen.has(id)) {
            seen.add(id);
            reaches(
              steps.find((one) => one.id === id)!,
              seen,
            );
          }
        return seen;
      };
      for (const step of steps.filter(({ kind }) => kind === 'work' || kind === 'cut'))
        expect([step.id, gates.filter((gate) => !reaches(step).has(gate))]).toEqual([step.id, []]);
    }
  });
});
