import { Popover, type PopoverProps } from '@mantine/core';
import { cloneElement, useEffect, useState, type ReactElement, type ReactNode } from 'react';

interface Props extends Pick<PopoverProps, 'width' | 'position'> {
  readonly opened: boolean;
  readonly onChange: (opened: boolean) => void;
  /** What it hangs on: a button that opens and closes it. */
  readonly target: ReactElement<Record<string, unknown>>;
  /** True where it is only read: what finds no room in the window is scrolled. */
  readonly isText?: boolean;
  readonly children: ReactNode;
}

/** What is open now, the innermost last: a calendar may hang on a field of what hangs on a button. */
const openNow: symbol[] = [];
/** Set on a field while its own list is open: that list goes first. */
const HAS_LIST = '[data-mantine-stop-propagation]';

/** Something small that opens beside its button; nothing of it is there until it is first opened. Escape closes the innermost one from wherever the focus is, also before it has moved inside. */
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
  // a page has dozens of them, and each would be placed whenever anything moves
  const [isThere, setThere] = useState(false);
  const [wasPressed, setPressed] = useState(false);
  if (opened && !isThere) setThere(true);
  // the button is another one now: the keyboard comes back to it when this closes
  const toButton = (button: HTMLElement | null) => {
    if (!button || wasPressed) return;
    button.focus();
    setPressed(true);
  };
  if (!isThere) return cloneElement(target, { 'aria-haspopup': 'dialog', 'aria-expanded': false });
  return (
    <Popover
      opened={opened && wasPressed}
      onChange={onChange}
      trapFocus
      returnFocus
      closeOnEscape={false}
      middlewares={{ flip: true, shift: true, size: true }}
      {...place}
    >
      <Popover.Target>{cloneElement(target, { ref: toButton })}</Popover.Target>
      <Popover.Dropdown {...(isText ? { className: 'sg-drop-text' } : {})}>{children}</Popover.Dropdown>
    </Popover>
  );
};
