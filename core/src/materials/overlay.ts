import { failed, problemsFromZod, type Outcome, type Problem } from '../problem/index.ts';
import { indexed, type Catalogue } from './catalogue.ts';
import { isFigure, rankIn } from './figures.ts';
import { careAxis, CARE_AXES } from './careAxes.ts';
import { overrideSchema, type Override } from './override.ts';
import { AIRS, figureSchema, TACKS, type Figure } from './schema.ts';

type Way = 'lower' | 'higher';

/** Figures that guard people: an override may only move them this way. */
const ONLY_TIGHTER: readonly (readonly [ending: string, way: Way])[] = [
  ['heatLimitC', 'lower'], // hotter is fire, fumes or a burst piece
  ['limits.pvcHeat', 'lower'],
  ['limits.rimDistance', 'higher'],
];

/** Which way a figure may be moved, where it guards people. */
export const guardOf = (figure: string): Way | undefined =>
  ONLY_TIGHTER.find(([ending]) => figure.endsWith(ending))?.[1];

/** The words of care, as the one table of its axes holds them. */
const CARE_WORDS = CARE_AXES.flatMap((axis) => {
  const { field, words, ...rest } = careAxis(axis);
  const tightens = 'guards' in rest && rest.guards ? { tightens: true as const } : {};
  return field && words ? [[`care.${field}`, { words: Object.keys(words), ...tightens }] as const] : [];
});

/** Words about a product that a label may say otherwise; those that guard people only towards the first of their list. */
export const OVERLAID_WORDS: Readonly<Record<string, { readonly words: readonly string[]; readonly tightens?: true }>> =
  {
    ...Object.fromEntries(CARE_WORDS),
    tack: { words: TACKS },
    foodRated: { words: ['no', 'yes'], tightens: true },
    childRated: { words: ['no', 'unknown', 'yes'], tightens: true },
    air: { words: [...AIRS].reverse(), tightens: true },
  };

type Tree = Readonly<Record<string, unknown>>;

const at = (tree: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Tree | null | undefined)?.[key], tree);

/** A row with the value at a path replaced; the row itself stays as it is. */
export const replaced = (tree: Tree, [key, ...rest]: readonly string[], value: unknown): Tree =>
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

const overlaidFigure = (now: Figure, override: Override): Outcome<{ value: Figure }> => {
  const [low, typical, high] = Array.isArray(override.value)
    ? override.value
    : [override.value, override.value, override.value];
  if (override.unit === 'word')
    return failed(problem('wrong-unit', override, 'A word was given.', `a figure in ${now.unit}.`));
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
  const guard = guardOf(override.figure);
  if (guard && (guard === 'lower' ? figure.high > now.high : figure.low < now.low))
    return failed(
      problem(
        'only-tighter',
        override,
        `${JSON.stringify(override.value)} ${override.unit} was given.`,
        `${guard === 'lower' ? `at most ${now.high}` : `at least ${now.low}`} ${now.unit}: it guards people, so it can only be tightened.`,
      ),
    );
  return { ok: true, value: figure };
};

const overlaidWord = (now: string, path: string, override: Override): Outcome<{ value: string }> => {
  const { words, tightens } = OVERLAID_WORDS[path]!;
  const { value } = override;
  if (override.unit !== 'word' || typeof value !== 'string' || !words.includes(value))
    return failed(
      problem('bad-word', override, `${JSON.stringify(value)} ${override.unit} was given.`, `${words.join(', ')}.`),
    );
  if (tightens && rankIn(words, now) >= 0 && rankIn(words, value) > rankIn(words, now))
    return failed(
      problem(
        'only-tighter',
        override,
        `"${value}" was given.`,
        `"${now}" or stricter: it guards people, so it can only be tightened.`,
      ),
    );
  return { ok: true, value };
};

/** The catalogue with one more figure or word laid over it, or why not. */
const overlaid = (catalogue: Catalogue, override: Override): Outcome<{ catalogue: Catalogue }> => {
  const [id = '', ...path] = override.figure.split('.');
  const kind = KINDS.find((one) => catalogue[one].some((row) => row.id === id));
  const row = id === 'limits' ? catalogue.limits : kind && catalogue[kind].find((one) => one.id === id);
  const now = at(row, path);
  const words = kind === 'products' ? OVERLAID_WORDS[path.join('.')]?.words : undefined;
  const isWord = typeof now === 'string' && (words?.includes(now) || (words !== undefined && now === 'unknown'));
  if (!row || !(isFigure(now) || isWord))
    return failed(
      problem('unknown-figure', override, `"${override.figure}" was given.`, 'a figure that the catalogue holds.'),
    );
  const read = isFigure(now) ? overlaidFigure(now, override) : overlaidWord(String(now), path.join('.'), override);
  if (!read.ok) return read;
  let changed = replaced(row as unknown as Tree, path, read.value);
  // what is said of washing then comes from the user
  if (path[0] === 'care') changed = replaced(changed, ['care', 'basis'], override.basis);
  const rows = kind && { [kind]: catalogue[kind].map((one) => (one.id === id ? changed : one)) };
  return { ok: true, catalogue: indexed({ ...catalogue, ...(rows ?? { limits: changed }) } as Catalogue) };
};

/**
 * Lays the user's own figures over a catalogue, which stays as it is.
 *
 * @param overrides checked by `overrideSchema`; units as labels give them, times in min, h or d; words with the unit `word`
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
