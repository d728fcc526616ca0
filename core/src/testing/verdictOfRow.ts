import { indexed, type Catalogue, type Product } from '../materials/index.ts';
import { judgeStack, type Verdict } from '../judge/index.ts';
import { briefOf } from './briefs.ts';
import type { RuleRow } from './ruleRows.ts';

const WORST_FIRST: readonly Verdict[] = ['blocks', 'unknown', 'cautions', 'favours'];

const without = (catalogue: Catalogue, key: keyof Product): Catalogue =>
  indexed({
    ...catalogue,
    products: catalogue.products.map((product) => ({ ...product, [key]: undefined })),
  });

/** The gravest thing that a rule says of a row's stack; '-' for nothing, the problem where the row itself is wrong. */
export const verdictOfRow = ({ rule, said, stack }: RuleRow, catalogue: Catalogue): string => {
  const { findings, problems } = judgeStack(
    stack,
    briefOf(said),
    said.lacks ? without(catalogue, said.lacks) : catalogue,
    said.schools ? { schools: said.schools } : {},
  );
  const [problem] = problems;
  if (problem) return `${problem.code}: ${problem.given}`;
  const own = findings.filter(({ ruleId }) => ruleId === rule);
  return WORST_FIRST.find((verdict) => own.some((finding) => finding.verdict === verdict)) ?? '-';
};
