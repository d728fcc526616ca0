import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type BenchEvent, type Piece } from '../piece/index.ts';
import { plainCan, type Can, type CanUse } from '../shelf/index.ts';
import { draws } from '../testing/runs.ts';
import {
  mergeWorkspaces,
  plainSettings,
  readWorkspace,
  writeWorkspace,
  WORKSPACE_VERSION,
  type Workspace,
} from './index.ts';

const PIECES = ['bowl', 'sign', 'tin'] as const;
const CANS = ['red', 'blue'] as const;
const piece = (id: string): Piece => plainPiece(id, id, 'plywood');
const can = (id: string): Can => plainCan(id, { name: id });
const BASE: Workspace = {
  version: WORKSPACE_VERSION,
  catalogueVersion: 1,
  pieces: PIECES.map(piece),
  events: [],
  settings: plainSettings('UTC'),
  ownProducts: [],
  overrides: [],
  artworks: [],
  shelf: CANS.map(can),
  uses: [],
  trials: [],
};
const mark = (id: string, pieceId: string): BenchEvent => ({
  id,
  at: '2026-11-24T19:00:00.000Z',
  pieceId,
  partId: piece(pieceId).parts[0]!.id,
  operationId: 'ground',
  coat: 1,
  kind: 'done',
});
const use = (id: string, canId: string): CanUse => ({
  id,
  canId,
  at: '2026-11-24T19:00:00.000Z',
  as: 'used',
  amount: 5,
  pieceId: null,
  eventId: null,
  note: '',
});

const move = fc.oneof(
  fc.record({ do: fc.constant('mark' as const), id: fc.constantFrom(...PIECES), n: fc.nat(99) }),
  fc.record({ do: fc.constant('unmark' as const), n: fc.nat(5) }),
  fc.record({ do: fc.constant('use' as const), id: fc.constantFrom(...CANS), n: fc.nat(99) }),
  fc.record({ do: fc.constant('rename' as const), id: fc.constantFrom(...PIECES), n: fc.nat(3) }),
  fc.record({ do: fc.constant('delete' as const), id: fc.constantFrom(...PIECES) }),
  fc.record({ do: fc.constant('lead' as const), n: fc.nat(9) }),
);
type Move = typeof move extends fc.Arbitrary<infer One> ? One : never;

/** A bench on which something was done; ids of new things tell the device. */
const worked = (from: Workspace, moves: readonly Move[], device: string): Workspace =>
  moves.reduce((now, one): Workspace => {
    switch (one.do) {
      case 'mark':
        return now.pieces.some(({ id }) => id === one.id)
          ? {
              ...now,
              events: [...now.events.filter(({ id }) => id !== `${device}${one.n}`), mark(`${device}${one.n}`, one.id)],
            }
          : now;
      case 'unmark':
        return { ...now, events: now.events.filter((_, index) => index !== one.n) };
      case 'use':
        return {
          ...now,
          uses: [...now.uses.filter(({ id }) => id !== `${device}u${one.n}`), use(`${device}u${one.n}`, one.id)],
        };
      case 'rename':
        return {
          ...now,
          pieces: now.pieces.map((own) => (own.id === one.id ? { ...own, name: `${one.id} ${device} ${one.n}` } : own)),
        };
      case 'delete':
        return {
          ...now,
          pieces: now.pieces.filter(({ id }) => id !== one.id),
          events: now.events.filter(({ pieceId }) => pieceId !== one.id),
        };
      case 'lead':
        return { ...now, settings: { ...now.settings, leadDays: one.n } };
    }
  }, from);

const moves = fc.array(move, { maxLength: 8 });
const readable = (workspace: Workspace): boolean => readWorkspace(writeWorkspace(workspace), catalogue()).ok;
const ids = (list: readonly { readonly id: string }[]) => list.map(({ id }) => id).sort();

describe('bringing two devices together', () => {
  test('nothing is lost and nothing doubled, whatever was done on either, and the file can be read', () =>
    fc.assert(
      fc.property(moves, moves, moves, (before, here, there) => {
        const base = worked(BASE, before, 'a');
        const [mine, theirs] = [worked(base, here, 'b'), worked(base, there, 'c')];
        const { workspace, conflicts } = mergeWorkspaces(base, mine, theirs);
        expect(readable(workspace)).toBe(true);
        // what is new on either side is there, once
        for (const name of ['events', 'uses'] as const) {
          const known = new Set(ids(base[name]));
          const fresh = [...ids(mine[name]), ...ids(theirs[name])].filter((id) => !known.has(id));
          expect(ids(workspace[name])).toEqual(expect.arrayContaining(fresh));
          expect(new Set(ids(workspace[name])).size).toBe(workspace[name].length);
        }
        // what was taken back on one side is not back
        const gone = ids(base.events).filter(
          (id) => !ids(mine.events).includes(id) || !ids(theirs.events).includes(id),
        );
        for (const id of gone) expect(ids(workspace.events)).not.toContain(id);
        for (const { mine: one, theirs: other } of conflicts) expect(one).not.toEqual(other);
      }),
      draws(60, 600),
    ));
  test('merged twice is merged once', () =>
    fc.assert(
      fc.property(moves, moves, (here, there) => {
        const [mine, theirs] = [worked(BASE, here, 'b'), worked(BASE, there, 'c')];
        const once = mergeWorkspaces(BASE, mine, theirs).workspace;
        const twice = mergeWorkspaces(BASE, once, theirs).workspace;
        expect(writeWorkspace(twice)).toBe(writeWorkspace(once));
      }),
      draws(40, 400),
    ));
  test('in either order the same comes out, but for what both changed', () =>
    fc.assert(
      fc.property(moves, moves, (one, other) => {
        const [left, right] = [worked(BASE, one, 'b'), worked(BASE, other, 'c')];
        const there = mergeWorkspaces(BASE, left, right);
        const choices = Object.fromEntries(there.conflicts.map(({ key }) => [key, 'theirs' as const]));
        const back = mergeWorkspaces(BASE, right, left, choices);
        expect(writeWorkspace(back.workspace)).toBe(writeWorkspace(there.workspace));
      }),
      draws(40, 400),
    ));
  test('two tablets are brought back in either order', () =>
    fc.assert(
      fc.property(moves, moves, (one, other) => {
        const onlyEvents = (list: readonly Move[]) => list.filter(({ do: what }) => what === 'mark' || what === 'use');
        const [first, second] = [worked(BASE, onlyEvents(one), 'b'), worked(BASE, onlyEvents(other), 'c')];
        const merged = (list: readonly Workspace[]) =>
          list.reduce((now, theirs) => mergeWorkspaces(BASE, now, theirs).workspace, BASE);
        expect(writeWorkspace(merged([first, second]))).toBe(writeWorkspace(merged([second, first])));
      }),
      draws(40, 400),
    ));
});

describe('what both changed', () => {
  const named = (name: string) => ({
    ...BASE,
    pieces: BASE.pieces.map((own) => (own.id === 'bowl' ? { ...own, name } : own)),
  });
  test('is told field by field, stands as it is here, and is chosen', () => {
    const [mine, theirs] = [named('Soup bowl'), named('Fruit bowl')];
    const { workspace, conflicts } = mergeWorkspaces(BASE, mine, theirs);
    expect(conflicts.map(({ key, fields }) => [key, fields])).toEqual([['pieces/bowl', ['name']]]);
    expect(workspace.pieces[0]!.name).toBe('Soup bowl');
    const chosen = mergeWorkspaces(BASE, mine, theirs, { 'pieces/bowl': 'theirs' });
    expect(chosen.workspace.pieces[0]!.name).toBe('Fruit bowl');
  });
  test('what one side alone changed, or deleted, is taken from it', () => {
    expect(mergeWorkspaces(BASE, BASE, named('Fruit bowl'))).toMatchObject({
      conflicts: [],
      counts: { pieces: { added: 0, changed: 1, gone: 0 } },
    });
    const without = { ...BASE, pieces: BASE.pieces.slice(1) };
    expect(mergeWorkspaces(BASE, BASE, without).workspace.pieces).toHaveLength(2);
    expect(mergeWorkspaces(BASE, without, BASE).workspace.pieces).toHaveLength(2);
  });
  test('a piece that was deleted here and worked on there comes back with that work', () => {
    const without = { ...BASE, pieces: BASE.pieces.slice(1) };
    const theirs = { ...BASE, events: [mark('c1', 'bowl')] };
    const { workspace } = mergeWorkspaces(BASE, without, theirs);
    expect([ids(workspace.pieces), ids(workspace.events)]).toEqual([['bowl', 'sign', 'tin'], ['c1']]);
    expect(readable(workspace)).toBe(true);
  });
  test('of a file whose beginning is not known everything comes over, nothing goes, and the settings stay', () => {
    const other = { ...BASE, pieces: [piece('cup')], settings: { ...BASE.settings, leadDays: 9 } };
    const { workspace, conflicts } = mergeWorkspaces(null, BASE, other);
    expect([ids(workspace.pieces), workspace.settings.leadDays, conflicts]).toEqual([
      ['bowl', 'cup', 'sign', 'tin'],
      BASE.settings.leadDays,
      [],
    ]);
  });
});
