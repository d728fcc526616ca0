import { afterEach, describe, expect, test } from '@jest/globals';
import Dexie from 'dexie';
import { plainPiece } from '@sgraffa/core';
import { BenchDatabase } from './db.ts';
import { afterFirstPicture, noteFirstPicture } from '../ui/quiet.ts';
import { readFirstNames, readNames } from './names.ts';

const NAME = 'names-test';

afterEach(() => Dexie.delete(NAME));

describe('the names for the first picture', () => {
  test('are those of the pieces that are kept, before anything of them is checked', async () => {
    const db = new BenchDatabase(NAME);
    const bowl = { ...plainPiece('bowl', 'Soup bowl', 'porcelain-enamel'), quantity: 6 };
    const kept = (id: string, value: unknown) => ({ id, revision: 1, value: value as typeof bowl });
    await db.pieces.bulkPut([
      kept('bowl', bowl),
      kept('half', { name: 'Half a piece' }),
      kept('nameless', { quantity: 2 }),
      kept('nothing', null),
    ]);
    db.close();
    expect(await readNames(NAME)).toEqual([
      { id: 'bowl', name: 'Soup bowl', quantity: 6 },
      { id: 'half', name: 'Half a piece', quantity: 1 },
    ]);
  });

  test('leave the database free for a newer version of the application', async () => {
    const db = new BenchDatabase(NAME);
    await db.open();
    db.close();
    await readNames(NAME);
    const newer = new Dexie(NAME);
    newer.version(99).stores({ pieces: 'id' });
    await newer.open();
    expect(newer.verno).toBe(99);
    newer.close();
  });

  test('are none where there is no database, and none is made for them', async () => {
    expect(await readNames(NAME)).toEqual([]);
    expect(await Dexie.exists(NAME)).toBe(false);
  });
});

test('what reads and checks is fetched after the first picture; a page without the list waits for no name', async () => {
  const done: string[] = [];
  const part = afterFirstPicture(async () => done.push('part'));
  await readFirstNames('/pieces');
  expect(done).toEqual([]);
  await readFirstNames('/pieces/bowl/match');
  await part;
  expect(done).toEqual(['part']);
  noteFirstPicture();
  expect(await afterFirstPicture(async () => 'at once')).toBe('at once');
});
