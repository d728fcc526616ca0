import { z } from 'zod';
import { failed, problemsFromZod, type Outcome, type Problem } from '../problem/index.ts';
import { indexed, type Catalogue } from './catalogue.ts';
import { figureSchema, UNITS, type Figure } from './schema.ts';

/** A figure of the user's own, laid over one of the catalogue. */
export const overrideSchema = z.strictObject({
  /** Id of a product, base or finish (or `limits`) and the path of the figure in it: "craft-acrylic.dry.recoat". */
  figure: z.string().regex(/^[a-z0-9-]+(\.[A-Za-z0-9]+)+$/, 'an id and a path, such as craft-acrylic.dry.recoat'),
  /** One value, or low–typical–high. */
  value: z.union([z.number(), z.tuple([z.number(), z.number(), z.number()])], 'a number, or [low, typical, high]'),
  unit: z.enum(UNITS),
  basis: z.enum(['your-label', 'your-trial'], 'your-label or your-trial'),
  enteredOn: z.iso.date('a date such as 2026-11-25'),
});
export type Override = z.output<typeof overrideSchema>;

/** Figures that guard people: an override may only move them this way. */
const ONLY_TIGHTER: readonly (readonly [ending: string, way: 'lower' | 'higher'])[] = [
  ['heatLimitC', 'lower'], // hotter is fire, fumes or a burst piece
  ['limits.pvcHeat', 'lower'],
  ['limits.rimDistance', 'higher'],
];

const isFigure = (value: unknown): value is Figure =>
  typeof value === 'object' && value !== null && 'typical' in value && 'basis' in value;

type Tree = Readonly<Record<string, unknown>>;

const at = (tree: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Tree | null | undefined)?.[key], tree);

const replaced = (tree: Tree, [key, ...rest]: readonly string[], value: unknown): Tree =>
  key === undefined
    ? (value as Tree)
    : { ...tree, [key]: rest.length ? replaced(tree[key] as Tree, rest, value) : value };

const KINDS = ['products', 'bases', 'finishes'] as const;

const problem = (code: string, { figure }: Pick<Override, 'figure'>, given: string, allowed: string): Problem => ({
  code,
  at: figure,
  given,
  allowed,
  todo: 'Nothing was laid over the catalogue. Mend this entry or leave it out.',
});

/** The catalogue with one more figure laid over it, or why not. */
const overlaid = (catalogue: Catalogue, override: Override): Outcome<{ catalogue: Catalogue }> => {
  const [id = '', ...path] = override.figure.split('.');
  const kind = KINDS.find((one) => catalogue[one].some((row) => row.id === id));
  const row = id === 'limits' ? catalogue.limits : kind && catalogue[kind].find((one) => one.id === id);
  const now = at(row, path);
  if (!row || !isFigure(now))
    return failed(
      problem('unknown-figure', override, `"${override.figure}" was given.`, 'a figure that the catalogue holds.'),
    );
  const [low, typical, high] = Array.isArray(override.value)
    ? override.value
    : [override.value, override.value, override.value];
  const read = figureSchema.safeParse([low, typical, high, override.unit, override.basis]);
  if (!read.success || (read.data.low < 0 && read.data.unit !== '°C'))
    return failed(
      problem(
        'bad-figure',
        override,
        `${JSON.stringify(override.value)} was given.`,
        'low ≤ typical ≤ high, none below 0.',
      ),
    );
  const figure = read.data;
  if (figure.unit !== now.unit)
    return failed(problem('wrong-unit', override, `${override.unit} was given.`, `a figure in ${now.unit}.`));
  const guard = ONLY_TIGHTER.find(([ending]) => override.figure.endsWith(ending));
  if (guard && (guard[1] === 'lower' ? figure.high > now.high : figure.low < now.low))
    return failed(
      problem(
        'only-tighter',
        override,
        `${JSON.stringify(override.value)} ${override.unit} was given.`,
        `${guard[1] === 'lower' ? `at most ${now.high}` : `at least ${now.low}`} ${now.unit}: it guards people, so it can only be tightened.`,
      ),
    );
  const changed = replaced(row as unknown as Tree, path, figure);
  const rows = kind && { [kind]: catalogue[kind].map((one) => (one.id === id ? changed : one)) };
  return { ok: true, catalogue: indexed({ ...catalogue, ...(rows ?? { limits: changed }) } as Catalogue) };
};

/**
 * Lays the user's own figures over a catalogue, which stays as it is.
 *
 * @param overrides checked by `overrideSchema`; units as labels give them, times in min, h or d
 * @returns a new catalogue in which those figures carry the basis `your-label` or `your-trial`; or every problem, and then nothing
 *          is laid over: unknown figure, other unit, a safety figure that would be loosened
 */
export const overlay = (catalogue: Catalogue, overrides: readonly Override[]): Outcome<{ catalogue: Catalogue }> => {
  let current = catalogue;
  const problems: Problem[] = [];
  for (const override of overrides) {
    const checked = overrideSchema.safeParse(override);
    const next = checked.success
      ? overlaid(current, checked.data)
      : failed(...problemsFromZod(checked.error, override, 'Mend this entry or leave it out.'));
    if (next.ok) current = next.catalogue;
    else problems.push(...next.problems);
  }
  return problems.length ? failed(...problems) : { ok: true, catalogue: current };
};
