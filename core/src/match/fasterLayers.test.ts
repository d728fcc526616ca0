import { expect, test } from '@jest/globals';
import { catalogue, indexed, type Catalogue } from '../materials/index.ts';
import { plainPiece, type Operation, type Piece } from '../piece/index.ts';
import { FIRST_LOOK, planPieces, type BenchContext } from '../plan/index.ts';
import { briefOf } from '../testing/briefs.ts';
import { fasterLayers, matchLayers, swapProduct, swapsFor } from './index.ts';
import { judgeStack } from '../judge/index.ts';

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

const helpsFor = (piece: Piece, context: BenchContext = CONTEXT) => {
  const read = planPieces([piece], context, { budget: FIRST_LOOK });
  if (!read.ok) throw new Error('no plan');
  return { week: read.week, helps: fasterLayers([piece], context, read.week, {}, { budget: FIRST_LOOK }) };
};
/** Names of the coats that are offered in place of a piece's own. */
const offered = (piece: Piece, context: BenchContext = CONTEXT) =>
  helpsFor(piece, context).helps.map(({ what }) => what.replace(/ in place of .*/, ''));

test('a faster coat is offered where the rules let it stand, and it does bring the end forward', () => {
  const { week, helps } = helpsFor(withStack('exterior-latex'));
  expect(helps.length).toBeGreaterThan(0);
  for (const { what, readyAt, savedMinutes } of helps) {
    expect(what).toMatch(/ in place of .* on shelf$/);
    expect(readyAt < week.readyAt!).toBe(true);
    expect(savedMinutes).toBeGreaterThan(0);
  }
});

test('a faster coat that a rule refuses is not offered', () => {
  const piece = withStack('exterior-latex');
  const { stack } = piece.parts[0]!;
  const coats = stack!.operations.flatMap((operation) =>
    swapsFor(stack!, operation.id, all).map((other) => ({
      name: other.name,
      isRefused: judgeStack(swapProduct(stack!, operation.id, other), brief, all).findings.some(
        ({ verdict }) => verdict === 'blocks',
      ),
    })),
  );
  const standing = coats.filter(({ isRefused }) => !isRefused).map(({ name }) => name);
  const names = offered(piece);
  expect(coats.length).toBeGreaterThan(standing.length);
  expect(names.filter((name) => !standing.includes(name))).toEqual([]);
});

test('nor is one of which something is not known that is known of the coat it would take the place of', () => {
  const piece = withStack('exterior-latex');
  const [fastest] = offered(piece);
  const unsaid: Catalogue = indexed({
    ...all,
    products: all.products.map((product) => (product.name === fastest ? { ...product, gates: undefined } : product)),
  });
  const cool = (of: Catalogue): BenchContext => ({
    ...CONTEXT,
    catalogue: of,
    workshop: { ...brief.workshop, temperatureC: 17 },
  });
  expect(offered(piece, cool(all))).toContain(fastest);
  expect(offered(piece, cool(unsaid))).not.toContain(fastest);
});

test('nothing is offered where nothing is planned', () =>
  expect(
    fasterLayers([], CONTEXT, { limits: [], readyAt: null } as unknown as Parameters<typeof fasterLayers>[2]),
  ).toEqual([]));
