import { AIRS, PLACES, TOOLS, WATERS, rankIn, type Catalogue } from '../materials/index.ts';
import { isHollow, rimZoneOf, type Brief, type Design } from '../piece/index.ts';
import { boundsOf, clearAreaOf, type Bounds } from '../shape/index.ts';
import { formatTemperature } from '../units/index.ts';
import { LOOK_WORDS, mayBeLeaded, type Situation } from '../judge/index.ts';

/** Kinds of change, the smallest first. */
export const CHANGE_KINDS = ['setting', 'wait', 'prep', 'layer', 'use', 'product'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** One change to a brief that a button can apply. */
export interface Change {
  readonly kind: ChangeKind;
  readonly id: string;
  /** Set for what is told and not done: it may leave open what only a test patch can tell. */
  readonly leavesUnknown?: true;
  /** What the button says. */
  readonly label: string;
  readonly apply: (brief: Brief) => Brief;
}

/** Changes of one sort from the smallest to the largest; if the largest does not help, none does. */
export type Ladder = readonly Change[];

const withSurface =
  (patch: Partial<Brief['part']['surface']>) =>
  (brief: Brief): Brief => ({ ...brief, part: { ...brief.part, surface: { ...brief.part.surface, ...patch } } });
const withUse =
  (patch: Partial<Brief['part']['use']>) =>
  (brief: Brief): Brief => ({ ...brief, part: { ...brief.part, use: { ...brief.part.use, ...patch } } });
const withWorkshop =
  (patch: Partial<Brief['workshop']>) =>
  (brief: Brief): Brief => ({ ...brief, workshop: { ...brief.workshop, ...patch } });
const withDesigns =
  (patch: Partial<Brief['part']['designs'][number]>) =>
  (brief: Brief): Brief => ({
    ...brief,
    part: { ...brief.part, designs: brief.part.designs.map((design) => ({ ...design, ...patch })) },
  });

/** How many times larger a design can be: what is as large as fits stays so, what has its size said goes to the edge of the area. */
const roomFor = ({ scale, widthMm, heightMm, artworkId, placement }: Design, clear: Bounds | null): number => {
  if (!clear) return Infinity;
  if (artworkId !== null && placement.sizing === 'largest') return 1;
  if (widthMm === null || heightMm === null) return Infinity;
  return Math.min(clear.width / (widthMm * scale), clear.height / (heightMm * scale));
};
/** The box of what is clear of a measured area; null where none was measured, or it cannot be laid flat. */
const clearBox = (part: Brief['part'], catalogue: Catalogue): Bounds | null => {
  const clear =
    part.area && clearAreaOf(part.area, { sizing: catalogue.sizing, rimZoneMm: rimZoneOf(part, catalogue) });
  return clear?.ok ? boundsOf(clear.clear) : null;
};
const enlargedBy =
  (factor: number) =>
  (brief: Brief): Brief => ({
    ...brief,
    part: {
      ...brief.part,
      designs: brief.part.designs.map((design) => ({
        ...design,
        scale: Number((design.scale * factor).toPrecision(12)),
        placement: { ...design.placement, sizing: 'said' as const },
      })),
    },
  });

const range = (from: number, to: number, step = 1): number[] =>
  Array.from({ length: Math.max(0, Math.floor((to - from) / step + 1e-9) + 1) }, (_, index) => from + index * step);
const round = (value: number): number => Number(value.toFixed(2));

const WATER_LABELS: Readonly<Record<string, string>> = {
  none: 'Keep it dry',
  wipe: 'Only wipe it',
  handWash: 'Wash it by hand',
};
const PLACE_LABELS: Readonly<Record<string, string>> = {
  indoors: 'Keep it indoors',
  humid: 'Keep it indoors',
  sheltered: 'Keep it under cover',
};
const AIR_LABELS: Readonly<Record<string, string>> = {
  ventilated: 'Work where air moves through',
  outdoors: 'Work outdoors',
};
const TOOL_LABELS: Readonly<Record<string, string>> = {
  cutter: 'Use a cutter',
  press: 'Use a press or iron',
  heatGun: 'Use a heat gun',
  oven: 'Use an oven',
  turner: 'Use a turner',
};
const LONGEST_WAIT_DAYS = 60;
const LARGEST_SCALE = 6;
const HEAT_STEP_C = 5;

/**
 * Every single change that could make a refused method work, as ladders in the order in which they are tried:
 * setting < wait < prep < added layer < changed use < other product. (Layers the search adds by itself.)
 */
export const changesFor = (situation: Situation): readonly Ladder[] => {
  const { brief, catalogue, heat, use, surface } = situation;
  const { workshop, part } = brief;
  const one = (kind: ChangeKind, id: string, label: string, apply: Change['apply']): Ladder => [
    { kind, id, label, apply },
  ];
  const tools = TOOLS.filter((tool) => !workshop.tools.includes(tool)).map((tool) =>
    one('setting', `tool-${tool}`, TOOL_LABELS[tool]!, (each) =>
      withWorkshop({ tools: [...each.workshop.tools, tool] })(each),
    ),
  );
  const air = AIRS.slice(rankIn(AIRS, workshop.air) + 1).map((best): Change => ({
    kind: 'setting',
    id: `air-${best}`,
    label: AIR_LABELS[best]!,
    apply: withWorkshop({ air: best }),
  }));
  const warmer = range(Math.floor(workshop.temperatureC) + 1, 25).map((temperatureC): Change => ({
    kind: 'setting',
    id: `warm-${temperatureC}`,
    label: `Warm the workshop to ${temperatureC} °C`,
    apply: withWorkshop({ temperatureC }),
  }));
  const cooler = range(20, Math.ceil(workshop.temperatureC) - 1)
    .reverse()
    .map((temperatureC): Change => ({
      kind: 'setting',
      id: `cool-${temperatureC}`,
      label: `Work at ${temperatureC} °C`,
      apply: withWorkshop({ temperatureC }),
    }));
  const drier = range(50, Math.ceil(workshop.relativeHumidity) - 1, 5)
    .reverse()
    .map((relativeHumidity): Change => ({
      kind: 'setting',
      id: `dry-${relativeHumidity}`,
      label: `Dry the air to ${relativeHumidity} %`,
      apply: withWorkshop({ relativeHumidity }),
    }));
  const clear = clearBox(part, catalogue);
  const larger = range(1.1, Math.min(LARGEST_SCALE, ...part.designs.map((design) => roomFor(design, clear))), 0.1).map(
    (factor): Change => ({
      kind: 'setting',
      id: `scale-${round(factor)}`,
      label: `Enlarge ${part.designs.length > 1 ? 'the designs' : 'the design'} ×${round(factor)}`,
      apply: enlargedBy(round(factor)),
    }),
  );
  const waits = range(part.surface.waitDays + 1, LONGEST_WAIT_DAYS).map((waitDays): Change => ({
    kind: 'wait',
    id: `wait-${waitDays}`,
    label: `Wait ${waitDays} ${waitDays === 1 ? 'day' : 'days'} first`,
    apply: withSurface({ waitDays }),
  }));
  const preps = catalogue.products
    .filter((product) => product.offered && !part.surface.preparation.includes(product.id))
    .map((product) =>
      one('prep', `prep-${product.id}`, `${product.name[0]!.toUpperCase()}${product.name.slice(1)} first`, (each) =>
        withSurface({ preparation: [...each.part.surface.preparation, product.id] })(each),
      ),
    );
  const gentler = WATERS.slice(0, Math.max(0, rankIn(WATERS, use.water)))
    .reverse()
    .map((water): Change => ({
      kind: 'use',
      id: `water-${water}`,
      label: WATER_LABELS[water]!,
      apply: withUse({ water }),
    }));
  const laundry =
    use.laundryC === null
      ? []
      : [
          ...range(30, use.laundryC - 10, 10)
            .reverse()
            .map((laundryC): Change => ({
              kind: 'use',
              id: `laundry-${laundryC}`,
              label: `Wash at ${laundryC} °C`,
              apply: withUse({ laundryC }),
            })),
          {
            kind: 'use' as const,
            id: 'laundry-none',
            label: 'Wash it by hand, not in a machine',
            apply: withUse({ laundryC: null }),
          },
        ];
  const shorter =
    use.lifeYears === null
      ? []
      : range(1, Math.ceil(use.lifeYears * 2) - 1)
          .reverse()
          .map((halves): Change => ({
            kind: 'use',
            id: `life-${halves / 2}`,
            label: `Accept ${halves === 1 ? 'half a year' : `${halves / 2} ${halves === 2 ? 'year' : 'years'}`}`,
            apply: withUse({ lifeYears: halves / 2 }),
          }));
  const places = PLACES.slice(0, Math.max(0, rankIn(PLACES, use.place)))
    .reverse()
    .map((place): Change => ({
      kind: 'use',
      id: `place-${place}`,
      label: PLACE_LABELS[place]!,
      apply: withUse({ place }),
    }));
  const hot = heat ? heat.high : 0;
  const coolerUse: Ladder =
    use.heatC !== null
      ? range(25, Math.ceil(hot) - 1, HEAT_STEP_C)
          .reverse()
          .map((heatC): Change => ({
            kind: 'use',
            id: `heat-${heatC}`,
            label: `Keep it below ${formatTemperature(heatC)}`,
            apply: withUse({ heatC }),
          }))
      : [];
  const source = catalogue.heatSourceById.get(use.heat);
  const led =
    use.heatC === null && source?.ledInstead && (catalogue.heatSourceById.get('led')?.surfaceC.high ?? Infinity) < hot
      ? one('use', 'heat-led', 'Use an LED lamp', withUse({ heat: 'led', heatC: null }))
      : [];
  const noHeat =
    use.heatC === null && use.heat !== 'none'
      ? one('use', 'heat-none', source?.keptAway ?? 'Keep heat away from it', withUse({ heat: 'none' }))
      : [];
  const looks = [...new Set(catalogue.methods.flatMap(({ looks: each }) => each))]
    .filter((look) => look !== 'noEdge' && part.designs.some((design) => design.look !== 'any' && design.look !== look))
    .map((look) => one('use', `look-${look}`, `Accept ${LOOK_WORDS[look]}`, withDesigns({ look })));
  return [
    ...tools,
    air,
    warmer,
    cooler,
    drier,
    larger,
    waits,
    // a result that only the maker can tell: one that found some, or is still to come, mends nothing
    part.surface.leadTest === 'unknown' && mayBeLeaded(situation)
      ? [
          {
            kind: 'prep' as const,
            id: 'lead-clear',
            label: 'Say that a lead test found none',
            leavesUnknown: true as const,
            apply: withSurface({ leadTest: 'clear' }),
          },
        ]
      : [],
    ...preps,
    gentler,
    laundry,
    use.soak === 'yes' ? one('use', 'no-soak', 'Do not soak it', withUse({ soak: 'no' })) : [],
    led,
    noHeat,
    coolerUse,
    isHollow(part.surface.shape)
      ? part.designs.some(({ zone }) => zone !== 'outside')
        ? one('use', 'zone-outside', 'Move the design to the outside, off the rim', withDesigns({ zone: 'outside' }))
        : []
      : part.designs.some(({ zone }) => zone !== 'underside') && use.food !== 'none'
        ? one('use', 'zone-underside', 'Put it on a side that food does not touch', withDesigns({ zone: 'underside' }))
        : [],
    ['feet', 'abrasion'].includes(use.wear)
      ? one('use', 'wear-handled', 'Keep feet and rubbing off it', withUse({ wear: 'handled' }))
      : [],
    use.mustComeOff === 'yes' ? one('use', 'stays', 'Let it stay for good', withUse({ mustComeOff: 'no' })) : [],
    shorter,
    places,
    ...looks,
    surface.properties.dyePolymer && surface.properties.dyePolymer.typical > 0 && part.surface.tone === 'dark'
      ? one('product', 'light-blank', 'Use a light one', withSurface({ tone: 'light' }))
      : [],
  ].filter((ladder) => ladder.length > 0);
};
