import { NumberInput, Select, Switch } from '@mantine/core';
import { problemSentence } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { useCut } from '../../workers/sizingClient.ts';
import { CutResult } from './CutPictures.tsx';
import { PapersPart } from './PapersPart.tsx';
import { useCutOrder, type StockKind } from './useCutOrder.ts';
import type { Sizing } from './useSizing.ts';

/** Choices of this page, in mm: nothing of the document. */
const OVERLAP = { low: 0, high: 100, isWhole: false };
const STOCK = { low: 10, high: 100_000, isWhole: false };

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
  const view = cut.data?.ok && order ? cut.data.view : null;
  return (
    <>
      <h2 className="sg-rule">To the cutter</h2>
      {artwork && (
        <>
          <div className="sg-fields">
            <LengthInput
              required
              label="Largest cut, across"
              value={bed.widthMm}
              range={RANGES.workshop.bedMm}
              onChange={(widthMm) => widthMm !== null && set({ bed: { ...bed, widthMm } })}
            />
            <LengthInput
              required
              label="Largest cut, along"
              value={bed.lengthMm}
              range={RANGES.workshop.bedMm}
              onChange={(lengthMm) => lengthMm !== null && set({ bed: { ...bed, lengthMm } })}
            />
            <LengthInput
              label="Strips overlap by"
              description="Empty: edges butt."
              value={overlapMm || null}
              range={OVERLAP}
              onChange={(mm) => set({ overlapMm: mm ?? 0 })}
            />
            <Select
              label="Cut from"
              data={STOCKS}
              value={stockKind}
              onChange={(kind) => kind && set({ stockKind: kind as StockKind })}
            />
            <LengthInput
              required
              label={stockKind === 'roll' ? 'Width of the roll' : 'Width of a sheet'}
              value={stock.widthMm}
              range={STOCK}
              onChange={(widthMm) => widthMm !== null && set({ stock: { ...stock, widthMm } })}
            />
            <LengthInput
              required
              label={stockKind === 'roll' ? 'Longest cut of the roll' : 'Length of a sheet'}
              value={stock.lengthMm}
              range={STOCK}
              onChange={(lengthMm) => lengthMm !== null && set({ stock: { ...stock, lengthMm } })}
            />
            <LengthInput
              required
              label="Between pieces"
              value={gapMm}
              range={OVERLAP}
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
