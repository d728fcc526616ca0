import { expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type Operation, type Piece } from '../piece/index.ts';
import { FIRST_LOOK, planPieces, type BenchContext } from '../plan/index.ts';
import { briefOf } from '../testing/briefs.ts';
import { fasterLayers, judgeStack, matchLayers } from './index.ts';

const all = catalogue();
const brief = briefOf({ base: 'softwood', design: { look: 'opaque', minStrokeMm: 5, minWebMm: 5 } });
const CONTEXT: BenchContext = {
  now: '2026-11-30T08:00:00Z',
  zone: 'UTC',
  freeHours: Array.from({ length: 7 }, (): [string, string][] => [['08:00', '20:00']]),
  catalogue: all,
  workshop: brief.workshop,
};
const withStack = (productId: string): Piece => {
  const { ranked, folded } = matchLayers(brief, all, { withoutMends: true });
  const found = [...ranked, ...folded].find(({ stack }) =>
    stack.operations.some((operation: Operation) => operation.op === 'apply' && operation.productId === productId),
  );
  if (!found) throw new Error(`no stack with ${productId}`);
  return { ...plainPiece('p', 'shelf', 'softwood'), parts: [{ ...brief.part, stack: found.stack }] };
};

test('a faster coat is offered only where the rules let it stand, and it does bring the end forward', () => {
  const piece = withStack('exterior-latex');
  const read = planPieces([piece], CONTEXT, { budget: FIRST_LOOK });
  if (!read.ok) throw new Error('no plan');
  const helps = fasterLayers([piece], CONTEXT, read.week, {}, { budget: FIRST_LOOK });
  expect(helps.length).toBeGreaterThan(0);
  for (const { what, readyAt, savedMinutes } of helps) {
    expect(what).toMatch(/ in place of .* on shelf$/);
    expect(readyAt < read.week.readyAt!).toBe(true);
    expect(savedMinutes).toBeGreaterThan(0);
  }
  expect(judgeStack(piece.parts[0]!.stack!, brief, all).findings.filter(({ verdict }) => verdict === 'blocks')).toEqual(
    [],
  );
});

test('nothing is offered where nothing is planned', () =>
  expect(
    fasterLayers([], CONTEXT, { limits: [], readyAt: null } as unknown as Parameters<typeof fasterLayers>[2]),
  ).toEqual([]));
