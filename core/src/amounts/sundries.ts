import type { Range } from '../cut/index.ts';
import type { DecidingFigure } from '../judge/index.ts';
import type { Catalogue, Figure } from '../materials/index.ts';
import { catalogueFor, type Piece } from '../piece/index.ts';
import type { Can } from '../shelf/index.ts';
import { facesArea } from './areas.ts';
import { areaWords } from './areaWords.ts';
import type { Measured } from './measured.ts';
import { exactly, scaledBy } from './ranges.ts';

/** Small things that a piece uses up and no layer is made of. */
export interface Sundry {
  readonly name: 'blades' | 'sheets of sandpaper' | 'cloths' | 'pairs of gloves' | 'sheets of butcher paper';
  /** For the whole batch; null: it cannot be said. */
  readonly need: Range | null;
  readonly because: string;
  readonly figure: DecidingFigure;
  /** So many are on the shelf under such a name. */
  readonly onShelf: number;
}

const WORDS: Readonly<Record<Sundry['name'], RegExp>> = {
  blades: /\bblades?\b/i,
  'sheets of sandpaper': /\bsand ?paper\b|\babrasive\b/i,
  cloths: /\bcloths?\b|\bwipes?\b/i,
  'pairs of gloves': /\bgloves?\b/i,
  'sheets of butcher paper': /\bbutcher('s)? paper\b/i,
};

const MM_PER_M = 1000;
const sharedBy = ({ low, typical, high }: Range, each: Figure): Range => ({
  low: low / each.high,
  typical: typical / each.typical,
  high: high / each.low,
});

/**
 * Blades by what is cut, sandpaper and cloths by the faces that are sanded and wiped, butcher paper by the press, gloves by the sitting.
 *
 * Their money is part of the overhead.
 *
 * @param sittings at the bench for the whole batch, as planned; null: not planned
 */
export const sundriesOf = (
  piece: Piece,
  measured: Measured,
  sittings: number | null,
  cans: readonly Can[],
  all: Catalogue,
): Sundry[] => {
  const { amounts } = all;
  const [part] = piece.parts;
  const known = catalogueFor(part!, all);
  const applied = (part!.stack?.operations ?? []).flatMap((one) => (one.op === 'apply' ? [one] : []));
  const productsOf = applied.flatMap(({ productId }) => known.productById.get(productId) ?? []);
  const faces = facesArea(part!, known).areaMm2;
  const timesOf = (how: 'sand' | 'wipe') => applied.filter((one) => one.role === 'prep' && one.how === how).length;
  const cutMm = Object.values(measured).reduce((sum, { cutAllMm }) => sum + cutAllMm, 0);
  const row = (
    name: Sundry['name'],
    total: Range | null,
    because: string,
    label: string,
    figure: Figure,
    need: Range | null,
  ): Sundry => ({
    name,
    need: total && need,
    because,
    figure: { of: name, label, figure },
    onShelf: cans.reduce(
      (sum, can) =>
        sum +
        (can.size?.kind === 'pieces' && can.finishedOn === null && WORDS[name].test(can.name ?? '')
          ? can.size.count
          : 0),
      0,
    ),
  });
  const area = (how: 'sand' | 'wipe', name: Sundry['name'], figure: Figure): Sundry[] => {
    const times = timesOf(how);
    if (!times) return [];
    const total = faces && scaledBy(faces, times * piece.quantity);
    const because = total ? `${areaWords(total.typical)} in all` : 'the clear area has not been measured';
    return [row(name, total, because, 'one does', figure, total && sharedBy(total, figure))];
  };
  const needsGloves = productsOf.some(({ hazards }) =>
    hazards.some((id) => known.hazardById.get(id)?.wear?.includes('gloves')),
  );
  const inAll = sittings === null ? null : exactly(sittings);
  const papers = productsOf.flatMap(({ pressPaper }) => pressPaper ?? []);
  return [
    ...(cutMm > 0
      ? [
          row(
            'blades',
            exactly(cutMm),
            `${Number((cutMm / MM_PER_M).toPrecision(3))} m are cut`,
            'one cuts',
            amounts.bladeLife,
            sharedBy(exactly(cutMm), amounts.bladeLife),
          ),
        ]
      : []),
    ...area('sand', 'sheets of sandpaper', amounts.sandedBySheet),
    ...area('wipe', 'cloths', amounts.wipedByCloth),
    ...papers.map((paper) =>
      row(
        'sheets of butcher paper',
        exactly(piece.quantity),
        `${piece.quantity} ${piece.quantity === 1 ? 'piece is' : 'pieces are'} pressed, each with fresh paper larger than the transfer`,
        'a press',
        paper,
        scaledBy(paper, piece.quantity),
      ),
    ),
    ...(needsGloves
      ? [
          row(
            'pairs of gloves',
            inAll,
            sittings === null
              ? 'it is not planned'
              : `${sittings} ${sittings === 1 ? 'sitting' : 'sittings'}; of the kind that each label asks for`,
            'a sitting',
            amounts.glovesASitting,
            sittings === null ? null : scaledBy(amounts.glovesASitting, sittings),
          ),
        ]
      : []),
  ];
};
