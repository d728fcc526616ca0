import { useHotkeys } from '@mantine/hooks';
import { useState } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { isSameStack, type Stack } from '@sgraffa/core';
import { COURSES, type Course } from '../../ui/sentence.ts';
import { day } from '../../ui/dates.ts';
import { useIsNarrow } from '../../ui/narrow.ts';
import { SectionPanel } from './SectionPanel.tsx';
import { Sentence } from './Sentence.tsx';
import { usePieceModel, type PieceModel, type PieceOutlet } from './usePieceModel.ts';
import './piece.css';

/** Words of each clause as they were last seen, so that a change shows what it replaced. */
const useFormerWords = (model: PieceModel, open: Course | undefined): ReadonlyMap<Course, string> => {
  const [seen, setSeen] = useState<ReadonlyMap<Course, string>>(new Map());
  const former = new Map<Course, string>();
  const now = new Map(seen);
  for (const { course, words, isOpen } of model.clauses) {
    // a plan that is still being looked for is nobody's change
    if ((course === 'plan' && model.isPlanning) || (course === 'amounts' && !model.amounts)) continue;
    const last = seen.get(course);
    // a question was no answer yet: its first answer replaces nothing
    if (last === undefined ? !isOpen : course === open) now.set(course, words);
    else if (last !== undefined && last !== words) former.set(course, last);
  }
  if ([...now].some(([course, words]) => seen.get(course) !== words)) setSeen(now);
  return former;
};

/** The stack that stood before the answer turned into another one. */
const useFormerStack = (stack: Stack | null, pieceId: string): Stack | null => {
  const [held, setHeld] = useState<{ pieceId: string; now: Stack | null; former: Stack | null }>({
    pieceId,
    now: stack,
    former: null,
  });
  if (held.pieceId !== pieceId) setHeld({ pieceId, now: stack, former: null });
  else if (!isSameStack(held.now, stack)) {
    const isOther =
      held.now !== null &&
      held.now.methodId + JSON.stringify(held.now.operations.map(({ id }) => id)) !==
        (stack ? stack.methodId + JSON.stringify(stack.operations.map(({ id }) => id)) : '');
    setHeld({ pieceId, now: stack, former: isOther ? held.now : held.former });
  }
  return held.former;
};

const PieceFrame = ({ model }: { model: PieceModel }) => {
  const { piece, settings, now, part } = model;
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const open = COURSES.find((course) => pathname.endsWith(`/${course}`));
  const [pinned, pin] = useState<string | null>(null);
  const former = useFormerWords(model, open);
  const formerStack = useFormerStack(part.stack, piece.id);
  useHotkeys(COURSES.map((course, index) => [String(index + 1), () => void navigate(`/pieces/${piece.id}/${course}`)]));
  const isNarrow = useIsNarrow();
  const section = <SectionPanel model={model} pinned={pinned} pin={pin} course={open} />;
  const outlet: PieceOutlet = { model, pinned, pin, formerStack };
  return (
    <div className={open === 'artwork' ? 'sg-piece is-wide' : 'sg-piece'}>
      <div className="sg-work">
        <p className="sg-over">
          <Link to={`/pieces/${piece.id}/surface`}>{piece.name}</Link>
          {piece.quantity > 1 && ` · ${piece.quantity} alike`}
          {piece.due && ` · due ${day(piece.due, settings.zone, now)}`}
        </p>
        <Sentence model={model} open={open} former={former} />
        <Outlet context={outlet} />
      </div>
      {/* the artwork has its picture, and the section as a leaf beside its figures */}
      {open !== 'artwork' && (
        <aside className="sg-panel" aria-label="Section of the piece">
          {isNarrow ? (
            <details className="sg-section-strip">
              <summary>Section</summary>
              {section}
            </details>
          ) : (
            section
          )}
        </aside>
      )}
    </div>
  );
};

/** One piece: its sentence, the open course, and the section beside it. */
export const PiecePage = () => {
  const { pieceId = '' } = useParams();
  const model = usePieceModel(pieceId);
  if (model === 'loading') return <p className="sg-page sg-quiet">Opening…</p>;
  if (model === 'missing')
    return (
      <section className="sg-page">
        <h1>This piece is not here</h1>
        <p>It may have been deleted; undo brings it back.</p>
        <Link to="/pieces">All pieces</Link>
      </section>
    );
  return <PieceFrame key={pieceId} model={model} />;
};
