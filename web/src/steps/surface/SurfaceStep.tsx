import { MultiSelect, NumberInput, Select } from '@mantine/core';
import { AREA_KINDS, plainOwnSurface, type Surface, type Use } from '@sgraffa/core';
import { patched, repicked, type Patch } from '../../store/patch.ts';
import { TemperatureInput } from '../../ui/TemperatureInput.tsx';
import { plainNumber } from '../../ui/numbers.ts';
import { RANGES } from '../../ui/ranges.ts';
import { DateInput } from '../../ui/DateInput.tsx';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';
import {
  FOOD_WORDS,
  ITEM_WORDS,
  options,
  readName,
  PLACE_WORDS,
  SHAPE_WORDS,
  SOIL_WORDS,
  TONE_WORDS,
  WATER_WORDS,
  WEAR_WORDS,
  LEAD_WORDS,
  YES_NO_UNSAID_WORDS,
} from '../../ui/words.ts';
import { AreaSize } from '../piece/AreaSize.tsx';
import { usePiece } from '../piece/usePieceModel.ts';
import { DesignsPart } from './DesignsPart.tsx';
import { FacesPart } from './FacesPart.tsx';
import { FinishesPart } from './FinishesPart.tsx';
import { OwnProperties } from './OwnProperties.tsx';
import { WantsPart } from './WantsPart.tsx';

const ASKED_SOILS = ['dust', 'grease', 'silicone', 'oldGlue', 'damp', 'rust', 'flaking', 'wax'] as const;
/** The piece and how it will live: every property that the layers follow from. */
export const SurfaceStep = () => {
  const { model } = usePiece();
  const { part, piece, settings, catalogue, changePart, changePiece } = model;
  const { surface, use } = part;
  const setSurface = (patch: Patch<Surface>, name: string) =>
    changePart((kept) => ({ ...kept, surface: patched(kept.surface, patch) }), name);
  const setUse = (patch: Patch<Use>, name: string) =>
    changePart((kept) => ({ ...kept, use: patched(kept.use, patch) }), name);
  const surfaceName = catalogue.baseById.get(surface.base)?.notes;
  return (
    <div className="sg-course">
      <h2>The surface</h2>
      <div className="sg-fields">
        <TypedInput
          label="Name"
          kept={piece.name}
          read={readName}
          keep={(name) => changePiece((kept) => ({ ...kept, name }), 'the name')}
        />
        <Select
          label="Made of"
          description={surfaceName ?? 'The bare material, without what is on it.'}
          searchable
          nothingFoundMessage="Not in the list: choose “a surface of your own”."
          data={[
            { value: 'own', label: 'a surface of your own' },
            ...catalogue.bases.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          value={surface.base}
          onChange={(base) =>
            base &&
            setSurface(
              base === 'own'
                ? ({ own }) => ({ base, own: own ?? plainOwnSurface(piece.name.toLowerCase()) })
                : { base },
              'the material',
            )
          }
        />
        <FinishesPart
          model={model}
          onChange={(edit, name) => setSurface(({ existing }) => ({ existing: edit(existing) }), name)}
        />
        <MultiSelect
          label="Condition"
          placeholder={surface.condition.length ? '' : 'clean'}
          data={ASKED_SOILS.map((soil) => ({ value: soil, label: SOIL_WORDS[soil] }))}
          value={surface.condition}
          onChange={(picked) =>
            setSurface(
              ({ condition }) => ({
                condition: repicked(condition, surface.condition, picked as Surface['condition']),
              }),
              'its condition',
            )
          }
        />
        {surface.existing.length > 0 && (
          <Select
            label="Lead in the coat that is there"
            data={options(LEAD_WORDS)}
            value={surface.leadTest}
            onChange={(leadTest) => leadTest && setSurface({ leadTest }, 'the lead test')}
          />
        )}
        <Select
          label="Shape"
          data={options(SHAPE_WORDS)}
          value={surface.shape}
          onChange={(shape) =>
            shape &&
            changePart((kept) => {
              // an area that can only lie on another shape goes with that shape
              const lies = kept.area && AREA_KINDS[kept.area.kind].shape;
              return {
                ...kept,
                surface: { ...kept.surface, shape },
                area: lies && lies !== shape ? null : kept.area,
              };
            }, 'its shape')
          }
        />
        <Select
          label="Colour of the surface"
          data={options(TONE_WORDS)}
          value={surface.tone}
          onChange={(tone) => tone && setSurface({ tone }, 'its colour')}
        />
      </div>
      <AreaSize model={model} />
      <FacesPart model={model} />
      {surface.base === 'own' && surface.own && (
        <OwnProperties
          own={surface.own}
          onChange={(edit, name) => setSurface(({ own }) => ({ own: own && edit(own) }), name)}
        />
      )}
      <h2>Its use</h2>
      <div className="sg-fields">
        <Select
          label="Where it lives"
          data={options(PLACE_WORDS)}
          value={use.place}
          onChange={(place) => place && setUse({ place }, 'where it lives')}
        />
        <Select
          label="How it is cleaned"
          data={options(WATER_WORDS)}
          value={use.water}
          onChange={(water) => water && setUse({ water }, 'how it is cleaned')}
        />
        <TemperatureInput
          label="Laundry temperature"
          description="Only where it goes in a washing machine."
          value={use.laundryC}
          range={RANGES.use.laundryC}
          onChange={(laundryC) => setUse({ laundryC }, 'the laundry')}
        />
        <Select
          label="Left standing in water"
          data={options(YES_NO_UNSAID_WORDS)}
          value={use.soak}
          onChange={(soak) => soak && setUse({ soak }, 'soaking')}
        />
        <Select
          label="How it is used"
          data={options(WEAR_WORDS)}
          value={use.wear}
          onChange={(wear) => wear && setUse({ wear }, 'its use')}
        />
        <QuantityInput
          label="Years that it must last"
          value={use.lifeYears}
          format={String}
          parse={plainNumber('years')}
          range={RANGES.use.lifeYears}
          onChange={(lifeYears) => setUse({ lifeYears }, 'the life wanted')}
        />
        <Select
          label="Heat"
          data={[
            ...catalogue.heatSources.map(({ id, name }) => ({ value: id, label: name })),
            { value: 'unknown', label: 'not said yet' },
          ]}
          value={use.heat}
          onChange={(heat) => heat && setUse({ heat }, 'the heat')}
        />
        <TemperatureInput
          label="Hottest the surface gets"
          description="Where you know it better than the list."
          value={use.heatC}
          range={RANGES.use.heatC}
          onChange={(heatC) => setUse({ heatC }, 'the heat')}
        />
        <Select
          label="Touches"
          data={options(FOOD_WORDS)}
          value={use.food}
          onChange={(food) => food && setUse({ food }, 'food contact')}
        />
        <Select
          label="Small children"
          data={options(YES_NO_UNSAID_WORDS)}
          value={use.children}
          onChange={(children) => children && setUse({ children }, 'children')}
        />
        <Select
          label="Worn against the skin"
          data={options(YES_NO_UNSAID_WORDS)}
          value={use.skin}
          onChange={(skin) => skin && setUse({ skin }, 'skin contact')}
        />
        <Select
          label="Must not be slippery"
          data={options(YES_NO_UNSAID_WORDS)}
          value={use.grip}
          onChange={(grip) => grip && setUse({ grip }, 'grip underfoot')}
        />
        <Select
          label="It is"
          data={options(ITEM_WORDS)}
          value={use.item}
          onChange={(item) => item && setUse({ item }, 'what it is')}
        />
        <Select
          label="Must come off again"
          data={options(YES_NO_UNSAID_WORDS)}
          value={use.mustComeOff}
          onChange={(mustComeOff) => mustComeOff && setUse({ mustComeOff }, 'whether it comes off')}
        />
      </div>
      {use.nots.length > 0 && (
        <p className="sg-quiet">
          Said as a “not”: {use.nots.map(({ words }) => words).join(', ')}.{' '}
          <button
            type="button"
            className="sg-fold is-tight"
            onClick={() => setUse(() => ({ nots: [] }), 'what was said as a “not”')}
          >
            Take it back
          </button>
        </p>
      )}
      <DesignsPart model={model} />
      <WantsPart model={model} />
      <h2>The job</h2>
      <div className="sg-fields">
        <NumberInput
          label="How many alike"
          min={1}
          max={1000}
          clampBehavior="strict"
          allowDecimal={false}
          value={piece.quantity}
          onChange={(quantity) =>
            typeof quantity === 'number' && quantity >= 1 && changePiece((kept) => ({ ...kept, quantity }), 'how many')
          }
        />
        <DateInput
          label="Begin not before"
          value={piece.startsAt}
          zone={settings.zone}
          onChange={(startsAt) => changePiece((kept) => ({ ...kept, startsAt }), 'the start')}
        />
        <DateInput
          label="Due"
          value={piece.due}
          zone={settings.zone}
          onChange={(due) => changePiece((kept) => ({ ...kept, due }), 'the due date')}
        />
        {surface.preparation.length > 0 && (
          <MultiSelect
            label="Agreed before the work"
            data={catalogue.products
              .filter(({ offered }) => offered)
              .map(({ id, name }) => ({ value: id, label: name }))}
            value={surface.preparation}
            onChange={(picked) =>
              setSurface(
                ({ preparation }) => ({ preparation: repicked(preparation, surface.preparation, picked) }),
                'agreed prep',
              )
            }
          />
        )}
        {surface.waitDays > 0 && (
          <QuantityInput
            label="Days agreed to wait"
            required
            value={surface.waitDays}
            format={String}
            parse={plainNumber('days')}
            range={RANGES.surface.waitDays}
            onChange={(waitDays) => waitDays !== null && setSurface({ waitDays }, 'the wait')}
          />
        )}
      </div>
    </div>
  );
};
