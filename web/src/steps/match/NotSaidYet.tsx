import { Button } from '@mantine/core';
import { sayFact, type Ask } from '@sgraffa/core';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** The two or three facts that would change the answer most, each answered with one press. */
export const NotSaidYet = ({ asks, model }: { asks: readonly Ask[]; model: PieceModel }) =>
  asks.length === 0 ? null : (
    <section className="sg-asks" aria-label="Not said yet">
      <h3>Not said yet</h3>
      {asks.map(({ field, asks: question, answers }) => (
        <div key={field} className="sg-ask" role="group" aria-label={question}>
          <span>{question}</span>
          {answers.map(({ value, label }) => (
            <Button
              key={label}
              variant="outline"
              size="compact-md"
              onClick={() => model.takeBrief(sayFact(model.brief, field, value), `saying: ${label}`)}
            >
              {label}
            </Button>
          ))}
        </div>
      ))}
    </section>
  );
