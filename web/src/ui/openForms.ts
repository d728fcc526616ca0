import { useEffect } from 'react';

let open = 0;

/** Whether something has been typed anywhere on the page that is not kept yet. */
export const areFormsOpen = (): boolean => open > 0;

/** Notes that something is typed and not kept yet, for as long as it is so: the page is not loaded anew meanwhile. */
export const useOpenForm = (isOpen: boolean): void => {
  useEffect(() => {
    if (!isOpen) return undefined;
    open += 1;
    return () => {
      open -= 1;
    };
  }, [isOpen]);
};
