import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { parseFigure, problemSentence, type FoundFigure, type Override } from '@sgraffa/core';
import { useBench, useNow, whyNotLaid } from '../store/bench.ts';

const BASES = [
  { value: 'your-label', label: 'the label of the product in your hand' },
  { value: 'your-trial', label: 'your own trial' },
] as const;

/** The crafter's own figure in place of one of the catalogue: one value or a range, and where it comes from. */
export const FigureForm = ({
  id,
  found,
  isLabel = false,
  onKeep,
}: {
  /** Of the product, base or finish. */
  id: string;
  found: FoundFigure;
  /** Whether it stands on a label, and nowhere else. */
  isLabel?: boolean;
  onKeep: (override: Override) => Promise<void>;
}) => {
  const bench = useBench();
  const now = useNow();
  const [text, setText] = useState('');
  const [basis, setBasis] = useState<Override['basis']>('your-label');
  const [error, setError] = useState<string | null>(null);
  const keep = async () => {
    if (!bench) return;
    const read = parseFigure(text, found.figure.unit);
    if (!read.ok) return setError(read.problems.map(problemSentence).join(' '));
    const override: Override = {
      figure: `${id}.${found.path}`,
      value: read.value,
      unit: read.unit,
      basis,
      enteredOn: now.slice(0, 10),
    };
    const problems = whyNotLaid(bench, override);
    if (problems.length) return setError(problems.map(problemSentence).join(' '));
    await onKeep(override);
  };
  return (
    <form
      className="sg-own-form"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <TextInput
        label={isLabel ? `On its label: ${found.label}` : `Your figure: ${found.label}`}
        description="One value, or low–typical–high."
        placeholder={found.figure.unit === 'min' ? '3 h' : `2–3–4 ${found.figure.unit}`}
        autoFocus
        value={text}
        error={error}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      {!isLabel && (
        <Select
          label="From"
          data={BASES}
          value={basis}
          allowDeselect={false}
          onChange={(value) => value && setBasis(value)}
        />
      )}
      <Button type="submit">Keep it</Button>
    </form>
  );
};
