import { ENERGIES, rankIn, type Catalogue, type Product } from '../materials/index.ts';
import words from './data/words.json' with { type: 'json' };
import { isHollow, type Use } from '../piece/index.ts';
import { designField, type DesignDrafts, type Joint } from './designs.ts';
import { likeliestOf, type Head } from './head.ts';
import type { Chip, Reading } from './reading.ts';
import type { Times } from './times.ts';
import { normOf, type Token } from './tokens.ts';
import { isSmallWord, type Meaning, type Phrase } from './vocabulary.ts';

interface Given {
  readonly reading: Reading;
  readonly catalogue: Catalogue;
  readonly tokens: readonly Token[];
  readonly phrases: readonly Phrase[];
  readonly negated: ReadonlySet<number>;
  readonly ages: Times['ages'];
  readonly head: Head;
  readonly designs: DesignDrafts;
  readonly chips: readonly Chip[];
  readonly say: (chip: Chip) => void;
}

type Fact = Extract<Meaning, { kind: 'fact' }>;

const DESIGN_NOUNS = new Set(words.designNouns);
/** Materials that are named only by their sort. */
const SORTS = new Set(['wood-unknown', 'metal-unknown', 'abs-like', 'cloth-unknown']);
/** Words that name one material of a sort, where the thing may be made of another of it: a steel flask is mostly stainless. */
const LOOSE = new Set(['steel', 'glass', 'tile', 'canvas'].map(normOf));
/** What a "not" makes of a fact where there are only two ways. */
const OPPOSITES: Readonly<Record<string, string>> = {
  food: 'none',
  children: 'no',
  skin: 'no',
  soak: 'no',
  mustComeOff: 'no',
  grip: 'no',
};
/** What an absent place leaves: a thing that is not outdoors is indoors. */
const NOT_OUTDOORS: Readonly<Record<string, readonly [string, string]>> = {
  exposed: ['indoors', 'indoors, dry'],
  indoors: ['exposed', 'outdoors, exposed'],
};
const NO_HEAT = new Set([
  'hotDrink',
  'oven',
  'candle',
  'bulb',
  'boiling',
  'microwave',
  'fire',
  'hotPot',
  'sun',
  'radiator',
]);

const COVERED_BY = new Set(['in', 'with', 'by']);

/** The coat that a finish named as wanted stands for. */
const COATS: Readonly<Record<string, { which: 'ground' | 'topcoat'; kind: string; product?: string }>> = {
  'acrylic-paint': { which: 'ground', kind: 'paint' },
  'latex-paint': { which: 'ground', kind: 'paint' },
  'wall-paint': { which: 'ground', kind: 'paint' },
  'chalk-paint': { which: 'ground', kind: 'paint', product: 'chalk-type-paint' },
  'sprayed-paint': { which: 'ground', kind: 'paint', product: 'aerosol-enamel' },
  stain: { which: 'ground', kind: 'stain' },
  'varnish-water': { which: 'topcoat', kind: 'clear' },
  'varnish-oil': { which: 'topcoat', kind: 'clear', product: 'spar-urethane' },
  oiled: { which: 'topcoat', kind: 'clear', product: 'board-oil' },
  waxed: { which: 'topcoat', kind: 'clear', product: 'furniture-wax' },
};

/** True for wax and oil, on which nothing holds: whatever else is there lies below them. */
const isSlippery = (id: string, catalogue: Catalogue): boolean => {
  const energy = catalogue.finishById.get(id)?.changes.energy;
  return energy !== undefined && rankIn(ENERGIES, energy) < rankIn(ENERGIES, 'mid');
};

/** Finishes from the bare surface up, in the order in which they were told but for wax and oil, which lie on top. */
export const finishesUpwards = (chips: readonly Chip[], catalogue: Catalogue): Chip[] => {
  const isTop = ({ field, value }: Chip) => field === 'finish' && isSlippery(String(value), catalogue);
  return [...chips.filter((chip) => !isTop(chip)), ...chips.filter(isTop)];
};

const NEGATIONS = new Set(words.negations.map(normOf));

const lastOf = ({ first, tokens }: Phrase): number => first + tokens.length - 1;

const JOINTS = new Set(['and', 'of', 'with', 'in', 'through', 'by', 'on']);
/** Colours that tell how light or dark, and no more: nothing is bought by them. */
const SHADES = new Set(words.shades);
/** "Held against the light" is no colour, and "three light coats" are thin ones. */
const isNoColour = (before: readonly Token[], after: readonly Token[]): boolean =>
  (['the', 'to'].includes(before.at(-1)?.norm ?? '') && !after.length) || after[0]?.norm === 'coat';

class Interpreter {
  readonly nots: Use['nots'] = [];
  readonly unsure: string[] = [];
  readonly openFields = new Set<string>();
  private readonly phraseAt = new Map<number, Phrase>();
  /** Ways that depend on the material, told apart once it is known. */
  private readonly open: { readonly fact: Fact; readonly phrase: Phrase; readonly place: number }[] = [];
  private isRaw = false;

  constructor(private readonly given: Given) {
    for (const phrase of given.phrases)
      phrase.tokens.forEach((_, index) => this.phraseAt.set(phrase.first + index, phrase));
  }

  run(): void {
    const { phrases, tokens, designs } = this.given;
    this.isRaw = phrases.some(
      (phrase) => this.has(phrase, 'raw') && !this.isNegated(phrase) && !this.coatLeftBare(phrase),
    );
    for (let at = 0; at < tokens.length; at += 1) {
      const phrase = this.phraseAt.get(at);
      if (phrase) {
        if (phrase.first === at) this.phrase(phrase);
      } else if (DESIGN_NOUNS.has(tokens[at]!.norm) && !this.given.negated.has(at)) designs.name(tokens[at]!.norm);
    }
    this.old();
    this.openWays();
  }

  private has = (phrase: Phrase, kind: Meaning['kind']): boolean => phrase.meanings.some((one) => one.kind === kind);
  private isNegated = (phrase: Phrase): boolean => this.given.negated.has(phrase.first);

  private from(phrase: Phrase): string {
    return this.given.reading.typed(phrase.tokens[0]!.start, phrase.tokens.at(-1)!.end);
  }

  private say(field: string, value: string | number, label: string, phrase: Phrase, isGuess = false): void {
    this.given.say({
      field,
      value,
      label,
      from: this.from(phrase),
      ...(isGuess || phrase.isCorrected ? { isGuess: true } : {}),
    });
  }

  private sayOfDesign(
    property: 'way' | 'film' | 'mask' | 'medium' | 'hand' | 'design tone' | 'look' | 'zone',
    value: string,
    label: string,
    phrase: Phrase,
    noun?: string,
  ): number {
    const key = property === 'design tone' ? 'tone' : property;
    const place = this.given.designs.placeFor(key, noun, this.jointBefore(phrase, noun));
    this.say(designField(place, property), value, label, phrase);
    return place;
  }

  private not(field: string, value: string | number, phrase: Phrase): void {
    if (!this.nots.some((one) => one.field === field && one.value === value))
      this.nots.push({ field, value, words: this.withItsNot(phrase).slice(0, 120) || field });
  }

  /** The words of a phrase with the "not" that speaks of it: "never in the dishwasher". */
  private withItsNot(phrase: Phrase): string {
    const { tokens, reading } = this.given;
    const { clause } = phrase.tokens[0]!;
    const from = tokens.findLastIndex(
      (token, at) => at < phrase.first && token.clause === clause && NEGATIONS.has(token.norm),
    );
    const start = tokens[from]?.start ?? phrase.tokens[0]!.start;
    return reading.typed(start, phrase.tokens.at(-1)!.end);
  }

  /** "Not only indoors" is more than that, and nobody knows how much more: its words, to be asked about; null where it is not so. */
  private notOnly(phrase: Phrase): string | null {
    const { tokens, reading } = this.given;
    let at = phrase.first - 1;
    while (at > phrase.first - 4 && tokens[at]?.norm !== 'only' && isSmallWord(tokens[at]?.norm ?? '')) at -= 1;
    const not = tokens[at - 1];
    return tokens[at]?.norm === 'only' && not && NEGATIONS.has(not.norm)
      ? reading.typed(not.start, phrase.tokens.at(-1)!.end)
      : null;
  }

  private isSaid = (field: string): boolean => this.given.chips.some((chip) => chip.field === field && !chip.isGuess);

  /** The words of the same clause around a phrase. */
  private near(phrase: Phrase, back: number, ahead: number): { before: Token[]; after: Token[] } {
    const { tokens } = this.given;
    const { clause } = phrase.tokens[0]!;
    const inClause = ({ clause: other }: Token) => other === clause;
    return {
      before: tokens.slice(Math.max(0, phrase.first - back), phrase.first).filter(inClause),
      after: tokens.slice(lastOf(phrase) + 1, lastOf(phrase) + 1 + ahead).filter(inClause),
    };
  }

  /** How a word that stands before its noun hangs on what was said before: "a pattern of red stars" goes on, "a star and a red moon" or "a star, red moon" does not. */
  private jointBefore(phrase: Phrase, noun: string | undefined): Joint {
    if (!this.near(phrase, 0, 3).after.some(({ norm }) => norm === noun)) return null;
    const joint = this.near(phrase, 4, 0).before.findLast(({ norm }) => JOINTS.has(norm) || !isSmallWord(norm))?.norm;
    return joint === undefined || joint === 'and' ? 'beside' : joint === 'of' ? 'of' : null;
  }

  /** The noun of the design that a phrase speaks of: just after it ("white lettering"), or before it with "in" ("stars in white film"). */
  private designNoun(phrase: Phrase, reach = 3): string | undefined {
    const { before, after } = this.near(phrase, 4, reach);
    const stop = after.findIndex(({ norm }) => ['for', 'on', 'of', 'with', 'and'].includes(norm));
    const following = (stop < 0 ? after : after.slice(0, stop)).find(({ norm }) => DESIGN_NOUNS.has(norm));
    if (following) return following.norm;
    const withIn = before.findLastIndex(({ norm }) => norm === 'in' || norm === 'through' || norm === 'by');
    return withIn > 0 ? before.slice(0, withIn).findLast(({ norm }) => DESIGN_NOUNS.has(norm))?.norm : undefined;
  }

  /** The noun of the design just before a participle: "letters painted black" says nothing of what lies below. */
  private nounBefore(phrase: Phrase): string | undefined {
    const { head } = this.given;
    const word = this.near(phrase, 1, 0).before[0]?.norm;
    const isKnown = head.phrase !== null || this.isSaid('base');
    const isOfThing = isKnown && head.endsAt < phrase.first - 1 && !this.ageOf(phrase);
    return word !== undefined && DESIGN_NOUNS.has(word) && isOfThing ? word : undefined;
  }

  /** True where a coat is spoken of as still to come: "to be stained", or any coat of what is said to be raw. */
  private isWish(phrase: Phrase): boolean {
    const { phrases } = this.given;
    const { clause } = phrase.tokens[0]!;
    const said = phrases.some(
      (other) =>
        this.has(other, 'wish') &&
        other.tokens[0]!.clause === clause &&
        ((other.first < phrase.first && phrase.first - lastOf(other) <= 6) ||
          (other.first > phrase.first && other.first - lastOf(phrase) <= 2)),
    );
    return said || this.isRaw || this.goesOnWishing(phrase);
  }

  /** "To be painted, sealed": a clause of coats alone goes on with the wish of the clause before it. */
  private goesOnWishing(phrase: Phrase): boolean {
    const { phrases } = this.given;
    const { clause } = phrase.tokens[0]!;
    // what has an age is there
    if (this.ageOf(phrase)) return false;
    const before = phrases.filter((other) => other.tokens[0]!.clause === clause - 1);
    return (
      this.isOfCoats(clause) &&
      before.some((other) => this.has(other, 'wish')) &&
      before.some((other) => this.has(other, 'finish'))
    );
  }

  private isOfCoats(clause: number): boolean {
    return this.given.tokens.every(
      (token, at) => token.clause !== clause || isSmallWord(token.norm) || this.isMaterial(at),
    );
  }

  /** Coats in a clause of their own behind the thing, with no word of when: nobody has said whether they are there yet. */
  private isAlone(phrase: Phrase): boolean {
    const { clause } = phrase.tokens[0]!;
    return phrase.first > this.given.head.endsAt && this.isOfCoats(clause) && !this.ageOf(phrase);
  }

  private phrase(phrase: Phrase): void {
    const isNegated = this.isNegated(phrase);
    const colour = phrase.meanings.find((one) => one.kind === 'colour');
    if (colour?.kind === 'colour' && !isNegated) this.colour(phrase, colour);
    for (const meaning of phrase.meanings) {
      switch (meaning.kind) {
        case 'fact':
          this.fact(phrase, meaning, isNegated);
          break;
        case 'base':
          if (!isNegated) this.base(phrase, meaning.id, meaning.label);
          break;
        case 'finish':
          this.finish(phrase, meaning.id, meaning.label, isNegated);
          break;
        case 'product': {
          const product = this.given.catalogue.productById.get(meaning.id);
          // "a sign, acrylic" is made of it: then it is no paint as well
          const isMaterial = this.has(phrase, 'base') && this.isBaseBy(phrase);
          if (isNegated) this.not('product', meaning.id, phrase);
          else if (product && !isMaterial) this.product(phrase, product);
          break;
        }
        case 'raw':
          if (isNegated) break;
          if (this.coatLeftBare(phrase)) this.leftBare(phrase);
          else this.say('finish', 'none', 'nothing on it', phrase);
          break;
        default:
          break;
      }
    }
  }

  /** The coat that shows where it is not covered: "stars of bare stain"; undefined where "bare" speaks of the piece. */
  private coatLeftBare(phrase: Phrase): Phrase | undefined {
    const next = this.phraseAt.get(lastOf(phrase) + 1);
    const isBeside = next !== undefined && next.tokens[0]!.clause === phrase.tokens[0]!.clause;
    // "untreated oiled oak" has two coats to speak of, and no design: only what a design is of is left bare
    const [noun, of] = this.near(phrase, 2, 0).before.map(({ norm }) => norm);
    const isOfDesign = noun !== undefined && DESIGN_NOUNS.has(noun) && (of === 'of' || of === 'in');
    return isBeside && isOfDesign && (this.isCoat(next) || this.has(next, 'finish')) ? next : undefined;
  }

  /** A design in what lies below is kept free of what comes on top: a resist. */
  private leftBare(phrase: Phrase): void {
    const noun = this.near(phrase, 4, 0).before.findLast(({ norm }) => DESIGN_NOUNS.has(norm))?.norm;
    this.sayOfDesign('way', 'resist', 'left bare', phrase, noun);
  }

  /** True for a coat in words that tell of another one left bare: it is what the design is kept free of, or that one itself. */
  private isAroundBare(phrase: Phrase): boolean {
    const { clause } = phrase.tokens[0]!;
    return this.given.phrases.some(
      (other) =>
        other.first < phrase.first &&
        other.tokens[0]!.clause === clause &&
        this.has(other, 'raw') &&
        this.coatLeftBare(other) !== undefined,
    );
  }

  /** True where the material of the piece was read from these words. */
  private isBaseBy(phrase: Phrase): boolean {
    const from = this.from(phrase);
    return this.given.chips.some((chip) => chip.field === 'base' && chip.from === from);
  }

  private base(phrase: Phrase, id: string, label: string): void {
    const { head, catalogue, chips } = this.given;
    const isThingToo = this.has(phrase, 'thing');
    if (this.metalOfDesign(phrase, id)) return;
    // "frame for a mirror": the mirror is another thing, and a label of paper is not what it is stuck on
    if (isThingToo && head.phrase && head.phrase !== phrase && phrase.first > head.endsAt) return;
    const other = chips.find(({ field, isGuess }) => field === 'base' && !isGuess);
    if (other && [other.value, id].sort().join() === 'cotton,polyester') {
      (chips as Chip[]).splice(chips.indexOf(other), 1);
      return this.say('base', 'polycotton', catalogue.baseById.get('polycotton')?.name ?? 'polycotton', phrase);
    }
    if (chips.some(({ field }) => field === 'base')) {
      // a sort beside its kind says nothing more ("oak wood"); another material is a question
      const held = chips.find(({ field }) => field === 'base')!;
      if (SORTS.has(id) || held.value === id || isThingToo) return;
      if (SORTS.has(String(held.value))) this.say('base', id, label, phrase);
      // "a canvas, acrylic": of a piece whose material is known it is the paint
      else if (!this.has(phrase, 'product') && !this.has(phrase, 'finish')) this.unsure.push(this.from(phrase));
      return;
    }
    const isLoose = LOOSE.has(phrase.tokens.map(({ norm }) => norm).join(' '));
    if (!SORTS.has(id) && !(isLoose && head.thing?.facts.base)) return this.say('base', id, label, phrase);
    const likeliest = likeliestOf(id, head.thing, catalogue);
    this.say(
      'base',
      likeliest ?? id,
      likeliest ? (catalogue.baseById.get(likeliest)?.name ?? likeliest) : label,
      phrase,
      likeliest !== null,
    );
  }

  /** "Copper film" is a film, and a copper emblem on a flask is no copper flask: its look where it is film, else a question. */
  private metalOfDesign(phrase: Phrase, id: string): boolean {
    const { head, catalogue } = this.given;
    if (catalogue.baseById.get(id)?.pattern !== 'metal') return false;
    const next = this.phraseAt.get(lastOf(phrase) + 1);
    const word = this.near(phrase, 0, 1).after[0]?.norm ?? '';
    const isBeside = next?.tokens[0]!.clause === phrase.tokens[0]!.clause;
    if (isBeside && next?.meanings.some((one) => one.kind === 'fact' && one.field === 'way' && one.value === 'decal')) {
      this.sayOfDesign('look', 'metallic', 'metallic', phrase, this.designNoun(phrase));
      return true;
    }
    const isOfDesign = DESIGN_NOUNS.has(word) && head.phrase !== null && phrase.first > head.endsAt;
    if (isOfDesign) this.unsure.push(this.from(phrase));
    return isOfDesign;
  }

  private finish(phrase: Phrase, id: string, label: string, isNegated: boolean): void {
    if (isNegated) {
      this.not('finish', id, phrase);
      return;
    }
    if (this.isAroundBare(phrase)) return;
    const coat = COATS[id];
    const noun = this.designNoun(phrase, 2) ?? this.nounBefore(phrase);
    const { after } = this.near(phrase, 0, 3);
    const isThrough = after.some(({ norm }) => norm === 'through' || norm === 'stencil');
    if (coat?.which === 'ground' && (noun !== undefined || isThrough)) {
      const value = coat.kind === 'stain' ? 'gel-stain-stencil' : 'stencil';
      const place = this.sayOfDesign('way', value, `${coat.kind} through a stencil`, phrase, noun);
      this.open.push({ fact: { kind: 'fact', field: 'way', value, label }, phrase, place });
      if (coat.product === 'aerosol-enamel')
        this.open.push({ fact: { kind: 'fact', field: 'spray', value: 'yes', label }, phrase, place });
      return;
    }
    if (coat && this.isWish(phrase)) {
      this.wantCoat(coat.which, coat.kind, coat.product, phrase);
      return;
    }
    if (this.isWish(phrase)) {
      // no product here makes such a coat: it is asked about, and is not there yet
      this.unsure.push(this.from(phrase));
      return;
    }
    const sort = this.sortOf(id);
    if (this.given.chips.some((chip) => chip.field === 'finish' && this.sortOf(String(chip.value)) === sort)) return;
    // "a cup, painted" may be there or still to do: it is read as there, the more careful of the two, and says that it is a guess
    this.say('finish', id, label, phrase, coat?.which === 'ground' && this.isAlone(phrase));
    this.age(phrase);
  }

  /** Coats of one sort are one coat told twice; of two sorts, "varnished and waxed", both are there. */
  private sortOf(id: string): string {
    const coat = COATS[id];
    const isSlick = isSlippery(id, this.given.catalogue);
    return coat && !isSlick ? coat.kind : id;
  }

  private ageOf(phrase: Phrase): Times['ages'][number] | undefined {
    const end = phrase.tokens.at(-1)!.end;
    const start = phrase.tokens[0]!.start;
    return this.given.ages.find((one) => Math.abs(one.start - end) <= 24 || Math.abs(start - one.end) <= 12);
  }

  private age(phrase: Phrase): void {
    const age = this.ageOf(phrase);
    if (age)
      this.given.say({
        field: 'ageDays',
        value: age.days,
        label: `${age.days} days old`,
        from: this.given.reading.typed(age.start, age.end),
      });
  }

  private wantCoat(which: 'ground' | 'topcoat', kind: string, product: string | undefined, phrase: Phrase): void {
    if (!this.isSaid(`${which} kind`)) this.say(`${which} kind`, kind, kind, phrase);
    if (product)
      this.say(`${which} product`, product, this.given.catalogue.productById.get(product)?.name ?? product, phrase);
  }

  private product(phrase: Phrase, product: Product): void {
    const { roles, kind, id, name } = product;
    const { before, after } = this.near(phrase, 3, 3);
    const beside = [...before.slice(-2), ...after.slice(0, 2)].map(({ norm }) => norm);
    const isStencil =
      beside.includes('stencil') || before.at(-1)?.norm === 'through' || before.some(({ norm }) => norm === 'through');
    const noun = this.designNoun(phrase);
    if (kind === 'prep' || kind === 'tape' || roles.includes('hold')) return;
    const [look, ...looks] = product.looks ?? [];
    const isOfGround = roles.includes('ground') && noun === undefined && !isStencil;
    if (look && looks.length === 0 && look !== 'opaque' && !isOfGround)
      this.sayOfDesign('look', look, look, phrase, noun);
    if (roles.includes('film') && !(isStencil && roles.includes('mask'))) {
      this.sayOfDesign('film', id, name, phrase, noun);
      const way = kind === 'sheet' ? 'dye-transfer' : product.how.includes('press') ? 'iron-on' : 'decal';
      this.sayOfDesign('way', way, name, phrase, noun);
    } else if (roles.includes('mask')) this.sayOfDesign('mask', id, name, phrase, noun);
    else if (kind === 'medium') {
      this.sayOfDesign('medium', id, name, phrase, noun);
      const way = { silica: 'frost-etch', coating: 'strip-etch', rawWood: 'burn', dyePolymer: 'dye-transfer' }[
        product.attacks ?? 'silica'
      ];
      this.sayOfDesign('way', way, name, phrase, noun);
    } else if (kind === 'clear') {
      if (product.how.includes('pour')) this.sayOfDesign('way', 'flood-coat', name, phrase, noun);
      else this.wantCoat('topcoat', 'clear', id, phrase);
    } else if (noun !== undefined || isStencil || after.some(({ norm }) => norm === 'through')) {
      const place = this.sayOfDesign('medium', id, name, phrase, noun);
      this.open.push({ fact: { kind: 'fact', field: 'way', value: 'stencil', label: name }, phrase, place });
    } else if (roles.includes('ground')) this.wantCoat('ground', kind, id, phrase);
    else {
      const place = this.sayOfDesign('medium', id, name, phrase, noun);
      this.open.push({ fact: { kind: 'fact', field: 'way', value: 'stencil', label: name }, phrase, place });
    }
  }

  private colour(phrase: Phrase, { colour, tone }: Extract<Meaning, { kind: 'colour' }>): void {
    const { before, after } = this.near(phrase, 4, 2);
    if (colour === 'light' && isNoColour(before, after)) return;
    const next = this.phraseAt.get(lastOf(phrase) + 1);
    const isFilm =
      next &&
      next.tokens[0]!.clause === phrase.tokens[0]!.clause &&
      next.meanings.some((one) => one.kind === 'fact' && one.field === 'way');
    const previous = this.phraseAt.get(phrase.first - 1) ?? this.phraseAt.get(phrase.first - 2);
    const sprayed = this.given.phrases.findLast(
      (other) =>
        other.first < phrase.first &&
        other.tokens[0]!.clause === phrase.tokens[0]!.clause &&
        other.meanings.some((one) => one.kind === 'fact' && (one.field === 'spray' || one.field === 'coat')),
    );
    const coatBefore =
      previous &&
      previous.tokens[0]!.clause === phrase.tokens[0]!.clause &&
      (this.has(previous, 'finish') || this.isCoat(previous))
        ? previous
        : undefined;
    const coatAfter =
      next && next.tokens[0]!.clause === phrase.tokens[0]!.clause && (this.isCoat(next) || this.isGroundProduct(next))
        ? next
        : undefined;
    const noun = this.designNoun(phrase) ?? this.nounBefore(coatBefore ?? phrase);
    const saidOf = (field: string) => {
      if (tone !== 'unknown') this.say(field, tone, colour, phrase);
      const other = field.replace(/tone$/, 'colour');
      if (other !== field && other !== 'colour' && !SHADES.has(colour)) this.say(other, colour, colour, phrase);
    };
    if (
      noun !== undefined ||
      isFilm ||
      (before.at(-1)?.norm === 'in' && before.some(({ norm }) => DESIGN_NOUNS.has(norm)))
    ) {
      const place = this.given.designs.placeFor('tone', noun, this.jointBefore(phrase, noun));
      saidOf(designField(place, 'design tone'));
    } else if (coatBefore ?? coatAfter ?? sprayed) {
      const coat = (coatBefore ?? coatAfter ?? sprayed)!;
      const isWanted = !this.has(coat, 'finish') || this.isWish(coat);
      saidOf(isWanted ? 'ground tone' : 'tone');
      if (isWanted && (this.isCoat(coat) || coat === sprayed) && !this.isSaid('ground kind'))
        this.say('ground kind', this.coatKind(coat), this.coatKind(coat), coat);
    } else if (after[0] && DESIGN_NOUNS.has(after[0].norm)) saidOf('design tone');
    else if (this.isOfSurface(phrase)) {
      if (!this.isSaid('tone')) saidOf('tone');
    } else saidOf('design tone');
  }

  /** True for a colour that stands with the name or material of the thing, or alone between its commas. */
  private isOfSurface(phrase: Phrase): boolean {
    const { tokens, head } = this.given;
    const { clause } = phrase.tokens[0]!;
    const isOfHead = phrase.first <= head.endsAt && head.phrase?.tokens[0]!.clause === clause;
    const others = tokens.filter(
      (token, at) =>
        token.clause === clause && !phrase.tokens.includes(token) && !isSmallWord(token.norm) && !this.isMaterial(at),
    );
    return isOfHead || others.length === 0;
  }

  private isMaterial(at: number): boolean {
    const phrase = this.phraseAt.get(at);
    return (
      phrase !== undefined && (this.has(phrase, 'base') || this.has(phrase, 'colour') || this.has(phrase, 'finish'))
    );
  }

  private coatKind = (phrase: Phrase): string =>
    String(
      (phrase.meanings.find((one) => one.kind === 'fact' && one.field === 'coat') as Fact | undefined)?.value ??
        'paint',
    );
  private isCoat = (phrase: Phrase): boolean =>
    phrase.meanings.some((one) => one.kind === 'fact' && one.field === 'coat');
  private isGroundProduct = (phrase: Phrase): boolean =>
    phrase.meanings.some(
      (one) => one.kind === 'product' && this.given.catalogue.productById.get(one.id)?.roles.includes('ground'),
    );

  private fact(phrase: Phrase, fact: Fact, isNegated: boolean): void {
    const { field, value, label } = fact;
    if (this.isOfName(phrase)) return;
    const notOnly = this.notOnly(phrase);
    if (notOnly !== null) {
      this.unsure.push(notOnly);
      this.openFields.add(field);
      return;
    }
    if (isNegated) return this.negatedFact(phrase, fact);
    switch (field) {
      case 'place':
        return this.place(phrase, fact);
      case 'shape':
        return this.shape(phrase, fact);
      case 'zone':
        // "inside" alone is a side only of what is hollow
        if (fact.isGuess) {
          const { shape } = this.given.head.thing?.facts ?? {};
          if (this.isSaid('zone')) return;
          if (shape && isHollow(shape)) this.say('zone', value, label, phrase, true);
          // of what nobody knows to be hollow or flat it may be either
          else if (!shape) this.openFields.add('zone');
          return;
        }
        this.sayOfDesign('zone', String(value), label, phrase);
        return;
      case 'seenFrom':
        return this.say('seenFrom', value, label, phrase);
      case 'look':
        this.sayOfDesign('look', String(value), label, phrase, this.designNoun(phrase) ?? this.nounBefore(phrase));
        return;
      case 'way':
        return this.way(phrase, fact);
      case 'hand':
        this.sayOfDesign('hand', 'yes', label, phrase);
        return;
      case 'over':
        this.given.designs.over();
        if (this.given.designs.all.length > 1) {
          const place = this.given.designs.all.length - 1;
          this.say(designField(place, 'over'), 'yes', label, phrase);
          if (!this.isSaid(designField(place, 'way')))
            this.say(designField(place, 'way'), 'decal', 'film on top', phrase, true);
        }
        return;
      case 'spray':
        this.open.push({ fact, phrase, place: this.given.designs.placeFor('way') });
        return;
      case 'coat':
        return this.coat(phrase, fact);
      case 'condition':
        return this.say(field, value, label, phrase);
      default:
        if (field === 'heat' && this.isSaid('heat') && !this.isHotter(String(value))) return;
        if (fact.isGuess && this.isSaid(field)) return;
        this.say(field, value, label, phrase, fact.isGuess);
    }
  }

  /** What names the thing, or a part of it, says nothing else: a washing machine's door is not laundered. */
  private isOfName(phrase: Phrase): boolean {
    const { head } = this.given;
    return (
      this.has(phrase, 'thing') &&
      head.phrase !== null &&
      phrase.first <= head.endsAt &&
      phrase.tokens[0]!.clause === head.phrase.tokens[0]!.clause
    );
  }

  private isHotter(id: string): boolean {
    const { catalogue, chips } = this.given;
    const of = (source: string) => catalogue.heatSourceById.get(source)?.surfaceC.high ?? 0;
    const held = chips.find(({ field }) => field === 'heat');
    // an LED stands in place of a flame or a bulb, and of nothing else that warms
    const isReplaced = held?.value === 'led' && catalogue.heatSourceById.get(id)?.ledInstead;
    return held === undefined || (!isReplaced && of(id) > of(String(held.value)));
  }

  private place(phrase: Phrase, { value, label, isGuess }: Fact): void {
    if (isGuess) return this.say('place', value, label, phrase, true);
    // "covered in film" is under no roof
    if (
      this.from(phrase).toLowerCase() === 'covered' &&
      this.near(phrase, 0, 1).after.some(({ norm }) => COVERED_BY.has(norm))
    )
      return void this.unsure.push(this.from(phrase));
    const held = this.given.chips.find(({ field, isGuess }) => field === 'place' && !isGuess);
    // "outdoors, under the porch" is sheltered; else of two places the harsher one counts
    const isUnderRoof = value === 'sheltered' && held?.value === 'exposed';
    if (value === 'exposed' && held?.value === 'sheltered') return;
    if (held && isUnderRoof) (this.given.chips as Chip[]).splice(this.given.chips.indexOf(held), 1);
    this.say('place', value, label, phrase);
  }

  private shape(phrase: Phrase, { value, label }: Fact): void {
    if (value !== 'round') return this.say('shape', value, label, phrase);
    // "a pattern all round" goes around it, whatever its shape; and what was named more closely stays so
    if (this.near(phrase, 1, 0).before[0]?.norm === 'all' || this.isSaid('shape')) return;
    const shape = this.given.head.thing?.facts.shape;
    const isFlat = shape === 'flat' || shape === 'disc';
    this.say('shape', isFlat ? 'disc' : 'cylinder', isFlat ? 'disc' : 'cylinder', phrase);
  }

  private way(phrase: Phrase, fact: Fact): void {
    const { designs } = this.given;
    const value = String(fact.value);
    const noun = this.designNoun(phrase) ?? this.nounBefore(phrase);
    const { before } = this.near(phrase, 3, 0);
    if (value === 'decal' && before.some(({ norm }) => norm === 'through')) return;
    const place = designs.placeFor('way', noun, this.jointBefore(phrase, noun));
    if (value === 'wrap' || value === 'inside-coat') {
      this.say(designField(place, 'way'), value, fact.label, phrase);
      designs.coversArea();
      if (value === 'inside-coat') this.say(designField(place, 'zone'), 'inside', 'inside', phrase);
      return;
    }
    this.open.push({ fact, phrase, place });
  }

  private coat(phrase: Phrase, fact: Fact): void {
    if (this.isAroundBare(phrase)) return;
    const noun = this.designNoun(phrase);
    const { before, after } = this.near(phrase, 3, 3);
    const isThrough =
      after.some(({ norm }) => norm === 'through' || norm === 'stencil') ||
      before.some(({ norm }) => norm === 'through');
    if (fact.value !== 'clear' && (noun !== undefined || isThrough)) {
      const place = this.given.designs.placeFor('way', noun, this.jointBefore(phrase, noun));
      const value = fact.value === 'stain' ? 'gel-stain-stencil' : 'stencil';
      this.open.push({ fact: { ...fact, field: 'way', value }, phrase, place });
      return;
    }
    // "old paint", "under the paint": what is there; else it is wanted
    this.wantCoat(fact.value === 'clear' ? 'topcoat' : 'ground', String(fact.value), undefined, phrase);
  }

  private negatedFact(phrase: Phrase, { field, value, label }: Fact): void {
    const opposite = OPPOSITES[field];
    if (field === 'coat') return this.not('coat', value, phrase);
    this.not(field === 'spray' ? 'how' : field, field === 'spray' ? 'spray' : value, phrase);
    if (opposite !== undefined && value !== opposite) {
      if (!this.isSaid(field)) this.say(field, opposite, `not: ${label}`, phrase);
    } else if (field === 'place') {
      const other = NOT_OUTDOORS[String(value)];
      if (other && !this.isSaid('place')) this.say('place', other[0], other[1], phrase, true);
    } else if (field === 'heat' && NO_HEAT.has(String(value)) && !this.isSaid('heat')) {
      // no heat of this sort: whether there is another has not been said
    }
  }

  /** "Old", "antique": what is on it is not known, and may hold lead; so may a paint whose age nobody has said. */
  private old(): void {
    const { tokens, catalogue, head, chips, negated, ages, reading } = this.given;
    const at = tokens.findIndex(({ norm }) => words.old.includes(norm));
    const isCalledOld = at >= 0 && !negated.has(at);
    // "a chair, 30 years old": the age of the thing, where no coat stands beside it
    const aged = ages.find(({ days }) => days >= words.oldFromDays);
    if (!isCalledOld && (!aged || chips.some(({ field }) => field === 'ageDays'))) return;
    const from = isCalledOld ? tokens[at]!.text : reading.typed(aged!.start, aged!.end);
    const painted = chips.findIndex(
      ({ field, value }) => field === 'finish' && COATS[String(value)]?.which === 'ground',
    );
    const isPaint = painted >= 0;
    const finish = isPaint ? painted : chips.findIndex(({ field }) => field === 'finish');
    if (finish >= 0 && (!isPaint || chips.some(({ field }) => field === 'ageDays'))) return;
    const base = chips.find(({ field }) => field === 'base')?.value ?? head.thing?.facts.base?.[0];
    const pattern = catalogue.baseById.get(String(base))?.pattern;
    if (base === 'ceramic-glazed' || pattern === 'glaze') {
      const held = chips.findIndex(({ field }) => field === 'base');
      if (held >= 0) (chips as Chip[]).splice(held, 1);
      this.given.say({ field: 'base', value: 'glaze-old', label: 'an unknown old glaze', from, isGuess: true });
    } else if (pattern && ['grain', 'ply', 'metal'].includes(pattern)) {
      if (finish >= 0) (chips as Chip[]).splice(finish, 1);
      this.given.say({ field: 'finish', value: 'unknown-finish', label: 'unknown finish', from, isGuess: true });
    }
  }

  /** Ways whose name depends on what the piece is made of. */
  private openWays(): void {
    const { catalogue, chips, head, tokens } = this.given;
    const id = String(
      chips.find(({ field }) => field === 'base')?.value ??
        (head.hasUnknownMaterial ? '' : head.thing?.facts.base?.[0]) ??
        '',
    );
    const base = catalogue.baseById.get(id);
    const isPile =
      base?.properties.texture === 'brush' || (base?.pattern === 'fibre' && base.properties.flex === 'bends');
    const isCloth = base?.properties.porosity === 'fibre' && base.pattern === 'weave';
    const noSpray = this.nots.some(({ field, value }) => field === 'how' && value === 'spray');
    const isSpray = this.open.some(({ fact }) => fact.field === 'spray');
    const coat = chips.some(({ field, value, isGuess }) => field === 'finish' && value !== 'none' && !isGuess);
    const hasStencil = this.open.some(({ fact }) => fact.value === 'stencil' || fact.value === 'pile-stipple');
    for (const { fact, phrase, place } of this.open) {
      const field = designField(place, 'way');
      const tell = (way: string) => {
        const { looks = [] } = catalogue.methodById.get(way) ?? {};
        if (!this.isSaid(field) || chips.some((chip) => chip.field === field && chip.value === 'stencil')) {
          const held = chips.findIndex((chip) => chip.field === field && chip.value === 'stencil');
          if (held >= 0) (chips as Chip[]).splice(held, 1);
          this.say(field, way, catalogue.methodById.get(way)?.name ?? way, phrase);
        }
        const look = { 'frost-etch': 'frosted', burn: 'burnt', 'strip-etch': 'bareMetal' }[way];
        const lookField = designField(place, 'look');
        if (look && looks.length && !this.isSaid(lookField))
          this.say(lookField, look, look === 'bareMetal' ? 'bare metal' : look, phrase);
      };
      if (fact.field === 'spray') {
        if (isPile) {
          tell('pile-spray');
          // a can by no name of its own is the one that pile takes
          const medium = chips.findIndex(
            (chip) => chip.field === designField(place, 'medium') && chip.from === this.from(phrase),
          );
          if (medium >= 0) (chips as Chip[]).splice(medium, 1);
        } else if (!this.isSaid(designField(place, 'medium')) && hasStencil)
          this.say(designField(place, 'medium'), 'aerosol-enamel', 'aerosol enamel', phrase);
        continue;
      }
      switch (fact.value) {
        case 'stencil':
          tell(
            isPile
              ? isSpray && !noSpray
                ? 'pile-spray'
                : 'pile-stipple'
              : isCloth
                ? 'fabric-stencil'
                : 'paint-stencil',
          );
          break;
        case 'decal':
          if (
            !this.open.some(
              (other) => other.place === place && other.fact.value !== 'decal' && other.fact.field === 'way',
            )
          )
            tell(isCloth ? 'iron-on' : 'decal');
          break;
        case 'etched':
          if (base?.pattern === 'glass' || base?.pattern === 'glaze') tell('frost-etch');
          else if (base?.pattern === 'metal' && coat) tell('strip-etch');
          else {
            // on anything else nobody knows what is meant: the words are asked about together
            const words_ = base
              ? tokens.filter((token) =>
                  this.phraseAt.get(tokens.indexOf(token))?.meanings.some((one) => one.kind === 'base'),
                )
              : [];
            const material = words_[0] ? this.given.reading.typed(words_[0].start, words_[0].end) : '';
            this.unsure.push(`${this.from(phrase)}${material ? ` ${material}` : ''}`);
          }
          break;
        default:
          tell(String(fact.value));
      }
    }
  }
}

export interface Interpreted {
  readonly nots: Use['nots'];
  readonly unsure: readonly string[];
  /** Fields of which the line says only that they are more than something: nothing is guessed for them. */
  readonly openFields: ReadonlySet<string>;
}

/** What the phrases of a line say: facts, wishes and what is ruled out, each to its own. */
export const interpret = (given: Given): Interpreted => {
  const interpreter = new Interpreter(given);
  interpreter.run();
  const { nots, unsure, openFields } = interpreter;
  return { nots, unsure, openFields };
};
