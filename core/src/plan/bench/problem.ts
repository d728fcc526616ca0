import { z } from 'zod';
import { failed, readBySchema, readJson, type Outcome } from '../../problem/index.ts';

const LONGEST_MIN = 1_500_000; // close to three years
const MOST_STEPS = 20_000;
const minute = z.number('minutes').int('whole minutes').min(-LONGEST_MIN).max(LONGEST_MIN);
const duration = minute.min(0, 'minutes from 0');
const name = z.string().min(1).max(200);
const windows = z
  .array(z.tuple([minute, minute]).refine(([from, to]) => from < to, 'a window that ends after it begins'))
  .max(20_000);
const points = z.enum(['start', 'end', 'dry']);

const stepSchema = z.object({
  id: name,
  item: name,
  duration,
  inside: z
    .array(
      z.object({
        calendar: name,
        mode: z.enum(['whole', 'ends']).default('whole'),
        /** Minutes after the end that lie inside too. */
        pad: duration.default(0),
      }),
    )
    .default([]),
  dry: z
    .union([
      duration,
      z.object({
        /** From which start on it dries how long; the first holds before it too. */
        byStart: z
          .array(z.tuple([minute, duration]))
          .min(1, 'at least one step of the function')
          .transform((steps) => [...steps].sort(([one], [other]) => one - other)),
      }),
    ])
    .default(0),
  uses: z
    .array(
      z.object({
        resource: name,
        units: z.number().int().min(0).max(100_000).default(1),
        until: z.enum(['end', 'dry', 'fetch']).default('end'),
      }),
    )
    .default([]),
  splittable: z.boolean().optional(),
});

const lagSchema = z.object({
  from: name,
  fromPoint: points.default('end'),
  to: name,
  toPoint: points.default('start'),
  min: minute.nullable().default(0),
  max: minute.nullable().default(null),
});

const eitherSchema = z.object({
  from: name,
  fromPoint: points.default('end'),
  to: name,
  toPoint: points.default('start'),
  windows: z.array(z.tuple([minute, minute.nullable()])).min(1, 'at least one window'),
});

/** A bench problem as a file holds it (`bench-sched/1`); what is there only for people and tests is left out. */
export const benchProblemSchema = z.object({
  horizon: minute.min(1),
  grid: z.number().int().min(1, '1 to 240 minutes').max(240, '1 to 240 minutes').default(5),
  calendars: z.record(name, windows).default({}),
  resources: z
    .record(
      name,
      z.object({
        capacity: z.number().int().min(0).max(100_000),
        /** Stretches in which so many units less are there. */
        busy: z.array(z.tuple([minute, minute, z.number().int().min(1).max(100_000)])).default([]),
      }),
    )
    .default({}),
  fetchCalendar: name.nullable().optional(),
  sittingCalendar: name.nullable().optional(),
  steps: z.array(stepSchema).max(MOST_STEPS, `at most ${MOST_STEPS} steps`),
  lags: z.array(lagSchema).max(200_000).default([]),
  either: z.array(eitherSchema).max(50_000).default([]),
  due: z.record(name, minute).default({}),
  pins: z.record(name, minute).default({}),
  done: z.record(name, minute).default({}),
});
export type BenchProblem = z.output<typeof benchProblemSchema>;
export type BenchStep = BenchProblem['steps'][number];
export type StepPoint = z.output<typeof points>;

const TODO = 'Mend the file; nothing was planned.';

/** Names that lead nowhere, and steps that stand twice. */
const danglingIn = (problem: BenchProblem): string | null => {
  const ids = new Set(problem.steps.map(({ id }) => id));
  const items = new Set(problem.steps.map(({ item }) => item));
  if (ids.size < problem.steps.length) return 'Two steps have the same id.';
  const calendars = [
    ...problem.steps.flatMap(({ inside }) => inside.map(({ calendar }) => calendar)),
    ...[problem.fetchCalendar, problem.sittingCalendar].filter((one) => typeof one === 'string'),
  ];
  const lost =
    calendars.find((one) => !(one in problem.calendars)) ??
    problem.steps.flatMap(({ uses }) => uses).find(({ resource }) => !(resource in problem.resources))?.resource ??
    [...problem.lags, ...problem.either].flatMap(({ from, to }) => [from, to]).find((id) => !ids.has(id)) ??
    [...Object.keys(problem.pins), ...Object.keys(problem.done)].find((id) => !ids.has(id)) ??
    Object.keys(problem.due).find((item) => !items.has(item));
  return lost === undefined ? null : `"${lost}" is named and nowhere described.`;
};

/**
 * Reads a bench problem.
 *
 * @param json the file's text, or what it holds
 * @returns the problem, names checked; problems naming the field
 */
export const readBenchProblem = (json: unknown): Outcome<{ problem: BenchProblem }> => {
  const value =
    typeof json === 'string' ? readJson(json, 'a bench problem.', TODO) : { ok: true as const, value: json };
  if (!value.ok) return value;
  const read = readBySchema(benchProblemSchema, value.value, TODO);
  if (!read.ok) return read;
  const dangling = danglingIn(read.value);
  return dangling
    ? failed({
        code: 'dangling-name',
        given: dangling,
        allowed: 'names that the file describes, each once.',
        todo: TODO,
      })
    : { ok: true, problem: read.value };
};
