import words from './data/words.json' with { type: 'json' };
import type { DesignWants } from '../piece/index.ts';
import type { Chip } from './reading.ts';

/** One design as the line tells it, while it is read. */
export interface DesignDraft {
  noun: string | null;
  isOver: boolean;
  readonly said: Set<string>;
}

/** What tells how a design is made: of two that are made in two ways, each is said once. */
const MAKING: ReadonlySet<string> = new Set(['way', 'look', 'medium', 'mask', 'film']);

/** Words for the same letters: "lettering in film, letters metallic" is one design. */
const LETTERS: ReadonlySet<string> = new Set(words.letters);

/** The designs that a line speaks of: mostly one; a second begins where what is said of it contradicts the first. */
export class DesignDrafts {
  readonly all: DesignDraft[] = [{ noun: null, isOver: false, said: new Set() }];
  private current = 0;

  /** A word such as "lettering" or "stars": a further design where the one before covers the whole area. */
  name(noun: string): void {
    const draft = this.all[this.current]!;
    if (draft.said.has('area')) this.begin(noun);
    else draft.noun ??= noun;
  }

  over(): void {
    const draft = this.all[this.current]!;
    if (draft.said.has('area')) this.begin('lettering');
    this.all[this.current]!.isOver = this.current > 0;
  }

  /** The place of the design that a property is said of; a new one where another has it, or is said to be made, already. */
  placeFor(property: keyof DesignWants | 'tone' | 'look' | 'zone', noun?: string): number {
    const draft = this.all[this.current]!;
    const isOther = noun !== undefined && draft.noun !== null && draft.noun !== noun;
    const isMade = MAKING.has(property) && [...MAKING].some((one) => draft.said.has(one));
    const isSaid = draft.said.has(property) || (isMade && !(LETTERS.has(noun ?? '') && LETTERS.has(draft.noun ?? '')));
    // what covers the whole area has no letters of its own
    if (noun !== undefined && (draft.said.has('area') || (isSaid && isOther))) this.begin(noun);
    this.all[this.current]!.said.add(property);
    return this.current;
  }

  coversArea(): void {
    this.all[this.current]!.said.add('area');
  }

  private begin(noun: string): void {
    this.all.push({ noun, isOver: false, said: new Set() });
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
