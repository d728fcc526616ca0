import { z } from 'zod';
import { allowedWords } from '../problem/index.ts';

const wrapped = (schema: z.core.$ZodType): z.core.$ZodType => {
  let one = schema;
  for (;;) {
    if (one instanceof z.ZodNullable || one instanceof z.ZodOptional || one instanceof z.ZodDefault) one = one.unwrap();
    else if (one instanceof z.ZodPipe) one = one.in;
    else return one;
  }
};

interface LengthCheck {
  readonly check: string;
  readonly minimum?: number;
  readonly maximum?: number;
}

const sizeOf = (list: z.ZodArray): string => {
  const checks = (list.def.checks ?? []).map((one) => one._zod.def as LengthCheck);
  const least = checks.find(({ check }) => check === 'min_length')?.minimum ?? 0;
  const most = checks.find(({ check }) => check === 'max_length')?.maximum;
  return most === undefined && !least ? '' : `${least} to ${most ?? 'any number of'} entries`;
};

/** Every bound of a schema: path and what stands there, in the order of its fields; words and yes-or-no are left out. */
export const boundsOf = (schema: z.core.$ZodType, path = ''): (readonly [path: string, bounds: string])[] => {
  const one = wrapped(schema);
  const at = (key: string) => (path ? `${path}.${key}` : key);
  if (one instanceof z.ZodObject)
    return Object.entries(one.shape as Record<string, z.core.$ZodType>).flatMap(([key, inner]) =>
      boundsOf(inner, at(key)),
    );
  if (one instanceof z.ZodArray)
    return [...(sizeOf(one) ? [[path, sizeOf(one)] as const] : []), ...boundsOf(one.element, `${path}[]`)];
  if (one instanceof z.ZodRecord) return boundsOf(one.valueType, `${path}{}`);
  if (one instanceof z.ZodTuple) return one.def.items.flatMap((inner, place) => boundsOf(inner, `${path}[${place}]`));
  if (one instanceof z.ZodUnion) {
    const rows = one.options.flatMap((inner) => boundsOf(inner, path));
    return rows.filter(([key, words], place) => rows.findIndex(([k, w]) => k === key && w === words) === place);
  }
  return one instanceof z.ZodNumber || one instanceof z.ZodString ? [[path, allowedWords(one)]] : [];
};
