import { describe, expect, test } from '@jest/globals';
import { z } from 'zod';
import { failed, problemSentence, problemsFromZod } from './index.ts';

describe('a problem', () => {
  const problem = {
    code: 'number-out-of-range',
    given: 'Room humidity 140 % was given.',
    allowed: '0 to 100 %.',
    todo: "Enter the hygrometer's reading.",
  };

  test('reads as one sentence of given, allowed and what to do, with its place where it has one', () => {
    expect(problemSentence(problem)).toBe(
      "Room humidity 140 % was given. Allowed: 0 to 100 %. Enter the hygrometer's reading.",
    );
    expect(problemSentence({ ...problem, at: 'settings.humidity' })).toMatch(/^settings\.humidity: Room/);
  });

  test('makes a failed outcome, alone or with others', () =>
    expect(failed(problem, problem)).toEqual({ ok: false, problems: [problem, problem] }));
});

describe('what a schema refused', () => {
  const schema = z.strictObject({
    name: z.string('a name').min(1, 'at least one letter'),
    coats: z.array(z.object({ minutes: z.number('minutes as a number') })),
  });
  const problemsIn = (value: unknown) => {
    const read = schema.safeParse(value);
    return read.success ? [] : problemsFromZod(read.error, value, 'Mend it.');
  };

  test.each<[string, unknown, string, string]>([
    ['a missing field', { coats: [] }, 'name', 'nothing was given.'],
    ['an empty text', { name: '', coats: [] }, 'name', '"" was given.'],
    ['a field deep inside', { name: 'a', coats: [{ minutes: 'ten' }] }, 'coats.0.minutes', '"ten" was given.'],
    ['a key that is not known', { name: 'a', coats: [], colour: 1 }, '(whole file)', 'colour'],
  ])('%s: the field, what it held and what is allowed', (_name, value, at, given) => {
    const [problem] = problemsIn(value);
    expect(problem).toMatchObject({ at, todo: 'Mend it.' });
    expect(problem!.given).toContain(given);
    expect(problem!.allowed).toMatch(/\.$/);
  });

  test('a long value is cut short in the message', () => {
    const [problem] = problemsIn({ name: 'a', coats: 'x'.repeat(5000) });
    expect(problem!.given.length).toBeLessThan(120);
  });
});
