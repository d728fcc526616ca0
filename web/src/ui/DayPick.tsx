import '@mantine/dates/styles.layer.css';
import { Button } from '@mantine/core';
import { DatePicker } from '@mantine/dates';
import { useState } from 'react';
import { Drop } from './Drop.tsx';

/** A day to come, taken from a calendar that hangs on a button. */
export const DayPick = ({
  label,
  words,
  value,
  from,
  isDisabled = false,
  onPick,
}: {
  /** What the button is called. */
  label: string;
  words: string;
  /** ISO date; null: none yet. */
  value: string | null;
  /** The first day that can be taken. */
  from: string;
  isDisabled?: boolean;
  onPick: (day: string) => void;
}) => {
  const [isOpen, setOpen] = useState(false);
  return (
    <Drop
      opened={isOpen}
      onChange={setOpen}
      position="bottom-end"
      target={
        <Button
          variant="outline"
          size="compact-md"
          aria-label={label}
          disabled={isDisabled}
          onClick={() => setOpen(!isOpen)}
        >
          {words}
        </Button>
      }
    >
      <DatePicker
        firstDayOfWeek={1}
        minDate={from}
        ariaLabels={{ nextMonth: 'Next month', previousMonth: 'Previous month' }}
        defaultDate={value ?? from}
        value={value}
        onChange={(day) => {
          setOpen(false);
          if (day) onPick(day);
        }}
      />
    </Drop>
  );
};
