import type { Catalogue } from '../materials/index.ts';
import {
  catalogueFor,
  isScrapped,
  stateOfStep,
  type Facts,
  type Look,
  type Piece,
  type StepState,
} from '../piece/index.ts';
import type { Problem } from '../problem/index.ts';
import { MS_PER_MINUTE } from '../units/index.ts';
import { onCopies, type Lag, type Step } from './step.ts';
import { withFixes } from './fixes.ts';
import { SAFE_WORDS } from './stopped.ts';

/** Steps as the facts leave them: copies that came to lag behind have steps of their own, those that failed have none. */
export interface StepsNow {
  readonly steps: readonly Step[];
  /** Step id → ISO instant at which the last of its copies was done. */
  readonly done: Readonly<Record<string, string>>;
  /** Step id → ISO instant at which it was begun, where it is under way. */
  readonly running: Readonly<Record<string, string>>;
  /** Copies that nothing goes on with until they are mended, in words. */
  readonly heldUp: readonly Problem[];
  /** Whether nothing at all goes on. */
  readonly isHeldUp: boolean;
  /** The step whose try failed: nothing is begun after it. */
  readonly failedTry: Step | null;
}

/** "3, 5 to 9 and 12". */
export const copiesWords = (copies: readonly number[]): string => {
  const runs: [number, number][] = [];
  for (const copy of [...copies].sort((one, other) => one - other)) {
    const last = runs.at(-1);
    if (last && last[1] === copy - 1) last[1] = copy;
    else runs.push([copy, copy]);
  }
  const words = runs.flatMap(([from, to]) =>
    from === to ? [`${from}`] : to === from + 1 ? [`${from}`, `${to}`] : [`${from} to ${to}`],
  );
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
};

/** The coat and operation that a step lays, whatever its group. */
const coatOf = ({ key, coat }: Step): string => `${key}#${coat}`;

/** Steps whose end counts to the minute for something that is still to come: a window that closes, what keeps only so long. */
const watchedBy = (steps: readonly Step[], states: ReadonlyMap<string, StepState>): ReadonlySet<string> =>
  new Set(
    steps
      .filter(({ id }) => !states.get(id)!.doneAt)
      .flatMap(({ lags, keeps }) => [
        ...lags.flatMap(({ from, windows }) => (windows ? [from] : [])),
        ...keeps.map(({ from }) => from),
      ]),
  );

/** How far each copy of a step is, in a word; a step that is under way on some of its copies is so as a whole, but for those that failed. */
const progressOf = (state: StepState, isWatched: boolean): ReadonlyMap<number, string> =>
  new Map(
    [...state.byCopy].map(([copy, { doneAt, failedAt }]): [number, string] => {
      if (failedAt) return [copy, 'failed'];
      if (state.startedAt) return [copy, 'begun'];
      return [copy, doneAt ? `done${isWatched ? ` ${Date.parse(doneAt)}` : ''}` : 'open'];
    }),
  );

const isUniform = (progress: ReadonlyMap<number, string>): boolean => new Set(progress.values()).size < 2;

/** Parts copies of a batch that are not equally far, so that those ahead go on; one object for one piece. */
class Lots {
  private readonly states: ReadonlyMap<string, StepState>;
  /** What tells the lots apart: how far each copy is, by coat of an operation. */
  private readonly told = new Map<string, Map<number, string>>();
  private readonly lotOf = new Map<number, string>();
  private readonly failing = new Map<string, { readonly step: Step; readonly copies: number[] }>();

  constructor(
    private readonly all: readonly Step[],
    facts: Facts,
    { id: pieceId }: Piece,
  ) {
    this.states = new Map(all.map((step) => [step.id, stateOfStep(facts, pieceId, step)]));
    const watched = watchedBy(all, this.states);
    const uneven = new Set<string>();
    for (const step of all) {
      if (!step.copies) continue;
      const progress = progressOf(this.states.get(step.id)!, watched.has(step.id));
      const coat = coatOf(step);
      const told = this.told.get(coat) ?? new Map<number, string>();
      for (const [copy, word] of progress) told.set(copy, word);
      this.told.set(coat, told);
      if (!isUniform(progress) || this.isFixOfSome(step)) uneven.add(coat);
      const copies = [...progress].flatMap(([copy, word]) => (word === 'failed' ? [copy] : []));
      if (copies.length) {
        this.failing.set(step.id, { step, copies });
        uneven.add(coat);
      }
    }
    const copies = new Set(all.flatMap((step) => step.copies ?? []));
    for (const copy of copies)
      this.lotOf.set(copy, [...uneven].map((coat) => this.told.get(coat)!.get(copy) ?? '-').join(' '));
  }

  /** Whether a step mends only some of the copies, and is still open: the others need not wait for it. */
  private isFixOfSome(step: Step): boolean {
    return step.kind === 'fix' && !this.stateOf(step).doneAt;
  }

  stateOf({ id }: Step): StepState {
    return this.states.get(id)!;
  }

  get failed(): readonly { readonly step: Step; readonly copies: readonly number[] }[] {
    return [...this.failing.values()];
  }

  isHeldUp(copy: number): boolean {
    return this.failed.some(({ copies }) => copies.includes(copy));
  }

  /** The copies of a step by lot, the first copy first; one lot where it need not be parted. */
  private partsOf(step: Step): readonly (readonly number[])[] {
    const { copies } = step;
    if (!copies) return [];
    const lots = new Map<string, number[]>();
    for (const copy of copies) {
      const lot = this.lotOf.get(copy)!;
      lots.set(lot, [...(lots.get(lot) ?? []), copy]);
    }
    const isDoneAlike = this.stateOf(step).doneAt !== null && isUniform(this.progressIn(step));
    return lots.size < 2 || isDoneAlike || this.stateOf(step).startedAt ? [copies] : [...lots.values()];
  }

  private progressIn(step: Step): ReadonlyMap<number, string> {
    const told = this.told.get(coatOf(step))!;
    return new Map(step.copies!.map((copy) => [copy, told.get(copy)!]));
  }

  /** The steps, parted, without those that nothing goes on with, and what each became. */
  parted(): Step[] {
    const parts = new Map<string, readonly Step[]>();
    for (const step of this.all) {
      const own = this.partsOf(step);
      const total = step.copies?.length ?? 0;
      parts.set(
        step.id,
        own.length < 2
          ? [step]
          : own.map((copies) => ({
              ...onCopies(step, copies),
              id: `${step.id}@${copies[0]}`,
              label: `${step.label} (${copies.length} of ${total}: ${copiesWords(copies)})`,
            })),
      );
    }
    const goesOn = (step: Step) =>
      !step.copies || this.doneAt(step) !== null || step.copies.some((copy) => !this.isHeldUp(copy));
    const led = (from: string, to: Step): readonly string[] => {
      const own = (parts.get(from) ?? []).filter(goesOn);
      const isParted = (parts.get(from)?.length ?? 0) > 1 || own.some(({ kind }) => kind === 'fix');
      const shared =
        isParted && to.copies
          ? own.filter(({ copies }) => copies?.some((one) => to.copies!.includes(one)) ?? true)
          : own;
      return shared.map(({ id }) => id);
    };
    return [...parts.values()].flat().flatMap((step): Step[] => {
      if (!goesOn(step)) return [];
      return [
        {
          ...step,
          after: [...new Set(step.after.flatMap((id) => led(id, step)))],
          lags: step.lags.flatMap((lag) => led(lag.from, step).map((from) => ({ ...lag, from }))),
          keeps: step.keeps.flatMap((keep) => led(keep.from, step).map((from) => ({ ...keep, from }))),
        },
      ];
    });
  }

  /** The step that a part was made from. */
  private origin({ id }: Step): Step {
    const [whole = id] = id.split('@');
    return this.all.find((step) => step.id === whole)!;
  }

  /** When the copies of a step, or of a part of one, were done; null while one is open. */
  doneAt(step: Step): string | null {
    const state = this.stateOf(this.origin(step));
    if (!step.copies) return state.doneAt;
    const instants = step.copies.map((copy) => state.byCopy.get(copy)?.doneAt ?? null);
    if (instants.some((at) => at === null)) return null;
    return instants.reduce((last, at) => (Date.parse(at!) > Date.parse(last!) ? at : last), instants[0] ?? null);
  }

  runningSince(step: Step): string | null {
    return this.doneAt(step) ? null : this.stateOf(this.origin(step)).startedAt;
  }

  /** The newest look at any of the copies of a step since it was done. */
  lookAt(step: Step, doneAt: string): Look | null {
    const { byCopy } = this.stateOf(this.origin(step));
    const looks = (step.copies ?? [0]).flatMap((copy) => byCopy.get(copy)?.looks ?? []);
    return looks
      .filter(({ at }) => Date.parse(at) >= Date.parse(doneAt))
      .reduce<Look | null>(
        (newest, look) => (newest && Date.parse(newest.at) > Date.parse(look.at) ? newest : look),
        null,
      );
  }
}

/** Stages that a fingertip can tell. */
const FELT: readonly Lag['stage'][] = ['touch', 'recoat'];

/** A wait with what was felt of the coat: longer where it is still wet; over, for what a fingertip can tell, where it is dry. */
const felt = (lag: Lag, look: Look, doneAt: string, { bench }: Catalogue): Lag => {
  if (lag.productId === '') return lag;
  const passed = (Date.parse(look.at) - Date.parse(doneAt)) / MS_PER_MINUTE;
  const { time } = lag;
  if (look.found === 'wet' || look.found === 'tacky') {
    const again = Math.ceil(passed + (time.typical * bench.coatRecheck.typical) / 100);
    return again <= time.high
      ? lag
      : { ...lag, felt: 'notYet', time: { ...time, low: again, typical: again, high: again, basis: 'your-trial' } };
  }
  // sooner than its shortest figure nothing is dry: what was felt then was a skin
  if (look.found !== 'dry' || !FELT.includes(lag.stage) || passed < time.low || passed >= time.high) return lag;
  const over = Math.ceil(passed);
  return { ...lag, felt: 'dry', time: { ...time, low: over, typical: over, high: over, basis: 'your-trial' } };
};

const heldUpProblem = (piece: Piece, step: Step, copies: readonly number[], catalogue: Catalogue): Problem => {
  const part = piece.parts.find(({ id }) => id === step.partId);
  const attacks = part && catalogueFor(part, catalogue).productById.get(step.coatOf ?? '')?.attacks;
  return {
    code: 'copy-failed',
    given: `“${step.label}” failed on ${piece.quantity === 1 ? piece.name : `${piece.name} ${copiesWords(copies)}`}.`,
    allowed: 'nothing goes on with what failed until it is mended.',
    // it may still lie there
    todo: `${attacks ? `${SAFE_WORDS[attacks]} Then mend` : 'Mend'} it and say so, or do the step again; or give it up.`.replace(
      /^ /,
      '',
    ),
  };
};

const givenUpProblem = ({ name }: Piece): Problem => ({
  code: 'given-up',
  given: `${name}: all of it was given up.`,
  allowed: 'a plan for what is still being made.',
  todo: 'Take that mark back; or delete the piece.',
});

/**
 * Steps as what happened leaves them. Copies that are not equally far have steps of their own from there on; what failed goes on once it is
 * mended; what was given up is left out; what was felt of a coat goes before its figure.
 *
 * @param all steps of a piece, as `stepsOf` gives them
 */
export const stepsNow = (all: readonly Step[], piece: Piece, facts: Facts, catalogue: Catalogue): StepsNow => {
  const kept = withFixes(all, piece, facts).flatMap((step): Step[] => {
    const copies = step.copies?.filter((copy) => !isScrapped(facts, piece.id, copy));
    if (!copies) return [step];
    return copies.length ? [onCopies(step, copies)] : [];
  });
  const isGivenUp = all.some(({ copies }) => copies) && !kept.some(({ copies }) => copies);
  const lots = new Lots(kept, facts, piece);
  const done: Record<string, string> = {};
  const running: Record<string, string> = {};
  const steps = lots.parted();
  for (const step of steps) {
    const doneAt = lots.doneAt(step);
    const since = lots.runningSince(step);
    if (doneAt) done[step.id] = doneAt;
    else if (since) running[step.id] = since;
  }
  const copies = [...new Set(kept.flatMap((step) => step.copies ?? []))];
  const heldUp = lots.failed
    .filter(({ step }) => !step.gate)
    .map((one) => heldUpProblem(piece, one.step, one.copies, catalogue));
  return {
    steps: steps.map((step) => ({
      ...step,
      lags: step.lags.map((lag) => {
        const before = steps.find(({ id }) => id === lag.from);
        const look = before && done[before.id] ? lots.lookAt(before, done[before.id]!) : null;
        return look ? felt(lag, look, done[before!.id]!, catalogue) : lag;
      }),
    })),
    done,
    running,
    heldUp: isGivenUp ? [givenUpProblem(piece)] : heldUp,
    isHeldUp: isGivenUp || (copies.length > 0 && copies.every((copy) => lots.isHeldUp(copy))),
    failedTry: kept.find((step) => step.gate !== null && lots.stateOf(step).failedAt !== null) ?? null,
  };
};
