import { TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { problemSentence, type Outcome } from '@sgraffa/core';

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

/** A field that takes a quantity as it is typed, keeps what was typed when it cannot be read, and says why. */
export const QuantityInput = ({ label, description, value, format, parse, onChange, required = false }: Props) => {
  const kept = value === null ? '' : format(value);
  const [text, setText] = useState(kept);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    setText(kept);
    setError(null);
  }, [kept]);
  const commit = () => {
    if (text === kept) return setError(null);
    if (text.trim() === '' && !required) {
      setError(null);
      return onChange(null);
    }
    const read = parse(text);
    if (!read.ok) return setError(read.problems.map(problemSentence).join(' '));
    setError(null);
    onChange(read.value);
    setText(format(read.value));
  };
  return (
    <TextInput
      label={label}
      description={description}
      value={text}
      error={error}
      placeholder={required ? '' : 'not said'}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  );
};
