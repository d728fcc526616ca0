import {
  canSizeWords,
  failed,
  plainCan,
  readCanSize,
  toBuy,
  type BuyLine,
  type Can,
  type CanSize,
  type Need,
} from '@sgraffa/core';
import { useBench, useCatalogue } from '../../store/bench.ts';
import { TypedInput } from '../../ui/TypedInput.tsx';

const PACK_LIKE: Readonly<Record<Need['unit'], string>> = {
  ml: '250 ml',
  cans: '400 ml',
  mm2: '305 mm × 2 m',
  mm: '2 m',
  pieces: '100 pieces',
};

const packOf = ({ line: { productId } }: BuyLine, size: CanSize): Can => ({
  ...plainCan(`pack of ${productId}`, { productId }),
  size,
});

/** How large a pack is of what never stood on the shelf: with it said it can be ordered and ticked off. */
export const PackField = ({
  row,
  packs,
  keep,
}: {
  row: BuyLine;
  /** The packs that were said so far, of all products. */
  packs: readonly Can[];
  keep: (packs: readonly Can[]) => void;
}) => {
  const { name, productId, unit: counted } = row.line;
  const product = useCatalogue().productById.get(productId);
  const unit = useBench()?.settings.value.length ?? 'mm';
  const said = packs.find((pack) => pack.productId === productId)?.size ?? null;
  const others = packs.filter((pack) => pack.productId !== productId);
  if (row.packs.length > 0 && !said) return null;
  return (
    <div className="sg-not-printed">
      <TypedInput
        label={`A pack of ${name} holds`}
        placeholder={PACK_LIKE[counted]}
        kept={said ? canSizeWords(said, unit) : ''}
        read={(text) => {
          const read = readCanSize(text, product, unit);
          if (!read.ok || toBuy([row.line], [packOf(row, read.size)], 0)[0]?.packs.length)
            return read.ok ? { ok: true, value: read.size } : read;
          return failed({
            code: 'other-measure',
            given: `"${text.trim()}" was given.`,
            allowed: `a size in which ${name} is counted, such as ${PACK_LIKE[counted]}.`,
            todo: 'Write what stands on the pack.',
          });
        }}
        keep={(size) => keep([...others, packOf(row, size)])}
        clear={() => keep(others)}
      />
    </div>
  );
};
