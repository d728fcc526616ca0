import { describe, expect, test } from '@jest/globals';
import { catalogue, type Product } from '../materials/index.ts';
import { cutOperationOf, mirrorNote, isCutByHand } from '../artwork/index.ts';
import { matchLayers } from '../match/index.ts';
import {
  designsServed,
  plainDesign,
  plainPiece,
  plainWorkshop,
  type Design,
  type Piece,
  type Surface,
} from '../piece/index.ts';
import { planPieces, stepsOf, verdictOfPiece, type BenchContext, type Step } from '../plan/index.ts';
import { demoBench } from '../testing/demo.ts';
import { careOf } from './index.ts';

// The steps of every way of working on every base that it stands on are read, and must not speak against Match, Artwork or Care.

const all = catalogue();
const workshop = {
  ...plainWorkshop(),
  air: 'outdoors' as const,
  temperatureC: 22,
  tools: ['cutter', 'press', 'heatGun', 'oven', 'turner'] as ('cutter' | 'press' | 'heatGun' | 'oven' | 'turner')[],
};
const CONTEXT: BenchContext = { ...demoBench, outdoor: undefined, workshop };

/** The best stack of each way of working on a base, as pieces; what is seen through is cut from its other side. */
const pieceOn = (
  base: string,
  surface: Partial<Surface> = {},
  design: Partial<Design> = {},
): { name: string; piece: Piece }[] => {
  const plain = plainPiece('p', base, base);
  const [part] = plain.parts;
  const own = { seenFrom: 'same' as const, zone: 'outside' as const, islands: 3, ...design };
  // two that are alike: laid in one go, by layers that name the first
  const designs = [plainDesign('d'), plainDesign('e')].map((one) => ({ ...one, ...own }));
  const use = { ...part!.use, ...(design.zone === 'inside' ? { food: 'none' as const } : {}) };
  const asked = { ...part!, surface: { ...part!.surface, ...surface }, use, designs };
  const { ranked, unknown } = matchLayers({ part: asked, workshop, quantity: 3, due: null }, all, {
    withoutMends: true,
  });
  const seen = new Set<string>();
  return [...ranked, ...unknown].flatMap(({ methodId, stack }) =>
    seen.has(methodId) || !seen.add(methodId)
      ? []
      : [{ name: `${methodId} on ${base}`, piece: { ...plain, quantity: 3, parts: [{ ...asked, stack }] } }],
  );
};

const productsOf = (piece: Piece, step: Step): Product[] =>
  step.operationIds.flatMap((id) => {
    const operation = piece.parts[0]!.stack!.operations.find((one) => one.id === id);
    const product = operation && operation.op !== 'treat' ? all.productById.get(operation.productId ?? '') : undefined;
    return product ? [product] : [];
  });

/** Everything in the steps that speaks against something else; nothing where all agree. */
const contradictions = (piece: Piece): string[] => {
  const [part] = piece.parts;
  const steps = stepsOf(piece, all, workshop);
  const against: string[] = [];
  const say = (isWrong: boolean, words: string) => isWrong && against.push(words);
  const { operations } = part!.stack!;
  const carried = steps.flatMap(({ operationIds }) => operationIds);
  // Match: every operation of the stack is carried out, by its own product
  for (const { id } of operations) say(!carried.includes(id), `${id} is in no step`);
  for (const step of steps) {
    const text = `${step.label} ${step.detail} ${step.needs.join(' ')}`;
    for (const product of productsOf(piece, step))
      if (product.kind !== 'prep')
        say(!text.toLowerCase().includes(product.name.toLowerCase()), `${step.id} does not name ${product.name}`);
    say(step.kind === 'work' && step.detail === '', `${step.id} says nothing of how it is done`);
    say(step.kind !== 'own' && step.looksRight === '', `${step.id} does not say what right looks like`);
    say(/undefined|null|NaN|\{|\}/.test(`${text} ${step.looksRight}`), `${step.id} has a hole in its words`);
    say(new Set(step.needs).size !== step.needs.length, `${step.id} needs something twice`);
    say(/\.\.|\. \.| {2}/.test(step.detail), `${step.id} is badly put together`);
    // hands: pins and glue, heat and side by the material
    const mask = productsOf(piece, step).find(({ roles }) => roles.includes('mask') && !roles.includes('film'));
    say(mask?.tack === 'pins' && /press every edge/i.test(step.detail), `${step.id} presses what is pinned`);
    say(mask?.tack === 'heat' && !/iron/i.test(text), `${step.id} does not iron what holds by heat`);
    say((step.detail.match(/pin in every part/g) ?? []).length > 1, `${step.id} pins twice`);
    // waits: the words of a step and its gaps are the same figures
    for (const { time, productId, stage } of step.lags)
      say(
        time.low > time.high || (productId !== '' && !all.productById.get(productId)?.dry[stage]),
        `${step.id} waits for no figure`,
      );
  }
  // Artwork: every design is cut for the layer that lays it
  const cutFor = operations.filter((one) => one.op === 'apply' && (one.role === 'mask' || one.role === 'film'));
  for (const design of part!.designs)
    say(cutFor.length > 0 && !cutOperationOf(part!, design), `${design.id} is cut for no layer`);
  for (const operation of cutFor)
    say(designsServed(part!, operation).length !== part!.designs.length, `${operation.id} leaves a design out`);
  // Artwork: cut by the same hands, mirrored as it says
  for (const operation of operations) {
    const product = operation.op === 'apply' ? all.productById.get(operation.productId) : undefined;
    if (operation.op !== 'apply' || !product?.how.includes('cut')) continue;
    const cut = steps.find(({ key }) => key === `${operation.id}.cut`);
    const note = mirrorNote(operation, part!, all);
    say(!cut, `${operation.id} is laid and never cut`);
    say(
      Boolean(note && cut && !cut.detail.includes(note.words.replace(/[.]$/, ''))),
      `${operation.id} is cut otherwise than Artwork says`,
    );
    const byHand = isCutByHand(product, part!.designs, workshop);
    say(cut?.places.includes('cutter') === byHand, `${operation.id} is cut by the wrong hands`);
    say(byHand !== /by hand/.test(cut?.detail ?? ''), `${operation.id} does not say who cuts`);
    const isThrough = product.cutSide !== 'linerDown' && product.cutSide !== 'bondingUp' && product.kind !== 'sheet';
    say(
      isThrough !== /right through/.test(cut?.detail ?? ''),
      `${operation.id} is cut through, or not, against its material`,
    );
  }
  // Care: dated no sooner than the work ends, never by a layer that is not there
  const week = planPieces([piece], CONTEXT, { budget: 1 });
  const plan = week.ok ? week.week.plans['p'] : undefined;
  const care = careOf(part!, all, plan);
  if (care.ok)
    for (const { axis, from, cause } of care.limits) {
      say(Boolean(from && plan?.endsAt && from < plan.endsAt), `${axis} is allowed before the work is done`);
      say(
        Boolean(cause.operationId && !operations.some(({ id }) => id === cause.operationId)),
        `${axis} is limited by nothing`,
      );
    }
  say(verdictOfPiece(piece, all, workshop).standing === 'unsafe', 'Match lets it stand and the plan refuses it');
  return against;
};

describe('steps, Match, Artwork and Care tell the same story', () => {
  const rows = [
    ...all.bases.flatMap(({ id }) => pieceOn(id)),
    // round, and with a coat that is there: what some ways of working are for
    ...pieceOn('glass-soda-lime', { shape: 'cylinder' }),
    ...pieceOn('steel-stainless', { shape: 'cylinder' }, { look: 'noEdge', wants: { way: 'flood-coat' } }),
    ...pieceOn('glass-soda-lime', { shape: 'cylinder' }, { zone: 'inside', wants: { way: 'inside-coat' } }),
    ...pieceOn('ceramic-glazed', { shape: 'cylinder' }),
    ...pieceOn('hardwood', {}, { look: 'burnt' }),
    ...pieceOn('glass-soda-lime', {}, { look: 'frosted' }),
    ...pieceOn(
      'steel-mild',
      { existing: [{ finish: 'powder-coat', ageDays: 400 }], leadTest: 'clear' },
      { look: 'bareMetal' },
    ),
  ];
  test('every way of working stands somewhere', () =>
    expect([...new Set(rows.map(({ piece }) => piece.parts[0]!.stack!.methodId))].sort()).toEqual(
      all.methods.map(({ id }) => id).sort(),
    ));
  test.each(all.bases.map(({ id, name }) => [name, id]))('on %s', (_name, id) => {
    const own = rows.filter(({ piece }) => piece.parts[0]!.surface.base === id);
    expect(own.flatMap(({ name, piece }) => contradictions(piece).map((one) => `${name}: ${one}`))).toEqual([]);
  });
});
