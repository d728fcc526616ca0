import { expect, test } from '@jest/globals';
import { rescueBook } from '@sgraffa/core';
import { sketchOf } from './questionSketches.ts';

test.each([...rescueBook().questionById.keys()])('%s has a drawn example', (id) => {
  const sketch = sketchOf(id);
  expect(sketch).not.toBeNull();
  const paths = [sketch?.lines, sketch?.filled].filter((path) => path !== undefined);
  expect(paths.length).toBeGreaterThan(0);
  for (const path of paths) {
    expect(path).toMatch(/^M/);
    expect(path).not.toMatch(/NaN|undefined/);
  }
});
