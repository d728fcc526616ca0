import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import {
  catalogueFor,
  isWork,
  offeredStep,
  readyWith,
  sessionOf,
  stateOfStep,
  type BenchEvent,
  type Catalogue,
  type Piece,
  type Plan,
  type Product,
  type SessionStep,
  type Settings,
  type Step,
  type StepState,
  type Timer,
} from '@sgraffa/core';
import { useBench, useCatalogue } from '../../store/bench.ts';
import { factsOf } from '../../store/facts.ts';
import { useBenchNow, useTimers } from '../../timers/useTimers.ts';
import { useChance, usePlannedWeek } from '../../workers/planClient.ts';

/** The step that fills the screen, with all that it needs. */
export interface OpenStep {
  readonly session: SessionStep;
  readonly piece: Piece;
  readonly step: Step;
  readonly steps: readonly Step[];
  readonly plan: Plan;
  readonly state: StepState;
  readonly product: Product | undefined;
  readonly catalogue: Catalogue;
  readonly timers: readonly Timer[];
  readonly settings: Settings;
  readonly zone: string;
  /** By when it is said to be ready, where it is being begun. */
  readonly said: { readonly readyBy: string; readonly share: number } | null;
}

export interface BenchModel {
  readonly open: OpenStep | null;
  readonly session: readonly SessionStep[];
  readonly pieces: ReadonlyMap<string, Piece>;
  readonly events: readonly BenchEvent[];
  readonly isPlanning: boolean;
  readonly choose: (session: SessionStep | null) => void;
  /** Goes on to what is offered besides the open step. */
  readonly next: () => void;
}

/** The step that an address names: "piece/step". */
const AT = 'at';
export const addressOf = ({ pieceId, step }: SessionStep): string => `${pieceId}/${step.id}`;

/** How surely a piece is said to be ready by a date when it is begun. */
const SAID_SHARE = 0.8;

const MINUTE_MS = 60_000;

/** What the bench shows: the plan's order over all pieces, and the step that is open. */
export const useBenchModel = (pieceId: string | null): BenchModel | null => {
  const bench = useBench();
  const all = useCatalogue();
  const { answer, isPlanning, asked } = usePlannedWeek();
  const timers = useTimers();
  const second = useBenchNow();
  const [search, setSearch] = useSearchParams();
  // what is offered follows the minute, and every event
  const now = new Date(Math.floor(second / MINUTE_MS) * MINUTE_MS).toISOString();
  const week = answer?.ok ? answer.week : null;
  // only once the plan is found: the dates come first
  const chance = useChance(asked, isPlanning ? null : week).data;
  const events = bench?.events;
  const session = useMemo(() => (week && events ? sessionOf(week, factsOf(events), now) : []), [week, events, now]);
  const pieces = useMemo(() => new Map(bench?.pieces.map(({ id, value }) => [id, value] as const)), [bench]);
  if (!bench || !answer) return null;
  const at = search.get(AT);
  const named = at === null ? undefined : session.find((one) => addressOf(one) === at);
  // what is due is due to the second
  const instant = new Date(second).toISOString();
  const offered = named ?? offeredStep(session, timers, instant, pieceId);
  const piece = offered && pieces.get(offered.pieceId);
  const plan = offered && week?.plans[offered.pieceId];
  const part = piece?.parts.find(({ id }) => id === offered?.step.partId);
  const catalogue = part ? catalogueFor(part, all) : all;
  const productId = offered && productOf(offered.step, part);
  const saidOf = (id: string): OpenStep['said'] => {
    const readyBy = chance && readyWith(chance.byPiece[id] ?? [], SAID_SHARE);
    const isBegun = bench.events.some((event) => event.pieceId === id && isWork(event));
    return readyBy && !isBegun ? { readyBy, share: SAID_SHARE } : null;
  };
  const choose = (one: SessionStep | null): void =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (one) next.set(AT, addressOf(one));
        else next.delete(AT);
        return next;
      },
      { replace: true },
    );
  return {
    open:
      offered && piece && plan
        ? {
            session: offered,
            piece,
            step: offered.step,
            steps: week.steps[offered.pieceId] ?? [],
            plan,
            state: stateOfStep(factsOf(bench.events), piece.id, offered.step),
            product: productId ? catalogue.productById.get(productId) : undefined,
            catalogue,
            timers: timers.filter((timer) => timer.pieceId === piece.id && timer.thenId === offered.step.id),
            settings: bench.settings.value,
            zone: bench.settings.value.zone,
            said: saidOf(piece.id),
          }
        : null,
    session,
    pieces,
    events: bench.events,
    isPlanning,
    choose,
    next: () => {
      const others = session.filter((one) => one !== offered);
      const started = offered ? session.indexOf(offered) : -1;
      // round and round: what comes after it in the order, where nothing else is due or in hand
      const after = [...session.slice(started + 1), ...session.slice(0, Math.max(0, started))];
      const best = offeredStep(others, timers, instant, pieceId);
      choose(best?.when === 'running' ? best : (after[0] ?? null));
    },
  };
};

/** The product that a step lays, if it lays one. */
const productOf = (step: Step, part: Piece['parts'][number] | undefined): string | null => {
  if (step.coatOf) return step.coatOf;
  const laid = part?.stack?.operations.find((one) => one.op === 'apply' && step.operationIds.includes(one.id));
  return laid?.op === 'apply' ? laid.productId : null;
};
