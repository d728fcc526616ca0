import { moneySettingsSchema, rangeOf, settingsSchema, type MoneySettings, type Settings } from '@sgraffa/core';
import { plainNumber } from '../../ui/numbers.ts';
import { readCurrency, readMoney } from '../../ui/money.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';

const { shape } = moneySettingsSchema;
const PERCENTS: readonly {
  readonly key: 'overheadPct' | 'spoilPct' | 'feePct' | 'marginPct';
  readonly label: string;
  readonly description: string;
}[] = [
  { key: 'overheadPct', label: 'Overhead', description: 'Rent, power, tools that wear, on material and time.' },
  { key: 'spoilPct', label: 'Spoilt pieces', description: 'Of a hundred begun, so many do not come out.' },
  { key: 'feePct', label: 'Fee of selling', description: 'What a market or shop keeps of the price.' },
  { key: 'marginPct', label: 'Margin', description: 'On top of the cost.' },
];

/** What time and selling cost; what is not said is named with every total. */
export const MoneyPart = ({
  settings,
  change,
}: {
  settings: Settings;
  change: (edit: (kept: Settings) => Settings, name: string) => void;
}) => {
  const { money } = settings;
  const set = (patch: Partial<MoneySettings>, name: string) =>
    change((kept) => ({ ...kept, money: { ...kept.money, ...patch } }), name);
  return (
    <>
      <h2 className="sg-rule">Money</h2>
      <div className="sg-fields">
        <TypedInput
          label="Currency"
          description="What prices on the shelf are in."
          kept={money.currency}
          read={readCurrency}
          keep={(currency) => set({ currency }, 'the currency')}
        />
        <QuantityInput
          label="Your rate an hour"
          value={money.ratePerHour}
          range={rangeOf(shape.ratePerHour.unwrap())}
          format={String}
          parse={readMoney}
          onChange={(ratePerHour) => set({ ratePerHour }, 'the rate an hour')}
        />
        {PERCENTS.map(({ key, label, description }) => (
          <QuantityInput
            key={key}
            label={label}
            description={description}
            value={money[key]}
            range={rangeOf(shape[key].unwrap())}
            format={(value) => `${value} %`}
            parse={plainNumber('%')}
            onChange={(value) => set({ [key]: value }, label.toLowerCase())}
          />
        ))}
        <QuantityInput
          label="Prices are rounded up to"
          value={money.roundTo}
          range={rangeOf(shape.roundTo)}
          format={String}
          parse={readMoney}
          onChange={(roundTo) => roundTo !== null && set({ roundTo }, 'the rounding')}
          required
        />
        <QuantityInput
          label="Days until a purchase is there"
          description="What is to be bought is needed by so much earlier."
          value={settings.leadDays}
          range={rangeOf(settingsSchema.shape.leadDays.unwrap())}
          format={(value) => `${value} days`}
          parse={plainNumber('days')}
          onChange={(leadDays) =>
            leadDays !== null && change((kept) => ({ ...kept, leadDays }), 'the days of a purchase')
          }
          required
        />
      </div>
    </>
  );
};
