import { useDeferredValue, useState } from 'react';
import { ActionIcon, Button } from '@mantine/core';
import { useIntersection } from '@mantine/hooks';
import { IconTrash } from '@tabler/icons-react';
import { Link } from 'react-router';
import type { Piece } from '@sgraffa/core';
import { useBench } from '../../store/benchQuery.ts';
import { useFirstNames, type NamedPiece } from '../../store/names.ts';
import { afterFirstPicture, useIsQuiet } from '../../ui/quiet.ts';
import { usePart } from '../../ui/usePart.ts';
import { FirstPiece } from './FirstPiece.tsx';
import { Named } from './Named.tsx';
import type { Work } from './work.ts';
import './pieces.css';

const fetchWork = () => afterFirstPicture(() => import('./PiecesWork.tsx'));

/** How far below the screen rows are worked out already. */
const AHEAD = { rootMargin: '600px' };

interface Listed extends NamedPiece {
  /** The piece as it was read; null while only its name is. */
  readonly piece: Piece | null;
}

/** A piece by its name; worked out once it is near the screen, and not on the first picture of the page: the names come first. */
const Row = ({ listed, work }: { readonly listed: Listed; readonly work: Work | null }) => {
  const { id, name, piece } = listed;
  const { ref, entry } = useIntersection<HTMLLIElement>(AHEAD);
  const [wasNear, setNear] = useState(false);
  if (entry?.isIntersecting && !wasNear) setNear(true);
  // row by row, between which the page hears what is pressed
  const isOpen = useDeferredValue(useIsQuiet() && wasNear && work !== null && piece !== null);
  return (
    <li className="sg-piece-row" ref={ref}>
      <Link to={`/pieces/${id}/match`} className="sg-piece-link">
        {isOpen && work && piece ? work.show(piece) : <Named piece={listed} />}
      </Link>
      {isOpen && work && (
        <ActionIcon aria-label={`Delete ${name}`} onClick={() => work.deletePiece(id)}>
          <IconTrash size={20} stroke={1.6} />
        </ActionIcon>
      )}
    </li>
  );
};

/** What is listed: the pieces of the bench, or until it is open their names as they are kept; undefined until there is either. */
const useListed = (): readonly Listed[] | undefined => {
  const bench = useBench();
  const names = useFirstNames();
  // without a name: a bench that is not open yet may still be laid out
  if (!bench && names.length === 0) return undefined;
  const listed: readonly Listed[] =
    bench?.pieces.map(({ id, value }) => ({ id, name: value.name, quantity: value.quantity, piece: value })) ??
    names.map((named) => ({ ...named, piece: null }));
  return listed.toSorted((left, right) => (left.name < right.name ? -1 : 1));
};

/** All pieces, each its sentence beside its small section. */
export const PiecesPage = () => {
  const listed = useListed();
  const fetched = usePart(fetchWork);
  const [work, setWork] = useState<Work | null>(null);
  return (
    <section className="sg-page">
      {listed ? (
        <>
          <header className="sg-head">
            <h1>Pieces</h1>
            <Button component={Link} to="/pieces/new">
              New piece
            </Button>
          </header>
          {fetched && <fetched.PiecesWork onWork={setWork} />}
          {listed.length === 0 ? (
            <FirstPiece />
          ) : (
            <ul className="sg-plain-list">
              {listed.map((one) => (
                <Row key={one.id} listed={one} work={work} />
              ))}
            </ul>
          )}
        </>
      ) : (
        <p className="sg-quiet">Opening…</p>
      )}
    </section>
  );
};
