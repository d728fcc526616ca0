import { useRef } from 'react';

/** An action that is not begun again while it is still under way: a second press of what takes a moment does nothing. */
export const useOnce = <Arguments extends readonly unknown[]>(
  action: (...given: Arguments) => Promise<void>,
): ((...given: Arguments) => Promise<void>) => {
  const isUnderWay = useRef(false);
  return async (...given) => {
    if (isUnderWay.current) return;
    isUnderWay.current = true;
    try {
      await action(...given);
    } finally {
      isUnderWay.current = false;
    }
  };
};
