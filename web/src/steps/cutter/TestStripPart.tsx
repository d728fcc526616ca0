import { Button, Select } from '@mantine/core';
import { useMemo, useState } from 'react';
import { AS_DRAWN, countedBed, problemSentence, stripWidths, type BenchEvent } from '@sgraffa/core';
import { awaitJob } from '../../store/cutter.ts';
import { cutTestOf } from '../../store/events.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { download, fileName } from '../../ui/download.ts';
import { useMark } from '../../ui/stepMarks.ts';
import { lengthIn } from '../../ui/words.ts';
import { ask, type CutAsked } from '../../workers/sizingClient.ts';
import type { Sizing } from '../artwork/useSizing.ts';
import type { Cutting } from './useCutting.ts';

type Came = Extract<BenchEvent, { kind: 'cutTested' }>['came'];
const CAME_WORDS: Readonly<Record<Came, string>> = {
  through: 'through the film, not its backing',
  scored: 'only scored: not through everywhere',
  backingCut: 'into the backing',
};

/** Stands for no width that held. */
const NOTHING = 'none';

/** The strip as an order of its own: it goes through the same lay-out, from the same film. */
const stripOrder = (order: CutAsked, svg: string): CutAsked => ({
  name: 'test strip',
  design: {
    designId: 'test-strip',
    ...AS_DRAWN,
    svg,
  },
  scale: 1,
  area: null,
  rimZoneMm: 0,
  settings: { ...order.settings, quantity: 1, isApart: false },
  laid: null,
});

/** A strip to try film, blade and settings with, as a file or in the cutter; what held is kept with the roll or sheet. */
export const TestStripPart = ({
  cutting,
  sizing,
  order,
}: {
  cutting: Cutting;
  sizing: Sizing;
  order: CutAsked | null;
}) => {
  const { catalogue, settings: user } = sizing.model;
  const { product } = sizing.cutFrom;
  const mark = useMark();
  const [isOpen, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [came, setCame] = useState<Came | null>(null);
  const [finest, setFinest] = useState<string | null>(null);
  const widths = useMemo(() => stripWidths(catalogue), [catalogue]);
  const length = lengthIn(user);
  if (!order || !product) return null;
  const made = async () => {
    const svg = await ask((worker) => worker.strip(catalogue.sizing));
    return stripOrder(order, svg);
  };
  const save = async () => {
    const strip = await made();
    const files = await ask((worker) => worker.files(strip, fileName(`test strip ${product.name}`), 'svg'));
    if (!files.ok) return setProblem(files.problems.map(problemSentence).join(' '));
    for (const { name, text } of files.files) download(name, text, 'image/svg+xml');
    setProblem(null);
  };
  const cut = async () => {
    const strip = await made();
    const jobs = await ask((worker) => worker.jobs(strip));
    const bed = cutting.cutter.state?.bed;
    if (!jobs.ok) return setProblem(jobs.problems.map(problemSentence).join(' '));
    const [job] = jobs.jobs;
    if (!job || !bed) return;
    const numbers = job.pieces.map(({ number }) => number);
    const file = await ask((worker) => worker.jobFile(strip, job.sheet, numbers, countedBed(bed, user.workshop.bed)));
    if (!file.ok) return setProblem(file.problems.map(problemSentence).join(' '));
    setProblem(null);
    const id = crypto.randomUUID().slice(0, 12);
    const about = { kind: 'strip', productId: product.id, canId: cutting.can?.id ?? null };
    const { speedMmS, passes } = cutting.settings;
    if (await cutting.run('/job', { id, about: JSON.stringify(about), svg: file.svg, speedMmS, passes })) awaitJob(id);
  };
  const keep = async () => {
    if (!came || finest === null) return;
    const at = benchNow();
    const from = finest === NOTHING ? Infinity : Number(finest);
    const event = cutTestOf(at, {
      productId: product.id,
      canId: cutting.can?.id ?? null,
      settings: cutting.settings,
      strokes: widths.map((mm) => ({ mm, held: mm >= from })),
      came,
      note: '',
    });
    if (!(await mark([event], 'a test of the cut', at))) return;
    setCame(null);
    setFinest(null);
    setOpen(false);
  };
  const hasSpeed = cutting.settings.speedMmS !== null && cutting.settings.speedMmS > 0;
  return (
    <>
      <h3>Test strip</h3>
      <p className="sg-quiet">
        Strokes and webs of {length(widths[0]!)} to {length(widths.at(-1)!)}, a ring and a small letter, from the same
        film with the settings above. What it holds is then known of this roll or sheet.
      </p>
      <div className="sg-buttons">
        <Button variant="outline" onClick={() => void save()}>
          Test strip, SVG
        </Button>
        {cutting.cutter.state?.status === 'loaded' && (
          <Button variant="outline" disabled={!hasSpeed} onClick={() => void cut()}>
            Cut the test strip
          </Button>
        )}
        {!isOpen && (
          <Button variant="outline" onClick={() => setOpen(true)}>
            Say what held
          </Button>
        )}
      </div>
      {isOpen && (
        <div className="sg-fields">
          <Select
            className="is-wide"
            label="The cut went"
            placeholder="not said"
            data={(Object.keys(CAME_WORDS) as Came[]).map((value) => ({ value, label: CAME_WORDS[value] }))}
            value={came}
            onChange={(value) => setCame(value as Came | null)}
          />
          <Select
            className="is-wide"
            label="Strokes and webs held, weeded, from"
            description="The finest from which all coarser ones held too."
            placeholder="not said"
            data={[
              ...widths.map((mm) => ({ value: String(mm), label: `${length(mm)} on` })),
              { value: NOTHING, label: 'none of them' },
            ]}
            value={finest}
            onChange={setFinest}
          />
          <Button className="sg-button" disabled={!came || finest === null} onClick={() => void keep()}>
            Keep the test
          </Button>
        </div>
      )}
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
    </>
  );
};
