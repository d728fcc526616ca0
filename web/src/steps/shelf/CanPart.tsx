import { Button, Select, Textarea, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  amountWords,
  canName,
  canSizeWords,
  canUseSchema,
  rangeOf,
  readCanSize,
  readPastDay,
  readPrice,
  wholeOf,
  type Can,
  type CanAt,
  type CanUse,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow } from '../../store/bench.ts';
import { calendarDay, day } from '../../ui/dates.ts';
import { DayPick } from '../../ui/DayPick.tsx';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { LabelPart } from './LabelPart.tsx';
import { typedIn } from '../../ui/TakenPart.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';

const OPEN_WORDS = [
  { value: 'unknown', label: 'not said yet' },
  { value: 'yes', label: 'open' },
  { value: 'no', label: 'not opened' },
];
const AMOUNT = rangeOf(canUseSchema.shape.amount);
/** What is said of a thing on the shelf, and what was taken from it; each field is kept as it is left. */
export const CanPart = ({ at }: { at: CanAt }) => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const { keepCans, dropCan, addUse, dropUse } = useChanges();
  const [note, setNote] = useState(at.can.note);
  if (!bench) return null;
  const { can, left } = at;
  const { zone, length, money } = bench.settings.value;
  const today = calendarDay(now, zone);
  const name = canName(can, catalogue);
  const product = catalogue.productById.get(can.productId ?? '');
  const uses = bench.shelf.uses
    .filter(({ canId }) => canId === can.id)
    .sort((one, other) => (one.at < other.at ? 1 : -1));
  const change = (facts: Partial<Can>, what: string) => void keepCans([{ ...can, ...facts }], `${what} of ${name}`);
  const take = (as: CanUse['as'], amount: number) =>
    void addUse(
      {
        id: `u-${crypto.randomUUID().slice(0, 12)}`,
        canId: can.id,
        at: now,
        as,
        amount,
        pieceId: null,
        eventId: null,
        note: '',
      },
      as === 'used' ? `what was used of ${name}` : `what is left of ${name}`,
    );
  const { format: inUnit, parseLeft, parseUsed } = typedIn(can, catalogue.amounts.liquidDensity);
  const dayField = (label: string, kept: string | null, keep: (value: string | null) => void) => (
    <TypedInput
      label={label}
      placeholder="May 2026"
      kept={kept ?? ''}
      read={(text) => {
        const read = readPastDay(text, today);
        return read.ok ? { ok: true, value: read.day } : read;
      }}
      keep={keep}
      clear={() => keep(null)}
    />
  );
  return (
    <div className="sg-can-part">
      <div className="sg-fields">
        {can.size && can.size.kind !== 'offcut' && (
          <>
            <QuantityInput
              label="Left now"
              description={`Measured beats reckoned; a full one holds ${inUnit(wholeOf(can.size))}.${can.size.kind === 'liquid' ? ' Or weighed without its can, such as 320 g: then no more than is certain.' : ''}`}
              value={left}
              range={AMOUNT}
              format={inUnit}
              parse={parseLeft}
              onChange={(value) => value !== null && take('left', value)}
              required
            />
            <QuantityInput
              label="Used just now"
              value={null}
              range={AMOUNT}
              format={inUnit}
              parse={parseUsed}
              onChange={(value) => value !== null && value > 0 && take('used', value)}
            />
          </>
        )}
        <TypedInput
          label="Size when full"
          placeholder="750 ml, 305 mm × 3 m, 12 sheets 305 × 305"
          kept={can.size ? canSizeWords(can.size, length) : ''}
          read={(text) => {
            const read = readCanSize(can.size?.kind === 'offcut' ? `${text} offcut` : text, product, length);
            return read.ok ? { ok: true, value: read.size } : read;
          }}
          keep={(size) => change({ size }, 'the size')}
          clear={() => change({ size: null }, 'the size')}
        />
        <TypedInput
          label="Colour"
          kept={can.colour ?? ''}
          read={(text) => ({ ok: true, value: text.trim().slice(0, 60) })}
          keep={(colour) => change({ colour }, 'the colour')}
          clear={() => change({ colour: null }, 'the colour')}
        />
        {dayField('Bought', can.boughtOn, (boughtOn) => change({ boughtOn }, 'the day of buying'))}
        <Select
          label="Opened or not"
          data={OPEN_WORDS}
          value={can.isOpen}
          onChange={(isOpen) =>
            isOpen &&
            change(
              { isOpen: isOpen as Can['isOpen'], ...(isOpen === 'no' ? { openedOn: null } : {}) },
              'whether it is open',
            )
          }
        />
        {can.isOpen === 'yes' &&
          dayField('Opened', can.openedOn, (openedOn) => change({ openedOn }, 'the day of opening'))}
        <TypedInput
          label={`Price, ${money.currency}`}
          placeholder="not known"
          kept={can.price === null ? '' : can.price.toFixed(2)}
          read={(text) => {
            const read = readPrice(text, money.currency);
            return read.ok ? { ok: true, value: read.price } : read;
          }}
          keep={(price) => change({ price }, 'the price')}
          clear={() => change({ price: null }, 'the price')}
        />
        <TypedInput
          label="Where it stands"
          kept={can.place ?? ''}
          read={(text) => ({ ok: true, value: text.trim().slice(0, 120) })}
          keep={(place) => change({ place }, 'the place')}
          clear={() => change({ place: null }, 'the place')}
        />
        <Textarea
          className="is-wide"
          label="Note"
          maxLength={400}
          autosize
          value={note}
          onChange={(event) => setNote(event.currentTarget.value)}
          onBlur={() => note !== can.note && change({ note }, 'the note')}
        />
      </div>
      {product && (
        <LabelPart
          can={can}
          product={product}
          keep={async (figures, what) => void (await keepCans([{ ...can, figures: [...figures] }], `${what}, ${name}`))}
        />
      )}
      {uses.length > 0 && (
        <ul className="sg-plain-list sg-can-uses">
          {uses.map((one) => {
            const words = can.size ? amountWords(one.amount, can.size.kind, length) : String(one.amount);
            const piece = bench.pieces.find(({ id }) => id === one.pieceId)?.value.name;
            return (
              <li key={one.id}>
                {day(one.at, zone, now)}: {words} {one.as === 'used' ? 'used' : 'left'}
                {piece && ` · ${piece}`}{' '}
                <UnstyledButton
                  className="sg-where"
                  onClick={() => void dropUse(one.id, `taking that of ${name} back`)}
                >
                  take back
                </UnstyledButton>
              </li>
            );
          })}
        </ul>
      )}
      <div className="sg-buttons">
        {can.arrivesOn !== null && (
          <Button onClick={() => change({ arrivesOn: null, boughtOn: can.boughtOn ?? today }, 'the coming')}>
            It is here
          </Button>
        )}
        {(can.arrivesOn !== null || (uses.length === 0 && can.finishedOn === null && can.isOpen !== 'yes')) && (
          <DayPick
            label="The day on which it comes"
            words={can.arrivesOn === null ? 'It is not here yet: comes on…' : 'It comes on another day…'}
            value={can.arrivesOn}
            from={today}
            onPick={(arrivesOn) => change({ arrivesOn }, 'the coming')}
          />
        )}
        {can.finishedOn === null ? (
          <Button variant="outline" onClick={() => change({ finishedOn: today }, 'the end')}>
            It is used up
          </Button>
        ) : (
          <Button variant="outline" onClick={() => change({ finishedOn: null }, 'the end')}>
            There is some left after all
          </Button>
        )}
        <Button variant="outline" onClick={() => void dropCan(can.id, `taking ${name} off the shelf`)}>
          Take it off the shelf
        </Button>
        {product && <Link to={`/handbook/${product.id}`}>{product.name} in the handbook</Link>}
      </div>
    </div>
  );
};
