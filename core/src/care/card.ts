import { careAxis, type CareAxis, type Catalogue } from '../materials/index.ts';
import type { Piece, Use } from '../piece/index.ts';
import type { Problem } from '../problem/index.ts';
import { headlineOf, type CareLimit } from './careOf.ts';
import type { CardLanguage, CardSettings } from './cardSettings.ts';
import { CardWords, type CardWord } from './cardWords.ts';

/** What one card says, in the words of one language. */
export interface CareCard {
  readonly language: CardLanguage;
  readonly name: string;
  /** "3 of 12", where it is one of several. */
  readonly copy: string | null;
  readonly headline: string;
  readonly why: string | null;
  /** Five at most. */
  readonly lines: readonly string[];
  /** What it must never meet. */
  readonly never: string | null;
  /** Conditions under which all of it holds, and what was said as a "not". */
  readonly only: readonly string[];
  readonly madeBy: string | null;
  /** A slip of its own where it leaves before it has cured. */
  readonly slip: { readonly headline: string; readonly why: string } | null;
}

export interface CardInput {
  readonly piece: Piece;
  readonly limits: readonly CareLimit[];
  /** Conditions of the answer, in sentences. */
  readonly conditions: readonly string[];
  readonly language: CardLanguage;
  readonly settings: CardSettings;
  readonly temperature: 'C' | 'F';
  readonly zone: string;
  readonly catalogue: Catalogue;
  /** Number of the copy; null: one card for all. */
  readonly copy: number | null;
  /** When it leaves the bench, ISO. */
  readonly leavesAt: string;
}

const MOST_LINES = 5;
const WARE = new Set(['glass', 'glaze', 'metal', 'plastic']);

const rankOf = ({ axis, value }: CareLimit): number => {
  if (value === 'unknown') return -1;
  const { words } = careAxis(axis);
  return typeof value === 'number' ? value : words ? Object.keys(words).indexOf(value) : 0;
};

/** What all zones together stand on one axis: the weakest, and what nobody knows before all. */
const weakestOn = (limits: readonly CareLimit[], axis: CareAxis): CareLimit['value'] | null =>
  limits
    .filter((limit) => limit.axis === axis)
    .reduce<CareLimit | null>((least, one) => (least && rankOf(least) <= rankOf(one) ? least : one), null)?.value ??
  null;

const latest = (limits: readonly CareLimit[]): string | null =>
  limits.reduce<string | null>(
    (last, { from }) => (from && (!last || Date.parse(from) > Date.parse(last)) ? from : last),
    null,
  );

const degreesIn = (celsius: number, unit: 'C' | 'F'): string =>
  unit === 'C' ? `${Math.floor(celsius)} °C` : `${Math.floor((celsius * 9) / 5 + 32)} °F`;

const WATER_WORDS: Readonly<Record<string, CardWord>> = {
  none: 'water.none',
  wipe: 'water.wipe',
  handWash: 'water.handWash',
  dishwasher: 'water.dishwasher',
  unknown: 'water.unknown',
};
const isOutdoors = ({ place }: Use): boolean => place !== 'indoors' && place !== 'humid';

/** Writes one card; one object for one piece and language. */
class Writing {
  private readonly words: CardWords;

  constructor(private readonly input: CardInput) {
    this.words = new CardWords(input.language, input.settings);
  }

  get broken(): readonly CardWord[] {
    return this.words.broken;
  }

  private value(axis: CareAxis): CareLimit['value'] | null {
    return weakestOn(this.input.limits, axis);
  }

  /** Whether something is not allowed, or nobody knows that it is. */
  private isBarred(axis: CareAxis): boolean {
    const value = this.value(axis);
    return value === 'no' || value === 'never' || value === 'unknown' || value === 'none';
  }

  /** Whether the piece itself may be eaten from, and only where the design is it may not. */
  private get feedsElsewhere(): boolean {
    return this.input.limits.some(({ axis, zone, value }) => axis === 'food' && zone === 'rest' && value === 'yes');
  }

  private date(instant: string): string {
    const { language, zone } = this.input;
    return new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
      timeZone: zone,
      day: 'numeric',
      month: 'long',
      year: 'numeric',
    }).format(new Date(instant));
  }

  private degrees(celsius: number): string {
    return degreesIn(celsius, this.input.temperature);
  }

  private get isLaundered(): boolean {
    return headlineOf(this.input.limits)?.axis === 'laundry';
  }

  headline(): string {
    const limit = headlineOf(this.input.limits);
    if (!limit) return this.words.say('water.unknown');
    const what =
      limit.axis === 'laundry'
        ? typeof limit.value === 'number'
          ? this.words.say('laundry', { degrees: this.degrees(limit.value) })
          : this.words.say('laundry.no')
        : this.words.say(WATER_WORDS[String(limit.value)] ?? 'water.unknown');
    return limit.from ? this.words.say('from', { what, date: this.date(limit.from) }) : what;
  }

  why(): string | null {
    const { limits, piece, catalogue } = this.input;
    const cause = headlineOf(limits)?.cause;
    if (!cause) return null;
    const operation = piece.parts[0]?.stack?.operations.find(({ id }) => id === cause.operationId);
    const product = operation?.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
    const known: Readonly<Record<string, CardWord>> = {
      paint: 'why.paint',
      film: 'why.film',
      clear: 'why.clear',
      stain: 'why.stain',
      sheet: 'why.sheet',
      primer: 'why.primer',
      medium: 'why.medium',
    };
    const item = catalogue.itemById.get(piece.parts[0]?.use.item ?? '');
    const word = product ? (known[product.kind] ?? 'why.base') : item?.name === cause.name ? 'why.thing' : 'why.base';
    return this.words.say('why', { what: this.words.say(word) });
  }

  lines(): readonly string[] {
    const { limits, piece } = this.input;
    const { use } = piece.parts[0]!;
    const words = this.words;
    const from = latest(limits);
    const heat = this.value('heat');
    const [scrub, iron, food] = [this.value('scrub'), this.value('iron'), this.value('food')];
    const isWalkedOn = use.wear === 'feet';
    return [
      from ? words.say(isWalkedOn ? 'feet' : 'use', { date: this.date(from) }) : null,
      food === 'dry' && use.food !== 'none' ? words.say('food.dry') : null,
      heat === 'unknown' ? words.say('heat.unknown') : null,
      typeof heat === 'number' ? words.say('heat', { degrees: this.degrees(heat) }) : null,
      this.isLaundered && typeof iron === 'number' ? words.say('iron', { degrees: this.degrees(iron) }) : null,
      !this.isLaundered && scrub === 'no' ? words.say('scrub.no') : null,
      !this.isLaundered && (scrub === 'soft' || scrub === 'unknown') ? words.say('scrub.soft') : null,
      isOutdoors(use) && this.isBarred('sun') ? words.say('sun.no') : null,
      isOutdoors(use) && this.isBarred('frost') ? words.say('frost.no') : null,
    ]
      .filter((line) => line !== null)
      .slice(0, MOST_LINES);
  }

  never(): string | null {
    const { piece, catalogue } = this.input;
    const { surface } = piece.parts[0]!;
    const pattern = surface.own?.pattern ?? catalogue.baseById.get(surface.base)?.pattern ?? '';
    const isWare = WARE.has(pattern);
    const barred: readonly (readonly [CardWord, boolean])[] = [
      [this.feedsElsewhere ? 'never.foodHere' : 'never.food', this.isBarred('food')],
      ['never.dishwasher', isWare && this.value('water') !== 'dishwasher'],
      ['never.microwave', isWare],
      ['never.soak', !this.isLaundered && this.isBarred('soak')],
      ['never.solvent', this.isBarred('solvent')],
      ['never.bleach', this.isLaundered],
      ['never.tumble', this.isLaundered && this.isBarred('tumble')],
      ['never.iron', this.isLaundered && this.isBarred('iron')],
    ];
    const list = barred.flatMap(([word, is]) => (is ? [this.words.say(word)] : []));
    return list.length ? this.words.say('never', { list: list.join(', ') }) : null;
  }

  slip(): CareCard['slip'] {
    const { limits, leavesAt } = this.input;
    const from = latest(limits);
    if (!from || Date.parse(from) <= Date.parse(leavesAt)) return null;
    return {
      headline: this.words.say('notBefore', { date: this.date(from) }),
      why: this.words.say('notBefore.why'),
    };
  }

  card(): CareCard {
    const { piece, conditions, language, settings, copy } = this.input;
    const total = String(piece.quantity);
    const nots = (piece.parts[0]?.use.nots ?? []).map(({ words }) => words);
    return {
      language,
      name: piece.name,
      copy: copy !== null && piece.quantity > 1 ? this.words.say('copy', { number: String(copy), total }) : null,
      headline: this.headline(),
      why: this.why(),
      lines: this.lines(),
      never: this.never(),
      only: [...nots, ...conditions.map((what) => this.words.say('only', { what: what.replace(/^only if\s+/i, '') }))],
      madeBy: settings.maker.trim() ? this.words.say('madeBy', { name: settings.maker.trim() }) : null,
      slip: this.slip(),
    };
  }
}

/**
 * The card that goes with a piece, for the one who gets it: what it stands by its weakest layer, from when, what it must never meet and why.
 *
 * @returns the card, and what was not as it should be: half-filled words, dates that are not known, conditions that stand in English
 */
export const careCard = (input: CardInput): { readonly card: CareCard; readonly problems: readonly Problem[] } => {
  const writing = new Writing(input);
  const card = writing.card();
  const problems: Problem[] = [];
  if (writing.broken.length)
    problems.push({
      code: 'card-words-broken',
      given: `Words of your own in ${input.language} are empty or lack their places: ${writing.broken.join(', ')}.`,
      allowed: 'words with every {place} that the shipped ones have.',
      todo: 'The shipped words stand on the card until they are whole.',
    });
  if (latest(input.limits) === null)
    problems.push({
      code: 'card-without-date',
      given: 'There is no plan yet, so the card says no day.',
      allowed: 'a card with the day from which it holds.',
      todo: 'Settle on the layers and the start first; or write the day on it by hand.',
    });
  if (input.language !== 'en' && input.conditions.length)
    problems.push({
      code: 'card-conditions-in-english',
      given: 'Its conditions are in English.',
      allowed: 'conditions that its keeper understands.',
      todo: 'Say what they are about on the piece, so that they fall away; or write them on it by hand.',
    });
  return { card, problems };
};
