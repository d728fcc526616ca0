import { describe, expect, test } from '@jest/globals';
import { patched, repicked } from './patch.ts';

describe('a patch', () => {
  const kept = { name: 'bolt', across: 8, places: [1, 2] };

  test('of plain values leaves the rest', () =>
    expect(patched(kept, { across: 9 })).toEqual({ name: 'bolt', across: 9, places: [1, 2] }));

  test('of what is nested is made from what is kept', () =>
    expect(patched(kept, ({ places }) => ({ places: [...places, 3] }))).toEqual({ ...kept, places: [1, 2, 3] }));
});

describe('what is picked from what was shown', () => {
  test.each<[string, string[], string[], string[], string[]]>([
    ['one more', ['oven'], ['oven'], ['oven', 'cutter'], ['oven', 'cutter']],
    ['one less', ['oven', 'cutter'], ['oven', 'cutter'], ['cutter'], ['cutter']],
    ['what was kept since stays', ['oven', 'iron'], ['oven'], ['oven', 'cutter'], ['oven', 'iron', 'cutter']],
    ['what went since stays away', [], ['oven'], ['oven', 'cutter'], ['cutter']],
    ['both picked the same', ['cutter'], [], ['cutter'], ['cutter']],
  ])('%s', (_name, kept, shown, picked, left) => expect(repicked(kept, shown, picked)).toEqual(left));
});
