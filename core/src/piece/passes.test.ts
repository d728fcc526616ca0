import { describe, expect, test } from '@jest/globals';
import {
  designIdsOf,
  designsServed,
  methodIdFor,
  methodIdOf,
  passesOf,
  plainDesign,
  slotIdOf,
  type Operation,
  type Stack,
} from './index.ts';

describe('operations of several designs', () => {
  const apply = (id: string, more: object = {}): Operation => ({
    id,
    op: 'apply',
    role: 'medium',
    productId: 'craft-acrylic',
    how: 'brush',
    coats: 1,
    extent: 'opening',
    ...more,
  });
  const stack: Stack = {
    methodId: 'paint-stencil',
    others: [{ designId: 'b', methodId: 'decal' }],
    operations: [
      apply('ground', { role: 'ground' }),
      apply('mask', { role: 'mask', designId: 'a' }),
      apply('medium', { designId: 'a' }),
      { id: 'unmask', op: 'remove', what: 'mask', school: 'wet' },
      apply('transfer.2', { role: 'transfer' }),
      apply('hold.2', { role: 'hold' }),
      apply('film.2', { role: 'film', designId: 'b' }),
      apply('transfer.3', { role: 'transfer' }),
      apply('clear', { role: 'finish' }),
    ],
  };
  test('serve the design that they name; lifting and what holds the one before; ground and finish all', () =>
    expect([...designIdsOf(stack)]).toEqual([
      ['ground', null],
      ['mask', 'a'],
      ['medium', 'a'],
      ['unmask', 'a'],
      ['transfer.2', 'a'],
      ['hold.2', 'a'],
      ['film.2', 'b'],
      ['transfer.3', 'b'],
      ['clear', null],
    ]));
  test('belong to the way of working of their own design, or to the first', () => {
    expect(stack.operations.map((operation) => methodIdOf(stack, operation))).toEqual([
      ...Array.from({ length: 6 }, () => 'paint-stencil'),
      'decal',
      'paint-stencil',
      'paint-stencil',
    ]);
    expect(methodIdOf({ methodId: stack.methodId, operations: [] }, stack.operations[6]!)).toBe('paint-stencil');
  });
  test('of a pass serve all its designs, which are made its way; those of a design that is gone serve none', () => {
    const designs = (['any', 'frosted', 'frosted', 'burnt'] as const).map((look, at) => ({
      ...plainDesign('abcd'[at]!),
      look,
    }));
    const servedBy = (id: string, some = designs) =>
      designsServed({ stack, designs: some }, { id }).map((design) => design.id);
    expect(servedBy('ground')).toEqual(['a', 'b', 'c', 'd']);
    expect(servedBy('mask')).toEqual(['a']);
    expect(servedBy('film.2')).toEqual(['b', 'c']);
    expect(servedBy('transfer.3')).toEqual(['b', 'c']);
    expect(servedBy('mask', designs.slice(1))).toEqual([]);
    expect(designs.map((design) => methodIdFor({ designs }, stack, design))).toEqual([
      'paint-stencil',
      'decal',
      'decal',
      'paint-stencil',
    ]);
  });
  test('are of one pass where all that decides how they are laid is alike', () => {
    const of = (more: object) => passesOf([plainDesign('a'), { ...plainDesign('b'), ...more }]).length;
    expect(of({ widthMm: 90, islands: 3, name: 'moon' })).toBe(1);
    const differing = [
      { look: 'burnt' },
      { tone: 'dark' },
      { zone: 'inside' },
      { seenFrom: 'through' },
      { wants: { colour: 'red' } },
      { over: 'a' },
    ];
    for (const more of differing) expect(of(more)).toBe(2);
  });
  test('fill a slot, whatever the number of their pass', () =>
    expect(['mask', 'mask.2', 'mask.12', 'a.b'].map((id) => slotIdOf({ id }))).toEqual([
      'mask',
      'mask',
      'mask',
      'a.b',
    ]));
});
