import { Button, Checkbox, MultiSelect, Table } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  buyTable,
  missingWords,
  packWords,
  plainCan,
  toBuy,
  type BuyLine,
  type AmountLine,
  type Can,
  sawLists,
  shelfAt,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useIsKept, useNow } from '../../store/bench.ts';
import { useAmounts } from '../../workers/amountsClient.ts';
import { calendarDay, day } from '../../ui/dates.ts';
import { DayPick } from '../../ui/DayPick.tsx';
import { download } from '../../ui/download.ts';
import { moneyWords } from '../../ui/money.ts';
import { PackField } from './PackField.tsx';
import { SawPart } from '../../ui/SawPart.tsx';
import './shelf.css';

const nameOf = ({ line: { name, colour } }: BuyLine): string => (colour ? `${name}, ${colour}` : name);

/** What cannot be said, together where it is for the same reason: of a piece all that its size would settle. */
const unknownOf = (lines: readonly AmountLine[]) => {
  const groups = new Map<string, { pieceId: string; words: string; of: Set<string> }>();
  for (const { name, unknown } of lines)
    for (const { pieceId, because } of unknown) {
      const { words } = because[0]!;
      const key = `${pieceId} ${words}`;
      const group = groups.get(key) ?? { pieceId, words, of: new Set<string>() };
      groups.set(key, group);
      group.of.add(name);
    }
  return [...groups.values()];
};

/** What is missing for pieces, in packs, each by the day on which it has to be there; ticked off it stands on the shelf. */
export const ToBuyPage = () => {
  const bench = useBench();
  const now = useNow();
  const catalogue = useCatalogue();
  const { answer, isReckoning } = useAmounts();
  const { isKept } = useIsKept();
  const { keepCans } = useChanges();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  // sizes of packs that were said here, of what never stood on the shelf
  const [packs, setPacks] = useState<readonly Can[]>([]);
  if (!bench || !answer) return <p className="sg-page sg-quiet">Reckoning what is missing…</p>;
  const { zone, money, leadDays } = bench.settings.value;
  const names = new Map(bench.pieces.map(({ id, value }) => [id, value.name]));
  // of chosen pieces what they lack each; of all of them what they lack together
  const lines = chosen.length ? chosen.flatMap((id) => answer.byPiece[id] ?? []) : answer.together;
  const all = toBuy(lines, [...bench.shelf.cans, ...packs], leadDays);
  const pieces = bench.pieces.flatMap(({ id, value }) => (!chosen.length || chosen.includes(id) ? [value] : []));
  const saw = sawLists(pieces, shelfAt(bench.shelf.cans, bench.shelf.uses, now, catalogue).cans);
  const toCount = saw.counted.filter(({ count, onShelf }) => onShelf < count);
  const rows = all.filter(({ missing }) => missing !== null);
  // also of what can be reckoned for some pieces only
  const unknown = unknownOf(lines);
  const known = rows.reduce((sum, { price }) => sum + (price ?? 0), 0);
  const unpriced = rows.filter(({ price }) => price === null).length;
  const today = calendarDay(now, zone);
  const bought = (row: BuyLine, arrivesOn: string | null) => {
    const cans = row.packs.flatMap(({ size, price, count }) =>
      Array.from({ length: count }, (): Can => ({
        ...plainCan(`can-${crypto.randomUUID().slice(0, 12)}`, { productId: row.line.productId }),
        colour: row.line.colour,
        size,
        price,
        boughtOn: today,
        isOpen: 'no',
        arrivesOn,
      })),
    );
    void keepCans(cans, arrivesOn ? `ordering ${nameOf(row)}` : `putting ${nameOf(row)} on the shelf`);
  };
  const byWords = ({ by }: BuyLine) => (by === null ? 'not planned' : by <= now ? 'at once' : day(by, zone, now));
  const csv = () => download(`to-buy-${now.slice(0, 10)}.csv`, buyTable(rows, names), 'text/csv');
  return (
    <section className="sg-page sg-shelf sg-tobuy-page">
      <header className="sg-head">
        <h1>To buy</h1>
        <Link to="/shelf" className="sg-not-printed">
          The shelf
        </Link>
      </header>
      <div className="sg-not-printed">
        <MultiSelect
          label="For these pieces"
          placeholder={chosen.length ? '' : 'all that are open'}
          data={[...names].map(([value, label]) => ({ value, label }))}
          value={[...chosen]}
          onChange={setChosen}
          clearable
        />
      </div>
      {rows.length === 0 ? (
        <p>Everything that can be reckoned is there.</p>
      ) : (
        <div className="sg-overview-frame">
          <Table className="sg-buy" aria-label="To buy">
            <Table.Thead>
              <Table.Tr>
                <Table.Th>bought</Table.Th>
                <Table.Th>what</Table.Th>
                <Table.Th>missing</Table.Th>
                <Table.Th>packs</Table.Th>
                <Table.Th>price</Table.Th>
                <Table.Th>needed by</Table.Th>
                <Table.Th className="sg-not-printed">ordered</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {rows.map((row) => (
                <Table.Tr key={row.line.id + row.line.needs[0]!.pieceId}>
                  <Table.Td>
                    <Checkbox
                      aria-label={`${nameOf(row)} is bought`}
                      checked={false}
                      // what was ticked off stays in the list until it has been reckoned anew
                      disabled={!row.packs.length || isReckoning || !isKept}
                      onChange={() => bought(row, null)}
                    />
                  </Table.Td>
                  <Table.Th scope="row">
                    {nameOf(row)}
                    <span className="sg-quiet sg-buy-for">
                      {[...new Set(row.line.needs.map(({ pieceId }) => names.get(pieceId)))].join(', ')}
                    </span>
                  </Table.Th>
                  <Table.Td>{missingWords(row)}</Table.Td>
                  <Table.Td>
                    {row.packs.length ? packWords(row) : <span className="sg-quiet">size not known</span>}
                    <PackField row={row} packs={packs} keep={setPacks} />
                  </Table.Td>
                  <Table.Td className="sg-number">
                    {row.price === null ? '?' : moneyWords(row.price, money.currency)}
                  </Table.Td>
                  <Table.Td>{byWords(row)}</Table.Td>
                  <Table.Td className="sg-not-printed">
                    <DayPick
                      label={`${nameOf(row)} is ordered: the day on which it comes`}
                      words="comes on…"
                      value={null}
                      from={today}
                      isDisabled={!row.packs.length || isReckoning || !isKept}
                      onPick={(day) => bought(row, day)}
                    />
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </div>
      )}
      {rows.length > 0 && (
        <p>
          <strong>{unpriced < rows.length ? moneyWords(known, money.currency) : 'No price is known yet'}</strong>
          {unpriced > 0 &&
            unpriced < rows.length &&
            ` without ${unpriced} ${unpriced === 1 ? 'price' : 'prices'}`}.{' '}
          <span className="sg-quiet">
            Packs are sizes that stood on the shelf before, or that are said here. What spoils the piece when it runs
            out is bought by its high figure.
          </span>
        </p>
      )}
      {saw.lists.length + toCount.length > 0 && (
        <>
          <h2>Cut to length, and counted</h2>
          {saw.lists.map((list) => (
            <SawPart key={list.material} list={list} settings={bench.settings.value} />
          ))}
          {toCount.map(({ name, count, onShelf }) => (
            <p key={name}>
              {name}: {count - onShelf} to buy, of {count}.
            </p>
          ))}
        </>
      )}
      {unknown.length > 0 && (
        <>
          <h2>Not reckoned yet</h2>
          <ul>
            {unknown.map(({ pieceId, words, of }) => (
              <li key={`${pieceId} ${words}`}>
                <Link to={`/pieces/${pieceId}/amounts`}>{names.get(pieceId)}</Link>: {[...of].join(', ')}: {words}.
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="sg-buttons sg-not-printed">
        <Button variant="outline" onClick={() => window.print()}>
          Print the list
        </Button>
        <Button variant="outline" onClick={csv}>
          As a table (CSV)
        </Button>
      </div>
    </section>
  );
};
