import type { Catalogue } from '../materials/index.ts';
import words from './data/words.json' with { type: 'json' };
import { plainSurface, plainUse } from './defaults.ts';
import type { Design, Surface, Use } from './schema.ts';

/** One property read from the line: the chip shows it, and where in the line it was read. */
export interface Chip {
  readonly field: string;
  readonly value: string | number;
  readonly label: string;
  readonly from: string;
  /** True where the line does not say it and the thing that it names is mostly so. */
  readonly isGuess?: boolean;
}

export interface Description {
  readonly name: string;
  readonly surface: Surface;
  readonly use: Use;
  readonly look: Design['look'];
  readonly quantity: number;
  readonly chips: readonly Chip[];
  /** Words that nothing was made of. */
  readonly unread: readonly string[];
}

/** What is worked out of a line, while it is being filled. */
interface Facts {
  readonly surface: Surface;
  readonly use: Use;
  readonly look: Design['look'];
  readonly quantity: number;
}

const NOTHING_SAID: Facts = { surface: plainSurface(''), use: plainUse(), look: 'any', quantity: 1 };

/** The facts with one field said; `null` takes back what was said of it. */
const withFact = (facts: Facts, field: string, value: string | number | null): Facts => {
  const { surface, use } = facts;
  switch (field) {
    case 'base':
      return { ...facts, surface: { ...surface, base: value === null ? '' : String(value) } };
    case 'finish':
      return {
        ...facts,
        surface: { ...surface, existing: value === null ? [] : [{ finish: String(value), ageDays: null }] },
      };
    case 'condition':
      return {
        ...facts,
        surface: {
          ...surface,
          condition: value === null ? [] : [...surface.condition, value as Surface['condition'][number]],
        },
      };
    case 'tone':
    case 'shape':
      return { ...facts, surface: { ...surface, [field]: value ?? NOTHING_SAID.surface[field] } };
    case 'look':
      return { ...facts, look: (value ?? NOTHING_SAID.look) as Design['look'] };
    case 'quantity':
      return { ...facts, quantity: value === null ? 1 : Number(value) };
    default:
      return { ...facts, use: { ...use, [field]: value ?? NOTHING_SAID.use[field as keyof Use] } };
  }
};

interface Phrase {
  readonly phrase: string;
  readonly field: string;
  readonly value: string | number;
  readonly label: string;
}

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
};
const SMALL_WORDS = new Set(words.ignored);
const count = (text: string): number => NUMBER_WORDS[text] ?? Number(text);

const phrasesOf = (catalogue: Catalogue): Phrase[] =>
  [
    ...catalogue.bases.flatMap(({ id, name, words: own }) =>
      [name.toLowerCase(), ...own].map((phrase) => ({ phrase, field: 'base', value: id, label: name })),
    ),
    ...catalogue.bases.flatMap(({ id, name, things = [] }) =>
      things.map((phrase) => ({ phrase, field: 'thing', value: id, label: name })),
    ),
    ...catalogue.finishes.flatMap(({ id, name, words: own }) =>
      [...own].map((phrase) => ({ phrase, field: 'finish', value: id, label: name })),
    ),
    ...catalogue.heatSources.flatMap(({ id, name, words: own }) =>
      own.map((phrase) => ({ phrase, field: 'heat', value: id, label: name })),
    ),
    ...words.phrases,
  ].sort((left, right) => right.phrase.length - left.phrase.length);

const QUANTITIES = new RegExp(
  `\\b(\\d{1,3}|${Object.keys(NUMBER_WORDS).join('|')})\\s+(winters?|years?|months?|pieces?|alike|°c|degrees|c)\\b`,
  'g',
);

/**
 * Reads one line, such as "enamel bowl, hand-washed daily", into properties.
 *
 * Longest phrases first, each stretch of the line read once.
 * What the line does not say stays `unknown`; only a material may be guessed from the thing that is named, and says so.
 *
 * @param line at most 400 characters of free text
 */
export const describePiece = (line: string, catalogue: Catalogue): Description => {
  let rest = ` ${line
    .slice(0, 400)
    .toLowerCase()
    .replace(/[^\p{L}\p{N}°.-]+/gu, ' ')} `;
  const chips: Chip[] = [];
  let facts = NOTHING_SAID;
  const take = (text: string) => (rest = rest.replace(text, ' '.padEnd(text.length, ' ')));
  const say = (chip: Chip) => {
    facts = withFact(facts, chip.field, chip.value);
    chips.push(chip);
  };

  for (const [text, number = '', unit = ''] of rest.matchAll(QUANTITIES)) {
    const value = count(number);
    if (/winter|year|month/.test(unit)) {
      const years = unit.startsWith('month') ? value / 12 : value;
      say({ field: 'lifeYears', value: years, label: `${number} ${unit}`, from: text });
      if (unit.startsWith('winter') && facts.use.place === 'unknown') facts = withFact(facts, 'place', 'exposed');
    } else if (/piece|alike/.test(unit)) say({ field: 'quantity', value, label: `${value} pieces`, from: text });
    else if (/wash|laundr/.test(rest))
      say({ field: 'laundryC', value: Math.min(95, Math.max(20, value)), label: `${value} °C`, from: text });
    else say({ field: 'heatC', value, label: `${value} °C`, from: text });
    take(text);
  }
  const found: (Phrase & { at: number })[] = [];
  for (const phrase of phrasesOf(catalogue)) {
    const at = rest.indexOf(` ${phrase.phrase} `);
    if (at < 0) continue;
    found.push({ ...phrase, at });
    take(` ${phrase.phrase} `);
    rest = ` ${rest.trimStart()}`.padStart(rest.length);
  }
  // a longer phrase is the surer one: "birch ply" says more of the base than "sign"
  for (const { field, value, label, phrase } of found) {
    const isSaid =
      (field === 'base' && facts.surface.base !== '') || (field === 'finish' && facts.surface.existing.length > 0);
    if (!isSaid && field !== 'thing') say({ field, value, label, from: phrase });
  }
  const thing = found.find(({ field }) => field === 'thing');
  if (thing && facts.surface.base === '')
    say({ field: 'base', value: thing.value, label: thing.label, from: thing.phrase, isGuess: true });
  const unread = rest.split(/\s+/).filter((word) => word && !SMALL_WORDS.has(word));
  const name = line.split(/[,;:]/)[0]?.trim().slice(0, 120) || 'New piece';
  return { name, ...facts, chips, unread };
};

/**
 * A description with one fact said otherwise than its line was read.
 *
 * @param chip what is said now; a value of null takes back what was said of the field
 */
export const adjustDescription = (
  read: Description,
  { field, value, label }: { readonly field: string; readonly value: string | number | null; readonly label: string },
): Description => ({
  ...read,
  ...withFact(read, field, value),
  chips: [
    ...read.chips.filter((chip) => chip.field !== field),
    ...(value === null ? [] : [{ field, value, label, from: '' }]),
  ],
});
