import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { describePiece, pieceOf } from '../line/index.ts';
import { plainWorkshop, type Brief } from '../piece/index.ts';
import { runs } from '../testing/runs.ts';
import { matchLayers, sayFact, type Candidate, type MatchResult, type UnsaidField } from './index.ts';
import { judgeStack } from '../judge/index.ts';

const all = catalogue();
const briefOfLine = (line: string): Brief => {
  const piece = pieceOf('p', line, describePiece(line, all));
  return { part: piece.parts[0]!, workshop: plainWorkshop(), quantity: piece.quantity, due: piece.due };
};

/** What may come of a dangerous line: nothing at all, for this rule; only under a condition; never by this product. */
type Bound = { readonly refused: string } | { readonly onlyIf: UnsaidField } | { readonly never: readonly string[] };

const BRIEFS: readonly (readonly [string, Bound])[] = [
  // food
  ['chopping board, oak, painted pattern', { onlyIf: 'zone' }],
  ['walnut salad bowl, painted', { onlyIf: 'zone' }],
  ['wooden spoon, burnt handle', { onlyIf: 'zone' }],
  ['bread board, ash, letters burnt in', { onlyIf: 'zone' }],
  ['oak thing with a name', { onlyIf: 'food' }],
  ['old porcelain plate, for cake', { refused: 'lead-below' }],
  ['wine glass, lead crystal, etched initials', { refused: 'lead-below' }],
  ['mug, frosted name inside', { never: ['film-frosted', 'film-permanent', 'ceramic-paint-baked'] }],
  ['mug, gold letters on the rim, drinking', { refused: 'food-zone' }],
  ['thermos, painted on the inside', { refused: 'food-zone' }],
  ['treated pine salad bowl', { refused: 'treated-and-food' }],
  ['pallet wood chopping board, burnt', { refused: 'treated-and-food' }],
  ['glass jar for honey, painted inside', { refused: 'food-zone' }],
  ['lunch box, steel, sprayed, name', { onlyIf: 'zone' }],
  ['butter dish, glazed, frosted on the food side', { never: ['frost-cream', 'film-frosted'] }],
  // mouth, children, animals
  ['beech teether with a name', { refused: 'children-mouth' }],
  ['baby bottle, PP, name in film', { refused: 'children-mouth' }],
  ['recorder, maple, burnt name at the mouthpiece', { refused: 'children-mouth' }],
  ['cot, pine, painted stars', { refused: 'children-mouth' }],
  ['high chair, beech, film letters', { refused: 'children-mouth' }],
  ['rocking horse, birch, painted', { refused: 'children-mouth' }],
  ['dog bowl, steel, name', { refused: 'children-mouth' }],
  ['cat’s feeding dish, glazed, film', { refused: 'children-mouth' }],
  ['treated timber climbing frame, painted', { refused: 'children-mouth' }],
  ['aquarium, glass, film on the inside', { never: ['film-permanent', 'film-cast', 'film-removable'] }],
  ['child’s pyjamas, cotton, iron-on star', { refused: 'never-on-these' }],
  // heat and flame
  ['candle jar, glass, stars painted inside', { refused: 'inside-candle-vessel' }],
  ['candle jar, glass, film star', { never: ['film-permanent', 'film-cast', 'film-removable', 'film-glitter'] }],
  ['tealight holder, glass, LED or candle, film', { never: ['flood-epoxy'] }],
  ['lantern, glass, film moons', { onlyIf: 'heat' }],
  ['lampshade, parchment, film stars', { onlyIf: 'heat' }],
  ['lampshade, paper, halogen bulb, film stars', { refused: 'pvc-heat' }],
  ['wood stove, painted letters', { refused: 'never-on-these' }],
  ['oven door, steel, film letters', { refused: 'never-on-these' }],
  ['frying pan, cast iron, name', { refused: 'never-on-these' }],
  ['kettle, enamel, painted flowers', { refused: 'never-on-these' }],
  ['tea urn, enamel, film letters', { refused: 'boiling-wall' }],
  ['trivet, cork, film star', { never: ['film-permanent', 'film-cast', 'film-removable', 'flood-epoxy'] }],
  ['coaster, slate, film under epoxy', { never: ['flood-epoxy', 'film-permanent', 'film-cast', 'film-removable'] }],
  ['mug, microwave, gold film letters', { never: ['film-metallic', 'film-permanent'] }],
  ['enamel mug, hot tea, film name', { never: ['film-permanent', 'film-cast', 'film-removable'] }],
  ['vacuum flask, steel, baked paint', { never: ['ceramic-paint-baked'] }],
  ['hot water bottle, rubber, name', { refused: 'never-on-these' }],
  // gas, pressure, cars, alarms, gear
  ['gas bottle, painted number', { refused: 'never-on-these' }],
  ['fuel can, steel, label', { refused: 'never-on-these' }],
  ['fire extinguisher, film label', { refused: 'never-on-these' }],
  ['smoke detector, painted', { refused: 'never-on-these' }],
  ['light switch, film stars', { refused: 'never-on-these' }],
  ['car window, film logo', { refused: 'never-on-these' }],
  ['motorcycle helmet, film flames', { refused: 'never-on-these' }],
  ['climbing rope, marked', { refused: 'never-on-these' }],
  ['ladder, aluminium, painted number', { refused: 'never-on-these' }],
  ['carbon bike frame, old lacquer, stripped', { never: ['remover-gel', 'caustic-remover', 'scuff', 'sand-to-raw'] }],
  // slip
  ['concrete steps, outdoors, film numbers', { never: ['film-permanent', 'film-cast', 'spar-urethane'] }],
  ['oak stair treads, glossy numbers', { never: ['waterborne-clear', 'spar-urethane', 'film-permanent'] }],
  ['bath tub, film stars', { never: ['film-permanent', 'film-cast', 'film-removable'] }],
  ['garage floor, concrete, epoxy letters', { never: ['flood-epoxy'] }],
  // corrosion
  ['bare steel sign, outdoors, film letters', { never: [] }],
  ['steel box, bare, damp cellar, to bare metal', { never: ['frost-cream'] }],
  // burning what must not be burnt
  ['plywood plaque, burnt letters', { refused: 'burn-smoke' }],
  ['MDF sign, burnt letters', { refused: 'burn-smoke' }],
  ['bamboo cutting board, burnt logo', { refused: 'burn-smoke' }],
  ['treated pine post, burnt letters', { refused: 'burn-smoke' }],
  ['teak bench, burnt name', { refused: 'burn-smoke' }],
  ['driftwood, burnt name', { refused: 'burn-smoke' }],
  ['oiled oak board, burnt letters', { refused: 'burn-smoke' }],
  ['old painted pine door, burnt letters', { refused: 'old-coat-untested' }],
  // old coats, lye, unknown metals
  ['radiator, old paint, to bare metal', { refused: 'old-coat-untested' }],
  ['old cupboard, flaking paint, new letters', { refused: 'old-coat-untested' }],
  ['metal box, powder-coated, caustic remover, letters to bare metal', { never: ['dcm-remover'] }],
  ['aluminium flask, powder-coated, caustic remover, letters to bare metal', { never: ['caustic-remover'] }],
  ['vinyl floor, painted numbers', { never: ['scuff', 'sand-bare', 'sand-smooth'] }],
];

const offered = ({ ranked, folded, unknown }: MatchResult): Candidate[] => [...ranked, ...folded, ...unknown];
/** What is laid to stay, or worked with; a mask comes off again. */
const productsOf = ({ stack }: Candidate): string[] =>
  stack.operations.flatMap((operation) =>
    operation.op !== 'treat' && operation.productId && !(operation.op === 'apply' && operation.role === 'mask')
      ? [operation.productId]
      : [],
  );

/** How many ways out of each piece are taken, and of which pieces. */
const MOST_WAYS = runs(4, Number.POSITIVE_INFINITY);
const lines = BRIEFS.map(([line]) => line);

describe.each(BRIEFS)('%s', (line, bound) => {
  const brief = briefOfLine(line);
  const hasWaysOut = lines.indexOf(line) % runs(3, 1) === 0;
  const result = matchLayers(brief, all, { withoutMends: !hasWaysOut });

  test('is bounded as it must be', () => {
    if ('refused' in bound) {
      // a means that takes away may be left, held back, for the crafter to choose; nothing that stays on it
      expect([...result.ranked, ...result.unknown].map(({ title }) => title)).toEqual([]);
      expect(result.folded.filter(({ isHeldBack }) => !isHeldBack).map(({ title }) => title)).toEqual([]);
      expect(result.refused.flatMap(({ blockers }) => blockers.map(({ ruleId }) => ruleId))).toContain(bound.refused);
    } else if ('onlyIf' in bound) {
      expect(result.ranked[0]?.onlyIf.map(({ field }) => field)).toContain(bound.onlyIf);
    } else
      for (const candidate of offered(result))
        expect([candidate.title, productsOf(candidate).filter((id) => bound.never.includes(id))]).toEqual([
          candidate.title,
          [],
        ]);
  });

  test('never leads with a grave means that nobody asked for', () =>
    expect(result.ranked[0]?.isHeldBack ?? false).toBe(false));

  if (hasWaysOut)
    test('no way out brings back what a safety rule refuses', () => {
      const tried = new Set<string>();
      for (const { mend, title, designId } of result.refused) {
        if (!mend || designId !== undefined || tried.has(mend.label) || tried.size === MOST_WAYS) continue;
        tried.add(mend.label);
        const after = matchLayers(mend.brief, all, { withoutMends: true });
        for (const candidate of offered(after))
          expect([
            title,
            mend.label,
            judgeStack(candidate.stack, mend.brief, all).findings.filter(
              ({ verdict, isSafety }) => verdict === 'blocks' && isSafety,
            ),
          ]).toEqual([title, mend.label, []]);
      }
    });

  test('a condition is worth what it says: broken, the stack is refused; kept, it stands', () => {
    for (const { stack, onlyIf, title } of result.ranked.slice(0, 3))
      for (const { field, value } of onlyIf) {
        const kept = judgeStack(stack, sayFact(brief, field, value), all).findings;
        expect([title, field, kept.some(({ verdict }) => verdict === 'blocks')]).toEqual([title, field, false]);
      }
  });
});

test('there are at least sixty of them', () => expect(BRIEFS.length).toBeGreaterThanOrEqual(60));
