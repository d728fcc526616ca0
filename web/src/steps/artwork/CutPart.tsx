import { NumberInput, Select, Switch } from '@mantine/core';
import { useState } from 'react';
import { parseLength, pieceIdOf, problemSentence } from '@sgraffa/core';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { lengthIn } from '../../ui/words.ts';
import { useCut, type CutOrder } from '../../workers/sizingClient.ts';
import { SheetPicture, StripsPicture } from './CutPictures.tsx';
import { PapersPart } from './PapersPart.tsx';
import type { Sizing } from './useSizing.ts';

const STOCKS = [
  { value: 'roll', label: 'a roll' },
  { value: 'sheet', label: 'sheets' },
  { value: 'joined', label: 'two sheets taped side by side' },
];

/** From artwork at its size to what lies in the cutter, and the files and papers for it. */
export const CutPart = ({ sizing }: { sizing: Sizing }) => {
  const { artwork, scale, design, cutFrom, here, rimZoneMm, model } = sizing;
  const { part, piece, settings, catalogue } = model;
  const { bed } = settings.workshop;
  const [ownBed, setOwnBed] = useState<{ widthMm: number | null; lengthMm: number | null }>({
    widthMm: bed?.widthMm ?? 290,
    lengthMm: bed?.lengthMm ?? 290,
  });
  const [stockKind, setStockKind] = useState((bed?.lengthMm ?? 0) > 1000 ? 'roll' : 'sheet');
  const [stock, setStock] = useState<{ widthMm: number; lengthMm: number }>({
    widthMm: bed?.widthMm ?? 290,
    lengthMm: bed?.lengthMm ?? 290,
  });
  const [overlapMm, setOverlap] = useState(0);
  const [gapMm, setGap] = useState(catalogue.sizing.sheetGap.typical);
  const [canTurn, setCanTurn] = useState(true);
  const [mirrorsItself, setMirrors] = useState<boolean | null>(null);
  const isKeptStencil = cutFrom.as === 'stencil' && (cutFrom.product?.uses?.typical ?? 1) > 1;
  const [quantity, setQuantity] = useState<number | null>(null);
  const isMirrored = mirrorsItself ?? cutFrom.mirror?.isMirrored ?? false;
  const isReady =
    artwork !== null &&
    ownBed.widthMm !== null &&
    ownBed.lengthMm !== null &&
    (part.area === null || Boolean(here?.placement));
  const order: CutOrder | null = isReady
    ? {
        svg: artwork.svg,
        scale,
        turnDeg: design.placement.turnDeg,
        isMirrored,
        quantity: quantity ?? (isKeptStencil || artwork.source.kind === 'labels' ? 1 : piece.quantity),
        bed: { widthMm: ownBed.widthMm!, lengthMm: ownBed.lengthMm! },
        overlapMm,
        thinMm: Math.max(2, cutFrom.product?.minStroke?.high ?? 2),
        stock: { kind: stockKind === 'roll' ? 'roll' : 'sheet', ...stock, joined: stockKind === 'joined' ? 2 : 1 },
        gapMm,
        canTurn,
        cone:
          part.area?.kind === 'cone' && here?.placement
            ? { area: part.area, rimZoneMm, placement: here.placement }
            : null,
      }
    : null;
  const cut = useCut(order);
  const length = { format: lengthIn(settings), parse: (text: string) => parseLength(text, settings.length) };
  const view = cut.data?.ok && order ? cut.data.view : null;
  const heights = new Map(
    view?.strips.flatMap(({ number, box, layers }) =>
      layers.map(({ colour }) => [pieceIdOf(number, colour), box.height] as const),
    ),
  );
  return (
    <>
      <h2 className="sg-rule">To the cutter</h2>
      {artwork && (
        <>
          <div className="sg-fields">
            <QuantityInput
              required
              label="Largest cut, across"
              value={ownBed.widthMm}
              {...length}
              onChange={(widthMm) => setOwnBed((kept) => ({ ...kept, widthMm }))}
            />
            <QuantityInput
              required
              label="Largest cut, along"
              value={ownBed.lengthMm}
              {...length}
              onChange={(lengthMm) => setOwnBed((kept) => ({ ...kept, lengthMm }))}
            />
            <QuantityInput
              label="Strips overlap by"
              description="Empty: edges butt."
              value={overlapMm || null}
              {...length}
              onChange={(mm) => setOverlap(mm ?? 0)}
            />
            <Select label="Cut from" data={STOCKS} value={stockKind} onChange={(kind) => kind && setStockKind(kind)} />
            <QuantityInput
              required
              label={stockKind === 'roll' ? 'Width of the roll' : 'Width of a sheet'}
              value={stock.widthMm}
              {...length}
              onChange={(widthMm) => widthMm !== null && setStock((kept) => ({ ...kept, widthMm }))}
            />
            <QuantityInput
              required
              label={stockKind === 'roll' ? 'Longest cut of the roll' : 'Length of a sheet'}
              value={stock.lengthMm}
              {...length}
              onChange={(lengthMm) => lengthMm !== null && setStock((kept) => ({ ...kept, lengthMm }))}
            />
            <QuantityInput
              required
              label="Between pieces"
              value={gapMm}
              {...length}
              onChange={(mm) => mm !== null && setGap(mm)}
            />
            <NumberInput
              label="How many of it"
              min={1}
              max={1000}
              clampBehavior="strict"
              allowDecimal={false}
              value={order?.quantity ?? 1}
              onChange={(value) => typeof value === 'number' && value >= 1 && setQuantity(value)}
            />
          </div>
          <div className="sg-buttons">
            <Switch
              label="The film has a direction: do not turn pieces"
              checked={!canTurn}
              onChange={(event) => setCanTurn(!event.currentTarget.checked)}
            />
            <Switch
              label="Mirrored"
              description={cutFrom.mirror?.words ?? 'Which side is cut is known once Match has its layers.'}
              checked={isMirrored}
              onChange={(event) => setMirrors(event.currentTarget.checked)}
            />
          </div>
        </>
      )}
      {cut.data?.ok === false && order && (
        <p role="alert" className="sg-refused">
          {cut.data.problems.map(problemSentence).join(' ')}
        </p>
      )}
      {view && (
        <>
          {view.strips.length > 1 && (
            <>
              <p role="status">
                {view.strips.length} strips, {view.isTurned ? 'each lying along the bed' : 'side by side'}, all{' '}
                {length.format(view.strips[0]!.box.height)} high. {view.assembly}{' '}
                {view.seams
                  .map(
                    ({ xMm, inkMm, thinnestMm }) =>
                      `Seam at ${length.format(xMm)}: ${inkMm < 0.05 ? 'meets nothing' : `cuts ${length.format(inkMm)} of the design, the narrowest part ${length.format(thinnestMm ?? 0)}`}.`,
                  )
                  .join(' ')}
              </p>
              <StripsPicture view={view} />
            </>
          )}
          <p role="status">
            {view.sheets.length} {view.sheets.length === 1 ? 'sheet' : 'sheets'};{' '}
            {Object.entries(view.lengthByColour)
              .map(([colour, mm], _, all) => `${(mm / 1000).toFixed(2)} m${all.length > 1 ? ` of ${colour}` : ''}`)
              .join(', ')}
            .
            {view.sheets.some(({ pieces }) => pieces.some(({ crossesTape }) => crossesTape)) &&
              ' Pieces cross the tape line: tape both sides before cutting.'}
          </p>
          <div className="sg-sheets">
            {view.sheets.slice(0, 6).map((sheet, index) => (
              <figure key={index}>
                <SheetPicture sheet={sheet} index={index} heights={heights} />
                <figcaption>
                  Sheet {index + 1}
                  {Object.keys(view.lengthByColour).length > 1 && `, ${sheet.colour}`}:{' '}
                  {Math.round(sheet.usedShare * 100)} % covered.
                  {sheet.offcuts.length > 0 &&
                    ` Worth keeping: ${sheet.offcuts
                      .slice(0, 3)
                      .map(({ width, height }) => `${Math.floor(width)} × ${Math.floor(height)} mm`)
                      .join(', ')}.`}
                </figcaption>
              </figure>
            ))}
          </div>
          {view.sheets.length > 6 && <p className="sg-quiet">And {view.sheets.length - 6} more sheets.</p>}
        </>
      )}
      <PapersPart sizing={sizing} order={view ? order : null} />
    </>
  );
};
