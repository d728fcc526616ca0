import { Button, type ButtonProps } from '@mantine/core';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useIsKept } from '../store/bench.ts';

/**
 * A button whose work is done with what stands: pressed while something typed is still being kept or worked out (a field is
 * left by the very press), it waits for that.
 */
export const SettledButton = ({
  run,
  isSettled = true,
  children,
  ...props
}: Omit<ButtonProps, 'onClick'> & {
  run: () => unknown;
  /** What it needs is worked out from what is kept. */
  isSettled?: boolean;
  children: ReactNode;
}) => {
  const { isKept, isKeptNow } = useIsKept();
  const [isWaiting, setWaiting] = useState(false);
  const waiting = useRef<((run: () => unknown) => void) | null>(null);
  useEffect(() => {
    if (!isKept || !isSettled || !isKeptNow()) return;
    waiting.current?.(run);
    waiting.current = null;
  });
  const press = async () => {
    setWaiting(true);
    const latest = await new Promise<() => unknown>((resolve) => {
      waiting.current = resolve;
    });
    setWaiting(false);
    await latest();
  };
  return (
    <Button {...props} loading={isWaiting || props.loading === true} onClick={() => void press()}>
      {children}
    </Button>
  );
};
