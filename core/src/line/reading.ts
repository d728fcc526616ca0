import type { Written } from './written.ts';

/** One property read from the line: the chip shows it, and the words of the line that it came from. */
export interface Chip {
  readonly field: string;
  readonly value: string | number;
  readonly label: string;
  readonly from: string;
  /** True where the line does not say it: the thing that it names is mostly so, or a word is likely misspelt. */
  readonly isGuess?: boolean;
}

/** A line while it is read: which of its letters something was made of. */
export class Reading {
  private readonly taken: boolean[];

  constructor(readonly line: Written) {
    this.taken = Array.from({ length: line.text.length }, () => false);
  }

  get text(): string {
    return this.line.text;
  }

  isTaken(start: number, end: number): boolean {
    for (let at = start; at < end; at += 1) if (this.taken[at]) return true;
    return false;
  }

  take(start: number, end: number): void {
    this.taken.fill(true, start, end);
  }

  /** What was typed between two places of the text. */
  typed(start: number, end: number): string {
    const { typed, from, to } = this.line;
    return typed.slice(from[start] ?? 0, to[Math.max(start, end - 1)] ?? 0).trim();
  }

  /** Every match of a pattern in what is still unread, in the order of the line. */
  find(pattern: RegExp): { readonly match: RegExpMatchArray; readonly start: number; readonly end: number }[] {
    return [...this.text.matchAll(pattern)]
      .map((match) => ({ match, start: match.index, end: match.index + match[0].length }))
      .filter(({ start, end }) => !this.isTaken(start, end));
  }

  /** The words around a place up to the next comma, colon or bracket. */
  clauseAround(start: number, end: number): { readonly before: string; readonly after: string } {
    const before =
      this.text
        .slice(0, start)
        .split(/[,;:()]/)
        .at(-1) ?? '';
    const after = this.text.slice(end).split(/[,;:()]/)[0] ?? '';
    return { before, after };
  }
}
