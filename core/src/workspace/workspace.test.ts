import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { catalogue } from '../materials/index.ts';
import { problemSentence } from '../problem/index.ts';
import { plainCan, shelfAt } from '../shelf/index.ts';
import {
  oneSizeEach,
  readWorkspace,
  workspaceSchema,
  writeWorkspace,
  WORKSPACE_VERSION,
  type Workspace,
} from './index.ts';

const all = catalogue();
const example = (version: number) => readFileSync(new URL(`./examples/v${version}.json`, import.meta.url), 'utf8');
const text = example(WORKSPACE_VERSION);
const read = readWorkspace(text, all);
if (!read.ok) throw new Error(read.problems.map(problemSentence).join('\n'));
const { workspace } = read;

/** The example with one field changed by its path. */
const changed = (path: string | readonly string[], value: unknown): string => {
  const copy = structuredClone(workspace) as unknown as Record<string, unknown>;
  const keys = typeof path === 'string' ? path.split('.') : [...path];
  const last = keys.pop()!;
  const owner = keys.reduce<Record<string, unknown>>((object, key) => object[key] as Record<string, unknown>, copy);
  if (value === undefined) Reflect.deleteProperty(owner, last);
  else owner[last] = value;
  return JSON.stringify(copy);
};

test.each(Array.from({ length: WORKSPACE_VERSION }, (_, index) => index + 1))(
  'the stored example of version %d still opens',
  (version) => expect(readWorkspace(example(version), all)).toMatchObject({ ok: true }),
);

describe('a clear size of version 4 is the area of version 5', () => {
  const area = { margins: null, keepOuts: [] };
  const after = (surface: object, measured: object | null = null) => {
    const [piece] = oneSizeEach({ pieces: [{ parts: [{ surface, area: measured }] }] })['pieces'] as [
      { parts: [{ surface: object; area: object | null }] },
    ];
    return piece.parts[0];
  };
  test.each<[object, object | null]>([
    [
      { shape: 'flat', widthMm: 300, heightMm: 200 },
      { kind: 'rectangle', widthMm: 300, heightMm: 200, ...area },
    ],
    [
      { shape: 'flat', widthMm: 300, heightMm: null },
      { kind: 'rectangle', widthMm: 300, heightMm: null, ...area },
    ],
    [
      { shape: 'disc', widthMm: 240, heightMm: 240 },
      { kind: 'disc', diameterMm: 240, ...area },
    ],
    [{ shape: 'flat', widthMm: null, heightMm: null }, null],
  ])('%j', (surface, expected) => expect(after(surface).area).toEqual(expected));
  test('an area that was measured counts, and no size is left on the surface', () =>
    expect(after({ widthMm: 300, heightMm: 200, tone: 'dark' }, { kind: 'disc' })).toEqual({
      surface: { tone: 'dark' },
      area: { kind: 'disc' },
    }));
  test('what is no list of pieces stays as it is', () => {
    expect(oneSizeEach({ pieces: 'none' })).toEqual({ pieces: 'none' });
    expect(oneSizeEach({ pieces: [7, { parts: 3 }] })).toEqual({ pieces: [7, { parts: 3 }] });
  });
});

describe('ages in the settings of version 5 are cans of version 6', () => {
  const older = (stock: unknown) => {
    const copy = JSON.parse(example(5)) as { settings: { workshop: Record<string, unknown> } };
    copy.settings.workshop['stock'] = stock;
    return readWorkspace(JSON.stringify(copy), all);
  };
  test('as old as was said, on a day that nobody wrote down; of all else nothing is said', () => {
    const opened = older([{ productId: 'craft-acrylic', ageMonths: 40 }]);
    if (!opened.ok) throw new Error(problemSentence(opened.problems[0]!));
    const { shelf, settings } = opened.workspace;
    expect(shelf).toEqual([
      { ...plainCan('stock.craft-acrylic', { productId: 'craft-acrylic' }), aged: { months: 40, on: null } },
    ]);
    expect('stock' in settings.workshop).toBe(false);
    expect(shelfAt(shelf, [], '2030-01-01T00:00:00Z', all).stock).toEqual([
      { productId: 'craft-acrylic', ageMonths: 40 },
    ]);
  });
  test.each([[[{ productId: 'gone', ageMonths: 4 }]], [[7]], [[{ productId: 'craft-acrylic', ageMonths: -1 }]]])(
    '%j is refused',
    (stock) => expect(older(stock).ok).toBe(false),
  );
});

describe('writing', () => {
  test('and reading gives the same workspace, and writing again the same bytes', () => {
    const again = readWorkspace(writeWorkspace(workspace), all);
    expect(again).toEqual({ ok: true, workspace });
    expect(writeWorkspace(workspace)).toBe(text);
  });

  test('does not mind the order in which things were kept', () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...workspace.pieces], { minLength: workspace.pieces.length }),
        (pieces) => writeWorkspace({ ...workspace, pieces }) === text,
      ),
      draws(100, 100),
    ));
});

describe('a file is refused whole, naming the field', () => {
  test.each<[string, string, unknown, string]>([
    ['an empty name', 'pieces.0.name', '', 'pieces.0.name'],
    ['a name of 500 letters', 'pieces.0.name', 'x'.repeat(500), 'pieces.0.name'],
    ['minus three pieces', 'pieces.0.quantity', -3, 'pieces.0.quantity'],
    ['half a piece', 'pieces.0.quantity', 0.5, 'pieces.0.quantity'],
    ['a due date in words', 'pieces.0.due', 'next week', 'pieces.0.due'],
    ['laundry at 400 °C', 'pieces.0.parts.0.use.laundryC', 400, 'pieces.0.parts.0.use.laundryC'],
    ['a place nobody knows', 'pieces.0.parts.0.use.place', 'on the moon', 'pieces.0.parts.0.use.place'],
    ['an unknown key', 'pieces.0.colour', 'red', 'pieces.0'],
    ['a missing part', 'pieces.0.parts', [], 'pieces.0.parts'],
    ['humidity of 140 %', 'settings.workshop.relativeHumidity', 140, 'settings.workshop.relativeHumidity'],
    ['an invented time zone', 'settings.zone', 'Hill/Marrow', 'settings.zone'],
    ['hours that end before they begin', 'settings.freeHours.0.0', ['21:00', '18:00'], 'settings.freeHours.0.0'],
    ['an unknown material', 'pieces.0.parts.0.surface.base', 'moonrock', 'pieces.0.parts.0.surface.base'],
    [
      'an unknown product',
      'pieces.0.parts.0.stack.operations.0.productId',
      'unicorn-dust',
      'pieces.0.parts.0.stack.operations.0.productId',
    ],
    ['a piece that stands twice', 'pieces.1.id', workspace.pieces[0]!.id, 'pieces.1.id'],
    [
      'an event about nothing',
      'events',
      [
        {
          id: 'e',
          pieceId: 'gone',
          partId: 'p',
          operationId: 'o',
          coat: 1,
          at: '2026-11-24T10:00:00Z',
          kind: 'done',
        },
      ],
      'events.0.pieceId',
    ],
    ['settings left out', 'settings', undefined, 'settings'],
    ['version nought', 'version', 0, 'version'],
    ['version 1.5', 'version', 1.5, 'version'],
  ])('%s', (_name, path, value, at) => {
    const refused = readWorkspace(changed(path, value), all);
    expect(refused.ok).toBe(false);
    if (refused.ok) return;
    expect(refused.problems[0]?.at).toContain(at);
    for (const problem of refused.problems)
      for (const words of [problem.given, problem.allowed, problem.todo]) expect(words.length).toBeGreaterThan(3);
  });

  test.each<[string, string, string]>([
    ['of a future version', changed('version', WORKSPACE_VERSION + 1), 'future-version'],
    ['cut short', text.slice(0, text.length / 2), 'not-json'],
    ['empty', '', 'not-json'],
    ['a list', '[]', 'not-a-workspace'],
    ['some other JSON', '{"hello":"world"}', 'not-a-workspace'],
    ['a page', '<html></html>', 'not-json'],
  ])('a file that is %s', (_name, json, code) => {
    const refused = readWorkspace(json, all);
    expect(refused.ok ? 'read' : refused.problems[0]?.code).toBe(code);
  });

  test('HTML in a name is only a name', () => {
    const name = '<img src=x onerror=alert(1)>';
    expect(readWorkspace(changed('pieces.0.name', name), all)).toMatchObject({ ok: true });
  });

  test('whatever single value is broken, nothing half-read comes back', () => {
    const paths: string[][] = [];
    const walk = (value: unknown, path: readonly string[]) => {
      if (value !== null && typeof value === 'object')
        for (const [key, entry] of Object.entries(value)) walk(entry, [...path, key]);
      else paths.push([...path]);
    };
    walk(workspace, []);
    fc.assert(
      fc.property(fc.constantFrom(...paths), fc.constantFrom(NaN, {}, [], 1e12, '\u0000'), (path, value) => {
        const outcome = readWorkspace(changed(path, value), all);
        return !outcome.ok || workspaceSchema.safeParse(outcome.workspace).success;
      }),
      draws(120, 300),
    );
  });
});

test('the demo scene ships as this version writes it', () => {
  const demo = readFileSync(new URL('../../../demo/observatory.json', import.meta.url), 'utf8');
  const opened = readWorkspace(demo, all);
  expect(opened).toMatchObject({ ok: true });
  expect(opened.ok && writeWorkspace(opened.workspace as Workspace)).toBe(demo);
});
