import { useIntersection } from '@mantine/hooks';
import { Fragment } from 'react';
import { Link } from 'react-router';
import type { Course } from '../../ui/sentence.ts';
import type { PieceModel } from './usePieceModel.ts';

interface Props {
  readonly model: PieceModel;
  readonly open: Course | undefined;
  /** Words that a change has replaced and nobody has looked at yet. */
  readonly former: ReadonlyMap<Course, string>;
}

const Clauses = ({ model, open, former, isCopy = false }: Props & { isCopy?: boolean }) =>
  model.clauses.map(({ course, words, aside, isOpen }, index) => (
    <Fragment key={course}>
      {index > 0 && (
        <span className="sg-arrow" aria-hidden>
          {' → '}
        </span>
      )}
      <Link
        to={`/pieces/${model.piece.id}/${course}`}
        className={`sg-clause${isOpen ? ' is-question' : ''}${open === course ? ' is-here' : ''}`}
        aria-current={open === course ? 'step' : undefined}
        {...(isCopy ? { tabIndex: -1 } : {})}
      >
        {former.has(course) && !isCopy && (
          <>
            <s>{former.get(course)}</s>{' '}
          </>
        )}
        {words}
        {aside && `, ${aside}`}
      </Link>
    </Fragment>
  ));

/** The whole decision in one sentence: each clause leads to its course. Scrolled away, it stands in one line at the top. */
export const Sentence = (props: Props) => {
  const { ref, entry } = useIntersection({ threshold: 0 });
  const isGone = entry !== null && !entry.isIntersecting && entry.boundingClientRect.top < 0;
  return (
    <>
      <h1 className="sg-sentence" ref={ref}>
        <Clauses {...props} />
      </h1>
      {isGone && (
        <div className="sg-sentence-short" aria-hidden>
          <p>
            <Clauses {...props} isCopy />
          </p>
        </div>
      )}
    </>
  );
};
