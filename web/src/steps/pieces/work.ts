import type { ReactNode } from 'react';
import type { Piece } from '@sgraffa/core';

/** What the rows of the list are made by once the bench is open. */
export interface Work {
  /** A piece with its small section and its sentence. */
  readonly show: (piece: Piece) => ReactNode;
  readonly deletePiece: (id: string) => void;
}
