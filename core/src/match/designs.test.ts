import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../testing/runs.ts';
import { catalogue, LOOKS } from '../materials/index.ts';
import { designIdsOf, passesOf, type Stack } from '../piece/index.ts';
import { briefOf, type Said } from '../testing/briefs.ts';
import { candidateOfStack } from './candidateOfStack.ts';
import { matchLayers, whyNot } from './index.ts';
import { passesIn } from './stackWords.ts';
import { judgeStack } from '../judge/index.ts';

const all = catalogue();

const PIECES: readonly (readonly [string, Said, readonly string[]])[] = [
  [
    'a lettered field above a pattern kept by resist',
    {
      base: 'plywood',
      designs: [
        { id: 'letters', look: 'opaque', tone: 'dark' },
        { id: 'pattern', look: 'grain' },
      ],
    },
    ['pattern', 'letters'],
  ],
  [
    'a burnt star and painted letters',
    {
      base: 'hardwood',
      designs: [
        { id: 'letters', look: 'opaque', tone: 'dark' },
        { id: 'star', look: 'burnt' },
      ],
    },
    ['star', 'letters'],
  ],
  [
    'a frosted moon and a label',
    {
      base: 'glass-soda-lime',
      use: { water: 'handWash' },
      designs: [
        { id: 'label', look: 'opaque', tone: 'dark' },
        { id: 'moon', look: 'frosted', wants: { way: 'frost-etch' } },
      ],
    },
    ['moon', 'label'],
  ],
  [
    'a painted glow and glitter stars on cloth',
    {
      base: 'cotton',
      use: { laundryC: 40 },
      designs: [
        { id: 'stars', look: 'glitter', tone: 'light' },
        { id: 'glow', look: 'gradient' },
      ],
    },
    ['glow', 'stars'],
  ],
];

/** What breaks the order in which several designs can be laid; nothing where it is one consistent order. */
const disorderIn = (stack: Stack): string[] => {
  const wrong: string[] = [];
  const serves = designIdsOf(stack);
  let mask: string | null = null;
  let done = new Set<string>();
  let current: string | null = null;
  for (const operation of stack.operations) {
    const design = serves.get(operation.id) ?? null;
    if (design && design !== current) {
      if (done.has(design)) wrong.push(`${operation.id} goes back to ${design}`);
      if (mask) wrong.push(`${operation.id} is laid while the mask of ${mask} lies`);
      if (current) done = new Set([...done, current]);
      current = design;
    }
    if (operation.op === 'apply' && ['prep', 'ground', 'groundSeal'].includes(operation.role) && current)
      if (operation.role !== 'prep') wrong.push(`${operation.id} is laid over ${current}`);
    if (operation.op === 'apply' && operation.role === 'finish' && mask)
      wrong.push(`${operation.id} is laid over a mask`);
    if (operation.op === 'apply' && operation.role === 'mask') mask = design;
    if (operation.op === 'remove' && operation.what === 'mask') mask = null;
    if (operation.op === 'treat' && !stack.operations.some(({ id }) => id === operation.of))
      wrong.push(`${operation.id} heats nothing`);
  }
  if (mask) wrong.push(`the mask of ${mask} stays`);
  if (new Set(stack.operations.map(({ id }) => id)).size < stack.operations.length) wrong.push('an id stands twice');
  return wrong;
};

describe.each(PIECES)('%s', (_name, said, order) => {
  const brief = briefOf(said);
  const result = matchLayers(brief, all);

  test('gets one stack that lays every design, the one that must go first first', () => {
    const { stack } = result.ranked[0]!;
    const laid = [...new Set(designIdsOf(stack).values())].filter((id) => id !== null);
    expect(laid).toEqual(order);
  });

  test('gets only stacks in one consistent order, judged again with the same verdicts', () => {
    for (const { stack, findings } of [...result.ranked, ...result.folded]) {
      expect(disorderIn(stack)).toEqual([]);
      const again = judgeStack(stack, brief, all);
      expect(again.problems).toEqual([]);
      expect(again.findings).toEqual(findings);
    }
  });

  test('names the design in every refusal, and its way out leaves the other designs as they were', () => {
    for (const { title, designId, mend } of result.refused) {
      const design = brief.part.designs.find(({ id }) => id === designId)!;
      expect(title.startsWith(`${design.name}: `)).toBe(true);
      if (mend)
        expect(mend.brief.part.designs.filter(({ id }) => id !== designId)).toEqual(
          brief.part.designs.filter(({ id }) => id !== designId),
        );
    }
  });
});

describe('several designs', () => {
  test('that are alike are laid in one go', () => {
    const two = matchLayers(briefOf({ base: 'slate', designs: [{}, {}] }), all, { withoutMends: true });
    const one = matchLayers(briefOf({ base: 'slate' }), all, { withoutMends: true });
    expect(two.ranked.map(({ id }) => id)).toEqual(one.ranked.map(({ id }) => id));
  });

  test('that differ in colour alone are made in one way, one after the other, and refused together', () => {
    const coloured = (...colours: readonly string[]) =>
      briefOf({
        base: 'hardwood',
        designs: colours.map((colour) => ({ name: colour, wants: { colour } })),
      });
    const brief = coloured('red', 'blue');
    const { ranked, refused } = matchLayers(brief, all);
    expect(ranked.length).toBeGreaterThan(2);
    for (const { stack } of ranked) {
      const [first, second] = passesIn(stack, brief.part.designs, all);
      expect([second!.method, second!.key]).toEqual([first!.method, first!.key]);
    }
    expect(new Set(refused.map(({ title }) => title.slice(0, title.indexOf(':'))))).toEqual(new Set(['red, blue']));
    // a way out leaves the colours as they were said
    for (const { mend } of refused)
      if (mend) expect(mend.brief.part.designs.map(({ wants }) => wants.colour)).toEqual(['red', 'blue']);
    // one order is as good as the other: it is tried once
    const { considered } = matchLayers(coloured('red', 'blue', 'green'), all, { withoutMends: true });
    const two = matchLayers(brief, all, { withoutMends: true }).considered;
    expect(considered.operations).toBeLessThan(2.5 * two.operations);
  });

  test('of which one cannot be laid get no stack, and the refusals say which', () => {
    const { ranked, refused } = matchLayers(
      briefOf({
        base: 'glass-soda-lime',
        designs: [
          { look: 'frosted', name: 'moon' },
          { look: 'burnt', name: 'star' },
        ],
      }),
      all,
    );
    expect(ranked).toEqual([]);
    expect(refused.some(({ title, keyId }) => keyId === null && title === 'star: Burnt lettering')).toBe(true);
  });

  test('and a stack that leaves one out: it is said', () => {
    const brief = briefOf(PIECES[1]![1]);
    const half = matchLayers(briefOf({ base: 'hardwood', design: { id: 'star', look: 'burnt' } }), all).ranked[0]!
      .stack;
    expect(judgeStack(half, brief, all).problems.map(({ code }) => code)).toEqual(['design-unserved']);
    expect(candidateOfStack(half, brief, all)).toBeNull();
  });

  test('are each asked why not', () => {
    const { refused } = whyNot('frost-cream', briefOf(PIECES[1]![1]), all);
    expect(refused.map(({ designId }) => designId)).toEqual(['letters', 'star']);
  });

  test('of any looks on any of some surfaces: whatever is ranked is one consistent order without a refusal', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('hardwood', 'glass-soda-lime', 'cotton', 'steel-mild', 'slate'),
        fc.array(
          fc.record({ look: fc.constantFrom(...LOOKS), tone: fc.constantFrom('light' as const, 'dark' as const) }),
          {
            minLength: 2,
            maxLength: 3,
          },
        ),
        (base, designs) => {
          const brief = briefOf({ base, designs });
          const { ranked } = matchLayers(brief, all, { withoutMends: true });
          for (const { stack, findings } of ranked) {
            expect(disorderIn(stack)).toEqual([]);
            expect(findings.filter(({ verdict }) => verdict === 'blocks')).toEqual([]);
            const served = new Set(designIdsOf(stack).values());
            for (const pass of passesOf(brief.part.designs)) expect(pass.some(({ id }) => served.has(id))).toBe(true);
          }
        },
      ),
      { numRuns: runs(4, 12), seed: 20261125 },
    ));
});
