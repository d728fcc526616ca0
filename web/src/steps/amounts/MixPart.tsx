import { Button, Select, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import {
  canUseSchema,
  keepsWords,
  mixTo,
  plainCan,
  problemSentence,
  rangeOf,
  readRatio,
  spoonsOf,
  type AmountLine,
  type MixedTo,
  type MixTarget,
  type Product,
} from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { calendarDay } from '../../ui/dates.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';
import { useOnce } from '../../ui/useOnce.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { CupPicture } from './CupPicture.tsx';

const AMOUNT = rangeOf(canUseSchema.shape.amount);
const UNITS = { volume: 'ml', weight: 'g' } as const;
type By = keyof typeof UNITS;
const TEASPOONS_A_TABLESPOON = 3;
/** What may be thinned at all, as far as its label allows. */
const THINNED: ReadonlySet<Product['kind']> = new Set(['paint', 'stain', 'primer', 'clear']);

const plain = (amount: number): string => String(Number(amount.toPrecision(3)));

/** Level spoons of a powder beside its weight: never exact. */
const spoonWords = (massG: number, bulk: number, teaspoonMl: number): string => {
  const tea = spoonsOf(massG, bulk, teaspoonMl);
  if (tea === null) return '';
  const isMany = tea > 2 * TEASPOONS_A_TABLESPOON;
  const count = isMany ? spoonsOf(massG, bulk, TEASPOONS_A_TABLESPOON * teaspoonMl)! : tea;
  return `, inexactly ${count} level ${isMany ? 'tablespoon' : 'teaspoon'}${count === 1 ? '' : 's'}`;
};

/** Puts what is over of a mix onto the shelf, where it ages from today; what sets in its cup is not kept. */
const KeepPart = ({ line, by, product, model }: { line: AmountLine; by: By; product: Product; model: PieceModel }) => {
  const { keepCans } = useChanges();
  const [over, setOver] = useState<number | null>(null);
  const keep = useOnce(async () => {
    if (over === null || over <= 0) return;
    const today = calendarDay(model.now, model.settings.zone);
    await keepCans(
      [
        {
          ...plainCan(`c-${crypto.randomUUID().slice(0, 12)}`, { productId: product.id }),
          name: `${line.name}, mixed`,
          colour: line.colour,
          size: by === 'volume' ? { kind: 'liquid', ml: over } : { kind: 'powder', g: over },
          isOpen: 'yes',
          openedOn: today,
          mixedOn: today,
        },
      ],
      `what is over of ${line.name}`,
    );
    setOver(null);
  });
  if (product.potLife)
    return (
      <p className="sg-quiet">
        What is over sets in its cup and grows hot in a full one: spread it thin outdoors, and throw it away once it is
        hard.
      </p>
    );
  return (
    <div className="sg-fields">
      <QuantityInput
        label="Over, kept closed and labelled"
        {...(product.shelf ? { description: `Mixed, it keeps ${keepsWords(product.shelf)}.` } : {})}
        value={over}
        range={AMOUNT}
        format={(value) => `${plain(value)} ${UNITS[by]}`}
        parse={plainNumber(UNITS[by])}
        onChange={setOver}
      />
      <div>
        <Button variant="outline" disabled={!over} onClick={() => void keep()}>
          Onto the shelf, mixed today
        </Button>
      </div>
    </div>
  );
};

const Mixed = ({
  mixed,
  names,
  by,
  product,
  model,
}: {
  mixed: MixedTo;
  names: readonly string[];
  by: By;
  product: Product;
  model: PieceModel;
}) => {
  const unit = UNITS[by];
  const { spoon } = model.catalogue.amounts;
  const { mixes, parts, total, spare, raisedFor } = mixed;
  return (
    <figure className="sg-cup">
      <CupPicture
        parts={parts.map((amount, at) => {
          const bulk = by === 'weight' ? product.mix?.parts[at]?.bulk : undefined;
          return {
            share: amount,
            words: `${names[at]} ${plain(amount)} ${unit}${bulk ? spoonWords(amount, bulk.typical, spoon.typical) : ''}`,
          };
        })}
      />
      <figcaption role="status">
        {mixes === 1 ? 'One mix' : `${mixes} equal mixes`} of {plain(total)} {unit}
        {raisedFor !== undefined && `, raised so that ${names[raisedFor]} can be measured`}
        {spare > 0.05 && `; ${plain(spare)} ${unit} to spare`}.
      </figcaption>
    </figure>
  );
};

/** What the parts of a mix are called: as the catalogue has them, where the ratio has as many. */
const namesOf = (line: AmountLine, { mix }: Product, ratio: readonly number[] | null): readonly string[] => {
  if (mix && (!ratio || ratio.length === mix.parts.length)) return mix.parts.map(({ name }) => name);
  const thinned = [line.name, 'thinner'];
  return (ratio ?? [1, 1]).map((_, at) => (mix ? undefined : thinned[at]) ?? `part ${at + 1}`);
};

/** What is asked for by the field's value; null while a figure is missing. */
const targetOf = (target: string, need: number | null, amount: number | null): MixTarget | null => {
  if (target === 'least') return { to: 'least' };
  if (target === 'need') return need === null ? null : { to: 'need', amount: need };
  if (amount === null) return null;
  return target === 'all' ? { to: 'need', amount } : { to: 'left', part: Number(target), amount };
};

/** A mix as it is made at the bench: to the need, to what is left of a part, to the smallest that can be measured. */
export const MixPart = ({ line, model }: { line: AmountLine; model: PieceModel }) => {
  const { catalogue } = model;
  const product = catalogue.productById.get(line.productId);
  const [isOpen, setOpen] = useState(false);
  const [by, setBy] = useState<By>(product?.mix?.by ?? 'volume');
  // what the catalogue says stands for one way of measuring only: by weight it is another ratio than by volume
  const known = product?.mix?.by === by ? product.mix.parts.map(({ share }) => share.typical) : null;
  const [typed, setTyped] = useState<readonly number[] | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const [amount, setAmount] = useState<number | null>(null);
  // creams, gels and removers are used as they come: nothing is mixed into them
  if (!product || (!product.mix && !(line.unit === 'ml' && THINNED.has(product.kind)))) return null;
  const unit = UNITS[by];
  const ratio = typed ?? known;
  const names = namesOf(line, product, ratio);
  const need = by === 'volume' && line.unit === 'ml' && line.demand ? line.demand : null;
  const target = to ?? (need === null ? 'all' : 'need');
  const isTyped = target !== 'need' && target !== 'least';
  const batch = line.needs.find(({ mix }) => mix)?.mix;
  const asked = targetOf(target, need, amount);
  const least = (by === 'volume' ? catalogue.amounts.leastPart : catalogue.amounts.leastWeighed).typical;
  const most = by === 'volume' && batch ? batch.parts.reduce((sum, { ml }) => sum + ml, 0) : undefined;
  const mixed = ratio && asked ? mixTo({ names, ratio, by, least, batch: most }, asked) : null;
  return (
    <div className="sg-mix">
      <UnstyledButton className="sg-where" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {product.mix ? 'Mix it otherwise' : 'Thin or mix it'}
      </UnstyledButton>
      {isOpen && (
        <>
          {!product.mix && (
            <p className="sg-sign is-caution">
              Thin only with what its label names, and as far as it allows: thinner paint creeps under stencils and
              covers less.
            </p>
          )}
          <div className="sg-fields">
            <Select
              label="Measured"
              data={[
                { value: 'volume', label: 'by volume' },
                { value: 'weight', label: 'by weight' },
              ]}
              value={by}
              onChange={(value) => {
                if (!value) return;
                setBy(value as By);
                setTyped(null);
                setTo(null);
              }}
            />
            <TypedInput
              label="Ratio on the label"
              description={
                known
                  ? `Usual: ${known.map(plain).join(' : ')}. The label’s goes before it.`
                  : `By ${by} it is another one than by ${by === 'volume' ? 'weight' : 'volume'}.`
              }
              placeholder="2 : 1"
              kept={ratio ? ratio.map(plain).join(' : ') : ''}
              read={(text) => {
                const read = readRatio(text);
                return read.ok ? { ok: true, value: read.ratio } : read;
              }}
              keep={setTyped}
              clear={() => setTyped(null)}
            />
            <Select
              label="Mixed to"
              data={[
                ...(need === null ? [] : [{ value: 'need', label: `what is needed, ${plain(need)} ml` }]),
                { value: 'all', label: 'so much in all' },
                ...names.map((name, at) => ({ value: String(at), label: `what is left of ${name}` })),
                { value: 'least', label: 'the smallest that can be measured' },
              ]}
              value={target}
              onChange={(value) => value && setTo(value)}
            />
            {isTyped && (
              <QuantityInput
                label={target === 'all' ? 'In all' : `Left of ${names[Number(target)] ?? 'it'}`}
                value={amount}
                range={AMOUNT}
                format={(value) => `${plain(value)} ${unit}`}
                parse={plainNumber(unit)}
                onChange={setAmount}
              />
            )}
          </div>
          {!ratio && <p className="sg-quiet">Enter the ratio by {by} that its label gives: it is not known here.</p>}
          {mixed &&
            (mixed.ok ? (
              <Mixed mixed={mixed} names={names} by={by} product={product} model={model} />
            ) : (
              <p role="alert" className="sg-refused">
                {mixed.problems.map(problemSentence).join(' ')}
              </p>
            ))}
          <KeepPart line={line} by={by} product={product} model={model} />
        </>
      )}
    </div>
  );
};
