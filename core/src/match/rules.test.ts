import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainOwnSurface, type ApplyOperation, type Operation, type Schools, type Stack } from '../piece/index.ts';
import { aroundArea, briefOf, finish, type Said } from '../testing/briefs.ts';
import { runs } from '../testing/runs.ts';
import { matchLayers, type MatchResult } from './index.ts';
import { judgeStack, RULES } from '../judge/index.ts';

/** A realistic piece on which the rule speaks, one on which it keeps silent, and where only a hand-made stack shows it, that stack. */
interface Row {
  readonly rule: string;
  readonly speaks: Said & { schools?: Partial<Schools> };
  readonly silent: Said;
  readonly stack?: Stack;
  readonly silentStack?: Stack;
}

const layer = (id: string, role: ApplyOperation['role'], productId: string): ApplyOperation => ({
  id,
  op: 'apply',
  role,
  productId,
  how: 'brush',
  coats: 1,
  extent:
    role === 'mask'
      ? 'masked'
      : role === 'medium' || role === 'film'
        ? 'opening'
        : role === 'edgeSeal'
          ? 'edge'
          : 'all',
});
const dusted = layer('dust-off', 'prep', 'dust-off');
const degreased = layer('degrease', 'prep', 'degrease-alcohol');
const lintOff = layer('lint-roll', 'prep', 'lint-roll');
const sanded = layer('sand-bare', 'prep', 'sand-bare');
const off = (school: 'wet' | 'dry' = 'wet'): Operation => ({ id: 'unmask', op: 'remove', what: 'mask', school });
const stackOf = (methodId: string, ...operations: Operation[]): Stack => ({ methodId, operations });
const through = (
  methodId: string,
  prep: Operation,
  mask: string,
  medium: string,
  school: 'wet' | 'dry' = 'wet',
): Stack => stackOf(methodId, prep, layer('mask', 'mask', mask), layer('medium', 'medium', medium), off(school));

const bareWood: Said = { base: 'hardwood' };
const glass: Said = { base: 'glass-soda-lime' };
const outdoors = { place: 'exposed', lifeYears: 3 } as const;
const poweredTin: Said = { base: 'steel-mild', surface: finish('powder-coat'), design: { look: 'bareMetal' } };
const cottonBag: Said = { base: 'cotton', use: { laundryC: 40 } };

// two designs on one part: a frosted moon and a coloured label; a pattern kept by resist and letters; two looks on cloth
const lanternTwo: Said = { ...glass, designs: [{ look: 'frosted' }, { look: 'opaque', tone: 'dark' }] };
const label = { ...layer('film', 'film', 'film-permanent'), designId: 't.design-2' };
const moon = (pass: string): Operation[] => [
  { ...layer(`mask${pass}`, 'mask', 'film-permanent'), designId: 't.design' },
  { ...layer(`medium${pass}`, 'medium', 'frost-cream'), designId: 't.design' },
  { ...off(), id: `unmask${pass}` },
];
const filmFirst: Stack = {
  ...stackOf('decal', degreased, label, ...moon('.2')),
  others: [{ designId: 't.design', methodId: 'frost-etch' }],
};
const filmLast: Stack = {
  ...stackOf('frost-etch', degreased, ...moon(''), { ...label, id: 'film.2' }),
  others: [{ designId: 't.design-2', methodId: 'decal' }],
};
const signTwo: Said = { base: 'plywood', designs: [{ look: 'grain' }, { look: 'opaque', tone: 'dark' }] };
const bagTwo: Said = {
  base: 'cotton',
  designs: [
    { look: 'opaque', tone: 'light' },
    { look: 'opaque', tone: 'dark' },
  ],
};

const ROWS: readonly Row[] = [
  { rule: 'never-on-these', speaks: { ...glass, use: { item: 'safetyGear' } }, silent: glass },
  { rule: 'never-this-product', speaks: poweredTin, silent: { base: 'hardwood', design: { look: 'burnt' } } },
  { rule: 'lye-burns', speaks: poweredTin, silent: glass },
  {
    rule: 'inside-candle-vessel',
    speaks: {
      ...glass,
      surface: { shape: 'cylinder' },
      use: { heat: 'led', item: 'candleVessel' },
      design: { zone: 'inside' },
    },
    silent: { ...glass, use: { item: 'candleVessel' } },
    silentStack: stackOf('decal', degreased, layer('film', 'film', 'film-permanent')),
  },
  {
    rule: 'food-zone',
    speaks: { base: 'ceramic-glazed', use: { food: 'lip' }, design: { zone: 'rim' } },
    silent: { base: 'ceramic-glazed' },
  },
  {
    rule: 'burn-and-food',
    speaks: { ...bareWood, use: { food: 'food' }, design: { look: 'burnt' } },
    silent: { ...bareWood, design: { look: 'burnt' } },
  },
  {
    rule: 'stripped-food-zone',
    speaks: { ...glass, use: { food: 'lip' }, design: { zone: 'rim', look: 'frosted' } },
    silent: { ...glass, design: { look: 'frosted' } },
  },
  { rule: 'children-mouth', speaks: { ...bareWood, use: { item: 'toy' } }, silent: bareWood },
  {
    rule: 'lead-below',
    speaks: { base: 'glaze-old', use: { food: 'food' } },
    silent: { base: 'ceramic-glazed', use: { food: 'food' } },
  },
  { rule: 'pvc-heat', speaks: { ...glass, use: { heat: 'candle' } }, silent: { ...glass, use: { heat: 'led' } } },
  {
    rule: 'vacuum-vessel',
    speaks: {
      base: 'steel-stainless',
      surface: finish('powder-coat'),
      use: { item: 'vacuumVessel', water: 'dishwasher' },
      design: { look: 'bareMetal' },
    },
    silent: { base: 'steel-stainless', use: { item: 'vacuumVessel', water: 'handWash' } },
  },

  { rule: 'film-wants-energy', speaks: { base: 'pp', workshop: { air: 'room' } }, silent: glass },
  { rule: 'coat-wants-energy', speaks: { base: 'pe', workshop: { air: 'room' } }, silent: glass },
  { rule: 'film-wants-smooth', speaks: { base: 'steel-mild', surface: finish('powder-coat') }, silent: glass },
  {
    rule: 'film-wants-sealed',
    speaks: { base: 'mdf' },
    silent: glass,
    stack: stackOf('decal', dusted, layer('film', 'film', 'film-permanent')),
    silentStack: stackOf('decal', degreased, layer('film', 'film', 'film-permanent')),
  },
  {
    rule: 'nothing-on-friable',
    speaks: { base: 'hardwood', surface: finish('chalk-paint') },
    silent: { base: 'hardwood', surface: finish('acrylic-paint') },
    stack: stackOf('decal', dusted, layer('film', 'film', 'film-removable')),
    silentStack: stackOf('decal', dusted, layer('film', 'film', 'film-removable')),
  },
  {
    rule: 'coat-wants-key',
    speaks: { base: 'hardwood', surface: finish('varnish-oil') },
    silent: bareWood,
    stack: through('paint-stencil', degreased, 'film-removable', 'craft-acrylic'),
    silentStack: through('paint-stencil', sanded, 'film-removable', 'craft-acrylic'),
  },
  {
    rule: 'film-follows-shape',
    speaks: { base: 'pmma', surface: { shape: 'compound' } },
    silent: { base: 'pmma', surface: { shape: 'flat' } },
  },
  { rule: 'plasticiser-softens', speaks: { base: 'pvc-soft' }, silent: { base: 'abs' } },
  { rule: 'oily-wood-repels', speaks: { base: 'teak' }, silent: bareWood },
  { rule: 'sheet-outgasses', speaks: { base: 'polycarbonate' }, silent: glass },
  { rule: 'brittle-on-bending', speaks: { base: 'leather' }, silent: bareWood },
  {
    rule: 'method-suits-surface',
    speaks: bareWood,
    silent: { base: 'hardwood', design: { look: 'burnt' } },
    silentStack: through('burn', sanded, 'film-permanent', 'burn-paste', 'dry'),
  },
  {
    rule: 'product-suits-surface',
    speaks: bareWood,
    silent: bareWood,
    silentStack: through('paint-stencil', sanded, 'film-removable', 'craft-acrylic'),
  },

  {
    rule: 'solvent-over-waterborne',
    speaks: { base: 'hardwood', surface: finish('acrylic-paint'), use: outdoors },
    silent: { base: 'steel-mild', surface: finish('powder-coat') },
    stack: through('paint-stencil', degreased, 'film-permanent', 'aerosol-enamel'),
    silentStack: stackOf(
      'paint-stencil',
      degreased,
      layer('scuff', 'prep', 'scuff'),
      layer('mask', 'mask', 'film-permanent'),
      layer('medium', 'medium', 'aerosol-enamel'),
      off(),
    ),
  },
  {
    rule: 'solvent-on-plastic',
    speaks: { base: 'foam-ps' },
    silent: glass,
    stack: through('paint-stencil', degreased, 'film-removable', 'aerosol-enamel'),
    silentStack: through('paint-stencil', degreased, 'film-removable', 'aerosol-enamel'),
  },
  { rule: 'nothing-on-soil', speaks: { base: 'hardwood', surface: { condition: ['wax'] } }, silent: bareWood },
  {
    rule: 'oil-on-zinc',
    speaks: { base: 'steel-galvanised', use: outdoors },
    silent: { base: 'steel-stainless' },
    stack: stackOf(
      'paint-stencil',
      degreased,
      layer('scuff', 'prep', 'scuff'),
      layer('mask', 'mask', 'film-permanent'),
      layer('medium', 'medium', 'aerosol-enamel'),
      off(),
    ),
    silentStack: stackOf(
      'paint-stencil',
      degreased,
      layer('scuff', 'prep', 'scuff'),
      layer('mask', 'mask', 'film-permanent'),
      layer('medium', 'medium', 'aerosol-enamel'),
      off(),
    ),
  },
  {
    rule: 'metal-wants-primer',
    speaks: { base: 'aluminium', workshop: { air: 'ventilated' } },
    silent: { base: 'aluminium', surface: finish('powder-coat') },
  },
  {
    rule: 'caustic-on-light-metal',
    speaks: { base: 'aluminium', surface: finish('powder-coat'), design: { look: 'bareMetal' } },
    silent: poweredTin,
  },
  {
    rule: 'acid-on-limestone',
    speaks: { base: 'marble', design: { look: 'frosted' } },
    silent: { base: 'slate', design: { look: 'frosted' } },
  },
  {
    rule: 'etch-wants-soda-lime',
    speaks: { base: 'glass-borosilicate' },
    silent: glass,
    silentStack: stackOf('decal', degreased, layer('film', 'film', 'film-frosted')),
  },
  {
    rule: 'gel-wants-coating',
    speaks: { base: 'aluminium', surface: finish('anodised'), design: { look: 'bareMetal' } },
    silent: glass,
    silentStack: stackOf('decal', degreased, layer('film', 'film', 'film-frosted')),
  },
  {
    rule: 'burn-wants-raw-wood',
    speaks: { base: 'hardwood', surface: finish('varnish-water'), design: { look: 'burnt' } },
    silent: { base: 'hardwood', design: { look: 'burnt' } },
  },
  {
    rule: 'burn-smoke',
    speaks: { base: 'plywood', design: { look: 'burnt' } },
    silent: { base: 'hardwood', design: { look: 'burnt' } },
  },
  {
    rule: 'dye-wants-polyester',
    speaks: { base: 'polycotton', surface: { tone: 'light' } },
    silent: { base: 'polyester', surface: { tone: 'light' } },
  },
  {
    rule: 'dye-wants-light',
    speaks: { base: 'polyester', surface: { tone: 'dark' } },
    silent: { base: 'polyester', surface: { tone: 'light' } },
  },
  { rule: 'dye-migrates', speaks: { base: 'polyester' }, silent: { base: 'cotton' } },
  {
    rule: 'stain-wants-bare',
    speaks: { base: 'hardwood', surface: finish('varnish-water') },
    silent: { base: 'hardwood' },
    silentStack: through('gel-stain-stencil', sanded, 'film-removable', 'gel-stain'),
  },
  { rule: 'waterproofing-repels', speaks: { base: 'cloth-waterproof' }, silent: { base: 'cotton' } },
  {
    rule: 'repelling-wall-paint',
    speaks: { base: 'plaster', surface: finish('wall-paint-scrubbable') },
    silent: { base: 'plaster', surface: finish('wall-paint') },
  },
  {
    rule: 'stains-through',
    speaks: { base: 'softwood', design: { tone: 'light' } },
    silent: { base: 'softwood', design: { tone: 'dark' } },
  },
  {
    rule: 'cream-near-silvering',
    speaks: { base: 'mirror', design: { look: 'frosted' } },
    silent: { ...glass, design: { look: 'frosted' } },
  },
  { rule: 'alkaline-ground', speaks: { base: 'concrete', use: outdoors }, silent: { base: 'slate', use: outdoors } },

  {
    rule: 'clear-over-film',
    speaks: { base: 'plywood', use: outdoors, schools: { filmOrder: 'filmThenClear' } },
    silent: { base: 'plywood', use: outdoors },
  },
  {
    rule: 'film-on-film',
    speaks: { ...glass, design: { look: 'colours' } },
    silent: { ...glass, design: { look: 'frosted' } },
    stack: stackOf(
      'layered-decal',
      degreased,
      layer('film', 'film', 'film-metallic'),
      layer('upper-film', 'film', 'film-permanent'),
    ),
    silentStack: stackOf('decal', degreased, layer('film', 'film', 'film-permanent')),
  },
  { rule: 'nothing-on-wax', speaks: { base: 'hardwood', surface: finish('waxed') }, silent: bareWood },
  {
    rule: 'cure-below',
    speaks: { base: 'hardwood', surface: finish('acrylic-paint', 0) },
    silent: { base: 'hardwood', surface: finish('acrylic-paint', 40) },
  },
  {
    rule: 'tape-against-ground',
    speaks: { base: 'hardwood', surface: finish('acrylic-paint') },
    silent: glass,
    stack: stackOf('decal', dusted, layer('film', 'film', 'film-permanent'), layer('tape', 'transfer', 'tape-strong')),
    silentStack: stackOf(
      'decal',
      degreased,
      layer('film', 'film', 'film-permanent'),
      layer('tape', 'transfer', 'tape-regular'),
    ),
  },
  {
    rule: 'clear-ambers',
    speaks: {
      base: 'plywood',
      use: outdoors,
      design: { tone: 'light' },
      wants: { finish: { product: 'spar-urethane' } },
    },
    silent: { base: 'plywood', use: outdoors, design: { tone: 'dark' } },
    stack: stackOf(
      'paint-stencil',
      sanded,
      layer('mask', 'mask', 'film-removable'),
      layer('medium', 'medium', 'exterior-latex'),
      off(),
      layer('finish', 'finish', 'spar-urethane'),
    ),
  },

  {
    rule: 'mask-wants-texture',
    speaks: { base: 'stone-rough' },
    silent: glass,
    stack: through('paint-stencil', dusted, 'film-removable', 'exterior-latex'),
    silentStack: through('paint-stencil', degreased, 'film-removable', 'exterior-latex'),
  },
  {
    rule: 'mask-holds-on-fibre',
    speaks: { base: 'felt' },
    silent: glass,
    stack: through('pile-stipple', dusted, 'sheet-stencil', 'exterior-latex'),
    silentStack: through('pile-stipple', dusted, 'sheet-stencil', 'exterior-latex'),
  },
  {
    rule: 'pins-want-fibre',
    speaks: { base: 'hardwood', quantity: 3 },
    silent: { base: 'coir' },
    stack: stackOf(
      'paint-stencil',
      sanded,
      layer('mask', 'mask', 'card'),
      layer('hold', 'hold', 'hold-pins'),
      layer('medium', 'medium', 'craft-acrylic'),
      off(),
    ),
    silentStack: stackOf(
      'pile-stipple',
      dusted,
      layer('mask', 'mask', 'card'),
      layer('hold', 'hold', 'hold-pins'),
      layer('medium', 'medium', 'exterior-latex'),
      off(),
    ),
  },
  {
    rule: 'mask-wants-hold',
    speaks: { base: 'coir' },
    silent: { base: 'coir' },
    stack: through('pile-stipple', dusted, 'card', 'exterior-latex'),
    silentStack: stackOf(
      'pile-stipple',
      dusted,
      layer('mask', 'mask', 'card'),
      layer('hold', 'hold', 'hold-pins'),
      layer('medium', 'medium', 'exterior-latex'),
      off(),
    ),
  },
  {
    rule: 'mask-against-medium',
    speaks: { base: 'terracotta', design: { look: 'opaque' }, quantity: 12 },
    silent: { ...glass, design: { look: 'frosted' } },
    stack: through('burn', sanded, 'film-removable', 'burn-paste', 'dry'),
    silentStack: through('frost-etch', degreased, 'film-permanent', 'frost-cream'),
  },
  {
    rule: 'etch-stencil-grade',
    speaks: { ...glass, design: { look: 'frosted' } },
    silent: poweredTin,
    stack: through('frost-etch', degreased, 'film-stencil', 'frost-cream'),
  },
  {
    rule: 'edge-seal-school',
    speaks: { base: 'plywood', use: outdoors },
    silent: bareWood,
    stack: stackOf(
      'paint-stencil',
      sanded,
      layer('ground', 'ground', 'exterior-latex'),
      layer('mask', 'mask', 'film-removable'),
      layer('edge-seal', 'edgeSeal', 'edge-medium'),
      layer('medium', 'medium', 'exterior-latex'),
      off(),
    ),
    silentStack: stackOf(
      'paint-stencil',
      sanded,
      layer('mask', 'mask', 'film-removable'),
      layer('edge-seal', 'edgeSeal', 'edge-medium'),
      layer('medium', 'medium', 'craft-acrylic'),
      off(),
    ),
  },
  {
    rule: 'unmask-in-time',
    speaks: { ...bareWood, schools: { unmask: 'dry' } },
    silent: bareWood,
    stack: through('paint-stencil', sanded, 'film-removable', 'craft-acrylic', 'dry'),
    silentStack: through('paint-stencil', sanded, 'film-removable', 'craft-acrylic'),
  },
  {
    rule: 'weeding-school',
    speaks: { ...glass, schools: { weeding: 'transferFirst' } },
    silent: glass,
  },
  { rule: 'pile-school', speaks: { base: 'coir' }, silent: { base: 'felt' } },
  { rule: 'edges-want-sealing', speaks: { base: 'canvas-primed' }, silent: { ...glass, use: { water: 'none' } } },
  {
    rule: 'seal-under-acetate',
    speaks: { ...bareWood, quantity: 12 },
    silent: { ...glass, use: { water: 'none' } },
    stack: stackOf(
      'paint-stencil',
      sanded,
      layer('mask', 'mask', 'sheet-acetate'),
      layer('hold', 'hold', 'hold-spray'),
      layer('edge-seal', 'edgeSeal', 'edge-medium'),
      layer('medium', 'medium', 'craft-acrylic'),
      off('dry'),
    ),
  },
  { rule: 'thin-medium-wicks', speaks: bareWood, silent: { base: 'cotton' } },
  {
    rule: 'islands-want-hold',
    speaks: { base: 'coir', design: { islands: 5 } },
    silent: { base: 'coir', design: { islands: 0 } },
  },
  { rule: 'stencil-used-again', speaks: { ...bareWood, quantity: 12 }, silent: { ...bareWood, quantity: 1 } },

  {
    rule: 'water-stands',
    speaks: { ...glass, use: { water: 'handWash' } },
    silent: { ...glass, use: { water: 'none' } },
  },
  {
    rule: 'surface-washing',
    speaks: { base: 'hardwood', use: { water: 'handWash' } },
    silent: { base: 'hardwood', use: { water: 'wipe' } },
  },
  {
    rule: 'surface-laundry',
    speaks: { base: 'felt', use: { laundryC: 30 } },
    silent: { base: 'cotton', use: { laundryC: 30 } },
  },
  {
    rule: 'surface-soaking',
    speaks: { base: 'hardwood', use: { soak: 'yes' } },
    silent: { base: 'hardwood', use: { soak: 'no' } },
  },
  {
    rule: 'surface-frost',
    speaks: { base: 'plaster', use: { place: 'exposed' } },
    silent: { base: 'plaster', use: { place: 'indoors' } },
  },
  { rule: 'surface-feet', speaks: { ...glass, use: { wear: 'feet' } }, silent: { ...glass, use: { wear: 'display' } } },
  { rule: 'water-unsaid', speaks: { ...glass, use: { water: 'unknown' } }, silent: glass },
  { rule: 'soaking-unsafe', speaks: { ...glass, use: { soak: 'yes' } }, silent: glass },
  { rule: 'laundry-stands', speaks: { ...cottonBag, use: { laundryC: 60 } }, silent: { base: 'cotton' } },
  {
    rule: 'feet-wear',
    speaks: { base: 'slate', use: { ...outdoors, wear: 'feet' } },
    silent: { base: 'slate', use: outdoors },
  },
  {
    rule: 'grit-only-for-feet',
    speaks: { base: 'plywood', use: outdoors },
    silent: { base: 'plywood', use: { ...outdoors, wear: 'feet' } },
    stack: stackOf(
      'paint-stencil',
      sanded,
      layer('mask', 'mask', 'film-removable'),
      layer('medium', 'medium', 'exterior-latex'),
      off(),
      layer('finish', 'finish', 'anti-slip-clear'),
    ),
  },
  { rule: 'abrasion-wear', speaks: { ...glass, use: { wear: 'abrasion' } }, silent: glass },
  {
    rule: 'service-heat',
    speaks: { base: 'ceramic-glazed', use: { heat: 'hotDrink' } },
    silent: { base: 'ceramic-glazed' },
  },
  { rule: 'press-heat', speaks: { base: 'nylon' }, silent: { base: 'cotton' } },
  { rule: 'surface-heat', speaks: { ...glass, use: { heat: 'oven' } }, silent: { ...glass, use: { heat: 'led' } } },
  { rule: 'life-wanted', speaks: { ...glass, use: outdoors }, silent: { ...glass, use: { place: 'indoors' } } },
  {
    rule: 'finish-life',
    speaks: { base: 'slate', use: { place: 'exposed', lifeYears: 6 } },
    silent: { base: 'slate', use: { place: 'indoors' } },
    stack: stackOf(
      'paint-stencil',
      layer('dry-out', 'prep', 'dry-out'),
      dusted,
      layer('mask', 'mask', 'film-removable'),
      layer('medium', 'medium', 'exterior-latex'),
      off(),
      layer('finish', 'finish', 'spar-urethane'),
    ),
  },
  { rule: 'place-unsaid', speaks: { ...glass, use: { place: 'unknown' } }, silent: glass },
  { rule: 'weather-wants-seal', speaks: { base: 'plywood', use: outdoors }, silent: { base: 'plywood' } },

  {
    rule: 'stroke-for-film',
    speaks: { ...glass, design: { minStrokeMm: 0.8 } },
    silent: { ...glass, design: { minStrokeMm: 6 } },
  },
  {
    rule: 'web-for-mask',
    speaks: { ...glass, design: { minWebMm: 0.8 } },
    silent: { ...glass, design: { minWebMm: 6 } },
  },
  {
    rule: 'stroke-on-pile',
    speaks: { base: 'coir', design: { minStrokeMm: 5.5 } },
    silent: { base: 'coir', design: { minStrokeMm: 7 } },
  },
  {
    rule: 'hand-cutting',
    speaks: { ...glass, design: { minStrokeMm: 2 }, workshop: { tools: [] } },
    silent: { ...glass, design: { minStrokeMm: 2 } },
  },
  { rule: 'air-for-fumes', speaks: { ...glass, workshop: { air: 'room' } }, silent: glass },
  {
    rule: 'tools-at-hand',
    speaks: { base: 'cotton', workshop: { tools: ['cutter'] } },
    silent: { base: 'cotton', workshop: { tools: ['cutter', 'press', 'oven', 'turner', 'heatGun'] } },
  },
  {
    rule: 'climate-gates',
    speaks: { base: 'slate', workshop: { temperatureC: 36 } },
    silent: { base: 'slate', workshop: { temperatureC: 22 } },
  },
  {
    rule: 'storage-age',
    speaks: { ...glass, workshop: { stock: [{ productId: 'film-permanent', ageMonths: 60 }] } },
    silent: { ...glass, workshop: { stock: [{ productId: 'film-permanent', ageMonths: 6 }] } },
    stack: stackOf('decal', degreased, layer('film', 'film', 'film-permanent')),
    silentStack: stackOf('decal', degreased, layer('film', 'film', 'film-permanent')),
  },
  {
    rule: 'window-for-batch',
    speaks: { base: 'slate', quantity: 40, design: { wants: { medium: 'aerosol-enamel' } } },
    silent: { base: 'slate', quantity: 2, design: { wants: { medium: 'aerosol-enamel' } } },
  },
  { rule: 'dries-here', speaks: { base: 'slate', workshop: { relativeHumidity: 97 } }, silent: { base: 'slate' } },
  { rule: 'damp-air', speaks: { ...glass, workshop: { relativeHumidity: 82 } }, silent: glass },
  {
    rule: 'look-wanted',
    speaks: { ...glass, design: { look: 'opaque' } },
    silent: { ...glass, design: { look: 'any' } },
  },
  { rule: 'look-of-product', speaks: { ...glass, design: { look: 'glitter' } }, silent: glass },
  {
    rule: 'covers-whole-area',
    speaks: { base: 'steel-stainless', surface: { shape: 'cylinder' } },
    silent: {
      base: 'steel-stainless',
      surface: { shape: 'cylinder' },
      area: aroundArea(250),
      design: { widthMm: 250 },
    },
    silentStack: stackOf('wrap', degreased, layer('film', 'film', 'film-cast')),
  },
  { rule: 'must-come-off', speaks: { ...glass, use: { mustComeOff: 'yes' } }, silent: glass },
  { rule: 'film-comes-off', speaks: { ...glass, use: { mustComeOff: 'yes' } }, silent: glass },
  {
    rule: 'skin-contact',
    speaks: { base: 'cotton', use: { skin: 'yes', laundryC: 40 } },
    silent: { base: 'cotton', use: { laundryC: 40 } },
  },
  {
    rule: 'cut-fits-bed',
    speaks: {
      base: 'slate',
      design: { widthMm: 700, heightMm: 200 },
      workshop: { bed: { widthMm: 290, lengthMm: 590 } },
    },
    silent: {
      base: 'slate',
      design: { widthMm: 200, heightMm: 500 },
      workshop: { bed: { widthMm: 590, lengthMm: 290 } },
    },
  },
  {
    rule: 'film-order-school',
    speaks: { ...glass, schools: { filmOrder: 'filmThenFlood' } },
    silent: glass,
  },
  { rule: 'film-goes-last', speaks: lanternTwo, silent: lanternTwo, stack: filmFirst, silentStack: filmLast },
  {
    rule: 'cream-beside-layer',
    speaks: lanternTwo,
    silent: lanternTwo,
    stack: filmFirst,
    silentStack: filmLast,
  },
  {
    rule: 'whole-face-first',
    speaks: signTwo,
    silent: signTwo,
    stack: {
      ...stackOf(
        'paint-stencil',
        sanded,
        layer('ground', 'ground', 'craft-acrylic'),
        { ...layer('mask', 'mask', 'film-stencil'), designId: 't.design-2' },
        { ...layer('medium', 'medium', 'craft-acrylic'), designId: 't.design-2' },
        off(),
        { ...layer('mask.2', 'mask', 'film-stencil'), designId: 't.design' },
        { ...layer('medium.2', 'medium', 'craft-acrylic'), designId: 't.design' },
        { ...off(), id: 'unmask.2' },
      ),
      others: [{ designId: 't.design', methodId: 'resist' }],
    },
    silentStack: stackOf('paint-stencil', sanded, layer('medium', 'medium', 'craft-acrylic')),
  },
  {
    rule: 'heat-beside-layer',
    speaks: bagTwo,
    silent: bagTwo,
    stack: stackOf(
      'iron-on',
      lintOff,
      { ...layer('film', 'film', 'iron-on-low'), designId: 't.design' },
      { ...layer('film.2', 'film', 'iron-on-standard'), designId: 't.design-2' },
    ),
    silentStack: stackOf(
      'iron-on',
      lintOff,
      { ...layer('film', 'film', 'iron-on-standard'), designId: 't.design-2' },
      { ...layer('film.2', 'film', 'iron-on-low'), designId: 't.design' },
    ),
  },
  { rule: 'dark-film-on-pane', speaks: { base: 'glass-window' }, silent: glass },
  {
    rule: 'cream-on-food-glaze',
    speaks: { base: 'ceramic-glazed', use: { food: 'lip' }, design: { look: 'frosted', zone: 'rim' } },
    silent: { ...glass, use: { food: 'lip' }, design: { look: 'frosted', zone: 'rim' } },
  },
  {
    rule: 'old-coat-untested',
    speaks: { base: 'steel-mild', surface: finish('unknown-finish'), design: { look: 'bareMetal' } },
    silent: {
      base: 'steel-mild',
      surface: { ...finish('unknown-finish'), leadTest: 'clear' },
      design: { look: 'bareMetal' },
    },
  },
  {
    rule: 'asbestos-below',
    speaks: { base: 'vinyl-floor' },
    silent: { base: 'pvc-soft' },
    stack: stackOf('decal', layer('scuff', 'prep', 'scuff'), layer('film', 'film', 'film-permanent')),
    silentStack: stackOf('decal', layer('scuff', 'prep', 'scuff'), layer('film', 'film', 'film-permanent')),
  },
  {
    rule: 'structural-part',
    speaks: { base: 'carbon-fibre' },
    silent: { base: 'fibreglass' },
  },
  {
    rule: 'treated-and-food',
    speaks: { base: 'wood-treated', use: { food: 'food' } },
    silent: { base: 'wood-treated' },
  },
  {
    rule: 'boiling-wall',
    speaks: { base: 'steel-stainless', use: { heat: 'boiling' } },
    silent: { base: 'steel-stainless', use: { heat: 'oven' } },
  },
  {
    rule: 'metal-in-microwave',
    speaks: { base: 'ceramic-glazed', use: { heat: 'microwave' }, design: { look: 'metallic' } },
    silent: { base: 'ceramic-glazed', design: { look: 'metallic' } },
    stack: stackOf('decal', degreased, layer('film', 'film', 'film-metallic')),
  },
  {
    rule: 'vacuum-and-oven',
    speaks: { base: 'steel-stainless', use: { item: 'vacuumVessel' } },
    silent: { base: 'steel-stainless' },
  },
  {
    rule: 'unnamed-metal',
    speaks: { base: 'own', surface: { own: plainOwnSurface('thing') }, design: { look: 'frosted' } },
    silent: glass,
  },
  {
    rule: 'slip-underfoot',
    speaks: { base: 'concrete', use: { place: 'exposed', wear: 'feet' } },
    silent: { base: 'concrete', use: { place: 'exposed' } },
  },
  {
    rule: 'bare-metal-corrodes',
    speaks: { base: 'steel-mild', use: { place: 'exposed' } },
    silent: { base: 'steel-stainless', use: { place: 'exposed' } },
  },
  {
    rule: 'finish-at-place',
    speaks: { base: 'hardwood', surface: finish('chalk-paint'), use: { place: 'exposed' } },
    silent: { base: 'hardwood', surface: finish('chalk-paint') },
  },
  {
    rule: 'stays-behind',
    speaks: { base: 'plaster', use: { mustComeOff: 'yes' } },
    silent: { base: 'plaster' },
  },
  {
    rule: 'seen-from-unsaid',
    speaks: { ...glass, design: { zone: 'inside' } },
    silent: { ...glass, design: { zone: 'inside', seenFrom: 'same' } },
  },
];

const all = catalogue();
const spokenIn = (result: MatchResult): Set<string> =>
  new Set([
    ...[...result.ranked, ...result.folded, ...result.unknown].flatMap(({ findings }) =>
      findings.map(({ ruleId }) => ruleId),
    ),
    ...result.refused.flatMap(({ blockers }) => blockers.map(({ ruleId }) => ruleId)),
  ]);
const answer = (said: Said & { schools?: Partial<Schools> }, rules = RULES) =>
  matchLayers(briefOf(said), all, { withoutMends: true, rules, ...(said.schools ? { schools: said.schools } : {}) });
const answers = new Map<string, MatchResult>();
/** The answer by all rules; pieces that stand in several rows are judged once. */
const wholeAnswer = (said: Row['speaks']): MatchResult => {
  const key = JSON.stringify(said);
  const known = answers.get(key) ?? answer(said);
  answers.set(key, known);
  return known;
};
const gist = ({ ranked, folded, refused, unknown }: MatchResult) => ({
  stacks: [...ranked, ...folded, ...unknown].map(({ id, findings }) => [
    id,
    findings.map(({ ruleId, verdict }) => `${ruleId} ${verdict}`),
  ]),
  refused: refused.map(({ title, blockers }) => [title, blockers.map(({ ruleId }) => ruleId)]),
});

test('every rule has a row, and every row a rule', () =>
  expect(ROWS.map(({ rule }) => rule).sort()).toEqual(RULES.map(({ id }) => id).sort()));

describe.each(ROWS)('$rule', ({ rule, speaks, silent, stack, silentStack }) => {
  const saysOf = (said: Said & { schools?: Partial<Schools> }, judged: Stack | undefined) =>
    judged
      ? new Set(
          judgeStack(judged, briefOf(said), all, said.schools ? { schools: said.schools } : {}).findings.map(
            ({ ruleId }) => ruleId,
          ),
        )
      : spokenIn(wholeAnswer(said));

  test('speaks where it should', () => expect([...saysOf(speaks, stack)]).toContain(rule));

  test('keeps silent where it should', () => expect([...saysOf(silent, silentStack ?? undefined)]).not.toContain(rule));

  // of some rules in npm test, of all in test:long
  const isDeleted = ROWS.findIndex((row) => row.rule === rule) % runs(5, 1) === 0;
  if (isDeleted)
    test('changes the answer to a realistic brief when it is deleted', () => {
      const without = RULES.filter(({ id }) => id !== rule);
      expect(gist(answer(speaks, without))).not.toEqual(gist(wholeAnswer(speaks)));
    });
});

describe('rules that read the product alone', () => {
  test('really never look at what lies below', () => {
    const looked = new Set<string>();
    const spied = RULES.map((rule): typeof rule =>
      rule.reads === 'product'
        ? {
            ...rule,
            test: (context) =>
              rule.test(
                new Proxy(context, {
                  get: (target, key) =>
                    key === 'top' ? (looked.add(rule.id), Reflect.get(target, key)) : Reflect.get(target, key),
                }),
              ),
          }
        : rule,
    );
    for (const { speaks } of ROWS.filter((_, index) => index % runs(9, 1) === 0)) answer(speaks, spied);
    expect([...looked]).toEqual([]);
  });
});
