import type { Piece } from '@sgraffa/core';

/** The address of Rescue for a piece, and what of it is known already. */
export const rescueAddress = (
  piece: Pick<Piece, 'id'>,
  at: {
    readonly operationId: string;
    readonly coat: number;
    readonly copies?: readonly number[] | null;
    readonly sees?: string | null;
  },
): string => {
  const search = new URLSearchParams({ piece: piece.id, step: `${at.operationId}.${at.coat}` });
  if (at.copies?.length) search.set('copies', at.copies.join('.'));
  if (at.sees) search.set('sees', at.sees);
  return `/rescue?${search.toString()}`;
};
