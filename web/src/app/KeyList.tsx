import { Kbd, Modal } from '@mantine/core';
import { COURSES } from '../ui/sentence.ts';

const SHORTCUTS: readonly (readonly [keys: readonly string[], what: string])[] = [
  [['1', '–', String(COURSES.length)], 'the courses of the open piece'],
  [['p'], 'all pieces'],
  [['w'], 'the week'],
  [['b'], 'the bench; there: space the large action, c look, f failed, n next'],
  [['s'], 'the shelf'],
  [['n'], 'a new piece'],
  [['Ctrl', 'K'], 'find a piece or a course'],
  [['Ctrl', 'Z'], 'undo'],
  [['?'], 'this list'],
];

/** The keys that work everywhere. */
const KeyList = ({ close }: { close: () => void }) => (
  <Modal opened onClose={close} title="Keys">
    <ul className="sg-plain-list sg-keys">
      {SHORTCUTS.map(([keys, what]) => (
        <li key={what}>
          <span>
            {keys.map((key) => (
              <Kbd key={key}>{key}</Kbd>
            ))}
          </span>
          {what}
        </li>
      ))}
    </ul>
  </Modal>
);

export default KeyList;
