import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece } from '../piece/index.ts';
import {
  exportWorkspace,
  plainSettings,
  readWorkspace,
  writeWorkspace,
  WORKSPACE_VERSION,
  type Workspace,
} from './index.ts';
import { kindEach, onePartEach } from './index.ts';
import { unsaidAgain } from './unsaid.ts';

const all = catalogue();
const artwork = (id: string, length: number) => ({
  id,
  name: `Drawing ${id}`,
  svg: 'x'.repeat(length),
  source: null,
  mends: [],
});
const workspace: Workspace = {
  version: WORKSPACE_VERSION,
  catalogueVersion: 1,
  pieces: [plainPiece('b', 'Path sign', 'plywood'), plainPiece('a', 'Soup bowl', 'porcelain-enamel')],
  events: [],
  settings: plainSettings('Europe/Berlin'),
  ownProducts: [],
  overrides: [],
  artworks: [],
  trials: [],
  shelf: [],
  uses: [],
};

describe('an export', () => {
  test('is the canonical text, which reads back as the same', () => {
    const made = exportWorkspace(workspace, all);
    expect(made).toEqual({ ok: true, text: writeWorkspace(workspace) });
    if (made.ok)
      expect(readWorkspace(made.text, all)).toMatchObject({ workspace: { pieces: [{ id: 'a' }, { id: 'b' }] } });
  });
  test('of what does not read back as it is kept is not made', () => {
    const pieces = [{ ...workspace.pieces[0]!, name: ' Path sign ' }];
    expect(exportWorkspace({ ...workspace, pieces }, all)).toMatchObject({ problems: [{ code: 'not-the-same' }] });
  });
  test('of what does not read back at all says why', () => {
    const pieces = [{ ...workspace.pieces[0]!, quantity: 0 }];
    expect(exportWorkspace({ ...workspace, pieces }, all)).toMatchObject({ problems: [{ at: 'pieces.0.quantity' }] });
  });
  test('that would be too large to read again names the three largest drawings', () => {
    const most = 8_000_000;
    const artworks = Array.from({ length: 10 }, (_, at) => artwork(`n${at}`, most - 10 * ((at * 7) % 10))).map(
      (one) => ({
        ...one,
        rooms: null,
        source: { kind: 'file', file: '' } as never,
      }),
    );
    const made = exportWorkspace({ ...workspace, artworks }, all);
    expect(made).toMatchObject({ ok: false, problems: [{ code: 'file-too-large' }] });
    // the lengths fall by tens: n0, then where seven times the place ends in 1 and 2
    if (!made.ok) expect(made.problems[0]!.todo).toContain('(“Drawing n0”, “Drawing n3”, “Drawing n6”)');
  });
});

describe('what an older version may have written without being told', () => {
  const after = (use: object, zone = 'rim') => {
    const piece = unsaidAgain({ id: 'p', parts: [{ use, designs: [{ zone, tone: 'dark' }] }] });
    const { parts } = piece as { parts: [{ use: object; designs: [object] }] };
    return [parts[0].use, parts[0].designs[0]];
  };
  test.each<[string, object, object]>([
    ['no food', { food: 'none' }, { food: 'unknown' }],
    ['no heat', { heat: 'none' }, { heat: 'unknown' }],
    ['nothing soaks', { soak: 'no' }, { soak: 'unknown' }],
    ['no children', { children: 'no' }, { children: 'unknown' }],
    ['not worn', { skin: 'no' }, { skin: 'unknown' }],
    ['stays for good', { mustComeOff: 'no' }, { mustComeOff: 'unknown' }],
    ['an ordinary thing', { item: 'ordinary' }, { item: 'unknown' }],
  ])('%s is unknown again', (_name, was, is) => expect(after(was)[0]).toEqual(is));
  test('a danger, and what was said elsewhere, stays', () => {
    const use = { food: 'lip', heat: 'candle', children: 'yes', place: 'indoors', water: 'none', grip: 'no' };
    expect(after(use)[0]).toEqual(use);
  });
  test('a side that was filled in is unknown again, one that was said stays', () => {
    expect(after({}, 'outside')[1]).toEqual({ zone: 'unknown', tone: 'dark' });
    expect(after({}, 'rim')[1]).toEqual({ zone: 'rim', tone: 'dark' });
  });
  test.each([null, 'a', 3, []])('%j, which is no piece, is handed on to whoever refuses it', (value) =>
    expect(unsaidAgain(value)).toBe(value),
  );
  test('neither are parts or designs that are none', () => {
    expect(unsaidAgain({ parts: 'none' })).toEqual({ parts: 'none' });
    expect(unsaidAgain({ parts: [3, { use: 4, designs: 5 }] })).toEqual({ parts: [3, { use: 4, designs: 5 }] });
  });
});

describe('one part a piece', () => {
  const part = (id: string) => ({ id, name: id });
  const of = (...parts: object[]) => ({ id: 'p', name: 'Sign', parts, extraSteps: [1], pins: [2] });
  test('further parts become pieces with their own marks; own steps and moved starts stay with the first', () =>
    expect(
      onePartEach({
        pieces: [of(part('front'), part('back')), of(part('front')), 3],
        events: [{ pieceId: 'p', partId: 'back' }, { pieceId: 'p', partId: 'front' }, 4],
        kept: 5,
      }),
    ).toEqual({
      pieces: [
        of(part('front')),
        { id: 'p.part2', name: 'Sign: back', parts: [part('back')], extraSteps: [], pins: [] },
        of(part('front')),
        3,
      ],
      events: [{ pieceId: 'p.part2', partId: 'back' }, { pieceId: 'p', partId: 'front' }, 4],
      kept: 5,
    }));
  test('what is no list stays as it is, to be refused by its field', () =>
    expect(onePartEach({ pieces: 1, events: 2 })).toEqual({ pieces: 1, events: 2 }));
});

describe('events of several kinds', () => {
  test('a mark of three words is an event: what held was done, what failed failed; what is none stays, to be refused', () => {
    const mark = (outcome: unknown) => ({ id: 'a', coat: 1, outcome });
    expect(kindEach({ events: ['done', 'held', 'failed', 'maybe'].map(mark), kept: 5 })).toEqual({
      events: [
        { id: 'a', coat: 1, kind: 'done' },
        { id: 'a', coat: 1, kind: 'done' },
        { id: 'a', coat: 1, kind: 'failed', note: '', symptom: null },
        mark('maybe'),
      ],
      kept: 5,
    });
    expect(kindEach({ events: 3 })).toEqual({ events: 3 });
  });
});
