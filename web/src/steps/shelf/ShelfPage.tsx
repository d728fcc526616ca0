import { Select, TextInput, UnstyledButton } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { canName, CAN_KINDS, MEASURES, shelfAt, type CanAt, type CanKind, type Catalogue } from '@sgraffa/core';
import { useBench, useCatalogue, useNow } from '../../store/bench.ts';
import { Hatchings } from '../../ui/section/Hatchings.tsx';
import { AddPart } from './AddPart.tsx';
import { CanRow } from './CanRow.tsx';
import { OffcutsPart } from './OffcutsPart.tsx';
import { SHELF_SCOPE } from '../../ui/levels.ts';
import './shelf.css';

const ORDERS = { urgent: 'what ages or runs out first', name: 'by name', age: 'oldest first' } as const;
type Order = keyof typeof ORDERS;
/** Things that a board shows before it is asked for all of them. */
const FIRST_SHOWN = 40;

const sorted = (cans: readonly CanAt[], order: Order, catalogue: Catalogue): readonly CanAt[] => {
  if (order === 'urgent') return cans;
  const key = (one: CanAt) => canName(one.can, catalogue).toLowerCase();
  return [...cans].sort((one, other) =>
    order === 'age' ? (other.ageMonths ?? -1) - (one.ageMonths ?? -1) : key(one) < key(other) ? -1 : 1,
  );
};

/** Whether all words that are looked for stand in what is said of a can. */
const answers = ({ can }: CanAt, words: readonly string[], catalogue: Catalogue): boolean => {
  const said = `${canName(can, catalogue)} ${can.name ?? ''} ${can.place ?? ''} ${can.note}`.toLowerCase();
  return words.every((word) => said.includes(word));
};

const Board = ({ title, cans }: { title: string; cans: readonly CanAt[] }) => {
  const [showsAll, setShowsAll] = useState(false);
  const shown = showsAll ? cans : cans.slice(0, FIRST_SHOWN);
  return (
    <section className="sg-board" aria-label={title}>
      <h2>
        {title} <span className="sg-quiet">{cans.length}</span>
      </h2>
      <ul className="sg-plain-list">
        {shown.map((one) => (
          <CanRow key={one.can.id} at={one} />
        ))}
      </ul>
      {shown.length < cans.length && (
        <UnstyledButton className="sg-where" onClick={() => setShowsAll(true)}>
          Show the other {cans.length - shown.length}
        </UnstyledButton>
      )}
    </section>
  );
};

/** Everything that stands ready in the workshop, grouped by the way it is measured out; what ages or runs out first on top. */
export const ShelfPage = () => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const [query, setQuery] = useSearchParams();
  const [order, setOrder] = useState<Order>('urgent');
  const shelf = bench?.shelf;
  const cans = useMemo(
    () => (shelf ? shelfAt(shelf.cans, shelf.uses, now, catalogue).cans : []),
    [shelf, now, catalogue],
  );
  if (!bench) return <p className="sg-page sg-quiet">Opening…</p>;
  const find = query.get('find') ?? '';
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = sorted(cans, order, catalogue).filter((one) => answers(one, words, catalogue));
  const onBoard = (kind: CanKind | null) =>
    found.filter(({ can, isEmpty }) => (can.size?.kind ?? null) === kind && !isEmpty);
  const usedUp = found.filter(({ isEmpty }) => isEmpty);
  return (
    <section className="sg-page sg-shelf">
      <svg width="0" height="0" aria-hidden className="sg-defs">
        <Hatchings scope={SHELF_SCOPE} />
      </svg>
      <header className="sg-head">
        <h1>Shelf</h1>
        <Link to="/shelf/to-buy">What is to be bought</Link>
      </header>
      <AddPart />
      {cans.length === 0 ? (
        <p>
          Nothing stands here yet. Write what you have, one thing a line: what it is, its colour, its size, when it came
          and what it cost. What is not on the shelf counts as still to be bought.
        </p>
      ) : (
        <div className="sg-shelf-find">
          <TextInput
            label="Find"
            placeholder="film, black, cabinet"
            value={find}
            onChange={(event) =>
              setQuery(event.currentTarget.value ? { find: event.currentTarget.value } : {}, { replace: true })
            }
          />
          <Select
            label="In this order"
            data={Object.entries(ORDERS).map(([value, label]) => ({ value, label }))}
            value={order}
            onChange={(next) => next && setOrder(next as Order)}
          />
        </div>
      )}
      {cans.length > 0 && found.length === 0 && <p role="status">Nothing on the shelf answers to “{find}”.</p>}
      {CAN_KINDS.map((kind) => {
        const some = onBoard(kind);
        if (!some.length) return null;
        return kind === 'offcut' ? (
          <OffcutsPart key={kind} offcuts={some} />
        ) : (
          <Board key={kind} title={MEASURES[kind].board} cans={some} />
        );
      })}
      {onBoard(null).length > 0 && <Board title="Of no known size" cans={onBoard(null)} />}
      {usedUp.length > 0 && <Board title="Used up" cans={usedUp} />}
    </section>
  );
};
