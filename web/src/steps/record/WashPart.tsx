import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { WASH_WORDS, WASHES, type Piece, type Wash } from '@sgraffa/core';
import { useBench, useNow } from '../../store/bench.ts';
import { washOf } from '../../store/events.ts';
import { DateInput } from '../../ui/DateInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { useMark } from '../../ui/stepMarks.ts';
import { TemperatureInput } from '../../ui/TemperatureInput.tsx';
import { capitalised } from '../../ui/words.ts';

const WAYS = WASHES.map((value) => ({ value, label: capitalised(WASH_WORDS[value]) }));

/** Says that a piece was washed, and how: the record keeps it, and Rescue reads it. */
export const WashPart = ({ piece }: { piece: Piece }) => {
  const bench = useBench();
  const now = useNow();
  const mark = useMark();
  const [way, setWay] = useState<Wash | null>(null);
  const [temperatureC, setTemperature] = useState<number | null>(null);
  const [at, setAt] = useState<string | null>(null);
  if (!bench) return null;
  const keep = async () => {
    if (!way) return;
    const moment = at ?? now;
    if (!(await mark([washOf(piece.id, moment, way, temperatureC)], 'a wash', now))) return;
    setWay(null);
    setTemperature(null);
    setAt(null);
  };
  return (
    <section aria-label="It was washed" className="sg-not-printed">
      <h2 className="sg-rule">It was washed</h2>
      <p className="sg-quiet">How a piece was washed tells later why something lifted or faded.</p>
      <div className="sg-fields">
        <Select
          label="How"
          placeholder="not said"
          data={WAYS}
          value={way}
          onChange={(one) => setWay(one as Wash | null)}
          clearable
        />
        <TemperatureInput
          label="Temperature of the water"
          value={temperatureC}
          range={RANGES.washC}
          onChange={setTemperature}
        />
        <DateInput label="When; now, if left empty" value={at} zone={bench.settings.value.zone} onChange={setAt} />
      </div>
      <div className="sg-buttons">
        <Button variant="outline" disabled={!way} onClick={() => void keep()}>
          Note the wash
        </Button>
      </div>
    </section>
  );
};
