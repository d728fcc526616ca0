import type { ReactNode } from 'react';
import type { NumberRange, Outcome } from '@sgraffa/core';
import { within } from './numbers.ts';
import { TypedInput } from './TypedInput.tsx';

export interface QuantityProps {
  readonly label: string;
  readonly description?: string;
  /** As it is kept; null: not said. */
  readonly value: number | null;
  /** What the document takes: `rangeOf` its schema. */
  readonly range: NumberRange;
  readonly onChange: (value: number | null) => void;
  readonly required?: boolean;
}

interface Props extends QuantityProps {
  readonly format: (value: number) => string;
  readonly parse: (text: string) => Outcome<{ value: number }>;
  readonly rightSection?: ReactNode;
  readonly rightSectionWidth?: number;
}

/** A field for a quantity as a crafter types it; empty means that it has not been said. */
export const QuantityInput = (props: Props) => {
  const {
    label,
    description,
    value,
    range,
    format,
    parse,
    onChange,
    required = false,
    rightSection,
    rightSectionWidth,
  } = props;
  return (
    <TypedInput
      label={label}
      description={description}
      kept={value === null ? '' : format(value)}
      read={(text) => {
        const read = parse(text);
        return read.ok ? within(range, read.value, text, format) : read;
      }}
      keep={onChange}
      clear={required ? undefined : () => onChange(null)}
      placeholder={required ? undefined : 'not said'}
      rightSection={rightSection}
      rightSectionWidth={rightSectionWidth}
    />
  );
};
