/**
 * The processor's time that something takes, in ms, and what it gives. Not the clock's: on a machine that is busy with other
 * things, a test that waits for its turn has done nothing wrong.
 */
export const timed = <T>(what: () => T): { value: T; ms: number } => {
  const before = process.cpuUsage();
  const value = what();
  const { user, system } = process.cpuUsage(before);
  return { value, ms: (user + system) / 1000 };
};

/** The least time of a few tries in ms: what the work itself takes, with nothing collected or fetched meanwhile. */
export const leastTime = (what: () => unknown, tries = 3): number =>
  Math.min(...Array.from({ length: tries }, () => timed(what).ms));

/** What ends at all ends far below this, in ms; what would run away does not. */
export const SOON_MS = 10_000;
