import { PLACES, rankIn, WATERS, WEARS, type Catalogue } from '../materials/index.ts';
import type { Chip } from './reading.ts';

const YES_LAST = ['no', 'yes'] as const;

/** Of two things that are said of one use, which asks more: the mildest first. Amounts (°C, years) ask more the larger they are. */
const LADDERS: Readonly<Record<string, readonly string[] | 'amount'>> = {
  water: WATERS,
  wear: WEARS,
  place: PLACES,
  food: ['none', 'dry', 'food', 'lip'],
  children: YES_LAST,
  skin: YES_LAST,
  soak: YES_LAST,
  grip: YES_LAST,
  mustComeOff: YES_LAST,
  laundryC: 'amount',
  heatC: 'amount',
  lifeYears: 'amount',
};

const rankOf = ({ field, value }: Pick<Chip, 'field' | 'value'>, catalogue: Catalogue): number => {
  if (field === 'heat') return catalogue.heatSourceById.get(String(value))?.surfaceC.high ?? 0;
  const ladder = LADDERS[field];
  return ladder === undefined || ladder === 'amount' ? Number(value) : rankIn(ladder, String(value));
};

/** Whether one value of a use asks more than another. */
export const asksMore = (field: string, one: Chip['value'], other: Chip['value'], catalogue: Catalogue): boolean =>
  rankOf({ field, value: one }, catalogue) > rankOf({ field, value: other }, catalogue);

/** What a line says twice of one use, "wiped, sometimes in the dishwasher", is as harsh as the harshest of it. */
export const harshest = (chips: readonly Chip[], catalogue: Catalogue): Chip[] =>
  chips.filter((chip) => {
    if (chip.isGuess || !(chip.field === 'heat' || LADDERS[chip.field])) return true;
    const rivals = chips.filter(({ field, isGuess }) => field === chip.field && !isGuess);
    const rank = Math.max(...rivals.map((rival) => rankOf(rival, catalogue)));
    return chip === rivals.find((rival) => rankOf(rival, catalogue) === rank);
  });
