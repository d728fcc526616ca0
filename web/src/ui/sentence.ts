import {
  formatLength,
  stackWords,
  surfaceFacts,
  weakestWashing,
  type CareLimit,
  type Catalogue,
  type Piece,
  type Plan,
  type Settings,
  type Stack,
} from '@sgraffa/core';
import { dayAndTime } from './dates.ts';
import { limitWords } from './words.ts';

export const COURSES = ['surface', 'match', 'artwork', 'plan', 'care'] as const;
export type Course = (typeof COURSES)[number];
export const COURSE_NAMES: Readonly<Record<Course, string>> = {
  surface: 'Surface & use',
  match: 'Match',
  artwork: 'Artwork & size',
  plan: 'Plan',
  care: 'Care',
};

export interface Clause {
  readonly course: Course;
  readonly words: string;
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

export interface SentenceInput {
  readonly piece: Piece;
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly stack: Stack | null;
  readonly isRefused: boolean;
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
  plan,
  isPlanning = false,
  limits,
  now,
}: SentenceInput): Clause[] => {
  const water = weakestWashing(limits);
  const laundry = limits.find(({ axis, zone }) => axis === 'laundry' && zone !== 'rest');
  const care = laundry && typeof laundry.value === 'number' ? laundry : water;
  return [
    surfaceWords(piece, catalogue),
    stack
      ? { course: 'match', words: stackWords(stack, piece.parts[0]!.designs, catalogue), isOpen: false }
      : {
          course: 'match',
          words: isRefused ? 'nothing stands yet: what could change?' : 'which layers?',
          isOpen: true,
        },
    artworkWords(piece, settings),
    plan?.readyAt
      ? { course: 'plan', words: `ready ${dayAndTime(plan.readyAt, settings.zone, now)}`, isOpen: false }
      : { course: 'plan', words: stack && isPlanning ? 'being dated…' : 'when?', isOpen: true },
    care
      ? {
          course: 'care',
          words: `${care.axis === 'laundry' ? 'laundry ' : ''}${limitWords(care, settings)}`,
          isOpen: care.value === 'unknown',
        }
      : { course: 'care', words: 'washing?', isOpen: true },
  ];
};
