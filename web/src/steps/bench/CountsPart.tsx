import { Button, Chip } from '@mantine/core';
import { islandsPlaced, looseIslandsOf, reusedIn, usesOfSheet, type BenchEvent, type Product } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { countOf } from '../../store/events.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { useMark } from '../../ui/stepMarks.ts';
import { capitalised } from '../../ui/words.ts';
import { usePlannedWeek } from '../../workers/planClient.ts';
import type { OpenStep } from './useBenchModel.ts';

const MOST_ISLANDS = 200;

/** The islands of one design on one copy, each ticked as it lies in its place. */
const Islands = ({
  open,
  events,
  designId,
  count,
  copy,
}: {
  open: OpenStep;
  events: readonly BenchEvent[];
  designId: string;
  count: number;
  /** 0: the piece is one. */
  copy: number;
}) => {
  const mark = useMark();
  const { piece, step } = open;
  const placed = islandsPlaced(events, piece.id, designId, copy);
  const tick = (numbers: readonly number[]) => {
    const added = numbers.filter((one) => !placed.has(one));
    const taken = [...placed].filter((one) => !numbers.includes(one));
    const [islands, isTaken] = added.length ? [added, false] : [taken, true];
    if (!islands.length) return;
    const at = benchNow();
    const note = `${islands.length === 1 ? 'island' : 'islands'} ${islands.join(', ')} ${isTaken ? 'taken up again' : 'placed'}`;
    void mark([countOf(piece.id, step, at, note, { placed: { designId, copy, islands, isTaken } })], note, at);
  };
  const name = piece.parts.flatMap(({ designs }) => designs).find(({ id }) => id === designId)?.name;
  const numbers = Array.from({ length: Math.min(count, MOST_ISLANDS) }, (_, at) => at + 1);
  return (
    <fieldset className="sg-copies">
      <legend>
        Islands, as numbered on the placement map{copy > 0 && `, copy ${copy}`}
        {name && piece.parts.some(({ designs }) => designs.length > 1) && `, ${name}`}{' '}
        <span className="sg-quiet">
          {placed.size} of {count} placed
        </span>
      </legend>
      <Chip.Group
        multiple
        value={[...placed].map(String)}
        onChange={(values) => tick(values.map(Number).sort((one, other) => one - other))}
      >
        {numbers.map((one) => (
          <Chip key={one} value={String(one)} size="lg" color="clay" variant="outline">
            {one}
          </Chip>
        ))}
      </Chip.Group>
    </fieldset>
  );
};

/** How often the sheet in hand has served, against how often one does. */
const Uses = ({ open, product }: { open: OpenStep; product: Product }) => {
  const mark = useMark();
  const bench = useBench();
  const { answer } = usePlannedWeek();
  const { piece, step } = open;
  if (!bench || !answer?.ok) return null;
  const pieces = bench.pieces.map(({ value }) => value);
  const uses = usesOfSheet(product.id, bench.events, pieces, answer.week.steps);
  const { low, high } = product.uses!;
  const isWorn = uses >= low;
  const fresh = () => {
    const at = benchNow();
    const note = `a fresh ${product.name} taken`;
    void mark([countOf(piece.id, step, at, note, { fresh: product.id })], note, at);
  };
  return (
    <p className={isWorn ? 'sg-late-words' : 'sg-quiet'}>
      {capitalised(product.name)}: used {uses} {uses === 1 ? 'time' : 'times'}; one serves{' '}
      {low === high ? low : `${low} to ${high}`}.{' '}
      {isWorn && (uses >= high ? 'Take a fresh one.' : 'Try whether it still holds, or take a fresh one.')}{' '}
      {uses > 0 && (
        <Button size="xs" variant="outline" onClick={fresh}>
          A fresh one is taken
        </Button>
      )}
    </p>
  );
};

/** What counts itself at a step: loose islands in their places, and how often tape or stencil have served. */
export const CountsPart = ({
  open,
  events,
  copies,
}: {
  open: OpenStep;
  events: readonly BenchEvent[];
  /** Copies in hand. */
  copies: readonly number[];
}) => {
  const { piece, step, catalogue } = open;
  const part = piece.parts.find(({ id }) => id === step.partId);
  if (!part) return null;
  // one copy after the other: the first in hand
  const copy = piece.quantity > 1 ? (copies[0] ?? 0) : 0;
  return (
    <>
      {looseIslandsOf(step, part, catalogue).map(({ designId, count }) => (
        <Islands key={`${designId} ${copy}`} {...{ open, events, designId, count, copy }} />
      ))}
      {reusedIn(step, part, catalogue).map((product) => (
        <Uses key={product.id} open={open} product={product} />
      ))}
    </>
  );
};
