import { describe, expect, test } from '@jest/globals';
import { z } from 'zod';
import { allowedWords, failed, problemSentence, problemsFromZod, rangeOf, readBySchema, readJson } from './index.ts';

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
    ['a missing field', { coats: [] }, 'name', 'Nothing was given.'],
    ['an empty text', { name: '', coats: [] }, 'name', '"" was given.'],
    ['a field deep inside', { name: 'a', coats: [{ minutes: 'ten' }] }, 'coats.0.minutes', '"ten" was given.'],
    ['a key that is not known', { name: 'a', coats: [], colour: 1 }, 'colour', '1 was given.'],
  ])('%s: the field, what it held and what is allowed', (_name, value, at, given) => {
    const [problem] = problemsIn(value);
    expect(problem).toMatchObject({ at, todo: 'Mend it.' });
    expect(problem!.given).toContain(given);
    expect(problem!.allowed).toMatch(/\.$/);
  });

  test('a key called like a part of every object is one that is not known', () => {
    const problems = problemsIn(JSON.parse('{"name":"a","coats":[],"__proto__":{"name":"b"}}'));
    expect(problems).toMatchObject([{ at: '__proto__', given: 'An entry with 1 fields was given.' }]);
  });

  test('a long value is cut short in the message, one that just fits is not', () => {
    const given = (coats: unknown) => problemsIn({ name: 'a', coats })[0]!.given;
    expect(given('x'.repeat(5000))).toBe(`"${'x'.repeat(79)}… was given.`);
    expect(given('x'.repeat(78))).toBe(`"${'x'.repeat(78)}" was given.`);
  });

  test.each<[string, unknown, string]>([
    ['four plain values', [1, 'b', null, true], '[1,"b",null,true] was given.'],
    ['five', [1, 2, 3, 4, 5], 'A list of 5 was given.'],
    ['an entry in a list', [{ a: 1 }], 'A list of 1 was given.'],
    ['an entry', { a: 1, b: 2 }, 'An entry with 2 fields was given.'],
    ['null', null, 'null was given.'],
    ['no number', NaN, 'null was given.'],
  ])('%s where a name should stand is shown as what it is', (_name, name, given) =>
    expect(problemsIn({ name, coats: [] })[0]!.given).toBe(given),
  );

  test('a value where an entry should be has no field inside', () =>
    expect(problemsIn({ name: 'a', coats: ['abc'] })).toMatchObject([{ at: 'coats.0', given: '"abc" was given.' }]));

  test('of very many problems eight are told', () => {
    const read = readBySchema(schema, { name: 'a', coats: Array.from({ length: 20 }, () => ({})) }, 'Mend it.');
    expect(read.ok ? 0 : read.problems.length).toBe(8);
    expect(readBySchema(schema, { name: 'a', coats: [] }, '')).toEqual({ ok: true, value: { name: 'a', coats: [] } });
  });
});

describe('what a schema takes, in words', () => {
  test.each<[string, z.ZodType, string]>([
    ['a whole number', z.number().int().min(1).max(20), 'a whole number from 1 to 20'],
    ['a number without end', z.number().min(0.5), 'a number, 0.5 or more'],
    ['any number', z.number(), 'a number'],
    ['a text with bounds', z.string().min(1).max(9), 'a text of 1 to 9 characters'],
    ['a short text', z.string().max(9), 'a text of at most 9 characters'],
    ['words', z.enum(['dry', 'wet']), 'one of "dry", "wet"'],
    ['one word', z.literal('dry'), 'only "dry"'],
    ['a number or null', z.number().min(2).max(3).nullable(), 'a number from 2 to 3, or null'],
    ['a default', z.boolean().default(true), 'true or false'],
    ['a text or a number', z.union([z.string(), z.number()]), 'a text, or a number'],
    ['a list', z.array(z.string()), 'a list'],
    ['an entry', z.strictObject({ a: z.string(), b: z.string() }), 'an entry with a, b'],
    ['a number below', z.number().max(3), 'a number, 3 or less'],
    ['a text of some length', z.string().min(1), 'a text of at least one letter'],
    ['a pair', z.tuple([z.string(), z.number()]), 'a list of 2'],
    ['what may be left out', z.boolean().optional(), 'true or false'],
    ['nothing at all', z.never(), 'nothing'],
    ['twice the same', z.union([z.string(), z.string()]), 'a text'],
  ])('%s', (_name, schema, words) => expect(allowedWords(schema)).toBe(words));

  test('of many words a dozen are told, and how many more there are', () => {
    const words = Array.from({ length: 14 }, (_, at) => `w${at}`);
    const dozen = words.slice(0, 12).map((word) => `"${word}"`);
    expect(allowedWords(z.enum(words.slice(0, 12)))).toBe(`one of ${dozen.join(', ')}`);
    expect(allowedWords(z.enum(words))).toBe(`one of ${dozen.join(', ')} and 2 more`);
  });

  test('bounds come out of a schema, through null and defaults', () => {
    expect(rangeOf(z.number().int().min(1).max(20).nullable().default(1))).toEqual({ low: 1, high: 20, isWhole: true });
    expect(rangeOf(z.number().min(0.5).max(2.5))).toEqual({ low: 0.5, high: 2.5, isWhole: false });
    expect(() => rangeOf(z.string())).toThrow(RangeError);
    expect(() => rangeOf(z.number().min(1))).toThrow(RangeError);
    expect(() => rangeOf(z.number().max(1))).toThrow(RangeError);
    expect(() => rangeOf(z.number().min(0).max(Infinity))).toThrow(RangeError);
    expect(() => rangeOf(z.number().min(-Infinity).max(0))).toThrow(RangeError);
    expect(rangeOf(z.number().min(1).max(2).optional())).toMatchObject({ low: 1, high: 2 });
  });
});

describe('a text that should be JSON', () => {
  const givenOf = (text: string) => {
    const read = readJson(text, 'a file.', 'Mend it.');
    return read.ok ? read.value : read.problems[0]!.given;
  };
  test.each<[string, unknown]>([
    ['{"a":1}', { a: 1 }],
    ['', 'The file is empty.'],
    ['{"a":', 'The file does not read as JSON. It ends in the middle.'],
    ['{\n  "a": 1,\n  b: 2\n}', 'The file does not read as JSON. It stops being JSON at line 3, character 3.'],
  ])('%j', (text, said) => expect(givenOf(text)).toEqual(said));
});

describe('own words for the size of what was given', () => {
  const said = (schema: z.ZodType, value: unknown): string | undefined =>
    schema.safeParse(value).error?.issues[0]?.message;

  test.each<[string, z.ZodType, unknown, string]>([
    ['a text too short', z.string().min(1), '', 'at least one letter'],
    ['a text shorter than two letters', z.string().min(2), 'a', 'at least 2 characters'],
    ['a text too long by one letter', z.string().max(1), 'ab', 'at most 1 character'],
    ['a text too long', z.string().max(3), 'abcd', 'at most 3 characters'],
    ['a list with too few', z.array(z.number()).min(1), [], 'at least 1 entry'],
    ['a list with too many', z.array(z.number()).max(2), [1, 2, 3], 'at most 2 entries'],
    ['a number too small', z.number().min(3), 2, 'at least 3'],
    ['a number that may not be reached', z.number().gt(3), 3, 'more than 3'],
    ['a number that may not be reached from above', z.number().lt(3), 3, 'less than 3'],
    ['a number too large', z.number().max(3), 4, 'at most 3'],
  ])('%s', (_name, schema, value, words) => expect(said(schema, value)).toBe(words));
});
