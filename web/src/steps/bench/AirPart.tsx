import { Button } from '@mantine/core';
import { IconCircleCheck, IconEye, IconHandStop } from '@tabler/icons-react';
import { useState } from 'react';
import { airSchema, formatTemperature, rangeOf, sayWhen, type BenchEvent } from '@sgraffa/core';
import { readingOf } from '../../store/events.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { clock } from '../../ui/dates.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { useMark } from '../../ui/stepMarks.ts';
import { TemperatureInput } from '../../ui/TemperatureInput.tsx';
import type { useAir } from './useAir.ts';
import type { OpenStep } from './useBenchModel.ts';

const VERDICTS = {
  go: { Icon: IconCircleCheck, word: 'Go', className: 'is-go' },
  noGo: { Icon: IconHandStop, word: 'Not now', className: 'is-no-go' },
  look: { Icon: IconEye, word: 'Look first', className: 'is-look' },
} as const;
const DEGREES = rangeOf(airSchema.shape.temperatureC);
const HUMIDITY = rangeOf(airSchema.shape.relativeHumidity);

/** Today's air against what the step needs: go, or not, with the reason and the next hours that are fit. */
export const AirPart = ({
  open,
  air,
  now,
}: {
  open: OpenStep;
  air: NonNullable<ReturnType<typeof useAir>>;
  now: number;
}) => {
  const mark = useMark();
  const [isTyping, setTyping] = useState(false);
  const [temperatureC, setTemperature] = useState<number | null>(null);
  const [relativeHumidity, setHumidity] = useState<number | null>(null);
  const [surfaceC, setSurface] = useState<number | null>(null);
  const { advice, reading } = air;
  const { Icon, word, className } = VERDICTS[advice.verdict];
  const { settings, zone } = open;
  const instant = new Date(now).toISOString();
  const keep = () => {
    if (temperatureC === null || relativeHumidity === null) return;
    const event: BenchEvent = readingOf(benchNow(), { temperatureC, relativeHumidity, surfaceC });
    setTyping(false);
    void mark([event], 'a reading of the air', benchNow());
  };
  return (
    <section className={`sg-air ${className}`} aria-label="Air">
      <p className="sg-air-verdict">
        <Icon size={26} aria-hidden /> <strong>{word}</strong>
        {advice.reasons.map((reason) => (
          <span key={reason}> {reason}</span>
        ))}
      </p>
      {advice.next && advice.verdict !== 'go' && (
        <p>
          Fit again {sayWhen(advice.next.from, zone, instant)}, until {clock(advice.next.until, zone)}.
        </p>
      )}
      {reading?.from === 'workshop' && (
        <p className="sg-quiet">
          By your workshop’s usual air, {formatTemperature(reading.temperatureC, settings.temperature)} and{' '}
          {reading.relativeHumidity} %: type what you read where today differs.
        </p>
      )}
      {isTyping ? (
        <div className="sg-air-fields">
          <TemperatureInput label="Air" value={temperatureC} range={DEGREES} onChange={setTemperature} />
          <QuantityInput
            label="Humidity"
            value={relativeHumidity}
            range={HUMIDITY}
            format={(value) => `${value} %`}
            parse={plainNumber('%')}
            onChange={setHumidity}
          />
          <TemperatureInput label="Surface, if measured" value={surfaceC} range={DEGREES} onChange={setSurface} />
          <Button size="lg" disabled={temperatureC === null || relativeHumidity === null} onClick={keep}>
            Keep the reading
          </Button>
        </div>
      ) : (
        <Button variant="outline" size="md" onClick={() => setTyping(true)}>
          Type what you read
        </Button>
      )}
    </section>
  );
};
