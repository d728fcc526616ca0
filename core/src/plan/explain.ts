import { MS_PER_MINUTE } from '../units/index.ts';
import type { Outcome, Problem } from '../problem/index.ts';
import type { Piece } from '../piece/index.ts';
import type { BenchContext } from './benchProblem.ts';
import type { FreeHours } from './hoursSchema.ts';
import { planPieces, type PlanPiecesOptions, type WeekPlan } from './planPieces.ts';

/** One change and what it would bring. */
export interface Help {
  readonly what: string;
  readonly readyAt: string;
  /** Minutes by which all is ready sooner. */
  readonly savedMinutes: number;
}

const WARMER_C = 5;
const LATEST_WARM_C = 26;

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
const timeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** An hour more on every day that has free hours: later where there is room, else earlier. */
const longer = (freeHours: FreeHours): FreeHours =>
  freeHours.map((day) =>
    day.map(([from, to], index): [string, string] => {
      if (index < day.length - 1) return [from, to];
      const end = minutesOf(to) + 60;
      return end <= 1440 ? [from, timeOf(end)] : [timeOf(Math.max(0, minutesOf(from) - 60)), to];
    }),
  );

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** The changes that are tried: a warmer or drier room, more hands, more hours. */
const changesOf = (context: BenchContext): { readonly what: string; readonly context: BenchContext }[] => {
  const { workshop, freeHours } = context;
  const warm = Math.min(LATEST_WARM_C, workshop.temperatureC + WARMER_C);
  const idle = freeHours.findIndex((day) => day.length === 0);
  const usual = freeHours.find((day) => day.length > 0)?.[0];
  return [
    ...(warm > workshop.temperatureC
      ? [{ what: `a workshop at ${warm} °C`, context: { ...context, workshop: { ...workshop, temperatureC: warm } } }]
      : []),
    ...(workshop.relativeHumidity > 45
      ? [{ what: 'air at 40 % RH', context: { ...context, workshop: { ...workshop, relativeHumidity: 40 } } }]
      : []),
    ...(context.airflow === 'fan'
      ? []
      : [{ what: 'a fan on the drying coats', context: { ...context, airflow: 'fan' as const } }]),
    { what: 'an hour more on each of your days', context: { ...context, freeHours: longer(freeHours) } },
    ...(idle >= 0 && usual
      ? [
          {
            what: `${WEEKDAYS[idle]} ${usual[0]}–${usual[1]} too`,
            context: { ...context, freeHours: freeHours.map((day, at) => (at === idle ? [usual] : day)) },
          },
        ]
      : []),
    { what: 'a second pair of hands', context: { ...context, hands: (context.hands ?? 1) + 1 } },
  ];
};

/** What one change brings, planned for itself; nothing where all is not ready sooner. */
export const helpOf = (
  what: string,
  pieces: readonly Piece[],
  context: BenchContext,
  week: WeekPlan,
  options: PlanPiecesOptions,
): Help[] => {
  const read = planPieces(pieces, context, { ...options, direction: 'forward' });
  // a piece that is left out has not been brought forward
  if (!read.ok || !read.week.readyAt || !week.readyAt) return [];
  if (Object.keys(read.week.problems).some((id) => !(id in week.problems))) return [];
  const savedMinutes = Math.round((Date.parse(week.readyAt) - Date.parse(read.week.readyAt)) / MS_PER_MINUTE);
  return savedMinutes > 0 ? [{ what, readyAt: read.week.readyAt, savedMinutes }] : [];
};

/** The change that saves most comes first. */
export const bestFirst = (helps: readonly Help[]): Help[] =>
  [...helps].sort((one, other) => other.savedMinutes - one.savedMinutes);

/**
 * What would bring the end forward most, each change planned for itself.
 *
 * @returns changes that help, the best first
 */
export const whatHelps = (
  pieces: readonly Piece[],
  context: BenchContext,
  week: WeekPlan,
  options: PlanPiecesOptions = {},
): Help[] =>
  bestFirst(changesOf(context).flatMap(({ what, context: changed }) => helpOf(what, pieces, changed, week, options)));

/** A due date that cannot be met, with the nearest one that can. */
export interface MissedDue {
  readonly pieceId: string;
  readonly piece: string;
  readonly due: string;
  readonly nearest: string;
}

/** Pieces that the soonest plan brings after their due date, each with the nearest date that can be met. */
export const missedDues = (pieces: readonly Piece[], { plans }: WeekPlan): MissedDue[] =>
  pieces.flatMap((piece) => {
    const nearest = plans[piece.id]?.readyAt;
    return piece.due && nearest && nearest > piece.due
      ? [{ pieceId: piece.id, piece: piece.name, due: piece.due, nearest }]
      : [];
  });

/** Whether a start that the crafter gives a step can be kept, with the rest planned round it; or why not. */
export const tryPin = (
  pieces: readonly Piece[],
  pin: { readonly pieceId: string; readonly stepId: string; readonly at: string },
  context: BenchContext,
  options: PlanPiecesOptions = {},
): Outcome<{ week: WeekPlan }> => {
  const grid = 5 * MS_PER_MINUTE;
  const at = new Date(Math.round(Date.parse(pin.at) / grid) * grid).toISOString();
  const moved = pieces.map((piece) =>
    piece.id === pin.pieceId
      ? { ...piece, pins: [...piece.pins.filter(({ stepId }) => stepId !== pin.stepId), { stepId: pin.stepId, at }] }
      : piece,
  );
  if (Date.parse(at) < Date.parse(context.now)) return { ok: false, problems: [pastPin(pin.at)] };
  const read = planPieces(moved, context, options);
  // a piece that is left out because of its move has not been moved
  const stands = read.ok ? read.week.problems[pin.pieceId] : undefined;
  return stands ? { ok: false, problems: stands } : read;
};

const pastPin = (at: string): Problem => ({
  code: 'past-pin',
  given: `The step was moved to ${at}, which is past.`,
  allowed: 'a time from now on.',
  todo: 'Mark it done if it is done, or move it to a later time.',
});
