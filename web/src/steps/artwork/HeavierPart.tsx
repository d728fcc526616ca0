import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { lengthIn } from '../../ui/words.ts';
import { FACE_NAMES } from '../../workers/faceNames.ts';
import { ask, type ReadDrawing } from '../../workers/sizingClient.ts';
import { setLabels, type LabelSource } from './labelSet.ts';
import type { Said } from './said.ts';
import type { Sizing } from './useSizing.ts';

/** Labels whose strokes are too thin for what they are cut from: heavier letters, where there are some, with what they come to. */
export const HeavierPart = ({
  labels,
  sizing,
  say,
  keep,
}: {
  labels: LabelSource;
  sizing: Sizing;
  say: (said: Said) => void;
  keep: (drawing: ReadDrawing, source: LabelSource) => void;
}) => {
  const needed = sizing.cutFrom.measure?.minStroke?.typical ?? null;
  const { data: heavier } = useQuery({
    queryKey: ['heavier', labels, needed],
    queryFn: () => ask((worker) => worker.heavier(labels, needed!)),
    enabled: needed !== null,
    staleTime: Infinity,
  });
  if (!heavier) return null;
  const length = lengthIn(sizing.model.settings);
  return (
    <Button
      variant="outline"
      onClick={() => void setLabels({ ...labels, face: heavier.face, exceptions: [] }, sizing, say, keep)}
    >
      Heavier letters ({FACE_NAMES[heavier.face].toLowerCase()}): thinnest stroke {length(heavier.minStrokeMm)}
    </Button>
  );
};
