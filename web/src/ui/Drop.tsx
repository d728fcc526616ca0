import { Popover, type PopoverProps } from '@mantine/core';
import { useEffect, type ReactElement, type ReactNode } from 'react';

interface Props extends Pick<PopoverProps, 'width' | 'position'> {
  readonly opened: boolean;
  readonly onChange: (opened: boolean) => void;
  /** What it hangs on: a button that opens and closes it. */
  readonly target: ReactElement;
  /** True where it is only read: what finds no room in the window is scrolled. */
  readonly isText?: boolean;
  readonly children: ReactNode;
}

/** What is open now, the innermost last: a calendar may hang on a field of what hangs on a button. */
const openNow: symbol[] = [];
/** Set on a field while its own list is open: that list goes first. */
const HAS_LIST = '[data-mantine-stop-propagation]';

/** Something small that opens beside its button. Escape closes the innermost one from wherever the focus is, also before it has moved inside. */
export const Drop = ({ opened, onChange, target, isText = false, children, ...place }: Props) => {
  useEffect(() => {
    if (!opened) return undefined;
    const own = Symbol('drop');
    openNow.push(own);
    const close = ({ key, target: at }: KeyboardEvent) => {
      const hasList = at instanceof Element && at.closest(HAS_LIST) !== null;
      if (key === 'Escape' && openNow.at(-1) === own && !hasList) onChange(false);
    };
    // before the fields inside hear of it: a list that closes by the same key is still open then
    document.addEventListener('keydown', close, true);
    return () => {
      document.removeEventListener('keydown', close, true);
      openNow.splice(openNow.indexOf(own), 1);
    };
  }, [opened, onChange]);
  return (
    <Popover
      opened={opened}
      onChange={onChange}
      trapFocus
      returnFocus
      closeOnEscape={false}
      middlewares={{ flip: true, shift: true, size: true }}
      {...place}
    >
      <Popover.Target>{target}</Popover.Target>
      <Popover.Dropdown {...(isText ? { className: 'sg-drop-text' } : {})}>{children}</Popover.Dropdown>
    </Popover>
  );
};
