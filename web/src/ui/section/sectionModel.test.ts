import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  catalogue,
  layerStatesAt,
  momentsOf,
  operationsThrough,
  planPieces,
  plainPart,
  readWorkspace,
  type Part,
  type Piece,
  type Plan,
} from '@sgraffa/core';
import { sectionModel, sectionWords, type Band, type Point, type SectionModel } from './sectionModel.ts';

const all = catalogue();
const read = readWorkspace(readFileSync(new URL('../../../../demo/observatory.json', import.meta.url), 'utf8'), all);
if (!read.ok) throw new Error('demo');
const { pieces, settings } = read.workspace;
const partOf = (id: string): Part => pieces.find((piece) => piece.id === id)!.parts[0]!;
const drawn = (part: Part, extra: Partial<Parameters<typeof sectionModel>[0]> = {}): SectionModel => {
  const model = sectionModel({ part, catalogue: all, ...extra });
  if (!model) throw new Error('nothing drawn');
  return model;
};
const planOf = (piece: Piece): Plan => {
  const planned = planPieces([piece], {
    now: '2026-11-25T09:00:00Z',
    zone: settings.zone,
    freeHours: settings.freeHours,
    catalogue: all,
    workshop: settings.workshop,
  });
  const plan = planned.ok ? planned.week.plans[piece.id] : undefined;
  if (!plan) throw new Error('no plan');
  return plan;
};
const band = (model: SectionModel, id: string): Band => model.bands.find((one) => one.id === id)!;

/** The stretch of heights that a band takes at a place across the piece; null where it does not reach there. */
const heightsAt = ({ outlines }: Band, x: number): [number, number] | null => {
  const ys: number[] = [];
  for (const outline of outlines)
    outline.forEach(([x1, y1], index) => {
      const [x2, y2] = outline[(index + 1) % outline.length]!;
      if (x1 !== x2 && (x - x1) * (x - x2) <= 0) ys.push(y1 + ((y2 - y1) * (x - x1)) / (x2 - x1));
    });
  return ys.length ? [Math.min(...ys), Math.max(...ys)] : null;
};
const COLUMNS = [20, 90, 150, 200];

describe('each kind of work looks as different as it is', () => {
  test('an etch is hollow in the opening only, under the ghosts of cream and mask', () => {
    const model = drawn(partOf('demo-chimneys'));
    expect(model.cut).toMatchObject({ kind: 'etched', by: 'frost cream' });
    expect(model.bands.every(({ isGhost }) => isGhost)).toBe(true);
    const [baseTop] = model.base.outline.map(([, y]) => y);
    expect(Math.max(...model.cut!.outline.map(([, y]) => y))).toBeGreaterThan(baseTop!);
  });

  test('a strip opens the old coat down to the metal and leaves it on both sides', () => {
    const old = band(drawn(partOf('demo-tins')), 'old-0');
    expect(old.outlines).toHaveLength(2);
    expect([heightsAt(old, 20), heightsAt(old, 90), heightsAt(old, 200)]).toEqual([
      expect.any(Array),
      null,
      expect.any(Array),
    ]);
  });

  test('a burn is sunk and dark only after its heat', () => {
    const part = partOf('demo-plaques');
    const count = part.stack!.operations.length;
    expect(drawn(part, { done: count }).cut?.kind).toBe('burnt');
    expect(drawn(part, { done: count - 1 }).cut).toBeNull();
    expect(band(drawn(part), 'medium').notes).toContain('burnt in');
  });

  test('while the mask is on, colour lies over it; when it is off, only in the opening', () => {
    const part = partOf('demo-signs');
    const index = part.stack!.operations.findIndex(({ op }) => op === 'remove');
    const masked = band(drawn(part, { done: index }), 'medium');
    const open = band(drawn(part), 'medium');
    expect([heightsAt(masked, 90), heightsAt(masked, 200)]).toEqual([expect.any(Array), expect.any(Array)]);
    expect([heightsAt(open, 90), heightsAt(open, 200)]).toEqual([expect.any(Array), null]);
    expect(band(drawn(part), 'mask')).toMatchObject({ isGhost: true, notes: expect.arrayContaining(['lifted']) });
  });

  test('without layers there is the bare base with what is on it', () => {
    const model = drawn({
      ...plainPart('x', 'hardwood'),
      surface: { ...partOf('demo-plaques').surface, existing: [{ finish: 'waxed', ageDays: null }] },
    });
    expect(model.bands.map(({ notes }) => notes[0])).toEqual(['wax']);
    expect(model.cut).toBeNull();
  });

  test('a material that the catalogue does not hold is not drawn', () =>
    expect(sectionModel({ part: plainPart('x', 'moonrock'), catalogue: all })).toBeNull());
});

describe('at every moment of every demo piece', () => {
  const withStacks = pieces.filter(({ parts }) => parts[0]!.stack);
  test.each(withStacks.map((piece) => [piece.name, piece] as const))('%s', (_name, piece) => {
    const part = piece.parts[0]!;
    const stack = part.stack!;
    const plan = planOf(piece);
    for (const { at } of momentsOf(stack, plan, all)) {
      const model = drawn(part, {
        done: operationsThrough(stack, plan, at),
        states: layerStatesAt(stack, plan, all, at),
      });
      const solid = model.bands.filter(({ isGhost }) => !isGhost);
      for (const x of COLUMNS) {
        const stretches = solid.map((one) => heightsAt(one, x)).filter((heights) => heights !== null);
        stretches.sort(([left], [right]) => right - left);
        stretches.forEach(([top, bottom], index) => {
          expect(bottom - top).toBeGreaterThanOrEqual(28);
          if (index) expect(bottom).toBeLessThanOrEqual(stretches[index - 1]![0] + 1e-6); // bands never cover each other
        });
      }
      const inside = ([x, y]: Point) => x >= 0 && x <= model.width && y >= 0 && y <= model.height;
      for (const { outlines, anchor } of model.bands) expect([...outlines.flat(), anchor].every(inside)).toBe(true);
      expect(sectionWords(model)).toContain(model.base.name);
    }
  });

  test('the last moment shows every coat cured or on', () => {
    const piece = pieces.find(({ id }) => id === 'demo-signs')!;
    const plan = planOf(piece);
    const stack = piece.parts[0]!.stack!;
    const { at } = momentsOf(stack, plan, all).at(-1)!;
    const states = layerStatesAt(stack, plan, all, at);
    const model = drawn(piece.parts[0]!, { states });
    for (const { isGhost, state } of model.bands) if (!isGhost) expect(state).toBe('cured');
  });
});
