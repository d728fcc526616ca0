import type { CardLanguage, CardSettings } from './cardSettings.ts';
import de from './data/words/de.json' with { type: 'json' };
import en from './data/words/en.json' with { type: 'json' };
import es from './data/words/es.json' with { type: 'json' };
import fr from './data/words/fr.json' with { type: 'json' };

/** Everything that a card says, by name; `{date}` and the like stand where something is put in. */
export type CardWord = keyof typeof en;
/** A language that lacks a word, or has one too many, does not compile. */
const SHIPPED: Readonly<Record<CardLanguage, Readonly<Record<CardWord, string>>>> = { en, de, fr, es };
export const CARD_WORDS = Object.keys(en) as CardWord[];

export const shippedWords = (language: CardLanguage): Readonly<Record<CardWord, string>> => SHIPPED[language];

const placesIn = (words: string): readonly string[] => [...words.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);

/** Whether words of the crafter's own can stand for shipped ones: they have all the places that something is put into. */
const isWhole = (own: string, shipped: string): boolean =>
  own.trim() !== '' && placesIn(shipped).every((place) => own.includes(`{${place}}`));

/** The words of one language: the crafter's own where they are whole, else those that are shipped. */
export class CardWords {
  private readonly own: Readonly<Record<string, string>>;
  /** Names of own words that cannot stand as they are; the shipped ones take their place. */
  readonly broken: readonly CardWord[];

  constructor(
    readonly language: CardLanguage,
    settings: Pick<CardSettings, 'words'>,
  ) {
    this.own = settings.words[language] ?? {};
    this.broken = CARD_WORDS.filter(
      (word) => this.own[word] !== undefined && !isWhole(this.own[word], SHIPPED[language][word]),
    );
  }

  /** A word with what is put into its places. */
  say(word: CardWord, put: Readonly<Record<string, string>> = {}): string {
    const own = this.own[word];
    const shipped = SHIPPED[this.language][word];
    const words = own !== undefined && isWhole(own, shipped) ? own : shipped;
    return words.replace(/\{(\w+)\}/g, (_, place: string) => put[place] ?? '');
  }
}
