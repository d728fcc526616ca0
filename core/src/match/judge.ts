import type { Catalogue, Method, Product } from '../materials/index.ts';
import type { Operation, Stack } from '../piece/index.ts';
import type { Context, Finding, Rule, Situation, Top } from './context.ts';
import { RULES } from './rules/index.ts';
import { firstTop, soilsOf, topAfter } from './situation.ts';

type AskedRole = Exclude<Rule['at'], 'piece' | 'end'>[number];

/** Rules sorted by where they are asked, so that judging one operation asks only those that could speak. */
export interface RuleBook {
  readonly piece: readonly Rule[];
  readonly end: readonly Rule[];
  /** By role: those about the product and piece alone, and those that look at the layers below. */
  readonly byRole: ReadonlyMap<AskedRole, { readonly alone: readonly Rule[]; readonly below: readonly Rule[] }>;
}

export const ruleBook = (rules: readonly Rule[]): RuleBook => {
  const byRole = new Map<AskedRole, { alone: Rule[]; below: Rule[] }>();
  for (const rule of rules) {
    if (rule.at === 'piece' || rule.at === 'end') continue;
    for (const role of rule.at) {
      const asked = byRole.get(role) ?? { alone: [], below: [] };
      asked[rule.reads === 'product' ? 'alone' : 'below'].push(rule);
      byRole.set(role, asked);
    }
  }
  return { piece: rules.filter(({ at }) => at === 'piece'), end: rules.filter(({ at }) => at === 'end'), byRole };
};

export const STANDARD_BOOK = ruleBook(RULES);

const NO_RULES: readonly Rule[] = [];
const askedRole = (operation: Operation): AskedRole =>
  operation.op === 'apply' ? operation.role : operation.op === 'treat' ? 'treat' : operation.what === 'mask' ? 'unmask' : operation.what === 'medium' ? 'rinse' : 'prep';

const ask = (rules: readonly Rule[], context: Context): Finding[] => {
  const findings: Finding[] = [];
  for (const rule of rules) {
    const judgement = rule.test(context);
    if (judgement) findings.push({ ...judgement, ruleId: rule.id, isSafety: rule.safety === true, operationId: context.operation?.id ?? null });
  }
  return findings;
};

export const productOf = (operation: Operation, catalogue: Catalogue): Product | null =>
  operation.op !== 'treat' && operation.productId ? (catalogue.productById.get(operation.productId) ?? null) : null;

/** What the rules about the piece as a whole say of a method. */
export const judgePiece = (situation: Situation, method: Method, top: Top, book: RuleBook): Finding[] =>
  ask(book.piece, { ...situation, method, top, operation: null, product: null, earlier: [] });

/** What the rules say of a product in its place, whatever lies below it. */
export const judgeAlone = (situation: Situation, method: Method, top: Top, operation: Operation, book: RuleBook): Finding[] => {
  const rules = book.byRole.get(askedRole(operation))?.alone ?? NO_RULES;
  return rules.length ? ask(rules, { ...situation, method, top, operation, product: productOf(operation, situation.catalogue), earlier: [] }) : [];
};

/** What the rules say of one operation on the surface as it finds it. */
export const judgeOnTop = (situation: Situation, method: Method, top: Top, operation: Operation, earlier: readonly Operation[], book: RuleBook): Finding[] => {
  const rules = book.byRole.get(askedRole(operation))?.below ?? NO_RULES;
  return rules.length ? ask(rules, { ...situation, method, top, operation, product: productOf(operation, situation.catalogue), earlier }) : [];
};

/** What the rules about the finished stack say. */
export const judgeEnd = (situation: Situation, method: Method, top: Top, operations: readonly Operation[], book: RuleBook): Finding[] =>
  ask(book.end, { ...situation, method, top, operation: null, product: null, earlier: operations });

/** All findings about a whole stack, in the order of its operations: the same verdicts that the search cut by. */
export const judgeWhole = (situation: Situation, method: Method, stack: Stack, book: RuleBook): Finding[] => {
  let top = firstTop(situation, soilsOf(situation, method));
  const findings = judgePiece(situation, method, top, book);
  stack.operations.forEach((operation, index) => {
    findings.push(...judgeAlone(situation, method, top, operation, book), ...judgeOnTop(situation, method, top, operation, stack.operations.slice(0, index), book));
    top = topAfter(top, operation, productOf(operation, situation.catalogue));
  });
  return [...findings, ...judgeEnd(situation, method, top, stack.operations, book)];
};
