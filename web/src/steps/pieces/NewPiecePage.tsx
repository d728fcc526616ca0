import { Button, TextInput } from '@mantine/core';
import { useSessionStorage } from '@mantine/hooks';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { adjustDescription, pieceOf, type Description } from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow } from '../../store/bench.ts';
import { useOpenForm } from '../../ui/openForms.ts';
import { useOnce } from '../../ui/useOnce.ts';
import { Section } from '../../ui/section/Section.tsx';
import { sectionModel } from '../../ui/section/sectionModel.ts';
import { readLine, useReading } from '../../workers/describeClient.ts';
import { judgingOf } from '../../workers/matchClient.ts';
import { Chips, type Said } from './Chips.tsx';

import { UnknownWords } from './UnknownWords.tsx';
import './pieces.css';

const EXAMPLES = [
  'birch ply sign, outdoors three winters',
  'enamel bowl, hand-washed daily',
  'cotton bag, machine-washed',
  'powder-coated steel tin, to bare metal',
  'soda-lime glass lantern, candle inside, frosted',
  'raw maple plaque, burnt, hung indoors',
  'coir mat, under cover, walked on',
  'polyester pennant, light, washed at 30 °C',
];
const MAX_LINE = 400;
const newId = (): string => `p-${crypto.randomUUID().slice(0, 8)}`;

/** One line becomes a piece: its properties are shown as chips, to be changed before it is kept. */
export const NewPiecePage = () => {
  const all = useCatalogue();
  // what was typed stays until its piece is kept: through a reload, a new version, a storage that failed
  const [line, setLine] = useSessionStorage({ key: 'sgraffa-line', defaultValue: '', getInitialValueInEffect: false });
  const [changes, setChanges] = useState<readonly Said[]>([]);
  const [error, setError] = useState<string | null>(null);
  /** Whether the line is of one piece after all, though it tells of several sorts. */
  const [isOne, setOne] = useState(false);
  // the line itself would stay; what was changed at its chips would not
  useOpenForm(changes.length > 0);
  const navigate = useNavigate();
  const { addPiece } = useChanges();
  const bench = useBench();
  const now = useNow();
  const own = bench ? judgingOf(bench).own : null;
  const reading = useReading(line, own, now);
  const withChanges = (description: Description): Description => changes.reduce(adjustDescription, description);
  const read = line.trim() !== '' && reading.data ? withChanges(reading.data) : null;
  const isMaterial = read !== null && read.surface.base !== '';
  const sorts = read && !isOne ? read.unlike : [];
  const drawn = isMaterial ? sectionModel({ part: pieceOf('new', line, read).parts[0]!, catalogue: all }) : null;
  const begin = useOnce(async () => {
    if (line.trim() === '')
      return setError(
        'Nothing was typed. Allowed: a few words such as "enamel bowl, hand-washed daily". Say what the piece is and how it will live.',
      );
    if (line.length > MAX_LINE)
      return setError(
        `${line.length} characters were typed. Allowed: at most ${MAX_LINE}. Shorten the line; notes have room later.`,
      );
    if (!own) return setError('Your bench is not open yet. The line stays as it is: press again in a moment.');
    if (sorts.length > 0) {
      for (const sort of sorts) {
        const each = pieceOf(newId(), sort, await readLine(sort, own, now));
        if (!(await addPiece(each, `new piece ${each.name}`))) return;
      }
      setLine('');
      return navigate('/pieces');
    }
    const id = newId();
    // what was typed last may not have been read yet
    const piece = pieceOf(id, line, withChanges(await readLine(line, own, now)));
    if (!(await addPiece(piece, `new piece ${piece.name}`))) return;
    setLine('');
    await navigate(`/pieces/${id}/${piece.parts[0]!.surface.base === 'own' ? 'surface' : 'match'}`);
  });
  const start = (text: string) => {
    setLine(text);
    setChanges([]);
    setOne(false);
    setError(null);
  };
  return (
    <div className="sg-new">
      <section className="sg-page">
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
              setOne(false);
              setError(null);
            }}
          />
          {sorts.length > 0 && (
            <div role="group" aria-label="Pieces that are not alike">
              <p>
                <strong>These are not alike: {sorts.length} pieces, each with layers and dates of its own.</strong>
              </p>
              <ul>
                {sorts.map((sort) => (
                  <li key={sort}>{sort}</li>
                ))}
              </ul>
              <Button variant="outline" mb="md" onClick={() => setOne(true)}>
                They are alike: one piece
              </Button>
            </div>
          )}
          {read && sorts.length === 0 && (
            <Chips
              read={read}
              catalogue={all}
              say={(said) => setChanges([...changes.filter(({ field }) => field !== said.field), said])}
            />
          )}
          {read && sorts.length === 0 && !isMaterial && (
            <p className="sg-quiet">
              No material was read from this. It starts as a surface of your own that you describe by its properties.
            </p>
          )}
          {read && sorts.length === 0 && (
            <UnknownWords
              read={read}
              say={(said) => setChanges([...changes.filter(({ field }) => field !== said.field), said])}
            />
          )}
          <Button type="submit" size="lg">
            {sorts.length > 0 ? `Begin these ${sorts.length} pieces` : 'Work out its layers'}
          </Button>
        </form>
        <h2 className="sg-rule">For instance</h2>
        <ul className="sg-plain-list">
          {EXAMPLES.map((example) => (
            <li key={example}>
              <button type="button" className="sg-example" onClick={() => start(example)}>
                {example}
              </button>
            </li>
          ))}
        </ul>
        <p>
          A piece that comes from another bench as a file is <Link to="/settings">taken in under Settings</Link>.
        </p>
        <Link to="/pieces">Back to all pieces</Link>
      </section>
      <aside className="sg-panel" aria-label="Section of the piece">
        <h2 className="sg-panel-title">Section, before the work</h2>
        {sorts.length > 0 ? (
          <p className="sg-quiet">Each of them has a section of its own, on its page.</p>
        ) : drawn ? (
          <Section model={drawn} />
        ) : (
          <p className="sg-quiet">Say what the piece is made of, and its section is drawn here.</p>
        )}
      </aside>
    </div>
  );
};
