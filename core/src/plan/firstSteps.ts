import type { Figure, Product, Stage } from '../materials/index.ts';
import { dryTime, type Climate, type CoatConditions } from '../dry/index.ts';
import type { AskedFirst } from './asked.ts';
import { plainStep, type Lag, type Step } from './step.ts';
import { sum } from './work.ts';
import { sentences, spanWords, type Scene } from './words/index.ts';

/** From when a tried coat can be judged, the firmest stage that it has a figure for. */
const JUDGED_AT: readonly Stage[] = ['mask', 'recoat', 'touch'];

interface Judged {
  /** Attended minutes until it can be seen, while it works. */
  readonly attended: Figure | null;
  /** What is waited for, where nobody has to stand by. */
  readonly wait: { readonly time: Figure; readonly productId: string; readonly stage: Stage } | null;
}

const judgedOf = ({ tried, product }: AskedFirst, climate: Climate, conditions: CoatConditions): Judged => {
  if (!tried) return { attended: null, wait: null };
  if (tried.judged === 'dwell') return { attended: product?.dwell ?? null, wait: null };
  if (tried.judged !== 'dry') return { attended: null, wait: { time: tried.judged, productId: '', stage: 'touch' } };
  const stage = product && JUDGED_AT.find((one) => product.dry[one]);
  const read = stage && dryTime(product, stage, climate, conditions);
  return {
    attended: null,
    wait: read?.ok ? { time: read.time, productId: product!.id, stage: stage! } : null,
  };
};

const firstClause = (words: string): string => words.split(/[,;:.]/)[0]!.trim();

const named = (text: string, product: Product | undefined, scene: Scene): string =>
  text
    .replaceAll('{product}', product?.name ?? 'it')
    .replaceAll('{checks}', spanWords(scene.catalogue.bench.checkEvery));

/** The steps of one thing that is found out first: a look; or a try and, where it takes its time, looking at it. */
const stepsOfOne = (
  first: AskedFirst,
  key: string,
  scene: Scene,
  climate: Climate,
  conditions: CoatConditions,
  hazards: (product: Product | undefined) => readonly string[],
): Step[] => {
  const { tried, product, words, ruleIds, operationId } = first;
  const { bench } = scene.catalogue;
  const { attended, wait } = judgedOf(first, climate, conditions);
  const work = tried ? sum(attended ? [tried.work, attended] : [tried.work]) : bench.workLook;
  const label = tried ? named(tried.label, product, scene) : firstClause(words);
  const gate = {
    ruleIds,
    operationId,
    held: tried ? named(tried.held, product, scene) : 'It is as it has to be.',
    failed: tried ? named(tried.failed, product, scene) : 'It is not.',
  };
  const minutes = { setUpMinutes: work.typical, eachMinutes: 0, pieces: 1, perPiece: work };
  const step = plainStep({
    key: `${key}.${tried ? `try-${tried.id}` : `look-${ruleIds[0]}`}`,
    kind: tried ? 'try' : 'look',
    partId: scene.part.id,
    label,
    detail: tried ? named(tried.detail, product, scene) : sentences([words]),
    ...minutes,
  });
  const done: Step = {
    ...step,
    needs: tried ? tried.needs.map((need) => named(need, product, scene)) : [],
    hazards: tried ? hazards(product) : [],
    air: tried ? (product?.air ?? 'room') : 'room',
  };
  if (!wait) return [{ ...done, looksRight: gate.held, gate }];
  const lag: Lag = { ...wait, from: done.id, why: `the try of ${product?.name ?? 'it'} can be judged` };
  const judging = plainStep({
    key: `${key}.judge-${tried!.id}`,
    kind: 'try',
    partId: scene.part.id,
    label: `Look at the try of ${product?.name ?? 'it'}`,
    detail: '',
    ...minutes,
    setUpMinutes: bench.workLook.typical,
    perPiece: bench.workLook,
  });
  return [
    { ...done, looksRight: 'Laid as all of it will be laid, and left in peace.' },
    { ...judging, looksRight: gate.held, gate, after: [done.id], lags: [lag] },
  ];
};

/** All that is found out before the work begins: the rest waits for it. */
export const firstSteps = (
  asked: readonly AskedFirst[],
  scene: Scene,
  climate: Climate,
  conditions: CoatConditions,
  hazards: (product: Product | undefined) => readonly string[],
): Step[] =>
  asked.flatMap((first) => stepsOfOne(first, first.operationId ?? 'piece', scene, climate, conditions, hazards));
