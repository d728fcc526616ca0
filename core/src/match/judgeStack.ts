import type { Catalogue } from '../materials/index.ts';
import { problemsFromZod, type Problem } from '../problem/index.ts';
import { stackSchema, type Brief, type Stack } from '../piece/index.ts';
import { candidateOf, scored, type Candidate } from './candidates.ts';
import type { Finding } from './context.ts';
import { Judge } from './judge.ts';
import { readBrief, settled, type Preferences } from './preferences.ts';
import { dryingMemo } from './score.ts';
import type { Found } from './search.ts';

/**
 * What the rules say of one stack, such as one edited by hand.
 *
 * @returns every finding in the order of the operations; blocks first read as refusals. Problems where ids are unknown
 */
export const judgeStack = (
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): { findings: readonly Finding[]; problems: readonly Problem[] } => {
  const { schools, book } = settled(preferences);
  const read = readBrief(brief, catalogue, schools);
  if (!read.ok) return { findings: [], problems: read.problems };
  const checked = stackSchema.safeParse(stack);
  if (!checked.success)
    return { findings: [], problems: problemsFromZod(checked.error, stack, 'Mend that field of the stack.') };
  const method = catalogue.methodById.get(stack.methodId);
  const missing = stack.operations.flatMap((operation) =>
    operation.op === 'apply' && !catalogue.productById.has(operation.productId) ? [operation.productId] : [],
  );
  if (!method || missing.length)
    return {
      findings: [],
      problems: [
        {
          code: 'unknown-product',
          given: `The stack names ${method ? missing.join(', ') : `the method "${stack.methodId}"`}.`,
          allowed: 'methods and products of the catalogue.',
          todo: 'Swap it for one from the list.',
        },
      ],
    };
  return {
    findings: new Judge(read.situation, method, book).whole(stack),
    problems: [],
  };
};

/** One stack, such as one edited by hand, in the same terms as the ranked ones; null where it names unknown things. */
export const candidateOfStack = (
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): Candidate | null => {
  const read = readBrief(brief, catalogue, settled(preferences).schools);
  const method = catalogue.methodById.get(stack.methodId);
  if (!read.ok || !method) return null;
  const { findings, problems } = judgeStack(stack, brief, catalogue, preferences);
  const keySlot = method.slots.find(({ key }) => key);
  const keyOperation =
    stack.operations.find(({ id }) => id === keySlot?.id) ?? stack.operations.find(({ op }) => op === 'apply');
  const key = keyOperation?.op === 'apply' ? catalogue.productById.get(keyOperation.productId) : undefined;
  if (problems.length || !key) return null;
  const blocks = findings.filter(({ verdict }) => verdict === 'blocks').length;
  const found: Found = { method, key, operations: stack.operations, findings, blocks };
  return candidateOf(scored(found, read.situation, dryingMemo(read.situation)), [], read.situation);
};
