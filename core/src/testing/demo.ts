import { readFileSync } from 'node:fs';
import { catalogue } from '../materials/index.ts';
import { pieceSchema, type Piece } from '../piece/index.ts';
import type { BenchContext } from '../plan/index.ts';

const demo = JSON.parse(readFileSync(new URL('../../../demo/observatory.json', import.meta.url), 'utf8')) as {
  pieces: unknown[];
  settings: Pick<BenchContext, 'freeHours' | 'workshop'>;
};

export const DEMO_NOW = '2026-11-25T09:00:00.000Z';
export const demoPieces: readonly Piece[] = demo.pieces.map((piece) => pieceSchema.parse(piece));

/** The bench of the demo scene as it stands at `DEMO_NOW`, without weather. */
export const demoBench: BenchContext = {
  now: DEMO_NOW,
  zone: 'Europe/Berlin',
  freeHours: demo.settings.freeHours,
  catalogue: catalogue(),
  workshop: demo.settings.workshop,
};
