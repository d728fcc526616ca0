import type { Base, Catalogue } from '../materials/index.ts';
import type { Use } from '../piece/index.ts';
import { asksMore } from './harshest.ts';
import type { Chip } from './reading.ts';
import { isSaid } from './designs.ts';
import { CARRIED, type Thing } from './things.ts';
import type { Token } from './tokens.ts';
import type { Phrase } from './vocabulary.ts';

/** What the line is about. */
export interface Head {
  readonly thing: Thing | null;
  /** The phrase that names it. */
  readonly phrase: Phrase | null;
  /** Names a thing in no list: asked about. */
  readonly unknown: string | null;
  /** Words beside it that may be a material nobody knows: then none is guessed. */
  readonly hasUnknownMaterial: boolean;
  /** True where another thing's name stands before it: "smoke alarm cover". */
  readonly isPartOfAnother: boolean;
  /** Other things that are named: "cover of a smoke alarm", "teether ring". It may be, or lie beside, what they are. */
  readonly others: readonly Thing[];
  /** Those of them that it is of, for or beside: "cover of a smoke alarm", "name plate for the wood burner". */
  readonly beside: readonly Thing[];
  /** Where its noun ends: what comes later is of something else, as in "frame for a mirror". */
  readonly endsAt: number;
}

const PARTING = new Set([
  'of',
  'for',
  'in',
  'on',
  'with',
  'at',
  'by',
  'under',
  'from',
  'to',
  'around',
  'through',
  'onto',
  'inside',
  'outside',
  'beside',
  'near',
  'above',
  'behind',
]);
const MATERIAL_BEFORE = new Set(['of', 'in', 'from']);

/** Kinds of things that may as well lie on another thing. */
const LAID_ON_OTHERS = new Set(['sign', 'plaque', 'marker', 'ornament']);

const thingIn = (phrase: Phrase): Thing | null => {
  for (const meaning of phrase.meanings) if (meaning.kind === 'thing') return meaning.thing;
  return null;
};

/** The stretches of words that no preposition and no comma parts. */
const segmentsOf = (tokens: readonly Token[]): number[] => {
  let segment = 0;
  return tokens.map(({ norm, clause }, at) => {
    if (at > 0 && (clause !== tokens[at - 1]!.clause || PARTING.has(norm))) segment += 1;
    return segment;
  });
};

/** The thing that a line is about: the last one named before the first preposition, or what a label or sticker goes onto. */
export const headOf = (
  tokens: readonly Token[],
  phrases: readonly Phrase[],
  negated: ReadonlySet<number>,
  isUnread: (at: number) => boolean,
  text: string,
): Head => {
  const segments = segmentsOf(tokens);
  const things = phrases.filter((phrase) => thingIn(phrase) !== null && !negated.has(phrase.first));
  // "four coats of varnish on a door" are no garment
  const isLayer = ({ first, tokens: [word, ...more] }: Phrase): boolean =>
    word!.norm === 'coat' &&
    !more.length &&
    (tokens[first + 1]?.norm === 'of' || (things.length > 1 && /^\d+$/.test(tokens[first - 1]?.text ?? '')));
  const named = things.filter((phrase) => !isLayer(phrase));
  const firstSegment = named.length ? segments[named[0]!.first]! : -1;
  const inFirst = named.filter((phrase) => segments[phrase.first] === firstSegment);
  let phrase = inFirst.at(-1) ?? null;
  if (phrase && thingIn(phrase)!.kind === CARRIED) {
    const carrier = phrase;
    const host =
      inFirst.at(-2) ?? named.find((other) => other.first > carrier.first && thingIn(other)!.kind !== CARRIED);
    phrase = host ?? carrier;
  }
  const lastOf = (one: Phrase) => one.first + one.tokens.length - 1;
  // "a sign on a mirror" is worked on the mirror
  if (
    phrase &&
    LAID_ON_OTHERS.has(thingIn(phrase)!.kind) &&
    ['on', 'onto'].includes(tokens[lastOf(phrase) + 1]?.norm ?? '')
  ) {
    const from = lastOf(phrase);
    phrase = named.find(({ first }) => first > from && first <= from + 4) ?? phrase;
  }
  const after = phrase && tokens[lastOf(phrase) + 1];
  // "drawer knobs" are no drawers: the word that follows is the thing
  const isModifier =
    phrase !== null &&
    after !== null &&
    after !== undefined &&
    isUnread(lastOf(phrase) + 1) &&
    !/\d/.test(after.text) &&
    segments[lastOf(phrase) + 1] === segments[phrase.first] &&
    /^\s+$/.test(text.slice(phrase.tokens.at(-1)!.end, after.start));
  const thing = phrase && !isModifier ? thingIn(phrase) : null;
  const isMaterialAt = (at: number): boolean => {
    if (!isUnread(at) || /\d/.test(tokens[at]!.text)) return false;
    if (phrase && segments[at] === segments[phrase.first] && at < phrase.first) return true;
    // "made of flumwood", "a bowl of flumwood", "letters in flumwood" says nothing of what lies below
    const before = tokens[at - 1];
    const isBeside =
      phrase === null || at - 2 === lastOf(phrase) || ['made', 'cut', 'turned'].includes(tokens[at - 2]?.norm ?? '');
    return before !== undefined && MATERIAL_BEFORE.has(before.norm) && isBeside && segments[at] === segments[at - 1];
  };
  const unreadAt = tokens.flatMap(({ text: word }, at) =>
    !/\d/.test(word) && isUnread(at) && segments[at] === segments[tokens.findIndex((__, index) => isUnread(index))]
      ? [at]
      : [],
  );
  const unknownAt = isModifier ? lastOf(phrase!) + 1 : thing === null ? unreadAt.at(-1) : undefined;
  return {
    thing,
    phrase,
    unknown: unknownAt === undefined ? null : tokens[unknownAt]!.text,
    hasUnknownMaterial: isModifier || tokens.some((_, at) => isMaterialAt(at)),
    isPartOfAnother: inFirst.length > 1,
    others: named.flatMap((other) => {
      const another = thingIn(other)!;
      // what lies on it is none of its own uses
      const isLaidOn = another.kind === CARRIED || LAID_ON_OTHERS.has(another.kind);
      return other === phrase || isLaidOn ? [] : [another];
    }),
    beside: named.flatMap((other) =>
      phrase !== null &&
      other.first > lastOf(phrase) &&
      tokens.slice(lastOf(phrase) + 1, other.first).some(({ norm }) => PARTING.has(norm))
        ? [thingIn(other)!]
        : [],
    ),
    endsAt: phrase ? lastOf(phrase) : -1,
  };
};

const GROUPS: Readonly<Record<Base['pattern'], string>> = {
  grain: 'wood',
  ply: 'wood',
  weave: 'cloth',
  glaze: 'glaze',
  glass: 'glass',
  fibre: 'fibre',
  metal: 'metal',
  stone: 'stone',
  plastic: 'plastic',
  plain: 'plain',
};

/** Of a material that is only named by its sort ("wooden"), what this thing is likeliest made of; null where nothing says it. */
export const likeliestOf = (id: string, thing: Thing | null, catalogue: Catalogue): string | null => {
  const pattern = catalogue.baseById.get(id)?.pattern;
  const group = pattern && GROUPS[pattern];
  return thing?.facts.base?.find((base) => GROUPS[catalogue.baseById.get(base)?.pattern ?? 'plain'] === group) ?? null;
};

const WORDS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  water: { none: 'kept dry', wipe: 'wiped', handWash: 'washed by hand', dishwasher: 'in the dishwasher' },
  place: {
    indoors: 'indoors, dry',
    humid: 'indoors, humid',
    sheltered: 'outdoors, sheltered',
    exposed: 'outdoors, exposed',
  },
  wear: {
    display: 'looked at',
    handled: 'handled',
    daily: 'in daily use',
    abrasion: 'rubbed and scuffed',
    feet: 'walked on',
  },
  food: { none: 'no food', dry: 'touches dry food', food: 'touches food', lip: 'touches the mouth' },
  soak: { yes: 'left standing in water', no: 'not left in water' },
  zone: {
    outside: 'outside of it',
    inside: 'inside',
    rim: 'at the rim',
    underside: 'on the underside',
    foodSide: 'food side',
  },
  shape: { flat: 'flat', disc: 'disc', cylinder: 'cylinder', cone: 'cone', compound: 'curved both ways' },
  children: { yes: 'small children', no: 'no small children' },
  skin: { yes: 'worn against the skin', no: 'not against the skin' },
  grip: { yes: 'must not be slippery', no: 'no grip needed' },
  mustComeOff: { yes: 'must come off again', no: 'stays for good' },
};

/** What of a use can harm: of two things that are named the harmless one's is no guess. */
const HARMS: ReadonlySet<string> = new Set(['food', 'heat', 'skin', 'children']);

/** What the name of the thing makes likely, where the line does not say it or rule it out: each a guess. */
export const guessThing = ({
  head,
  catalogue,
  chips,
  nots,
  openFields,
  say,
}: {
  readonly head: Head;
  readonly catalogue: Catalogue;
  readonly chips: readonly Chip[];
  readonly nots: Use['nots'];
  readonly openFields: ReadonlySet<string>;
  readonly say: (chip: Chip) => void;
}): void => {
  const { thing, phrase, hasUnknownMaterial } = head;
  if (!thing || !phrase) return;
  const from = phrase.tokens.map(({ text }) => text).join(' ');
  const isRuledOut = (field: string, value: string | number) =>
    nots.some((not) => not.field === field && (not.value === value || not.value === 'any'));
  // what is harmless about the one may be no more so of what is named beside it
  const isHarsherBeside = (field: string, value: string | number): boolean =>
    HARMS.has(field) &&
    head.others.some(({ facts }) => {
      const beside = facts[field as keyof typeof facts] as string | undefined;
      if (beside === undefined) return false;
      // what warms the one may be hotter for the other, whichever of the two is named for it
      return (
        asksMore(field, beside, value, catalogue) ||
        (field === 'heat' && beside !== value && beside !== 'none' && beside !== 'sun')
      );
    });
  const guess = (field: string, value: string | number, label: string) => {
    if (
      isHarsherBeside(field, value) ||
      openFields.has(field) ||
      isRuledOut(field, value) ||
      chips.some((chip) => chip.field === field)
    )
      return;
    say({ field, value, label, from, isGuess: true });
  };
  const { base, finish, laundryC, heat, item, ...plain } = thing.facts;
  const isBaseSaid = chips.some(({ field }) => field === 'base');
  if (base && !isBaseSaid && !hasUnknownMaterial) {
    const id = base[0]!;
    guess('base', id, catalogue.baseById.get(id)?.name ?? id);
  }
  const isAsUsual = chips.some(({ field, value }) => field === 'base' && value === base?.[0]);
  if (finish && isAsUsual) guess('finish', finish, catalogue.finishById.get(finish)?.name ?? finish);
  for (const [field, value] of Object.entries(plain))
    if (value !== undefined) guess(field, value, WORDS[field]?.[value] ?? value);
  // the cover of a smoke alarm may be the alarm: what it is stays open, and how hot it gets beside a stove
  const isOpen = item === 'ordinary' && head.beside.some((other) => (other.facts.item ?? item) !== item);
  if (item && !isOpen && !(thing.kind === 'holder' && head.isPartOfAnother))
    guess('item', item, catalogue.itemById.get(item)?.name ?? item);
  if (laundryC !== undefined && !isSaid(chips, 'water')) guess('laundryC', laundryC, `laundry ${laundryC} °C`);
  const place = chips.find(({ field }) => field === 'place')?.value;
  // under a roof the sun warms nothing; a place that nobody has said may be in it
  const isShaded = heat === 'sun' && place !== undefined && place !== 'exposed';
  if (isShaded) guess('heat', 'none', 'no heat');
  else if (heat !== undefined && !chips.some(({ field }) => field === 'heatC'))
    guess('heat', heat, catalogue.heatSourceById.get(heat)?.name ?? heat);
};
