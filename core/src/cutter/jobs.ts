import {
  colourNames,
  placedBlanks,
  planOrder,
  sheetOnWords,
  writeSvg,
  type Artwork,
  type CutOrder,
  type PlacedBlank,
} from '../artwork/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import { boundsOf, lengthOfLine, mapped, polygonLength, type Polygon } from '../shape/index.ts';
import type { CutterBed } from './state.ts';

/** One thing on a sheet, in the order in which it is cut. */
export interface JobPiece {
  /** Its number on the sheet, from 1. */
  readonly number: number;
  readonly name: string;
  /** How far the knife has gone of the job when it is through, mm in one pass. */
  readonly endMm: number;
}

/** A sheet for the cutter, or what is missing of it. */
export interface CutJob {
  /** The same for the same sheet of the same lay-out; another wherever anything that is cut differs. */
  readonly sheet: string;
  readonly number: number;
  readonly of: number;
  /** Its colour by name, where there are several; null: there is one. */
  readonly colour: string | null;
  /** What of the shelf it lies on, in words; null where that is not known. */
  readonly film: string | null;
  /** How wide that is; null where it is not known. */
  readonly stockMm: number | null;
  readonly pieces: readonly JobPiece[];
  /** The film that it needs, mm. */
  readonly widthMm: number;
  readonly lengthMm: number;
  /** Extent of what is cut, mm. */
  readonly cutWidthMm: number;
  readonly cutLengthMm: number;
  /** Length of all its lines, once. */
  readonly pathMm: number;
  readonly isMirrored: boolean;
  /** Crosses, tape lines and edges to cut apart at, which the knife leaves out. */
  readonly guides: number;
}

/** A job as it is sent: its file in true mm, turned where it only fits the bed so. */
export interface CutJobFile {
  readonly job: CutJob;
  readonly svg: string;
  readonly isTurned: boolean;
}

const FNV_PRIME = 0x01000193;
const HASH_SEEDS = [0x811c9dc5, 0x2f0b4c47] as const;
/** Places are told apart to a hundredth of a millimetre. */
const PER_MM = 100;

/**
 * Sixteen digits that differ where outlines do.
 *
 * @param nth which of the sheets that are alike
 */
const keyOf = (blanks: readonly PlacedBlank[], isMirrored: boolean, colour: string, nth: number): string => {
  const hashes = HASH_SEEDS.map((seed) => {
    let hash: number = seed;
    const mix = (value: number): void => {
      hash = Math.imul(hash ^ (value & 0xffff), FNV_PRIME);
      hash = Math.imul(hash ^ (value >>> 16), FNV_PRIME);
    };
    for (const sign of colour) mix(sign.codePointAt(0)!);
    mix(isMirrored ? 1 : 0);
    mix(nth);
    for (const { polygon, cutLines } of blanks)
      for (const ring of [...polygon, ...cutLines]) {
        mix(ring.length);
        for (const value of ring) mix(Math.round(value * PER_MM));
      }
    return (hash >>> 0).toString(16).padStart(8, '0');
  });
  return hashes.join('');
};

const pathOf = ({ polygon, cutLines }: PlacedBlank): number =>
  polygonLength(polygon) + cutLines.reduce((sum, line) => sum + lengthOfLine(line), 0);

interface Laid {
  readonly job: CutJob;
  readonly blanks: readonly PlacedBlank[];
  readonly colour: string;
  /** How far what is cut lies in from the edge of the stock, mm. */
  readonly insetMm: number;
}

const laidOut = (order: CutOrder): Outcome<{ laid: Laid[] }> => {
  const plan = planOrder(order);
  if (!plan.ok) return plan;
  const { sheets } = plan.packed;
  const names = colourNames(sheets.map(({ colour }) => colour));
  const { isMirrored } = order.settings;
  const alike = new Map<string, number>();
  const keyFor = (blanks: readonly PlacedBlank[], colour: string): string => {
    const first = keyOf(blanks, isMirrored, colour, 0);
    const nth = alike.get(first) ?? 0;
    alike.set(first, nth + 1);
    return nth === 0 ? first : keyOf(blanks, isMirrored, colour, nth);
  };
  return {
    ok: true,
    laid: sheets.map((sheet, index): Laid => {
      const blanks = placedBlanks(sheet, plan);
      return {
        blanks,
        colour: sheet.colour,
        insetMm: plan.window.insetMm,
        job: sized(
          {
            sheet: keyFor(blanks, sheet.colour),
            number: index + 1,
            of: sheets.length,
            colour: names.size > 1 ? names.get(sheet.colour)! : null,
            film: sheet.on ? sheetOnWords(sheet.on) : null,
            stockMm: sheet.on?.widthMm ?? null,
            isMirrored,
          },
          blanks,
          blanks.map((_, at) => at + 1),
          plan.window.insetMm,
        ),
      };
    }),
  };
};

/** A job of these blanks of a sheet, with the film that it needs from the corner of the stock on. */
const sized = (
  about: Pick<CutJob, 'sheet' | 'number' | 'of' | 'colour' | 'film' | 'stockMm' | 'isMirrored'>,
  blanks: readonly PlacedBlank[],
  numbers: readonly number[],
  insetMm: number,
): CutJob => {
  let endMm = 0;
  const pieces = numbers.map((number): JobPiece => {
    const blank = blanks[number - 1]!;
    endMm += pathOf(blank);
    return { number, name: blank.item, endMm };
  });
  const own = numbers.map((number) => blanks[number - 1]!);
  const edges = boundsOf(own.map(({ outline }) => outline));
  const cut = boundsOf(own.flatMap(({ polygon, cutLines }) => [...polygon, ...cutLines]));
  return {
    ...about,
    pieces,
    widthMm: edges.width + 2 * insetMm,
    lengthMm: edges.height + 2 * insetMm,
    cutWidthMm: cut.width,
    cutLengthMm: cut.height,
    pathMm: endMm,
    guides: own.reduce((sum, { marks }) => sum + marks.length + 1, 0),
  };
};

/**
 * What goes to the cutter for an order, a job for each sheet.
 *
 * @returns problems as of `planOrder`
 */
export const cutJobs = (order: CutOrder): Outcome<{ jobs: CutJob[] }> => {
  const read = laidOut(order);
  return read.ok ? { ok: true, jobs: read.laid.map(({ job }) => job) } : read;
};

const fits = (job: Pick<CutJob, 'cutWidthMm' | 'cutLengthMm'>, bed: CutterBed): boolean =>
  job.cutWidthMm <= bed.widthMm && job.cutLengthMm <= bed.lengthMm;
const turned = <Job extends CutJob>(job: Job): Job => ({
  ...job,
  widthMm: job.lengthMm,
  lengthMm: job.widthMm,
  cutWidthMm: job.cutLengthMm,
  cutLengthMm: job.cutWidthMm,
});

/**
 * The file of one job: guides left out, piece after piece, from the corner of the film on.
 *
 * @param sheet  of `cutJobs`
 * @param pieces numbers on the sheet; what is not in it is left out
 * @param bed    what it must lie on: it is turned where it only fits so
 * @returns problems where that sheet is no longer laid out
 */
export const cutJobFile = (
  order: CutOrder,
  sheet: string,
  pieces: readonly number[],
  bed: CutterBed,
): Outcome<CutJobFile> => {
  const read = laidOut(order);
  if (!read.ok) return read;
  const laid = read.laid.find(({ job }) => job.sheet === sheet);
  const numbers = laid?.job.pieces.map(({ number }) => number).filter((number) => pieces.includes(number)) ?? [];
  if (!laid || !numbers.length)
    return failed({
      code: 'no-such-sheet',
      given: laid ? 'No piece of this sheet was asked for.' : 'This sheet is not laid out any more.',
      allowed: 'what the lay-out that stands holds.',
      todo: 'Look at the lay-out again, and choose a sheet of it.',
    });
  const { blanks, colour, insetMm: inset } = laid;
  const job = sized(laid.job, blanks, numbers, inset);
  const own = numbers.map((number) => blanks[number - 1]!);
  const corner = boundsOf(own.map(({ outline }) => outline));
  const isTurned = !fits(job, bed) && fits(turned(job), bed);
  const placed = (rings: Polygon): Polygon =>
    mapped(rings, (x, y) => {
      const [left, top] = [x - corner.x + inset, y - corner.y + inset];
      return isTurned ? [job.lengthMm - top, left] : [left, top];
    });
  const sent = isTurned ? turned(job) : job;
  const artwork: Artwork = {
    widthMm: sent.widthMm,
    heightMm: sent.lengthMm,
    layers: own.map(({ polygon, cutLines }, at) => ({
      id: `${numbers[at]!}`,
      colour,
      polygon: placed(polygon),
      cutLines: placed(cutLines),
    })),
  };
  return { ok: true, job: sent, svg: writeSvg(artwork, { isMirrored: job.isMirrored }), isTurned };
};
