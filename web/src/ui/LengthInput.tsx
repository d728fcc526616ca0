import { UnstyledButton } from '@mantine/core';
import { formatLength, LENGTH_UNITS, parseLength, type LengthUnit, type Outcome } from '@sgraffa/core';
import { useBench, useChanges } from '../store/bench.ts';
import { QuantityInput, type QuantityProps } from './QuantityInput.tsx';

const UNIT_WORDS: Readonly<Record<LengthUnit, string>> = { mm: 'millimetres', cm: 'centimetres', in: 'inches' };

/** Reads a length that may point back: "-3 mm". */
const signedLength = (text: string, unit: LengthUnit): Outcome<{ value: number }> => {
  const back = /^\s*[-−]/.exec(text);
  const read = parseLength(back ? text.slice(back[0].length) : text, unit);
  return read.ok && back ? { ok: true, value: -read.value } : read;
};

/** The unit of all lengths, changed by one press where it is needed; a typed unit is always taken. */
const UnitPress = ({ unit }: { unit: LengthUnit }) => {
  const bench = useBench();
  const { changeSettings } = useChanges();
  const next = LENGTH_UNITS[(LENGTH_UNITS.indexOf(unit) + 1) % LENGTH_UNITS.length]!;
  return (
    <UnstyledButton
      className="sg-unit"
      tabIndex={-1}
      aria-label={`Lengths are in ${UNIT_WORDS[unit]}; change to ${UNIT_WORDS[next]}`}
      title={`Change to ${UNIT_WORDS[next]}`}
      onClick={() => bench && void changeSettings(bench.settings, (kept) => ({ ...kept, length: next }), 'lengths')}
    >
      → {next}
    </UnstyledButton>
  );
};

/** A field for a length, in the unit of the settings or any other that is typed; kept in mm. */
export const LengthInput = (props: QuantityProps) => {
  const unit = useBench()?.settings.value.length ?? 'mm';
  return (
    <QuantityInput
      {...props}
      format={(value) => formatLength(value, unit)}
      parse={(text) => (props.range.low < 0 ? signedLength(text, unit) : parseLength(text, unit))}
      rightSection={<UnitPress unit={unit} />}
      rightSectionWidth={60}
    />
  );
};
