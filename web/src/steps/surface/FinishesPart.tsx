import { Select } from '@mantine/core';
import { type Surface } from '@sgraffa/core';
import type { Edit } from '../../store/workspaceStore.ts';
import { RANGES } from '../../ui/ranges.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import type { PieceModel } from '../piece/usePieceModel.ts';

const MOST_FINISHES = 5;

/** The finishes that lie on the piece already, lowest first, each with its age. */
export const FinishesPart = ({
  model,
  onChange,
}: {
  model: PieceModel;
  onChange: (edit: Edit<Surface['existing']>, name: string) => void;
}) => {
  const { existing } = model.part.surface;
  const data = model.catalogue.finishes.map(({ id, name }) => ({ value: id, label: name }));
  const set = (index: number, patch: Partial<Surface['existing'][number]> | null, name: string) =>
    onChange(
      (kept) => kept.flatMap((one, position) => (position === index ? (patch ? [{ ...one, ...patch }] : []) : [one])),
      name,
    );
  return (
    <>
      {existing.map((one, index) => (
        <div key={`${index} ${one.finish}`} className="sg-finish">
          <Select
            label={index ? 'And over that' : 'On it already'}
            data={[{ value: '', label: index ? 'nothing more' : 'nothing: it is bare' }, ...data]}
            value={one.finish}
            onChange={(id) => set(index, id ? { finish: id } : null, 'the finish on it')}
          />
          <QuantityInput
            label="How long it has dried, days"
            value={one.ageDays}
            format={String}
            parse={plainNumber('days')}
            range={RANGES.surface.ageDays}
            onChange={(ageDays) => set(index, { ageDays }, 'its age')}
          />
        </div>
      ))}
      {existing.length < MOST_FINISHES && (
        <Select
          label={existing.length ? 'And over that' : 'On it already'}
          data={[{ value: '', label: existing.length ? 'nothing more' : 'nothing: it is bare' }, ...data]}
          value=""
          onChange={(id) => id && onChange((kept) => [...kept, { finish: id, ageDays: null }], 'the finish on it')}
        />
      )}
    </>
  );
};
