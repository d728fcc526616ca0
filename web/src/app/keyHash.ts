import { hashKey, type QueryKey } from '@tanstack/react-query';

/** A string up to this length is written out in a key. */
const SHORT = 200;
/** Of longer contents so many characters are remembered, those that were asked for last. */
const MOST_CHARS = 8_000_000;

/** Names for contents: the same content has the same name for as long as it is remembered. */
const nameOfContent = new Map<string, string>();
const nameOfObject = new WeakMap<object, string>();
let names = 0;
let held = 0;

const named = (content: string): string => {
  const known = nameOfContent.get(content);
  const name = known ?? `#${(names += 1)}`;
  // the last asked for stand last
  if (known) nameOfContent.delete(content);
  else held += content.length;
  nameOfContent.set(content, name);
  for (const oldest of nameOfContent.keys()) {
    if (held <= MOST_CHARS || oldest === content) break;
    nameOfContent.delete(oldest);
    held -= oldest.length;
  }
  return name;
};

const nameOf = (part: object): string => {
  const known = nameOfObject.get(part);
  if (known !== undefined) return known;
  const name = named(hashKey([part]));
  nameOfObject.set(part, name);
  return name;
};

/**
 * What a question is known by. Whole benches are part of some: each object is written out once and not at every
 * rendering, since what is asked of is never changed in place.
 *
 * @returns the same for keys of the same content; once a content is forgotten, another name, and it is asked anew
 */
export const keyHash = (key: QueryKey): string =>
  key
    .map((part) => {
      if (typeof part === 'object' && part !== null) return nameOf(part);
      if (typeof part === 'string' && part.length > SHORT) return named(part);
      return JSON.stringify(part) ?? 'undefined';
    })
    .join();
