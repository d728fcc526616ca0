import type { Figure } from '../../materials/index.ts';
import { formatDuration, MINUTES_PER_HOUR } from '../../units/index.ts';

export const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** A range as people say it: "15 min to 2 h", "150–160 °C". */
export const spanWords = ({ low, high, unit }: Figure): string => {
  if (unit === 'min' && high >= MINUTES_PER_HOUR)
    return low === high ? formatDuration(high) : `${formatDuration(low)} to ${formatDuration(high)}`;
  return `${low === high ? low : `${low}–${high}`} ${unit}`;
};

/** Sentences one after the other, each once, each with its full stop. */
export const sentences = (parts: readonly (string | undefined | null | false)[]): string => {
  const said = new Set<string>();
  for (const part of parts) {
    const text = part ? part.trim() : '';
    if (text) said.add(/[.!?]$/.test(text) ? text : `${text}.`);
  }
  return [...said].join(' ');
};
