import isSame from 'fast-deep-equal';
import { NO_ARTWORK } from '../piece/index.ts';

type Fields = Readonly<Record<string, unknown>>;
type Entry = Fields & { readonly id: string };

/** A value with one change taken out of it. */
export interface TakenBack<Value> {
  /** Null: the record goes. */
  readonly value: Value | null;
  /** Paths of fields that something else changed since: they stay as they are now. */
  readonly stays: readonly string[];
}

/** Fields that only make sense together: where one was changed since, all stay. */
const TOGETHER: readonly (readonly string[])[] = [
  ['stack', 'stackIsOwn', 'judgedBy'],
  ['base', 'own'],
  [...Object.keys(NO_ARTWORK), 'placement'],
];
/** Fields whose value is one thing, however many parts it has. */
const WHOLE = new Set([
  'area',
  'own',
  'stack',
  'bed',
  'freeHours',
  'readings',
  'quietHours',
  'placement',
  'judgedBy',
  'cut',
  'size',
  'aged',
]);

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isEntries = (value: unknown): value is readonly Entry[] =>
  Array.isArray(value) && value.every((one: unknown) => isFields(one) && typeof one['id'] === 'string');

/** A value without the layers that Match settled on by itself: those are nobody's change, and follow whatever is taken back. */
const withoutFollowed = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(withoutFollowed);
  if (!isFields(value)) return value;
  const inner = Object.fromEntries(Object.entries(value).map(([key, one]) => [key, withoutFollowed(one)]));
  return value['stackIsOwn'] === false ? { ...inner, stack: null, judgedBy: null } : inner;
};

/** Takes a change out of values, one field after the other; collects what stays. */
class Taker {
  readonly stays: string[] = [];

  value(before: unknown, after: unknown, now: unknown, path: string): unknown {
    if (isSame(before, after) || isSame(now, before)) return now;
    if (isSame(now, after) || isSame(withoutFollowed(now), withoutFollowed(after))) return before;
    const isWhole = WHOLE.has(path.slice(path.lastIndexOf('.') + 1));
    if (!isWhole && isFields(before) && isFields(after) && isFields(now)) return this.fields(before, after, now, path);
    if (!isWhole && isEntries(before) && isEntries(after) && isEntries(now))
      return this.entries(before, after, now, path);
    this.stays.push(path);
    return now;
  }

  private fields(before: Fields, after: Fields, now: Fields, path: string): Fields {
    const keys = [...new Set([...Object.keys(now), ...Object.keys(before)])];
    const groups = TOGETHER.filter((group) => keys.includes(group[0]!));
    const grouped = groups.flatMap((group) => this.group(group, before, after, now, path));
    const inGroups = new Set(groups.flat());
    const apart = keys
      .filter((key) => !inGroups.has(key))
      .map((key): [string, unknown] => [
        key,
        this.value(before[key], after[key], now[key], path ? `${path}.${key}` : key),
      ]);
    const taken = new Map([...apart, ...grouped]);
    return Object.fromEntries(
      keys.map((key): [string, unknown] => [key, taken.get(key)]).filter(([, value]) => value !== undefined),
    );
  }

  private group(
    group: readonly string[],
    before: Fields,
    after: Fields,
    now: Fields,
    path: string,
  ): [string, unknown][] {
    const of = (fields: Fields) => group.map((key) => fields[key]);
    const [was, became, is] = [of(before), of(after), of(now)];
    const rows = (values: readonly unknown[]) => group.map((key, index): [string, unknown] => [key, values[index]]);
    if (isSame(was, became) || isSame(is, was)) return rows(is);
    if (isSame(is, became) || (group[0] === 'stack' && now['stackIsOwn'] === false)) return rows(was);
    // fields of which only one side changed can be told apart, unless they hang together with one that both did
    this.stays.push(path ? `${path}.${group[0]}` : group[0]!);
    return rows(is);
  }

  private entries(before: readonly Entry[], after: readonly Entry[], now: readonly Entry[], path: string): Entry[] {
    const find = (entries: readonly Entry[], id: string) => entries.find((one) => one.id === id);
    const left = now.flatMap((entry): Entry[] => {
      const [was, became] = [find(before, entry.id), find(after, entry.id)];
      const at = `${path}.${entry.id}`;
      if (was && became) return [this.value(was, became, entry, at) as Entry];
      // the change added it: it goes again, unless it was worked on since
      if (!was && became) {
        if (isSame(withoutFollowed(became), withoutFollowed(entry))) return [];
        this.stays.push(at);
      }
      return [entry];
    });
    for (const [index, entry] of before.entries())
      if (!find(after, entry.id) && !find(now, entry.id)) left.splice(Math.min(index, left.length), 0, entry);
    return left;
  }
}

/**
 * Takes one change of a record back, field by field: what something else changed since stays.
 *
 * @param before the record before the change; null where the change made it
 * @param after  the record as the change left it; null where the change took it away
 * @param now    the record as it is kept; null where it is gone
 */
export const takenBack = <Value>(before: Value | null, after: Value | null, now: Value | null): TakenBack<Value> => {
  const taker = new Taker();
  const value = taker.value(before, after, now, '') as Value | null;
  return { value, stays: taker.stays };
};

/**
 * Takes a change that was made from what was shown over into what is kept, field by field.
 *
 * @returns with the fields that stay as they are kept, because something else has changed them since
 */
export const takenOver = <Value>(
  shown: Value,
  changed: Value,
  kept: Value,
): { readonly value: Value; readonly stays: readonly string[] } => {
  const { value, stays } = takenBack(changed, shown, kept);
  return { value: value as Value, stays };
};
