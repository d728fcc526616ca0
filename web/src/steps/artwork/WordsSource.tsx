import { Button, NumberInput, Select, Textarea } from '@mantine/core';
import { useState } from 'react';
import { problemSentence } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import { useOpenForm } from '../../ui/openForms.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { ask, stopSizing, type ReadDrawing } from '../../workers/sizingClient.ts';
import { StoppedError } from '../../workers/stoppable.ts';
import { SettledButton } from '../../ui/SettledButton.tsx';
import { FaceSelect } from './FaceSelect.tsx';
import type { Said } from './said.ts';
import { setLabels, setWords, type LabelSource, type TextSource } from './labelSet.ts';
import type { Sizing } from './useSizing.ts';

export const PLAIN_TEXT: TextSource = {
  kind: 'text',
  text: '',
  face: 'sans',
  letterHeightMm: null,
  letterSpacing: 0.05,
  lineSpacing: 1.6,
  align: 'centre',
};
const PLAIN_LABELS: Omit<LabelSource, 'words'> = {
  kind: 'labels',
  face: 'sans',
  exceptions: [],
  letterSpacing: 0.05,
  maxWidthMm: 60,
  maxHeightMm: 12,
  letterHeightMm: null,
  perPiece: 1,
};

/** Room between letters, added to what the face gives. */
const BetweenLetters = ({ value, set }: { value: number; set: (value: number) => void }) => (
  <QuantityInput
    required
    label="Between letters"
    description="In letter heights."
    value={value}
    format={String}
    parse={plainNumber()}
    range={RANGES.text.letterSpacing}
    onChange={(spacing) => spacing !== null && set(spacing)}
  />
);

/** Words set in letters. */
export const Words = ({
  from,
  sizing,
  keep,
  say,
}: {
  from: TextSource;
  sizing: Sizing;
  keep: (drawing: ReadDrawing, source: TextSource) => void;
  say: (said: Said) => void;
}) => {
  const [source, setSource] = useState(from);
  const [isArranging, setArranging] = useState(false);
  useOpenForm(source !== from);
  const set = (patch: Partial<TextSource>) => setSource((kept) => ({ ...kept, ...patch }));
  const { model, rimZoneMm, design } = sizing;
  const { area } = model.part;
  const length = lengthIn(model.settings);
  const arrange = async () => {
    if (!area) return;
    setArranging(true);
    try {
      const found = await ask((worker) => worker.arrange(source, area, rimZoneMm, design.placement.widthShare));
      if (!found.ok) return say({ problems: found.problems.map(problemSentence).join(' '), notices: [] });
      const { text, align, lineSpacing, letterHeightMm } = found;
      const lines = text.split('\n').length;
      await setWords(
        { ...source, text, align, lineSpacing, letterHeightMm: null },
        say,
        keep,
        `${lines === 1 ? 'One line' : `${lines} lines`}, capitals ${length(Math.floor(letterHeightMm * 100) / 100)} high: no other way to break and to place them gives larger letters.`,
      );
    } catch (error) {
      if (!(error instanceof StoppedError)) throw error;
      say({ problems: null, notices: ['Arranging was stopped; nothing was changed.'] });
    } finally {
      setArranging(false);
    }
  };
  return (
    <>
      <Textarea
        label="Words"
        description="A line each."
        autosize
        minRows={2}
        maxRows={8}
        value={source.text}
        onChange={(event) => set({ text: event.currentTarget.value })}
      />
      <div className="sg-fields">
        <FaceSelect label="Letters" value={source.face} onChange={(face) => set({ face })} />
        <LengthInput
          label="Height of capitals"
          description="Empty: as large as fits."
          value={source.letterHeightMm}
          range={RANGES.text.letterHeightMm}
          onChange={(letterHeightMm) => set({ letterHeightMm })}
        />
        <BetweenLetters value={source.letterSpacing} set={(letterSpacing) => set({ letterSpacing })} />
        <QuantityInput
          required
          label="From line to line"
          description="In letter heights."
          value={source.lineSpacing}
          format={String}
          parse={plainNumber()}
          range={RANGES.text.lineSpacing}
          onChange={(lineSpacing) => lineSpacing !== null && set({ lineSpacing })}
        />
        <Select
          label="Lines stand"
          data={[
            { value: 'left', label: 'to the left' },
            { value: 'centre', label: 'in the middle' },
            { value: 'right', label: 'to the right' },
          ]}
          value={source.align}
          onChange={(align) => align && set({ align: align as TextSource['align'] })}
        />
      </div>
      <div className="sg-buttons">
        <Button
          className="sg-button"
          disabled={source.text.trim() === ''}
          onClick={() => void setWords(source, say, keep)}
        >
          Set these words
        </Button>
        {area && (
          <SettledButton variant="outline" loading={isArranging} disabled={source.text.trim() === ''} run={arrange}>
            Find the largest arrangement
          </SettledButton>
        )}
        {isArranging && (
          <Button variant="subtle" onClick={stopSizing}>
            Stop
          </Button>
        )}
      </div>
    </>
  );
};

/** Many words at one letter height. */
export const Labels = ({
  from,
  sizing,
  keep,
  say,
}: {
  from: LabelSource | null;
  sizing: Sizing;
  keep: (drawing: ReadDrawing, source: LabelSource) => void;
  say: (said: Said) => void;
}) => {
  const [words, typeWords] = useState(from?.words.join('\n') ?? '');
  const clear = sizing.placed.data?.ok && sizing.model.part.area ? sizing.placed.data.area : null;
  // the room of a label is the clear area of one piece, where that was measured
  const measured = clear
    ? {
        maxWidthMm: Math.max(1, clear.widthMm - clear.margins.left - clear.margins.right),
        maxHeightMm: Math.max(1, clear.heightMm - clear.margins.top - clear.margins.bottom),
      }
    : {};
  const [said, setSaid] = useState<Partial<Omit<LabelSource, 'words'>>>(from ?? {});
  // a room that was not said follows the clear area, which may be measured later
  const source: Omit<LabelSource, 'words'> = { ...PLAIN_LABELS, ...measured, ...said };
  useOpenForm(words !== (from?.words.join('\n') ?? ''));
  const set = (patch: Partial<LabelSource>) => setSaid((kept) => ({ ...kept, ...patch }));
  const list = words
    .split('\n')
    .map((word) => word.trim())
    .filter(Boolean);
  const done = () =>
    setLabels(
      { ...source, words: list, exceptions: source.exceptions.filter(({ word }) => list.includes(word)) },
      sizing,
      say,
      keep,
    );
  const ofTwo = list.filter((word) => /^[^\s|]+\s+[^\s|]+$/.test(word));
  const condensed = source.exceptions[0]?.word ?? null;
  return (
    <>
      <Textarea
        label="Words of the set"
        description="A word or name a line; a bar ( | ) parts one into two lines."
        autosize
        minRows={4}
        maxRows={14}
        value={words}
        onChange={(event) => typeWords(event.currentTarget.value)}
      />
      <div className="sg-fields">
        <FaceSelect label="Letters" value={source.face} onChange={(face) => set({ face })} />
        <LengthInput
          required
          label="Room across"
          value={source.maxWidthMm}
          range={RANGES.text.roomMm}
          onChange={(maxWidthMm) => maxWidthMm !== null && set({ maxWidthMm })}
        />
        <LengthInput
          required
          label="Room up and down"
          value={source.maxHeightMm}
          range={RANGES.text.roomMm}
          onChange={(maxHeightMm) => maxHeightMm !== null && set({ maxHeightMm })}
        />
        <BetweenLetters value={source.letterSpacing} set={(letterSpacing) => set({ letterSpacing })} />
        <LengthInput
          label="Height of capitals"
          description="Empty: the largest that lets the longest fit."
          value={source.letterHeightMm}
          range={RANGES.text.letterHeightMm}
          onChange={(letterHeightMm) => set({ letterHeightMm })}
        />
        <NumberInput
          label="On one piece"
          min={RANGES.text.perPiece.low}
          max={RANGES.text.perPiece.high}
          clampBehavior="strict"
          allowDecimal={false}
          value={source.perPiece}
          onChange={(value) => typeof value === 'number' && value >= 1 && set({ perPiece: value })}
        />
        <Select
          label="One word condensed"
          clearable
          data={[...new Set(list)]}
          value={condensed}
          onChange={(word) => set({ exceptions: word ? [{ word, face: 'condensed' }] : [] })}
        />
      </div>
      <div className="sg-buttons">
        <Button className="sg-button" disabled={list.length === 0} onClick={() => void done()}>
          Set these labels
        </Button>
        {ofTwo.length > 0 && (
          <Button
            variant="outline"
            onClick={() =>
              typeWords(list.map((word) => (ofTwo.includes(word) ? word.replace(/\s+/, ' | ') : word)).join('\n'))
            }
          >
            Names of two words on two lines
          </Button>
        )}
      </div>
    </>
  );
};
