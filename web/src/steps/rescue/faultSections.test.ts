import { expect, test } from '@jest/globals';
import { catalogue } from '@sgraffa/core';
import { faultSection } from './faultSections.ts';

const all = catalogue();

test.each(all.symptoms.map(({ id }) => id))('%s is drawn on a section', (id) => {
  const section = faultSection(id, all);
  expect(section).not.toBeNull();
  for (const path of [section!.lines, section!.filled].filter(Boolean)) expect(path).not.toMatch(/NaN|undefined/);
  expect(`${section!.lines}${section!.filled ?? ''}`).toMatch(/^M/);
});
