import type { Catalogue } from '../materials/index.ts';
import type { Brief, Stack } from '../piece/index.ts';
import { asChosen, judgeStack, readBrief, settled, type Preferences } from '../judge/index.ts';
import { candidateOf, scored, type Candidate } from './candidates.ts';
import { conditionsOfStack } from './conditions.ts';
import { dryingMemo } from './score.ts';
import type { Found } from './search.ts';
import { passesIn } from './stackWords.ts';

/** One stack, such as one edited by hand, in the same terms as the ranked ones; null where it names unknown things. */
export const candidateOfStack = (
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): Candidate | null => {
  const read = readBrief(brief, catalogue, settled(preferences));
  const method = catalogue.methodById.get(stack.methodId);
  if (!read.ok || !method) return null;
  const { findings, problems } = judgeStack(stack, brief, catalogue, preferences);
  const parts = passesIn(stack, read.situation.designs, catalogue);
  const [first] = parts;
  if (problems.length || !first) return null;
  const blocks = findings.filter(({ verdict }) => verdict === 'blocks').length;
  const found: Found = {
    method: first.method,
    key: first.key,
    operations: stack.operations,
    findings,
    blocks,
    ...(parts.length > 1 ? { passes: parts } : {}),
  };
  const situation = asChosen(read.situation, stack);
  const conditions = blocks ? [] : conditionsOfStack(stack, situation, settled(preferences).book);
  return candidateOf(scored(found, situation, dryingMemo(situation), conditions), [], situation);
};
