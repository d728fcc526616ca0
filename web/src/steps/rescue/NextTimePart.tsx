import { Button } from '@mantine/core';
import { Link } from 'react-router';
import {
  offersFor,
  repeatedCauses,
  rescueBook,
  schoolsSchema,
  type Diagnosis,
  type Offer,
  type Piece,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges } from '../../store/bench.ts';
import type { RescueModel } from './useRescue.ts';

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];
const nth = (count: number): string => ORDINALS[count] ?? `${count}th`;

const OfferLine = ({ offer, piece }: { offer: Offer; piece: Piece }) => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const { changePiece, changeSettings } = useChanges();
  const kept = bench?.pieces.find(({ id }) => id === piece.id);
  const does = () => {
    switch (offer.kind) {
      case 'step':
        return (
          kept && (
            <Button
              variant="outline"
              size="sm"
              onClick={() =>
                changePiece(
                  kept,
                  (value) => ({
                    ...value,
                    extraSteps: [...value.extraSteps, { ...offer.step, id: `s${crypto.randomUUID().slice(0, 8)}` }],
                  }),
                  `the step “${offer.step.name}”`,
                )
              }
            >
              As a step of this piece
            </Button>
          )
        );
      case 'school':
        return (
          bench && (
            <Button
              variant="outline"
              size="sm"
              onClick={() =>
                changeSettings(
                  bench.settings,
                  (settings) => ({
                    ...settings,
                    schools: schoolsSchema.parse({ ...settings.schools, ...offer.school }),
                  }),
                  'the way of your workshop',
                )
              }
            >
              So in my workshop from now on
            </Button>
          )
        );
      case 'figure':
        return (
          <Link to={`/handbook/${offer.productId}`}>
            A figure of your own for {catalogue.productById.get(offer.productId)?.name ?? 'it'}
          </Link>
        );
      case 'product':
        return <Link to={`/pieces/${piece.id}/match`}>Another product for the copies still to be made</Link>;
    }
  };
  return (
    <li className="sg-offer">
      <span>{offer.words}</span> {does()}
    </li>
  );
};

/** What would have prevented it, offered as a change, and how often it has happened. */
export const NextTimePart = ({
  model,
  piece,
  diagnosis,
}: {
  model: RescueModel;
  piece: Piece;
  diagnosis: Diagnosis;
}) => {
  const catalogue = useCatalogue();
  const cause = diagnosis.ranked[0];
  if (!cause) return null;
  const { settings, events, pieces, step } = model;
  const before = repeatedCauses(events, pieces).filter(({ causeId }) => causeId === cause.cause);
  const offers = offersFor(cause.cause, piece, settings.schools, step?.operationIds.at(-1) ?? null);
  const said = offers.map(({ words }) => words);
  const others = cause.prevent.flatMap((id) => rescueBook().preventById.get(id)?.words ?? []);
  const count = before.reduce((sum, one) => sum + one.count, 0);
  return (
    <section className="sg-rule" aria-label="Next time">
      <h2>Next time</h2>
      {count > 0 && (
        <p>
          <strong>
            The {nth(count + 1)} of this kind on your bench, with{' '}
            {before.map(({ productId }) => catalogue.productById.get(productId)?.name ?? productId).join(', ')}.
          </strong>{' '}
          The bench warns of it before the step.
        </p>
      )}
      <ul className="sg-plain-list">
        {offers.map((offer) => (
          <OfferLine key={offer.words} offer={offer} piece={piece} />
        ))}
        {others
          .filter((words) => !said.includes(words))
          .map((words) => (
            <li key={words}>{words} That is so already.</li>
          ))}
      </ul>
    </section>
  );
};
