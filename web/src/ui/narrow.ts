import { useMediaQuery } from '@mantine/hooks';

/** A page as narrow as a phone in the hand: the same bound as in app.css. */
const NARROW = '(max-width: 640px)';

export const useIsNarrow = (): boolean => useMediaQuery(NARROW, window.matchMedia(NARROW).matches) === true;
