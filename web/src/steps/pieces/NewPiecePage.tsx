import { Button, TextInput } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { catalogue, describePiece, plainOwnSurface, plainPiece, type Chip, type Piece } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { LOOK_WORDS } from '../../ui/words.ts';
import './pieces.css';

const EXAMPLES = [
  'birch ply sign, outdoors three winters',
  'enamel bowl, hand-washed daily',
  'cotton bag, machine-washed',
  'powder-coated steel tin, to bare metal',
];
const FIELD_WORDS: Readonly<Record<string, string>> = {
  base: 'made of',
  finish: 'on it',
  place: 'lives',
  water: 'cleaned',
  wear: 'use',
  heat: 'heat',
  heatC: 'heat',
  laundryC: 'laundry',
  lifeYears: 'lasts',
  food: 'food',
  children: 'near',
  item: 'it is',
  mustComeOff: 'later',
  soak: 'water',
  condition: 'state',
  tone: 'colour',
  shape: 'shape',
  look: 'look',
  quantity: 'how many',
};

/** Takes the words of a chip out of the line, as a crafter would who read it wrongly there. */
const without = (line: string, chip: Chip): string =>
  line
    .replace(
      new RegExp(
        chip.from
          .trim()
          .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
          .replace(/\s+/g, '[\\s,;-]+'),
        'i',
      ),
      '',
    )
    .replace(/\s{2,}/g, ' ')
    .trim();

const MAX_LINE = 400;

/** One line becomes a piece: its properties are shown as chips before it is kept. */
export const NewPiecePage = () => {
  const [line, setLine] = useState('');
  const [error, setError] = useState<string | null>(null);
  const navigate = useNavigate();
  const { savePiece } = useChanges();
  const read = describePiece(line, catalogue());
  const begin = async () => {
    if (line.trim() === '')
      return setError(
        'Nothing was typed. Allowed: a few words such as "enamel bowl, hand-washed daily". Say what the piece is and how it will live.',
      );
    if (line.length > MAX_LINE)
      return setError(
        `${line.length} characters were typed. Allowed: at most ${MAX_LINE}. Shorten the line; notes have room later.`,
      );
    const id = `p-${crypto.randomUUID().slice(0, 8)}`;
    const plain = plainPiece(id, read.name, read.surface.base || 'hardwood');
    const part = plain.parts[0]!;
    const own = read.surface.base === '' ? { base: 'own', own: plainOwnSurface(read.name.toLowerCase()) } : {};
    const piece: Piece = {
      ...plain,
      line,
      quantity: read.quantity,
      parts: [
        {
          ...part,
          surface: { ...read.surface, ...own },
          use: read.use,
          designs: [{ ...part.designs[0]!, look: read.look }],
        },
      ],
    };
    await savePiece(piece, `new piece ${piece.name}`);
    await navigate(`/pieces/${id}/${read.surface.base === '' ? 'surface' : 'match'}`);
  };
  return (
    <section className="sg-page sg-new">
      <h1>What are you making?</h1>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        <TextInput
          label="The piece in one line"
          description="What it is made of, what is on it already, where it lives, how it is cleaned, how long it must last."
          size="lg"
          autoFocus
          value={line}
          error={error}
          maxLength={MAX_LINE + 50}
          onChange={(event) => {
            setLine(event.currentTarget.value);
            setError(null);
          }}
        />
        <div className="sg-chips" role="group" aria-live="polite" aria-label="Read from the line">
          {read.chips.map((chip) => (
            <button
              key={`${chip.field} ${chip.from}`}
              type="button"
              className="sg-chip"
              aria-label={`${FIELD_WORDS[chip.field] ?? chip.field}: ${chip.field === 'look' ? LOOK_WORDS[chip.value as 'any'] : chip.label}. Take it out.`}
              onClick={() => setLine(without(line, chip))}
            >
              <span className="sg-quiet">{FIELD_WORDS[chip.field] ?? chip.field}</span> {chip.label}{' '}
              <IconX size={16} aria-hidden />
            </button>
          ))}
          {line.trim() !== '' && read.surface.base === '' && (
            <p className="sg-quiet">
              No material was read from this. It starts as a surface of your own that you describe by its properties.
            </p>
          )}
          {read.unread.length > 0 && read.chips.length > 0 && (
            <p className="sg-quiet">Only part of the name: {read.unread.join(', ')}.</p>
          )}
        </div>
        <Button type="submit" size="lg">
          Work out its layers
        </Button>
      </form>
      <p className="sg-quiet">
        For instance:{' '}
        {EXAMPLES.map((example) => (
          <button key={example} type="button" className="sg-example" onClick={() => setLine(example)}>
            {example}
          </button>
        ))}
      </p>
      <Link to="/pieces">Back to all pieces</Link>
    </section>
  );
};
