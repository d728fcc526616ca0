/** What older versions wrote for facts that nobody had said. */
const OLD_DEFAULTS: Readonly<Record<string, unknown>> = {
  soak: 'no',
  heat: 'none',
  food: 'none',
  children: 'no',
  skin: 'no',
  mustComeOff: 'no',
  item: 'ordinary',
};

type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const each = (value: unknown, edit: (one: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((one: unknown) => (isLoose(one) ? edit(one) : one)) : value;

const unsaidUse = (use: unknown): unknown =>
  isLoose(use)
    ? Object.fromEntries(
        Object.entries(use).map(([field, value]) => [field, OLD_DEFAULTS[field] === value ? 'unknown' : value]),
      )
    : use;

/**
 * A piece of version 2 as version 3 keeps it: what stood at a harmless default may never have been said, so it is unknown again.
 *
 * Facts that were dangerous, and everything else, stay as they are.
 */
export const unsaidAgain = (piece: unknown): unknown =>
  isLoose(piece)
    ? {
        ...piece,
        parts: each(piece['parts'], (part) => ({
          ...part,
          use: unsaidUse(part['use']),
          designs: each(part['designs'], (design) => ({
            ...design,
            zone: design['zone'] === 'outside' ? 'unknown' : design['zone'],
          })),
        })),
      }
    : piece;
