import type { Catalogue } from '../materials/index.ts';
import { formatDuration } from '../units/index.ts';
import type { StackVerdict } from './asked.ts';
import type { Keep, Lag, Step } from './step.ts';

// What is said of a step wherever it is told: on the screen, on the printed sheet, in the calendar.

/** What stands against layers, in words; nothing where they stand. */
export const STANDING_WORDS: Readonly<Record<StackVerdict['standing'], string>> = {
  stands: '',
  tryFirst: 'to be tried first',
  refused: 'refused, kept by hand',
  unsafe: 'refused for safety',
};
/** Beside the steps of a piece whose layers are refused; what is to be tried first is a step of its own. */
export const refusedWords = (verdict: StackVerdict | undefined): string =>
  verdict && verdict.standing !== 'tryFirst' ? STANDING_WORDS[verdict.standing] : '';

/** What a step looks like when it is right; where it is a test, when it held and when it failed. */
export const checksOf = ({ gate, looksRight }: Step): readonly { readonly name: string; readonly words: string }[] => [
  ...(looksRight ? [{ name: gate ? 'Held when' : 'Right when', words: looksRight }] : []),
  ...(gate ? [{ name: 'Failed when', words: gate.failed }] : []),
];

/** A sentence about a time, in parts, so that a page can say of the time where it is from. */
export interface TimeSentence {
  readonly before: string;
  readonly time: string;
  readonly after: string;
}
const whole = ({ before, time, after }: TimeSentence): string => `${before}${time}${after}.`;

/** Until when, and from when again, the next coat may come, where it may only come early or late; empty elsewhere. */
const windowWords = ({ windows }: Lag): string => {
  const closes = windows?.[0]?.[1];
  return closes === undefined || closes === null
    ? ''
    : `, and within ${formatDuration(closes)} of the first coat or after ${formatDuration(windows?.[1]?.[0] ?? closes)}`;
};

/** How long a step waits after another, by the careful end. */
export const lagWords = (lag: Lag): TimeSentence => ({
  before: `After ${lag.why}: `,
  time: formatDuration(lag.time.high),
  after: windowWords(lag),
});
/** How long a step may not wait. */
export const keepWords = ({ why, time }: Keep): TimeSentence => ({
  before: `Before long: ${why} for `,
  time: `${formatDuration(time.low)} to ${formatDuration(time.high)}`,
  after: '',
});

/** The waits of a step, each once: coats on the back and on the front may ask for the same. */
export const lagsOnce = ({ lags }: Pick<Step, 'lags'>): readonly Lag[] => [
  ...new Map(lags.map((lag) => [whole(lagWords(lag)), lag])).values(),
];

/** How long a step waits, and how long it may not: a sentence each. */
export const waitsOf = ({ lags, keeps }: Pick<Step, 'lags' | 'keeps'>): readonly string[] =>
  [...lagsOnce({ lags }).map(lagWords), ...keeps.map(keepWords)].map(whole);

/** All that is to be minded at a step. */
export const cautionsOf = (
  { hazards }: Pick<Step, 'hazards'>,
  { hazardById }: Pick<Catalogue, 'hazardById'>,
): readonly string[] => hazards.flatMap((id) => hazardById.get(id)?.cautions ?? []);
