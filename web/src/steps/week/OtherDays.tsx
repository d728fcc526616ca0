import { Button, NumberInput } from '@mantine/core';
import { useState } from 'react';
import { exceptionSchema, problemSentence, readBySchema, type HoursException, type Settings } from '@sgraffa/core';
import { calendarDay } from '../../ui/dates.ts';
import { hoursText, readHours } from '../../ui/hours.ts';
import { readDate } from '../../ui/readDate.ts';
import { TypedInput } from '../../ui/TypedInput.tsx';

interface Props {
  readonly settings: Settings;
  readonly now: string;
  readonly change: (edit: (kept: Settings) => Settings, name: string) => void;
}

const ExceptionForm = ({
  settings,
  now,
  add,
}: {
  settings: Settings;
  now: string;
  add: (one: HoursException) => void;
}) => {
  const [date, setDate] = useState('');
  const [hours, setHours] = useState('');
  const [hands, setHands] = useState<number>(settings.bench.hands);
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    const windows =
      hours.trim() === ''
        ? { ok: true as const, value: null }
        : hours.trim().toLowerCase() === 'away'
          ? { ok: true as const, value: [] }
          : readHours(hours);
    if (!windows.ok) return setError(windows.problems.map(problemSentence).join(' '));
    const day = readDate(settings.zone)(date);
    if (!day.ok) return setError(day.problems.map(problemSentence).join(' '));
    const on = calendarDay(day.value, settings.zone);
    const read = readBySchema(exceptionSchema, { date: on, windows: windows.value, hands, note: '' }, 'Change it.');
    if (!read.ok) return setError(read.problems.map(problemSentence).join(' '));
    setError(null);
    setDate('');
    setHours('');
    return add(read.value);
  };
  return (
    <div className="sg-fields">
      <TypedInput
        label="Another day"
        placeholder={calendarDay(now, settings.zone)}
        kept={date}
        read={(text) => ({ ok: true, value: text })}
        keep={setDate}
      />
      <TypedInput
        label="Its hours"
        description="“away”, or hours; empty: as the weekday."
        kept={hours}
        read={(text) => ({ ok: true, value: text })}
        keep={setHours}
      />
      <NumberInput
        label="People at the bench"
        min={1}
        max={6}
        value={hands}
        onChange={(value) => setHands(Number(value) || 1)}
      />
      <Button variant="outline" onClick={keep}>
        Keep this day
      </Button>
      {error && (
        <p className="sg-late-words" role="alert">
          {error}
        </p>
      )}
    </div>
  );
};

/** Hours and people of single days, beside the plan that they change. */
export const OtherDays = ({ settings, now, change }: Props) => {
  const set = (edit: (kept: readonly HoursException[]) => HoursException[], name: string) =>
    change((kept) => ({ ...kept, bench: { ...kept.bench, exceptions: edit(kept.bench.exceptions) } }), name);
  return (
    <section id="days" className="sg-not-printed">
      <h2>Days that are not like the others</h2>
      <ul className="sg-plain-list">
        {settings.bench.exceptions.map((one) => (
          <li key={one.date} className="sg-exception">
            <span>
              {one.date}:{' '}
              {one.windows === null ? 'the usual hours' : one.windows.length ? hoursText(one.windows) : 'away'}
              {one.hands > 1 && `, ${one.hands} people`}
            </span>
            <Button
              variant="outline"
              size="compact-sm"
              aria-label={`Forget ${one.date}`}
              onClick={() => set((kept) => kept.filter(({ date }) => date !== one.date), `forgetting ${one.date}`)}
            >
              Forget
            </Button>
          </li>
        ))}
      </ul>
      <ExceptionForm
        settings={settings}
        now={now}
        add={(one) =>
          set(
            (kept) =>
              [...kept.filter(({ date }) => date !== one.date), one].sort((left, right) =>
                left.date < right.date ? -1 : 1,
              ),
            `hours of ${one.date}`,
          )
        }
      />
    </section>
  );
};
