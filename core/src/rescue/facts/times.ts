import type { ApplyOperation, Operation } from '../../piece/index.ts';
import { openSpans, type Lag, type Step } from '../../plan/index.ts';
import { isCoat } from '../../plan/index.ts';
import type { PieceRecord } from '../record.ts';
import { fact, minutesBetween, spanOf, yesNo, type Fact, type Reader } from './fact.ts';

/** An operation and coat that a step lays. */
const laidBy = (record: PieceRecord, stepId: string): { operation: Operation; coat: number; step: Step } | null => {
  const step = record.steps.find(({ id }) => id === stepId);
  const operation = record.operations.find(({ id }) => step?.operationIds.includes(id));
  return step && operation ? { operation, coat: step.coat, step } : null;
};

const endOf = (record: PieceRecord, stepId: string): number | null => {
  const laid = laidBy(record, stepId);
  return laid && (record.happened(laid.operation, laid.coat)?.endAt ?? null);
};

const workSteps = (record: PieceRecord, operation: Operation | null): readonly Step[] =>
  operation
    ? record.steps.filter(({ operationIds, kind }) => kind === 'work' && operationIds.includes(operation.id))
    : [];

const RANK = { kept: 0, brief: 1, short: 2 } as const;

interface Waited extends Fact {
  readonly value: keyof typeof RANK;
}

/** A wait as it was, against the one that was planned. */
const waited = (record: PieceRecord, lag: Lag, follower: Step): Waited | null => {
  const later = laidBy(record, follower.id);
  const end = endOf(record, lag.from);
  const begun = later && record.begunAt(later.operation, later.coat);
  const earlier = record.steps.find(({ id }) => id === lag.from);
  if (end === null || begun === null || !earlier || lag.productId === '') return null;
  const gap = minutesBetween(end, begun);
  const value = gap < lag.time.typical ? 'short' : gap < lag.time.high ? 'brief' : 'kept';
  return {
    value,
    words: `“${follower.label}” came ${spanOf(gap)} after “${earlier.label}”; planned were ${spanOf(lag.time.typical)} to ${spanOf(lag.time.high)}`,
  };
};

/** The wait that counts for what is seen: of those that were logged the one that was cut shortest. */
export const wait: Reader = (record) => {
  const { layer, symptom } = record;
  const own = workSteps(record, layer);
  const pairs =
    symptom.wait === 'below'
      ? own.flatMap((step) => step.lags.map((lag) => ({ step, lag })))
      : record.steps.flatMap((step) =>
          step.lags
            .filter(({ from }) => own.some(({ id, coat }) => id === from && !own.some((other) => other.coat > coat)))
            .map((lag) => ({ step, lag })),
        );
  const found = pairs.flatMap(({ step, lag }) => {
    const one = waited(record, lag, step);
    return one ? [one] : [];
  });
  const worst = found.reduce<(typeof found)[number] | null>(
    (most, one) => (most && RANK[most.value] >= RANK[one.value] ? most : one),
    null,
  );
  return worst ?? oldCoat(record);
};

/** Of a coat that was on the piece before: whether it was old enough. */
const oldCoat = (record: PieceRecord): Fact | null => {
  const { layer, part, symptom } = record;
  if (record.laidBefore.some((one) => isCoat(one) && one.extent === 'all')) return null;
  const coat = part.surface.existing.at(-1);
  const finish = coat && record.catalogue.finishById.get(coat.finish);
  const ready = layer?.role === 'film' || symptom.wait === 'below' ? finish?.readyForFilm : finish?.readyForMask;
  if (!coat || coat.ageDays === null || !ready) return null;
  const minutes = coat.ageDays * 24 * 60;
  const value = minutes < ready.typical ? 'short' : minutes < ready.high ? 'brief' : 'kept';
  return {
    value,
    words: `the ${finish!.name} was ${Math.round(coat.ageDays)} days old; it takes ${spanOf(ready.typical)} to ${spanOf(ready.high)}`,
  };
};

const windowWords = ({ windows }: Lag): string => {
  const [first, next] = windows!;
  const [closes, opens] = [first?.[1], next?.[0]];
  if (typeof closes === 'number' && opens !== undefined)
    return `between ${spanOf(closes)} and ${spanOf(opens)} after its first coat it wrinkles`;
  return `it takes no coat before ${spanOf(first?.[0] ?? 0)}`;
};

/** Whether each further coat came while the windows of those before it were open. */
export const windowFact: Reader = (record) => {
  const { layer } = record;
  let known: Fact | null = null;
  for (const step of workSteps(record, layer)) {
    const windowed = step.lags.filter(({ windows }) => windows);
    const begun = layer && record.begunAt(layer, step.coat);
    if (!windowed.length || begun === null) continue;
    // how long it dries is another matter: only the hours that close are asked here
    const bare = windowed.map((lag) => ({ ...lag, time: { ...lag.time, high: 0 } }));
    const spans = openSpans(bare, (id) => {
      const end = endOf(record, id);
      return end === null ? null : { first: end, last: end };
    });
    if (!spans) continue;
    const first = windowed.reduce<{ lag: Lag; end: number } | null>((least, lag) => {
      const end = endOf(record, lag.from)!;
      return least && least.end <= end ? least : { lag, end };
    }, null)!;
    const earlier = record.steps.find(({ id }) => id === first.lag.from)!;
    const words = `“${step.label}” came ${spanOf(minutesBetween(first.end, begun))} after “${earlier.label}”; ${windowWords(first.lag)}`;
    // before the first hours open it may be too wet; it is not in the hours that close
    const opens = Math.min(...spans.map(({ from }) => from));
    if (begun < opens && typeof first.lag.windows![0]?.[1] === 'number') continue;
    const isOpen = spans.some(({ from, until }) => begun >= from && (until === null || begun <= until));
    if (!isOpen) return { value: 'closed', words };
    known = { value: 'open', words };
  }
  return known;
};

/** Whether the mask's edge was sealed, and had dried. */
export const seal: Reader = (record) => {
  const { mask, layer, operations } = record;
  // nothing seals bristles: colour is kept out of them by hand
  if (!mask || !layer || record.topBefore(layer)?.texture === 'brush') return null;
  const between = operations.slice(record.indexOf(mask) + 1, record.indexOf(layer));
  const sealing = between.find((one): one is ApplyOperation => one.op === 'apply' && one.role === 'edgeSeal');
  if (!sealing) return { value: 'none', words: 'the edge of the mask was not sealed' };
  if (record.wasSkipped(sealing)) return { value: 'skipped', words: 'sealing the edge of the mask was left out' };
  const end = record.happened(sealing)?.endAt;
  const begun = record.begunAt(layer, 1);
  const product = record.productOf(sealing);
  const dry = product?.dry.recoat ?? product?.dry.touch;
  if (end === undefined || begun === null || !dry) return null;
  const gap = minutesBetween(end, begun);
  return gap < dry.typical
    ? { value: 'wet', words: `the seal had only ${spanOf(gap)} to dry; it takes ${spanOf(dry.typical)}` }
    : { value: 'dry', words: 'the edge of the mask was sealed, and dry' };
};

export const maskSits: Reader = (record) => {
  const { mask, layer } = record;
  const lay = record.happened(mask)?.endAt;
  const begun = record.begunAt(layer, 1);
  if (lay === undefined || begun === null) return null;
  const minutes = minutesBetween(lay, begun);
  return { value: minutes, words: `the mask had sat for ${spanOf(minutes)}` };
};

export const peel: Reader = (record) => {
  const { layer, operations } = record;
  if (!layer) return null;
  const off = operations.find(
    (one) => one.op === 'remove' && one.what === 'mask' && record.indexOf(one) > record.indexOf(layer),
  );
  if (off?.op !== 'remove') return null;
  if (off.school === 'dry')
    return { value: 'scored', words: 'the mask was to be scored, and pulled from the dry coat' };
  const end = record.happened(layer)?.endAt;
  const begun = record.begunAt(off);
  const limit = record.product?.unmaskWet?.high;
  if (end === undefined || begun === null || limit === undefined || !record.isMarkedAlone(off)) return null;
  const gap = minutesBetween(end, begun);
  const words = `the mask came off ${spanOf(gap)} after the coat; wet it comes off within ${spanOf(limit)}`;
  return { value: gap > limit ? 'late' : 'inTime', words };
};

const FRESH_MINUTES = 120;

/** Whether the surface was cleaned of what keeps it from holding, and how long before. */
export const cleaned: Reader = (record) => {
  const { layer } = record;
  if (!layer) return null;
  const soils = record.topBefore(record.operations[0] ?? null)?.soils ?? [];
  const soil = soils.includes('grease') ? 'grease' : 'dust';
  const before = record.operations
    .slice(0, record.indexOf(layer))
    .filter((one): one is ApplyOperation => one.op === 'apply');
  const cleaners = before.filter((one) => record.productOf(one)?.removes?.includes(soil));
  const last = cleaners.filter((one) => record.stands(one)).at(-1);
  if (!last) {
    const what = soil === 'grease' ? 'degreased' : 'dusted';
    return {
      value: 'never',
      words: cleaners.length ? `it was to be ${what}, and that was left out` : `it was not ${what}`,
    };
  }
  const hasCoatSince = before.slice(before.indexOf(last) + 1).some((one) => isCoat(one) && one.extent === 'all');
  const end = record.happened(last)?.endAt;
  const begun = record.begunAt(layer, 1);
  const keeps = record.productOf(last)?.keeps;
  if (hasCoatSince || end === undefined || begun === null) return null;
  const gap = minutesBetween(end, begun);
  const words = `it had been cleaned ${spanOf(gap)} before`;
  if (keeps && gap > keeps.high)
    return { value: 'old', words: `${words}, and that keeps ${spanOf(keeps.high)} at most` };
  return gap < FRESH_MINUTES ? { value: 'fresh', words } : null;
};

export const prePressed: Reader = (record) => {
  const { layer } = record;
  if (layer?.how !== 'press') return null;
  const has = record.laidBefore.some((one) => record.productOf(one)?.removes?.includes('moisture'));
  return yesNo(has, 'the cloth was pressed first, to dry it', 'the cloth was not pressed first');
};

/** Whether what lay loose was taken off before the heat; taking the mask off is another matter. */
export const dusted: Reader = (record) => {
  const { operations, layer } = record;
  const off = operations
    .slice(record.indexOf(layer) + 1, Math.max(0, record.indexOf(burning(record))))
    .find((one) => one.op === 'remove' && one.what === 'medium');
  return off
    ? yesNo(record.stands(off), 'what lay loose was taken off before the heat', 'what lay loose was not taken off')
    : null;
};

/** Minutes that something lay or was heated on the piece. */
const lasted = (record: PieceRecord, operation: Operation | null): number | null => {
  const happened = record.happened(operation);
  return happened?.startedAt ? minutesBetween(happened.startedAt, happened.endAt) : null;
};
const ratioTo = (record: PieceRecord, operation: Operation | null, figure: 'typical' | 'high'): Fact | null => {
  const minutes = lasted(record, operation);
  const clock = record.stepOf(operation)?.clocks.find(({ kind }) => kind !== 'potLife');
  if (minutes === null || !clock) return null;
  const words = `it had ${spanOf(minutes)}; reckoned were ${spanOf(clock.time.typical)} to ${spanOf(clock.time.high)}`;
  return { value: minutes / clock.time[figure], words };
};
const working = ({ layer, product }: PieceRecord) => (product?.attacks ? layer : null);
export const dwellTypical: Reader = (record) => ratioTo(record, working(record), 'typical');
export const dwellHigh: Reader = (record) => ratioTo(record, working(record), 'high');
export const openFor: Reader = (record) => {
  const minutes = lasted(record, working(record));
  return minutes === null ? null : { value: minutes, words: `it lay for ${spanOf(minutes)}` };
};

const burning = (record: PieceRecord) => {
  const { subject, layer, operations } = record;
  if (subject?.op === 'treat') return subject;
  return operations.find((one) => one.op === 'treat' && one.of === layer?.id) ?? null;
};
export const driedMin: Reader = (record) => {
  const end = record.happened(record.layer)?.endAt;
  const begun = record.begunAt(burning(record));
  if (end === undefined || begun === null || record.product?.attacks !== 'rawWood') return null;
  const minutes = minutesBetween(end, begun);
  return { value: minutes, words: `it had dried for ${spanOf(minutes)} before the heat` };
};
export const heatRatio: Reader = (record) => ratioTo(record, burning(record), 'typical');
export const heatedMin: Reader = (record) => {
  const minutes = lasted(record, burning(record));
  return minutes === null ? null : { value: minutes, words: `it was heated for ${spanOf(minutes)}` };
};
export const pressRatio: Reader = (record) =>
  record.layer?.how === 'press' ? ratioTo(record, record.layer, 'typical') : null;

export const curedBefore: Reader = (record) => {
  const end = record.happened(record.layer)?.endAt;
  const cure = record.product?.dry.cure;
  const { seenAt } = record;
  if (end === undefined || !cure || seenAt === null) return null;
  const gap = minutesBetween(end, seenAt);
  const words = `its last coat was ${spanOf(gap)} old; it cures in ${spanOf(cure.low)} to ${spanOf(cure.high)}`;
  return gap >= cure.high ? { value: 'yes', words } : { value: 'no', words };
};

export const tried: Reader = (record) => {
  const { layer } = record;
  const trial = record.steps.find(({ kind, gate }) => kind === 'try' && gate?.operationId === layer?.id);
  if (!layer || !trial || !record.product?.attacks) return null;
  const result = record.events.findLast(
    ({ operationId, kind }) => operationId === trial.key && (kind === 'done' || kind === 'failed'),
  );
  if (result?.kind === 'done') return fact('through', 'the test came through');
  if (result?.kind === 'failed') return fact('never', 'the test never came through');
  return record.happened(layer) ? fact('none', 'the test was left out') : null;
};
