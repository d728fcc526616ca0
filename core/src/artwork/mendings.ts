import type { Outcome } from '../problem/index.ts';
import type { Artwork } from './artwork.ts';
import { addBridges, type Bridge } from './bridges.ts';
import { labelsChanged } from './labels.ts';
import { bordered, enlarged, gapsWidened, inverted, outlineAround, setInto, thickened } from './mend.ts';
import { onOwnPage } from './page.ts';
import type { LabelRoom } from './record.ts';

/** One thing that is done to an artwork, all lengths in mm at the size that it is drawn. */
export type ArtworkMend =
  | { readonly kind: 'enlarge'; readonly times: number }
  | { readonly kind: 'thicken'; readonly byMm: number }
  | { readonly kind: 'outline'; readonly byMm: number }
  | { readonly kind: 'invert'; readonly marginMm: number }
  | { readonly kind: 'border'; readonly gapMm: number; readonly widthMm: number }
  | { readonly kind: 'setInto'; readonly pattern: Artwork; readonly gapMm: number }
  /** A name set into the artwork, with a clear outline around it. */
  | { readonly kind: 'takeOut'; readonly name: Artwork; readonly gapMm: number }
  | { readonly kind: 'widenGaps'; readonly leastMm: number }
  | {
      readonly kind: 'bridge';
      readonly widthMm: number;
      readonly perIsland: 1 | 2 | 3 | null;
      readonly minStrokeMm: number;
      readonly skip: readonly number[];
    };

export interface MendedArtwork {
  readonly artwork: Artwork;
  readonly rooms: readonly LabelRoom[] | null;
  readonly bridges: readonly Bridge[];
  /** Numbers of islands that no bridge ties. */
  readonly loose: readonly number[];
}

const changeOf = (mend: Exclude<ArtworkMend, { kind: 'bridge' }>): ((artwork: Artwork) => Artwork) => {
  switch (mend.kind) {
    case 'enlarge':
      return (artwork) => enlarged(artwork, mend.times);
    case 'thicken':
      return (artwork) => thickened(artwork, mend.byMm);
    case 'outline':
      return (artwork) => outlineAround(artwork, mend.byMm);
    case 'invert':
      return (artwork) => inverted(artwork, mend.marginMm);
    case 'border':
      return (artwork) => bordered(artwork, mend);
    case 'setInto':
      return (artwork) => setInto(mend.pattern, artwork, mend.gapMm);
    case 'takeOut':
      return (artwork) => setInto(artwork, mend.name, mend.gapMm);
    case 'widenGaps':
      return (artwork) => gapsWidened(artwork, mend.leastMm);
  }
};

export interface MendOptions {
  /** How labels are laid out again. */
  readonly gapMm: number;
  readonly widthMm: number;
  /** Whether its page is that of an area, and stays. */
  readonly keepsPage: boolean;
}

/**
 * An artwork with a mend; of a set of labels each by itself.
 *
 * @param rooms where the labels of a set stand; null for one drawing
 */
export const mendArtwork = (
  artwork: Artwork,
  rooms: readonly LabelRoom[] | null,
  mend: ArtworkMend,
  { gapMm, widthMm, keepsPage }: MendOptions,
): Outcome<MendedArtwork> => {
  if (mend.kind === 'bridge') {
    // bridges add nothing outside of what is drawn: labels stay where they are
    const bridged = addBridges(artwork, { ...mend, perIsland: mend.perIsland ?? undefined });
    return bridged.ok
      ? { ok: true, artwork: bridged.artwork, rooms, bridges: bridged.bridges, loose: bridged.loose }
      : bridged;
  }
  const change = changeOf(mend);
  const none = { bridges: [], loose: [] };
  return rooms
    ? { ok: true, ...labelsChanged(artwork, rooms, change, gapMm, widthMm), ...none }
    : { ok: true, artwork: keepsPage ? change(artwork) : onOwnPage(change(artwork)), rooms: null, ...none };
};
