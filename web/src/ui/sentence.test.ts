import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  amountsFor,
  catalogue,
  plainPiece,
  planPieces,
  plainSettings,
  readWorkspace,
  type BenchEvent,
  type Piece,
  type Plan,
} from '@sgraffa/core';
import { benchContextOf } from '../workers/benchContext.ts';
import { sentenceOf } from './sentence.ts';
import { limitsOf } from './workedOut.ts';

const all = catalogue();
const NOW = '2026-11-25T09:00:00.000Z';
const read = readWorkspace(readFileSync(new URL('../../../demo/observatory.json', import.meta.url), 'utf8'), all);
if (!read.ok) throw new Error('demo');
const { pieces, settings } = read.workspace;

const dated = (piece: Piece, events: readonly BenchEvent[] = [], at = settings) => {
  const input = {
    pieces: [piece],
    events,
    trials: [],
    shelf: { cans: [], uses: [] },
    settings: at,
    own: { overrides: [], ownProducts: [], labels: [], learnt: [] },
    now: NOW,
    outdoor: null,
  };
  const planned = planPieces([piece], benchContextOf(input, all));
  const plan: Plan | null = (planned.ok ? planned.week.plans[piece.id] : undefined) ?? null;
  return { plan, problems: planned.ok ? (planned.week.problems[piece.id] ?? []) : planned.problems };
};
const clauses = (piece: Piece, isRefused = false) => {
  const { plan } = dated(piece);
  const limits = limitsOf(piece, plan, settings, all);
  return sentenceOf({
    piece,
    catalogue: all,
    settings,
    stack: piece.parts[0]!.stack,
    isRefused,
    amounts: amountsFor({ pieces: [piece], catalogue: all, shelf: { cans: [], uses: [] }, now: NOW }),
    plan,
    limits,
    now: NOW,
  });
};
const demo = (id: string) => pieces.find((piece) => piece.id === id)!;
const text = (piece: Piece) =>
  clauses(piece)
    .map(({ words }) => words)
    .join(' → ');

describe('the sentence is the whole decision', () => {
  test.each([
    [
      'demo-signs',
      /^Plywood, outdoors, for 3 years, wiped → exterior latex through an? .+ → ready \w+ \d Dec, .+ → wipe only$/,
    ],
    [
      'demo-bags',
      /^Cotton, indoors, laundered at 40 °C → fabric paint through adhesive stencil film → artwork 205 × 179 mm, 5 islands → \d+ ml → ready .+ → laundry up to 30 °C, inside out$/,
    ],
    [
      'demo-tins',
      /^Mild steel with powder coating, .+ → coating-remover gel through a permanent film → which artwork, how large\? → how much of everything\? → ready .+ → wipe only$/,
    ],
    ['demo-chimneys', /→ frost cream through a permanent film →/],
  ])('%s', (id, words) => expect(text(demo(id))).toMatch(words));

  test('what is not decided reads as the question that it is', () => {
    const fresh = plainPiece('p', 'thing', 'hardwood');
    expect(clauses(fresh).map(({ words, isOpen }) => [words, isOpen])).toEqual([
      ['Hardwood: how will it live?', true],
      ['which layers?', true],
      ['which artwork, how large?', true],
      ['how much of everything?', true],
      ['when?', true],
      ['washing?', true],
    ]);
    expect(clauses(plainPiece('p', 'thing', 'moonrock'))[0]).toMatchObject({ words: 'which surface?', isOpen: true });
    expect(clauses(demo('demo-drawers'), true)[1]?.words).toBe('nothing stands yet: what could change?');
  });

  test('dates that are still being worked out are said to be, where there is something to date', () => {
    const plain = { catalogue: all, settings, isRefused: false, plan: null, isPlanning: true, limits: [], now: NOW };
    const clauseOf = (piece: Piece) =>
      sentenceOf({ ...plain, piece, stack: piece.parts[0]!.stack }).find(({ course }) => course === 'plan');
    expect(clauseOf(demo('demo-signs'))).toMatchObject({ words: 'being dated…', isOpen: true });
    expect(clauseOf(demo('demo-drawers'))).toMatchObject({ words: 'when?', isOpen: true });
  });

  test('every clause leads to its own course', () =>
    expect(clauses(demo('demo-signs')).map(({ course }) => course)).toEqual([
      'surface',
      'match',
      'artwork',
      'amounts',
      'plan',
      'bench',
      'care',
    ]));
});

describe('what follows from a piece', () => {
  test('days agreed to wait move the whole plan', () => {
    const signs = demo('demo-signs');
    const part = signs.parts[0]!;
    const later = { ...signs, parts: [{ ...part, surface: { ...part.surface, waitDays: 7 } }] };
    const [soon, late] = [signs, later].map((piece) => Date.parse(dated(piece).plan!.startsAt));
    expect(late! - soon!).toBeGreaterThan(6 * 86_400_000);
  });

  test('marks of other pieces do not count', () => {
    const event = {
      id: 'e',
      pieceId: 'another',
      partId: 'p',
      operationId: 'sand-bare',
      coat: 1,
      at: '2026-11-24T10:00:00.000Z',
      kind: 'done' as const,
    };
    const isDone = (pieceId: string) => dated(demo('demo-signs'), [{ ...event, pieceId }]).plan!.steps[0]!.isDone;
    expect([isDone('another'), isDone('demo-signs')]).toEqual([false, true]);
  });

  test('a workshop in which nothing dries has problems and no plan, and the limits stand without dates', () => {
    const cold = { ...plainSettings('UTC'), workshop: { ...settings.workshop, temperatureC: 6 } };
    const { plan, problems } = dated(demo('demo-signs'), [], cold);
    const limits = limitsOf(demo('demo-signs'), plan, cold, all);
    expect([plan, problems[0]?.code]).toEqual([null, 'never-dries-too-cold']);
    expect(limits.length).toBeGreaterThan(5);
    expect(limits.every(({ from }) => from === null)).toBe(true);
  });
});
