import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { enlargementFor, isMadeForArea, problemSentence } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { options } from '../../ui/words.ts';
import { ask, type MendAsked, type MendedDrawing } from '../../workers/sizingClient.ts';
import { Plate } from './Plate.tsx';
import type { Sizing } from './useSizing.ts';

/** How far a mend may reach, mm. */
const MEND_SIZE = { low: 0.01, high: 1000, isWhole: false };

const MEND_WORDS = {
  bridge: 'tie islands with bridges',
  thicken: 'thicken strokes',
  widenGaps: 'widen thin webs',
  outline: 'an outline around it',
  setInto: 'set it into a pattern',
  invert: 'swap openings and stock',
  border: 'a border strip',
} as const;
type Kind = keyof typeof MEND_WORDS;

const MEND_ABOUT: Readonly<Record<Kind, string>> = {
  bridge:
    'Straight ties from each island to the stock, where the opening is narrow and well spread; never across a stroke below the limit.',
  thicken: 'Every stroke gains this much on each side; gaps close by as much.',
  widenGaps: 'Openings give way where less than this is left between them: for media that creep.',
  outline: 'One shape around everything, this much wider, without holes.',
  setInto: 'It is cut out of the middle of another artwork, with this much left around, and set into the gap.',
  invert: 'What was open is covered and the other way round, in a field this much larger: a stencil becomes a resist.',
  border: 'A strip all around, this wide, as far off again.',
};

interface MendChoices {
  readonly perIsland: string;
  readonly minStrokeMm: number;
  readonly skip: readonly number[];
  readonly patternSvg: string | null;
}

const mendOf = (kind: Kind, mm: number, { perIsland, patternSvg, ...bridges }: MendChoices): MendAsked => {
  switch (kind) {
    case 'bridge':
      return {
        kind,
        widthMm: mm,
        perIsland: perIsland === 'auto' ? null : (Number(perIsland) as 1 | 2 | 3),
        ...bridges,
      };
    case 'thicken':
      return { kind, byMm: mm };
    case 'widenGaps':
      return { kind, leastMm: mm };
    case 'outline':
      return { kind, byMm: mm };
    case 'setInto':
      return { kind, gapMm: mm, patternSvg: patternSvg ?? '' };
    case 'invert':
      return { kind, marginMm: mm };
    case 'border':
      return { kind, widthMm: mm, gapMm: mm };
  }
};

interface Preview {
  /** The drawing that was mended. */
  readonly of: string;
  readonly drawing: MendedDrawing;
  readonly words: string;
}

/** A mend as it would look, with what it leaves to do. */
const MendPreview = ({
  sizing,
  preview,
  onKeep,
  onLeave,
}: {
  sizing: Sizing;
  preview: Preview;
  onKeep: () => void;
  onLeave: () => void;
}) => {
  const {
    looked: { looked },
    scale,
    model,
  } = sizing;
  const { layers, bridges, loose } = preview.drawing;
  const left = looked && {
    ...looked,
    thinStrokes: [],
    thinWebs: [],
    islands: looked.islands.filter(({ number }) => loose.includes(number)),
  };
  return (
    <div className="sg-asked" role="group" aria-label="The mend, before it is kept">
      <Plate
        settings={model.settings}
        area={null}
        designs={[]}
        openId=""
        layers={layers}
        rooms={preview.drawing.drawing.rooms}
        scale={scale}
        looked={left}
        showsIslands
      />
      <p>
        So it would be: {preview.words}.
        {bridges.length > 0 && ` ${bridges.length} ${bridges.length === 1 ? 'bridge' : 'bridges'}.`}
        {loose.length > 0 && ` Still loose: ${loose.join(', ')}; number them on a placement map.`}
      </p>
      <div className="sg-buttons">
        <Button className="sg-button" onClick={onKeep}>
          Keep it
        </Button>
        <Button variant="outline" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
};

const strokeLimitOf = ({ cutFrom }: Sizing): number | null => cutFrom.stroke?.figure.typical ?? null;

/** How far each mend reaches where nothing is typed, by what is cut from, mm. */
const usualOf = (sizing: Sizing): Readonly<Record<Kind, number>> => {
  const { cutFrom, looked, model } = sizing;
  const web = cutFrom.measure?.minWeb?.typical;
  const [limit, found] = [strokeLimitOf(sizing), looked.looked?.minStrokeMm ?? null];
  return {
    bridge: Math.max(model.catalogue.sizing.bridgeWidth.typical, web ?? 0),
    thicken: limit !== null && found !== null ? Math.max(0.05, (limit - found) / 2) : 0.2,
    widenGaps: web ?? 1,
    outline: 3,
    setInto: 2,
    invert: 10,
    border: 3,
  };
};

/** How much larger the artwork had to be for its thinnest stroke to be cut. */
const Enlargement = ({ sizing }: { sizing: Sizing }) => {
  const { artwork, cutFrom, looked, design, here, scale, setDesign } = sizing;
  const [limit, found] = [strokeLimitOf(sizing), looked.looked?.minStrokeMm ?? null];
  const times = limit !== null && found !== null ? enlargementFor(found, limit) : 1;
  // labels have the height that they are set at, and what is made for the area its size: a press would change nothing
  if (times <= 1 || !artwork || artwork.rooms || isMadeForArea(artwork.source)) return null;
  const isLargest = design.placement.sizing === 'largest' && Boolean(here?.placement);
  return (
    <p>
      ×{times} larger, its thinnest stroke reaches what {cutFrom.stroke!.of} needs.{' '}
      {isLargest ? (
        <span className="sg-quiet">
          It is as large as fits: a larger area, another material or thicker strokes would do.
        </span>
      ) : (
        <Button
          variant="outline"
          onClick={() =>
            setDesign(
              (kept) => ({ scale: scale * times, placement: { ...kept.placement, sizing: 'said' } }),
              `enlarging ×${times}`,
            )
          }
        >
          Enlarge ×{times}
        </Button>
      )}
    </p>
  );
};

/** Mends of the artwork, each looked at before it is kept. */
export const MendsPart = ({ sizing }: { sizing: Sizing }) => {
  const [tried, setPreview] = useState<Preview | null>(null);
  const {
    artwork,
    artworks,
    scale,
    looked: { looked },
    cutFrom: { as },
    model: { settings },
    keepArtwork,
  } = sizing;
  const [kind, setKind] = useState<Kind>('bridge');
  const [size, setSize] = useState<number | null>(null);
  const [perIsland, setPerIsland] = useState('auto');
  const [byHand, setByHand] = useState('');
  const [patternId, setPattern] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  if (!artwork) return null;
  // a mend of a drawing that has changed since, in another tab or by undo, is not kept over it
  const preview = tried?.of === artwork.svg ? tried : null;
  const limit = strokeLimitOf(sizing);
  const mm = size ?? usualOf(sizing)[kind];
  const skip = byHand
    .split(/[\s,;]+/)
    .map(Number)
    .filter((number) => Number.isInteger(number) && number > 0);
  const others = artworks.filter(({ id }) => id !== artwork.id);
  const pattern = others.find(({ id }) => id === patternId);
  // figures are typed at the size that it is cut; the drawing is kept as drawn
  const asDrawn = mm / scale;
  const try_ = async () => {
    const outcome = await ask((worker) =>
      worker.mend(
        artwork.svg,
        artwork.rooms,
        mendOf(kind, asDrawn, { perIsland, minStrokeMm: (limit ?? 0) / scale, skip, patternSvg: pattern?.svg ?? null }),
        isMadeForArea(artwork.source),
      ),
    );
    if (!outcome.ok) return setProblem(outcome.problems.map(problemSentence).join(' '));
    setProblem(null);
    setPreview({ of: artwork.svg, drawing: outcome, words: `${MEND_WORDS[kind]}, ${lengthIn(settings)(mm)}` });
  };
  const keep = () => {
    if (!preview) return;
    keepArtwork(
      {
        ...artwork,
        svg: preview.drawing.drawing.svg,
        rooms: preview.drawing.drawing.rooms && preview.drawing.drawing.rooms.map((room) => ({ ...room })),
        mends: [...artwork.mends, preview.words],
      },
      preview.words,
    );
    setPreview(null);
  };
  return (
    <>
      <h2 className="sg-rule">Mends</h2>
      <Enlargement sizing={sizing} />
      <div className="sg-fields">
        <Select
          className="is-wide"
          label="Mend"
          description={MEND_ABOUT[kind]}
          data={options(MEND_WORDS)}
          value={kind}
          onChange={(value) => {
            if (value) {
              setKind(value);
              setSize(null);
              setPreview(null);
            }
          }}
        />
        <LengthInput
          required
          label={kind === 'bridge' ? 'Width of a bridge' : 'By how much'}
          value={mm}
          range={MEND_SIZE}
          onChange={setSize}
        />
        {kind === 'setInto' && (
          <Select
            label="The pattern"
            description={others.length ? 'An artwork that is here already.' : 'Import the pattern on any piece first.'}
            data={others.map(({ id, name }) => ({ value: id, label: name }))}
            value={patternId}
            onChange={setPattern}
          />
        )}
        {kind === 'bridge' && (
          <>
            <Select
              label="Bridges for each island"
              data={[
                { value: 'auto', label: 'by its size' },
                { value: '1', label: 'one' },
                { value: '2', label: 'two' },
                { value: '3', label: 'three' },
              ]}
              value={perIsland}
              onChange={(value) => value && setPerIsland(value)}
            />
            <TextInput
              label="Placed by hand instead"
              description="Numbers of islands, as on the picture."
              value={byHand}
              onChange={(event) => setByHand(event.currentTarget.value)}
            />
          </>
        )}
      </div>
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
      {preview ? (
        <MendPreview sizing={sizing} preview={preview} onKeep={keep} onLeave={() => setPreview(null)} />
      ) : (
        <Button
          variant="outline"
          disabled={(kind === 'bridge' && !looked?.islandCount) || (kind === 'setInto' && !pattern)}
          onClick={() => void try_()}
        >
          {kind === 'bridge' && looked?.islandCount === 0 ? 'No islands to tie' : 'Look at it first'}
        </Button>
      )}
      {as === 'stencil' && (looked?.islandCount ?? 0) > 0 && !preview && (
        <p className="sg-quiet">
          Without bridges, print a placement map below: the islands are numbered as on the picture.
        </p>
      )}
    </>
  );
};
