import { useEffect, useMemo } from 'react';
import { useOutletContext } from 'react-router';
import {
  isSameStack,
  isWork,
  takenOver,
  withFollowedStack,
  type AmountLine,
  type BenchEvent,
  type Brief,
  type Candidate,
  type CareLimit,
  type Catalogue,
  type Film,
  type Finding,
  type MatchResult,
  type Measured,
  type Part,
  type Piece,
  type Plan,
  type Problem,
  type Settings,
  type Stack,
  type StackVerdict,
  type Step,
  type WeekPlan,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow } from '../../store/bench.ts';
import type { Kept } from '../../store/db.ts';
import { eventsOfSteps, factsOf } from '../../store/facts.ts';
import { changedElsewhere } from '../../store/keeper.ts';
import type { Edit } from '../../store/workspaceStore.ts';
import { sentenceOf, type Clause } from '../../ui/sentence.ts';
import { limitsOf } from '../../ui/workedOut.ts';
import { useAmountsOf } from '../../workers/amountsClient.ts';
import { usePlannedWeek, type PlannedWeek } from '../../workers/planClient.ts';
import { briefOf, judgingOf, useJudged, useMatch, withUnasked, type Judging } from '../../workers/matchClient.ts';

/** Everything that the courses of one piece show, worked out once. */
export interface PieceModel {
  /** The piece with the revision that all of this is about: what follows from it is kept by that one. */
  readonly kept: Kept<Piece>;
  /** Its steps as they were planned; none until the bench has been planned. */
  readonly steps: readonly Step[];
  readonly limits: readonly CareLimit[];
  readonly piece: Piece;
  readonly part: Part;
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  /** Schools, the user's own trials, products and figures: what every answer also depends on. */
  readonly judging: Judging;
  readonly now: string;
  /** The piece's dates on the bench with the others; null where it has none (yet). */
  readonly plan: Plan | null;
  /** What stands against its layers: it goes with them wherever they are shown; null until the bench has been planned. */
  readonly verdict: StackVerdict | null;
  readonly planProblems: readonly Problem[];
  /** Windows after a marked coat that the plan can no longer meet. */
  readonly missed: readonly Problem[];
  /** How much of everything it takes; undefined until it has been reckoned. */
  readonly amounts: readonly AmountLine[] | undefined;
  /** The film that each design is sized for, by design; none of what is not reckoned. */
  readonly films: Readonly<Record<string, Film | null>>;
  /** What was measured of its artworks, by design; undefined until it has been reckoned. */
  readonly measured: Measured | undefined;
  /** Whether the amounts are those of what stands no longer, or not yet. */
  readonly isReckoning: boolean;
  /** What is marked done on it. */
  readonly events: readonly BenchEvent[];
  /** The forecast that the bench was planned by; null: none. */
  readonly forecast: WeekPlan['forecast'];
  readonly isPlanning: boolean;
  readonly brief: Brief;
  readonly match: MatchResult | undefined;
  readonly isJudging: boolean;
  /** Its layers are those of what is kept: Match has answered, and what follows it has followed. */
  readonly isSettled: boolean;
  readonly stack: Stack | null;
  readonly findings: readonly Finding[];
  /** What is wrong with the stack itself, such as a design that it leaves out. */
  readonly stackProblems: readonly Problem[];
  /** The stack as it stands, in the terms of the ranked ones. */
  readonly candidate: Candidate | null;
  readonly clauses: readonly Clause[];
  readonly doneEvents: ReadonlyMap<string, string>;
  readonly changePart: (edit: Edit<Part>, name: string) => void;
  readonly changePiece: (edit: Edit<Piece>, name: string) => void;
  /** Takes over a brief that a way out has changed: the piece's facts and, where it says so, the workshop's. */
  readonly takeBrief: (brief: Brief, name: string) => void;
}

/** A change of the part that is worked on, as one of its piece. */
export const withPart =
  (edit: Edit<Part>): Edit<Piece> =>
  (piece) => ({ ...piece, parts: [edit(piece.parts[0]!), ...piece.parts.slice(1)] });

/** Takes over what was changed in what was shown; what was kept since stays, or is said. */
const over =
  <Value>(shown: Value, changed: Value): Edit<Value> =>
  (kept) => {
    const { value, stays } = takenOver(shown, changed, kept);
    if (stays.length) throw changedElsewhere('This was changed meanwhile.');
    return value;
  };

/** What the plan of the bench says of one piece. */
const datesOf = (
  answer: PlannedWeek['answer'],
  pieceId: string,
): Pick<PieceModel, 'plan' | 'verdict' | 'planProblems' | 'missed' | 'forecast'> & {
  readonly planned: readonly Step[] | undefined;
} => {
  const none = { plan: null, verdict: null, planned: undefined, planProblems: [], missed: [], forecast: null };
  if (!answer) return none;
  if (!answer.ok) return { ...none, planProblems: answer.problems };
  const { plans, steps, verdicts, problems, missed, forecast } = answer.week;
  return {
    plan: plans[pieceId] ?? null,
    verdict: verdicts[pieceId] ?? null,
    planned: steps[pieceId],
    planProblems: problems[pieceId] ?? [],
    missed: missed[pieceId] ?? [],
    forecast,
  };
};

const NO_STEPS: readonly Step[] = [];

export const usePieceModel = (pieceId: string): PieceModel | 'loading' | 'missing' => {
  const bench = useBench();
  const now = useNow();
  const { changePiece: keepChange, changeBoth, settlePiece } = useChanges();
  const all = useCatalogue();
  const kept = bench?.pieces.find(({ id }) => id === pieceId);
  const piece = kept?.value;
  const keptSettings = bench?.settings;
  const shelf = bench?.shelf;
  const settings = keptSettings?.value;
  const part = piece?.parts[0];
  const brief = useMemo(
    () => (piece && keptSettings && shelf ? briefOf(piece, { settings: keptSettings, shelf }, now, all) : null),
    [piece, keptSettings, shelf, now, all],
  );
  const judging = useMemo(() => (bench ? judgingOf(bench, piece) : null), [bench, piece]);
  const matched = useMatch(brief, judging);
  const stack = part?.stack ?? null;
  const judged = useJudged(stack, brief, judging);
  const events = useMemo(() => bench?.events.filter((event) => event.pieceId === pieceId) ?? [], [bench, pieceId]);

  // until the crafter chooses or begins, the best answer is the stack
  const best = matched.data && !matched.isPlaceholderData ? (matched.data.ranked[0]?.stack ?? null) : undefined;
  const followsMatch =
    piece !== undefined && part !== undefined && !part.stackIsOwn && !events.some(isWork) && best !== undefined;
  const isSettled = !followsMatch || isSameStack(best, part.stack);
  useEffect(() => {
    if (isSettled || !kept || best === undefined) return;
    void settlePiece(
      kept,
      withPart((now) => withFollowedStack(now, best)),
    );
  }, [isSettled, kept, best, settlePiece]);

  const reckoned = useAmountsOf(pieceId);
  const { amounts } = reckoned;
  const { answer, isPlanning } = usePlannedWeek();
  const { planned, ...dates } = datesOf(answer, pieceId);
  const { plan, verdict } = dates;
  const limits = useMemo(
    () => (piece && settings ? limitsOf(piece, plan, settings, all) : []),
    [piece, settings, plan, all],
  );

  if (!bench || !settings || !judging) return 'loading';
  if (!kept || !piece || !part || !brief) return 'missing';
  const isRefused = matched.data !== undefined && !matched.isPlaceholderData && matched.data.ranked.length === 0;
  const changePiece = (edit: Edit<Piece>, name: string) => void keepChange(kept, edit, name);
  return {
    kept,
    piece,
    part,
    catalogue: all,
    settings,
    judging,
    now,
    brief,
    match: matched.data,
    isJudging: matched.isFetching,
    isSettled: isSettled && !matched.isFetching,
    stack,
    findings: judged.data?.findings ?? [],
    stackProblems: judged.data?.problems ?? [],
    candidate: judged.data?.candidate ?? null,
    steps: planned ?? NO_STEPS,
    limits,
    ...dates,
    isPlanning,
    ...reckoned,
    events,
    clauses: sentenceOf({
      piece,
      catalogue: all,
      settings,
      stack,
      isRefused,
      verdict,
      onlyIf: judged.data?.candidate?.onlyIf ?? [],
      amounts,
      plan,
      isPlanning,
      limits,
      now,
    }),
    doneEvents: eventsOfSteps(pieceId, planned ?? NO_STEPS, factsOf(bench.events)),
    changePiece,
    takeBrief: (changed, name) => {
      // the stack stays until Match has answered; where it is the crafter's own, for good
      const edit = withPart(over(part, withUnasked(changed.part, part)));
      if (JSON.stringify(changed.workshop) === JSON.stringify(brief.workshop)) changePiece(edit, name);
      else {
        const { stock: _, ...workshop } = changed.workshop;
        const inWorkshop = over(settings.workshop, workshop);
        void changeBoth(kept, edit, bench.settings, (now) => ({ ...now, workshop: inWorkshop(now.workshop) }), name);
      }
    },
    changePart: (edit, name) => changePiece(withPart(edit), name),
  };
};

/** The model of the piece whose page is open; for the courses inside it. */
export const usePiece = () => useOutletContext<PieceOutlet>();

export interface PieceOutlet {
  readonly model: PieceModel;
  /** The band that is pinned, with its setter. */
  readonly pinned: string | null;
  readonly pin: (operationId: string | null) => void;
  /** The stack that was the answer before the last change, until it has been seen. */
  readonly formerStack: Stack | null;
}
