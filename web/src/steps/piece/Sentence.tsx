import { useIntersection } from '@mantine/hooks';
import { ActionIcon, Button } from '@mantine/core';
import { IconArrowLeft, IconArrowRight } from '@tabler/icons-react';
import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { useIsNarrow } from '../../ui/narrow.ts';
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
        <>
          {' '}
          <span className="sg-arrow" role="img" aria-label="then">
            →
          </span>{' '}
        </>
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

/** On a phone the clause of the open course alone, between arrows that lead to those beside it; the whole opens. */
const Folded = (props: Props) => {
  const { model, open } = props;
  const [isWhole, setWhole] = useState(false);
  const at = model.clauses.findIndex(({ course }) => course === open);
  if (isWhole || at < 0)
    return (
      <>
        <h1 className="sg-sentence">
          <Clauses {...props} />
        </h1>
        {at >= 0 && (
          <Button variant="subtle" className="sg-fold" onClick={() => setWhole(false)}>
            Only this part
          </Button>
        )}
      </>
    );
  const [before, here, after] = [model.clauses[at - 1], model.clauses[at]!, model.clauses[at + 1]];
  const beside = (clause: typeof before, label: string, Icon: typeof IconArrowLeft) =>
    clause ? (
      <ActionIcon
        component={Link}
        to={`/pieces/${model.piece.id}/${clause.course}`}
        aria-label={`${label}: ${clause.words}`}
      >
        <Icon size={22} stroke={1.8} aria-hidden />
      </ActionIcon>
    ) : (
      <span />
    );
  return (
    <>
      <div className="sg-folded">
        {beside(before, 'Before it', IconArrowLeft)}
        <h1 className="sg-sentence">
          <span className={`sg-clause is-here${here.isOpen ? ' is-question' : ''}`}>
            {here.words}
            {here.aside && `, ${here.aside}`}
          </span>
        </h1>
        {beside(after, 'After it', IconArrowRight)}
      </div>
      <Button variant="subtle" className="sg-fold" onClick={() => setWhole(true)}>
        The whole sentence
      </Button>
    </>
  );
};

/** The whole decision in one sentence: each clause leads to its course. Scrolled away, it stands in one line at the top. */
export const Sentence = (props: Props) => (useIsNarrow() ? <Folded {...props} /> : <Whole {...props} />);

const Whole = (props: Props) => {
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
