import type { Method, Product } from '../materials/index.ts';
import type { Operation, Part, Stack } from '../piece/index.ts';
import {
  type Finding,
  Judge,
  type RuleBook,
  type Situation,
  type Top,
  judgeWhole,
  productOf,
  situationOf,
  topAfter,
} from '../judge/index.ts';
import { UNSAID, UNSAID_FIELDS, type Rung, type UnsaidField } from './unsaid.ts';

/** What must hold for a stack to stand, where nobody has said it. */
export interface Condition {
  readonly field: UnsaidField;
  /** The worst that it may be. */
  readonly value: Rung['value'];
  readonly words: string;
}

/** A fact that nobody has said, and the piece as it would be at each of its rungs. */
export interface OpenFact {
  readonly field: UnsaidField;
  readonly rungs: readonly Rung[];
  readonly situations: readonly Situation[];
}

const situationAt = (situation: Situation, part: Part): Situation => {
  const { brief, catalogue, schools, trials } = situation;
  const read = situationOf({ ...brief, part }, catalogue, schools, trials);
  if (!read.ok) throw new Error('A fact that is said cannot take the surface out of the catalogue.');
  return read.situation;
};

/** The facts that nobody has said of a piece, each with the piece at every rung. */
export const openFacts = (situation: Situation): readonly OpenFact[] =>
  UNSAID_FIELDS.flatMap((field) => {
    const fact = UNSAID[field];
    if (!fact.isUnsaid(situation)) return [];
    const rungs = fact.rungs(situation);
    if (rungs.length < 2) return [];
    return [
      { field, rungs, situations: rungs.map(({ value }) => situationAt(situation, fact.at(situation.part, value))) },
    ];
  });

/** What is laid and is not there, or says nothing, when all is done. */
const DOES_NOT_STAY = new Set<string>(['prep', 'mask', 'hold', 'edgeSeal', 'transfer']);

const isRefused = (findings: readonly Finding[]): boolean => findings.some(({ verdict }) => verdict === 'blocks');

/** How many rungs of each fact stand, the mildest first. */
type Standing = readonly number[];

const lower = (standing: number[], by: Standing): void => {
  for (let index = 0; index < standing.length; index += 1)
    if (by[index]! < standing[index]!) standing[index] = by[index]!;
};

const conditionsOf = (facts: readonly OpenFact[], standing: Standing): Condition[] =>
  facts.flatMap(({ field, rungs }, index) => {
    const count = standing[index]!;
    if (count >= rungs.length) return [];
    const { value, onlyIf } = rungs[Math.max(0, count - 1)]!;
    return [{ field, value, words: onlyIf }];
  });

/** What must hold for one whole stack, by judging it at every rung of every fact that nobody has said. */
export const conditionsOfStack = (stack: Stack, situation: Situation, book: RuleBook): Condition[] => {
  const facts = openFacts(situation);
  const stands = facts.map(({ situations }) => {
    const first = situations.findIndex((at) => isRefused(judgeWhole(stack, at, book)));
    return first < 0 ? situations.length : first;
  });
  return conditionsOf(facts, stands);
};

/**
 * What must hold for the stacks that a search finds.
 *
 * Whatever reads the use of the piece is asked about a product alone, about the piece or about the finished stack (a test holds the rules
 * to that), so a product is judged once at every rung and not once a stack.
 */
export class Conditions {
  private readonly ofProduct = new Map<string, Standing>();
  /** The same, by an operation that several stacks of one method share. */
  private readonly ofOperation = new Map<Method, Map<Operation, Standing>>();
  private readonly ofEnd = new Map<string, Standing>();
  private readonly ofMethod = new Map<Method, Standing>();
  private readonly judges = new Map<Method, readonly (readonly Judge[])[]>();

  constructor(
    private readonly facts: readonly OpenFact[],
    private readonly book: RuleBook,
  ) {}

  of(method: Method, operations: readonly Operation[], start: Top): Condition[] {
    if (!this.facts.length) return [];
    const standing = [...this.atPiece(method)];
    for (const operation of operations) lower(standing, this.alone(method, operation));
    lower(standing, this.atEnd(method, operations, start));
    return conditionsOf(this.facts, standing);
  }

  private stand(method: Method, ask: (judge: Judge) => readonly Finding[]): Standing {
    let judges = this.judges.get(method);
    if (!judges)
      this.judges.set(
        method,
        (judges = this.facts.map(({ situations }) =>
          situations.map((situation) => new Judge(situation, method, this.book)),
        )),
      );
    return judges.map((rungs) => {
      const first = rungs.findIndex((judge) => isRefused(ask(judge)));
      return first < 0 ? rungs.length : first;
    });
  }

  private atPiece(method: Method): Standing {
    let known = this.ofMethod.get(method);
    if (!known) this.ofMethod.set(method, (known = this.stand(method, (judge) => judge.aboutPiece())));
    return known;
  }

  private alone(method: Method, operation: Operation): Standing {
    if (operation.op !== 'apply') return this.aloneByProduct(method, operation);
    let ofMethod = this.ofOperation.get(method);
    if (!ofMethod) this.ofOperation.set(method, (ofMethod = new Map<Operation, Standing>()));
    let known = ofMethod.get(operation);
    if (!known) ofMethod.set(operation, (known = this.aloneByProduct(method, operation)));
    return known;
  }

  private aloneByProduct(method: Method, operation: Operation): Standing {
    const product = operation.op === 'treat' ? '' : (operation.productId ?? '');
    const role = operation.op === 'apply' ? operation.role : operation.op;
    const key = `${method.side} ${method.covers} ${role} ${product}`;
    let known = this.ofProduct.get(key);
    if (!known) this.ofProduct.set(key, (known = this.stand(method, (judge) => judge.alone(operation))));
    return known;
  }

  private atEnd(method: Method, operations: readonly Operation[], start: Top): Standing {
    let key = '';
    for (const operation of operations)
      if (operation.op === 'apply' && !DOES_NOT_STAY.has(operation.role))
        key += `${operation.role} ${operation.productId},`;
    let known = this.ofEnd.get(key);
    if (!known) {
      const { catalogue } = this.facts[0]!.situations[0]!;
      const products = operations.map((operation): Product | null => productOf(operation, catalogue));
      const top = operations.reduce((below, operation, index) => topAfter(below, operation, products[index]!), start);
      this.ofEnd.set(key, (known = this.stand(method, (judge) => judge.atEnd(top))));
    }
    return known;
  }
}
