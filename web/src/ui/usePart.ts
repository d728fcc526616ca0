import { useEffect, useState } from 'react';

/**
 * A part of the application that is fetched when it is first shown; null until it is there. A part that suspends is held back by a third
 * of a second where something else has just been; this one is there at once. What cannot be fetched is the page's error.
 */
export const usePart = <Part extends object>(fetchPart: () => Promise<Part>): Part | null => {
  const [part, setPart] = useState<Part | null>(null);
  useEffect(() => {
    let isLeft = false;
    fetchPart().then(
      (fetched) => !isLeft && setPart(fetched),
      (error: unknown) =>
        setPart(() => {
          throw error;
        }),
    );
    return () => {
      isLeft = true;
    };
  }, [fetchPart]);
  return part;
};
