import { RECORD_NAMES, RECORDS, type RecordName, type RecordOf, type TableName } from './records.ts';
import type { Workspace } from './schema.ts';
import { canonical } from './writeWorkspace.ts';

/** A record that both sides changed, each in its own way: one of them is chosen. */
export interface MergeConflict {
  /** "pieces/demo-signs". */
  readonly key: string;
  readonly table: TableName;
  readonly id: string;
  /** What it was when the two parted; null where it was not there. */
  readonly base: unknown;
  /** As it is on either side; null where it was deleted there. */
  readonly mine: unknown;
  readonly theirs: unknown;
  /** Paths of the fields that differ between the two. */
  readonly fields: readonly string[];
}

/** Two states of one bench, brought together. */
export interface Merged {
  /** With everything that only one side changed; what both did stands as it is here until it is chosen. */
  readonly workspace: Workspace;
  readonly conflicts: readonly MergeConflict[];
  /** How many records come over, change and go, by list. */
  readonly counts: Readonly<
    Partial<Record<TableName, { readonly added: number; readonly changed: number; readonly gone: number }>>
  >;
}

type Choice = 'mine' | 'theirs';
export type Choices = Readonly<Record<string, Choice>>;

const isSame = (one: unknown, other: unknown): boolean => one === other || canonical(one) === canonical(other);

const isFields = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Paths at which two records differ, as deep as both are records of fields. */
const differing = (one: unknown, other: unknown, path: string): string[] => {
  if (isSame(one, other)) return [];
  if (!isFields(one) || !isFields(other)) return [path];
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].flatMap((key) =>
    differing(one[key], other[key], path ? `${path}.${key}` : key),
  );
};

/** What becomes of one record: taken over, kept, or to be chosen. */
const side = (base: unknown, mine: unknown, theirs: unknown): Choice | 'both' => {
  if (isSame(mine, theirs) || isSame(theirs, base)) return 'mine';
  return isSame(mine, base) ? 'theirs' : 'both';
};

const byIdOf = <Name extends RecordName>(name: Name, workspace: Workspace | null): Map<string, RecordOf<Name>> =>
  new Map(
    ((workspace?.[name] ?? []) as RecordOf<Name>[]).map((value) => [
      (RECORDS[name].idOf as (value: RecordOf<Name>) => string)(value),
      value,
    ]),
  );

/** Pieces and cans that records lead to: what was deleted here and worked on there comes back with that work. */
const leadsTo = (table: RecordName, value: unknown): readonly (readonly ['pieces' | 'shelf', string])[] => {
  const { pieceId, canId } = value as { pieceId?: unknown; canId?: unknown };
  return [
    ...(table === 'events' && typeof pieceId === 'string' ? [['pieces', pieceId] as const] : []),
    ...((table === 'uses' || table === 'events') && typeof canId === 'string' ? [['shelf', canId] as const] : []),
  ];
};

/** Brings two states of a bench together; one object for one merge. */
class Merger {
  private readonly lists = new Map<RecordName, Map<string, unknown>>();
  private readonly conflicts: MergeConflict[] = [];
  private readonly counts: Partial<Record<TableName, { added: number; changed: number; gone: number }>> = {};

  constructor(
    private readonly base: Workspace | null,
    private readonly mine: Workspace,
    private readonly theirs: Workspace,
    private readonly choices: Choices,
  ) {}

  private count(table: TableName, before: unknown, after: unknown): void {
    const own = (this.counts[table] ??= { added: 0, changed: 0, gone: 0 });
    own[before === null ? 'added' : after === null ? 'gone' : 'changed'] += 1;
  }

  /** The value of one record, or null where it goes. */
  private taken(table: TableName, id: string, base: unknown, mine: unknown, theirs: unknown): unknown {
    const key = `${table}/${id}`;
    let choice = side(base, mine, theirs);
    if (choice === 'both') {
      this.conflicts.push({ key, table, id, base, mine, theirs, fields: differing(mine, theirs, '') });
      choice = this.choices[key] ?? 'mine';
    }
    if (choice === 'theirs' && !isSame(mine, theirs)) this.count(table, mine, theirs);
    return choice === 'theirs' ? theirs : mine;
  }

  private list(name: RecordName): void {
    const [base, mine, theirs] = [this.base, this.mine, this.theirs].map((one) => byIdOf(name, one)) as [
      Map<string, unknown>,
      Map<string, unknown>,
      Map<string, unknown>,
    ];
    const result = new Map<string, unknown>();
    for (const id of new Set([...mine.keys(), ...theirs.keys()])) {
      const value = this.taken(name, id, base.get(id) ?? null, mine.get(id) ?? null, theirs.get(id) ?? null);
      if (value !== null) result.set(id, value);
    }
    this.lists.set(name, result);
  }

  /** What was deleted on one side and worked on at the other comes back: work is never lost for want of what it was done on. */
  private bringBack(): void {
    for (const name of ['events', 'uses'] as const)
      for (const value of this.lists.get(name)!.values())
        for (const [table, id] of leadsTo(name, value)) {
          const list = this.lists.get(table)!;
          if (list.has(id)) continue;
          const found = [this.mine, this.theirs, this.base].map((one) => byIdOf(table, one).get(id)).find(Boolean);
          if (!found) continue;
          list.set(id, found);
          this.count(table, null, found);
        }
    // drawings of what came back
    const drawn = this.lists.get('artworks')!;
    for (const piece of this.lists.get('pieces')!.values() as Iterable<RecordOf<'pieces'>>)
      for (const { artworkId } of piece.parts.flatMap(({ designs }) => designs)) {
        if (artworkId === null || drawn.has(artworkId)) continue;
        const found = [this.mine, this.theirs, this.base]
          .map((one) => byIdOf('artworks', one).get(artworkId))
          .find(Boolean);
        if (found) drawn.set(artworkId, found);
      }
  }

  merged(): Merged {
    for (const name of RECORD_NAMES) this.list(name);
    this.bringBack();
    const settings = this.taken(
      'settings',
      'settings',
      this.base?.settings ?? null,
      this.mine.settings,
      // without a common beginning the settings here stand
      this.base ? this.theirs.settings : this.mine.settings,
    ) as Workspace['settings'];
    const lists = Object.fromEntries([...this.lists].map(([name, values]) => [name, [...values.values()]]));
    return {
      workspace: { ...this.mine, ...(lists as Pick<Workspace, RecordName>), settings },
      conflicts: this.conflicts,
      counts: this.counts,
    };
  }
}

/**
 * Brings what another device did together with what was done here. Events, uses and tries come over by their ids; what only one side
 * changed is taken from that side; what both changed is told, and stands as it is here unless `choices` says otherwise. Work that was done on
 * a piece that was deleted here brings the piece back. Merging the same again changes nothing.
 *
 * @param base    the bench when the two parted; null where that is not known: then nothing is deleted, and settings stay
 * @param choices by the key of a conflict
 */
export const mergeWorkspaces = (
  base: Workspace | null,
  mine: Workspace,
  theirs: Workspace,
  choices: Choices = {},
): Merged => new Merger(base, mine, theirs, choices).merged();
