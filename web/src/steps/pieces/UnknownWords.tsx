import { Button } from '@mantine/core';
import { useState } from 'react';
import type { Description } from '@sgraffa/core';
import type { Said } from './Chips.tsx';

/** What a word that nobody knows may mean for the answer. */
const ANSWERS: readonly { readonly label: string; readonly said: Said | null }[] = [
  { label: 'a name only', said: null },
  { label: 'it touches food', said: { field: 'food', value: 'food', label: 'touches food' } },
  { label: 'it gets hot', said: { field: 'heat', value: 'oven', label: 'as hot as an oven' } },
  { label: 'a material of its own', said: { field: 'base', value: null, label: '' } },
];

/** A number with its unit, or "not only indoors", is none of what the answers say of a word: it is told, not asked about. */
const isWord = (words: string): boolean => !/[\d\s]/.test(words);

/** The words of the line that nothing was made of, each asked about. */
export const UnknownWords = ({ read, say }: { read: Description; say: (said: Said) => void }) => {
  const [answered, setAnswered] = useState<ReadonlySet<string>>(new Set());
  const open = read.unread.filter((word) => !answered.has(word));
  if (open.length === 0) return null;
  const asked = open.find((word) => word.toLowerCase() === read.unknownThing) ?? open.find(isWord);
  const others = open.filter((word) => word !== asked);
  const answer = (word: string, said: Said | null) => {
    setAnswered(new Set([...answered, word]));
    if (said) say(said);
  };
  return (
    <div role="group" aria-label="Words that were not understood">
      {asked !== undefined && (
        <p className="sg-unknown-word">
          <strong>
            What is “{asked}”{read.unknownThing === asked.toLowerCase() ? '' : ' here'}?
          </strong>
          {ANSWERS.map(({ label, said }) => (
            <Button key={label} variant="outline" size="compact-md" onClick={() => answer(asked, said)}>
              {label}
            </Button>
          ))}
        </p>
      )}
      {others.length > 0 && (
        <p className="sg-quiet">
          Not understood{asked === undefined ? '' : ' either'}: {others.join(', ')}.
        </p>
      )}
    </div>
  );
};
