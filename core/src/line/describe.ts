import type { Catalogue } from '../materials/index.ts';
import type { AreaInput } from '../shape/index.ts';
import {
  MOST_COLOUR,
  PLAIN_PLACEMENT,
  plainSurface,
  plainUse,
  type Design,
  type DesignWants,
  type Part,
  type PartWants,
  type Surface,
  type Use,
  type WantedCoat,
} from '../piece/index.ts';
import { designOf } from './designs.ts';
import { readLine } from './readLine.ts';
import { unlikeLines } from './unlike.ts';
import type { Chip } from './reading.ts';

export type { Chip } from './reading.ts';

/** One design as the line tells it. */
export type ReadDesign = Pick<
  Design,
  'look' | 'zone' | 'seenFrom' | 'tone' | 'minStrokeMm' | 'minWebMm' | 'islands' | 'widthMm' | 'heightMm' | 'placement'
> & {
  readonly name: string;
  readonly wants: DesignWants;
  /** Place of the design that it lies over; null: none. */
  readonly over: number | null;
};

export interface Description {
  readonly name: string;
  /** With the sizes that the line says; a piece keeps them as its area. */
  readonly surface: Surface & Pick<Design, 'widthMm' | 'heightMm'>;
  /** Measured as the line says it, where it says enough; null: not. */
  readonly area: AreaInput | null;
  readonly use: Use;
  readonly look: Design['look'];
  readonly zone: Design['zone'];
  readonly minStrokeMm: number | null;
  readonly islands: number | null;
  readonly topMm: number | null;
  readonly footMm: number | null;
  readonly quantity: number;
  /** ISO instant; null: not said. */
  readonly due: string | null;
  readonly stencilAgain: Part['stencilAgain'];
  readonly designs: readonly ReadDesign[];
  /** What is wanted and not there yet: of the whole part, and of each design with its colour. */
  readonly wants: PartWants & {
    readonly designs: readonly (DesignWants & { readonly tone?: Design['tone'] })[];
  };
  readonly chips: readonly Chip[];
  /** A line for each sort, where the pieces that the line tells of are not alike; empty: they are. */
  readonly unlike: readonly string[];
  /** Words that nothing was made of: each is a question. */
  readonly unread: readonly string[];
  /** The word that names what it is, where nobody knows that thing; null: it is known, or not named. */
  readonly unknownThing: string | null;
}

type Value = Chip['value'];
const first = (chips: readonly Chip[], field: string): Value | undefined =>
  (chips.find((chip) => chip.field === field && !chip.isGuess) ?? chips.find((chip) => chip.field === field))?.value;
const number = (value: Value | undefined): number | null => (typeof value === 'number' ? value : null);
const has = <Shape extends object>(shape: Shape): Shape | undefined => (Object.keys(shape).length ? shape : undefined);
const given = <Shape extends object>(shape: Shape): Shape =>
  Object.fromEntries(Object.entries(shape).filter(([, value]) => value !== undefined && value !== null)) as Shape;

const coatOf = (chips: readonly Chip[], which: 'ground' | 'topcoat'): WantedCoat | undefined =>
  has(
    given({
      product: first(chips, `${which} product`),
      kind: first(chips, `${which} kind`),
      tone: first(chips, `${which} tone`),
      colour: first(chips, `${which} colour`),
    }) as WantedCoat,
  );

/** Seen from outside is seen through the material where it lies inside. */
const seenFromOf = (said: string | undefined, zone: Design['zone'] | undefined): Design['seenFrom'] =>
  said === 'outside'
    ? zone === 'inside'
      ? 'through'
      : 'same'
    : ((said as Design['seenFrom'] | undefined) ?? 'unknown');

/** All colours that were said of a design: "cream and red". */
const coloursSaid = (own: readonly Chip[]): string | undefined => {
  const said = new Set(own.flatMap(({ field, value }) => (field === 'design colour' ? [String(value)] : [])));
  return [...said].join(' and ').slice(0, MOST_COLOUR) || undefined;
};

const designFrom = (chips: readonly Chip[], place: number, name: string, isSeveral: boolean): ReadDesign => {
  const own = chips.flatMap((chip) => {
    const { place: at, property } = designOf(chip.field);
    return at === place ? [{ ...chip, field: property }] : [];
  });
  const of = <Kind extends Value>(property: string): Kind | undefined => first(own, property) as Kind | undefined;
  const covers = ['wrap', 'inside-coat'].includes(String(of('way')));
  // strokes and islands are of the letters, not of what covers the whole area; sizes of the first design
  const isDrawn = !covers || !isSeveral;
  const ofArtwork = (field: string) => (isDrawn ? number(first(chips, field)) : null);
  const isFirst = place === 0;
  return {
    name,
    look: of<Design['look']>('look') ?? 'any',
    // what is said of where the first design lies is said of all, unless another is told apart
    zone: of<Design['zone']>('zone') ?? (first(chips, 'zone') as Design['zone'] | undefined) ?? 'unknown',
    seenFrom: seenFromOf(of<string>('seenFrom'), of<Design['zone']>('zone')),
    tone: of<'light' | 'dark'>('design tone') ?? 'unknown',
    minStrokeMm: ofArtwork('minStrokeMm'),
    minWebMm: ofArtwork('minWebMm'),
    islands: ofArtwork('islands'),
    widthMm: isFirst ? number(of('designWidthMm')) : null,
    heightMm: isFirst ? number(of('designHeightMm')) : null,
    placement: { ...PLAIN_PLACEMENT, widthShare: isDrawn ? number(first(chips, 'widthShare')) : null },
    wants: given({
      way: of<string>('way'),
      medium: of<string>('medium'),
      mask: of<string>('mask'),
      film: of<string>('film'),
      colour: coloursSaid(own),
      hand: of('hand') === 'yes' ? true : undefined,
    }) as DesignWants,
    over: of('over') === 'yes' && place > 0 ? place - 1 : null,
  };
};

/** The area that measures of a line make; what was not measured yet is null in it. Null where they make none. */
const areaOf = (chips: readonly Chip[], shape: Surface['shape']): AreaInput | null => {
  const of = (field: string) => number(first(chips, field));
  const [width, height, top, foot] = [of('widthMm'), of('heightMm'), of('topMm'), of('footMm')];
  const [diameter, around, slant] = [of('diameterMm'), of('circumferenceMm'), of('slantMm')];
  if (top !== null && foot !== null && top !== foot)
    return {
      kind: 'cone',
      topDiameterMm: top,
      bottomDiameterMm: foot,
      slantMm: slant,
      heightMm: slant === null ? height : null,
    };
  const across = diameter ?? top ?? foot;
  if (around !== null || (shape === 'cylinder' && (across !== null || height !== null)))
    return { kind: 'cylinder', diameterMm: around === null ? across : null, circumferenceMm: around, heightMm: height };
  if (across !== null && (shape === 'disc' || shape === 'flat')) return { kind: 'disc', diameterMm: across };
  // of a bowl width and height are those of the body, not of a place to work in
  const isFlat = shape !== 'cylinder' && shape !== 'cone' && shape !== 'compound';
  return isFlat && (width !== null || height !== null) ? { kind: 'rectangle', widthMm: width, heightMm: height } : null;
};

const USE_FIELDS = [
  'place',
  'water',
  'soak',
  'laundryC',
  'wear',
  'heat',
  'heatC',
  'food',
  'children',
  'skin',
  'grip',
  'lifeYears',
  'mustComeOff',
  'item',
] as const satisfies readonly (keyof Use)[];

interface Parts {
  readonly name: string;
  readonly chips: readonly Chip[];
  readonly nots: Use['nots'];
  readonly names: readonly string[];
  readonly unread: readonly string[];
  readonly unknownThing: string | null;
  readonly unlike: readonly string[];
}

/** The finishes that chips tell, from the bare surface up. An age that could be of any of several is not known of each. */
const existingOf = (chips: readonly Chip[]): Surface['existing'] => {
  const finishes = chips.filter(({ field, value }) => field === 'finish' && value !== 'none');
  const ageDays = finishes.length === 1 ? number(first(chips, 'ageDays')) : null;
  return finishes.map(({ value }) => ({ finish: String(value), ageDays }));
};

/** The description that chips make: the one place where a chip becomes a fact of the document. */
const composed = ({ name, chips, nots, names, unread, unknownThing, unlike }: Parts): Description => {
  const of = (field: string) => first(chips, field);
  const shape = (of('shape') ?? 'unknown') as Surface['shape'];
  const surface: Surface = {
    ...plainSurface(String(of('base') ?? '')),
    existing: existingOf(chips),
    condition: [
      ...new Set(
        chips.flatMap(({ field, value }) => (field === 'condition' ? [value as Surface['condition'][number]] : [])),
      ),
    ],
    shape,
    tone: (of('tone') ?? 'unknown') as Surface['tone'],
  };
  const size = {
    widthMm: number(of('widthMm')) ?? (shape === 'disc' ? number(of('diameterMm')) : null),
    heightMm: number(of('heightMm')) ?? (shape === 'disc' ? number(of('diameterMm')) : null),
  };
  const said = USE_FIELDS.flatMap((field) => {
    const value = of(field);
    return value === undefined ? [] : [[field, value] as const];
  });
  const designs = names.map((each, place) => designFrom(chips, place, each, names.length > 1));
  const [main] = designs;
  const ground = coatOf(chips, 'ground');
  const topcoat = coatOf(chips, 'topcoat');
  return {
    name,
    surface: { ...surface, ...size },
    area: areaOf(chips, shape),
    use: { ...plainUse(), ...(Object.fromEntries(said) as Partial<Use>), nots },
    look: main!.look,
    zone: main!.zone,
    minStrokeMm: number(of('minStrokeMm')),
    islands: number(of('islands')),
    topMm: number(of('topMm')),
    footMm: number(of('footMm')),
    quantity: number(of('quantity')) ?? 1,
    due: of('due') === undefined ? null : String(of('due')),
    stencilAgain: of('stencilAgain') === 'yes' ? 'yes' : 'no',
    designs,
    wants: {
      ...(ground ? { ground } : {}),
      ...(topcoat ? { finish: topcoat } : {}),
      designs: designs.map(({ wants, tone }) => ({ ...wants, ...(tone === 'unknown' ? {} : { tone }) })),
    },
    chips,
    unread,
    unknownThing,
    unlike,
  };
};

/**
 * Reads one line, such as "enamel bowl, hand-washed daily", into properties.
 *
 * What is there ("oak board"), what is wanted ("to be stained dark") and what is ruled out ("never in the dishwasher") are kept apart.
 * What the line does not say stays unknown; what the name of a thing makes likely arrives as a guess that says so; words that
 * nothing was made of are handed back.
 *
 * @param line at most 400 characters of free text
 * @param now  ISO instant from which "three weeks ago" and "by Friday" count; without it neither is read
 */
export const describePiece = (line: string, catalogue: Catalogue, now?: string): Description => {
  const read = readLine(line, catalogue, now);
  const name = line.split(/[,;:]/)[0]?.trim().slice(0, 120) || 'New piece';
  return composed({ ...read, name, unlike: unlikeLines(line) });
};

/**
 * A description with one fact said otherwise than its line was read.
 *
 * @param chip what is said now; a value of null takes back what was said of the field
 */
export const adjustDescription = (
  read: Description,
  { field, value, label }: { readonly field: string; readonly value: string | number | null; readonly label: string },
): Description =>
  composed({
    name: read.name,
    nots: read.use.nots,
    names: read.designs.map(({ name }) => name),
    unread: read.unread,
    unknownThing: read.unknownThing,
    unlike: read.unlike,
    chips: [
      ...read.chips.filter((chip) => chip.field !== field),
      ...(value === null ? [] : [{ field, value, label, from: '' }]),
    ],
  });
