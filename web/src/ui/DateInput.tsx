import '@mantine/dates/styles.layer.css';
import { ActionIcon } from '@mantine/core';
import { DatePicker } from '@mantine/dates';
import { IconCalendar } from '@tabler/icons-react';
import { useState } from 'react';
import type { Outcome } from '@sgraffa/core';
import { Drop } from './Drop.tsx';
import { calendarDay, clock, toLocalField } from './dates.ts';
import { readDate } from './readDate.ts';
import { TypedInput } from './TypedInput.tsx';

const WORKDAY_BEGINS = '09:00';

interface Props {
  readonly label: string;
  readonly value: string | null;
  readonly zone: string;
  readonly onChange: (value: string | null) => void;
  /** What makes a date that can be read one that cannot be taken, with its reason. */
  readonly refuse?: (instant: string) => Outcome<{ value: string }>;
}

/** A date with its time, typed or taken from a calendar; what cannot be a date is said and not kept. */
export const DateInput = ({ label, value, zone, onChange, refuse }: Props) => {
  const [isOpen, setOpen] = useState(false);
  const pick = (day: string | null) => {
    setOpen(false);
    if (!day) return;
    const read = readDate(zone)(`${day} ${value ? clock(value, zone) : WORKDAY_BEGINS}`);
    if (read.ok && (!refuse || refuse(read.value).ok)) onChange(read.value);
  };
  return (
    <TypedInput
      label={label}
      placeholder="19 Dec 2026, 14:00"
      kept={value === null ? '' : toLocalField(value, zone)}
      read={(text) => {
        const outcome = readDate(zone)(text);
        return outcome.ok && refuse ? refuse(outcome.value) : outcome;
      }}
      keep={onChange}
      clear={() => onChange(null)}
      rightSection={
        <Drop
          opened={isOpen}
          onChange={setOpen}
          position="bottom-end"
          target={
            <ActionIcon aria-label={`Calendar for ${label.toLowerCase()}`} onClick={() => setOpen(!isOpen)}>
              <IconCalendar size={20} stroke={1.6} />
            </ActionIcon>
          }
        >
          <DatePicker
            firstDayOfWeek={1}
            value={value === null ? null : calendarDay(value, zone)}
            {...(value === null ? {} : { defaultDate: calendarDay(value, zone) })}
            onChange={pick}
          />
        </Drop>
      }
    />
  );
};
