import { UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { BASIS_WORDS, formatDuration, isUsersOwn, type DecidingFigure, type Figure, type Finding } from '@sgraffa/core';
import { Drop } from './Drop.tsx';

const number = (value: number): string => String(Number(value.toFixed(2)));

/** A figure's range in its unit. */
export const figureWords = ({ low, typical, high, unit }: Figure): string => {
  if (unit === 'min')
    return low === high
      ? formatDuration(typical)
      : `${formatDuration(low)} to ${formatDuration(high)}, typically ${formatDuration(typical)}`;
  const name = unit === 'y' ? 'years' : unit === 'class' ? 'cost class' : unit;
  return low === high
    ? `${number(typical)} ${name}`
    : `${number(low)} to ${number(high)} ${name}, typically ${number(typical)}`;
};

const Figures = ({ figures }: { figures: readonly DecidingFigure[] }) => {
  const bases = new Set(figures.map(({ figure }) => figure.basis));
  const [shared] = bases.size === 1 && figures.length > 1 ? bases : [];
  return (
    <>
      <ul className="sg-plain-list">
        {figures.map(({ of, label, figure }, index) => (
          <li key={`${index} ${of}`}>
            <b>{of}</b>, {label}: {figureWords(figure)}.{!shared && ` From ${BASIS_WORDS[figure.basis]}.`}
          </li>
        ))}
      </ul>
      {shared && <p>All of it from {BASIS_WORDS[shared]}.</p>}
    </>
  );
};

/** Marks what rests on a figure or a trial of the user's own. */
export const Yours = () => <span className="sg-yours">yours</span>;

/** "Where from?" beside anything that a figure or a practice decided. */
export const WhereFrom = ({
  finding,
  figures = finding?.figures ?? [],
  children,
}: {
  finding?: Finding;
  figures?: readonly DecidingFigure[];
  children?: string;
}) => {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Drop
        opened={isOpen}
        onChange={setOpen}
        width={340}
        position="bottom-start"
        isText
        target={
          <UnstyledButton
            className="sg-where"
            // a figure alone does not say what pressing it does
            aria-description={children ? 'Where from?' : undefined}
            onClick={() => setOpen(!isOpen)}
          >
            {children ?? 'Where from?'}
          </UnstyledButton>
        }
      >
        {figures.length > 0 ? (
          <Figures figures={figures} />
        ) : finding ? (
          <p>Decided by {BASIS_WORDS[finding.basis]}; no single figure.</p>
        ) : null}
        <p className="sg-quiet">The label of the product in your hand always wins; your own test patch beats both.</p>
      </Drop>
      {(figures.some(({ figure }) => isUsersOwn(figure)) || (finding && isUsersOwn(finding))) && (
        <>
          {' '}
          <Yours />
        </>
      )}
    </>
  );
};
