import { describe, expect, test } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import { catalogue } from '../materials/index.ts';
import { hourAt, type ClimateSeries } from '../dry/index.ts';
import { plainPiece, plainWorkshop, type Operation, type Piece } from '../piece/index.ts';
import { bell, dice, seriesFrom, someWeather } from '../testing/weather.ts';
import {
  chanceBy,
  chanceOf,
  FIRST_LOOK,
  freeWindows,
  planPieces,
  readyWith,
  safeStart,
  stepsOf,
  weatherMayBe,
  whyNotOutdoors,
  type BenchContext,
  type FreeHours,
  type WeekPlan,
} from './index.ts';

const all = catalogue();
const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const NOW = Date.parse('2026-06-01T06:00:00Z');
const DAYS: FreeHours = Array.from({ length: 7 }, (): [string, string][] => [['09:00', '13:00']]);
const OPERATIONS: Operation[] = [
  { id: 'sand', op: 'apply', role: 'prep', productId: 'sand-bare', how: 'sand', coats: 1, extent: 'all' },
  { id: 'ground', op: 'apply', role: 'ground', productId: 'exterior-latex', how: 'brush', coats: 1, extent: 'all' },
  {
    id: 'clear',
    op: 'apply',
    role: 'finish',
    productId: 'acrylic-clear-aerosol',
    how: 'spray',
    coats: 1,
    extent: 'all',
  },
];
const plain = plainPiece('p', 'board', 'softwood');
const board: Piece = {
  ...plain,
  quantity: 3,
  due: new Date(NOW + 9 * DAY_MS).toISOString(),
  parts: [{ ...plain.parts[0]!, stack: { methodId: 'paint-stencil', operations: OPERATIONS } }],
};
const contextAt = (now: number, outdoor: ClimateSeries | null): BenchContext => ({
  now: new Date(now).toISOString(),
  zone: 'UTC',
  freeHours: DAYS,
  catalogue: all,
  workshop: { ...plainWorkshop(), temperatureC: 21 },
  outdoor,
  horizonDays: 30,
});
const planned = (context: BenchContext): WeekPlan => {
  const read = planPieces([board], context, { budget: FIRST_LOOK });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.week;
};

const windows = freeWindows(NOW, NOW + 60 * DAY_MS, contextAt(NOW, null));

/** What really happens to a crafter who follows the plan: true weather, true drying, told apart from the planner's tries. */
const lived = (context: BenchContext, week: WeekPlan, truth: ClimateSeries, roll: () => number): number => {
  const steps = stepsOf(board, all, { ...context.workshop, stock: [] });
  const range = ({ low, typical, high }: { low: number; typical: number; high: number }) => {
    const z = bell(roll);
    return typical + ((z < 0 ? typical - low : high - typical) * z) / 1.645;
  };
  const ends = new Map<string, number>();
  let ready = NOW;
  for (const step of steps) {
    const dated = week.plans['p']!.steps.find(({ stepId }) => stepId === step.id)!;
    let at = Date.parse(dated.start);
    for (const before of step.after) at = Math.max(at, ends.get(before)!);
    for (const lag of step.lags) at = Math.max(at, ends.get(lag.from)! + Math.max(0, range(lag.time)) * 60_000);
    const isFit = (from: number, to: number) => {
      if (!windows.some(({ start, end }) => start <= from && to <= end)) return false;
      if (step.air !== 'outdoors') return true;
      const product = all.productById.get('acrylic-clear-aerosol')!;
      for (let hour = from; hour < to + 30 * 60_000; hour += 30 * 60_000) {
        const there = hourAt(truth, hour);
        if (there && (hour < to ? whyNotOutdoors(product, there) !== null : there.rainMm > 0)) return false;
      }
      return true;
    };
    while (!isFit(at, at + step.minutes * 60_000)) at += 300_000;
    ends.set(step.id, at + step.minutes * 60_000);
    if (step.firm) ready = Math.max(ready, ends.get(step.id)! + range(step.firm.time) * 60_000);
    ready = Math.max(ready, ends.get(step.id)!);
  }
  return ready;
};

describe('chance', () => {
  const outdoor = seriesFrom(NOW, someWeather(NOW, 10, dice(7), 0.5));
  const context = contextAt(NOW, outdoor);
  const week = planned(context);

  test('the same seed gives the same answer, another seed another one', () => {
    const [one, again, other] = [1, 1, 2].map((seed) => chanceOf([board], context, week, { seed, samples: 60 }));
    expect(one).toEqual(again);
    expect(one).not.toEqual(other);
  });

  test('is ready later the surer it is to be, and never before the work is through', () => {
    const { ready } = chanceOf([board], context, week);
    const shares = [0.1, 0.5, 0.9].map((share) => readyWith(ready, share)!);
    expect(shares).toEqual([...shares].sort());
    expect(ready[0]! >= week.plans['p']!.steps.at(-1)!.start).toBe(true);
    expect(chanceBy(ready, readyWith(ready, 0.8)!)).toBeGreaterThanOrEqual(0.8);
    expect(readyWith([], 0.9)).toBeNull();
  });

  test('a forecast is off by more the further ahead, and not at all in the hours that are past', () => {
    const far = seriesFrom(NOW - DAY_MS, someWeather(NOW - DAY_MS, 10, dice(3), 0.5));
    const spread = Array.from({ length: 10 }, () => [] as number[]);
    const random = dice(11);
    for (let times = 0; times < 60; times += 1)
      weatherMayBe(far, NOW, all.bench, random).hours.forEach(({ temperatureC }, index) => {
        spread[Math.floor(index / 24)]!.push((temperatureC - far.hours[index]!.temperatureC) ** 2);
      });
    const [past, first, , , fifth] = spread.map((squares) =>
      Math.sqrt(squares.reduce((sum, one) => sum + one, 0) / squares.length),
    ) as [number, number, number, number, number];
    expect(past).toBe(0);
    expect(fifth).toBeGreaterThan(1.5 * first);
  });

  test('what lies beyond the forecast is no fair weather', () => {
    // nothing can be sprayed in these ten days: the plan hopes for the eleventh, the chance does not
    const wet = seriesFrom(NOW, someWeather(NOW, 10, dice(5), 1));
    const hopeful = contextAt(NOW, wet);
    const read = planned(hopeful);
    expect(read.plans['p']!.steps.at(-1)!.isBeyondForecast).toBe(true);
    const { ready } = chanceOf([board], hopeful, read, { samples: 60 });
    expect(chanceBy(ready, new Date(Date.parse(read.readyAt!) + DAY_MS).toISOString())).toBeLessThan(0.75);
  });

  test('the safe start is sure enough, and no later than the latest start', () => {
    const safe = safeStart([board], context, 0.9);
    const latest = planPieces([board], context, { direction: 'backward' });
    expect(safe).toMatchObject({ ok: true });
    expect(safe.ok && safe.chance).toBeGreaterThanOrEqual(0.9);
    expect(safe.ok && latest.ok && safe.startsAt <= latest.week.startsAt!).toBe(true);
    const hopeless = safeStart([{ ...board, due: new Date(NOW + HOUR_MS).toISOString() }], context, 0.9);
    expect(hopeless.ok).toBe(false);
  });

  test('over many weeks, what is said to be 80–90 % sure comes true that often', () => {
    let told = 0;
    let came = 0;
    let said = 0;
    const weeks = runs(30, 200);
    for (let number = 0; number < weeks; number += 1) {
      const roll = dice(1000 + number);
      const truth = seriesFrom(NOW, someWeather(NOW, 30, roll, 0.45));
      const days = Array.from({ length: 10 }, (_, day) => {
        // a day's forecast is wrong the more often the further ahead it lies
        const wrong = roll() < 0.1 + 0.025 * day;
        const wet = truth.hours[day * 24]!.rainMm > 0;
        return wrong ? !wet : wet;
      });
      const forecast = seriesFrom(
        NOW,
        truth.hours.slice(0, 240).map((hour, index) => {
          const isWet = days[Math.floor(index / 24)]!;
          return { ...hour, rainMm: isWet ? 0.5 : 0, relativeHumidity: isWet ? 82 : 55 };
        }),
      );
      const context = contextAt(NOW, forecast);
      const week = planned(context);
      const { ready } = chanceOf([board], context, week, { samples: 60, seed: number });
      const by = readyWith(ready, 0.85)!;
      const chance = chanceBy(ready, by);
      if (chance > 0.9) continue;
      told += 1;
      said += chance;
      if (lived(context, week, truth, roll) <= Date.parse(by)) came += 1;
    }
    expect(told).toBeGreaterThan(0.6 * weeks);
    // the fewer the weeks, the more of it is luck
    expect(Math.abs(came / told - said / told)).toBeLessThan(1.06 / Math.sqrt(weeks));
  });
});
