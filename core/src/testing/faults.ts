import { catalogue } from '../materials/index.ts';
import type { BenchEvent, Operation, Piece } from '../piece/index.ts';
import { DEFAULT_SCHOOLS, plainPiece } from '../piece/index.ts';
import { diagnose, type Answer, type Diagnosis, type RescueInput } from '../rescue/index.ts';
import { briefOf, type Said } from './briefs.ts';
import { stackFrom } from './ruleRows.ts';

/** Something that went wrong, as a maker tells it. */
export interface Fault {
  readonly sees: string;
  readonly said: Said;
  readonly stack: string;
  /**
   * What was marked: "x2 30" done half an hour in, "x2 30-90" begun then and done an hour later, with its coat behind #, its air behind it
   * ("x2#2 30 9C 85%"), "!" where it failed: the minutes count from the first.
   */
  readonly log?: readonly string[];
  readonly answers?: Readonly<Record<string, Answer>>;
  readonly more?: Partial<RescueInput>;
}

const START = Date.parse('2026-11-02T09:00:00.000Z');
const iso = (minutes: number): string => new Date(START + minutes * 60_000).toISOString();

/** Laid as its product mostly is. */
const asLaid = (operation: Operation): Operation =>
  operation.op === 'apply'
    ? { ...operation, how: catalogue().productById.get(operation.productId)?.how.at(-1) ?? operation.how }
    : operation;

export const faultPiece = ({ said, stack }: Pick<Fault, 'said' | 'stack'>): Piece => {
  const { part, quantity } = briefOf(said);
  const { operations, ...rest } = stackFrom(stack);
  return {
    ...plainPiece('p', 'piece', said.base),
    quantity,
    parts: [{ ...part, stack: { ...rest, operations: operations.map(asLaid) } }],
  };
};

/** The events of a log line. */
export const logged = (line: string, index: number): BenchEvent[] => {
  const [, key = '', coat = '1', from = '0', to, celsius, humidity, fault] =
    /^([\w.-]+)(?:#(\d+))? (\d+)(?:-(\d+))?(?: (-?\d+)C)?(?: (\d+)%)?( !)?$/.exec(line) ?? [];
  if (!key) throw new Error(`No log line: ${line}`);
  const about = { pieceId: 'p', partId: 't', operationId: key, coat: Number(coat) };
  const air = celsius ? { air: { temperatureC: Number(celsius), relativeHumidity: Number(humidity ?? 50) } } : {};
  const end = { ...about, id: `end-${index}`, at: iso(Number(to ?? from)) };
  return [
    ...(to ? [{ ...about, ...air, id: `start-${index}`, at: iso(Number(from)), kind: 'started' as const }] : []),
    fault ? { ...end, kind: 'failed' as const, note: '', symptom: null } : { ...end, ...air, kind: 'done' as const },
  ];
};

export const inputOf = ({ sees, said, stack, log = [], answers = {}, more = {} }: Fault): RescueInput => ({
  symptom: sees,
  piece: faultPiece({ said, stack }),
  events: log.flatMap(logged),
  shelf: { cans: [], uses: [] },
  plan: null,
  answers,
  workshop: briefOf(said).workshop,
  schools: DEFAULT_SCHOOLS,
  ...more,
});

export const diagnosed = (fault: Fault): Diagnosis => {
  const read = diagnose(inputOf(fault));
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.diagnosis;
};
