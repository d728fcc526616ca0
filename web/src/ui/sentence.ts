import {
  amountsClause,
  formatLength,
  STANDING_WORDS,
  stackWords,
  surfaceFacts,
  headlineOf,
  sayWhen,
  type AmountLine,
  type CareLimit,
  type Catalogue,
  type Condition,
  type Piece,
  type Plan,
  type Settings,
  type Stack,
  type StackVerdict,
} from '@sgraffa/core';
import { limitWords } from './words.ts';

export const COURSES = ['surface', 'match', 'artwork', 'amounts', 'plan', 'bench', 'care'] as const;
export type Course = (typeof COURSES)[number];
export const COURSE_NAMES: Readonly<Record<Course, string>> = {
  surface: 'Surface & use',
  match: 'Match',
  artwork: 'Artwork & size',
  amounts: 'Amounts',
  plan: 'Plan',
  bench: 'Bench',
  care: 'Care',
};

export interface Clause {
  readonly course: Course;
  readonly words: string;
  /** What stands on it beside its words, and is no change of them: a verdict, a condition. */
  readonly aside?: string;
  /** True while it is still the question that it asks. */
  readonly isOpen: boolean;
}

const WATER_USE: Readonly<Record<string, string>> = {
  none: 'kept dry',
  wipe: 'wiped',
  handWash: 'washed by hand',
  dishwasher: 'in the dishwasher',
};
const PLACE_USE: Readonly<Record<string, string>> = {
  indoors: 'indoors',
  humid: 'indoors, humid',
  sheltered: 'outdoors under cover',
  exposed: 'outdoors',
};

const years = (count: number): string =>
  count < 1 ? `${Math.round(count * 12)} months` : `${count} ${count === 1 ? 'year' : 'years'}`;

const surfaceWords = (piece: Piece, catalogue: Catalogue): Clause => {
  const part = piece.parts[0]!;
  const facts = surfaceFacts(part.surface, catalogue);
  if (!facts.ok) return { course: 'surface', words: 'which surface?', isOpen: true };
  const { place, water, laundryC, lifeYears, wear } = part.use;
  const uses = [
    PLACE_USE[place],
    lifeYears === null ? undefined : `for ${years(lifeYears)}`,
    wear === 'feet' ? 'walked on' : undefined,
    laundryC === null ? WATER_USE[water] : `laundered at ${laundryC} °C`,
  ].filter((use) => use !== undefined);
  const name = facts.facts.name;
  return uses.length
    ? { course: 'surface', words: `${name[0]!.toUpperCase()}${name.slice(1)}, ${uses.join(', ')}`, isOpen: false }
    : { course: 'surface', words: `${name[0]!.toUpperCase()}${name.slice(1)}: how will it live?`, isOpen: true };
};

const artworkWords = (piece: Piece, settings: Settings): Clause => {
  const inMm = (mm: number) => formatLength(settings.length === 'in' ? mm : Math.round(mm), settings.length);
  const drawn = piece.parts[0]!.designs.filter(({ artworkId }) => artworkId !== null);
  const [first] = drawn;
  if (!first) return { course: 'artwork', words: 'which artwork, how large?', isOpen: true };
  if (drawn.length > 1) return { course: 'artwork', words: `${drawn.length} artworks`, isOpen: false };
  const { widthMm, heightMm, scale, islands } = first;
  const size =
    widthMm && heightMm ? `${inMm(widthMm * scale).replace(/ \w+$/, '')} × ${inMm(heightMm * scale)}` : first.name;
  const loose = islands ? `, ${islands} ${islands === 1 ? 'island' : 'islands'}` : '';
  return { course: 'artwork', words: `artwork ${size}${loose}`, isOpen: false };
};

const takenWords = (
  amounts: readonly AmountLine[] | undefined,
  stack: Stack | null,
  { length }: Pick<Settings, 'length'>,
): Clause => {
  const words = amounts && amountsClause(amounts, length);
  if (words) return { course: 'amounts', words, isOpen: false };
  return { course: 'amounts', words: stack && !amounts ? 'being reckoned…' : 'how much of everything?', isOpen: true };
};

/** How far the work is. */
const benchWords = ({ steps }: Plan): Clause => {
  const done = steps.filter(({ isDone }) => isDone).length;
  const words = done
    ? done === steps.length
      ? 'all steps done'
      : `${done} of ${steps.length} steps done`
    : 'not begun';
  return { course: 'bench', words, isOpen: done === 0 };
};

export interface SentenceInput {
  readonly piece: Piece;
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly stack: Stack | null;
  readonly isRefused: boolean;
  /** What stands against the stack; null until it is known. */
  readonly verdict?: StackVerdict | null;
  /** Conditions on which it stands. */
  readonly onlyIf?: readonly Pick<Condition, 'words'>[];
  /** How much of everything it takes; left out until it has been reckoned. */
  readonly amounts?: readonly AmountLine[] | undefined;
  readonly plan: Plan | null;
  /** Whether its dates are still being worked out. */
  readonly isPlanning?: boolean;
  readonly limits: readonly CareLimit[];
  readonly now: string;
}

/** The whole decision as clauses; each leads to its course, and one not decided yet reads as its question. */
export const sentenceOf = ({
  piece,
  catalogue,
  settings,
  stack,
  isRefused,
  verdict = null,
  onlyIf = [],
  amounts,
  plan,
  isPlanning = false,
  limits,
  now,
}: SentenceInput): Clause[] => {
  const care = headlineOf(limits);
  const standing = verdict && verdict.standing !== 'stands' ? STANDING_WORDS[verdict.standing] : null;
  const isUnsafe = verdict?.standing === 'unsafe';
  return [
    surfaceWords(piece, catalogue),
    stack
      ? {
          course: 'match',
          words: stackWords(stack, piece.parts[0]!.designs, catalogue),
          ...(standing ? { aside: standing } : {}),
          isOpen: false,
        }
      : {
          course: 'match',
          words: isRefused ? 'nothing stands yet: what could change?' : 'which layers?',
          isOpen: true,
        },
    artworkWords(piece, settings),
    isUnsafe
      ? { course: 'amounts', words: 'nothing to take: refused for safety', isOpen: true }
      : takenWords(amounts, stack, settings),
    isUnsafe
      ? { course: 'plan', words: 'no dates: refused for safety', isOpen: true }
      : plan?.readyAt
        ? { course: 'plan', words: `ready ${sayWhen(plan.readyAt, settings.zone, now)}`, isOpen: false }
        : { course: 'plan', words: stack && isPlanning ? 'being dated…' : 'when?', isOpen: true },
    ...(isUnsafe || !plan ? [] : [benchWords(plan)]),
    care
      ? {
          course: 'care',
          words: `${care.axis === 'laundry' ? 'laundry ' : ''}${limitWords(care, settings)}`,
          ...(onlyIf.length
            ? { aside: onlyIf.length === 1 ? 'on a condition' : `on ${onlyIf.length} conditions` }
            : {}),
          isOpen: care.value === 'unknown',
        }
      : { course: 'care', words: 'washing?', isOpen: true },
  ];
};
