import { failed, type Outcome } from '@sgraffa/core';
import { fromLocalField, toLocalField } from './dates.ts';
import { TypedInput } from './TypedInput.tsx';

/** Reads a date and time of the bench's zone. */
export const readDate =
  (zone: string) =>
  (text: string): Outcome<{ value: string }> => {
    const value = fromLocalField(text, zone);
    return value === null
      ? failed({
          code: 'absurd-date',
          given: `"${text.replace('T', ' ')}" was given.`,
          allowed: 'a date from 2000 to 2199.',
          todo: 'Choose another day.',
        })
      : { ok: true, value };
  };

interface Props {
  readonly label: string;
  readonly value: string | null;
  readonly zone: string;
  readonly onChange: (value: string | null) => void;
}

/** A date with its time; what cannot be a date is said and not kept. */
export const DateInput = ({ label, value, zone, onChange }: Props) => (
  <TypedInput
    label={label}
    type="datetime-local"
    kept={value === null ? '' : toLocalField(value, zone)}
    read={readDate(zone)}
    keep={onChange}
    clear={() => onChange(null)}
  />
);
