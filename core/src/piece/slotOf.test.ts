import { expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { slotOf, type Operation, type Stack } from './index.ts';

const laid = (id: string, role: string, designId?: string) =>
  ({
    id,
    op: 'apply',
    role,
    productId: 'any',
    how: 'brush',
    coats: 1,
    extent: 'all',
    ...(designId && { designId }),
  }) as Operation;

test('a layer fills the slot of the way of working that its design is made in', () => {
  const stack: Stack = {
    methodId: 'burn',
    others: [{ designId: 'b', methodId: 'paint-stencil' }],
    operations: [
      laid('medium', 'medium', 'a'),
      laid('hold.2', 'hold'),
      laid('mask.2', 'mask', 'b'),
      laid('medium.2', 'medium', 'b'),
      laid('finish', 'finish'),
    ],
  };
  const label = (id: string) => slotOf(stack, id, catalogue())?.label;
  expect(['medium', 'hold.2', 'mask.2', 'medium.2'].map(label)).toEqual(['paste', 'hold', 'stencil', 'colour']);
  // one that the stack lacks is the first way's; one that no way has is none
  expect(label('unmask')).toBe('peel, dust off crystals');
  expect(label('film')).toBeUndefined();
});
