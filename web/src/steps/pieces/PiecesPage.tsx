import { memo, useDeferredValue, useMemo, useState } from 'react';
import { ActionIcon, Button } from '@mantine/core';
import { useIntersection } from '@mantine/hooks';
import { IconTrash } from '@tabler/icons-react';
import { Link } from 'react-router';
import type { AmountLine, Catalogue, Condition, Piece, Plan, Settings, StackVerdict } from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow } from '../../store/bench.ts';
import type { Bench } from '../../store/workspaceStore.ts';
import { Section } from '../../ui/section/Section.tsx';
import { sectionModel } from '../../ui/section/sectionModel.ts';
import { useIsQuiet } from '../../ui/quiet.ts';
import { sentenceOf } from '../../ui/sentence.ts';
import { limitsOf } from '../../ui/workedOut.ts';
import { useAmounts } from '../../workers/amountsClient.ts';
import { briefOf, judgingOf, useJudged, type Judging } from '../../workers/matchClient.ts';
import { usePlannedWeek } from '../../workers/planClient.ts';
import { BadRows } from './BadRows.tsx';
import './pieces.css';

/** The sentence of a piece without asking Match again: from what is kept. */
const shortSentence = (
  piece: Piece,
  plan: Plan | null,
  verdict: StackVerdict | null,
  onlyIf: readonly Condition[],
  amounts: readonly AmountLine[] | undefined,
  isPlanning: boolean,
  settings: Settings,
  now: string,
  all: Catalogue,
): string => {
  const { stack } = piece.parts[0]!;
  const limits = limitsOf(piece, plan, settings, all);
  return sentenceOf({
    piece,
    catalogue: all,
    settings,
    stack,
    isRefused: false,
    verdict,
    onlyIf,
    amounts,
    plan,
    isPlanning,
    limits,
    now,
  })
    .map(({ words, aside }) => (aside ? `${words}, ${aside}` : words))
    .join(' → ');
};

/** How far below the screen rows are worked out already. */
const AHEAD = { rootMargin: '600px' };

interface Worked {
  readonly piece: Piece;
  readonly plan: Plan | null;
  readonly verdict: StackVerdict | null;
  readonly amounts: readonly AmountLine[] | undefined;
  readonly isPlanning: boolean;
  readonly judging: Judging;
  readonly bench: Bench;
  readonly now: string;
}

const Name = ({ piece }: { piece: Piece }) => (
  <>
    <strong>{piece.name}</strong>
    {piece.quantity > 1 && <span className="sg-quiet"> · {piece.quantity} alike</span>}
  </>
);

/** The small section of a piece beside its name and its sentence. */
const WorkedOut = memo(({ piece, plan, verdict, amounts, isPlanning, judging, bench, now }: Worked) => {
  const all = useCatalogue();
  const part = piece.parts[0]!;
  const { settings, shelf } = bench;
  const brief = useMemo(() => briefOf(piece, { settings, shelf }, now, all), [piece, settings, shelf, now, all]);
  const judged = useJudged(part.stack, brief, judging);
  const onlyIf = judged.data?.candidate?.onlyIf ?? [];
  const model = useMemo(() => sectionModel({ part, catalogue: all }), [part, all]);
  return (
    <>
      <span className="sg-piece-small">{model && <Section model={model} small />}</span>
      <span>
        <Name piece={piece} />
        <span className="sg-short">
          {shortSentence(piece, plan, verdict, onlyIf, amounts, isPlanning, settings.value, now, all)}
        </span>
      </span>
    </>
  );
});

/** A piece by its name; worked out once it is near the screen, and not on the first picture of the page: the names come first. */
const Row = ({ worked }: { worked: Worked }) => {
  const { piece } = worked;
  const { deletePiece } = useChanges();
  const { ref, entry } = useIntersection<HTMLLIElement>(AHEAD);
  const [wasNear, setNear] = useState(false);
  if (entry?.isIntersecting && !wasNear) setNear(true);
  // row by row, between which the page hears what is pressed
  const isOpen = useDeferredValue(useIsQuiet() && wasNear);
  return (
    <li className="sg-piece-row" ref={ref}>
      <Link to={`/pieces/${piece.id}/match`} className="sg-piece-link">
        {isOpen ? (
          <WorkedOut {...worked} />
        ) : (
          <>
            <span className="sg-piece-small" />
            <span>
              <Name piece={piece} />
              <span className="sg-short" />
            </span>
          </>
        )}
      </Link>
      {isOpen && (
        <ActionIcon aria-label={`Delete ${piece.name}`} onClick={() => void deletePiece(piece.id)}>
          <IconTrash size={20} stroke={1.6} />
        </ActionIcon>
      )}
    </li>
  );
};

/** What a piece goes through, for whoever has none yet. */
const FIRST_PIECE = [
  ['Say what it is', 'In one line: what it is made of, where it lives, how it is cleaned. What was read is shown.'],
  ['Match', 'The layers that stand on it, the best first, each with its reasons; what is not said yet is asked.'],
  ['Artwork', 'Words or a drawing, sized to the clear area and looked over for what it is cut from.'],
  ['Amounts and dates', 'How much of each, what is to be bought, and days that fit your free hours and the weather.'],
  ['Bench', 'One step after the other, with its waits and its cautions. The care card says how it may be washed.'],
] as const;

const FirstPiece = () => (
  <>
    <p className="sg-empty">Nothing is planned yet. Describe a piece in one line and its layers follow.</p>
    <ol className="sg-first-piece">
      {FIRST_PIECE.map(([name, words]) => (
        <li key={name}>
          <strong>{name}.</strong> {words}
        </li>
      ))}
    </ol>
    <Button component={Link} to="/pieces/new" size="lg">
      Describe the first piece
    </Button>
    <p>
      To look around first, <Link to="/settings">lay out the demo pieces</Link> under Settings; they are removed there
      too.
    </p>
  </>
);

/** All pieces, each its sentence beside its small section. */
export const PiecesPage = () => {
  const bench = useBench();
  const now = useNow();
  const { answer, isPlanning } = usePlannedWeek();
  const { answer: amounts } = useAmounts();
  const week = answer?.ok ? answer.week : null;
  const judging = useMemo(() => (bench ? judgingOf(bench) : null), [bench]);
  if (!bench || !judging) return <p className="sg-page sg-quiet">Opening…</p>;
  const pieces = [...bench.pieces].sort((left, right) => (left.value.name < right.value.name ? -1 : 1));
  return (
    <section className="sg-page">
      <header className="sg-head">
        <h1>Pieces</h1>
        <Button component={Link} to="/pieces/new">
          New piece
        </Button>
      </header>
      <BadRows bad={bench.bad} />
      {pieces.length === 0 ? (
        <FirstPiece />
      ) : (
        <ul className="sg-plain-list">
          {pieces.map(({ id, value }) => (
            <Row
              key={id}
              worked={{
                piece: value,
                plan: week?.plans[id] ?? null,
                verdict: week?.verdicts[id] ?? null,
                amounts: amounts?.byPiece[id],
                isPlanning,
                judging,
                bench,
                now,
              }}
            />
          ))}
        </ul>
      )}
    </section>
  );
};
