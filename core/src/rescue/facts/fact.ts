import { formatDuration, MS_PER_MINUTE } from '../../units/index.ts';
import type { PieceRecord } from '../record.ts';

/** One thing that the record says, with its words for a sentence. */
export interface Fact {
  readonly value: string | number | readonly string[];
  readonly words: string;
  /** Set where it is only what the workshop is set to: it may speak for a cause, never against one. */
  readonly isSetting?: true;
}

/** Reads one fact; null: the record does not say. */
export type Reader = (record: PieceRecord) => Fact | null;

export const fact = (value: Fact['value'] | null | undefined, words: string): Fact | null =>
  value === null || value === undefined || value === 'unknown' ? null : { value, words };

export const yesNo = (is: boolean | null, yes: string, no: string): Fact | null =>
  is === null ? null : { value: is ? 'yes' : 'no', words: is ? yes : no };

export const minutesBetween = (from: number, to: number): number => (to - from) / MS_PER_MINUTE;

export const spanOf = (minutes: number): string => formatDuration(Math.max(0, Math.round(minutes)));
