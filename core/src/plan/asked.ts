import type { Catalogue, Figure, Product, Try } from '../materials/index.ts';
import { judgeStack, type Demand, type Finding } from '../judge/index.ts';
import {
  catalogueFor,
  DEFAULT_SCHOOLS,
  type ApplyOperation,
  type Operation,
  type Part,
  type Piece,
  type Schools,
  type Trial,
  type Workshop,
} from '../piece/index.ts';

/** What stands against a stack: nothing, a try that is still to be made, a refusal, or one that guards people. */
export const VERDICTS = ['stands', 'tryFirst', 'refused', 'unsafe'] as const;
export type Standing = (typeof VERDICTS)[number];

/** The verdict that goes with a stack wherever it is shown. */
export interface StackVerdict {
  readonly standing: Standing;
  /** The reasons, the gravest first; empty where it stands. */
  readonly reasons: readonly Pick<Finding, 'reason' | 'instead' | 'ruleId'>[];
}

/** Something to be found out before the work: a try, or a look. */
export interface AskedFirst {
  /** The operation that it is about; null for the piece. */
  readonly operationId: string | null;
  readonly product: Product | undefined;
  /** How it is tried; null for a look. */
  readonly tried: Try | null;
  readonly words: string;
  readonly ruleIds: readonly string[];
  /** The user's own result on this very piece. */
  readonly trial: Trial | undefined;
}

/** A wait that a rule asks for at one operation. */
export interface AskedWait {
  readonly at: 'before' | 'after';
  readonly time: Figure;
  readonly why: string;
}

/** All that the rules ask of the maker of one part, by the operation that it is about. */
export interface Asked {
  readonly verdict: StackVerdict;
  readonly first: readonly AskedFirst[];
  readonly doing: ReadonlyMap<string, readonly string[]>;
  readonly cutting: ReadonlyMap<string, readonly string[]>;
  readonly waits: ReadonlyMap<string, readonly AskedWait[]>;
}

const NOTHING: Asked = {
  verdict: { standing: 'stands', reasons: [] },
  first: [],
  doing: new Map(),
  cutting: new Map(),
  waits: new Map(),
};

/** What is asked of the piece as a whole, and not at one operation. */
export const OF_PIECE = '';

export interface Judging {
  readonly schools?: Partial<Schools> | undefined;
  readonly trials?: readonly Trial[] | undefined;
}

const verdictOf = (findings: readonly Finding[], open: readonly AskedFirst[]): StackVerdict => {
  const blocks = findings.filter(({ verdict }) => verdict === 'blocks');
  const unsafe = blocks.filter(({ isSafety }) => isSafety);
  if (unsafe.length) return { standing: 'unsafe', reasons: unsafe };
  if (blocks.length) return { standing: 'refused', reasons: blocks };
  const untried = open.filter(({ trial }) => trial === undefined);
  return untried.length
    ? {
        standing: 'tryFirst',
        reasons: findings.filter(({ ruleId }) => untried.some(({ ruleIds }) => ruleIds.includes(ruleId))),
      }
    : NOTHING.verdict;
};

const pushed = <Value>(map: Map<string, Value[]>, key: string, value: Value): void => {
  map.set(key, [...(map.get(key) ?? []), value]);
};

/**
 * What is to be found out first, each thing once: two rules that ask for the same try of a product share it.
 *
 * @param pieceId the piece whose own results are among what was tried; null: none is known of
 */
export const firstAsked = (
  findings: readonly Finding[],
  operations: readonly Operation[],
  catalogue: Pick<Catalogue, 'productById' | 'tryById'>,
  pieceId: string | null,
): AskedFirst[] => {
  const asked = new Map<string, AskedFirst & { ruleIds: string[] }>();
  for (const finding of findings) {
    // settled elsewhere it is no step; settled on this piece it is one that was made
    const own = pieceId !== null && finding.trial?.step?.pieceId === pieceId ? finding.trial : undefined;
    const demand: Demand | null = own ? finding.wasAsked : finding.demand;
    if (demand?.kind !== 'tryFirst' && demand?.kind !== 'look') continue;
    const operation = operations.find(({ id }) => id === finding.operationId);
    const productId = operation && operation.op !== 'treat' ? operation.productId : undefined;
    const key =
      demand.kind === 'tryFirst' ? `${demand.sort} ${productId ?? ''}` : own ? finding.ruleId : finding.instead;
    const known = asked.get(key);
    if (known) {
      if (!known.ruleIds.includes(finding.ruleId)) known.ruleIds.push(finding.ruleId);
      continue;
    }
    asked.set(key, {
      operationId: finding.operationId,
      product: productId === undefined ? undefined : catalogue.productById.get(productId),
      tried: demand.kind === 'tryFirst' ? catalogue.tryById.get(demand.sort)! : null,
      words: finding.instead,
      ruleIds: [finding.ruleId],
      trial: own,
    });
  }
  return [...asked.values()];
};

/** A tape takes a film over, and a medium goes through a mask: those are what is cut. */
const CUT_FOR: Readonly<Partial<Record<ApplyOperation['role'], ApplyOperation['role']>>> = {
  transfer: 'film',
  medium: 'mask',
};

/** The operation whose cut is spoken of: what tape lifts was cut for the film before it. */
const cutOf = ({ stack }: Part, operationId: string | null): string => {
  const operations = stack?.operations ?? [];
  const at = operations.findIndex(({ id }) => id === operationId);
  const own = operations[at];
  const cut = own?.op === 'apply' ? CUT_FOR[own.role] : undefined;
  const before = operations.slice(0, at).findLast((one) => one.op === 'apply' && one.role === cut);
  return (cut && before?.id) ?? operationId ?? OF_PIECE;
};

const asked = (
  piece: Pick<Piece, 'id' | 'quantity'>,
  part: Part,
  catalogue: Catalogue,
  workshop: Workshop,
  judging: Judging,
): Asked => {
  if (!part.stack) return NOTHING;
  const brief = { part, workshop, quantity: piece.quantity, due: null };
  const { findings, problems } = judgeStack(part.stack, brief, catalogueFor(part, catalogue), {
    schools: { ...DEFAULT_SCHOOLS, ...judging.schools },
    trials: judging.trials ?? [],
  });
  const first = firstAsked(findings, part.stack.operations, catalogueFor(part, catalogue), piece.id);
  const doing = new Map<string, string[]>();
  const cutting = new Map<string, string[]>();
  const waits = new Map<string, AskedWait[]>();
  for (const { demand, instead, reason, operationId } of findings) {
    const at = operationId ?? OF_PIECE;
    if (demand?.kind === 'doing' && demand.at === 'cut') pushed(cutting, cutOf(part, operationId), instead);
    else if (demand?.kind === 'doing') {
      if (!doing.get(at)?.includes(instead)) pushed(doing, at, instead);
    } else if (demand?.kind === 'wait') pushed(waits, at, { at: demand.at, time: demand.time, why: reason });
  }
  const [stackProblem] = problems;
  return {
    verdict: stackProblem
      ? {
          standing: 'refused',
          reasons: [{ ruleId: stackProblem.code, reason: stackProblem.given, instead: stackProblem.todo }],
        }
      : verdictOf(findings, first),
    first,
    doing,
    cutting,
    waits,
  };
};

interface Kept {
  readonly for: readonly unknown[];
  readonly asked: Asked;
}
/** The last answer for each part: steps, dates, chances and screens all ask for the same one. */
const kept = new WeakMap<Part, Kept>();

const isSame = (one: unknown, other: unknown): boolean =>
  one === other || (typeof one === 'object' && JSON.stringify(one) === JSON.stringify(other));

/**
 * What the rules ask of the maker of a part's stack: the verdict, tries and looks that come first, ways of doing, waits.
 *
 * @returns nothing asked where the part has no stack
 */
export const askedOf = (
  piece: Pick<Piece, 'id' | 'quantity'>,
  part: Part,
  catalogue: Catalogue,
  workshop: Workshop,
  judging: Judging = {},
): Asked => {
  const now = [piece.id, piece.quantity, workshop, judging.schools, judging.trials] as const;
  const known = kept.get(part);
  if (known && known.for[0] === catalogue && now.every((one, index) => isSame(one, known.for[index + 1])))
    return known.asked;
  const answer = asked(piece, part, catalogue, workshop, judging);
  kept.set(part, { for: [catalogue, ...now], asked: answer });
  return answer;
};

/** The gravest verdict over the parts of a piece. */
export const verdictOfPiece = (
  piece: Piece,
  catalogue: Catalogue,
  workshop: Workshop,
  judging: Judging = {},
): StackVerdict =>
  piece.parts
    .map((part) => askedOf(piece, part, catalogue, workshop, judging).verdict)
    .reduce((one, other) => (VERDICTS.indexOf(other.standing) > VERDICTS.indexOf(one.standing) ? other : one));
