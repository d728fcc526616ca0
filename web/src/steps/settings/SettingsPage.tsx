import { MultiSelect, Select } from '@mantine/core';
import type { AIRS, TOOLS } from '@sgraffa/core';
import { type Settings } from '@sgraffa/core';
import { patched, repicked, type Patch } from '../../store/patch.ts';
import { Link } from 'react-router';
import { useBench, useChanges, useNow } from '../../store/bench.ts';
import { TemperatureInput } from '../../ui/TemperatureInput.tsx';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { plainNumber } from '../../ui/numbers.ts';
import { RANGES } from '../../ui/ranges.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';
import { options } from '../../ui/words.ts';
import { BenchPart } from './BenchPart.tsx';
import { AlongPart } from './AlongPart.tsx';
import { FilePart } from './FilePart.tsx';
import { hoursText, readHours } from '../../ui/hours.ts';
import { MoneyPart } from './MoneyPart.tsx';
import { SchoolsPart } from './SchoolsPart.tsx';
import './settings.css';

/** The zones that the browser knows; the one that is kept is always among them. */
const zonesWith = (kept: string): string[] => [...new Set([kept, 'UTC', ...Intl.supportedValuesOf('timeZone')])];

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
const AIR_WORDS: Readonly<Record<(typeof AIRS)[number], string>> = {
  room: 'a room',
  ventilated: 'a room with real ventilation',
  outdoors: 'a place outdoors',
};
const TOOL_WORDS: Readonly<Record<(typeof TOOLS)[number], string>> = {
  cutter: 'cutter',
  press: 'press or iron',
  heatGun: 'heat gun or torch',
  oven: 'oven',
  turner: 'turner',
};
const THEME_WORDS = { light: 'plaster', dark: 'fired black', system: 'as the device' } as const;

/** Largest cut of the cutter; typical ones are offered, and any other can be typed. */
const BEDS = [
  { label: '290 × 290 mm mat', widthMm: 290, lengthMm: 290 },
  { label: '290 × 590 mm mat', widthMm: 290, lengthMm: 590 },
  { label: '290 mm × 3.5 m roll', widthMm: 290, lengthMm: 3500 },
] as const;

const BedPart = ({
  settings,
  setWorkshop,
}: {
  settings: Settings;
  setWorkshop: (patch: Patch<Settings['workshop']>, name: string) => void;
}) => {
  const { bed } = settings.workshop;
  const side = (name: 'widthMm' | 'lengthMm') => ({
    value: bed?.[name] ?? null,
    range: RANGES.workshop.bedMm,
    onChange: (value: number | null) =>
      setWorkshop(
        (kept) => ({
          bed:
            value === null
              ? null
              : { widthMm: kept.bed?.widthMm ?? value, lengthMm: kept.bed?.lengthMm ?? value, [name]: value },
        }),
        "the cutter's largest cut",
      ),
  });
  const known = BEDS.findIndex(({ widthMm, lengthMm }) => bed?.widthMm === widthMm && bed.lengthMm === lengthMm);
  return (
    <div className="sg-fields">
      <Select
        label="Largest cut of the cutter"
        description="Larger designs are sliced."
        data={[
          { value: '', label: 'not said' },
          ...BEDS.map(({ label }, index) => ({ value: String(index), label })),
          ...(bed && known < 0 ? [{ value: 'own', label: 'as typed' }] : []),
        ]}
        value={bed ? (known < 0 ? 'own' : String(known)) : ''}
        onChange={(value) => {
          const typical = BEDS[Number(value)];
          if (value === '') setWorkshop(() => ({ bed: null }), "the cutter's largest cut");
          else if (value !== 'own' && typical)
            setWorkshop(
              () => ({ bed: { widthMm: typical.widthMm, lengthMm: typical.lengthMm } }),
              "the cutter's largest cut",
            );
        }}
      />
      <LengthInput label="Its width" {...side('widthMm')} />
      <LengthInput label="Its length" {...side('lengthMm')} />
    </div>
  );
};

/** The workshop, free hours, units, schools, and the workspace file. */
export const SettingsPage = () => {
  const bench = useBench();
  const now = useNow();
  const { changeSettings } = useChanges();
  if (!bench) return <p className="sg-page sg-quiet">Opening…</p>;
  const settings = bench.settings.value;
  const { workshop } = settings;
  const change = (edit: (kept: Settings) => Settings, name: string) => void changeSettings(bench.settings, edit, name);
  const set = (patch: Patch<Settings>, name: string) => change((kept) => patched(kept, patch), name);
  const setWorkshop = (patch: Patch<Settings['workshop']>, name: string) =>
    change((kept) => ({ ...kept, workshop: patched(kept.workshop, patch) }), name);
  return (
    <section className="sg-page">
      <h1>Settings</h1>
      <h2 className="sg-rule">The workshop</h2>
      <div className="sg-fields">
        <Select
          label="Best air to be had"
          description="Fumes decide on it."
          data={options(AIR_WORDS)}
          value={workshop.air}
          onChange={(air) => air && setWorkshop({ air }, 'the air')}
        />
        <MultiSelect
          label="Tools"
          data={options(TOOL_WORDS)}
          value={workshop.tools}
          onChange={(picked) =>
            setWorkshop(
              ({ tools }) => ({ tools: repicked(tools, workshop.tools, picked as Settings['workshop']['tools']) }),
              'the tools',
            )
          }
        />
        <TemperatureInput
          label="Temperature"
          required
          value={workshop.temperatureC}
          range={RANGES.workshop.temperatureC}
          onChange={(temperatureC) => temperatureC !== null && setWorkshop({ temperatureC }, 'the temperature')}
        />
        <QuantityInput
          label="Humidity"
          required
          value={workshop.relativeHumidity}
          format={(value) => `${value} %`}
          parse={plainNumber('%')}
          range={RANGES.workshop.relativeHumidity}
          onChange={(relativeHumidity) =>
            relativeHumidity !== null && setWorkshop({ relativeHumidity }, 'the humidity')
          }
        />
      </div>
      {workshop.tools.includes('cutter') && <BedPart settings={settings} setWorkshop={setWorkshop} />}
      <h2 className="sg-rule">Free hours</h2>
      <p className="sg-quiet">
        When you are at the bench; the plan uses no others. They are hours of the zone below: when it changes, the dates
        of the plan follow, and what was done stays at the moment at which it was done.
      </p>
      <div className="sg-fields">
        <Select
          label="Zone of the bench"
          data={zonesWith(settings.zone)}
          searchable
          allowDeselect={false}
          nothingFoundMessage="No such zone: type a continent or a city."
          value={settings.zone}
          onChange={(zone) => zone && set({ zone }, 'the zone of the bench')}
        />
        {DAYS.map((day, index) => (
          <TypedInput
            key={day}
            label={day}
            placeholder="no free hours"
            kept={hoursText(settings.freeHours[index] ?? [])}
            read={readHours}
            keep={(windows) =>
              change(
                (kept) => ({
                  ...kept,
                  freeHours: kept.freeHours.map((one, position) => (position === index ? windows : one)),
                }),
                `hours on ${day}`,
              )
            }
          />
        ))}
      </div>
      <BenchPart settings={settings} now={now} change={change} />
      <SchoolsPart bench={bench} change={change} />
      <MoneyPart settings={settings} change={change} />
      <h2 className="sg-rule">Units and look</h2>
      <div className="sg-fields">
        <Select
          label="Lengths"
          data={options({ mm: 'millimetres', cm: 'centimetres', in: 'inches' })}
          value={settings.length}
          onChange={(length) => length && set({ length }, 'lengths')}
        />
        <Select
          label="Temperatures"
          data={options({ C: '°C', F: '°F' })}
          value={settings.temperature}
          onChange={(temperature) => temperature && set({ temperature }, 'temperatures')}
        />
        <Select
          label="Ground colour"
          data={options(THEME_WORDS)}
          value={settings.theme}
          onChange={(theme) => theme && set({ theme }, 'the ground colour')}
        />
      </div>
      <FilePart />
      <AlongPart />
      <p>
        <Link to="/settings/licences">Licences of the letters and packages that ship with it</Link>
      </p>
    </section>
  );
};
