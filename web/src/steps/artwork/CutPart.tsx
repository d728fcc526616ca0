import { NumberInput, Select, Switch } from '@mantine/core';
import { parseLength, problemSentence } from '@sgraffa/core';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { lengthIn } from '../../ui/words.ts';
import { useCut } from '../../workers/sizingClient.ts';
import { CutResult } from './CutPictures.tsx';
import { PapersPart } from './PapersPart.tsx';
import { useCutOrder, type StockKind } from './useCutOrder.ts';
import type { Sizing } from './useSizing.ts';

const STOCKS = [
  { value: 'roll', label: 'a roll' },
  { value: 'sheet', label: 'sheets' },
  { value: 'joined', label: 'two sheets taped side by side' },
];

/** From artwork at its size to what lies in the cutter, and the files and papers for it. */
export const CutPart = ({ sizing }: { sizing: Sizing }) => {
  const { artwork, cutFrom, model } = sizing;
  const { settings } = model;
  const { order, bed, stock, stockKind, overlapMm, gapMm, canTurn, isMirrored, set } = useCutOrder(sizing);
  const cut = useCut(order);
  const length = { format: lengthIn(settings), parse: (text: string) => parseLength(text, settings.length) };
  const view = cut.data?.ok && order ? cut.data.view : null;
  return (
    <>
      <h2 className="sg-rule">To the cutter</h2>
      {artwork && (
        <>
          <div className="sg-fields">
            <QuantityInput
              required
              label="Largest cut, across"
              value={bed.widthMm}
              {...length}
              onChange={(widthMm) => widthMm !== null && set({ bed: { ...bed, widthMm } })}
            />
            <QuantityInput
              required
              label="Largest cut, along"
              value={bed.lengthMm}
              {...length}
              onChange={(lengthMm) => lengthMm !== null && set({ bed: { ...bed, lengthMm } })}
            />
            <QuantityInput
              label="Strips overlap by"
              description="Empty: edges butt."
              value={overlapMm || null}
              {...length}
              onChange={(mm) => set({ overlapMm: mm ?? 0 })}
            />
            <Select
              label="Cut from"
              data={STOCKS}
              value={stockKind}
              onChange={(kind) => kind && set({ stockKind: kind as StockKind })}
            />
            <QuantityInput
              required
              label={stockKind === 'roll' ? 'Width of the roll' : 'Width of a sheet'}
              value={stock.widthMm}
              {...length}
              onChange={(widthMm) => widthMm !== null && set({ stock: { ...stock, widthMm } })}
            />
            <QuantityInput
              required
              label={stockKind === 'roll' ? 'Longest cut of the roll' : 'Length of a sheet'}
              value={stock.lengthMm}
              {...length}
              onChange={(lengthMm) => lengthMm !== null && set({ stock: { ...stock, lengthMm } })}
            />
            <QuantityInput
              required
              label="Between pieces"
              value={gapMm}
              {...length}
              onChange={(mm) => mm !== null && set({ gapMm: mm })}
            />
            <NumberInput
              label="How many of it"
              min={1}
              max={1000}
              clampBehavior="strict"
              allowDecimal={false}
              value={order?.quantity ?? 1}
              onChange={(value) => typeof value === 'number' && value >= 1 && set({ quantity: value })}
            />
          </div>
          <div className="sg-buttons">
            <Switch
              label="The film has a direction: do not turn pieces"
              checked={!canTurn}
              onChange={(event) => set({ canTurn: !event.currentTarget.checked })}
            />
            <Switch
              label="Mirrored"
              description={cutFrom.mirror?.words ?? 'Which side is cut is known once Match has its layers.'}
              checked={isMirrored}
              onChange={(event) => set({ isMirrored: event.currentTarget.checked })}
            />
          </div>
        </>
      )}
      {cut.data?.ok === false && order && (
        <p role="alert" className="sg-refused">
          {cut.data.problems.map(problemSentence).join(' ')}
        </p>
      )}
      {view && <CutResult view={view} settings={settings} />}
      <PapersPart sizing={sizing} order={view ? order : null} />
    </>
  );
};
