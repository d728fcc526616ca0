import type { Outcome } from '../problem/index.ts';
import type { Base, Catalogue, Figure, Method, Product } from '../materials/index.ts';
import { TEXTURES, rankIn } from '../materials/index.ts';
import {
  effectiveUse,
  isHollow,
  surfaceFacts,
  type ApplyOperation,
  type Brief,
  type Operation,
  type Schools,
  type Surface,
  type Trial,
  type Use,
} from '../piece/index.ts';
import { isLoose, isPile, isPinned, takesAway } from './asked.ts';
import type { Situation, Soil, Top } from './context.ts';

const least = (values: readonly (number | null)[]): number | null => {
  const known = values.filter((value) => value !== null);
  return known.length ? Math.min(...known) : null;
};

const heatOf = ({ heat, heatC }: Use, { tone, shape }: Surface, base: Base, catalogue: Catalogue): Figure | null => {
  if (heatC !== null) return { low: heatC, typical: heatC, high: heatC, unit: '°C', basis: 'your-label' };
  const source = catalogue.heatSourceById.get(heat)?.surfaceC ?? null;
  // what makes the sun's high figure is a dark face
  const isPale = heat === 'sun' && tone === 'light';
  // a thick wall of glass or ceramic stays cooler outside than thin metal does, and than a coaster under the cup
  const conducts = base.pattern === 'metal' || base.properties.traits.includes('conducts');
  const isThick = heat === 'hotDrink' && isHollow(shape) && !conducts;
  return source && (isPale || isThick) ? { ...source, high: source.typical } : source;
};

/** Reads a brief once, so that thousands of stacks can be judged on it. */
export const situationOf = (
  brief: Brief,
  catalogue: Catalogue,
  schools: Schools,
  trials: readonly Trial[] = [],
): Outcome<{ situation: Situation }> => {
  const { part, workshop } = brief;
  const read = surfaceFacts(part.surface, catalogue, { prepared: true });
  if (!read.ok) return read;
  const use = effectiveUse(part.use, catalogue);
  const scaled = (value: number | null, scale: number) => (value === null ? null : value * scale);
  return {
    ok: true,
    situation: {
      brief,
      part,
      use,
      workshop,
      surface: read.facts,
      catalogue,
      schools,
      designs: part.designs,
      strokeMm: least(part.designs.map((design) => scaled(design.minStrokeMm, design.scale))),
      webMm: least(part.designs.map((design) => scaled(design.minWebMm, design.scale))),
      islands: part.designs.some(({ islands }) => islands !== null)
        ? part.designs.reduce((sum, { islands }) => sum + (islands ?? 0), 0)
        : null,
      heat: heatOf(use, part.surface, read.facts.base, catalogue),
      lifeYears: use.lifeYears,
      trials,
    },
  };
};

const isPressed = (method: Method, catalogue: Catalogue): boolean =>
  method.slots.some((slot) => slot.role === 'film' && (slot.how?.includes('press') || slot.kinds?.includes('sheet'))) &&
  catalogue.products.length > 0;

/** What must come off the surface before the first layer, in the order it is done; each fact asks for its own prep. */
export const soilsOf = (situation: Situation, method: Method): Soil[] => {
  const { properties } = situation.surface;
  const { traits } = properties;
  const soils: Soil[] = [];
  const add = (soil: Soil, when: boolean) => when && !soils.includes(soil) && soils.push(soil);
  for (const soil of ['flaking', 'rust', 'oldGlue', 'wax', 'silicone', 'damp'] as const)
    add(soil, situation.part.surface.condition.includes(soil));
  const [youngest] = situation.surface.finishes.slice(-1);
  add(
    'unknownAge',
    youngest !== undefined &&
      youngest.ageDays === null &&
      (youngest.finish.readyForFilm ?? youngest.finish.readyForMask ?? youngest.finish.readyForPaint) !== null,
  );
  add('chalk', properties.friable === 'yes');
  add('damp', traits.includes('holdsWater'));
  add(
    'rawGrain',
    traits.includes('rawWood') ||
      (properties.texture === 'grain' && properties.porosity === 'open' && !situation.surface.finishes.length),
  );
  add('lint', properties.porosity === 'fibre');
  add(
    'grease',
    situation.part.surface.condition.includes('grease') ||
      properties.porosity === 'none' ||
      properties.porosity === 'slight',
  );
  add('dust', true);
  add('moisture', isPressed(method, situation.catalogue) && properties.porosity === 'fibre');
  for (const soil of situation.part.surface.condition) add(soil, true);
  return soils;
};

export const firstTop = (situation: Situation, soils: readonly Soil[]): Top => {
  const { porosity, energy, texture, friable, solvents, traits } = situation.surface.properties;
  return {
    porosity,
    energy,
    texture,
    friable,
    solvents,
    traits,
    binder: situation.surface.binder,
    soils: traits.includes('glossy') ? [...soils, 'gloss'] : soils,
    coats: [],
    mask: null,
    hold: null,
    hasEdgeSeal: false,
    film: null,
    beside: [],
  };
};

const smoothed = (texture: Top['texture'], by: number, floorAbove: Top['texture']): Top['texture'] => {
  const rank = rankIn(TEXTURES, texture);
  // a coat levels fine relief; weave and coarser show through any coat
  if (rank < 0 || rank >= rankIn(TEXTURES, floorAbove)) return texture;
  return TEXTURES[Math.max(0, rank - by)] ?? texture;
};

const HIDDEN_BY_COAT = new Set<string>([
  'rawWood',
  'oilyWood',
  'glossy',
  'bareMetal',
  'saponifies',
  'repelsPaint',
  'transparent',
  'swells',
  'holdsWater',
  'alkaline',
]);

const withoutGloss = (soils: readonly Soil[]): readonly Soil[] =>
  soils.includes('gloss') ? soils.filter((soil) => soil !== 'gloss') : soils;

type Change = { [Key in keyof Top]?: Top[Key] | undefined };

/** The surface with some of it changed; written out, as thousands are made and all must have one shape to be quick. */
const changed = (top: Top, change: Change): Top => ({
  porosity: change.porosity ?? top.porosity,
  energy: change.energy ?? top.energy,
  texture: change.texture ?? top.texture,
  friable: change.friable ?? top.friable,
  solvents: change.solvents ?? top.solvents,
  traits: change.traits ?? top.traits,
  binder: 'binder' in change ? change.binder : top.binder,
  soils: change.soils ?? top.soils,
  coats: change.coats ?? top.coats,
  mask: change.mask === undefined ? top.mask : change.mask,
  hold: change.hold === undefined ? top.hold : change.hold,
  hasEdgeSeal: change.hasEdgeSeal ?? top.hasEdgeSeal,
  film: change.film === undefined ? top.film : change.film,
  beside: change.beside ?? top.beside,
});

const afterCoat = (top: Top, operation: ApplyOperation, product: Product): Change => {
  const coats = [...top.coats, { operation, product }];
  if (takesAway(product)) return { coats };
  const soils = withoutGloss(top.soils);
  if (operation.extent !== 'all') return { soils, coats };
  if (product.kind === 'stain')
    return { soils, coats, binder: product.binder, traits: top.traits.filter((trait) => trait !== 'rawWood') };
  const { porosity, energy, levels, friable, solvents } = product.makes ?? {};
  return {
    soils,
    coats,
    binder: product.binder,
    porosity: top.porosity === 'fibre' ? 'fibre' : top.porosity === 'none' ? 'none' : (porosity ?? 'unknown'),
    energy: energy ?? 'unknown',
    texture: smoothed(top.texture, levels?.typical ?? 0, 'weave'),
    friable: friable ?? 'unknown',
    solvents: solvents === 'stands' && top.solvents === 'dissolves' ? 'dissolves' : (solvents ?? 'unknown'),
    traits: top.traits.filter(
      (trait) => !HIDDEN_BY_COAT.has(trait) && !(trait === 'tannin' && product.flags.includes('blocksStains')),
    ),
  };
};

const changeBy = (top: Top, operation: ApplyOperation, product: Product): Change => {
  switch (operation.role) {
    case 'prep':
      return {
        soils: top.soils.filter((soil) => !product.removes?.includes(soil)),
        texture: product.makes?.texture,
        porosity: product.makes?.porosity,
        friable: product.makes?.friable,
      };
    case 'mask':
      return { mask: { operation, product } };
    case 'hold':
      return { hold: product };
    case 'edgeSeal':
      return { ...afterCoat(top, operation, product), hasEdgeSeal: true };
    case 'film':
      return { film: product };
    default:
      return afterCoat(top, operation, product);
  }
};

/** The surface after one operation. */
export const topAfter = (top: Top, operation: Operation, product: Product | null): Top => {
  if (operation.op === 'remove')
    return operation.what === 'mask' ? changed(top, { mask: null, hold: null, hasEdgeSeal: false }) : top;
  if (operation.op === 'treat' || !product || operation.role === 'transfer') return top;
  return changed(top, changeBy(top, operation, product));
};

/** The surface as the next design on the same part finds it: what the earlier ones left lies beside it, or below where it goes over them. */
export const topForNextDesign = (top: Top, isOver = false): Top => ({
  ...top,
  mask: null,
  hold: null,
  hasEdgeSeal: false,
  film: isOver ? top.film : null,
  beside: [
    ...top.beside,
    ...(top.film ? [top.film] : []),
    ...top.coats.flatMap(({ operation, product }) =>
      operation.extent === 'opening' && !takesAway(product) && !top.beside.includes(product) ? [product] : [],
    ),
  ],
});

/** The surface as what goes over all designs finds it. */
export const topOverDesigns = (top: Top): Top => ({
  ...top,
  film: top.film ?? top.beside.findLast(({ roles }) => roles.includes('film') && !roles.includes('medium')) ?? null,
});

const knownNeeds = new WeakMap<Top, { readonly of: Situation; readonly needs: ReadonlySet<string> }>();

/** Words for what the piece asks of optional layers; slots of the catalogue answer them. */
export const needsAt = (situation: Situation, top: Top): ReadonlySet<string> => {
  const known = knownNeeds.get(top);
  if (known?.of === situation) return known.needs;
  const needs = needsOf(situation, top);
  knownNeeds.set(top, { of: situation, needs });
  return needs;
};

const needsOf = (situation: Situation, top: Top): ReadonlySet<string> => {
  const { use, schools } = situation;
  const needs = new Set<string>();
  const outdoors = use.place === 'exposed' || use.place === 'sheltered';
  const isPorous = top.porosity === 'open' || top.porosity === 'slight' || top.porosity === 'fibre';
  const isCoated = top.coats.some(({ operation }) => operation.extent === 'all');
  if (top.traits.includes('tannin') && situation.designs.some(({ tone }) => tone === 'light'))
    needs.add('stainsThrough');
  if (top.traits.includes('bareMetal')) needs.add('metalKey');
  if (top.energy === 'low' || top.energy === 'veryLow') needs.add('lowEnergy');
  if (top.traits.includes('repelsPaint')) needs.add('repels');
  if (top.friable === 'yes') needs.add('friable');
  if (
    top.porosity === 'open' ||
    (isPorous && top.friable === 'yes') ||
    (top.texture === 'grain' && top.porosity !== 'none') ||
    (isCoated && top.porosity === 'slight')
  )
    needs.add('porousUnderFilm');
  if (outdoors && top.porosity === 'open') needs.add('weatherCoat');
  if (outdoors && isCoated && top.porosity === 'slight') needs.add('weatherSeal');
  if (top.mask && (isLoose(top.mask.product) || isPinned(top.mask.product) || isPile(top))) needs.add('maskHold');
  if (top.mask && top.texture !== 'brush') needs.add('edgeSeal');
  if (top.coats.some(({ product, operation }) => operation.role === 'medium' && product.workC && !takesAway(product)))
    needs.add('heatSet');
  if (use.place !== 'indoors' || use.water !== 'none' || use.wear !== 'display') needs.add('finish');
  if (top.traits.includes('rusts') || situation.surface.base.properties.traits.includes('rusts'))
    needs.add('bareRusts');
  if (situation.part.wants.ground) needs.add('wantsGround');
  if (situation.part.wants.finish) needs.add('finish').add('wantsSeal');
  if (schools.filmOrder === 'filmThenClear') needs.add('school:filmThenClear');
  return needs;
};

/** A coat that nobody knows, or that flakes and nobody knows its age: it may hold lead until a test says no. */
export const mayBeLeaded = ({ surface, part, catalogue }: Pick<Situation, 'surface' | 'part' | 'catalogue'>): boolean =>
  part.surface.leadTest !== 'clear' &&
  // what is there, and not what is left once it is sanded off: the sanding is what sets it free
  (part.surface.existing.some(({ finish }) => catalogue.finishById.get(finish)?.hazards?.includes('lead')) ||
    (surface.base.hazards?.includes('lead') ?? false) ||
    (part.surface.condition.includes('flaking') && part.surface.existing.every(({ ageDays }) => ageDays === null)));
