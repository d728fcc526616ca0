import { Kbd, Modal, UnstyledButton } from '@mantine/core';
import { useDisclosure, useHotkeys } from '@mantine/hooks';
import { Spotlight, spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { IconArrowBackUp, IconSearch } from '@tabler/icons-react';
import { NavLink, Outlet, useNavigate } from 'react-router';
import { useBench, useChanges, useNextUndo, useWatchedBench } from '../store/bench.ts';
import { COURSE_NAMES, COURSES } from '../ui/sentence.ts';

const SHORTCUTS: readonly (readonly [keys: readonly string[], what: string])[] = [
  [['1', '–', String(COURSES.length)], 'the courses of the open piece'],
  [['p'], 'all pieces'],
  [['n'], 'a new piece'],
  [['Ctrl', 'K'], 'find a piece or a course'],
  [['Ctrl', 'Z'], 'undo'],
  [['?'], 'this list'],
];

const Mark = () => (
  <svg viewBox="0 0 56 36" width="52" height="34" aria-hidden className="sg-mark">
    <path d="M4 26h48v6H4z" fill="currentColor" />
    <path d="M4 17h18l5 9H4zM37 17h15v9H42z" fill="var(--sg-clay)" />
    <path d="M10 12L46 4" stroke="currentColor" strokeWidth="2.5" />
  </svg>
);

/** The frame: the narrow rail, undo, the palette and the keys. */
export const Shell = () => {
  useWatchedBench();
  const bench = useBench();
  const { undo } = useChanges();
  const nextUndo = useNextUndo();
  const navigate = useNavigate();
  const [helpIsOpen, help] = useDisclosure(false);
  useHotkeys([
    ['mod+Z', () => void undo()],
    ['shift+?', help.open],
    ['?', help.open],
    ['n', () => void navigate('/pieces/new')],
    ['p', () => void navigate('/pieces')],
  ]);
  const go = (to: string) => (): void => {
    void navigate(to);
  };
  const actions: SpotlightActionData[] = [
    ...(bench?.pieces ?? []).flatMap(({ id, value }) => [
      { id, label: value.name, description: 'piece', onClick: go(`/pieces/${id}/match`) },
      ...COURSES.map((course) => ({
        id: `${id} ${course}`,
        label: `${value.name}: ${COURSE_NAMES[course]}`,
        onClick: go(`/pieces/${id}/${course}`),
      })),
    ]),
    { id: 'new', label: 'New piece', onClick: go('/pieces/new') },
    { id: 'settings', label: 'Settings', onClick: go('/settings') },
  ];
  return (
    <div className="sg-shell">
      <a href="#main" className="sg-skip">
        To the work
      </a>
      <nav className="sg-rail" aria-label="Places">
        <NavLink to="/pieces" className="sg-home" aria-label="Sgraffa, all pieces">
          <Mark />
        </NavLink>
        <NavLink to="/pieces" className="sg-place">
          Pieces
        </NavLink>
        <span className="sg-rail-gap" />
        <UnstyledButton className="sg-place" onClick={() => spotlight.open()}>
          <IconSearch size={20} stroke={1.8} aria-hidden />
          Find
        </UnstyledButton>
        <UnstyledButton
          className="sg-place"
          onClick={() => void undo()}
          disabled={!nextUndo}
          title={nextUndo ? `Undo ${nextUndo}` : 'Nothing to undo'}
        >
          <IconArrowBackUp size={20} stroke={1.8} aria-hidden />
          Undo
        </UnstyledButton>
        <NavLink to="/settings" className="sg-place">
          Settings
        </NavLink>
      </nav>
      <main id="main" className="sg-main" tabIndex={-1}>
        <Outlet />
      </main>
      <Spotlight
        actions={actions}
        shortcut={['mod + K']}
        nothingFound="Nothing of that name."
        searchProps={{ placeholder: 'A piece or a course', 'aria-label': 'Find' }}
        limit={10}
        scrollable
        maxHeight={420}
      />
      <Modal opened={helpIsOpen} onClose={help.close} title="Keys">
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
    </div>
  );
};
