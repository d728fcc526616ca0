import { TextInput } from '@mantine/core';
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { problemSentence, type Outcome } from '@sgraffa/core';
import { useOpenForm } from './openForms.ts';

export interface TypedProps<Value> {
  readonly label: string;
  readonly description?: string | undefined;
  /** What is kept, as it is written in the field. */
  readonly kept: string;
  readonly read: (text: string) => Outcome<{ value: Value }>;
  readonly keep: (value: Value) => void;
  /** Called for an emptied field; where it is left out, an empty field is read like any other. */
  readonly clear?: (() => void) | undefined;
  readonly placeholder?: string | undefined;
  readonly rightSection?: ReactNode;
  /** Room for it, px, where it is wider than a sign. */
  readonly rightSectionWidth?: number | undefined;
}

/** A field that keeps what was typed when it cannot be read, says why, and keeps the value only when it can. */
export const TypedInput = <Value,>({
  label,
  description,
  kept,
  read,
  keep,
  clear,
  placeholder,
  rightSection,
  rightSectionWidth,
}: TypedProps<Value>) => {
  const [typed, setTyped] = useState({ kept, text: kept, error: null as string | null });
  // another tab, an undo or a unit changed what is kept: show that, unless something else is being typed
  if (typed.kept !== kept) setTyped(typed.text === typed.kept ? { kept, text: kept, error: null } : { ...typed, kept });
  useOpenForm(typed.text !== kept);
  // where it is put into the field that is being written in, it is selected: what is typed next takes its place
  const input = useRef<HTMLInputElement>(null);
  const shown = useRef(kept);
  useLayoutEffect(() => {
    if (shown.current === kept) return;
    shown.current = kept;
    if (document.activeElement === input.current && input.current?.value === kept) input.current.select();
  }, [kept]);
  const commit = () => {
    const { text } = typed;
    if (text === kept) return setTyped({ kept, text, error: null });
    if (clear && text.trim() === '') {
      setTyped({ kept, text, error: null });
      return clear();
    }
    const outcome = read(text);
    if (!outcome.ok) return setTyped({ kept, text, error: outcome.problems.map(problemSentence).join(' ') });
    setTyped({ kept, text: kept, error: null });
    keep(outcome.value);
  };
  return (
    <TextInput
      ref={input}
      label={label}
      description={description}
      value={typed.text}
      error={typed.error}
      placeholder={placeholder}
      rightSection={rightSection}
      {...(rightSectionWidth === undefined ? {} : { rightSectionWidth })}
      onChange={(event) => setTyped({ ...typed, text: event.currentTarget.value })}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  );
};
