import { Table } from '@mantine/core';
import { refusedWords, sayWhen } from '@sgraffa/core';
import { Link } from 'react-router';
import { clock, day } from '../../ui/dates.ts';
import { stepsToCome } from './TodayPart.tsx';
import type { WeekModel } from './useWeekModel.ts';

/** The same as the picture, in words: every step to come by its start. */
export const WeekTable = ({ model }: { model: WeekModel }) => {
  const { settings, now, week } = model;
  const { zone } = settings;
  return (
    <section>
      <h2>All steps</h2>
      <Table className="sg-steps-table" aria-label="Every step by its time">
        <Table.Thead>
          <Table.Tr>
            <Table.Th>When</Table.Th>
            <Table.Th>Piece</Table.Th>
            <Table.Th>Step</Table.Th>
            <Table.Th>Waits for</Table.Th>
            <Table.Th>Dries until</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {stepsToCome(model).map(({ piece, step, planned }) => (
            <Table.Tr key={`${piece.id} ${step.id}`}>
              <Table.Td className="sg-step-time">
                {day(planned.start, zone, now)} {clock(planned.start, zone)}–{clock(planned.end, zone)}
              </Table.Td>
              <Table.Td>
                <Link to={`/pieces/${piece.id}/plan`}>{piece.name}</Link>
                {refusedWords(week.verdicts[piece.id]) && ` (${refusedWords(week.verdicts[piece.id])})`}
              </Table.Td>
              <Table.Td>
                {step.label}
                {planned.isPinned && ' (moved by you)'}
                {step.air === 'outdoors' && ' (outdoors)'}
              </Table.Td>
              <Table.Td>{planned.waitedFor}</Table.Td>
              <Table.Td>{planned.driesUntil ? sayWhen(planned.driesUntil, zone, now) : ''}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </section>
  );
};
