import { formatTemperature, parseTemperature } from '@sgraffa/core';
import { useBench } from '../store/bench.ts';
import { QuantityInput, type QuantityProps } from './QuantityInput.tsx';

/** A field for a temperature, in the scale of the settings or any other that is typed; kept in °C. */
export const TemperatureInput = (props: QuantityProps) => {
  const scale = useBench()?.settings.value.temperature ?? 'C';
  return (
    <QuantityInput
      {...props}
      format={(value) => formatTemperature(value, scale)}
      parse={(text) => parseTemperature(text, scale)}
    />
  );
};
