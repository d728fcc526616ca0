import { namesOf } from './names.ts';
import type { Catalogue } from '../materials/index.ts';
import { problemsFromZod, type Problem } from '../problem/index.ts';
import { catalogueFor, designIdsOf, passesOf, stackSchema, type Brief, type Stack } from '../piece/index.ts';
import { isSameStack } from './compare.ts';
import type { Finding, Situation } from './context.ts';
import { readBrief, settled, type Preferences } from './preferences.ts';
import { judgeWhole } from './whole.ts';

/** The situation with the figures that the crafter's own choice was judged by, where this stack is that choice. */
export const asChosen = (situation: Situation, stack: Stack): Situation =>
  isSameStack(stack, situation.part.stack)
    ? { ...situation, catalogue: catalogueFor(situation.part, situation.catalogue) }
    : situation;

/** The designs of a part that no layer of a stack lays, where they are laid in several passes. */
const unserved = (stack: Stack, situation: Situation): Problem[] => {
  const served = new Set(designIdsOf(stack).values());
  const passes = passesOf(situation.designs);
  const left = passes.length > 1 ? passes.filter((pass) => !pass.some(({ id }) => served.has(id))) : [];
  return left.map((pass) => ({
    code: 'design-unserved',
    given: `No layer of the stack lays ${namesOf(pass)}.`,
    allowed: 'a stack in which every design of the part is laid.',
    todo: 'Take the best answer again, or lay that design too.',
  }));
};

/**
 * What the rules say of one stack, such as one edited by hand.
 *
 * @returns every finding in the order of the operations; blocks first read as refusals. Problems where ids are unknown or a design is left out
 */
export const judgeStack = (
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): { findings: readonly Finding[]; problems: readonly Problem[] } => {
  const settings = settled(preferences);
  const { book } = settings;
  const read = readBrief(brief, catalogue, settings);
  if (!read.ok) return { findings: [], problems: read.problems };
  const checked = stackSchema.safeParse(stack);
  if (!checked.success)
    return { findings: [], problems: problemsFromZod(checked.error, stack, 'Mend that field of the stack.') };
  const methods = [stack.methodId, ...(stack.others ?? []).map(({ methodId }) => methodId)];
  const missing = [
    ...methods.filter((id) => !catalogue.methodById.has(id)),
    ...stack.operations.flatMap((operation) =>
      operation.op === 'apply' && !catalogue.productById.has(operation.productId) ? [operation.productId] : [],
    ),
  ];
  if (missing.length)
    return {
      findings: [],
      problems: [
        {
          code: 'unknown-product',
          given: `The stack names ${missing.map((id) => `"${id}"`).join(', ')}.`,
          allowed: 'methods and products of the catalogue.',
          todo: 'Swap it for one from the list.',
        },
      ],
    };
  const findings = judgeWhole(stack, asChosen(read.situation, stack), book);
  return { findings, problems: unserved(stack, read.situation) };
};
