import { z } from 'zod';
import { failed, type Outcome, type Problem } from './problem.ts';
import { ownWords } from './schemaWords.ts';

// here, beside what reads by schemas: a bundler drops a module that is there for its effect alone
z.config({ customError: ownWords });

const MAX_GIVEN_LENGTH = 80; // a whole pasted file must not end up in a message
const MOST_PROBLEMS = 8;

const isPlain = (value: unknown): boolean => typeof value !== 'object' || value === null;

const shown = (value: unknown): string => {
  if (value === undefined) return 'Nothing';
  if (Array.isArray(value) && !(value.length <= 4 && value.every(isPlain))) return `A list of ${value.length}`;
  if (!isPlain(value) && !Array.isArray(value)) return `An entry with ${Object.keys(value as object).length} fields`;
  const text = typeof value === 'string' ? `"${value}"` : (JSON.stringify(value) ?? String(value));
  return text.length > MAX_GIVEN_LENGTH ? `${text.slice(0, MAX_GIVEN_LENGTH)}…` : text;
};

const valueAt = (root: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((value, key) => {
    const isOwner = typeof value === 'object' && value !== null && Object.hasOwn(value, key);
    return isOwner ? (value as Record<PropertyKey, unknown>)[key] : undefined;
  }, root);

/** The field that an issue is about; of a key that is not known, the key itself. */
const pathOf = (issue: z.core.$ZodIssue): readonly PropertyKey[] =>
  issue.code === 'unrecognized_keys' ? [...issue.path, issue.keys[0]!] : issue.path;

/**
 * The problems in a value that a schema refused, each naming the field, the value given and what is allowed.
 *
 * @param error the error of `safeParse`
 * @param root  the value that was parsed
 * @param todo  what the user can do about any of them
 */
export const problemsFromZod = (error: z.ZodError, root: unknown, todo: string): Problem[] =>
  error.issues.map((issue) => {
    const path = pathOf(issue);
    return {
      code: `schema-${issue.code.replaceAll('_', '-')}`,
      at: path.map(String).join('.') || '(whole file)',
      given: `${shown(valueAt(root, path))} was given.`,
      allowed: `${issue.message.replace(/\.?$/, '.')}`,
      todo,
    };
  });

/**
 * Reads a value by a schema.
 *
 * @returns the value as the schema gives it; or at most eight problems, each naming its field
 */
export const readBySchema = <Schema extends z.ZodType>(
  schema: Schema,
  value: unknown,
  todo: string,
): Outcome<{ value: z.output<Schema> }> => {
  const read = schema.safeParse(value);
  return read.success
    ? { ok: true, value: read.data }
    : failed(...problemsFromZod(read.error, value, todo).slice(0, MOST_PROBLEMS));
};
