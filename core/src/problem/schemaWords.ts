import { z } from 'zod';

const MOST_WORDS = 12;

/** NumberRange of a number as its schema has them. */
export interface NumberRange {
  readonly low: number;
  readonly high: number;
  readonly isWhole: boolean;
}

/** What a schema wraps: behind "or null", "may be left out" and defaults. */
const inner = (schema: z.core.$ZodType): z.core.$ZodType => {
  let one = schema;
  while (one instanceof z.ZodNullable || one instanceof z.ZodOptional || one instanceof z.ZodDefault)
    one = one.unwrap();
  return one;
};

/**
 * The bounds of a number's schema, so that a field refuses what the file would.
 *
 * @throws RangeError where the schema is no number, or has no bounds on both sides: a fault of the programme
 */
export const rangeOf = (schema: z.core.$ZodType): NumberRange => {
  const number = inner(schema);
  if (!(number instanceof z.ZodNumber) || number.minValue === null || number.maxValue === null)
    throw new RangeError('A number with a least and a greatest value is needed.');
  const { minValue: low, maxValue: high } = number;
  if (!Number.isFinite(low) || !Number.isFinite(high)) throw new RangeError('Both bounds must be finite.');
  return { low, high, isWhole: number.isInt };
};

const oneOf = (values: readonly unknown[]): string => {
  const words = values.map((value) => (typeof value === 'string' ? `"${value}"` : String(value)));
  if (words.length === 1) return `only ${words[0]}`;
  return words.length > MOST_WORDS
    ? `one of ${words.slice(0, MOST_WORDS).join(', ')} and ${words.length - MOST_WORDS} more`
    : `one of ${words.join(', ')}`;
};

const rangeWords = (low: number | null, high: number | null, isWhole: boolean): string => {
  const what = isWhole ? 'a whole number' : 'a number';
  const hasLow = low !== null && low > Number.MIN_SAFE_INTEGER;
  const hasHigh = high !== null && high < Number.MAX_SAFE_INTEGER;
  if (hasLow && hasHigh) return `${what} from ${low} to ${high}`;
  if (hasLow) return `${what}, ${low} or more`;
  return hasHigh ? `${what}, ${high} or less` : what;
};

/** What a schema takes, in a few words: "a whole number from 1 to 20", "a text of at most 120 characters". */
export const allowedWords = (schema: z.core.$ZodType): string => {
  if (schema instanceof z.ZodNullable) return `${allowedWords(schema.unwrap())}, or null`;
  const one = inner(schema);
  if (one instanceof z.ZodNumber) return rangeWords(one.minValue, one.maxValue, one.isInt);
  if (one instanceof z.ZodString) {
    const { minLength, maxLength } = one;
    if (maxLength !== null) return `a text of ${minLength ? `${minLength} to` : 'at most'} ${maxLength} characters`;
    return minLength ? 'a text of at least one letter' : 'a text';
  }
  if (one instanceof z.ZodEnum) return oneOf(one.options);
  if (one instanceof z.ZodLiteral) return oneOf([...one.values]);
  if (one instanceof z.ZodBoolean) return 'true or false';
  if (one instanceof z.ZodNull) return 'null';
  if (one instanceof z.ZodArray) return 'a list';
  if (one instanceof z.ZodTuple) return `a list of ${one.def.items.length}`;
  if (one instanceof z.ZodObject) return `an entry with ${Object.keys(one.shape).slice(0, MOST_WORDS).join(', ')}`;
  if (one instanceof z.ZodRecord) return 'entries by name';
  if (one instanceof z.ZodUnion) return [...new Set(one.options.map(allowedWords))].join(', or ');
  if (one instanceof z.ZodPipe) return allowedWords(one.in);
  if (one instanceof z.ZodNever) return 'nothing';
  return 'a value of its own kind';
};

const sizeWords = (issue: z.core.$ZodRawIssue): string | null => {
  const { code, origin } = issue;
  if (code !== 'too_small' && code !== 'too_big') return null;
  const limit = Number(code === 'too_small' ? issue['minimum'] : issue['maximum']);
  const how = code === 'too_small' ? 'at least' : 'at most';
  if (origin === 'string')
    return limit === 1 && code === 'too_small'
      ? 'at least one letter'
      : `${how} ${limit} ${limit === 1 ? 'character' : 'characters'}`;
  if (origin === 'array' || origin === 'set') return `${how} ${limit} ${limit === 1 ? 'entry' : 'entries'}`;
  if (issue['inclusive'] === false) return code === 'too_small' ? `more than ${limit}` : `less than ${limit}`;
  return `${how} ${limit}`;
};

/** Own words for whatever a schema refuses without words of its own; no sentence of a library reaches a person. */
export const ownWords = (issue: z.core.$ZodRawIssue): string => {
  const schema = issue.inst as z.core.$ZodType | undefined;
  if (issue.code === 'unrecognized_keys') {
    const keys = issue['keys'] as readonly string[];
    return `no field called ${keys
      .slice(0, MOST_WORDS)
      .map((key) => `"${key.slice(0, 40)}"`)
      .join(', ')}`;
  }
  if (issue.code === 'invalid_key') return 'a name that may stand there';
  const discriminator = issue['discriminator'];
  if (issue.code === 'invalid_union' && typeof discriminator === 'string' && Array.isArray(issue['options']))
    return oneOf(issue['options']);
  if (issue.code === 'invalid_value') return oneOf(issue['values'] as readonly unknown[]);
  const size = sizeWords(issue);
  if (size !== null) {
    const isBounded = schema instanceof z.ZodNumber;
    return isBounded ? allowedWords(schema) : size;
  }
  return schema === undefined ? 'a value of its own kind' : allowedWords(schema);
};
