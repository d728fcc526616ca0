import { Popover, type PopoverProps } from '@mantine/core';
import { useEffect, type ReactElement, type ReactNode } from 'react';

interface Props extends Pick<PopoverProps, 'width' | 'position'> {
  readonly opened: boolean;
  readonly onChange: (opened: boolean) => void;
  /** What it hangs on: a button that opens and closes it. */
  readonly target: ReactElement;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Something small that opens beside its button. Escape closes it from wherever the focus is, also before it has moved inside. */
export const Drop = ({ opened, onChange, target, className, children, ...place }: Props) => {
  useEffect(() => {
    if (!opened) return undefined;
    const close = ({ key }: KeyboardEvent) => {
      if (key === 'Escape') onChange(false);
    };
    document.addEventListener('keydown', close);
    return () => document.removeEventListener('keydown', close);
  }, [opened, onChange]);
  return (
    <Popover opened={opened} onChange={onChange} trapFocus {...place}>
      <Popover.Target>{target}</Popover.Target>
      <Popover.Dropdown {...(className ? { className } : {})}>{children}</Popover.Dropdown>
    </Popover>
  );
};
