import { Button, FileButton, Select } from '@mantine/core';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import {
  climateBeyond,
  failed,
  problemSentence,
  type Outcome,
  type ClimateAnswers,
  type ClimateQuestion,
  type ClimateSeries,
  type Problem,
  type Settings,
} from '@sgraffa/core';
import { patched, type Patch } from '../../store/patch.ts';
import { useForecast } from '../../store/forecast.ts';
import { RANGES } from '../../ui/ranges.ts';
import { forecastOf } from '../../ui/dates.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { fileWorker } from '../../workers/fileClient.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';

interface Props {
  readonly settings: Settings;
  readonly now: string;
  readonly change: (edit: (kept: Settings) => Settings, name: string) => void;
}

/** "22:00–07:00" or nothing. */
const readQuiet = (text: string): Outcome<{ value: [string, string] }> => {
  const found = /^(\d{1,2}):?(\d{2})\s*[–-]\s*(\d{1,2}):?(\d{2})$/.exec(text.trim());
  const time = (hours: string, minutes: string) => `${hours.padStart(2, '0')}:${minutes}`;
  const [begins, ends] = found ? [time(found[1]!, found[2]!), time(found[3]!, found[4]!)] : ['', ''];
  const isTime = (one: string) => /^([01]\d|2[0-3]):[0-5]\d$/.test(one);
  return isTime(begins) && isTime(ends)
    ? { ok: true, value: [begins, ends] }
    : failed({
        code: 'bad-hours',
        given: `"${text}" was given.`,
        allowed: 'hours from one time to another; they may go over midnight.',
        todo: 'Write them like 22:00–07:00.',
      });
};

const SOURCE_WORDS = {
  station: 'read from the station',
  'last-known': 'the last one that was read',
  file: 'from your file',
  none: 'none',
} as const;

const ReadingsButton = ({ label, take }: { label: string; take: (file: File | null) => Promise<void> }) => (
  <FileButton accept=".csv,.json,text/csv,application/json" onChange={(file) => void take(file)}>
    {(props) => (
      <Button variant="outline" {...props}>
        {label}
      </Button>
    )}
  </FileButton>
);

/** A file that was chosen, with what it still asks and the answers so far. */
interface Chosen {
  readonly name: string;
  readonly text: string;
  readonly answers: ClimateAnswers;
  readonly use: (series: ClimateSeries) => void;
  readonly question: ClimateQuestion | null;
  readonly problems: readonly Problem[];
}

/** What a file leaves open, asked once for the whole file. */
const FileQuestion = ({
  question,
  answer,
  leave,
}: {
  question: ClimateQuestion;
  answer: (answers: ClimateAnswers) => void;
  leave: () => void;
}) => (
  <div className="sg-problems" role="alert">
    <p>{question.words}</p>
    <div className="sg-buttons">
      {question.ask === 'order' && (
        <>
          <Button onClick={() => answer({ order: 'dayFirst' })}>{question.choices.dayFirst}</Button>
          <Button onClick={() => answer({ order: 'monthFirst' })}>{question.choices.monthFirst}</Button>
        </>
      )}
      {question.ask === 'strays' && <Button onClick={() => answer({ leavesOutStrays: true })}>Leave out</Button>}
      {question.ask === 'tooLong' && <Button onClick={() => answer({ takesLast: true })}>Take the last of it</Button>}
      <Button variant="outline" onClick={leave}>
        Take nothing over
      </Button>
    </div>
  </div>
);

const ClimatePart = ({ settings, now, change }: Props) => {
  const forecast = useForecast();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const turn = useRef(0);
  const { station } = settings.bench;
  const read = async (file: Omit<Chosen, 'question' | 'problems'>) => {
    const mine = (turn.current += 1);
    setChosen(null);
    const outcome = await fileWorker().readClimate(file.text, now, settings.zone, file.answers);
    if (turn.current !== mine) return;
    if (outcome.ok) return file.use(outcome.series);
    setChosen({ ...file, question: outcome.question ?? null, problems: outcome.problems });
  };
  const take = async (file: File | null, use: Chosen['use']) => {
    if (file) await read({ name: file.name, text: await file.text(), answers: {}, use });
  };
  const asWorkshop = (series: ClimateSeries) => {
    const { temperatureC, relativeHumidity } = climateBeyond({ ...series, beyond: undefined });
    change(
      (kept) => ({
        ...kept,
        workshop: {
          ...kept.workshop,
          temperatureC: Math.round(temperatureC * 10) / 10,
          relativeHumidity: Math.round(relativeHumidity),
        },
      }),
      "the workshop's readings",
    );
  };
  const asForecast = (readings: ClimateSeries) =>
    change((kept) => ({ ...kept, bench: { ...kept.bench, readings } }), 'a forecast from a file');
  return (
    <>
      <h3>Weather outdoors</h3>
      <p className="sg-quiet">
        Forecast: {SOURCE_WORDS[forecast.source]}
        {forecast.series && `, ${forecastOf(forecast.series, settings.zone, now)}`}.
        {forecast.trouble && ` ${forecast.trouble}`} The station is a simulated stand-in for one that is yet to be wired
        up.
      </p>
      <div className="sg-fields">
        <Select
          label="Station"
          data={[
            { value: 'hilltop', label: 'simulated hilltop' },
            { value: '', label: 'none: outdoor work is dated without weather' },
            ...(station && station !== 'hilltop' ? [{ value: station, label: station }] : []),
          ]}
          value={station ?? ''}
          onChange={(value) =>
            change((kept) => ({ ...kept, bench: { ...kept.bench, station: value || null } }), 'the station')
          }
        />
        <ReadingsButton label="Forecast from a file" take={(file) => take(file, asForecast)} />
        <ReadingsButton label="Workshop readings from a file" take={(file) => take(file, asWorkshop)} />
        {settings.bench.readings && (
          <Button
            variant="outline"
            onClick={() =>
              change((kept) => ({ ...kept, bench: { ...kept.bench, readings: null } }), 'forgetting the file')
            }
          >
            Forget the file
          </Button>
        )}
      </div>
      {chosen?.question && (
        <FileQuestion
          question={chosen.question}
          answer={(answers) => void read({ ...chosen, answers: { ...chosen.answers, ...answers } })}
          leave={() => setChosen(null)}
        />
      )}
      {chosen &&
        !chosen.question &&
        chosen.problems.map((problem) => (
          <p key={problem.given} className="sg-late-words" role="alert">
            {chosen.name}, {problemSentence(problem)}
          </p>
        ))}
    </>
  );
};

/** Who and what is at the bench beyond the week's hours: people, quiet hours, rack, weather. */
export const BenchPart = (props: Props) => {
  const { settings, change } = props;
  const { bench } = settings;
  const set = (patch: Patch<Settings['bench']>, name: string) =>
    change((kept) => ({ ...kept, bench: patched(kept.bench, patch) }), name);
  const whole = (value: number) => String(value);
  return (
    <>
      <div className="sg-fields">
        <QuantityInput
          label="People on an ordinary day"
          required
          value={bench.hands}
          format={whole}
          parse={plainNumber()}
          range={RANGES.bench.hands}
          onChange={(hands) => hands !== null && set({ hands }, 'the people')}
        />
        <TypedInput
          label="Quiet hours for the machine"
          placeholder="none"
          kept={bench.quietHours ? bench.quietHours.join('–') : ''}
          read={readQuiet}
          keep={(quietHours) => set(() => ({ quietHours }), 'quiet hours')}
          clear={() => set(() => ({ quietHours: null }), 'quiet hours')}
        />
        <QuantityInput
          label="Pieces that the drying rack holds"
          value={bench.rackPlaces}
          format={whole}
          parse={plainNumber()}
          range={RANGES.bench.rackPlaces}
          onChange={(rackPlaces) => set({ rackPlaces }, 'the drying rack')}
        />
        <QuantityInput
          label="Pieces on the turner"
          required
          value={bench.turnerPlaces}
          format={whole}
          parse={plainNumber()}
          range={RANGES.bench.turnerPlaces}
          onChange={(turnerPlaces) => turnerPlaces !== null && set({ turnerPlaces }, 'the turner')}
        />
      </div>
      <p className="sg-quiet">
        Days that are not like the others are said where they count: on the <Link to="/week#days">Week</Link> page.
      </p>
      <ClimatePart {...props} />
    </>
  );
};
