import { describe, expect, test } from '@jest/globals';
import { designIdsOf, methodIdOf, slotIdOf, type Operation, type Stack } from './index.ts';

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
  test('fill a slot, whatever the number of their pass', () =>
    expect(['mask', 'mask.2', 'mask.12', 'a.b'].map((id) => slotIdOf({ id }))).toEqual([
      'mask',
      'mask',
      'mask',
      'a.b',
    ]));
});
