import { Button, Select } from '@mantine/core';
import { IconPencil, IconQuestionMark } from '@tabler/icons-react';
import { useState } from 'react';
import {
  parseLength,
  parseTemperature,
  chipFieldOf,
  type Catalogue,
  type Chip as ReadChip,
  type ChipField,
  type Description,
  type NumberRange,
  type Outcome,
} from '@sgraffa/core';
import { Drop } from '../../ui/Drop.tsx';
import { areaRange, RANGES } from '../../ui/ranges.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import {
  FOOD_WORDS,
  ITEM_WORDS,
  KIND_WORDS,
  LOOK_WORDS,
  options,
  PLACE_WORDS,
  SHAPE_WORDS,
  TONE_WORDS,
  WATER_WORDS,
  WEAR_WORDS,
  YES_NO_WORDS,
  ZONE_WORDS,
} from '../../ui/words.ts';

/** What is said of one field; a value of null takes it back. */
export interface Said {
  readonly field: string;
  readonly value: string | number | null;
  readonly label: string;
}

interface Asked {
  readonly name: string;
  /** Read by numbers where it has a unit, by choosing where it has words. */
  readonly unit?: string;
  readonly range?: NumberRange;
  /** Where a plain number is not all that is taken. */
  readonly parse?: (text: string) => Outcome<{ value: number }>;
  readonly choices?: (catalogue: Catalogue) => { value: string; label: string }[];
}

const named = (rows: readonly { readonly id: string; readonly name: string }[]) =>
  rows.map(({ id, name }) => ({ value: id, label: name }));
const said = <Key extends string>(words: Readonly<Record<Key, string>>) =>
  options<string>(words).filter(({ value }) => value !== 'unknown');

const FIELDS: Readonly<Record<ChipField, Asked>> = {
  base: { name: 'made of', choices: ({ bases }) => named(bases) },
  finish: { name: 'on it', choices: ({ finishes }) => named(finishes) },
  place: { name: 'lives', choices: () => said(PLACE_WORDS) },
  water: { name: 'cleaned', choices: () => said(WATER_WORDS) },
  wear: { name: 'use', choices: () => said(WEAR_WORDS) },
  heat: { name: 'heat', choices: ({ heatSources }) => named(heatSources) },
  food: { name: 'touches', choices: () => said(FOOD_WORDS) },
  children: { name: 'small children', choices: () => said(YES_NO_WORDS) },
  item: { name: 'it is', choices: () => said(ITEM_WORDS) },
  mustComeOff: { name: 'must come off', choices: () => said(YES_NO_WORDS) },
  skin: { name: 'on the skin', choices: () => said(YES_NO_WORDS) },
  grip: { name: 'must grip underfoot', choices: () => said(YES_NO_WORDS) },
  zone: { name: 'lies', choices: () => said(ZONE_WORDS).filter(({ value }) => value !== 'rest') },
  way: { name: 'wanted', choices: ({ methods }) => named(methods) },
  'ground kind': { name: 'ground wanted', choices: () => said(KIND_WORDS) },
  'ground product': {
    name: 'ground wanted',
    choices: ({ products }) => named(products.filter(({ roles }) => roles.includes('ground'))),
  },
  'ground tone': { name: 'its ground', choices: () => said(TONE_WORDS) },
  'topcoat kind': { name: 'finish wanted', choices: () => said(KIND_WORDS) },
  'topcoat product': {
    name: 'finish wanted',
    choices: ({ products }) => named(products.filter(({ roles }) => roles.includes('finish'))),
  },
  film: {
    name: 'film wanted',
    choices: ({ products }) => named(products.filter(({ roles }) => roles.includes('film'))),
  },
  mask: {
    name: 'stencil wanted',
    choices: ({ products }) => named(products.filter(({ roles }) => roles.includes('mask'))),
  },
  medium: {
    name: 'medium wanted',
    choices: ({ products }) => named(products.filter(({ roles }) => roles.includes('medium'))),
  },
  'design tone': { name: 'design', choices: () => said(TONE_WORDS) },
  'ground colour': { name: 'ground' },
  'topcoat tone': { name: 'finish', choices: () => said(TONE_WORDS) },
  'topcoat colour': { name: 'finish' },
  'design colour': { name: 'design' },
  seenFrom: { name: 'seen' },
  over: { name: 'lies' },
  hand: { name: 'cut' },
  stencilAgain: { name: 'stencil' },
  condition: { name: 'its state' },
  due: { name: 'due' },
  soak: { name: 'stands in water', choices: () => said(YES_NO_WORDS) },
  tone: { name: 'colour', choices: () => said(TONE_WORDS) },
  shape: { name: 'shape', choices: () => said(SHAPE_WORDS) },
  look: { name: 'look', choices: () => said(LOOK_WORDS) },
  lifeYears: { name: 'lasts', unit: 'years', range: RANGES.use.lifeYears },
  quantity: { name: 'how many', unit: 'pieces', range: RANGES.quantity },
  laundryC: { name: 'laundry', unit: '°C', range: RANGES.use.laundryC, parse: parseTemperature },
  ageDays: { name: 'that is', unit: 'days old', range: RANGES.surface.ageDays },
  minStrokeMm: {
    name: 'thinnest stroke',
    unit: 'mm',
    range: RANGES.design.minStrokeMm,
    parse: parseLength,
  },
  minWebMm: { name: 'thinnest web', unit: 'mm', range: RANGES.design.minWebMm, parse: parseLength },
  islands: { name: 'loose islands', unit: '', range: RANGES.design.islands },
  widthShare: { name: 'at most, of the width', unit: '', range: RANGES.placement.widthShare },
  widthMm: { name: 'wide', unit: 'mm', range: areaRange('rectangle', 'widthMm'), parse: parseLength },
  heightMm: { name: 'high', unit: 'mm', range: areaRange('rectangle', 'heightMm'), parse: parseLength },
  diameterMm: { name: 'across', unit: 'mm', range: areaRange('disc', 'diameterMm'), parse: parseLength },
  circumferenceMm: { name: 'around', unit: 'mm', range: areaRange('cylinder', 'circumferenceMm'), parse: parseLength },
  topMm: { name: 'across the rim', unit: 'mm', range: areaRange('cone', 'topDiameterMm'), parse: parseLength },
  footMm: { name: 'across the foot', unit: 'mm', range: areaRange('cone', 'bottomDiameterMm'), parse: parseLength },
  slantMm: { name: 'along the side', unit: 'mm', range: areaRange('cone', 'slantMm'), parse: parseLength },
  designWidthMm: { name: 'design wide', unit: 'mm', range: RANGES.design.widthMm, parse: parseLength },
  designHeightMm: { name: 'design high', unit: 'mm', range: RANGES.design.heightMm, parse: parseLength },
  heatC: { name: 'surface gets', unit: '°C', range: RANGES.use.heatC, parse: parseTemperature },
};
const ORDER: readonly string[] = Object.keys(FIELDS);
/** Fields that only go with another one: shown in its chip. */
const SILENT = /^seenFrom$|^ageDays$/;
/** What decides most: asked for where the line does not say it. */
const ALWAYS_ASKED = ['base', 'place', 'water', 'wear'];

const Chip = ({
  field,
  value,
  label,
  from = '',
  of = '',
  catalogue,
  say,
}: {
  field: string;
  /** The design that it speaks of, where there are several. */
  of?: string;
  value: string | number | null;
  label: string;
  /** The words of the line that it came from. */
  from?: string;
  catalogue: Catalogue;
  say: (said: Said) => void;
}) => {
  const [isOpen, setOpen] = useState(false);
  const plain = chipFieldOf(field);
  const asked: Asked | null = plain && FIELDS[plain];
  const name = `${asked?.name ?? field}${of === '' ? '' : `, ${of}`}`;
  const tell = (next: string | number | null, words: string) => {
    setOpen(false);
    say({ field, value: next, label: words });
  };
  const choices = asked?.choices?.(catalogue);
  return (
    <Drop
      opened={isOpen}
      onChange={setOpen}
      width={320}
      position="bottom-start"
      target={
        <button
          type="button"
          className={value === null ? 'sg-chip is-open' : 'sg-chip'}
          aria-label={value === null ? `${name}: not said. Say it.` : `${name}: ${label}. Change it.`}
          onClick={() => setOpen(!isOpen)}
        >
          <span className="sg-quiet">{name}</span> {label}
          {from && <span className="sg-chip-from">“{from}”</span>}
          {value === null ? <IconQuestionMark size={16} aria-hidden /> : <IconPencil size={16} aria-hidden />}
        </button>
      }
    >
      {choices && (
        <Select
          label={name}
          data={choices}
          value={value === null ? null : String(value)}
          searchable={choices.length > 8}
          comboboxProps={{ withinPortal: false }}
          onChange={(next, choice) => next && tell(next, choice.label)}
        />
      )}
      {asked?.range && (
        <QuantityInput
          label={`${name}, ${asked.unit}`}
          value={typeof value === 'number' ? value : null}
          format={(number) => String(Number(number.toFixed(2)))}
          parse={asked.parse ?? plainNumber(asked.unit)}
          range={asked.range}
          onChange={(next) => tell(next, next === null ? '' : `${next} ${asked.unit}`)}
        />
      )}
      {value !== null && (
        <Button mt="sm" variant="outline" onClick={() => tell(null, '')}>
          Take it out
        </Button>
      )}
    </Drop>
  );
};

/** Guesses of lesser weight, told in one line; each can be changed on the piece's page. */
const OF_DESIGNS: ReadonlySet<ChipField> = new Set([
  'way',
  'film',
  'mask',
  'medium',
  'design tone',
  'design colour',
  'look',
  'zone',
  'over',
  'hand',
]);
const HARMLESS_GUESSES = new Set(['shape', 'zone', 'skin', 'mustComeOff', 'grip', 'soak']);
const placeOf = (field: string): number => ORDER.indexOf(chipFieldOf(field) ?? '');
const FIRST_OR = /^(?:design (\d+) )?/;
/** The name of the design that a field speaks of, where the line tells of several and the field is a design's. */
const designNamed = (field: string, { designs }: Description): string => {
  const place = Number(FIRST_OR.exec(field)![1] ?? 1) - 1;
  return designs.length > 1 && OF_DESIGNS.has(chipFieldOf(field)!) ? (designs[place]?.name ?? '') : '';
};
/** What says no more than another chip: the sort of a coat beside its product, a way named by its film, a colour beside its tone. */
const saysNoMore = ({ field, label }: ReadChip, chips: readonly ReadChip[]): boolean =>
  chips.some((other) =>
    field.endsWith(' colour')
      ? other.field === field.replace(/colour$/, 'tone')
      : field.endsWith(' kind')
        ? other.field === field.replace(/kind$/, 'product')
        : field.endsWith('way') && other.field === field.replace(/way$/, 'film') && other.label === label,
  );

const GuessList = ({ read }: { read: Description }) => (
  <span className="sg-quiet">
    Also guessed from its name:{' '}
    {read.chips
      .filter(({ field, isGuess }) => isGuess && HARMLESS_GUESSES.has(field))
      .map(({ label }) => label)
      .join(', ')}
    .
  </span>
);

/** What was read from the line, each fact to be changed or taken out; and what is still to be said. */
export const Chips = ({
  read,
  catalogue,
  say,
}: {
  read: Description;
  catalogue: Catalogue;
  say: (said: Said) => void;
}) => (
  <div className="sg-chips" role="group" aria-live="polite" aria-label="Read from the line">
    {[...new Map(read.chips.map((chip) => [`${chip.field} ${chip.value}`, chip])).values()]
      .filter(({ field, isGuess }) => !SILENT.test(field) && !(isGuess && HARMLESS_GUESSES.has(field)))
      .filter((chip) => !saysNoMore(chip, read.chips))
      .sort((left, right) => placeOf(left.field) - placeOf(right.field))
      .map(({ field, value, label, isGuess, from }, place) => (
        <Chip
          key={`${field} ${value} ${place}`}
          label={isGuess ? `${label}, probably` : label}
          from={isGuess || from.toLowerCase() === label.toLowerCase() ? '' : from}
          of={designNamed(field, read)}
          {...{ field, value, catalogue, say }}
        />
      ))}
    {read.chips.some(({ field, isGuess }) => isGuess && HARMLESS_GUESSES.has(field)) && <GuessList read={read} />}
    {ALWAYS_ASKED.filter((field) => !read.chips.some((chip) => chip.field === field)).map((field) => (
      <Chip key={field} field={field} value={null} label="" catalogue={catalogue} say={say} />
    ))}
  </div>
);
