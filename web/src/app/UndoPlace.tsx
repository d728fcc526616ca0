import { UnstyledButton } from '@mantine/core';
import { IconArrowBackUp } from '@tabler/icons-react';

/** The place of undo in the rail, with what it would take back; nothing until the bench is there. */
export const UndoPlace = ({ next = null, undo }: { readonly next?: string | null; readonly undo?: () => void }) => (
  <UnstyledButton
    className="sg-place"
    onClick={undo}
    disabled={!next}
    title={next ? `Undo ${next}` : 'Nothing to undo'}
  >
    <IconArrowBackUp size={20} stroke={1.8} aria-hidden />
    Undo
  </UnstyledButton>
);
