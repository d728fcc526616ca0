import { failed, type Outcome } from './problem.ts';

const placeIn = (text: string, position: number): string => {
  const before = text.slice(0, position);
  const line = before.split('\n').length;
  return `line ${line}, character ${position - before.lastIndexOf('\n')}`;
};

/** Where a text stops being JSON, as far as the engine tells. */
const stopsAt = (text: string, error: unknown): string => {
  const words = error instanceof Error ? error.message : '';
  const position = /at position (\d+)/.exec(words)?.[1];
  if (position !== undefined) return `It stops being JSON at ${placeIn(text, Number(position))}.`;
  return /end of JSON|Unterminated/.test(words) ? 'It ends in the middle.' : 'It is no JSON from its first line on.';
};

/**
 * Reads a text as JSON.
 *
 * @param allowed what is allowed in its place
 * @param todo    what to do where it cannot be read
 * @returns the value; or one problem that says where the text stops being JSON
 */
export const readJson = (text: string, allowed: string, todo: string): Outcome<{ value: unknown }> => {
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    return failed({
      code: 'not-json',
      given: text.trim() === '' ? 'The file is empty.' : `The file does not read as JSON. ${stopsAt(text, error)}`,
      allowed,
      todo,
    });
  }
};
