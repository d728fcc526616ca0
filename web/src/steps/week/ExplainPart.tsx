import { Button, Table } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { chanceBy, formatDuration, problemSentence, readyWith, sayWhen, type LimitingStep } from '@sgraffa/core';
import { dayAndTime } from '../../ui/dates.ts';
import { useSaidAndDone } from '../../ui/useSaidAndDone.ts';
import { useChance, useHelps, useSafeStart } from '../../workers/planClient.ts';
import type { WeekModel, WeekState } from './useWeekModel.ts';

const SHOWN_LINKS = 6;
const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Why the date is what it is, what would bring it forward, and how sure it is. */
export const ExplainPart = ({ state, model }: { state: WeekState; model: WeekModel }) => {
  const { week, settings, now, rows } = model;
  const { zone } = settings;
  const [wantsHelp, setWantsHelp] = useState(false);
  const [asksStart, setAsksStart] = useState(false);
  // the latest start leaves nothing for bad luck: the surer one stands beside it
  const wantsStart = asksStart || week.direction === 'backward';
  const helps = useHelps(state.asked, week, wantsHelp);
  const safe = useSafeStart(state.asked, wantsStart);
  const chance = useChance(state.asked, week);
  const told = useSaidAndDone();
  const chain = week.limits.filter(({ end }) => end > now);
  const [folded, shown] = [chain.slice(0, -SHOWN_LINKS), chain.slice(-SHOWN_LINKS)];
  const link = ({ pieceId, piece, stepId, step, start, waitedFor }: LimitingStep) => (
    <li key={`${pieceId} ${stepId}`}>
      <span className="sg-step-time">{dayAndTime(start, zone, now)}</span>
      <span>
        <strong>{step}</strong> · <Link to={`/pieces/${pieceId}/plan`}>{piece}</Link>
        {waitedFor && <span className="sg-quiet">, waits for {waitedFor}</span>}
      </span>
    </li>
  );
  return (
    <section id="why">
      <h2>What the end hangs on</h2>
      {folded.length > 0 && (
        <details>
          <summary>{folded.length} steps before these</summary>
          <ol className="sg-chain">{folded.map(link)}</ol>
        </details>
      )}
      <ol className="sg-chain">{shown.map(link)}</ol>
      <div className="sg-week-tools">
        <Button variant="outline" loading={helps.isFetching} onClick={() => setWantsHelp(true)}>
          What would bring it forward?
        </Button>
        <Button
          variant="outline"
          loading={safe.isFetching}
          disabled={!rows.some(({ piece }) => piece.due)}
          onClick={() => setAsksStart(true)}
        >
          When must I begin to be 80 % sure?
        </Button>
      </div>
      {wantsHelp && helps.data && (
        <ul className="sg-helps">
          {helps.data.length === 0 && <li>Nothing that was tried: more hours, more hands, warmer or drier air.</li>}
          {helps.data.map(({ what, readyAt, savedMinutes }) => (
            <li key={what}>
              <strong>{what}</strong>: ready {sayWhen(readyAt, zone, now)}, {formatDuration(savedMinutes)} sooner
            </li>
          ))}
        </ul>
      )}
      {wantsStart && safe.data && (
        <p>
          {safe.data.ok
            ? `Begin by ${dayAndTime(safe.data.startsAt, zone, now)}: every due date is then met in ${percent(safe.data.chance)} of the tries.`
            : safe.data.problems.map(problemSentence).join(' ')}
        </p>
      )}
      <h3>How sure</h3>
      <p className="sg-quiet">
        {chance.data
          ? `From ${chance.data.samples} tries of this plan: drying anywhere in its range, work shorter or longer, the forecast off by what forecasts are off by.`
          : 'Being tried…'}
      </p>
      {told && <p className="sg-quiet">{told.words}</p>}
      {chance.data && (
        <Table className="sg-sure" aria-label="How sure each date is">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Piece</Table.Th>
              <Table.Th>Planned ready</Table.Th>
              <Table.Th>9 times in 10 by</Table.Th>
              <Table.Th>Due</Table.Th>
              <Table.Th>Chance by then</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map(({ piece, plan }) => {
              const tries = chance.data.byPiece[piece.id] ?? [];
              const nine = readyWith(tries, 0.9);
              return (
                <Table.Tr key={piece.id}>
                  <Table.Td>{piece.name}</Table.Td>
                  <Table.Td>{plan.readyAt ? sayWhen(plan.readyAt, zone, now) : ''}</Table.Td>
                  <Table.Td>{nine ? sayWhen(nine, zone, now) : ''}</Table.Td>
                  <Table.Td>{piece.due ? dayAndTime(piece.due, zone, now) : 'no date'}</Table.Td>
                  <Table.Td>{piece.due ? percent(chanceBy(tries, piece.due)) : ''}</Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </Table>
      )}
    </section>
  );
};
