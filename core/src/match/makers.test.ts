import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { describePiece } from '../line/index.ts';
import { plainOwnSurface, plainPart, plainWorkshop, type Brief, type Workshop } from '../piece/index.ts';
import { matchLayers, whyNot, type MatchResult } from './index.ts';

const all = catalogue();
const answers = new Map<string, MatchResult>();

/** The answer to a line as a crafter types it, on a flat face. */
const answerTo = (line: string, workshop: Partial<Workshop> = {}): MatchResult => {
  const key = `${line} ${JSON.stringify(workshop)}`;
  const known = answers.get(key);
  if (known) return known;
  const { surface, use, look, name } = describePiece(line, all);
  const part = plainPart('t', surface.base || 'own');
  const own = surface.base ? {} : { base: 'own', own: plainOwnSurface(name.toLowerCase()) };
  const brief: Brief = {
    part: {
      ...part,
      surface: { ...surface, shape: 'flat', ...own },
      use,
      designs: [{ ...part.designs[0]!, look }],
    },
    workshop: { ...plainWorkshop(), ...workshop },
    quantity: 1,
    due: null,
  };
  const answer = matchLayers(brief, all);
  answers.set(key, answer);
  return answer;
};
const stacks = ({ ranked, folded }: MatchResult) => [...ranked, ...folded];
const layersOf = ({ stack }: MatchResult['ranked'][number]) =>
  stack.operations.flatMap((operation) => (operation.op === 'apply' ? [operation.productId] : []));

describe('the first answer of an experienced maker', () => {
  test.each([
    ['birch ply sign, outdoors three winters, wiped', 'paint-stencil', 'exterior-latex'],
    ['slate marker, outdoors three winters', 'paint-stencil', 'exterior-latex'],
    ['enamel bowl, hand-washed daily, indoors', 'decal', 'film-cast'],
    ['glass jar, frosted, dishwasher, daily', 'frost-etch', 'frost-cream'],
    ['soda-lime glass lantern, candle, sheltered, frosted', 'frost-etch', 'frost-cream'],
    ['cotton bag, machine-washed', 'iron-on', 'iron-on-standard'],
    ['cotton tea towel, washed at 40 °C', 'iron-on', 'iron-on-standard'],
    ['black polyester pennant, machine-washed', 'iron-on', 'iron-on-low'],
    ['leather notebook, handled, indoors', 'iron-on', 'iron-on-low'],
    ['white polyester flag, sheltered, gradient', 'dye-transfer', 'dye-sheet'],
    ['coir mat, outdoors, walked on', 'pile-stipple', 'exterior-latex'],
    ['powder-coated steel tin, to bare metal, hand-washed', 'strip-etch', 'remover-gel'],
    ['raw maple plaque, burnt, indoors', 'burn', 'burn-paste'],
    ['plaster wall, indoors, removable', 'decal', 'film-removable'],
    ['concrete planter, outdoors three winters', 'paint-stencil', 'exterior-latex'],
    ['mirror, frosted, indoors, must come off', 'decal', 'film-frosted'],
  ])('%s: %s with %s', (line, methodId, keyId) => expect(answerTo(line).ranked[0]).toMatchObject({ methodId, keyId }));
});

describe('what is refused, and why', () => {
  test.each([
    ['helmet, wiped', 'decal', 'never-on-these'],
    ['pyjamas, cotton, machine-washed', 'iron-on', 'never-on-these'],
    ['frying pan, steel', 'paint-stencil', 'never-on-these'],
    ['pine toy, children', 'paint-stencil', 'children-mouth'],
    ['pine toy, children, burnt', 'burn', 'children-mouth'],
    ['plywood plaque, burnt', 'burn', 'burn-smoke'],
    ['varnished maple plaque, burnt', 'burn', 'burn-wants-raw-wood'],
    ['anodised aluminium bottle, to bare metal', 'strip-etch', 'gel-wants-coating'],
    ['marble coaster, etched', 'frost-etch', 'acid-on-limestone'],
    ['acrylic sheet, frosted', 'frost-etch', 'etch-wants-soda-lime'],
    ['cotton bag, gradient', 'dye-transfer', 'dye-wants-polyester'],
    ['black polyester flag', 'dye-transfer', 'dye-wants-light'],
    ['waxed pine box, display', 'decal', 'nothing-on-wax'],
    ['coir mat, sheltered', 'decal', 'film-wants-sealed'],
    ['paper lampshade, bulb', 'paint-stencil', 'service-heat'],
    ['silicone mat, kitchen', 'iron-on', 'film-wants-energy'],
    ['polypropylene tub, indoors', 'resist', 'coat-wants-energy'],
  ])('%s: %s by "%s"', (line, methodId, ruleId) => {
    const result = answerTo(line);
    expect(stacks(result).map((candidate) => candidate.methodId)).not.toContain(methodId);
    const refusals = result.refused.filter((refused) => refused.methodId === methodId);
    expect(refusals.flatMap(({ blockers }) => blockers.map((blocker) => blocker.ruleId))).toContain(ruleId);
  });

  test('no answer at all holds a product that is refused outright, whatever the piece', () => {
    const banned = all.products.filter(({ flags }) => flags.includes('banned')).map(({ id }) => id);
    for (const result of answers.values())
      for (const candidate of [...stacks(result), ...result.unknown])
        for (const id of banned) expect(layersOf(candidate)).not.toContain(id);
  });

  test('a safety refusal is never mended by anything but the hazard going away', () => {
    for (const { refused } of answers.values())
      for (const { blockers, mend } of refused)
        if (
          mend &&
          blockers.some(({ ruleId }) => ['never-on-these', 'burn-smoke', 'never-this-product'].includes(ruleId))
        )
          throw new Error(`${mend.label} mends ${blockers.map(({ ruleId }) => ruleId).join(', ')}`);
  });
});

describe('the smallest way out', () => {
  test.each([
    ['varnished maple plaque, burnt', 'burn', {}, 'Sand to raw wood first'],
    ['waxed pine box, display', 'decal', {}, 'Strip the wax first'],
    ['coir mat, sheltered', 'pile-spray', { air: 'room' }, 'Work outdoors'],
    ['soda-lime glass lantern, candle, sheltered, frosted', 'decal', {}, 'Use an LED lamp'],
    ['cotton bag, machine-washed', 'iron-on', { tools: [] }, 'Use a press or iron'],
    ['slate marker, outdoors three winters', 'paint-stencil', { temperatureC: 6 }, 'Warm the workshop to 10 °C'],
    ['cotton apron, washed at 60 °C', 'iron-on', {}, 'Wash at 40 °C'],
  ] as const)('%s, %s in %j: %s', (line, methodId, workshop, label) => {
    const { refused } = answerTo(line, workshop as Partial<Workshop>);
    const mends = refused.filter((refusal) => refusal.methodId === methodId).map(({ mend }) => mend?.label);
    expect(mends).toContain(label);
  });
});

describe('what nobody knows is said', () => {
  test.each([
    ['nylon jacket, machine-washed', 'iron-on', 'film-wants-energy'],
    ['ceramic plate, frosted', 'frost-etch', 'etch-wants-soda-lime'],
    ['window, sheltered', 'decal', 'dark-film-on-pane'],
    ['polypropylene tub, indoors', 'decal', 'coat-wants-energy'],
  ])('%s: %s only after a test, by "%s"', (line, methodId, ruleId) => {
    const { unknown, ranked } = answerTo(line);
    expect(ranked.map((candidate) => candidate.methodId)).not.toContain(methodId);
    const open = unknown.find((candidate) => candidate.methodId === methodId);
    const doubt = open?.findings.find((finding) => finding.ruleId === ruleId);
    expect(doubt).toMatchObject({ verdict: 'unknown', instead: expect.stringMatching(/.{20,}/) });
  });

  test('a thing of which nothing is known gets tests to make, and nothing ranked above them but what asks nothing of it', () => {
    const { ranked, unknown, refused } = answerTo('wobblewood panel');
    expect(ranked).toEqual([]);
    expect(unknown.length + refused.length).toBeGreaterThan(0);
    for (const { findings } of unknown) expect(findings.some(({ verdict }) => verdict === 'unknown')).toBe(true);
  });
});

describe('why not this one?', () => {
  const ask = (productId: string, line: string) => {
    const { surface, use } = describePiece(line, all);
    const part = plainPart('t', surface.base);
    return whyNot(
      productId,
      {
        part: { ...part, surface: { ...surface, shape: 'flat' }, use },
        workshop: plainWorkshop(),
        quantity: 1,
        due: null,
      },
      all,
    );
  };

  test.each([
    ['film-removable', 'slate marker, outdoors three winters', 'decal', 'life-wanted'],
    ['craft-acrylic', 'birch ply sign, outdoors three winters', 'paint-stencil', 'life-wanted'],
    ['furniture-wax', 'birch ply sign, outdoors three winters', 'paint-stencil', 'finish-life'],
    ['remover-gel', 'glass jar, indoors', 'strip-etch', 'method-suits-surface'],
    ['rubberised-aerosol', 'glass jar, indoors', 'paint-stencil', 'product-suits-surface'],
    ['two-part-isocyanate', 'birch ply sign, outdoors three winters', 'paint-stencil', 'never-this-product'],
  ])('%s on %s: %s by "%s"', (productId, line, methodId, ruleId) => {
    const { stands, refused } = ask(productId, line);
    expect(stands.map((candidate) => candidate.methodId)).not.toContain(methodId);
    const refusal = refused.find((one) => one.methodId === methodId);
    expect(refusal?.blockers.map((blocker) => blocker.ruleId)).toContain(ruleId);
  });

  test('a product that stands is shown in the best stack that holds it, optional layers too', () => {
    for (const productId of ['spar-urethane', 'interior-latex', 'film-permanent']) {
      const { stands } = ask(productId, 'birch ply sign, sheltered, wiped');
      expect(stands.length).toBeGreaterThan(0);
      for (const candidate of stands)
        expect([productId, layersOf(candidate)]).toEqual([productId, expect.arrayContaining([productId])]);
    }
  });

  test('a product that no way of working takes has no answer', () =>
    expect(ask('dust-off', 'glass jar')).toEqual({ stands: [], refused: [], problems: [] }));
});

test('every stack is whole: what is masked is unmasked, what is etched is rinsed, film is cleaned under', () => {
  for (const result of answers.values())
    for (const { stack, methodId } of [...stacks(result), ...result.unknown]) {
      const roles = stack.operations.map((operation) =>
        operation.op === 'apply'
          ? operation.role
          : operation.op === 'remove'
            ? `off ${operation.what}`
            : operation.treat,
      );
      expect([methodId, roles[0]]).toEqual([methodId, expect.stringMatching(/^prep$|^off finish$/)]);
      if (roles.includes('mask'))
        expect([methodId, roles.indexOf('mask') < roles.indexOf('off mask')]).toEqual([methodId, true]);
      if (['frost-etch', 'strip-etch'].includes(methodId)) expect(roles).toContain('off medium');
      if (methodId === 'burn') expect(roles.indexOf('burn')).toBeGreaterThan(roles.indexOf('off mask'));
    }
});
