import { Button, Modal, Select, Textarea } from '@mantine/core';
import { useState } from 'react';
import type { StepEvent } from '@sgraffa/core';
import { eventOf } from '../../store/events.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { useMark } from '../../ui/stepMarks.ts';
import { CopiesPick } from './CopiesPick.tsx';
import { named, progressOf } from './progress.ts';
import type { OpenStep } from './useBenchModel.ts';

/** What went wrong, on which copies: nothing goes on with them until they are mended. */
export const FailPart = ({ open, close }: { open: OpenStep; close: () => void }) => {
  const { piece, step, state, catalogue, product } = open;
  const mark = useMark();
  const { open: untouched, lying, through, done } = progressOf(state);
  const all = [...lying, ...through, ...done, ...untouched].filter((copy) => copy > 0).sort((a, b) => a - b);
  const [picked, setPicked] = useState<readonly number[]>(
    all.length === 1 ? all : [...lying, ...through].filter(Boolean),
  );
  const [symptom, setSymptom] = useState<string | null>(null);
  const [note, setNote] = useState('');
  const isByCopy = all.length > 1;
  const lies = product?.attacks !== undefined && lying.length + through.length > 0;
  const keep = () => {
    const at = benchNow();
    const event: StepEvent = { ...eventOf('failed', piece.id, step, at, named(picked)), note, symptom } as StepEvent;
    void mark([event], `“${step.label}” failed`, at).then((isKept) => isKept && close());
  };
  return (
    <Modal opened onClose={close} title="What went wrong?" size="lg" closeButtonProps={{ 'aria-label': 'Close' }}>
      {lies && (
        <p className="sg-late" role="alert">
          It still lies there: rinse it off first, gloves and goggles on.
        </p>
      )}
      {isByCopy && <CopiesPick label="On which copies" copies={all} picked={picked} onChange={setPicked} />}
      <Select
        label="What do you see?"
        placeholder="something else"
        data={catalogue.symptoms.map(({ id, name }) => ({ value: id, label: name }))}
        value={symptom}
        onChange={setSymptom}
        clearable
        searchable
        size="md"
      />
      <Textarea
        label="In your words"
        value={note}
        maxLength={2000}
        autosize
        minRows={2}
        size="md"
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <div className="sg-buttons">
        <Button size="lg" disabled={isByCopy && !picked.length} onClick={keep}>
          It failed
        </Button>
      </div>
      <p className="sg-quiet">Nothing goes on with what failed until it is mended or given up; the others go on.</p>
    </Modal>
  );
};
