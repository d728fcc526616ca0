import { Table } from '@mantine/core';
import { Link } from 'react-router';
import { headlineOf, type CareLimit } from '@sgraffa/core';
import { day } from '../../ui/dates.ts';
import { StandingLine } from '../../ui/StandingLine.tsx';
import { AXIS_WORDS, capitalised, limitWords, ZONE_WORDS } from '../../ui/words.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import { OnlyIf } from '../piece/OnlyIf.tsx';
import { usePiece, type PieceModel } from '../piece/usePieceModel.ts';
import { CardsPart } from './CardsPart.tsx';
import { ForSalePart } from './ForSalePart.tsx';
import './care.css';

const LimitRow = ({ limit, model }: { limit: CareLimit; model: PieceModel }) => {
  const { cause, axis, from, waitsFor, waitFigure } = limit;
  const { settings, now } = model;
  return (
    <Table.Tr>
      <Table.Th scope="row">{AXIS_WORDS[axis]}</Table.Th>
      <Table.Td className={limit.value === 'unknown' ? 'is-unknown' : ''}>
        {capitalised(limitWords(limit, settings))}
      </Table.Td>
      <Table.Td>
        <WhereFrom
          {...(cause.figure
            ? { figures: [{ of: cause.name, label: AXIS_WORDS[axis].toLowerCase(), figure: cause.figure }] }
            : {
                finding: {
                  ruleId: '',
                  isSafety: false,
                  operationId: null,
                  verdict: 'favours',
                  reason: '',
                  instead: '',
                  demand: null,
                  trial: undefined,
                  wasAsked: null,
                  basis: cause.basis,
                },
              })}
        >
          {cause.name}
        </WhereFrom>
      </Table.Td>
      <Table.Td className="sg-number">{from ? day(from, settings.zone, now) : '–'}</Table.Td>
      <Table.Td className="sg-quiet">
        {waitsFor && waitFigure ? (
          <WhereFrom figures={[{ of: waitFigure.of, label: 'wait in your workshop', figure: waitFigure.figure }]}>
            {waitsFor}
          </WhereFrom>
        ) : (
          (waitsFor ?? '')
        )}
      </Table.Td>
    </Table.Tr>
  );
};

const zoneTitle = (zone: keyof typeof ZONE_WORDS): string =>
  zone === 'rest' ? 'The rest of it' : `Where the design is: ${ZONE_WORDS[zone]}`;

/** What the finished piece stands, zone by zone, with the layer that sets each limit and the day it holds from. */
export const CareStep = () => {
  const { model } = usePiece();
  const { limits, settings, now, stack, plan, verdict, candidate } = model;
  if (!stack) return <p className="sg-course">Choose the layers first; their washing limits are worked out here.</p>;
  const zones = [...new Set(limits.map(({ zone }) => zone))];
  const headline = headlineOf(limits);
  /** What goes into the laundry is washed there; what does not, by hand or cloth: never both. */
  const isShown = ({ axis }: CareLimit): boolean =>
    headline?.axis === 'laundry' ? axis !== 'water' : !['laundry', 'tumble', 'iron'].includes(axis);
  const condition = candidate?.onlyIf[0]?.words;
  // what is refused goes to nobody
  const isCarded = (verdict?.standing === 'stands' || verdict?.standing === 'tryFirst') && limits.length > 0;
  return (
    <div className="sg-course">
      <h2>
        {headline
          ? `${headline.axis === 'laundry' ? 'Laundry ' : ''}${headline.axis === 'laundry' ? limitWords(headline, settings) : capitalised(limitWords(headline, settings))}${headline.from ? `, from ${day(headline.from, settings.zone, now)}` : ''}${condition ? `, ${condition}` : ''}`
          : 'Washing limits'}
      </h2>
      <StandingLine verdict={verdict} />
      <p className="sg-quiet">
        The piece stands what its weakest layer stands, or the thing itself; ranges by their careful end; from the day
        that its slowest layer has cured
        {plan ? '' : '; there is no plan yet, so the days are open'}. The labels of your products come first.
      </p>
      <OnlyIf model={model} />
      {zones.map((zone) => (
        <section key={zone}>
          <h3 className="sg-rule">{zoneTitle(zone)}</h3>
          <Table className="sg-care" verticalSpacing="xs" aria-label={zoneTitle(zone)}>
            <Table.Thead>
              <Table.Tr>
                <Table.Th scope="col">For</Table.Th>
                <Table.Th scope="col">It stands</Table.Th>
                <Table.Th scope="col">Set by</Table.Th>
                <Table.Th scope="col">From</Table.Th>
                <Table.Th scope="col">Waiting for</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {limits
                .filter((limit) => limit.zone === zone && isShown(limit))
                .map((limit) => (
                  <LimitRow key={limit.axis} limit={limit} model={model} />
                ))}
            </Table.Tbody>
          </Table>
        </section>
      ))}
      {isCarded && <CardsPart model={model} />}
      <p>
        <Link to={`/pieces/${model.piece.id}/record`}>The record of this piece</Link>: what was laid when, of which can;
        to print, to keep, or to hand on with the piece.
      </p>
      <ForSalePart part={model.part} catalogue={model.catalogue} pieceId={model.piece.id} />
    </div>
  );
};
