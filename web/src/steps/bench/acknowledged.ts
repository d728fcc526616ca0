const KEY = 'sgraffa-cautions';

/** Grave cautions that were read in this session at the bench. */
export const acknowledged = (): ReadonlySet<string> => {
  try {
    return new Set(JSON.parse(sessionStorage.getItem(KEY) ?? '[]') as string[]);
  } catch {
    return new Set();
  }
};

export const acknowledge = (ids: readonly string[]): void => {
  try {
    sessionStorage.setItem(KEY, JSON.stringify([...acknowledged(), ...ids]));
  } catch {
    // storage that is blocked: it is asked again on the next page
  }
};

export const forgetAcknowledged = (): void => {
  try {
    sessionStorage.removeItem(KEY);
  } catch {
    // nothing was kept either
  }
};
