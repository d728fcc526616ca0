import { Select, Switch } from '@mantine/core';
import { useState } from 'react';
import { problemSentence, type ArtworkRecord, type ArtworkSource } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { SettledButton } from '../../ui/SettledButton.tsx';
import { useOpenForm } from '../../ui/openForms.ts';
import { RANGES } from '../../ui/ranges.ts';
import { lengthIn } from '../../ui/words.ts';
import { ask, type ReadDrawing } from '../../workers/sizingClient.ts';
import type { Said } from './said.ts';
import type { Sizing } from './useSizing.ts';

type PatternSource = Extract<ArtworkSource, { kind: 'pattern' }>;

const PLAIN: Omit<PatternSource, 'motifId'> = {
  kind: 'pattern',
  stepXMm: 30,
  stepYMm: 30,
  isHalfDrop: false,
  motifHeightMm: 15,
};

const NoArea = () => <p className="sg-quiet">Measure the clear area above first: it is made to fit that.</p>;

/** A motif repeated over all of the clear area. */
export const Pattern = ({
  from,
  sizing,
  keep,
  say,
}: {
  from: PatternSource | null;
  sizing: Sizing;
  keep: (drawing: ReadDrawing, source: PatternSource, motif: ArtworkRecord) => void;
  say: (said: Said) => void;
}) => {
  const { artworks, model, rimZoneMm } = sizing;
  const { area } = model.part;
  const length = lengthIn(model.settings);
  const motifs = artworks.filter(({ source }) => source.kind !== 'blank' && source.kind !== 'pattern');
  const [source, setSource] = useState<PatternSource>(from ?? { ...PLAIN, motifId: '' });
  useOpenForm(source !== from && source.motifId !== '');
  const set = (patch: Partial<PatternSource>) => setSource((kept) => ({ ...kept, ...patch }));
  const motif = motifs.find(({ id }) => id === source.motifId);
  if (!area) return <NoArea />;
  const done = async () => {
    if (!motif) return;
    const made = await ask((worker) => worker.pattern(motif.svg, source, area, rimZoneMm));
    if (!made.ok) return say({ problems: made.problems.map(problemSentence).join(' '), notices: [] });
    const found = made.meetsAtSeam
      ? `${made.columns} columns ${length(made.stepXMm)} apart: the pattern meets itself at the seam.`
      : `${made.columns} columns ${length(made.stepXMm)} apart.`;
    say({ found, problems: null, notices: made.drawing.notices });
    keep(made.drawing, source, motif);
  };
  return (
    <>
      <div className="sg-fields">
        <Select
          label="The motif"
          description={
            motifs.length ? 'An artwork that is here already.' : 'Choose a drawing first: it is the motif then.'
          }
          data={motifs.map(({ id, name }) => ({ value: id, label: name }))}
          value={motif ? motif.id : null}
          onChange={(motifId) => motifId && set({ motifId })}
        />
        <LengthInput
          required
          label="Height of a motif"
          value={source.motifHeightMm}
          range={RANGES.text.motifMm}
          onChange={(motifHeightMm) => motifHeightMm !== null && set({ motifHeightMm })}
        />
        <LengthInput
          required
          label="Across, from one to the next"
          value={source.stepXMm}
          range={RANGES.text.stepMm}
          onChange={(stepXMm) => stepXMm !== null && set({ stepXMm })}
        />
        <LengthInput
          required
          label="Down, from one to the next"
          value={source.stepYMm}
          range={RANGES.text.stepMm}
          onChange={(stepYMm) => stepYMm !== null && set({ stepYMm })}
        />
      </div>
      <Switch
        label="Every other column half a step lower"
        checked={source.isHalfDrop}
        onChange={(event) => set({ isHalfDrop: event.currentTarget.checked })}
      />
      <SettledButton className="sg-button" mt="md" disabled={!motif} run={done}>
        Repeat it over the area
      </SettledButton>
    </>
  );
};

/** All of the clear area, plain: a wrap's blank or a field. */
export const Blank = ({
  sizing,
  keep,
  say,
}: {
  sizing: Sizing;
  keep: (drawing: ReadDrawing) => void;
  say: (said: Said) => void;
}) => {
  const { model, rimZoneMm } = sizing;
  const { area } = model.part;
  if (!area) return <NoArea />;
  const done = async () => {
    const made = await ask((worker) => worker.blank(area, rimZoneMm));
    if (!made.ok) return say({ problems: made.problems.map(problemSentence).join(' '), notices: [] });
    say({ problems: null, notices: [] });
    keep(made.drawing);
  };
  return (
    <>
      <p className="sg-quiet">One plain piece over all of the clear area: a wrap with rim and foot free, or a field.</p>
      <SettledButton className="sg-button" run={done}>
        Cover the area
      </SettledButton>
    </>
  );
};
