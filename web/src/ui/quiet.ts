import { followed } from './followed.ts';

let goOn: () => void;
const isDrawn = new Promise<void>((done) => (goOn = done));

/** Tells that the first picture of the page is there: what reads, checks and plans is fetched from now on. */
export const noteFirstPicture = (): void => goOn();

/** Fetches a part of the application once the first picture is there: without it that would wait until all of it has been read. */
export const afterFirstPicture = async <Part>(fetchPart: () => Promise<Part>): Promise<Part> => {
  await isDrawn;
  return fetchPart();
};

/** Longest that what can wait is put off for a busy page, ms. */
const LONGEST_WAIT_MS = 3000;

const isQuiet = followed(false);
let quiet: Promise<void> | undefined;

const idle = (): Promise<void> =>
  new Promise((done) => {
    const soon = () =>
      'requestIdleCallback' in window
        ? requestIdleCallback(() => done(), { timeout: LONGEST_WAIT_MS })
        : setTimeout(done, 200);
    // what is on its way to the screen comes first
    requestAnimationFrame(() => setTimeout(soon));
    // a page in the background is never drawn
    if (document.hidden) done();
  });

/** Done once the first picture of the page is on the screen and nothing is being worked on: what can wait begins then. */
export const whenQuiet = (): Promise<void> => (quiet ??= idle().then(() => isQuiet.set(true)));

/** Whether the first picture of the page has been on the screen. */
export const useIsQuiet = isQuiet.useValue;
