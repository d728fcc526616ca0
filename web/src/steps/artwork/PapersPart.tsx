import { Select } from '@mantine/core';
import { useState } from 'react';
import { isSideArea, problemSentence, type Paper } from '@sgraffa/core';
import { download, fileName } from '../../ui/download.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { SettledButton } from '../../ui/SettledButton.tsx';
import { ask, type CutAsked } from '../../workers/sizingClient.ts';
import { printPages } from './printPages.ts';
import type { Sizing } from './useSizing.ts';

/** What a bar of 100 mm may measure on a print that is off, mm. */
const BAR = { low: 50, high: 200, isWhole: false };

/** Cut files for an order, and what is printed at 1:1: placement map and paper cover. */
export const PapersPart = ({
  sizing,
  order,
  isUnderWay,
}: {
  sizing: Sizing;
  order: CutAsked | null;
  /** Whether the order as it stands is still worked out: what is pressed meanwhile waits for it. */
  isUnderWay: boolean;
}) => {
  const { artwork, asked, cutFrom, design, placed, scale, looked, model } = sizing;
  const { part, piece, catalogue } = model;
  const [paper, setPaper] = useState<Paper>('a4');
  const [barMm, setBar] = useState(100);
  const [problem, setProblem] = useState<string | null>(null);
  // what is written is what stands: its place found, and cut from the layers that follow it
  const isSettled =
    model.isSettled && !model.isReckoning && !placed.isFetching && (design.artworkId === null || artwork !== null);
  const isOrdered = isSettled && order !== null && !isUnderWay;
  const isSide = part.area !== null && isSideArea(part.area);
  const name = fileName(`${piece.name} ${artwork?.name ?? ''}`);
  const run = async (work: () => Promise<string | null>) => setProblem(await work());
  const files = (format: 'svg' | 'dxf') =>
    run(async () => {
      if (!order) return null;
      const made = await ask((worker) => worker.files(order, name, format));
      if (!made.ok) return made.problems.map(problemSentence).join(' ');
      const [only] = made.files;
      if (only && made.files.length === 1)
        download(only.name, only.text, format === 'svg' ? 'image/svg+xml' : 'application/dxf');
      else {
        const { strToU8, zipSync } = await import('fflate');
        const zipped = zipSync(Object.fromEntries(made.files.map((file) => [file.name, strToU8(file.text)])));
        download(`${name}-${format}.zip`, new Blob([zipped as Uint8Array<ArrayBuffer>], { type: 'application/zip' }));
      }
      return null;
    });
  const map = () =>
    run(async () => {
      if (!artwork) return null;
      const made = await ask((worker) => worker.map(artwork.svg, artwork.rooms ? 1 : scale));
      if (!made.ok) return made.problems.map(problemSentence).join(' ');
      const printed = await printPages([made.page], paper, barMm, `${piece.name}: placement map`);
      if ('problem' in printed) return printed.problem;
      download(`${name}-placement-map.pdf`, printed.blob);
      return null;
    });
  const fullSize = () =>
    run(async () => {
      if (!asked) return null;
      const made = await ask((worker) => worker.fullSize(asked, scale));
      if (!made.ok) return made.problems.map(problemSentence).join(' ');
      const printed = await printPages(made.pages, paper, barMm, `${piece.name}: full size`);
      if ('problem' in printed) return printed.problem;
      download(`${name}-full-size.pdf`, printed.blob);
      return null;
    });
  const template = (format: 'pdf' | 'svg') =>
    run(async () => {
      const { area } = part;
      if (!area) return null;
      const made = await ask((worker) => worker.template(area, catalogue.sizing));
      if (!made.ok) return made.problems.map(problemSentence).join(' ');
      if (format === 'svg') return (download(`${name}-paper-cover.svg`, made.svg, 'image/svg+xml'), null);
      const printed = await printPages([made.page], paper, barMm, `${piece.name}: paper cover for a test fit`);
      if ('problem' in printed) return printed.problem;
      download(`${name}-paper-cover.pdf`, printed.blob);
      return null;
    });
  return (
    <>
      <h3>Files and papers</h3>
      <div className="sg-buttons">
        {asked && (
          <SettledButton
            isSettled={isSettled}
            variant={cutFrom.isByHand ? 'filled' : 'outline'}
            className={cutFrom.isByHand ? 'sg-button' : ''}
            run={fullSize}
          >
            Full-size paper, PDF
          </SettledButton>
        )}
        {artwork && (order || isUnderWay) && !cutFrom.isByHand && (
          <>
            <SettledButton isSettled={isOrdered} className="sg-button" run={() => files('svg')}>
              Cut files, SVG
            </SettledButton>
            <SettledButton isSettled={isOrdered} variant="outline" run={() => files('dxf')}>
              Cut files, DXF
            </SettledButton>
          </>
        )}
        {artwork && (looked.looked?.islandCount ?? 0) > 0 && (
          <SettledButton isSettled={isSettled} variant="outline" run={map}>
            Placement map, PDF
          </SettledButton>
        )}
        {part.area && isSide && (
          <>
            <SettledButton isSettled={isSettled} variant="outline" run={() => template('pdf')}>
              Paper cover, PDF
            </SettledButton>
            <SettledButton isSettled={isSettled} variant="outline" run={() => template('svg')}>
              Paper cover, SVG
            </SettledButton>
          </>
        )}
      </div>
      <div className="sg-fields">
        <Select
          label="Paper"
          data={[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]}
          value={paper}
          onChange={(value) => value && setPaper(value as Paper)}
        />
        <QuantityInput
          required
          label="The bar of 100 mm measured"
          description="On the last print; the next one makes up for it."
          value={barMm}
          format={(value) => `${value} mm`}
          parse={plainNumber('mm')}
          range={BAR}
          onChange={(mm) => mm !== null && setBar(mm)}
        />
      </div>
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
    </>
  );
};
