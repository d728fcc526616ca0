import { Button, FileButton, Progress, SegmentedControl, Select, Tabs, Textarea } from '@mantine/core';
import { useState } from 'react';
import { parseLength, problemSentence, type ArtworkRecord, type ArtworkSource, type Outcome } from '@sgraffa/core';
import { boundedNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { lengthIn } from '../../ui/words.ts';
import { ask, StoppedError, stopSizing, type ReadDrawing } from '../../workers/sizingClient.ts';
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

const PLAIN_TEXT: TextSource = {
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

const newId = (): string => `art-${crypto.randomUUID().slice(0, 8)}`;
const nameOf = (text: string): string => text.trim().replace(/\s+/g, ' ').slice(0, 60) || 'artwork';

interface Said {
  /** What came of it, in words. */
  readonly found?: string;
  readonly problems: string | null;
  readonly notices: readonly string[];
}
const NOTHING: Said = { problems: null, notices: [] };

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

const Drawing = ({ keep, say }: { keep: (drawing: ReadDrawing, file: string) => void; say: (said: Said) => void }) => {
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

const Words = ({
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
  const { settings } = sizing.model;
  const [source, setSource] = useState(from);
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
        <QuantityInput
          required
          label="Height of capitals"
          value={source.letterHeightMm}
          format={lengthIn(settings)}
          parse={(text) => parseLength(text, settings.length)}
          onChange={(letterHeightMm) => letterHeightMm !== null && set({ letterHeightMm })}
        />
        <QuantityInput
          required
          label="Between letters"
          description="In letter heights."
          value={source.letterSpacing}
          format={String}
          parse={boundedNumber('a spacing', -0.5, 5, '')}
          onChange={(letterSpacing) => letterSpacing !== null && set({ letterSpacing })}
        />
        <QuantityInput
          required
          label="From line to line"
          description="In letter heights."
          value={source.lineSpacing}
          format={String}
          parse={boundedNumber('a spacing', 0.5, 10, '')}
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

const Labels = ({
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
  const { settings } = sizing.model;
  const [words, setWords] = useState(from?.words.join('\n') ?? '');
  const [source, setSource] = useState<Omit<LabelSource, 'words'>>(from ?? PLAIN_LABELS);
  const set = (patch: Partial<LabelSource>) => setSource((kept) => ({ ...kept, ...patch }));
  const list = words
    .split('\n')
    .map((word) => word.trim())
    .filter(Boolean);
  const length = { format: lengthIn(settings), parse: (text: string) => parseLength(text, settings.length) };
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
        ? ` The thinnest stroke is ${length.format(minStrokeMm)}, in “${thinnestWord}”${limit !== null && minStrokeMm < limit ? `: ${sizing.cutFrom.measure!.name} needs ${length.format(limit)}` : ''}.`
        : '';
    const found = `${list.length} labels with capitals ${length.format(letterHeightMm)} high. “${limitingWord.replace('\n', ' ')}” lets them be no larger: it is as ${limitedBy === 'width' ? 'wide' : 'high'} as it may be.${thin}`;
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
        <QuantityInput
          required
          label="Room across"
          value={source.maxWidthMm}
          {...length}
          onChange={(maxWidthMm) => maxWidthMm !== null && set({ maxWidthMm })}
        />
        <QuantityInput
          required
          label="Room up and down"
          value={source.maxHeightMm}
          {...length}
          onChange={(maxHeightMm) => maxHeightMm !== null && set({ maxHeightMm })}
        />
        <QuantityInput
          required
          label="Between letters"
          description="In letter heights."
          value={source.letterSpacing}
          format={String}
          parse={boundedNumber('a spacing', -0.5, 5, '')}
          onChange={(letterSpacing) => letterSpacing !== null && set({ letterSpacing })}
        />
        <QuantityInput
          label="Height of capitals"
          description="Empty: the largest that lets the longest fit."
          value={source.letterHeightMm}
          {...length}
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

const SOURCE_WORDS: Readonly<Record<ArtworkSource['kind'], string>> = {
  drawing: 'A drawing',
  text: 'Words',
  labels: 'A set of labels',
};

/** Where the artwork comes from: a drawing, words, a set of labels, or one that is there already. */
export const SourcePart = ({ sizing }: { sizing: Sizing }) => {
  const { artwork, artworks, keepArtwork, setDesign, design } = sizing;
  const [isChanging, setChanging] = useState(false);
  const [kind, setKind] = useState<ArtworkSource['kind']>(artwork?.source.kind ?? 'drawing');
  const [said, say] = useState<Said>(NOTHING);
  const keep = (drawing: ReadDrawing, source: ArtworkSource, name: string) => {
    const record: ArtworkRecord = { id: newId(), name, svg: drawing.svg, source, mends: [] };
    keepArtwork(
      record,
      `the artwork ${name}`,
      artwork ? {} : { placement: { ...design.placement, sizing: 'largest' } },
    );
    setChanging(false);
  };
  const others = artworks.filter(({ id }) => id !== artwork?.id);
  const isOpen = !artwork || isChanging;
  return (
    <>
      <h2 className="sg-rule">The artwork</h2>
      {artwork && (
        <p>
          <b>{artwork.name}</b>
          {artwork.source.kind === 'drawing'
            ? `, from ${artwork.source.file}`
            : artwork.source.kind === 'text'
              ? ', set in letters'
              : `, ${artwork.source.words.length} labels`}
          {artwork.mends.length > 0 && <span className="sg-quiet">; since then: {artwork.mends.join('; ')}</span>}
        </p>
      )}
      {said.found && <p role="status">{said.found}</p>}
      {said.notices.length > 0 && (
        <ul className="sg-notices">
          {said.notices.map((notice) => (
            <li key={notice}>{notice}</li>
          ))}
        </ul>
      )}
      {said.problems && (
        <p role="alert" className="sg-refused">
          {said.problems}
        </p>
      )}
      {isOpen ? (
        <>
          <Tabs
            value={kind}
            onChange={(value) => value && setKind(value as ArtworkSource['kind'])}
            className="sg-designs"
          >
            <Tabs.List aria-label="Where the artwork comes from">
              {(['drawing', 'text', 'labels'] as const).map((value) => (
                <Tabs.Tab key={value} value={value}>
                  {SOURCE_WORDS[value]}
                </Tabs.Tab>
              ))}
            </Tabs.List>
          </Tabs>
          {kind === 'drawing' && (
            <Drawing
              say={say}
              keep={(drawing, file) =>
                keep(drawing, { kind: 'drawing', file: file.slice(0, 200) }, nameOf(file.replace(/\.svg$/i, '')))
              }
            />
          )}
          {kind === 'text' && (
            <Words
              from={artwork?.source.kind === 'text' ? artwork.source : PLAIN_TEXT}
              sizing={sizing}
              say={say}
              keep={(drawing, source) => keep(drawing, source, nameOf(source.text))}
            />
          )}
          {kind === 'labels' && (
            <Labels
              from={artwork?.source.kind === 'labels' ? artwork.source : null}
              sizing={sizing}
              say={say}
              keep={(drawing, source) => keep(drawing, source, `${source.words.length} labels`)}
            />
          )}
          {others.length > 0 && (
            <Select
              label="Or one that is here already"
              placeholder="none"
              data={others.map(({ id, name }) => ({ value: id, label: name }))}
              value={null}
              onChange={(artworkId) => {
                if (!artworkId) return;
                setDesign({ artworkId }, 'the artwork');
                setChanging(false);
              }}
            />
          )}
          {artwork && (
            <Button variant="subtle" onClick={() => setChanging(false)}>
              Leave it as it is
            </Button>
          )}
        </>
      ) : (
        <div className="sg-buttons">
          <Button
            variant="outline"
            onClick={() => {
              setKind(artwork.source.kind);
              setChanging(true);
            }}
          >
            {artwork.source.kind === 'drawing' ? 'Another artwork' : 'Change the words'}
          </Button>
          <Button variant="outline" onClick={() => setDesign({ artworkId: null }, `taking ${artwork.name} off`)}>
            Take it off the piece
          </Button>
        </div>
      )}
    </>
  );
};

/** How the artwork is brought to its place: size, turn, alignment, nudge. */
export const PlacePart = ({ sizing }: { sizing: Sizing }) => {
  const { design, artwork, setDesign, here, scale, looked, model } = sizing;
  const { settings } = model;
  if (!artwork) return null;
  const { placement } = design;
  const set = (patch: Partial<typeof placement>, name: string) =>
    setDesign({ placement: { ...placement, ...patch } }, name);
  const length = lengthIn(settings);
  const width = looked.looked ? looked.looked.boundsMm.width : null;
  const offset = (text: string): Outcome<{ value: number }> => {
    const isBack = /^\s*[-−]/.test(text);
    if (/^\s*[-−]?0+\s*(mm|in)?\s*$/.test(text)) return { ok: true, value: 0 };
    const read = parseLength(text.replace(/^\s*[-−]/, ''), settings.length);
    return read.ok ? { ok: true, value: isBack ? -read.value : read.value } : read;
  };
  const margins = here?.placement?.marginsMm;
  return (
    <>
      <h3>Its size and place</h3>
      <SegmentedControl
        aria-label="Its size"
        data={[
          { value: 'largest', label: 'As large as fits' },
          { value: 'said', label: 'A size of its own' },
        ]}
        value={placement.sizing}
        onChange={(sizingOf) =>
          setDesign({ placement: { ...placement, sizing: sizingOf as 'largest' | 'said' }, scale }, 'its size')
        }
      />
      <div className="sg-fields">
        {placement.sizing === 'said' && width !== null && (
          <QuantityInput
            required
            label="Width"
            value={width}
            format={length}
            parse={(text) => parseLength(text, settings.length)}
            onChange={(wanted) => wanted !== null && setDesign({ scale: (scale * wanted) / width }, 'its size')}
          />
        )}
        <QuantityInput
          required
          label="Turned"
          value={placement.turnDeg}
          format={(value) => `${value}°`}
          parse={(text) => boundedNumber('a turn', -360, 360, '°')(text.replace('°', ''))}
          onChange={(turnDeg) => turnDeg !== null && set({ turnDeg }, 'the turn')}
        />
        <Select
          label="Across"
          data={[
            { value: 'left', label: 'to the left' },
            { value: 'centre', label: 'in the middle' },
            { value: 'right', label: 'to the right' },
          ]}
          value={placement.alignX}
          onChange={(alignX) => alignX && set({ alignX: alignX as typeof placement.alignX }, 'its place')}
        />
        <Select
          label="Up and down"
          data={[
            { value: 'top', label: 'at the top' },
            { value: 'centre', label: 'in the middle' },
            { value: 'bottom', label: 'at the bottom' },
          ]}
          value={placement.alignY}
          onChange={(alignY) => alignY && set({ alignY: alignY as typeof placement.alignY }, 'its place')}
        />
        <QuantityInput
          required
          label="Moved to the right by"
          value={placement.nudgeXMm}
          format={length}
          parse={offset}
          onChange={(nudgeXMm) => nudgeXMm !== null && set({ nudgeXMm }, 'its place')}
        />
        <QuantityInput
          required
          label="Moved down by"
          value={placement.nudgeYMm}
          format={length}
          parse={offset}
          onChange={(nudgeYMm) => nudgeYMm !== null && set({ nudgeYMm }, 'its place')}
        />
      </div>
      {margins && (
        <p role="status" className="sg-number">
          left {length(margins.left)}, right {length(margins.right)}, top {length(margins.top)}, bottom{' '}
          {length(margins.bottom)}
        </p>
      )}
      {here?.problems.map((problem) => (
        <p key={problem.code} role="alert" className="sg-refused">
          {problemSentence(problem)}
        </p>
      ))}
    </>
  );
};
