import type { Outcome } from '@sgraffa/core';
import { TypedInput } from './TypedInput.tsx';

interface Props {
  readonly label: string;
  readonly description?: string;
  /** As it is kept; null: not said. */
  readonly value: number | null;
  readonly format: (value: number) => string;
  readonly parse: (text: string) => Outcome<{ value: number }>;
  readonly onChange: (value: number | null) => void;
  readonly required?: boolean;
}

/** A field for a quantity as a crafter types it; empty means that it has not been said. */
export const QuantityInput = ({ label, description, value, format, parse, onChange, required = false }: Props) => (
  <TypedInput
    label={label}
    description={description}
    kept={value === null ? '' : format(value)}
    read={parse}
    keep={onChange}
    clear={required ? undefined : () => onChange(null)}
    placeholder={required ? undefined : 'not said'}
  />
);
