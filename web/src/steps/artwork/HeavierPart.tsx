import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { lengthIn } from '../../ui/words.ts';
import { FACE_NAMES } from '../../workers/faceNames.ts';
import { ask, type ReadDrawing } from '../../workers/sizingClient.ts';
import { setLabels, setWords, type LabelSource, type TextSource } from './labelSet.ts';
import type { Said } from './said.ts';
import type { Sizing } from './useSizing.ts';

/** Words whose strokes are too thin for what they are cut from or painted on: heavier letters, where there are some, with what they come to. */
export const HeavierPart = ({
  words,
  sizing,
  say,
  keepLabels,
  keepWords,
}: {
  words: LabelSource | TextSource;
  sizing: Sizing;
  say: (said: Said) => void;
  keepLabels: (drawing: ReadDrawing, source: LabelSource) => void;
  keepWords: (drawing: ReadDrawing, source: TextSource) => void;
}) => {
  const needed = sizing.cutFrom.stroke?.figure.typical ?? null;
  // no larger than it is now: in letters of other widths it may become larger, and its strokes with it
  const size = sizing.looked.looked?.boundsMm;
  const room = size ? { widthMm: size.width, heightMm: size.height } : null;
  const { data: heavier } = useQuery({
    queryKey: ['heavier', words, needed, room],
    queryFn: () => ask((worker) => worker.heavier(words, needed!, room!)),
    enabled: needed !== null && room !== null,
    staleTime: Infinity,
  });
  if (!heavier) return null;
  const length = lengthIn(sizing.model.settings);
  const { face } = heavier;
  return (
    <Button
      variant="outline"
      onClick={() =>
        void (words.kind === 'labels'
          ? setLabels({ ...words, face, exceptions: [] }, sizing, say, keepLabels)
          : setWords({ ...words, face }, say, keepWords))
      }
    >
      Heavier letters ({FACE_NAMES[face].toLowerCase()}): thinnest stroke {length(heavier.minStrokeMm)}
    </Button>
  );
};
