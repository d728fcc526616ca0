import { Button, FileButton, Progress } from '@mantine/core';
import { useState } from 'react';
import { problemSentence, type Outcome } from '@sgraffa/core';
import { ask, stopSizing, type ReadDrawing } from '../../workers/sizingClient.ts';
import { StoppedError } from '../../workers/stoppable.ts';
import type { Said } from './said.ts';

/** A drawing from a file; pen lines are asked about once. */
export const Drawing = ({
  keep,
  say,
}: {
  keep: (drawing: ReadDrawing, file: string) => void;
  say: (said: Said) => void;
}) => {
  const [asked, setAsked] = useState<{ text: string; file: string; drawing: ReadDrawing } | null>(null);
  const finish = (outcome: Outcome<{ drawing: ReadDrawing }>, file: string) => {
    setAsked(null);
    if (!outcome.ok) return say({ problems: outcome.problems.map(problemSentence).join(' '), notices: [] });
    say({ problems: null, notices: outcome.drawing.notices });
    keep(outcome.drawing, file);
  };
  const [isReading, setReading] = useState(false);
  const open = async (file: File) => {
    const text = await file.text();
    setReading(true);
    let outcome;
    try {
      outcome = await ask((worker) => worker.read(text, 'outline'));
    } catch (error) {
      if (!(error instanceof StoppedError)) throw error;
      return say({ problems: null, notices: ['Reading was stopped; nothing was changed.'] });
    } finally {
      setReading(false);
    }
    if (outcome.ok && outcome.drawing.penLines > 0) setAsked({ text, file: file.name, drawing: outcome.drawing });
    else finish(outcome, file.name);
  };
  return (
    <>
      <p className="sg-quiet">
        An SVG file: shapes and colours are read, everything else is left out. Turn live text into paths before.
      </p>
      <FileButton accept=".svg,image/svg+xml" onChange={(file) => file && void open(file)}>
        {(props) => (
          <Button className="sg-button" {...props}>
            Choose a drawing
          </Button>
        )}
      </FileButton>
      {isReading && (
        <div className="sg-working" role="status">
          <Progress value={100} animated aria-label="Reading the drawing" color="clay" />
          <Button variant="subtle" onClick={stopSizing}>
            Stop
          </Button>
        </div>
      )}
      {asked && (
        <div className="sg-asked" role="group" aria-label="Lines drawn with a pen">
          <p>
            {asked.drawing.penLines === 1 ? 'One line is' : `${asked.drawing.penLines} lines are`} drawn with a pen. How
            does the blade go?
          </p>
          <div className="sg-buttons">
            <Button variant="outline" onClick={() => finish({ ok: true, drawing: asked.drawing }, asked.file)}>
              Around each line, as it is seen
            </Button>
            <Button
              variant="outline"
              onClick={() =>
                void ask((worker) => worker.read(asked.text, 'cutLine')).then((outcome) => finish(outcome, asked.file))
              }
            >
              Along the line: one cut
            </Button>
          </div>
        </div>
      )}
    </>
  );
};
