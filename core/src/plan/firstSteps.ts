import type { Figure, Product, Stage, Try } from '../materials/index.ts';
import { dryTime, type Climate, type CoatConditions } from '../dry/index.ts';
import type { AskedFirst } from './asked.ts';
import { arrivalOf, plainStep, type Lag, type Step } from './step.ts';
import { sum } from './work.ts';
import { sentences, spanWords, type Scene } from './words/index.ts';

/** From when a tried coat can be judged, the firmest stage that it has a figure for. */
const JUDGED_AT: readonly Stage[] = ['mask', 'recoat', 'touch'];

/** When a try can be judged: minutes that somebody stands by, and a wait, or the stage that is waited for. */
export const judgedWhen = (
  tried: Try,
  product: Product | undefined,
): { readonly attended: Figure | null; readonly wait: Figure | Stage | null } => {
  if (tried.judged === 'dwell') return { attended: product?.dwell ?? null, wait: null };
  if (tried.judged !== 'dry') return { attended: null, wait: tried.judged };
  return { attended: null, wait: JUDGED_AT.find((stage) => product?.dry[stage]) ?? null };
};

/** What a try's judging waits for; null where it can be judged at once. */
const waitOf = (
  wait: Figure | Stage | null,
  product: Product | undefined,
  climate: Climate,
  conditions: CoatConditions,
): Pick<Lag, 'time' | 'productId' | 'stage'> | null => {
  if (wait === null) return null;
  if (typeof wait !== 'string') return { time: wait, productId: '', stage: 'touch' };
  const read = product && dryTime(product, wait, climate, conditions);
  return read?.ok ? { time: read.time, productId: product!.id, stage: wait } : null;
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
  const judged = tried && judgedWhen(tried, product);
  const attended = judged?.attended;
  const wait = judged && waitOf(judged.wait, product, climate, conditions);
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
    arrives: tried ? arrivalOf([product], scene.workshop) : null,
    clocks: attended && product ? [{ kind: 'dwell', time: attended, productId: product.id }] : [],
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
