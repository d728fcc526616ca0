import { Button, FileButton, Select, Textarea } from '@mantine/core';
import { useState } from 'react';
import { problemSentence, type ArtworkSource } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import { useOpenForm } from '../../ui/openForms.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { ask, type ReadDrawing } from '../../workers/sizingClient.ts';
import type { Said } from './said.ts';
import type { Sizing } from './useSizing.ts';

type TextSource = Extract<ArtworkSource, { kind: 'text' }>;
type LabelSource = Extract<ArtworkSource, { kind: 'labels' }>;

const FACES = [
  { value: 'sans', label: 'Plain, without serifs' },
  { value: 'serif', label: 'With serifs' },
  { value: 'slab', label: 'With slab serifs' },
  { value: 'script', label: 'Script, letters joined' },
  { value: 'stencil', label: 'Stencil, with bridges of its own' },
  { value: 'condensed', label: 'Condensed' },
];

export const PLAIN_TEXT: TextSource = {
  kind: 'text',
  text: '',
  face: 'sans',
  letterHeightMm: 30,
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
};

/** A face of the crafter's own: its file is read here and only its outlines are kept. */
const FaceSelect = ({ label, value, onChange }: { label: string; value: string; onChange: (face: string) => void }) => {
  const [own, setOwn] = useState<{ id: string; name: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (file: File) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const id = `own ${file.name}`;
    const read = await ask((worker) => worker.openOwnFont(id, bytes));
    if (!read.ok) return setProblem(read.problems.map(problemSentence).join(' '));
    setProblem(null);
    setOwn({ id, name: read.name });
    onChange(id);
  };
  const data = [...FACES, ...(own ? [{ value: own.id, label: own.name }] : [])];
  return (
    <div>
      <Select
        label={label}
        data={
          data.some((face) => face.value === value)
            ? data
            : [...data, { value, label: `${value}: choose its file again` }]
        }
        value={value}
        onChange={(face) => face && onChange(face)}
      />
      <FileButton accept=".ttf,.otf,.woff,.woff2" onChange={(file) => file && void open(file)}>
        {(props) => (
          <Button variant="subtle" size="compact-md" {...props}>
            A font file of your own
          </Button>
        )}
      </FileButton>
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
    </div>
  );
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
  keep,
  say,
}: {
  from: TextSource;
  keep: (drawing: ReadDrawing, source: TextSource) => void;
  say: (said: Said) => void;
}) => {
  const [source, setSource] = useState(from);
  useOpenForm(source !== from);
  const set = (patch: Partial<TextSource>) => setSource((kept) => ({ ...kept, ...patch }));
  const done = async () => {
    const outcome = await ask((worker) => worker.text(source));
    if (!outcome.ok) return say({ problems: outcome.problems.map(problemSentence).join(' '), notices: [] });
    say({ problems: null, notices: outcome.drawing.notices });
    keep(outcome.drawing, source);
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
          required
          label="Height of capitals"
          value={source.letterHeightMm}
          range={RANGES.text.letterHeightMm}
          onChange={(letterHeightMm) => letterHeightMm !== null && set({ letterHeightMm })}
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
      <Button className="sg-button" disabled={source.text.trim() === ''} onClick={() => void done()}>
        Set these words
      </Button>
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
  const length = lengthIn(sizing.model.settings);
  const [words, setWords] = useState(from?.words.join('\n') ?? '');
  const [source, setSource] = useState<Omit<LabelSource, 'words'>>(from ?? PLAIN_LABELS);
  useOpenForm(words !== (from?.words.join('\n') ?? ''));
  const set = (patch: Partial<LabelSource>) => setSource((kept) => ({ ...kept, ...patch }));
  const list = words
    .split('\n')
    .map((word) => word.trim())
    .filter(Boolean);
  const done = async () => {
    const whole: LabelSource = {
      ...source,
      words: list,
      exceptions: source.exceptions.filter(({ word }) => list.includes(word)),
    };
    const outcome = await ask((worker) => worker.labels(whole));
    if (!outcome.ok) return say({ problems: outcome.problems.map(problemSentence).join(' '), notices: [] });
    const { letterHeightMm, limitingWord, limitedBy, minStrokeMm, thinnestWord } = outcome.figures;
    const limit = sizing.cutFrom.measure?.minStroke?.typical ?? null;
    const thin =
      minStrokeMm !== null
        ? ` The thinnest stroke is ${length(minStrokeMm)}, in “${thinnestWord}”${limit !== null && minStrokeMm < limit ? `: ${sizing.cutFrom.measure!.name} needs ${length(limit)}` : ''}.`
        : '';
    const found = `${list.length} labels with capitals ${length(letterHeightMm)} high. “${limitingWord.replace('\n', ' ')}” lets them be no larger: it is as ${limitedBy === 'width' ? 'wide' : 'high'} as it may be.${thin}`;
    say({ found, problems: null, notices: outcome.drawing.notices });
    keep(outcome.drawing, whole);
  };
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
        onChange={(event) => setWords(event.currentTarget.value)}
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
        <Select
          label="One word condensed"
          clearable
          data={[...new Set(list)]}
          value={condensed}
          onChange={(word) => set({ exceptions: word ? [{ word, face: 'condensed' }] : [] })}
        />
      </div>
      <Button className="sg-button" disabled={list.length === 0} onClick={() => void done()}>
        Set these labels
      </Button>
    </>
  );
};
