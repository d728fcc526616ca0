import { Select } from '@mantine/core';
import { type OwnSurface } from '@sgraffa/core';
import type { Edit } from '../../store/workspaceStore.ts';
import { TemperatureInput } from '../../ui/TemperatureInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { options, WATER_WORDS, YES_NO_WORDS } from '../../ui/words.ts';

type Properties = OwnSurface['properties'];
type Asked = 'porosity' | 'energy' | 'texture' | 'friable' | 'flex' | 'solvents' | 'water';

const UNKNOWN = { unknown: 'not known' } as const;
const YES_NO = { ...YES_NO_WORDS, ...UNKNOWN } as const;

/** What each property is called, and how a crafter finds it out. */
const QUESTIONS: {
  readonly [Key in Asked]: {
    readonly label: string;
    readonly how: string;
    readonly words: Readonly<Record<Properties[Key], string>>;
  };
} = {
  porosity: {
    label: 'Drinks water',
    how: 'A drop darkens it within a minute: open.',
    words: { none: 'not at all', slight: 'slightly', open: 'open pores', fibre: 'loose fibre or cloth', ...UNKNOWN },
  },
  energy: {
    label: 'Glue wets it',
    how: 'A drop of water beads: poorly; spreads: well.',
    words: {
      veryLow: 'not at all (beads up)',
      low: 'poorly',
      lowMid: 'rather poorly',
      mid: 'well enough',
      high: 'very well',
      ...UNKNOWN,
    },
  },
  texture: {
    label: 'Texture',
    how: 'Drag a fingernail across it.',
    words: {
      smooth: 'smooth',
      fine: 'fine',
      orangePeel: 'orange peel',
      grain: 'open grain',
      weave: 'weave',
      rough: 'rough',
      beads: 'beads',
      brush: 'open pile',
      ...UNKNOWN,
    },
  },
  friable: { label: 'Chalks or crumbles', how: 'Rub it with a dark cloth.', words: YES_NO },
  flex: { label: 'Bends', how: 'In use, not by force.', words: { rigid: 'no', bends: 'yes', ...UNKNOWN } },
  solvents: {
    label: 'Alcohol and solvents',
    how: 'One drop on a hidden spot, ten minutes.',
    words: { stands: 'stands them', crazes: 'clouds or crazes', dissolves: 'dissolves', ...UNKNOWN },
  },
  water: { label: 'Itself it may be', how: 'The piece without anything on it.', words: WATER_WORDS },
};

/** A surface of the crafter's own, told by what can be seen and tried at the bench; unknown is an answer. */
export const OwnProperties = ({
  own,
  onChange,
}: {
  own: OwnSurface;
  onChange: (edit: Edit<OwnSurface>, name: string) => void;
}) => {
  const set = (patch: Partial<Properties>, name: string) =>
    onChange((kept) => ({ ...kept, properties: { ...kept.properties, ...patch } }), name);
  return (
    <>
      <h3>What it is like</h3>
      <div className="sg-fields">
        {(Object.keys(QUESTIONS) as Asked[]).map((property) => (
          <Select
            key={property}
            label={QUESTIONS[property].label}
            description={QUESTIONS[property].how}
            data={options<string>(QUESTIONS[property].words)}
            value={own.properties[property]}
            onChange={(word) =>
              word && set({ [property]: word } as Partial<Properties>, QUESTIONS[property].label.toLowerCase())
            }
          />
        ))}
        <TemperatureInput
          label="Heat it stands"
          description="Leave it empty if nobody knows."
          value={own.properties.heatLimitC}
          range={RANGES.surface.heatLimitC}
          onChange={(heatLimitC) => set({ heatLimitC }, 'heat')}
        />
      </div>
    </>
  );
};
