import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { isMadeForArea, problemSentence, type ArtworkRecord } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useOpenForm } from '../../ui/openForms.ts';
import { RANGES } from '../../ui/ranges.ts';
import { lengthIn } from '../../ui/words.ts';
import { askOfFace } from '../../workers/sizingClient.ts';
import { FaceSelect } from './FaceSelect.tsx';
import type { Sizing } from './useSizing.ts';

/** A name set into a pattern, with a clear outline taken out around it. */
export const NameInto = ({ artwork, sizing }: { artwork: ArtworkRecord; sizing: Sizing }) => {
  const { keepArtwork, scale, model } = sizing;
  const [isOpen, open] = useState(false);
  const [text, setText] = useState('');
  const [face, setFace] = useState('sans');
  const [height, setHeight] = useState(15);
  const [gap, setGap] = useState(4);
  const [problem, setProblem] = useState<string | null>(null);
  useOpenForm(isOpen && text !== '');
  const done = async () => {
    // typed at the size that it is cut; the drawing is kept as drawn
    const made = await askOfFace(face, (worker) =>
      worker.mend(
        artwork.svg,
        null,
        { kind: 'takeOut', text, face, letterHeightMm: height / scale, gapMm: gap / scale },
        isMadeForArea(artwork.source),
      ),
    );
    if (!made.ok) return setProblem(made.problems.map(problemSentence).join(' '));
    const words = `“${text.trim()}” set into it, ${lengthIn(model.settings)(gap)} clear around`;
    keepArtwork({ ...artwork, svg: made.drawing.svg, mends: [...artwork.mends, words.slice(0, 200)] }, words);
    setProblem(null);
    open(false);
  };
  if (!isOpen)
    return (
      <Button variant="outline" onClick={() => open(true)}>
        Set a name into it
      </Button>
    );
  return (
    <div className="sg-asked" role="group" aria-label="A name set into the pattern">
      <div className="sg-fields">
        <TextInput label="The name" value={text} onChange={(event) => setText(event.currentTarget.value)} />
        <FaceSelect label="Its letters" value={face} onChange={setFace} />
        <LengthInput
          required
          label="Height of its capitals"
          value={height}
          range={RANGES.text.motifMm}
          onChange={(mm) => mm !== null && setHeight(mm)}
        />
        <LengthInput
          required
          label="Clear around it"
          value={gap}
          range={RANGES.cut.betweenMm}
          onChange={(mm) => mm !== null && setGap(mm)}
        />
      </div>
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
      <div className="sg-buttons">
        <Button className="sg-button" disabled={text.trim() === ''} onClick={() => void done()}>
          Take its outline out and set it in
        </Button>
        <Button variant="subtle" onClick={() => open(false)}>
          Leave it
        </Button>
      </div>
    </div>
  );
};
