import { Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { DEFAULT_SCHOOLS, type Schools, type Settings } from '@sgraffa/core';
import type { Bench } from '../../store/workspaceStore.ts';
import { options } from '../../ui/words.ts';
import { useCatalogue, useNow } from '../../store/bench.ts';
import { firstAnswers, judgingOf } from '../../workers/matchClient.ts';

/** Each school with its ways, and the reason of the one that stands unless the crafter says otherwise. */
const SCHOOLS: {
  readonly [Key in keyof Schools]: {
    readonly label: string;
    readonly why: string;
    readonly ways: Readonly<Record<Schools[Key], string>>;
  };
} = {
  filmOrder: {
    label: 'Film and clear',
    why: 'Clear brushed over film gets under its edge and lifts it: so nothing on top.',
    ways: {
      nothingOnTop: 'seal, then film, nothing on top',
      filmThenClear: 'film, then mist coats of clear',
      filmThenFlood: 'film, then an epoxy flood',
    },
  },
  edgeSeal: {
    label: 'Sealing the edge of a mask',
    why: 'On a painted ground another coat of its own colour is invisible; elsewhere clear medium is.',
    ways: {
      byGround: 'by the ground',
      clear: 'always clear medium',
      groundColour: "the ground's own colour where there is one",
    },
  },
  unmask: {
    label: 'Taking the mask off',
    why: 'A thin wet coat tears least; what cannot be peeled wet is dried and scored.',
    ways: { byMedium: 'as the colour allows', wet: 'wet, wherever it can be', dry: 'dry and scored, always' },
  },
  pile: {
    label: 'Colour on coir',
    why: 'Stippled paint is crisp and stays out of lifted edges; spray is quicker and drifts.',
    ways: { stipple: 'stippled', spray: 'sprayed' },
  },
  etchStencil: {
    label: 'Stencil under cream and gel',
    why: 'Removable film lets them creep, most of all on textured coats.',
    ways: { permanent: 'permanent film', removable: 'removable film on smooth surfaces' },
  },
  weeding: {
    label: 'Weeding',
    why: 'Pulling the waste through the tape fails with low-tack film or weak tape: only a trial.',
    ways: { conventional: 'waste off the liner, counters first', transferFirst: 'tape on first, then pull the waste' },
  },
  dishwasher: {
    label: 'Dishwashers',
    why: 'Labels differ and machines differ more; hand washing never harms.',
    ways: { handWashOnly: 'hand wash only', byLabel: 'as the label says' },
  },
};

/** Which pieces get another first answer by the last change of a school. */
const Effect = ({ bench, before }: { bench: Bench; before: Schools }) => {
  const now = bench.settings.value.schools;
  const all = useCatalogue();
  const at = useNow();
  const { data } = useQuery({
    queryKey: ['schools', before, bench.settings.value.schools, bench.settings.value.workshop, bench.pieces],
    queryFn: async () => {
      const [was, is] = [
        await firstAnswers(bench, judgingOf(bench), before, at, all),
        await firstAnswers(bench, judgingOf(bench), now, at, all),
      ];
      return bench.pieces.flatMap(({ id, value }, index) => {
        const gone = was[index]!.filter((layer) => !is[index]!.includes(layer));
        const come = is[index]!.filter((layer) => !was[index]!.includes(layer));
        return gone.length || come.length ? [{ id, name: value.name, gone, come }] : [];
      });
    },
    staleTime: Infinity,
  });
  return (
    <div role="status" className="sg-turned">
      {!data && 'Judging your pieces by it…'}
      {data?.length === 0 && 'None of your pieces gets another first answer by this.'}
      {data && data.length > 0 && (
        <>
          Another first answer now:
          <ul>
            {data.map(({ id, name, gone, come }) => (
              <li key={id}>
                <Link to={`/pieces/${id}/match`}>{name}</Link>: {gone.length > 0 && <s>{gone.join(', ')}</s>}{' '}
                {come.join(', ') || 'without it'}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
};

/** Where good crafters differ: how the pieces are judged, why, and what a change does to them. */
export const SchoolsPart = ({
  bench,
  change,
}: {
  bench: Bench;
  change: (edit: (kept: Settings) => Settings, name: string) => void;
}) => {
  const { schools } = bench.settings.value;
  const [before, setBefore] = useState<Schools | null>(null);
  const pick = (patch: Partial<Schools>, name: string) => {
    setBefore(schools);
    change((kept) => ({ ...kept, schools: { ...kept.schools, ...patch } }), name);
  };
  return (
    <section>
      <h2 className="sg-rule">Schools</h2>
      <p className="sg-quiet">Where good crafters differ, this is how your pieces are judged.</p>
      <div className="sg-fields">
        {(Object.keys(SCHOOLS) as (keyof Schools)[]).map((school) => {
          const { label, why, ways } = SCHOOLS[school];
          const usual = (ways as Readonly<Record<string, string>>)[DEFAULT_SCHOOLS[school]];
          return (
            <Select
              key={school}
              label={label}
              description={`${why} Usual: ${usual}.`}
              data={options<string>(ways)}
              value={schools[school]}
              onChange={(way) => way && pick({ [school]: way } as Partial<Schools>, label.toLowerCase())}
            />
          );
        })}
      </div>
      {before && JSON.stringify(before) !== JSON.stringify(schools) && <Effect bench={bench} before={before} />}
    </section>
  );
};
