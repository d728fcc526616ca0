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
 * Longest phrases first, each stretch of the line read once; the first base named wins, later ones only name the thing.
 * Nothing is guessed: what the line does not say stays `unknown`.
 *
 * @param line at most 400 characters of free text
 */
export const describePiece = (line: string, catalogue: Catalogue): Description => {
  let rest = ` ${line
    .slice(0, 400)
    .toLowerCase()
    .replace(/[^\p{L}\p{N}°.-]+/gu, ' ')} `;
  const chips: Chip[] = [];
  const surface = plainSurface('');
  const use = plainUse();
  let look: Design['look'] = 'any';
  let quantity = 1;
  const take = (text: string) => (rest = rest.replace(text, ' '.padEnd(text.length, ' ')));

  for (const [text, number = '', unit = ''] of rest.matchAll(QUANTITIES)) {
    const value = count(number);
    if (/winter|year|month/.test(unit)) {
      use.lifeYears = unit.startsWith('month') ? value / 12 : value;
      chips.push({ field: 'lifeYears', value: use.lifeYears, label: `${number} ${unit}`, from: text });
      if (unit.startsWith('winter') && use.place === 'unknown') use.place = 'exposed';
    } else if (/piece|alike/.test(unit)) {
      quantity = value;
      chips.push({ field: 'quantity', value, label: `${value} pieces`, from: text });
    } else {
      if (/wash|laundr/.test(rest)) use.laundryC = Math.min(95, Math.max(20, value));
      else use.heatC = value;
      chips.push({ field: /wash|laundr/.test(rest) ? 'laundryC' : 'heatC', value, label: `${value} °C`, from: text });
    }
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
    const chip: Chip = { field, value, label, from: phrase };
    if (field === 'base') {
      if (surface.base !== '') continue;
      surface.base = String(value);
    } else if (field === 'finish') {
      if (surface.existing.length > 0) continue;
      surface.existing = [{ finish: String(value), ageDays: null }];
    } else if (field === 'condition') surface.condition = [...surface.condition, value as Surface['condition'][number]];
    else if (field === 'tone') surface.tone = value as Surface['tone'];
    else if (field === 'shape') surface.shape = value as Surface['shape'];
    else if (field === 'look') look = value as Design['look'];
    else Object.assign(use, { [field]: value });
    chips.push(chip);
  }
  const unread = rest.split(/\s+/).filter((word) => word && !SMALL_WORDS.has(word));
  const name = line.split(/[,;:]/)[0]?.trim().slice(0, 120) || 'New piece';
  return { name, surface, use, look, quantity, chips, unread };
};
