import { Button } from '@mantine/core';
import { Link } from 'react-router';

/** What a piece goes through, for whoever has none yet. */
const FIRST_PIECE = [
  ['Say what it is', 'In one line: what it is made of, where it lives, how it is cleaned. What was read is shown.'],
  ['Match', 'The layers that stand on it, the best first, each with its reasons; what is not said yet is asked.'],
  ['Artwork', 'Words or a drawing, sized to the clear area and looked over for what it is cut from.'],
  ['Amounts and dates', 'How much of each, what is to be bought, and days that fit your free hours and the weather.'],
  ['Bench', 'One step after the other, with its waits and its cautions. The care card says how it may be washed.'],
] as const;

/** An empty bench: what comes, and the way to the first piece. */
export const FirstPiece = () => (
  <>
    <p className="sg-empty">Nothing is planned yet. Describe a piece in one line and its layers follow.</p>
    <ol className="sg-first-piece">
      {FIRST_PIECE.map(([name, words]) => (
        <li key={name}>
          <strong>{name}.</strong> {words}
        </li>
      ))}
    </ol>
    <Button component={Link} to="/pieces/new" size="lg">
      Describe the first piece
    </Button>
    <p>
      To look around first, <Link to="/settings">lay out the demo pieces</Link> under Settings; they are removed there
      too.
    </p>
  </>
);
