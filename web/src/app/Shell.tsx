import { UnstyledButton, useMantineColorScheme } from '@mantine/core';
import { useHotkeys, type HotkeyItem } from '@mantine/hooks';
import { IconFirstAidKit, IconSearch } from '@tabler/icons-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useBench } from '../store/benchQuery.ts';
import { afterFirstPicture, noteFirstPicture } from '../ui/quiet.ts';
import { UndoPlace } from './UndoPlace.tsx';
import { VersionTold } from './VersionTold.tsx';

const Palette = lazy(() => import('./Palette.tsx'));
const KeyList = lazy(() => import('./KeyList.tsx'));
const FirstAid = lazy(() => import('./FirstAid.tsx'));
const Undo = lazy(() => afterFirstPicture(() => import('./Undo.tsx')));
const StorageTrouble = lazy(() => afterFirstPicture(() => import('./StorageTrouble.tsx')));
const AtWork = lazy(() => afterFirstPicture(() => import('./AtWork.tsx')));

const Mark = () => (
  <svg viewBox="0 0 56 36" width="52" height="34" aria-hidden className="sg-mark">
    <path d="M4 26h48v6H4z" fill="currentColor" />
    <path d="M4 17h18l5 9H4zM37 17h15v9H42z" fill="var(--sg-clay)" />
    <path d="M10 12L46 4" stroke="currentColor" strokeWidth="2.5" />
  </svg>
);

const SCHEME = 'data-mantine-color-scheme';

/** The ground colour is a setting of the bench: it follows an import, an undo and the other tab. */
const useGroundColour = (): void => {
  const theme = useBench()?.settings.value.theme;
  const { setColorScheme } = useMantineColorScheme();
  useEffect(() => {
    if (theme) setColorScheme(theme === 'system' ? 'auto' : theme);
  }, [theme, setColorScheme]);
};

/** Paper is light, whatever the screen is: what is printed from a dark page is written dark. */
const usePaperColour = (): void =>
  useEffect(() => {
    const { documentElement: root } = document;
    let onScreen: string | null = null;
    const toPaper = () => {
      onScreen = root.getAttribute(SCHEME);
      root.setAttribute(SCHEME, 'light');
    };
    const toScreen = () => {
      if (onScreen) root.setAttribute(SCHEME, onScreen);
    };
    window.addEventListener('beforeprint', toPaper);
    window.addEventListener('afterprint', toScreen);
    return () => {
      window.removeEventListener('beforeprint', toPaper);
      window.removeEventListener('afterprint', toScreen);
    };
  }, []);

/** The frame: the narrow rail, undo, the palette and the keys. */
export const Shell = () => {
  useGroundColour();
  usePaperColour();
  useEffect(noteFirstPicture, []);
  const navigate = useNavigate();
  const isAtBench = useLocation().pathname === '/bench';
  const [showsKeys, setShowsKeys] = useState(false);
  const [showsAid, setShowsAid] = useState(false);
  // counts the times it was asked for: each one opens it anew
  const [found, setFound] = useState(0);
  const find = () => setFound((times) => times + 1);
  const go = (key: string, to: string): HotkeyItem => [key, () => void navigate(to)];
  useHotkeys([
    ['mod+K', find],
    ['shift+?', () => setShowsKeys(true)],
    ['?', () => setShowsKeys(true)],
    // at the bench these are keys of the step
    ...(isAtBench
      ? []
      : [go('n', '/pieces/new'), go('p', '/pieces'), go('w', '/week'), go('s', '/shelf'), go('b', '/bench')]),
  ]);
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
        <NavLink to="/week" className="sg-place">
          Week
        </NavLink>
        <NavLink to="/bench" className="sg-place">
          Bench
        </NavLink>
        <NavLink to="/shelf" className="sg-place">
          Shelf
        </NavLink>
        <NavLink to="/patches" className="sg-place">
          Test patches
        </NavLink>
        <NavLink to="/rescue" className="sg-place">
          Rescue
        </NavLink>
        <NavLink to="/handbook" className="sg-place">
          Handbook
        </NavLink>
        <span className="sg-rail-gap" />
        <UnstyledButton className="sg-place" onClick={() => setShowsAid(true)}>
          <IconFirstAidKit size={20} stroke={1.8} aria-hidden />
          First aid
        </UnstyledButton>
        <UnstyledButton className="sg-place" onClick={find}>
          <IconSearch size={20} stroke={1.8} aria-hidden />
          Find
        </UnstyledButton>
        <Suspense fallback={<UndoPlace />}>
          <Undo />
        </Suspense>
        <NavLink to="/settings" className="sg-place">
          Settings
        </NavLink>
      </nav>
      <main id="main" className="sg-main" tabIndex={-1}>
        <Suspense>
          <StorageTrouble />
        </Suspense>
        <VersionTold />
        <Outlet />
        <Suspense>
          <AtWork />
        </Suspense>
      </main>
      <Suspense>
        {found > 0 && <Palette key={found} />}
        {showsAid && <FirstAid close={() => setShowsAid(false)} />}
        {showsKeys && <KeyList close={() => setShowsKeys(false)} />}
      </Suspense>
    </div>
  );
};
