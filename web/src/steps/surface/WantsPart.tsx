import { Checkbox, Select } from '@mantine/core';
import { Fragment } from 'react';
import { MOST_COLOUR, type Design, type DesignWants, type Product, type WantedCoat } from '@sgraffa/core';
import { TypedInput } from '../../ui/TypedInput.tsx';
import { capitalised, KIND_WORDS } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

type Wants = PieceModel['part']['wants'];

/** What is set, without what was cleared: an empty wish is none. */
const kept = <Shape extends object>(shape: Shape): Shape =>
  Object.fromEntries(Object.entries(shape).filter(([, value]) => value !== null && value !== undefined)) as Shape;

const KIND_PREFIX = 'kind:';

/** A coat that is wanted: any of a kind, or one product. */
const CoatSelect = ({
  label,
  coat,
  products,
  set,
}: {
  label: string;
  coat: WantedCoat | undefined;
  products: readonly Product[];
  set: (coat: WantedCoat | undefined) => void;
}) => {
  const kinds = [...new Set(products.map(({ kind }) => kind))];
  return (
    <Select
      label={label}
      placeholder="whatever fits"
      clearable
      searchable
      {...(coat?.tone && coat.colour === undefined ? { description: `In ${coat.tone}.` } : {})}
      data={[
        ...kinds.map((kind) => ({ value: `${KIND_PREFIX}${kind}`, label: `any ${KIND_WORDS[kind] ?? kind}` })),
        ...products.map(({ id, name }) => ({ value: id, label: name })),
      ]}
      value={coat?.product ?? (coat?.kind ? `${KIND_PREFIX}${coat.kind}` : null)}
      onChange={(value) => {
        if (value === null) return set(undefined);
        const { tone, colour } = coat ?? {};
        const kind = value.startsWith(KIND_PREFIX)
          ? kinds.find((each) => `${KIND_PREFIX}${each}` === value)
          : products.find(({ id }) => id === value)?.kind;
        set(kept({ tone, colour, kind, product: value.startsWith(KIND_PREFIX) ? undefined : value }) as WantedCoat);
      }}
    />
  );
};

const ColourInput = ({
  label,
  colour = '',
  set,
}: {
  label: string;
  colour: string | undefined;
  set: (colour: string | null) => void;
}) => (
  <TypedInput
    label={label}
    placeholder="not said"
    kept={colour}
    read={(text) => ({ ok: true, value: text.trim().slice(0, MOST_COLOUR) })}
    keep={set}
    clear={() => set(null)}
  />
);

const DesignWantsFields = ({ model, design, isSeveral }: { model: PieceModel; design: Design; isSeveral: boolean }) => {
  const { catalogue, changePart } = model;
  const set = (patch: { readonly [Key in keyof DesignWants]?: DesignWants[Key] | null }, name: string) =>
    changePart(
      (part) => ({
        ...part,
        designs: part.designs.map((one) =>
          one.id === design.id ? { ...one, wants: kept({ ...one.wants, ...patch }) as DesignWants } : one,
        ),
      }),
      name,
    );
  const of = (role: Product['roles'][number]) =>
    catalogue.products.filter(({ roles }) => roles.includes(role)).map(({ id, name }) => ({ value: id, label: name }));
  const named = (label: string) => (isSeveral ? `${label}: ${design.name}` : label);
  return (
    <>
      <Select
        label={named('Way of working')}
        placeholder="whatever fits"
        clearable
        searchable
        data={catalogue.methods.map(({ id, name }) => ({ value: id, label: name }))}
        value={design.wants.way ?? null}
        onChange={(way) => set({ way }, 'the way that is wanted')}
      />
      <Select
        label={named('Film that stays')}
        placeholder="whatever fits"
        clearable
        searchable
        data={of('film')}
        value={design.wants.film ?? null}
        onChange={(film) => set({ film }, 'the film that is wanted')}
      />
      <Select
        label={named('Stencil')}
        placeholder="whatever fits"
        clearable
        searchable
        data={of('mask')}
        value={design.wants.mask ?? null}
        onChange={(mask) => set({ mask }, 'the stencil that is wanted')}
      />
      <Select
        label={named('Colour, cream, gel or paste')}
        placeholder="whatever fits"
        clearable
        searchable
        data={of('medium')}
        value={design.wants.medium ?? null}
        onChange={(medium) => set({ medium }, 'the medium that is wanted')}
      />
      <ColourInput
        label={named('In which colour')}
        colour={design.wants.colour}
        set={(colour) => set({ colour }, 'the colour that is wanted')}
      />
      <Checkbox
        label={named('Cut by hand')}
        checked={design.wants.hand === true}
        onChange={(event) => set({ hand: event.currentTarget.checked ? true : null }, 'cutting by hand')}
      />
    </>
  );
};

/** What is wanted and not there yet: it ranks first where it stands, and is answered first where it does not. */
export const WantsPart = ({ model }: { model: PieceModel }) => {
  const { part, catalogue, changePart } = model;
  const setCoat = (which: keyof Wants, coat: WantedCoat | undefined) =>
    changePart(
      (now) => ({
        ...now,
        wants: kept({ ...now.wants, [which]: coat && Object.keys(coat).length ? coat : undefined }),
      }),
      `the ${which} that is wanted`,
    );
  const coats = (role: Product['roles'][number]) => catalogue.products.filter(({ roles }) => roles.includes(role));
  return (
    <>
      <h2>What is wanted</h2>
      <p className="sg-quiet">Still to be done. What is on the piece already stands above, under the surface.</p>
      <div className="sg-fields">
        {(['ground', 'finish'] as const).map((which) => (
          <Fragment key={which}>
            <CoatSelect
              label={capitalised(which)}
              coat={part.wants[which]}
              products={coats(which)}
              set={(coat) => setCoat(which, coat)}
            />
            <ColourInput
              label={`${capitalised(which)} in which colour`}
              colour={part.wants[which]?.colour}
              set={(colour) => setCoat(which, kept({ ...part.wants[which], colour: colour ?? undefined }))}
            />
          </Fragment>
        ))}
        {part.designs.map((design) => (
          <DesignWantsFields key={design.id} model={model} design={design} isSeveral={part.designs.length > 1} />
        ))}
      </div>
    </>
  );
};
