import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece, plainWorkshop, type Piece } from '../piece/index.ts';
import { stepsOf } from '../plan/index.ts';
import { briefOf, type Said } from '../testing/briefs.ts';
import { matchLayers } from './index.ts';

const all = catalogue();
const SALVAGED: Said = { base: 'wood-salvaged', surface: { leadTest: 'clear' } };

/** The first candidates of a piece, each with the piece that has them chosen. */
const chosenOf = (said: Said) => {
  const brief = briefOf(said);
  return matchLayers(brief, all, { withoutMends: true })
    .ranked.slice(0, 4)
    .map((candidate) => ({
      candidate,
      piece: {
        ...plainPiece('p', 'piece', brief.part.surface.base),
        parts: [{ ...brief.part, stack: candidate.stack }],
      } satisfies Piece,
    }));
};

describe('one story: what Match warns of stands in the steps', () => {
  test.each<[string, Said]>([
    ['a salvaged board without lead', SALVAGED],
    ['a lamp', { base: 'hardwood', use: { item: 'lamp' } }],
    ['a frosted lamp', { base: 'glass-soda-lime', use: { item: 'lamp' }, design: { look: 'frosted' } }],
    ['a floor', { base: 'plywood', use: { item: 'floor', wear: 'feet', grip: 'yes' } }],
  ])('%s', (_name, said) => {
    const chosen = chosenOf(said);
    expect(chosen.length).toBeGreaterThan(0);
    for (const { candidate, piece } of chosen) {
      const steps = stepsOf(piece, all, plainWorkshop());
      const told = new Set(steps.flatMap(({ hazards }) => hazards));
      expect(candidate.hazards.map(({ id }) => id).filter((id) => !told.has(id))).toEqual([]);
    }
  });

  test('and with the work on the bare surface, not with the last coat', () => {
    const [first] = chosenOf(SALVAGED);
    const steps = stepsOf(first!.piece, all, plainWorkshop());
    expect(steps[0]!.hazards).toContain('treated-wood');
    expect(steps.at(-1)!.hazards).not.toContain('treated-wood');
  });
});
