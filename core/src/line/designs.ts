import words from './data/words.json' with { type: 'json' };
import type { DesignWants } from '../piece/index.ts';
import type { Chip } from './reading.ts';

/** How what is said hangs on what was said before: as a part of it, beside it, or otherwise. */
export type Joint = 'of' | 'beside' | null;

/** One design as the line tells it, while it is read. */
export interface DesignDraft {
  /** What it is called, and what else is spoken of as one with it. */
  readonly nouns: Set<string>;
  isOver: boolean;
  readonly said: Set<string>;
}

/** Words for the same letters: "lettering in film, letters metallic" is one design. */
const LETTERS: ReadonlySet<string> = new Set(words.letters);

/** The designs that a line speaks of: mostly one; another begins where something is said of another thing. */
export class DesignDrafts {
  readonly all: DesignDraft[] = [{ nouns: new Set(), isOver: false, said: new Set() }];
  private current = 0;

  /** A word such as "lettering" or "stars": a further design where the one before covers the whole area. */
  name(noun: string): void {
    const draft = this.all[this.current]!;
    if (draft.said.has('area')) this.begin(noun);
    else if (draft.nouns.size === 0) draft.nouns.add(noun);
  }

  over(): void {
    const draft = this.all[this.current]!;
    if (draft.said.has('area')) this.begin('lettering');
    this.all[this.current]!.isOver = this.current > 0;
  }

  /**
   * The place of the design that a property is said of: a new one where it is said of another thing than what was spoken of so far.
   *
   * What only has its name yet goes on: of "star and moon painted" both are painted.
   */
  placeFor(property: keyof DesignWants | 'tone' | 'look' | 'zone', noun?: string, joint: Joint = null): number {
    const draft = this.all[this.current]!;
    const isOther = noun !== undefined && draft.nouns.size > 0 && !draft.nouns.has(noun) && joint !== 'of';
    const isOneText = LETTERS.has(noun ?? '') && [...draft.nouns].some((one) => LETTERS.has(one));
    const isApart = draft.said.has(property) || (!isOneText && (draft.said.size > 0 || joint === 'beside'));
    // what covers the whole area has no letters of its own
    if (noun !== undefined && (draft.said.has('area') || (isOther && isApart))) this.begin(noun);
    const place = this.all[this.current]!;
    if (noun !== undefined) place.nouns.add(noun);
    place.said.add(property);
    return this.current;
  }

  coversArea(): void {
    this.all[this.current]!.said.add('area');
  }

  /** What each is called: as it was spoken of first. */
  names(): string[] {
    const called: Readonly<Record<string, string>> = words.called;
    return this.all.map(({ nouns: [noun] }, place) =>
      noun === undefined ? (place ? `design ${place + 1}` : 'design') : (called[noun] ?? noun),
    );
  }

  private begin(noun: string): void {
    this.all.push({ nouns: new Set([noun]), isOver: false, said: new Set() });
    this.current = this.all.length - 1;
  }
}

/** The chip of a property of one design: the first design's fields have their plain name. */
export const designField = (place: number, property: string): string =>
  place === 0 ? property : `design ${place + 1} ${property}`;

/** A chip's field as the place of its design and the property. */
export const designOf = (field: string): { place: number; property: string } => {
  const [, number, property] = /^design (\d+) (.+)$/.exec(field) ?? [];
  return property ? { place: Number(number) - 1, property } : { place: 0, property: field };
};

export const isSaid = (chips: readonly Chip[], field: string): boolean =>
  chips.some((chip) => chip.field === field && !chip.isGuess);
