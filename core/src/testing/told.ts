import type { Description } from '../line/index.ts';

const rounded = (value: unknown): unknown => (typeof value === 'number' ? Number(value.toFixed(2)) : value);
const written = (facts: object): string =>
  Object.entries(facts)
    .filter(([, value]) => value !== null)
    .map(([key, value]) => `${key} ${String(rounded(value))}`)
    .join(' ');

/** What is usual for the thing that a line names, and is no reading of the line itself. */
const USUAL = new Set(['food', 'skin', 'mustComeOff', 'wear', 'item', 'grip', 'zone', 'shape', 'soak']);

/** All that a line told, as one line: its facts, a guess with a question mark; what is ruled out, its area, its designs, what is asked. */
export const told = (read: Description): string =>
  [
    ...read.chips
      .filter(({ field, isGuess }) => !(isGuess && USUAL.has(field)))
      .map(({ field, value, isGuess }) => `${field}${isGuess ? '?' : ''}=${String(rounded(value))}`),
    ...read.use.nots.map(({ field, value, words }) => `not ${field} ${value} (${words})`),
    ...(read.area ? [written(read.area)] : []),
    ...(read.designs.length > 1
      ? [
          `designs ${read.designs.map(({ name, over }) => (over === null ? name : `${name} over ${over + 1}`)).join(', ')}`,
        ]
      : []),
    ...(read.unread.length ? [`asks ${read.unread.join(' | ')}`] : []),
    ...(read.unknownThing === null ? [] : [`thing ${read.unknownThing}?`]),
  ].join('; ');
