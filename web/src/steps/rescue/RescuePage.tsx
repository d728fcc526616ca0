import { Button, Select } from '@mantine/core';
import { Link } from 'react-router';
import { copiesWords, failuresOf, rescueBook, stepWords, type Piece } from '@sgraffa/core';
import { useCatalogue } from '../../store/bench.ts';
import { factsOf } from '../../store/facts.ts';
import { CopiesPick } from '../bench/CopiesPick.tsx';
import { CausesPart } from './CausesPart.tsx';
import { FaultPicture } from './FaultPicture.tsx';
import { faultSection } from './faultSections.ts';
import { NextTimePart } from './NextTimePart.tsx';
import { QuestionPart } from './QuestionPart.tsx';
import { RepairsPart } from './RepairsPart.tsx';
import { rescueAddress } from '../../ui/rescueAddress.ts';
import { useRescue, type RescueModel } from './useRescue.ts';
import './rescue.css';

/** What failed and waits: the shortest way in. */
const HeldUp = ({ model }: { model: RescueModel }) => {
  const catalogue = useCatalogue();
  const facts = factsOf(model.events);
  const failures = model.pieces.flatMap((piece) =>
    failuresOf(facts, piece.id, piece.quantity).map((failure) => ({ piece, failure })),
  );
  if (!failures.length) return null;
  return (
    <section>
      <h2>Held up</h2>
      <ul className="sg-plain-list">
        {failures.map(({ piece, failure: { event, copies } }) => (
          <li key={event.id} className="sg-rescue-held">
            <span>
              <strong>
                {piece.name}
                {copies ? `, ${copiesWords(copies)}` : ''}
              </strong>
              : {event.symptom ? (catalogue.symptomById.get(event.symptom)?.name ?? event.symptom) : 'it failed'} at{' '}
              {stepWords(piece, event.operationId, event.coat, catalogue, model.events)}. {event.note}
            </span>
            <Button
              component={Link}
              variant="outline"
              to={rescueAddress(piece, { ...event, copies, sees: event.symptom })}
            >
              What is behind it?
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
};

const WhichPart = ({ model }: { model: RescueModel }) => {
  const { pieces, piece, asked, change } = model;
  const all = piece && piece.quantity > 1 ? Array.from({ length: piece.quantity }, (_, index) => index + 1) : [];
  return (
    <div className="sg-rescue-which">
      <Select
        label="On which piece?"
        placeholder="one that is being made"
        data={pieces.map(({ id, name }) => ({ value: id, label: name }))}
        value={asked.pieceId}
        searchable
        onChange={(id) =>
          change((search) => {
            if (id) search.set('piece', id);
            for (const key of ['step', 'copies', 'a']) search.delete(key);
          })
        }
      />
      {piece && all.length > 0 && (
        <CopiesPick
          label="On which copies?"
          copies={all}
          picked={asked.copies}
          onChange={(copies) =>
            change((search) => {
              if (copies.length) search.set('copies', copies.join('.'));
              else search.delete('copies');
            })
          }
        />
      )}
    </div>
  );
};

/** Everything that can be seen, drawn. */
const SeenPart = ({ model }: { model: RescueModel }) => {
  const catalogue = useCatalogue();
  const { asked, change } = model;
  return (
    <section aria-label="What do you see?">
      <h2>What do you see?</h2>
      <ul className="sg-plain-list sg-faults">
        {catalogue.symptoms.map(({ id, name }) => {
          const fault = faultSection(id, catalogue);
          const isSeen = asked.sees === id;
          return (
            <li key={id}>
              <button
                type="button"
                className={isSeen ? 'sg-fault is-seen' : 'sg-fault'}
                aria-pressed={isSeen}
                onClick={() =>
                  change((search) => {
                    search.set('sees', id);
                    search.delete('a');
                  })
                }
              >
                {fault && <FaultPicture fault={fault} />}
                <span>{name}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
};

/** What is seen, on what, and what not to do now: said before anything else. */
const SeenWords = ({ model, piece, sees }: { model: RescueModel; piece: Piece; sees: string }) => {
  const catalogue = useCatalogue();
  const { asked, step, change } = model;
  const fault = faultSection(sees, catalogue);
  const row = rescueBook().symptomById.get(sees);
  return (
    <section className="sg-rescue-seen">
      {fault && <FaultPicture fault={fault} />}
      <div>
        <h2>
          {catalogue.symptomById.get(sees)?.name ?? sees}: {piece.name}
          {asked.copies.length && piece.quantity > 1 ? `, ${copiesWords(asked.copies)} of ${piece.quantity}` : ''}
        </h2>
        <p>
          {row?.looks} {step && <span className="sg-quiet">Seen as of “{step.label}”.</span>}
        </p>
        <div className="sg-do-not" role="note">
          <strong>Not now:</strong> {row?.doNot.join(' ')} Until it is clear, do not rub, wet or warm it.
        </div>
        <Button
          variant="outline"
          size="sm"
          onClick={() =>
            change((search) => {
              search.delete('sees');
              search.delete('a');
            })
          }
        >
          Something else is seen
        </Button>
      </div>
    </section>
  );
};

/** From what is seen to its cause, its repair and the next time. */
export const RescuePage = () => {
  const model = useRescue();
  if (!model) return <p className="sg-page sg-quiet">Being opened…</p>;
  const { piece, asked, diagnosis, input, problems } = model;
  const isSeen = piece !== null && asked.sees !== null && diagnosis !== null;
  return (
    <div className="sg-page sg-rescue">
      <h1>Rescue</h1>
      <p>Is anybody hurt? First aid, at the foot of the rail, comes before the piece.</p>
      {!isSeen && <HeldUp model={model} />}
      {!isSeen && <WhichPart model={model} />}
      {problems.map(({ code, given, todo }) => (
        <p key={code} role="alert" className="sg-late">
          {given} {todo}
        </p>
      ))}
      {asked.pieceId !== null && !piece && <p role="alert">That piece is no longer there: choose another.</p>}
      {!isSeen && <SeenPart model={model} />}
      {!isSeen && asked.sees && !piece && <p>Say first on which piece: its record tells most.</p>}
      {isSeen && input && (
        <>
          <SeenWords model={model} piece={piece} sees={asked.sees} />
          <QuestionPart model={model} diagnosis={diagnosis} />
          <CausesPart diagnosis={diagnosis} />
          <RepairsPart model={model} piece={piece} input={input} diagnosis={diagnosis} />
          <NextTimePart model={model} piece={piece} diagnosis={diagnosis} />
        </>
      )}
    </div>
  );
};
