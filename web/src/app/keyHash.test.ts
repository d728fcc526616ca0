import { expect, test } from '@jest/globals';
import { keyHash } from './keyHash.ts';

const long = (letter: string) => letter.repeat(3_000_000);

test('keys of the same content are one, whatever order their fields were kept in', () => {
  expect(keyHash(['judge', { a: 1, b: [2, { c: 3 }] }, null])).toBe(
    keyHash(['judge', { b: [2, { c: 3 }], a: 1 }, null]),
  );
  expect(keyHash(['week', 'x'.repeat(500)])).toBe(keyHash(['week', 'x'.repeat(500)]));
});

test.each<[unknown[], unknown[]]>([
  [
    ['judge', { a: 1 }],
    ['judge', { a: 2 }],
  ],
  [
    ['judge', { a: 1 }, { b: 1 }],
    ['judge', { b: 1 }, { a: 1 }],
  ],
  [
    ['week', 'x'.repeat(500)],
    ['week', 'x'.repeat(501)],
  ],
  [
    ['line', '#1'],
    ['line', { a: 1 }],
  ],
  [
    ['bench', null],
    ['bench', undefined],
  ],
  [
    ['a', 'b,"c"'],
    ['a', 'b', 'c'],
  ],
])('key %# has a content of its own', (one, other) => {
  expect(keyHash(one)).not.toBe(keyHash(other));
});

test('an object is written out once', () => {
  let reads = 0;
  const piece = {
    get name() {
      reads += 1;
      return 'moon';
    },
  };
  keyHash(['judge', piece]);
  const once = reads;
  keyHash(['judge', piece]);
  expect([once > 0, reads]).toEqual([true, once]);
});

test('what was asked for long ago is forgotten, and what was asked for last is not', () => {
  const first = keyHash([long('a')]);
  const second = keyHash([long('b')]);
  expect(keyHash([long('a')])).toBe(first);
  keyHash([long('c')]);
  expect(keyHash([long('a')])).toBe(first);
  expect(keyHash([long('b')])).not.toBe(second);
});
