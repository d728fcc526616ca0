/**
 * How fast a bench is planned, by its number of pieces; and beside an exact solver for mixed-integer programs on small benches, with time and
 * makespan as ratios of one run. Milliseconds of one machine mean little: they stand beside a fixed loop. Run: npm run bench
 */
import loadHighs from 'highs';
import { checkBenchPlan, FIRST_LOOK, planBench, readBenchProblem, type BenchProblem } from '../core/src/index.ts';

const DAY = 1440;
const SIZES = [10, 25, 50, 100, 200, 500];
const STEPS_A_PIECE = 12;
const SMALL_BENCHES = 6;

const dice = (seed: number): (() => number) => {
  let state = (seed * 2_654_435_761) >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
};

/** Weekday evenings and weekend days, minute 0 on a Monday. */
const freeHours = (days: number): [number, number][] =>
  Array.from({ length: days }, (_, day): [number, number] =>
    day % 7 < 5 ? [day * DAY + 1110, day * DAY + 1290] : [day * DAY + 540, day * DAY + 1020],
  );

const benchOf = (pieces: number, stepsAPiece: number, days: number, grid: number, seed: number): BenchProblem => {
  const roll = dice(seed);
  const drying = [0, 30, 120, 240, 480, 1440, 2880];
  const steps = Array.from({ length: pieces * stepsAPiece }, (_, at) => ({
    id: `p${Math.floor(at / stepsAPiece)}s${at % stepsAPiece}`,
    item: `p${Math.floor(at / stepsAPiece)}`,
    duration: grid * (1 + Math.floor(roll() * (pieces > 20 ? 3 : 5))),
    dry: drying[Math.floor(roll() * drying.length)]!,
    inside: [{ calendar: 'crafter', mode: 'whole' }],
    uses: [{ resource: 'crafter', units: 1, until: 'end' }],
  }));
  const lags = steps.flatMap(({ id, item }, at) =>
    steps[at + 1]?.item === item ? [{ from: id, fromPoint: 'dry', to: steps[at + 1]!.id, min: 0 }] : [],
  );
  const read = readBenchProblem({
    horizon: days * DAY,
    grid,
    calendars: { crafter: freeHours(days) },
    resources: { crafter: { capacity: 1 } },
    fetchCalendar: 'crafter',
    sittingCalendar: 'crafter',
    steps,
    lags,
  });
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.problem;
};

const timed = <Answer>(work: () => Answer): { readonly ms: number; readonly answer: Answer } => {
  const start = performance.now();
  const answer = work();
  return { ms: performance.now() - start, answer };
};
const loop = timed(() => {
  let sum = 0;
  for (let at = 0; at < 30_000_000; at += 1) sum += Math.sqrt(at % 1000);
  return sum;
}).ms;
console.log(`\nplan: the calibration loop takes ${Math.round(loop)} ms`);

for (const pieces of SIZES) {
  const days = 20 + Math.ceil((pieces * STEPS_A_PIECE * 15) / 220);
  const problem = benchOf(pieces, STEPS_A_PIECE, days, 5, pieces);
  const first = timed(() => planBench(problem, { direction: 'forward', seed: 1, budget: FIRST_LOOK }));
  const good = timed(() => planBench(problem, { direction: 'forward', seed: 1, budget: 20 }));
  if (!first.answer.ok || !good.answer.ok) throw new Error(`no plan for ${pieces} pieces`);
  const wrong = checkBenchPlan(problem, good.answer.plan.starts);
  if (wrong.length) throw new Error(wrong[0]);
  const { makespan, bound } = good.answer.plan;
  console.log(
    `plan: ${pieces} pieces × ${STEPS_A_PIECE} steps: first plan ${Math.round(first.ms)} ms (${(first.ms / loop).toFixed(2)} loops), ` +
      `${(1000 * (first.ms / (pieces * STEPS_A_PIECE))).toFixed(0)} µs a step; good one ${Math.round(good.ms)} ms (${(good.ms / loop).toFixed(2)} loops), ` +
      `${(((makespan - bound) / bound) * 100).toFixed(2)} % (${makespan - bound} min) over the bound`,
  );
}

/** The same bench as a mixed-integer program over start slots. */
const programOf = (problem: BenchProblem): string => {
  const slots = (duration: number): number[] => {
    const found: number[] = [];
    for (const [from, to] of problem.calendars['crafter']!)
      for (let start = Math.ceil(from / problem.grid) * problem.grid; start + duration <= to; start += problem.grid)
        found.push(start);
    return found;
  };
  const rows: string[] = [];
  const binaries: string[] = [];
  const startsOf = new Map(problem.steps.map(({ id, duration }) => [id, slots(duration)]));
  const sum = (id: string, weight: (start: number) => number, sign = '+') =>
    startsOf
      .get(id)!
      .map((start) => `${sign} ${weight(start)} ${id}_${start}`)
      .join(' ');
  for (const { id, duration, dry } of problem.steps) {
    const starts = startsOf.get(id)!;
    binaries.push(...starts.map((start) => `${id}_${start}`));
    rows.push(`${starts.map((start) => `+ ${id}_${start}`).join(' ')} = 1`);
    rows.push(`M ${sum(id, (start) => start + duration + (dry as number), '-')} >= 0`);
  }
  const byId = new Map(problem.steps.map((step) => [step.id, step]));
  for (const { from, to } of problem.lags) {
    const { duration, dry } = byId.get(from)!;
    rows.push(`${sum(to, (start) => start)} ${sum(from, (start) => start, '-')} >= ${duration + (dry as number)}`);
  }
  const moments = new Set([...startsOf.values()].flat());
  for (const minute of moments) {
    const held = problem.steps.flatMap(({ id, duration }) =>
      startsOf
        .get(id)!
        .filter((start) => start <= minute && minute < start + duration)
        .map((start) => `+ ${id}_${start}`),
    );
    if (held.length > 1) rows.push(`${held.join(' ')} <= 1`);
  }
  return `Minimize\n obj: M\nSubject To\n${rows.map((row, at) => ` r${at}: ${row}`).join('\n')}\nBinary\n ${binaries.join('\n ')}\nEnd\n`;
};

const highs = await loadHighs();
const ratios: number[] = [];
let equal = 0;
for (let number = 0; number < SMALL_BENCHES; number += 1) {
  const problem = benchOf(2 + (number % 2), 3, 9, 15, 900 + number);
  const ours = timed(() => planBench(problem, { direction: 'forward', seed: 1 }));
  const theirs = timed(() => highs.solve(programOf(problem), { time_limit: 60 }));
  if (!ours.answer.ok) throw new Error('no plan for a small bench');
  const optimum = Math.round(theirs.answer.ObjectiveValue);
  ratios.push(theirs.ms / ours.ms);
  if (optimum === ours.answer.plan.makespan) equal += 1;
  console.log(
    `plan: ${problem.steps.length} steps beside the exact solver: makespan ${ours.answer.plan.makespan} to ${optimum} (${(ours.answer.plan.makespan / optimum).toFixed(4)}), ` +
      `${ours.answer.plan.isProven ? 'proven' : 'not proven'}, time ${(theirs.ms / ours.ms).toFixed(1)} : 1`,
  );
}
console.log(
  `plan: same makespan in ${equal} of ${SMALL_BENCHES}; the solver takes ${ratios.sort((one, other) => one - other)[ratios.length >> 1]!.toFixed(1)} times as long (median)`,
);
