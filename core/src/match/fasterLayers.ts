import {
  bestFirst,
  helpOf,
  workshopOf,
  type BenchContext,
  type Help,
  type PlanPiecesOptions,
  type WeekPlan,
} from '../plan/index.ts';
import type { Catalogue, Product } from '../materials/index.ts';
import type { Brief, Piece, Stack } from '../piece/index.ts';
import { type Preferences, judgeStack } from '../judge/index.ts';
import { swapProduct, swapsFor } from './edit.ts';

const MOST_TRIED = 8;

/** How long a coat keeps what comes next waiting: its next coat, or what may go on it. */
const slowness = ({ dry }: Product): number => Math.max(dry.recoat?.high ?? 0, dry.mask?.high ?? 0);

/** What nobody knows of a stack, by rule; null where it is refused, or cannot be judged. */
const openOf = (stack: Stack, brief: Brief, catalogue: Catalogue, preferences: Preferences): Set<string> | null => {
  const { findings, problems } = judgeStack(stack, brief, catalogue, preferences);
  if (problems.length || findings.some(({ verdict }) => verdict === 'blocks')) return null;
  return new Set(findings.filter(({ verdict }) => verdict === 'unknown').map(({ ruleId }) => ruleId));
};

/**
 * Stacks of a piece with one coat in place of another that dries faster, the fastest first: none that a rule refuses, or of which something
 * is not known that is known of the piece's own layers.
 */
const fasterStacks = (
  piece: Piece,
  context: BenchContext,
  preferences: Preferences,
): { readonly stack: Stack; readonly what: string }[] => {
  const { catalogue } = context;
  const {
    parts: [part],
    quantity,
    due,
  } = piece;
  if (!part?.stack) return [];
  const { stack } = part;
  const brief = { part, workshop: workshopOf(piece, context), quantity, due };
  const open = openOf(stack, brief, catalogue, preferences) ?? new Set<string>();
  return stack.operations
    .flatMap((operation) => {
      const now = operation.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
      if (!now || slowness(now) === 0) return [];
      return swapsFor(stack, operation.id, catalogue)
        .filter((other) => other.id !== now.id && other.kind === now.kind && slowness(other) > 0)
        .filter((other) => slowness(other) < slowness(now))
        .map((other) => ({
          stack: swapProduct(stack, operation.id, other),
          what: `${other.name} in place of ${now.name}`,
          saves: slowness(now) - slowness(other),
        }));
    })
    .sort((one, other) => other.saves - one.saves)
    .filter(({ stack: changed }) => {
      const opened = openOf(changed, brief, catalogue, preferences);
      return opened !== null && [...opened].every((rule) => open.has(rule));
    })
    .slice(0, MOST_TRIED);
};

/**
 * Faster coats, of those that the rules let stand, on the piece that the end of a plan hangs on.
 *
 * @returns changes that bring the end forward, the best first
 */
export const fasterLayers = (
  pieces: readonly Piece[],
  context: BenchContext,
  week: WeekPlan,
  preferences: Preferences = {},
  options: PlanPiecesOptions = {},
): Help[] => {
  const last = week.limits.at(-1);
  const piece = pieces.find(({ id }) => id === last?.pieceId);
  if (!piece) return [];
  return bestFirst(
    fasterStacks(piece, context, preferences).flatMap(({ stack, what }) => {
      const changed = { ...piece, parts: [{ ...piece.parts[0]!, stack }, ...piece.parts.slice(1)] };
      const own = pieces.map((one) => (one.id === piece.id ? changed : one));
      return helpOf(`${what} on ${piece.name}`, own, context, week, options);
    }),
  );
};
