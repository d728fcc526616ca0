import { expect, test } from '@jest/globals';
import { z } from 'zod';
import * as core from '../index.ts';

/** What a schema library says by itself; none of it may reach a person. */
const LIBRARY =
  /invalid|too (big|small)|expected|received|required|unrecognized|must (match|be)|regex|NaN\b|undefined/i;
const WRONG = [
  undefined,
  null,
  '',
  ' ',
  'x'.repeat(200_000),
  '?',
  -1e12,
  1e12,
  0.123,
  true,
  [],
  {},
  [[]],
  { x: 1 },
  [1, 2, 3],
];

/** The schemas inside a schema, with their paths. */
const walked = (schema: z.core.$ZodType, path: string, seen: Set<z.core.$ZodType>): [string, z.ZodType][] => {
  if (seen.has(schema)) return [];
  seen.add(schema);
  const inside: [string, z.core.$ZodType][] =
    schema instanceof z.ZodObject
      ? Object.entries(schema.shape as Record<string, z.ZodType>)
      : schema instanceof z.ZodArray
        ? [['0', schema.element]]
        : schema instanceof z.ZodTuple
          ? schema.def.items.map((item, index) => [String(index), item])
          : schema instanceof z.ZodUnion
            ? schema.options.map((option, index) => [`|${index}`, option])
            : schema instanceof z.ZodRecord
              ? [['*', schema.valueType]]
              : schema instanceof z.ZodNullable || schema instanceof z.ZodOptional || schema instanceof z.ZodDefault
                ? [['', schema.unwrap()]]
                : [];
  return [[path, schema as z.ZodType], ...inside.flatMap(([key, one]) => walked(one, `${path}.${key}`, seen))];
};

const messagesOf = (issues: readonly z.core.$ZodIssue[]): string[] => issues.map(({ message }) => message);

const roots = Object.entries(core as Record<string, unknown>).flatMap(([name, value]): [string, z.ZodType][] =>
  value instanceof z.ZodType ? [[name, value]] : [],
);
const fields = roots.flatMap(([name, schema]) => walked(schema, name, new Set()));

test('the schemas are walked', () => {
  expect(roots.map(([name]) => name)).toEqual(
    expect.arrayContaining(['workspaceSchema', 'briefSchema', 'benchProblemSchema']),
  );
  expect(fields.length).toBeGreaterThan(300);
});

test('every field says in its own words what it takes', () => {
  const library = fields.flatMap(([path, schema]) =>
    WRONG.flatMap((wrong) => {
      const read = schema.safeParse(wrong);
      return read.success
        ? []
        : messagesOf(read.error.issues)
            .filter((message) => LIBRARY.test(message) || message.trim().length < 3)
            .map((message) => `${path} of ${JSON.stringify(wrong)?.slice(0, 30)}: ${message}`);
    }),
  );
  expect(library).toEqual([]);
});
