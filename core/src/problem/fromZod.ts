import type { z } from 'zod';
import type { Problem } from './problem.ts';

const MAX_GIVEN_LENGTH = 80; // a whole pasted file must not end up in a message

const shown = (value: unknown): string => {
  if (value === undefined) return 'nothing';
  const text = typeof value === 'string' ? `"${value}"` : (JSON.stringify(value) ?? String(value));
  return text.length > MAX_GIVEN_LENGTH ? `${text.slice(0, MAX_GIVEN_LENGTH)}…` : text;
};

const valueAt = (root: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key], root);

/**
 * The problems in a value that a schema refused, each naming the field, the value given and what is allowed.
 *
 * @param error the error of `safeParse`
 * @param root  the value that was parsed
 * @param todo  what the user can do about any of them
 */
export const problemsFromZod = (error: z.ZodError, root: unknown, todo: string): Problem[] =>
  error.issues.map((issue) => ({
    code: `schema-${issue.code.replaceAll('_', '-')}`,
    at: issue.path.map(String).join('.') || '(whole file)',
    given: `${shown(valueAt(root, issue.path))} was given.`,
    allowed: `${issue.message.replace(/\.?$/, '.')}`,
    todo,
  }));
