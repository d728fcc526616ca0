import { Chip } from '@mantine/core';
import { copiesWords } from '@sgraffa/core';

/** Which copies of a batch something is said of. */
export const CopiesPick = ({
  label,
  copies,
  picked,
  onChange,
}: {
  label: string;
  copies: readonly number[];
  picked: readonly number[];
  onChange: (picked: readonly number[]) => void;
}) => (
  <fieldset className="sg-copies">
    <legend>
      {label} <span className="sg-quiet">{picked.length ? copiesWords(picked) : 'none'}</span>
    </legend>
    <Chip.Group
      multiple
      value={picked.map(String)}
      onChange={(values) => onChange(values.map(Number).sort((one, other) => one - other))}
    >
      {copies.map((copy) => (
        <Chip key={copy} value={String(copy)} size="lg" color="clay" variant="outline">
          {copy}
        </Chip>
      ))}
    </Chip.Group>
  </fieldset>
);
