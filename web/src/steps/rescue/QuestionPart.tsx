import { Button } from '@mantine/core';
import { rescueBook, type Answer, type Diagnosis } from '@sgraffa/core';
import { QuestionPicture } from './QuestionPicture.tsx';
import type { RescueModel } from './useRescue.ts';

const ANSWERS: readonly (readonly [Answer, string])[] = [
  ['yes', 'Yes'],
  ['no', 'No'],
  ['unknown', 'I can’t tell'],
];
const ANSWER_WORDS = Object.fromEntries(ANSWERS) as Readonly<Record<Answer, string>>;

/** One question, the one that tells most; and what was answered before, to be taken back. */
export const QuestionPart = ({ model, diagnosis: { ask, odd } }: { model: RescueModel; diagnosis: Diagnosis }) => {
  const { asked, change } = model;
  const given = Object.entries(asked.answers);
  const say = (id: string, answer: Answer | null) =>
    change((search) => {
      const kept = search.getAll('a').filter((pair) => !pair.startsWith(`${id}:`));
      search.delete('a');
      for (const pair of kept) search.append('a', pair);
      if (answer) search.append('a', `${id}:${answer}`);
    });
  return (
    <>
      {ask && (
        <section className="sg-question" aria-label="One question">
          <div className="sg-question-looks">
            <QuestionPicture id={ask.id} />
            <div>
              <h2>{ask.words}</h2>
              <p className="sg-quiet">{ask.looks}</p>
            </div>
          </div>
          <div className="sg-buttons">
            {ANSWERS.map(([answer, words]) => (
              <Button
                key={answer}
                size="xl"
                variant={answer === 'unknown' ? 'outline' : 'filled'}
                onClick={() => say(ask.id, answer)}
              >
                {words}
              </Button>
            ))}
          </div>
        </section>
      )}
      {given.length > 0 && (
        <ul className="sg-plain-list sg-answered" aria-label="Answered">
          {given.map(([id, answer]) => (
            <li key={id}>
              {rescueBook().questionById.get(id)?.words ?? id} <strong>{ANSWER_WORDS[answer]}</strong>{' '}
              <button type="button" className="sg-where" onClick={() => say(id, null)}>
                take back
              </button>
            </li>
          ))}
        </ul>
      )}
      {odd.map((words) => (
        <p key={words} role="note" className="sg-sign is-caution">
          {words}
        </p>
      ))}
    </>
  );
};
