import { Button, Select } from '@mantine/core';
import {
  blankSchema,
  boardOf,
  rangeOf,
  sawLists,
  shelfAt,
  trimSchema,
  type Blank,
  type Piece,
  type Trim,
} from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { readMoney } from '../../ui/money.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { SawPart } from '../../ui/SawPart.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';
import { readName } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const { shape } = trimSchema;
const WAYS: readonly { readonly value: Trim['way']; readonly label: string }[] = [
  { value: 'around', label: 'around the piece' },
  { value: 'mitred', label: 'a mitred frame round it' },
  { value: 'length', label: 'by a length' },
  { value: 'count', label: 'counted' },
];
/** What a trim begins as, by the way it is measured. */
const NEW: Readonly<Record<Trim['way'], Pick<Trim, 'name' | 'overlapMm' | 'kerfMm'>>> = {
  around: { name: 'rope', overlapMm: 50, kerfMm: 0 },
  mitred: { name: 'frame strip', overlapMm: 0, kerfMm: 3 },
  length: { name: 'ribbon', overlapMm: 0, kerfMm: 0 },
  count: { name: 'hook', overlapMm: 0, kerfMm: 0 },
};
const trimOf = (way: Trim['way']): Trim => ({
  id: `t${crypto.randomUUID().slice(0, 8)}`,
  way,
  turns: 1,
  widthMm: 30,
  lengthMm: 300,
  count: 1,
  soldMm: null,
  soldPrice: null,
  ...NEW[way],
});
const NEW_BLANK: Blank = { way: 'sawn', marginMm: 20, kerfMm: 3, material: 'plank', soldMm: null, soldPrice: null };

/** How it is sold: its length and price. */
const SoldFields = ({
  sold,
  onChange,
}: {
  sold: Pick<Trim, 'soldMm' | 'soldPrice'>;
  onChange: (patch: Partial<Pick<Trim, 'soldMm' | 'soldPrice'>>) => void;
}) => (
  <>
    <LengthInput
      label="Sold in lengths of"
      value={sold.soldMm}
      range={rangeOf(shape.soldMm.unwrap())}
      onChange={(soldMm) => onChange({ soldMm })}
    />
    <QuantityInput
      label="Price of a length"
      value={sold.soldPrice}
      range={rangeOf(shape.soldPrice.unwrap())}
      format={String}
      parse={readMoney}
      onChange={(soldPrice) => onChange({ soldPrice })}
    />
  </>
);

const PriceField = ({ price, onChange }: { price: number | null; onChange: (price: number | null) => void }) => (
  <QuantityInput
    label="Price of one"
    value={price}
    range={rangeOf(shape.soldPrice.unwrap())}
    format={String}
    parse={readMoney}
    onChange={onChange}
  />
);

const TrimFields = ({ trim, set, drop }: { trim: Trim; set: (patch: Partial<Trim>) => void; drop: () => void }) => {
  const length = (label: string, key: 'overlapMm' | 'widthMm' | 'lengthMm' | 'kerfMm') => (
    <LengthInput
      label={label}
      value={trim[key]}
      range={rangeOf(shape[key])}
      onChange={(value) => value !== null && set({ [key]: value })}
      required
    />
  );
  return (
    <div className="sg-fields">
      <TypedInput
        label="What it is"
        description="As it is called on the shelf."
        kept={trim.name}
        read={readName}
        keep={(name) => set({ name })}
      />
      {trim.way === 'around' && (
        <>
          <QuantityInput
            label="Times around"
            value={trim.turns}
            range={rangeOf(shape.turns)}
            format={String}
            parse={plainNumber()}
            onChange={(turns) => turns !== null && set({ turns })}
            required
          />
          {length('Overlap or knot', 'overlapMm')}
        </>
      )}
      {trim.way === 'mitred' && length('Width of a strip', 'widthMm')}
      {trim.way === 'length' && length('Length', 'lengthMm')}
      {trim.way !== 'mitred' && (
        <QuantityInput
          label="How many for one piece"
          value={trim.count}
          range={rangeOf(shape.count)}
          format={String}
          parse={plainNumber()}
          onChange={(count) => count !== null && set({ count })}
          required
        />
      )}
      {trim.way === 'count' && <PriceField price={trim.soldPrice} onChange={(soldPrice) => set({ soldPrice })} />}
      {trim.way !== 'count' && (
        <>
          {length('A cut takes away', 'kerfMm')}
          <SoldFields sold={trim} onChange={set} />
        </>
      )}
      <Button variant="outline" onClick={drop}>
        Remove {trim.name}
      </Button>
    </div>
  );
};

/** What goes on the piece besides its layers, and the board itself: each by its lengths, sawn from what is there. */
export const TrimsPart = ({ model }: { model: PieceModel }) => {
  const bench = useBench();
  const { piece, catalogue, now, changePiece } = model;
  if (!bench) return null;
  const { cans, uses } = bench.shelf;
  const { lists, counted, problems } = sawLists([piece], shelfAt(cans, uses, now, catalogue).cans);
  const change = (patch: (kept: Piece) => Partial<Piece>, name: string) =>
    changePiece((kept) => ({ ...kept, ...patch(kept) }), name);
  const setTrim = (id: string, patch: Partial<Trim>) =>
    change(({ trims }) => ({ trims: trims.map((one) => (one.id === id ? { ...one, ...patch } : one)) }), 'a trim');
  const setBlank = (patch: Partial<Blank>) =>
    change(({ blank }) => ({ blank: { ...(blank ?? NEW_BLANK), ...patch } }), 'the board');
  const board = piece.blank?.way === 'sawn' ? boardOf(piece) : null;
  return (
    <section className="sg-amount" aria-label="Trims and the board">
      <h2>Trims and the board</h2>
      {board?.ok && <p>The board: {board.board.words}.</p>}
      {problems.map(({ given, todo }) => (
        <p key={given}>
          {given} {todo}
        </p>
      ))}
      {lists.map((list) => (
        <SawPart key={list.material} list={list} settings={model.settings} />
      ))}
      {counted.map(({ name, count, onShelf }) => (
        <p key={name}>
          {name}: {count}
          {onShelf >= count
            ? ', enough is there'
            : `, ${onShelf ? `${onShelf} on the shelf, ` : ''}${count - onShelf} to buy`}
          .
        </p>
      ))}
      <details>
        <summary>Change trims and the board</summary>
        {piece.trims.map((trim) => (
          <TrimFields
            key={trim.id}
            trim={trim}
            set={(patch) => setTrim(trim.id, patch)}
            drop={() =>
              change(({ trims }) => ({ trims: trims.filter(({ id }) => id !== trim.id) }), `removing ${trim.name}`)
            }
          />
        ))}
        <div className="sg-fields">
          <Select
            label="Add a trim"
            placeholder="rope, ribbon, frame, hooks"
            data={[...WAYS]}
            value={null}
            onChange={(way) =>
              way && change(({ trims }) => ({ trims: [...trims, trimOf(way as Trim['way'])] }), 'a trim')
            }
          />
          <Select
            label="The board"
            data={[
              { value: 'given', label: 'is there already' },
              { value: 'sawn', label: 'is sawn to the design' },
            ]}
            value={piece.blank?.way ?? null}
            placeholder="not said"
            // the price of one piece is none of a length of board
            onChange={(way) => way && setBlank({ way: way as Blank['way'], soldMm: null, soldPrice: null })}
          />
          {piece.blank?.way === 'given' && (
            <PriceField price={piece.blank.soldPrice} onChange={(soldPrice) => setBlank({ soldPrice })} />
          )}
          {piece.blank?.way === 'sawn' && (
            <>
              <LengthInput
                label="Margin round the design"
                value={piece.blank.marginMm}
                range={rangeOf(blankSchema.shape.marginMm)}
                onChange={(marginMm) => marginMm !== null && setBlank({ marginMm })}
                required
              />
              <TypedInput
                label="Sawn from"
                description="As it is called on the shelf."
                kept={piece.blank.material}
                read={readName}
                keep={(material) => setBlank({ material })}
              />
              <SoldFields sold={piece.blank} onChange={setBlank} />
            </>
          )}
        </div>
      </details>
    </section>
  );
};
