import { fittingProducts, usersCatalogue, withOwnProducts, type Catalogue, type UsersOwn } from '../materials/index.ts';
import type { BenchEvent, Piece, Trial } from '../piece/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { MAX_LENGTH } from './readWorkspace.ts';
import { readRecord, RECORDS, type RecordName, type TableName } from './records.ts';
import {
  mendedCan,
  mendedEvent,
  mendedPiece,
  mendedTrial,
  mendedUse,
  partsOf,
  type Broken,
  type Known,
} from './references.ts';
import type { Can, CanUse } from '../shelf/index.ts';

/** One record before and after a change; null where it was not there. */
export interface RecordChange {
  readonly table: TableName;
  readonly id: string;
  readonly before: unknown;
  readonly after: unknown;
}

/** What stands in the store once a change is made, as far as the change can break it. */
export interface Standing extends UsersOwn {
  readonly artworkIds: ReadonlySet<string>;
  /** Length of all drawings together. */
  readonly artworkCharacters: number;
  readonly counts: Readonly<Record<RecordName, number>>;
  /** Pieces that references may lead to: all where something was taken away, else those of the change's marks. */
  readonly pieces: readonly Piece[];
  /** What may refer to something that was taken away; empty where nothing was. */
  readonly events: readonly BenchEvent[];
  readonly trials: readonly Trial[];
  readonly shelf: readonly Can[];
  readonly canIds: ReadonlySet<string>;
  readonly uses: readonly CanUse[];
}

/** Longest that all drawings together may be, in characters: so much of a file that can be read again. */
export const MOST_ARTWORK = 0.6 * MAX_LENGTH;

const NOT_KEPT = 'It was not kept; what was there before stands.';

const brokenIn = (table: TableName, value: unknown, known: Known, at: string): readonly Broken[] => {
  if (value === null) return [];
  switch (table) {
    case 'pieces':
      return mendedPiece(value as Piece, known, at).broken;
    case 'events':
      return mendedEvent(value as BenchEvent, known, at).broken;
    case 'trials':
      return mendedTrial(value as Trial, known, at).broken;
    case 'shelf':
      return mendedCan(value as Can, known, at).broken;
    case 'uses':
      return mendedUse(value as CanUse, known, at).broken;
    case 'settings':
    case 'artworks':
    case 'ownProducts':
    case 'overrides':
      return [];
  }
};

const nameOf = (value: unknown): string => {
  const { name, id } = value as { name?: unknown; id?: unknown };
  return typeof name === 'string' ? `“${name}”` : `“${String(id)}”`;
};

/** What leads to a record that is taken away, by kind of record; kinds to which nothing leads are not named. */
export const LED_TO = { pieces: 'piece', artworks: 'artwork', ownProducts: 'product', shelf: 'can' } as const;

/** Complaints about whatever still uses a record that the change takes away. */
const inUse = (changes: readonly RecordChange[], standing: Standing, known: Known): Problem[] => {
  const isGone = changes.some(({ after }) => after === null);
  if (!isGone) return [];
  const users = [
    ...standing.pieces.map((value) => ['pieces', value, nameOf(value)] as const),
    ...standing.events.map((value) => ['events', value, 'a mark'] as const),
    ...standing.trials.map((value) => ['trials', value, 'a trial'] as const),
    ...standing.shelf.map((value) => ['shelf', value, `${nameOf(value)} on the shelf`] as const),
    ...standing.uses.map((value) => ['uses', value, 'what was taken from it'] as const),
  ];
  const missing = users.flatMap(([table, value, by]) =>
    brokenIn(table, value, known, '').flatMap(({ missing: one }) => (one ? [{ ...one, by }] : [])),
  );
  return changes.flatMap(({ table, id, before, after }) => {
    const target = table in LED_TO ? LED_TO[table as keyof typeof LED_TO] : undefined;
    if (after !== null || target === undefined) return [];
    const by = [...new Set(missing.filter((one) => one.target === target && one.id === id).map((one) => one.by))];
    return by.length
      ? [
          {
            code: 'in-use',
            given: `${nameOf(before)} is used by ${by.slice(0, 5).join(', ')}${by.length > 5 ? ` and ${by.length - 5} more` : ''}.`,
            allowed: 'taking away what nothing uses.',
            todo: 'Choose something else there first; it stays until then.',
          },
        ]
      : [];
  });
};

const tooMany = ({ counts }: Standing, changes: readonly RecordChange[]): Problem[] =>
  [...new Set(changes.filter(({ before }) => before === null).map(({ table }) => table))].flatMap((table) => {
    if (table === 'settings' || counts[table] <= RECORDS[table].most) return [];
    const { many, most } = RECORDS[table];
    return [
      {
        code: 'too-many',
        given: `There would be ${counts[table]} ${many}.`,
        allowed: `at most ${most}, so that the file can be read again.`,
        todo: 'Delete what is no longer needed, or export it first.',
      },
    ];
  });

/** What of the user's own fits the catalogue: figures that no longer do lock nothing else. */
const withFitting = (catalogue: Catalogue, { ownProducts }: UsersOwn): Catalogue => {
  const beside = withOwnProducts(catalogue, fittingProducts(catalogue, ownProducts).fitting);
  return beside.ok ? beside.catalogue : catalogue;
};

const drawn = (value: unknown): number => (value as { svg?: string } | null)?.svg?.length ?? 0;

/** Drawings that are too much together are refused where they grow; what makes them less is always kept. */
const tooLong = ({ artworkCharacters }: Standing, changes: readonly RecordChange[]): Problem[] =>
  artworkCharacters > MOST_ARTWORK &&
  changes.reduce(
    (sum, { table, before, after }) => (table === 'artworks' ? sum + drawn(after) - drawn(before) : sum),
    0,
  ) > 0
    ? [
        {
          code: 'too-large',
          given: `The drawings would be ${Math.ceil(artworkCharacters / 1e6)} MB together.`,
          allowed: `at most ${MOST_ARTWORK / 1e6} MB, so that the file can be read again.`,
          todo: 'Delete pieces that are done, after exporting them, or simplify the largest drawing.',
        },
      ]
    : [];

/**
 * The gate that every change of the store goes through before it is kept: the same schemas and references as the file's.
 *
 * A record that was broken before the change may stay broken in the same way: a fact never locks what it is about.
 *
 * @param changes  what the change does, record by record
 * @param standing what stands once it is made
 * @returns the changes with their records as they are kept; or problems, and then nothing may be kept
 */
export const gate = (
  changes: readonly RecordChange[],
  standing: Standing,
  catalogue: Catalogue,
): Outcome<{ changes: readonly RecordChange[] }> => {
  const read = changes.map((change) => ({
    change,
    outcome: change.after === null ? null : readRecord(change.table, change.after, NOT_KEPT),
  }));
  const unread = read.flatMap(({ outcome }) => (outcome?.ok === false ? outcome.problems : []));
  if (unread.length) return failed(...unread);
  const whole = read.map(({ change, outcome }) => (outcome?.ok ? { ...change, after: outcome.value } : change));
  const users = usersCatalogue(catalogue, standing);
  const laysOver = whole.some(
    ({ table, after }) => after !== null && (table === 'ownProducts' || table === 'overrides'),
  );
  if (!users.ok && laysOver) return users;
  const known = {
    catalogue: users.ok ? users.catalogue : withFitting(catalogue, standing),
    artworkIds: standing.artworkIds,
    canIds: standing.canIds,
    partsOf: partsOf(standing.pieces),
  };
  const added = whole.flatMap(({ table, id, before, after }) => {
    const was = before === null ? null : readRecord(table, before, NOT_KEPT);
    const former = new Set(was?.ok ? brokenIn(table, was.value, known, id).map(({ given }) => given) : []);
    return brokenIn(table, after, known, id).filter(({ given }) => !former.has(given));
  });
  const problems: readonly Problem[] = [
    ...tooMany(standing, whole),
    ...tooLong(standing, whole),
    ...inUse(whole, standing, known),
    ...added,
  ];
  return problems.length
    ? failed(...problems.slice(0, 8).map((one) => ('missing' in one ? { ...one, todo: NOT_KEPT } : one)))
    : { ok: true, changes: whole };
};
