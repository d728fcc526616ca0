import { useHotkeys } from '@mantine/hooks';
import { useChanges, useNextUndo } from '../store/bench.ts';
import { UndoPlace } from './UndoPlace.tsx';

const isWriting = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && !target.readOnly);

/** Takes the last change back, by its button and its key. */
const Undo = () => {
  const { undo } = useChanges();
  const nextUndo = useNextUndo();
  // in a field that is being written in, the browser's own undo comes first
  useHotkeys(
    [
      [
        'mod+Z',
        (event) => {
          if (isWriting(event.target)) return;
          event.preventDefault();
          void undo();
        },
        { preventDefault: false },
      ],
    ],
    [],
  );
  return <UndoPlace next={nextUndo} undo={() => void undo()} />;
};

export default Undo;
