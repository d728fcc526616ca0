import { Select, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import {
  ageWords,
  canName,
  dayOfUse,
  leftWords,
  neededWords,
  rangeWords,
  shelfAt,
  takenWords,
  type AmountLine,
} from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { calendarDay, dateWords, day } from '../../ui/dates.ts';
import { Drop } from '../../ui/Drop.tsx';
import { figureWords } from '../../ui/WhereFrom.tsx';
import { capitalised } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { CupPart } from './CupPart.tsx';
import { FilmPart } from './FilmPart.tsx';
import { LevelPart } from './LevelPart.tsx';
import { MixPart } from './MixPart.tsx';
import { TapePart } from './TapePart.tsx';

/** Where a need comes from: what it is worked out from, layer by layer. */
const Because = ({ line }: { line: AmountLine }) => {
  const [isOpen, setOpen] = useState(false);
  return (
    <Drop
      opened={isOpen}
      onChange={setOpen}
      width={380}
      position="bottom-start"
      isText
      target={
        <UnstyledButton className="sg-where" onClick={() => setOpen(!isOpen)}>
          where from?
        </UnstyledButton>
      }
    >
      {line.needs.map(({ operationId, label, because }) => (
        <div key={operationId}>
          <b>{label}</b>
          <ul>
            {because.map(({ words, figure }) => (
              <li key={words + (figure?.label ?? '')}>
                {words}
                {figure && (
                  <>
                    : {figure.label} {figureWords(figure.figure)}
                  </>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </Drop>
  );
};

/** Which can it is taken from: chosen, or whichever is there. */
const CanSelect = ({ line, model }: { line: AmountLine; model: PieceModel }) => {
  const bench = useBench();
  const { catalogue } = model;
  const cans = bench?.shelf.cans.filter(
    ({ productId, finishedOn }) => productId === line.productId && finishedOn === null,
  );
  if (!cans?.length) return null;
  const ids = new Set(line.needs.map(({ operationId }) => operationId));
  const chosen = line.needs[0]!.canId ?? '';
  return (
    <Select
      label="Taken from"
      data={[
        { value: '', label: 'whichever is there' },
        ...cans.map((can) => ({ value: can.id, label: canName(can, catalogue) })),
      ]}
      value={chosen}
      onChange={(canId) =>
        canId !== null &&
        model.changePart(
          (part) => ({
            ...part,
            cans: [
              ...part.cans.filter(({ operationId }) => !ids.has(operationId)),
              ...(canId ? [...ids].map((operationId) => ({ operationId, canId })) : []),
            ],
          }),
          `what ${line.name} is taken from`,
        )
      }
    />
  );
};

/** Cans of a line's product that want a look: taken and no longer fresh, or too old or unmeasured to be counted on. */
const Doubtful = ({ line, model }: { line: AmountLine; model: PieceModel }) => {
  const bench = useBench();
  const { catalogue, now, piece, settings } = model;
  const { colour } = line;
  const chosen = line.needs[0]?.canId;
  if (!bench) return null;
  const taken = new Set(line.cans.map(({ canId }) => canId));
  const { cans } = shelfAt(
    bench.shelf.cans.filter((can) => can.productId === line.productId || taken.has(can.id)),
    bench.shelf.uses,
    dayOfUse(piece, now),
    catalogue,
  );
  const words = cans.flatMap((one) => {
    const { can, freshness, isEmpty, left } = one;
    if (isEmpty) return [];
    const name = canName(can, catalogue);
    const { arrivesOn } = can;
    if (taken.has(can.id) && arrivesOn !== null) {
      const isLate = line.by !== null && calendarDay(line.by, settings.zone) <= arrivesOn;
      return [
        `${name} is ordered and comes on ${dateWords(arrivesOn)}${isLate ? ': after the first step that takes it is planned. What is there has to last until then' : ''}.`,
      ];
    }
    if (taken.has(can.id))
      return ['ageing', 'unknown', 'old'].includes(freshness)
        ? [`${name}: ${ageWords(one)}. Try it on scrap first.`]
        : [];
    if (colour !== null && can.colour === null && chosen === undefined)
      return [`${name} is not counted on: ${colour} is wanted, and its own colour is not said.`];
    if (freshness === 'old') return [`${name} is not counted on: ${ageWords(one)}.`];
    return left === null ? [`${name} is not counted on: ${leftWords(one, settings.length)}.`] : [];
  });
  return words.map((one) => (
    <p key={one} className="sg-sign is-caution sg-doubtful">
      {one}
    </p>
  ));
};

const Served = ({ line, model }: { line: AmountLine; model: PieceModel }) => {
  const bench = useBench();
  const { catalogue, settings, now } = model;
  const { unit, missing, cans, by } = line;
  const length = settings.length;
  const isOrdered = cans.some(({ canId }) =>
    bench?.shelf.cans.some((can) => can.id === canId && can.arrivesOn !== null),
  );
  return (
    <p>
      {cans.length > 0 && <>From the shelf: {takenWords(line, bench?.shelf.cans ?? [], catalogue, length)}. </>}
      {missing !== null && missing > 0 && (
        <strong className="sg-tobuy">
          To buy: {neededWords(missing, unit, length)}
          {by && ` by ${day(by, settings.zone, now)}`}.
        </strong>
      )}
      {missing === 0 &&
        cans.length > 0 &&
        (isOrdered ? (
          <span className="sg-sign is-waiting">Enough once what is ordered has come.</span>
        ) : (
          <span className="sg-sign is-good">Enough is there.</span>
        ))}
    </p>
  );
};

/** One product: what it is needed for and how much of it, drawn beside what is there. */
export const LinePart = ({ line, model }: { line: AmountLine; model: PieceModel }) => {
  const { settings } = model;
  const { name, colour, need, unit, unknown, isGuess, layout } = line;
  const labels = [...new Set(line.needs.map(({ label }) => label))].join(', ');
  return (
    <section className="sg-amount" aria-label={`${name}${colour ? `, ${colour}` : ''}`}>
      <header className="sg-amount-head">
        <h2>
          {name}
          {colour && `, ${colour}`} <span className="sg-quiet">for {labels}</span>
        </h2>
        <p>
          {need ? (
            <span className="sg-number">{rangeWords(need, unit, settings.length)}</span>
          ) : (
            <span className="sg-sign is-waiting">not known</span>
          )}{' '}
          {isGuess && need && <span className="sg-quiet">a guess </span>}
          <Because line={line} />
        </p>
      </header>
      {need && (unit === 'ml' || unit === 'cans') && <LevelPart line={line} model={model} />}
      {layout && <FilmPart layout={layout} model={model} />}
      {line.needs.map(({ operationId, tape }) => tape && <TapePart key={operationId} tape={tape} />)}
      {line.needs.map((one) => (
        <CupPart key={one.operationId} need={one} model={model} />
      ))}
      <MixPart line={line} model={model} />
      {unknown.map(({ operationId, label, because }) => (
        <p key={operationId}>
          {need ? `Without ${label}: ${because[0]!.words}.` : `${capitalised(because[0]!.words)}.`}
        </p>
      ))}
      {need && <Served line={line} model={model} />}
      <Doubtful line={line} model={model} />
      {need && <CanSelect line={line} model={model} />}
    </section>
  );
};
