import { catalogue, problemSentence, readCan, type Can, type CanUse } from '../core/src/index.ts';

const WRITTEN_ON = '2026-11-20';

/** What stands on the shelf of the observatory's workshop, a line each, and what of it was measured last. */
const THINGS: readonly (readonly [id: string, line: string, left?: number])[] = [
  ['latex-blue', 'exterior latex, night blue, 750 ml, opened 2026-06-12, 21.90, on the paint shelf', 410],
  ['latex-white', 'exterior latex, white, 250 ml, bought October 2026, 9.50, on the paint shelf'],
  ['acrylic-white', 'craft acrylic, white, 59 ml, opened March 2026, 2.80', 31],
  ['interior-grey', 'interior latex, grey, 750 ml, opened May 2021, on the paint shelf', 500],
  ['spar', 'spar urethane, 500 ml, bought April 2024, 18.40'],
  ['clear-spray', 'clear spray, 400 ml, bought July 2026, 9.20'],
  ['film-black', 'permanent film, matte black, 305 mm × 3 m, bought May 2026, 11.50', 1900],
  ['film-white', 'permanent film, white, 12 sheets 305 × 305, bought February 2026, 9.90', 7],
  ['stencil-film', 'stencil film, 305 mm × 2 m, bought August 2026, 8.40'],
  ['cast-silver', 'cast film, silver, 6 sheets 305 × 305, bought April 2026, 14.00', 4],
  ['offcut-1', 'removable film, white, offcut 185 × 90 mm, bought February 2026'],
  ['offcut-2', 'removable film, white, offcut 150 × 110 mm, bought February 2026'],
  ['offcut-3', 'removable film, white, offcut 250 × 80 mm, bought February 2026'],
  ['offcut-4', 'removable film, clear, offcut 180 × 140 mm, bought June 2026'],
  ['tape-regular', 'regular transfer tape, 305 mm × 5 m, 7.90', 3600],
  ['epoxy', 'epoxy, 473 ml, opened December 2025, 24.00', 300],
  ['gel', 'remover gel, 250 ml, bought September 2026, 12.60'],
  ['chloride', 'ammonium chloride, 500 g, 6.90, in the locked cabinet'],
  ['rope', 'jute rope, 10 m, 6.40'],
  ['blades', '5 blades for the cutter, 12.00'],
];

export const demoShelf = (): { shelf: Can[]; uses: CanUse[] } => {
  const reader = { catalogue: catalogue(), today: WRITTEN_ON, unit: 'mm' } as const;
  const shelf = THINGS.map(([id, line]) => {
    const read = readCan(line, `demo-can-${id}`, reader);
    if (!read.ok) throw new Error(`${line}: ${read.problems.map(problemSentence).join(' ')}`);
    return read.can;
  });
  const uses = THINGS.flatMap(([id, , left]): CanUse[] =>
    left === undefined
      ? []
      : [
          {
            id: `demo-use-${id}`,
            canId: `demo-can-${id}`,
            at: `${WRITTEN_ON}T18:00:00.000Z`,
            as: 'left',
            amount: left,
            pieceId: null,
            eventId: null,
            note: '',
          },
        ],
  );
  return { shelf, uses };
};
