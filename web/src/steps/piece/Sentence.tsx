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

/** The whole decision in one sentence: each clause leads to its course. */
export const Sentence = ({ model, open, former }: Props) => (
  <h1 className="sg-sentence">
    {model.clauses.map(({ course, words, isOpen }, index) => (
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
        >
          {former.has(course) && (
            <>
              <s>{former.get(course)}</s>{' '}
            </>
          )}
          {words}
        </Link>
      </Fragment>
    ))}
  </h1>
);
