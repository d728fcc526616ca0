import {
  canAt,
  canName,
  canUseSchema,
  MEASURES,
  rangeOf,
  type Can,
  type Catalogue,
  type Figure,
  type Shelf,
  type StepUse,
} from '@sgraffa/core';
import { plainNumber } from './numbers.ts';
import { QuantityInput } from './QuantityInput.tsx';

const AMOUNT = rangeOf(canUseSchema.shape.amount);
const MM_PER_M = 1000;
/**
 * What amounts of a can are typed in: its unit, and lengths of a roll in metres. Of a liquid that was weighed so much is left as the heaviest
 * of its kind would be, and so much was used as the lightest.
 */
export const typedIn = ({ size }: Pick<Can, 'size'>, density: Pick<Figure, 'low' | 'high'>) => {
  const unit = size ? MEASURES[size.kind].unit : 'pieces';
  const [name, per] =
    unit === 'mm' ? (['m', MM_PER_M] as const) : unit === 'bars' ? (['lengths', 1] as const) : ([unit, 1] as const);
  const parsed = (gPerMl: number) => (text: string) => {
    const weighed = size?.kind === 'liquid' ? /^(.*?)\s*(kg|g)$/i.exec(text.trim()) : null;
    if (weighed) {
      const read = plainNumber('')(weighed[1]!);
      const g = read.ok ? read.value * (weighed[2]!.toLowerCase() === 'kg' ? 1000 : 1) : 0;
      return read.ok ? { ...read, value: Math.round(g / gPerMl) } : read;
    }
    const read = plainNumber(name)(text);
    return read.ok ? { ...read, value: read.value * per } : read;
  };
  return {
    format: (value: number) => `${Number((value / per).toPrecision(4))} ${name}`,
    parseLeft: parsed(density.high),
    parseUsed: parsed(density.low),
  };
};

/** What a step takes from the shelf, as reckoned; each amount can be corrected before it is kept, also by what is left after it. */
export const TakenPart = ({
  uses,
  shelf: { cans, uses: taken },
  now,
  catalogue,
  onChange,
}: {
  uses: readonly StepUse[];
  shelf: Shelf;
  now: string;
  catalogue: Catalogue;
  onChange: (canId: string, amount: number) => void;
}) =>
  uses.map(({ canId, amount }) => {
    const can = cans.find(({ id }) => id === canId);
    if (!can) return null;
    const { format, parseLeft, parseUsed } = typedIn(can, catalogue.amounts.liquidDensity);
    const { left } = canAt(
      can,
      taken.filter((use) => use.canId === canId),
      now,
      catalogue,
    );
    const usedOf = (text: string) => {
      const after = /^(.*)\bleft$/i.exec(text.trim());
      const read = after ? parseLeft(after[1]!) : parseUsed(text);
      return after && read.ok && left !== null ? { ...read, value: Math.max(0, left - read.value) } : read;
    };
    return (
      <QuantityInput
        key={canId}
        label={`Taken: ${canName(can, catalogue)}`}
        value={amount}
        range={AMOUNT}
        format={format}
        parse={usedOf}
        {...(left === null ? {} : { description: `Or what is left after it: “${format(left / 2)} left”.` })}
        onChange={(value) => value !== null && onChange(canId, value)}
        required
      />
    );
  });
