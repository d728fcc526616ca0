import { describe, expect, test } from '@jest/globals';
import { catalogue, withOwnProducts, type Catalogue } from '../materials/index.ts';
import { DEFAULT_SCHOOLS, NO_ARTWORK, plainPiece, type BenchEvent, type Piece, type Trial } from '../piece/index.ts';
import { plainCan, shelfAt, type Can, type CanUse } from '../shelf/index.ts';
import { demoBench, demoPieces } from '../testing/demo.ts';
import {
  exportWorkspace,
  historyOf,
  pieceAlone,
  plainSettings,
  readWorkspace,
  withPieceOf,
  WORKSPACE_VERSION,
  type Workspace,
} from './index.ts';

const all = catalogue();
const own = (ownProducts: Workspace['ownProducts']): Catalogue => {
  const made = withOwnProducts(all, ownProducts);
  if (!made.ok) throw new Error(made.problems[0]!.given);
  return made.catalogue;
};
const signs = demoPieces.find(({ id }) => id === 'demo-signs')!;
const part = signs.parts[0]!;
const sprayed: Piece = {
  ...signs,
  parts: [{ ...part, designs: part.designs.map((one) => ({ ...one, artworkId: null })) }],
};
const at = '2026-11-24T19:00:00.000Z';
const mark = (id: string, piece: Piece): BenchEvent => ({
  id,
  at,
  pieceId: piece.id,
  partId: piece.parts[0]!.id,
  operationId: 'ground',
  coat: 1,
  kind: 'done',
});
const other = plainPiece('other', 'Another', 'plywood');
const productId = 'own-shed-film';
const can = (id: string, more: Partial<Can> = {}): Can => ({
  ...plainCan(id, { name: id }),
  size: { kind: 'liquid', ml: 400 },
  isOpen: 'yes',
  ...more,
});
const use = (id: string, canId: string, pieceId: string | null): CanUse => ({
  id,
  canId,
  at,
  as: 'used',
  amount: 50,
  pieceId,
  eventId: null,
  note: '',
});
const bench: Workspace = {
  version: WORKSPACE_VERSION,
  catalogueVersion: all.version,
  pieces: [sprayed, other],
  events: [mark('mine', sprayed), mark('theirs', other)],
  settings: { ...plainSettings('Europe/Helsinki'), cards: { ...plainSettings('UTC').cards, maker: 'Marrow Hill' } },
  ownProducts: [
    { id: productId, name: 'Shed film', like: 'film-permanent' },
    { id: 'own-unused', name: 'Unused', like: 'film-permanent' },
  ],
  overrides: [
    { figure: 'film-permanent.thicknessMm', value: 0.1, unit: 'mm', basis: 'your-label', enteredOn: '2026-11-20' },
  ],
  artworks: [],
  shelf: [can('tin', { productId }), can('jar'), can('cut')],
  uses: [use('a', 'tin', sprayed.id), use('b', 'tin', other.id), use('c', 'jar', other.id)],
  trials: [],
};
const empty: Workspace = {
  ...bench,
  pieces: [],
  events: [],
  settings: plainSettings('UTC'),
  ownProducts: [],
  overrides: [],
  shelf: [],
  uses: [],
};

describe('a piece alone', () => {
  const alone = pieceAlone(bench, sprayed.id);

  test('has what it leads to, and nothing of other pieces or of the workshop', () => {
    expect(alone.pieces).toEqual([sprayed]);
    expect(alone.events.map(({ id }) => id)).toEqual(['mine']);
    expect(alone.shelf.map(({ id }) => id)).toEqual(['tin']);
    expect(alone.uses.map(({ id }) => id)).toEqual(['a']);
    // it is the product of the can, and no other text
    expect(alone.ownProducts.map(({ id }) => id)).toEqual([productId]);
    expect(alone.overrides).toEqual([]);
    expect(alone.settings).toEqual(plainSettings('Europe/Helsinki'));
  });

  test('brings what its marks and tests lead to: cans that were cut from or used by a mark, trials of its own steps', () => {
    const cutTest: BenchEvent = {
      id: 'cut-test',
      at,
      pieceId: sprayed.id,
      stepId: null,
      kind: 'cutTested',
      note: '',
      canId: 'cut',
      productId: 'film-permanent',
      settings: { blade: null, depthMm: null, forceG: null, speedMmS: null, passes: 1 },
      strokes: [{ mm: 2, held: true }],
      came: 'through',
    };
    const trial = (id: string, pieceId: string): Trial => ({
      id,
      at,
      ruleId: 'r',
      productId: null,
      methodId: 'paint-stencil',
      surface: 's',
      conditions: '',
      note: '',
      result: 'held',
      step: { pieceId, stepId: 'ground.try-t#1' },
    });
    const more: Workspace = {
      ...bench,
      events: [...bench.events, cutTest, { ...cutTest, id: 'loose', pieceId: null, canId: null }],
      uses: [
        ...bench.uses,
        { ...use('d', 'jar', null), eventId: 'mine' },
        { ...use('e', 'jar', null), eventId: 'theirs' },
      ],
      trials: [trial('own', sprayed.id), trial('not', other.id), { ...trial('told', other.id), step: null }],
    };
    const brought = pieceAlone(more, sprayed.id);
    expect(brought.events.map(({ id }) => id)).toEqual(['mine', 'cut-test']);
    expect(brought.shelf.map(({ id }) => id)).toEqual(['tin', 'jar', 'cut']);
    expect(brought.uses.map(({ id }) => id)).toEqual(['a', 'd']);
    expect(brought.trials.map(({ id }) => id)).toEqual(['own']);
    expect(exportWorkspace(brought, all).ok).toBe(true);
  });

  test('is written as a file that reads back', () => {
    const written = exportWorkspace(alone, all);
    if (!written.ok) throw new Error(JSON.stringify(written.problems));
    expect(readWorkspace(written.text, all)).toMatchObject({ ok: true, workspace: alone });
  });

  test.each(demoPieces.map((piece) => [piece.name, piece] as const))('%s is written alone', (_name, piece) => {
    const drawn = piece.parts.flatMap(({ designs }) => designs.flatMap(({ artworkId }) => artworkId ?? []));
    const artworks = [...new Set([...drawn, 'never'])].map((id) => ({ id, name: id, svg: '<svg/>', ...NO_ARTWORK }));
    const alone = pieceAlone({ ...empty, pieces: [piece], artworks: artworks as never }, piece.id);
    expect(alone.artworks.map(({ id }) => id)).toEqual(drawn);
  });

  test('of which there is none is a fault of the caller', () => {
    expect(() => pieceAlone(bench, 'nobody')).toThrow('nobody');
  });
});

describe('taken in at another bench', () => {
  const alone = pieceAlone(bench, sprayed.id);
  const { workspace, conflicts } = withPieceOf(empty, alone, '2026-11-26');

  test('nothing asks, the settings stay, and its record is the same', () => {
    expect(conflicts).toEqual([]);
    expect(workspace.settings).toEqual(empty.settings);
    const told = ({ events, shelf: cans, uses, trials, ownProducts, settings }: Workspace) => {
      const { layers, spent } = historyOf(sprayed, {
        events,
        cans,
        uses,
        trials,
        catalogue: own(ownProducts),
        money: settings.money,
        zone: 'UTC',
        workshop: demoBench.workshop,
        schools: DEFAULT_SCHOOLS,
      });
      return { laid: layers.map(({ name, laid }) => [name, laid.map(({ from }) => from)]), lines: spent.lines };
    };
    expect(told(workspace)).toEqual(told(bench));
    expect(exportWorkspace(workspace, all).ok).toBe(true);
  });

  test('what it was made with is not on this shelf', () => {
    const { shelf, uses, ownProducts } = workspace;
    const { cans, stock } = shelfAt(shelf, uses, '2026-11-27T09:00:00Z', own(ownProducts));
    expect(cans).toMatchObject([{ isEmpty: true }]);
    expect(stock).toEqual([]);
    expect(shelfAt(bench.shelf, bench.uses, '2026-11-27T09:00:00Z', own(ownProducts)).stock).toHaveLength(1);
  });

  test('a can that is here already stays as it is here; a piece that is here and differs is asked about', () => {
    const changed: Workspace = {
      ...bench,
      pieces: [{ ...sprayed, name: 'Renamed' }],
      shelf: [can('tin', { productId, place: 'attic' })],
      events: [],
      uses: [],
    };
    const merged = withPieceOf(changed, alone, '2026-11-26');
    expect(merged.conflicts.map(({ key }) => key)).toEqual([`pieces/${sprayed.id}`]);
    expect(merged.workspace.pieces[0]!.name).toBe('Renamed');
    expect(merged.workspace.shelf[0]).toMatchObject({ place: 'attic', finishedOn: null });
    const theirs = withPieceOf(changed, alone, '2026-11-26', { [`pieces/${sprayed.id}`]: 'theirs' });
    expect(theirs.workspace.pieces[0]!.name).toBe(sprayed.name);
  });

  test('taken in twice is taken in once', () => {
    expect(withPieceOf(workspace, alone, '2026-12-24').workspace).toEqual(workspace);
  });
});
