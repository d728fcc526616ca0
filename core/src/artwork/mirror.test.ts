import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { ApplyOperation } from '../piece/index.ts';
import { briefOf } from '../testing/briefs.ts';
import { cutIsMirrored, mirrorNote } from './index.ts';

const all = catalogue();

test.each([
  [false, false, false],
  [true, false, true],
  [false, true, true],
  [true, true, false],
])('bonding side up %s, seen through its surface %s: mirrored %s', (bondingSideUp, seenThroughSurface, isMirrored) =>
  expect(cutIsMirrored({ bondingSideUp, seenThroughSurface })).toBe(isMirrored),
);

describe('on a piece', () => {
  const noteFor = (
    productId: string,
    base: string,
    zone: 'outside' | 'inside',
    seenFrom: 'same' | 'through' | 'unknown' = 'unknown',
  ) => {
    const { part } = briefOf({ base, design: { zone, seenFrom } });
    const operation: ApplyOperation = {
      id: 'film',
      op: 'apply',
      role: 'film',
      productId,
      how: 'squeegee',
      coats: 1,
      extent: 'opening',
      designId: part.designs[0]!.id,
    };
    return mirrorNote(operation, part, all);
  };

  test.each([
    ['iron-on-standard', 'cotton', 'outside', true, 'bonding side up'],
    ['dye-sheet', 'polyester', 'outside', true, 'bonding side up'],
    ['film-permanent', 'steel-stainless', 'outside', false, 'seen from the front'],
    ['film-permanent', 'glass-soda-lime', 'inside', null, 'From which side is it seen?'],
    ['film-permanent', 'pp', 'inside', null, 'From which side is it seen?'], // thin PP lets light through
    ['film-permanent', 'ceramic-glazed', 'inside', false, 'seen from the front'], // nobody looks through glaze
    ['film-permanent', 'steel-mild', 'inside', false, 'seen from the front'],
    ['film-stencil', 'hardwood', 'outside', false, 'liner down'],
    ['paper-freezer', 'cotton', 'outside', null, 'Glossy side up: mirror it; glossy side down: do not'],
  ] as const)('%s on %s, %s: mirrored %s', (productId, base, zone, isMirrored, words) =>
    expect(noteFor(productId, base, zone)).toEqual({ isMirrored, words: expect.stringContaining(words) }),
  );

  test.each([
    ['film-permanent', 'through', true],
    ['film-permanent', 'same', false],
    ['iron-on-standard', 'through', false],
  ] as const)('%s inside glass, seen %s: mirrored %s', (productId, seenFrom, isMirrored) =>
    expect(noteFor(productId, 'glass-soda-lime', 'inside', seenFrom)).toMatchObject({ isMirrored }),
  );

  test.each([
    ['film-permanent', 'through', 'Mirror it: it is seen through what it is stuck to.'],
    [
      'iron-on-standard',
      'through',
      'Do not mirror it: cut bonding side up and seen through the surface, the two cancel.',
    ],
    [
      'paper-freezer',
      'through',
      'Glossy side down: mirror it, it is seen through the surface; glossy side up: do not.',
    ],
    ['paper-freezer', 'same', 'Glossy side up: mirror it; glossy side down: do not.'],
    [
      'film-permanent',
      'unknown',
      'From which side is it seen? Through the material: mirror it: it is seen through what it is stuck to.',
    ],
  ] as const)('%s inside glass, seen %s: %s', (productId, seenFrom, words) =>
    expect(noteFor(productId, 'glass-soda-lime', 'inside', seenFrom)?.words).toBe(words),
  );
  test('of several designs each is told by its own side; a surface that nobody knows tells nothing', () => {
    const { part } = briefOf({
      base: 'glass-soda-lime',
      designs: [
        { zone: 'inside', seenFrom: 'through' },
        { zone: 'inside', seenFrom: 'same' },
      ],
    });
    const note = (designId: string | undefined, base = part.surface.base) =>
      mirrorNote(
        {
          id: 'film',
          op: 'apply',
          role: 'film',
          productId: 'film-permanent',
          how: 'squeegee',
          coats: 1,
          extent: 'opening',
          ...(designId === undefined ? {} : { designId }),
        },
        { ...part, surface: { ...part.surface, base } },
        all,
      )?.isMirrored;
    expect([note(part.designs[0]!.id), note(part.designs[1]!.id), note(undefined)]).toEqual([true, false, true]);
    expect(note(undefined, 'moonrock')).toBeUndefined();
  });

  test.each(['craft-acrylic', 'tape-regular', 'hold-pins'])('%s is not cut', (productId) =>
    expect(noteFor(productId, 'hardwood', 'outside')).toBeNull(),
  );

  test('every film and sheet that sticks says which side is up in the cutter', () => {
    for (const { id, kind, tack, how, cutSide } of all.products)
      if (how.includes('cut') && tack !== undefined && !['none', 'pins'].includes(tack))
        expect([id, kind, cutSide]).toEqual([id, kind, expect.stringMatching(/linerDown|bondingUp|either/)]);
  });
});
