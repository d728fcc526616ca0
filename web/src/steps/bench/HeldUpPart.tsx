import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { copiesWords, failuresOf, stepWords, type FailedCopies, type Piece } from '@sgraffa/core';
import { useBench, useCatalogue } from '../../store/bench.ts';
import { factsOf } from '../../store/facts.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { rescueAddress } from '../../ui/rescueAddress.ts';
import { useMark } from '../../ui/stepMarks.ts';

/** What failed and has not been mended, over all pieces, with its two ways on. */
export const HeldUpPart = () => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const mark = useMark();
  if (!bench) return null;
  const facts = factsOf(bench.events);
  const failures = bench.pieces.flatMap(({ value }) =>
    failuresOf(facts, value.id, value.quantity).map((failure) => ({ piece: value, failure })),
  );
  if (!failures.length) return null;
  const { zone } = bench.settings.value;
  const answer = (kind: 'mended' | 'scrapped', piece: Piece, { event, copies }: FailedCopies) => {
    const at = benchNow();
    const { id: _, kind: __, symptom, note: ___, pictures: ____, copies: _____, ...about } = event;
    const own = {
      ...about,
      id: `e-${crypto.randomUUID().slice(0, 12)}`,
      at,
      note: '',
      ...(copies ? { copies: [...copies] } : {}),
    };
    void mark(
      [kind === 'mended' ? { ...own, kind } : { ...own, kind, symptom }],
      `${piece.name} ${kind === 'mended' ? 'mended' : 'given up'}`,
      at,
    );
  };
  return (
    <section className="sg-held-up" aria-label="Held up">
      <h2>Held up</h2>
      <ul className="sg-plain-list">
        {failures.map(({ piece, failure }) => (
          <li key={`${failure.event.id}`}>
            <p>
              <strong>
                {piece.name}
                {failure.copies ? `, ${copiesWords(failure.copies)}` : ''}
              </strong>
              :{' '}
              {failure.event.symptom
                ? (catalogue.symptomById.get(failure.event.symptom)?.name ?? failure.event.symptom)
                : 'it failed'}{' '}
              at {stepWords(piece, failure.event.operationId, failure.event.coat, catalogue, bench.events)},{' '}
              {dayAndTime(failure.event.at, zone, new Date().toISOString())}. {failure.event.note}
            </p>
            <Button
              component={Link}
              size="lg"
              to={rescueAddress(piece, {
                ...failure.event,
                copies: failure.copies,
                sees: failure.event.symptom,
              })}
            >
              What is behind it?
            </Button>
            <Button variant="outline" size="lg" onClick={() => answer('mended', piece, failure)}>
              Mended: it goes on
            </Button>
            <Button variant="outline" size="lg" onClick={() => answer('scrapped', piece, failure)}>
              Given up
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
};
