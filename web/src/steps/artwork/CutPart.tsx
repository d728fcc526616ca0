import { Button, NumberInput, Select, Switch } from '@mantine/core';
import {
  colourNames,
  problemSentence,
  sheetOnWords,
  type CutChoices,
  type LengthUnit,
  type Outcome,
  type SheetOn,
  type Step,
} from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { lengthIn } from '../../ui/words.ts';
import type { CutView } from '../../workers/sizingClient.ts';
import { CutterPart } from '../cutter/CutterPart.tsx';
import { PapersPart } from './PapersPart.tsx';
import type { CutOrdered } from './useCutOrder.ts';
import type { Sizing } from './useSizing.ts';

/** Stands for no choice: the amounts choose. */
const AMOUNTS = 'amounts';
const STOCKS: readonly { readonly value: NonNullable<CutChoices['stockKind']>; readonly label: string }[] = [
  { value: 'roll', label: 'a roll' },
  { value: 'sheet', label: 'sheets' },
  { value: 'joined', label: 'two sheets taped side by side' },
];
/** An offer to make it smaller is worth reading down to this share of its size. */
const WORTH_SHRINKING = 0.8;

/** What it is cut from, alike ones counted. */
const laidWords = (laid: readonly SheetOn[], unit: LengthUnit): string => {
  const counts = new Map<string, number>();
  for (const on of laid) counts.set(sheetOnWords(on, unit), (counts.get(sheetOnWords(on, unit)) ?? 0) + 1);
  return [...counts].map(([words, count]) => (count > 1 ? `${words}, ${count} times` : words)).join('; ');
};

/** The step in which a design is cut, where there is one. */
const cutStepOf = ({ model: { steps }, cutFrom: { operation } }: Sizing): Step | undefined =>
  operation ? steps.find(({ kind, key }) => kind === 'cut' && key === `${operation.id}.cut`) : undefined;

/** What the sheets come to, in words and in the units of the settings. */
const CutWords = ({ sizing, view, order }: { sizing: Sizing; view: CutView; order: CutOrdered }) => {
  const { model, design, scale, setDesign, artwork } = sizing;
  const length = lengthIn(model.settings);
  const names = colourNames(Object.keys(view.lengthByColour));
  const sliced = view.items.filter(({ strips }) => strips.length > 1);
  const share = sliced.length === 1 ? sliced[0]!.onePieceScale : null;
  // where amounts lay it on a roll that is on the shelf, it is one whatever was set before
  const isRoll = view.sheetsNeeded === null;
  const laid = view.sheets.flatMap(({ on }) => on ?? []);
  const mats = view.sheets.length;
  const perColour = Object.entries(view.lengthByColour)
    .map(([colour, mm]) => `${length(Math.ceil(mm))}${names.size > 1 ? ` of ${names.get(colour)}` : ''}`)
    .join(', ');
  const joined = order.settings.stock.joined ?? 1;
  return (
    <>
      {sliced.map(({ name, strips, seams, crossSeams, assembly, isTurned }) => (
        <p key={name} role="status">
          {view.items.length > 1 && `“${name}”: `}
          {strips.length} strips{isTurned ? ', each lying along the bed' : ''}. {assembly}{' '}
          {[
            ...seams.map((seam) => ({ ...seam, at: `${length(seam.xMm)} from the left` })),
            ...crossSeams.map((seam) => ({ ...seam, at: `${length(seam.yMm)} from the top` })),
          ]
            .map(
              ({ at, inkMm, thinnestMm }) =>
                `Seam ${at}: ${inkMm < 0.05 ? 'meets nothing' : `cuts ${length(inkMm)} of the design, the narrowest part ${length(thinnestMm ?? 0)}`}.`,
            )
            .join(' ')}
        </p>
      ))}
      {share !== null && share >= WORTH_SHRINKING && !artwork?.rooms && (
        <p>
          {Math.ceil((1 - share) * 100)} % smaller and it is one piece.{' '}
          <Button
            variant="outline"
            onClick={() =>
              setDesign(
                (kept) => ({ scale: scale * share, placement: { ...kept.placement, sizing: 'said' } }),
                'making it one piece',
              )
            }
          >
            Make it {Math.ceil((1 - share) * 100)} % smaller
          </Button>
        </p>
      )}
      <p role="status">
        {laid.length > 0
          ? `Cut from: ${laidWords(laid, model.settings.length)}.`
          : isRoll
            ? `${perColour} of the roll.`
            : joined > 1
              ? `${mats} ${mats === 1 ? 'mat' : 'mats'} of ${joined} joined: ${view.sheetsNeeded} sheets.`
              : `${view.sheetsNeeded} ${view.sheetsNeeded === 1 ? 'sheet' : 'sheets'}${mats > view.sheetsNeeded! ? `, in ${mats} cuts` : ''}${names.size > 1 ? `: ${[...names.values()].join(', ')}` : ''}.`}{' '}
        {order.settings.as === 'stencil'
          ? `Every opening lies at least ${length(order.settings.frameMm)} from the edge${sliced.length ? ', but where strips meet at a seam' : ''}.`
          : `No cut lies nearer than ${length(order.settings.marginMm)} to the edge.`}
        {view.sheets.some(({ pieces }) => pieces.some(({ crossesTape }) => crossesTape)) &&
          ' Pieces cross the tape line: tape both sides before cutting.'}
      </p>
      {view.isApart && design.cut.isApart === null && (
        <p className="sg-quiet">
          Shapes that lie apart are laid out one by one: place them by the picture on the piece.
        </p>
      )}
    </>
  );
};

/** From artwork at its size to what lies in the cutter, and the files and papers for it. */
export const CutPart = ({
  sizing,
  ordered,
  cut,
  view,
  isUnderWay,
}: {
  sizing: Sizing;
  ordered: CutOrdered;
  cut: Outcome<{ view: CutView }> | undefined;
  view: CutView | null;
  /** Whether the answer to the order as it stands is still to come. */
  isUnderWay: boolean;
}) => {
  const { artwork, cutFrom, design } = sizing;
  const { order, settings, set, followsAmounts, hasFilm } = ordered;
  const { bed, from } = settings;
  const own = { widthMm: from.widthMm, lengthMm: from.lengthMm };
  return (
    <>
      <h2 className="sg-rule">{cutFrom.isByHand ? 'To the knife' : 'To the cutter'}</h2>
      {artwork && (
        <>
          <div className="sg-fields">
            <LengthInput
              required
              label="Largest cut, across"
              value={bed.widthMm}
              range={RANGES.workshop.bedMm}
              onChange={(widthMm) => widthMm !== null && set((kept) => ({ bed: { ...(kept.bed ?? bed), widthMm } }))}
            />
            <LengthInput
              required
              label="Largest cut, along"
              value={bed.lengthMm}
              range={RANGES.workshop.bedMm}
              onChange={(lengthMm) => lengthMm !== null && set((kept) => ({ bed: { ...(kept.bed ?? bed), lengthMm } }))}
            />
            <Select
              className="is-wide"
              label="Cut from"
              data={hasFilm ? [{ value: AMOUNTS, label: 'what the amounts lay out' }, ...STOCKS] : STOCKS}
              value={followsAmounts ? AMOUNTS : from.kind}
              // what is picked is said, also where it is what stands as long as the amounts are not reckoned
              onOptionSubmit={(kind) =>
                set(
                  kind === AMOUNTS
                    ? { stockKind: null, stock: null }
                    : { stockKind: kind as NonNullable<CutChoices['stockKind']> },
                )
              }
            />
            {!followsAmounts && (
              <>
                <LengthInput
                  required
                  label={from.kind === 'roll' ? 'Width of the roll' : 'Width of a sheet'}
                  value={from.widthMm}
                  range={RANGES.cut.stockMm}
                  onChange={(widthMm) =>
                    widthMm !== null && set((kept) => ({ stock: { ...(kept.stock ?? own), widthMm } }))
                  }
                />
                <LengthInput
                  required
                  label={from.kind === 'roll' ? 'Longest cut of the roll' : 'Length of a sheet'}
                  value={from.lengthMm}
                  range={RANGES.cut.stockMm}
                  onChange={(lengthMm) =>
                    lengthMm !== null && set((kept) => ({ stock: { ...(kept.stock ?? own), lengthMm } }))
                  }
                />
              </>
            )}
            {settings.as === 'stencil' && (
              <LengthInput
                label="Frame around the openings"
                description={cutFrom.product ? `Empty: as usual for ${cutFrom.product.name}.` : 'Empty: the usual.'}
                value={settings.frameMm}
                range={RANGES.cut.frameMm}
                onChange={(frameMm) => set({ frameMm })}
              />
            )}
            <LengthInput
              label="Strips overlap by"
              description="Empty: edges butt."
              value={settings.overlapMm || null}
              range={RANGES.cut.betweenMm}
              onChange={(overlapMm) => set({ overlapMm })}
            />
            <LengthInput
              label="Between pieces"
              value={settings.gapMm}
              range={RANGES.cut.betweenMm}
              onChange={(gapMm) => set({ gapMm })}
            />
            <NumberInput
              label="How many of it"
              min={RANGES.cut.quantity.low}
              max={RANGES.cut.quantity.high}
              clampBehavior="strict"
              allowDecimal={false}
              value={settings.quantity}
              onChange={(value) => typeof value === 'number' && value >= 1 && set({ quantity: value })}
            />
          </div>
          <div className="sg-buttons">
            <Switch
              label="The film has a direction: do not turn pieces"
              checked={!settings.canTurn}
              onChange={(event) => set({ canTurn: !event.currentTarget.checked })}
            />
            {settings.as === 'decal' && (
              <Switch
                label="Shapes that lie apart, one by one"
                checked={design.cut.isApart ?? view?.isApart ?? false}
                onChange={(event) => set({ isApart: event.currentTarget.checked })}
              />
            )}
            <Switch
              label="Mirrored"
              description={cutFrom.mirror?.words ?? 'Which side is cut is known once Match has its layers.'}
              checked={settings.isMirrored}
              onChange={(event) => set({ isMirrored: event.currentTarget.checked })}
            />
          </div>
        </>
      )}
      {cut?.ok === false && order && !isUnderWay && (
        <p role="alert" className="sg-refused">
          {cut.problems.map(problemSentence).join(' ')}
        </p>
      )}
      {view && <CutWords sizing={sizing} view={view} order={ordered} />}
      <PapersPart sizing={sizing} order={view ? order : null} isUnderWay={isUnderWay} />
      {view && !cutFrom.isByHand && (
        <CutterPart sizing={sizing} order={order} step={cutStepOf(sizing)} isSettled={!isUnderWay} />
      )}
    </>
  );
};
