import { careOf, type CareLimit, type CarePlan } from '../../care/index.ts';
import { rankIn, careAxis, type CareAxis } from '../../materials/index.ts';
import { fixKeyOf, stepIdOf, WASH_WORDS, type BenchEvent, type Wash } from '../../piece/index.ts';
import type { PieceRecord } from '../record.ts';
import { fact, minutesBetween, spanOf, type Fact, type Reader } from './fact.ts';

type Washed = Extract<BenchEvent, { readonly kind: 'noted' }> & {
  readonly washed: { readonly way: Wash; readonly temperatureC: number | null };
};

/** What each way of washing asks of a piece, and what it is called where the piece does not stand it. */
const ASKS: Readonly<Record<Wash, { readonly axis: CareAxis; readonly word: string | null; readonly beyond: string }>> =
  {
    hand: { axis: 'water', word: 'handWash', beyond: 'hot' },
    dishwasher: { axis: 'water', word: 'dishwasher', beyond: 'dishwasher' },
    laundry: { axis: 'laundry', word: null, beyond: 'hot' },
    tumbled: { axis: 'tumble', word: 'yes', beyond: 'tumbled' },
  };

/** When its layers were laid, as far as that was marked, and whether of all of them. */
const laidPlan = (record: PieceRecord): { plan: CarePlan; isWhole: boolean } | null => {
  const { workshop } = record.input;
  let { temperatureC, relativeHumidity } = workshop;
  let isWhole = true;
  const steps = record.operations.flatMap((operation) =>
    Array.from({ length: operation.op === 'apply' ? operation.coats : 1 }, (_, index) => index + 1).flatMap((coat) => {
      const happened = record.happened(operation, coat);
      if (!happened) {
        isWhole = false;
        return [];
      }
      if (happened.air) ({ temperatureC, relativeHumidity } = happened.air);
      return [{ stepId: stepIdOf(operation, coat), end: new Date(happened.endAt).toISOString() }];
    }),
  );
  // and what was laid to mend it
  const mends = record.events.flatMap((event) =>
    event.kind === 'repairing'
      ? event.steps.flatMap(({ productId }, index) => {
          const done = record.events.findLast(
            ({ kind, operationId, coat }) => kind === 'done' && operationId === fixKeyOf(event) && coat === index + 1,
          );
          return productId !== null && done
            ? [{ stepId: stepIdOf({ id: fixKeyOf(event) }, index + 1), end: done.at, mendsWith: productId }]
            : [];
        })
      : [],
  );
  const ends = [...steps, ...mends].map(({ end }) => end).sort();
  const [first] = ends;
  return first
    ? {
        plan: {
          steps: [...steps, ...mends],
          climate: { temperatureC, relativeHumidity },
          startsAt: first,
          endsAt: ends.at(-1)!,
        },
        isWhole,
      }
    : null;
};

/** Whether one limit allows a wash; null where that is not known. */
const allows = ({ value }: CareLimit, { washed: { way, temperatureC } }: Washed): boolean | null => {
  const { axis, word } = ASKS[way];
  if (value === 'unknown') return null;
  const { words } = careAxis(axis);
  if (words) return rankIn(Object.keys(words), String(value)) >= rankIn(Object.keys(words), word ?? 'yes');
  if (typeof value === 'string') return false;
  return temperatureC === null ? null : temperatureC <= value;
};

const RANK = ['early', 'hot', 'dishwasher', 'tumbled', 'kept'] as const;

/** What a wash was, against what the card allows: the worst of it; null where that is not known. */
const readOf = (wash: Washed, limits: readonly CareLimit[], isWhole: boolean): Fact | null => {
  const { way, temperatureC } = wash.washed;
  const { axis, beyond } = ASKS[way];
  const own = limits.filter((limit) => limit.axis === axis);
  const said = `it was ${WASH_WORDS[way]}${temperatureC === null ? '' : ` at ${temperatureC} °C`}`;
  const at = Date.parse(wash.at);
  const from = Math.max(...own.map((limit) => (limit.from === null ? -Infinity : Date.parse(limit.from))));
  if (at < from) return fact('early', `${said} ${spanOf(minutesBetween(at, from))} before it was ready for that`);
  const stood = own.map((limit) => allows(limit, wash));
  if (stood.includes(false)) return fact(beyond, `${said}, which it does not stand`);
  return isWhole && own.length > 0 && own.every((limit) => limit.from !== null) && !stood.includes(null)
    ? fact('kept', `${said}, as it stands`)
    : null;
};

/** Whether what was washed was washed as its care allows: the worst of the washes before it was seen. */
export const washed: Reader = (record) => {
  const { seenAt, part, input } = record;
  const washes = record.all.filter(
    (event): event is Washed =>
      event.kind === 'noted' &&
      event.washed !== undefined &&
      event.pieceId === input.piece.id &&
      (seenAt === null || Date.parse(event.at) <= seenAt),
  );
  if (!washes.length) return null;
  const laid = laidPlan(record);
  const care = careOf(part, record.catalogue, laid?.plan, input.schools);
  if (!care.ok) return null;
  const read = washes.map((wash) => readOf(wash, care.limits, laid?.isWhole ?? false));
  const worst = RANK.slice(0, -1).flatMap((value) => read.find((one) => one?.value === value) ?? [])[0];
  return worst ?? (read.every((one) => one !== null) ? (read.at(-1) ?? null) : null);
};
