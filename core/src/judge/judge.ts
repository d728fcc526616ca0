import type { Catalogue, Method, Product } from '../materials/index.ts';
import type { Operation, Stack } from '../piece/index.ts';
import type { Context, DecidingFigure, Finding, Judgement, Rule, Situation, Top } from './context.ts';
import { RULES } from './rules/index.ts';
import { firstTop, soilsOf, topAfter } from './situation.ts';
import { afterTrial, canSettle, trialAbout } from './trials.ts';

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
const NO_FINDINGS: readonly Finding[] = [];
const NO_FIGURES: readonly DecidingFigure[] = [];
export const askedRole = (operation: Operation): AskedRole =>
  operation.op === 'apply'
    ? operation.role
    : operation.op === 'treat'
      ? 'treat'
      : operation.what === 'mask'
        ? 'unmask'
        : operation.what === 'medium'
          ? 'rinse'
          : 'prep';

export const productOf = (operation: Operation, catalogue: Catalogue): Product | null =>
  operation.op !== 'treat' && operation.productId ? (catalogue.productById.get(operation.productId) ?? null) : null;

/**
 * Asks the rules about the stacks of one method on one piece.
 *
 * One context serves every question, filled in anew each time: thousands of operations are judged for one answer, and rules keep
 * nothing of what they are shown.
 */
export class Judge {
  private readonly lastRefusing = new Map<AskedRole, Rule>();
  private readonly context: { -readonly [Key in keyof Context]: Context[Key] };

  constructor(
    private readonly situation: Situation,
    private readonly method: Method,
    private readonly book: RuleBook,
    readonly start: Top = firstTop(situation, soilsOf(situation, method)),
  ) {
    this.context = { ...situation, method, top: start, operation: null, product: null };
  }

  /** What the rules about the piece as a whole say of the method. */
  aboutPiece(): readonly Finding[] {
    return this.ask(this.book.piece, this.start, null, null);
  }

  /** What the rules say of a product in its place, whatever lies below it. */
  alone(operation: Operation): readonly Finding[] {
    const rules = this.book.byRole.get(askedRole(operation))?.alone ?? NO_RULES;
    return this.ask(rules, this.start, operation, productOf(operation, this.situation.catalogue));
  }

  /** What the rules say of one operation on the surface as it finds it. */
  onTop(top: Top, operation: Operation, product = productOf(operation, this.situation.catalogue)): readonly Finding[] {
    const rules = this.book.byRole.get(askedRole(operation))?.below ?? NO_RULES;
    return this.ask(rules, top, operation, product);
  }

  /**
   * True where a rule is known to refuse the operation on the surface as it finds it: the one that refused the last such operation is
   * asked alone, so that most of what is cut off costs one question. False says nothing.
   */
  isRefusedAgain(top: Top, operation: Operation, product: Product | null): boolean {
    const role = askedRole(operation);
    const rule = this.lastRefusing.get(role);
    if (!rule || product === null || operation.op !== 'apply') return false;
    const { context } = this;
    context.top = top;
    context.operation = operation;
    context.product = product;
    return rule.test(context)?.verdict === 'blocks';
  }

  /** Remembers which rule about a role refused last; with trials no refusal is certain before all is looked at. */
  noteRefusal(operation: Operation, findings: readonly Finding[]): void {
    if (this.situation.trials.length) return;
    const refusing = findings.find(({ verdict }) => verdict === 'blocks');
    const rule = refusing && this.book.byRole.get(askedRole(operation))?.below.find(({ id }) => id === refusing.ruleId);
    if (rule?.aboutProduct) this.lastRefusing.set(askedRole(operation), rule);
  }

  /** What the rules about the finished stack say. */
  atEnd(top: Top): readonly Finding[] {
    return this.ask(this.book.end, top, null, null);
  }

  /** All findings about a whole stack, in the order of its operations: the same verdicts that the search cuts by. */
  whole(stack: Stack): Finding[] {
    let top = this.start;
    const findings = [...this.aboutPiece()];
    for (const operation of stack.operations) {
      findings.push(...this.alone(operation), ...this.onTop(top, operation));
      top = topAfter(top, operation, productOf(operation, this.situation.catalogue));
    }
    return [...findings, ...this.atEnd(top)];
  }

  private ask(
    rules: readonly Rule[],
    top: Top,
    operation: Operation | null,
    product: Product | null,
  ): readonly Finding[] {
    const { context } = this;
    context.top = top;
    context.operation = operation;
    context.product = product;
    // what takes a finish off is a preparation, and is judged as one
    const laysProduct =
      product !== null && (operation?.op === 'apply' || (operation?.op === 'remove' && operation.what === 'finish'));
    let findings: Finding[] | undefined; // most questions have no answer: nothing is made for them
    for (const rule of rules) {
      if (rule.aboutProduct && !laysProduct) continue;
      const judgement = rule.test(context);
      if (judgement) (findings ??= []).push(this.findingOf(rule, judgement, operation, product));
    }
    return findings ?? NO_FINDINGS;
  }

  private findingOf(rule: Rule, judgement: Judgement, operation: Operation | null, product: Product | null): Finding {
    const { situation, method } = this;
    const trial =
      situation.trials.length && canSettle(judgement) && !rule.safety
        ? trialAbout(rule, product?.id ?? null, method.id, situation)
        : undefined;
    const { verdict, reason, instead, demand, basis, figures } = trial ? afterTrial(judgement, trial) : judgement;
    // written out and not spread: thousands are made for one answer
    return {
      verdict,
      reason,
      instead,
      demand,
      basis,
      figures: figures ?? NO_FIGURES,
      ruleId: rule.id,
      isSafety: rule.safety === true,
      operationId: operation?.id ?? null,
      trial,
      wasAsked: trial ? judgement.demand : null,
    };
  }
}
