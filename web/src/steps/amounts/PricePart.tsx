import { Table } from '@mantine/core';
import { Link } from 'react-router';
import { costOf, type AmountLine } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { moneyWords } from '../../ui/money.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** What the piece costs by line, and what to ask for it; what is not known is named, never 0. */
export const PricePart = ({ lines, model }: { lines: readonly AmountLine[]; model: PieceModel }) => {
  const bench = useBench();
  const { piece, plan, settings } = model;
  if (!bench) return null;
  const { money } = settings;
  const { quantity } = piece;
  const cost = costOf(piece, lines, bench.shelf.cans, plan?.handsOnMinutes ?? 0, money);
  const inMoney = (amount: number) => moneyWords(amount, money.currency);
  const without = [...cost.without, ...(plan ? [] : ['the time, which is not planned'])];
  return (
    <section className="sg-amount" aria-label="What it costs">
      <header className="sg-amount-head">
        <h2>What it costs</h2>
        <p>
          <Link to="/settings">Rates and rounding</Link>
        </p>
      </header>
      <div className="sg-costs">
        <Table aria-label="What it costs">
          <Table.Tbody>
            {cost.lines.map(({ label, cost: own, why }) => (
              <Table.Tr key={label + why}>
                <Table.Th scope="row">{label}</Table.Th>
                <Table.Td className="sg-number">{own === null ? '?' : inMoney(own)}</Table.Td>
                <Table.Td className="sg-quiet">{why}</Table.Td>
              </Table.Tr>
            ))}
            <Table.Tr>
              <Table.Th scope="row">{(cost.minutes / 60).toFixed(1)} h at the bench, as planned</Table.Th>
              <Table.Td className="sg-number">{cost.time === null ? '?' : inMoney(cost.time)}</Table.Td>
              <Table.Td className="sg-quiet">
                {cost.time === null ? 'your rate was not said' : `at ${inMoney(money.ratePerHour!)} an hour`}
              </Table.Td>
            </Table.Tr>
          </Table.Tbody>
        </Table>
      </div>
      <p>
        <strong>
          {cost.cost === null || cost.costEach === null
            ? 'Nothing of it has a price yet.'
            : `${quantity > 1 ? `${inMoney(cost.cost)} for all ${quantity}, ` : ''}${inMoney(cost.costEach)} ${quantity > 1 ? 'each' : 'in all'}; ${
                cost.priceEach === null
                  ? 'too little is known to ask a price'
                  : `asking price ${inMoney(cost.priceEach)}`
              }.`}
        </strong>
        {without.length > 0 && <span className="sg-sign is-waiting sg-without"> Without: {without.join(', ')}.</span>}
      </p>
    </section>
  );
};
