import { useState } from 'react';
import {
  checksBeforeCut,
  countedBed,
  cutOfSheet,
  mayStart,
  stateOfStep,
  testedSettings,
  type Can,
  type CutCheck,
  type CutJob,
  type CutterSettings,
  type CutterState,
  type Figure,
  type Learnt,
  type Problem,
  type Product,
  type Step,
  type TestedSettings,
} from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { aboutOf, aboutSheet, awaitJob, useCutter, type Cutter, type JobAbout } from '../../store/cutter.ts';
import { eventOf, sheetCutOf } from '../../store/events.ts';
import { factsOf } from '../../store/facts.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { useMark } from '../../ui/stepMarks.ts';
import { useCutJobFile, useCutJobs, type CutAsked } from '../../workers/sizingClient.ts';
import type { Sizing } from '../artwork/useSizing.ts';

export const NO_SETTINGS: CutterSettings = { blade: null, depthMm: null, forceG: null, speedMmS: null, passes: 1 };

type LoadedFilm = NonNullable<CutterState['loaded']>;

const NONE: readonly number[] = [];

/** A sheet with what of it is cut. */
export interface SheetSoFar {
  readonly job: CutJob;
  readonly cut: ReadonlySet<number>;
  readonly missing: readonly number[];
}

export interface Cutting {
  readonly cutter: Cutter;
  readonly about: JobAbout | null;
  readonly sheets: readonly SheetSoFar[];
  /** The sheet that is next, or was picked; null where nothing is laid out. */
  readonly sheet: SheetSoFar | null;
  readonly pickSheet: (sheet: string) => void;
  /** Cans of the film on the shelf. */
  readonly cans: readonly Can[];
  readonly can: Can | null;
  readonly pickCan: (id: string | null) => void;
  readonly tested: TestedSettings | null;
  readonly settings: CutterSettings;
  readonly set: (patch: Partial<CutterSettings>) => void;
  readonly checks: readonly CutCheck[];
  readonly mayStart: boolean;
  readonly confirm: (id: CutCheck['id']) => void;
  readonly problems: readonly Problem[];
  readonly run: (path: string, body?: unknown) => Promise<boolean>;
  /** Film is put in: which it is has to be said anew. */
  readonly load: (film: LoadedFilm) => void;
  readonly start: () => Promise<void>;
  /** Pieces of the sheet that were lost after they were cut: they are cut again, alone. */
  readonly lose: (pieces: readonly number[]) => void;
}

/** The thinnest stroke that a film holds: by the tests of this can where they go further than what goes for every one. */
const finestOf = (product: Product | null, can: Can | null, learnt: readonly Learnt[]): Figure | null => {
  const of = learnt.find(
    ({ what, productId, canId }) => what === 'cut' && canId !== null && productId === product?.id && canId === can?.id,
  );
  const held = of?.figures[0]?.value;
  if (!Array.isArray(held)) return product?.minStroke ?? null;
  const [low, typical, high] = held;
  return { low, typical, high, unit: 'mm', basis: 'your-trial' };
};

/** What is laid out for the cutter, how far it is, and what stands against going on. */
export const useCutting = (sizing: Sizing, order: CutAsked | null, step: Step | undefined): Cutting => {
  const { model, design, looked, cutFrom } = sizing;
  const { piece, settings: user } = model;
  const bench = useBench();
  const cutter = useCutter();
  const mark = useMark();
  const jobs = useCutJobs(order).data;
  const [picked, pickSheet] = useState<string | null>(null);
  const [pickedCan, pickCan] = useState<string | null>(null);
  const [typed, setTyped] = useState<Partial<CutterSettings>>({});
  /** What was confirmed, of which sheet. */
  const [confirmed, setConfirmed] = useState<ReadonlySet<string>>(new Set());
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const events = bench?.events ?? [];
  const { product } = cutFrom;
  const { state } = cutter;
  const sheets = (jobs?.ok ? jobs.jobs : []).map((job): SheetSoFar => {
    const whose = { pieceId: piece.id, designId: design.id, productId: product?.id ?? '', sheet: job.sheet };
    const cut = cutOfSheet(events, whose);
    return { job, cut, missing: job.pieces.flatMap(({ number }) => (cut.has(number) ? [] : [number])) };
  });
  const sheet =
    sheets.find(({ job }) => job.sheet === picked) ?? sheets.find(({ missing }) => missing.length) ?? sheets[0] ?? null;
  const cans = (bench?.shelf.cans ?? []).filter(({ productId }) => product !== null && productId === product.id);
  const can = cans.find(({ id }) => id === pickedCan) ?? (cans.length === 1 ? cans[0]! : null);
  const tested = product ? testedSettings(events, product.id, can?.id ?? null) : null;
  const settings = { ...(tested?.settings ?? NO_SETTINGS), ...typed };
  const bed = state && countedBed(state.bed, user.workshop.bed);
  const file = useCutJobFile(order, sheet?.job.sheet ?? null, sheet?.missing ?? NONE, bed).data;
  const isConfirmed = (id: CutCheck['id']) => confirmed.has(`${id} ${product?.id} ${sheet?.job.sheet}`);
  const checks =
    file?.ok && state
      ? checksBeforeCut({
          job: file.job,
          state,
          workshopBed: user.workshop.bed,
          productName: product?.name ?? null,
          isFilmConfirmed: isConfirmed('which'),
          mirror: cutFrom.mirror,
          isMirrorConfirmed: isConfirmed('mirrored'),
          strokeMm: looked.looked?.minStrokeMm ?? null,
          webMm: looked.looked?.minWebMm ?? null,
          minStroke: finestOf(product, can, bench?.learnt ?? []),
          minWeb: product?.minWeb ?? null,
          settings,
          tested,
          unit: user.length,
        })
      : [];
  const run = async (path: string, body?: unknown): Promise<boolean> => {
    const answer = await cutter.tell(path, body);
    setProblems(answer.ok ? [] : answer.problems);
    return answer.ok;
  };
  const load = (film: LoadedFilm): void => {
    // what was said of the film before is not said of this one
    setConfirmed(new Set());
    void run('/film', film);
  };
  const stepId = step?.id ?? null;
  const start = async (): Promise<void> => {
    // what was worked out while the press waited may ask for more
    if (!file?.ok || !product || !mayStart(checks)) return;
    const id = crypto.randomUUID().slice(0, 12);
    const about = aboutSheet(file.job, {
      pieceId: piece.id,
      pieceName: piece.name,
      designId: design.id,
      productId: product.id,
      stepId,
    });
    const { speedMmS, passes } = settings;
    if (!(await run('/job', { id, about: JSON.stringify(about), svg: file.svg, speedMmS, passes }))) return;
    awaitJob(id);
    if (!step || !bench) return;
    const { doneAt, startedAt } = stateOfStep(factsOf(bench.events), piece.id, step);
    const at = benchNow();
    if (!doneAt && !startedAt) void mark([eventOf('started', piece.id, step, at)], `“${step.label}” begun`, at);
  };
  return {
    cutter,
    about: aboutOf(state),
    sheets,
    sheet,
    pickSheet,
    cans,
    can,
    pickCan,
    tested,
    settings,
    set: (patch) => setTyped((kept) => ({ ...kept, ...patch })),
    checks,
    mayStart: checks.length > 0 && mayStart(checks),
    confirm: (id) => setConfirmed((kept) => new Set([...kept, `${id} ${product?.id} ${sheet?.job.sheet}`])),
    problems: file?.ok === false ? file.problems : problems,
    run,
    load,
    start,
    lose: (pieces) => {
      if (!sheet || !product) return;
      const at = benchNow();
      const note = `Sheet ${sheet.job.number} of ${sheet.job.of}: lost after it was cut.`;
      const lost = {
        designId: design.id,
        productId: product.id,
        sheet: sheet.job.sheet,
        pieces: [...pieces],
        isLost: true,
      };
      void mark(
        [sheetCutOf(`e-${crypto.randomUUID().slice(0, 12)}`, piece.id, stepId, at, note, lost)],
        'a lost piece',
        at,
      );
    },
  };
};
