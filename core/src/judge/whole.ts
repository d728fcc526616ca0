import { designIdsOf, passesOf, type Pass, type Stack } from '../piece/index.ts';
import type { Finding, Situation, Top } from './context.ts';
import { Judge, productOf, type RuleBook } from './judge.ts';
import { situationOf, topAfter, topForNextDesign, topOverDesigns } from './situation.ts';

/** The piece as the designs of one pass see it, each pass in turn; the situation itself where there is only one. */
export const situationsOf = (
  situation: Situation,
): readonly { readonly pass: Pass; readonly situation: Situation }[] => {
  const { brief, catalogue, schools, trials } = situation;
  const passes = passesOf(situation.designs);
  if (passes.length === 1) return [{ pass: passes[0]!, situation }];
  return passes.map((pass) => {
    const read = situationOf({ ...brief, part: { ...brief.part, designs: [...pass] } }, catalogue, schools, trials);
    if (!read.ok) throw new Error('The designs of a part cannot change what its surface is.');
    return { pass, situation: read.situation };
  });
};

/**
 * Everything that the rules say of a whole stack, in the order of its operations: the same verdicts that the search cuts by.
 *
 * With several designs each layer is judged for the design that it serves, on what the earlier ones left; prep, ground and finish for all.
 *
 * @throws when a method of the stack is not in the catalogue; `judgeStack` checks that first
 */
export const judgeWhole = (stack: Stack, situation: Situation, book: RuleBook): readonly Finding[] => {
  const { catalogue } = situation;
  const methodOf = (id: string) => {
    const method = catalogue.methodById.get(id);
    if (!method) throw new Error(`The method "${id}" is not in the catalogue; judgeStack checks that.`);
    return method;
  };
  const shared = new Judge(situation, methodOf(stack.methodId), book);
  const passes = situationsOf(situation);
  if (passes.length === 1) return shared.whole(stack);
  const judges = new Map<string, Judge>();
  for (const { pass, situation: seen } of passes) {
    const other = stack.others?.find(({ designId }) => pass.some(({ id }) => id === designId));
    const judge = new Judge(seen, methodOf(other?.methodId ?? stack.methodId), book, shared.start);
    for (const { id } of pass) judges.set(id, judge);
  }
  const findings: Finding[] = [...new Set(judges.values())].flatMap((judge) => judge.aboutPiece());
  const serves = designIdsOf(stack);
  const overOf = new Set(situation.designs.flatMap(({ id, over }) => (over === null ? [] : [id])));
  let top: Top = shared.start;
  let current: Judge = shared;
  for (const operation of stack.operations) {
    const judge = judges.get(serves.get(operation.id) ?? '') ?? shared;
    if (judge !== current && current !== shared)
      top = judge === shared ? topOverDesigns(top) : topForNextDesign(top, overOf.has(serves.get(operation.id) ?? ''));
    current = judge;
    findings.push(...judge.alone(operation), ...judge.onTop(top, operation));
    top = topAfter(top, operation, productOf(operation, catalogue));
  }
  findings.push(...shared.atEnd(topOverDesigns(top)));
  const said = new Set<string>();
  return findings.filter(({ ruleId, operationId, reason }) => {
    const key = `${ruleId} ${operationId} ${reason}`;
    return !said.has(key) && said.add(key);
  });
};
