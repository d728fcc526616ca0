import type { Range } from '../cut/index.ts';
import type { DecidingFigure } from '../judge/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { designsServed, facesOf, surfaceFacts, type ApplyOperation, type Design, type Part } from '../piece/index.ts';
import { clearAreaOf, polygonArea, polygonLength, type ClearArea } from '../shape/index.ts';
import { areaWords } from './areaWords.ts';
import type { Measured } from './measured.ts';
import { exactly, plus, scaledBy, shareOf, times } from './ranges.ts';

/** One fact that an amount hangs on: what it is, in words, and its figure where it has one. */
export interface Because {
  readonly words: string;
  readonly figure?: DecidingFigure;
}

/** An area of one piece, and what it was worked out from; null: not measured. */
export interface WorkedArea {
  readonly areaMm2: Range | null;
  readonly because: readonly Because[];
  /** Whether it stands for an artwork that nobody has drawn yet. */
  readonly isGuess: boolean;
}

const clearOf = ({ area }: Part): (ClearArea & { readonly ok: true }) | null => {
  const clear = area && clearAreaOf(area, { rimZoneMm: 0 });
  return clear?.ok ? clear : null;
};

const NOT_MEASURED: WorkedArea = {
  areaMm2: null,
  because: [{ words: 'the clear area has not been measured' }],
  isGuess: false,
};

const FACE_WORDS = { front: 'the front', frontAndEdges: 'front and edges', allRound: 'front, back and edges' } as const;

/** All faces that are worked, of one piece. */
export const facesArea = (part: Part, catalogue: Catalogue): WorkedArea => {
  const clear = clearOf(part);
  if (!clear || !part.area) return NOT_MEASURED;
  const { amounts } = catalogue;
  const front = polygonArea(clear.whole);
  const { area } = part;
  if (area.kind === 'cylinder' || area.kind === 'cone') {
    const across =
      area.kind === 'cone' ? area.bottomDiameterMm : (area.diameterMm ?? (area.circumferenceMm ?? 0) / Math.PI);
    const foot = part.footToo ? (Math.PI * across ** 2) / 4 : 0;
    return {
      areaMm2: exactly(front + foot),
      because: [{ words: `${foot ? 'side and foot' : 'the side'}: ${areaWords(front + foot)} a piece` }],
      isGuess: false,
    };
  }
  const { faces, isSaid, why } = facesOf(part, catalogue);
  const words = `${FACE_WORDS[faces]}, ${isSaid ? why : `since ${why}`}`;
  if (faces === 'front')
    return { areaMm2: exactly(front), because: [{ words: `${words}: ${areaWords(front)} a piece` }], isGuess: false };
  const read = surfaceFacts(part.surface, catalogue, { prepared: true });
  const isWood = read.ok && ['grain', 'ply'].includes(read.facts.base.pattern);
  const thick: Range = part.thicknessMm === null ? amounts.thickness : exactly(part.thicknessMm);
  const edges = scaledBy(thick, polygonLength(clear.whole) * (isWood ? amounts.endGrainCoats.typical : 1));
  const areaMm2 = plus(exactly(front * (faces === 'allRound' ? 2 : 1)), edges);
  return {
    areaMm2,
    because: [
      { words: `${words}: ${areaWords(areaMm2.typical)} a piece` },
      part.thicknessMm === null
        ? {
            words: 'its thickness has not been measured',
            figure: { of: 'a board', label: 'thickness', figure: amounts.thickness },
          }
        : { words: `${part.thicknessMm} mm thick` },
      ...(isWood
        ? [
            {
              words: 'end grain drinks: its edges twice',
              figure: { of: 'end grain', label: 'coats', figure: amounts.endGrainCoats },
            },
          ]
        : []),
    ],
    isGuess: false,
  };
};

/** What the openings of the designs cover, of one piece. */
const openingArea = (
  part: Part,
  designs: readonly Design[],
  measured: Measured,
  { amounts }: Catalogue,
): WorkedArea => {
  const known = designs.flatMap((design) => measured[design.id] ?? []);
  if (known.length === designs.length && designs.length) {
    const sum = known.reduce((all, { areaMm2 }) => all + areaMm2, 0);
    return {
      areaMm2: exactly(sum),
      because: [{ words: `the artwork at its size: ${areaWords(sum)} a piece` }],
      isGuess: false,
    };
  }
  const clear = clearOf(part);
  if (!clear) return NOT_MEASURED;
  const area = polygonArea(clear.clear);
  return {
    areaMm2: scaledBy(shareOf(amounts.designShare), area),
    because: [
      {
        words: `no artwork yet: a guess, of ${areaWords(area)} clear`,
        figure: { of: 'a design', label: 'share of the clear area', figure: amounts.designShare },
      },
    ],
    isGuess: true,
  };
};

/** The area that an operation covers on one piece. */
export const workedArea = (
  part: Part,
  operation: ApplyOperation,
  measured: Measured,
  catalogue: Catalogue,
): WorkedArea => {
  const designs = designsServed(part, operation);
  const { extent } = operation;
  if (extent === 'all') return facesArea(part, catalogue);
  const opening = openingArea(part, designs, measured, catalogue);
  if (extent === 'opening' || opening.areaMm2 === null) return opening;
  if (extent === 'masked') {
    const clear = clearOf(part);
    if (!clear) return NOT_MEASURED;
    const area = polygonArea(clear.clear);
    const { low, typical, high } = opening.areaMm2;
    return {
      ...opening,
      areaMm2: { low: Math.max(0, area - high), typical: Math.max(0, area - typical), high: Math.max(0, area - low) },
      because: [{ words: `the clear area without the design` }, ...opening.because],
    };
  }
  const stroke = catalogue.amounts.edgeSealStroke;
  const known = designs.flatMap((design) => measured[design.id] ?? []);
  const strokeFigure = { of: 'a brush along the edge', label: 'width', figure: stroke };
  if (known.length !== designs.length)
    return {
      areaMm2: null,
      because: [{ words: 'the length of its edges is known once there is an artwork' }],
      isGuess: true,
    };
  const length = known.reduce((sum, { cutLengthMm }) => sum + cutLengthMm, 0);
  return {
    areaMm2: times(exactly(length), stroke),
    because: [{ words: `${Number((length / 1000).toPrecision(3))} m of edge a piece`, figure: strokeFigure }],
    isGuess: false,
  };
};
