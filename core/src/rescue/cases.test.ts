import { describe, expect, test } from '@jest/globals';
import { diagnosed, type Fault } from '../testing/faults.ts';
import { finish, type Said } from '../testing/briefs.ts';

type Case = readonly [name: string, fault: Fault, cause: string];

const SIGN = 'paint-stencil: p/sand-bare g/exterior-latex m/film-removable e/edge-medium x/craft-acrylic u/wet';
const BARE_SIGN = 'paint-stencil: p/sand-bare g/exterior-latex m/film-removable x/craft-acrylic u/wet';
const SPRAY = 'pile-spray: p/lint-roll m/card h/hold-pins x/aerosol-enamel u/wet';
const DECAL = 'decal: p/degrease-alcohol f/film-permanent t/tape-regular';
const GEL = 'strip-etch: p/degrease-alcohol m/film-permanent x/remover-gel r u/wet';
const CREAM = 'frost-etch: p/degrease-alcohol m/film-permanent x/frost-cream r u/wet';
const BURN = 'burn: p/sand-bare m/film-permanent x/burn-paste u/dry b';
const ENAMEL = 'paint-stencil: p/sand-bare g/aerosol-enamel*3';
const EPOXY = 'flood-coat: p/degrease-alcohol g/craft-acrylic c/flood-epoxy';
const IRON = 'iron-on: p/lint-roll p/pre-press f/iron-on-standard';
const wood = { base: 'softwood' };
const glass = { base: 'glass-soda-lime' };

const area = (widthMm: number, heightMm: number): Exclude<Said['area'], undefined> => ({
  kind: 'rectangle',
  widthMm,
  heightMm,
  margins: null,
  keepOuts: [],
});
/** With the sizes that amounts are reckoned from. */
const SIZED: Omit<Said, 'base'> = { area: area(400, 300), design: { widthMm: 200, heightMm: 150 } };

/** From the record alone. */
const RECORDED: readonly Case[] = [
  [
    'the seal was left out, on a smooth coat',
    {
      sees: 'bled',
      said: { base: 'plywood' },
      stack: SIGN.replace('g/exterior-latex', 'g/exterior-latex*2').replace('film-removable', 'film-stencil'),
      log: ['p0 0', 'g1 60', 'g1#2 1500', 'm2 9000', 'x4 9600 !'],
    },
    'no-edge-seal',
  ],
  [
    'no seal on grain',
    {
      sees: 'bled',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare m/film-permanent x/craft-acrylic u/wet',
    },
    'no-edge-seal',
  ],
  [
    'the seal was left out',
    {
      sees: 'bled',
      said: wood,
      stack: SIGN.replace('film-removable', 'film-permanent'),
      log: ['p0 0', 'g1 60', 'm2 3000', 'x4 3100 !'],
    },
    'no-edge-seal',
  ],
  ['spray over a pinned card', { sees: 'bled', said: { base: 'coir' }, stack: SPRAY }, 'spray-drift'],
  [
    'removable film on orange peel',
    {
      sees: 'bled',
      said: { base: 'steel-stainless', surface: finish('powder-coat') },
      stack: 'paint-stencil: p/degrease-alcohol m/film-removable e/edge-medium x/craft-acrylic u/wet',
      log: ['m1 0', 'e2 30', 'x3 240'],
    },
    'mask-edge-up',
  ],
  [
    'a day after it was cleaned',
    { sees: 'lifts', said: glass, stack: DECAL, log: ['p0 0', 'f1 2000'] },
    'dust-or-grease',
  ],
  [
    'film on paint of an hour',
    {
      sees: 'lifts',
      said: { base: 'hardwood' },
      stack: 'decal: p/sand-bare g/exterior-latex f/film-permanent t/tape-regular',
      log: ['p0 0', 'g1 60', 'f2 120'],
    },
    'not-cured',
  ],
  [
    'film on plaster',
    {
      sees: 'lifts',
      said: { base: 'plaster' },
      stack: 'decal: p/dust-off f/film-permanent t/tape-regular',
      log: ['p0 0', 'f1 30'],
    },
    'chalky-ground',
  ],
  [
    'film on a lunch box of PP',
    { sees: 'lifts', said: { base: 'pp' }, stack: DECAL, log: ['p0 0', 'f1 30'] },
    'low-energy-base',
  ],
  [
    'clear brushed over film',
    {
      sees: 'lifts',
      said: glass,
      stack: 'decal: p/degrease-alcohol f/film-permanent t/tape-regular c/waterborne-clear',
      log: ['p0 0', 'f1 30 22C'],
    },
    'clear-over-film',
  ],
  [
    'film on a cone',
    {
      sees: 'lifts',
      said: { base: 'glass-soda-lime', surface: { shape: 'cone' } },
      stack: DECAL,
      log: ['p0 0', 'f1 30 22C'],
    },
    'curve-or-stretch',
  ],
  ['film laid in a cold shed', { sees: 'lifts', said: glass, stack: DECAL, log: ['p0 0', 'f1 30 6C'] }, 'laid-cold'],
  [
    'tape on paint of four hours',
    {
      sees: 'taken',
      said: { base: 'hardwood' },
      stack: BARE_SIGN,
      log: ['p0 0', 'g1 60', 'm2 300', 'x3 330', 'u4 340 !'],
    },
    'not-cured',
  ],
  [
    'tape on paint of four hours, its edge sealed',
    {
      sees: 'taken',
      said: { base: 'hardwood' },
      stack: SIGN,
      log: ['p0 0', 'g1 60', 'm2 300', 'e3 320', 'x4 400', 'u5 410 !'],
    },
    'not-cured',
  ],
  [
    'permanent film on old paint',
    {
      sees: 'taken',
      said: { base: 'hardwood' },
      stack: BARE_SIGN.replace('film-removable', 'film-permanent'),
      log: ['p0 0', 'g1 60', 'm2 9000', 'x3 9030', 'u4 9040 !'],
    },
    'tape-too-strong',
  ],
  [
    'peeled the next day',
    { sees: 'jagged', said: { base: 'hardwood' }, stack: BARE_SIGN, log: ['g1 0', 'm2 3000', 'x3 3100', 'u4 4500 !'] },
    'peeled-dry',
  ],
  [
    'gel on untested powder coat',
    {
      sees: 'not-through',
      said: { base: 'steel-stainless', surface: finish('powder-coat') },
      stack: GEL,
      log: ['p0 0', 'm1 30', 'x2 60-200 22C !'],
    },
    'coating-resists',
  ],
  [
    'gel for a quarter of its time',
    {
      sees: 'not-through',
      said: { base: 'steel-stainless', surface: finish('sprayed-paint') },
      stack: GEL,
      log: ['p0 0', 'm1 30', 'x2 60-70 22C !'],
    },
    'short-or-cold',
  ],
  ['cream on oven glass', { sees: 'not-through', said: { base: 'glass-borosilicate' }, stack: CREAM }, 'wrong-glass'],
  [
    'gel on a standing flask',
    {
      sees: 'crept',
      said: { base: 'steel-stainless', surface: { ...finish('sprayed-paint'), shape: 'cylinder' } },
      stack: GEL,
      log: ['p0 0', 'm1 30', 'x2 100-140 22C !'],
    },
    'gel-ran',
  ],
  [
    'cream for an hour',
    { sees: 'crept', said: glass, stack: CREAM, log: ['p0 0', 'm1 30', 'x2 100-190 22C !'] },
    'too-long',
  ],
  [
    'burn on varnished wood',
    {
      sees: 'faint',
      said: { base: 'hardwood', surface: finish('varnish-water') },
      stack: BURN.replace('p/sand-bare ', ''),
    },
    'wood-not-raw',
  ],
  [
    'paste heated after ten minutes',
    { sees: 'faint', said: { base: 'hardwood' }, stack: BURN, log: ['p0 0', 'm1 10', 'x2 40', 'u3 45', 'b4 50'] },
    'too-little-heat',
  ],
  [
    'second coat of enamel after three hours',
    { sees: 'wrinkled', said: { base: 'hardwood' }, stack: ENAMEL, log: ['p0 0', 'g1 60 20C', 'g1#2 240 20C'] },
    'closed-window',
  ],
  [
    'enamel over acrylic, in time',
    {
      sees: 'wrinkled',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/craft-acrylic m/film-permanent x/aerosol-enamel u/wet',
      log: ['g1 0', 'm2 3000', 'x3 3100'],
    },
    'hot-solvent',
  ],
  [
    'epoxy over raw wood, warm',
    {
      sees: 'bubbles',
      said: { base: 'hardwood' },
      stack: 'flood-coat: p/sand-bare c/flood-epoxy',
      log: ['p0 0', 'c1 60 24C'],
    },
    'porous-base',
  ],
  [
    'epoxy stirred in the cold',
    { sees: 'bubbles', said: { base: 'hardwood' }, stack: EPOXY, log: ['g1 0', 'c2 9000 17C'] },
    'stirred-cold',
  ],
  [
    'epoxy in a cold garage',
    { sees: 'soft', said: { base: 'hardwood' }, stack: EPOXY, log: ['g1 0', 'c2 9000 11C'] },
    'cold-cure',
  ],
  [
    'clear in damp air',
    {
      sees: 'hazy',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/craft-acrylic c/waterborne-clear',
      log: ['g1 0', 'c2 9000 22C 85%'],
    },
    'damp-air',
  ],
  [
    'ironed without pre-press',
    {
      sees: 'iron-on-lifts',
      said: { base: 'cotton', workshop: { tools: ['press'] } },
      stack: 'iron-on: p/lint-roll f/iron-on-standard',
      log: ['p0 0', 'f1 10'],
    },
    'damp-or-softener',
  ],
  [
    'ironed by hand',
    { sees: 'iron-on-lifts', said: { base: 'cotton' }, stack: IRON, log: ['p0 0', 'p1 5', 'f2 10'] },
    'press-short',
  ],
  [
    'dye on polyester',
    { sees: 'press-line', said: { base: 'polyester' }, stack: 'dye-transfer: p/lint-roll p/pre-press f/dye-sheet' },
    'too-hot-polyester',
  ],
  [
    'paint on a waxed table',
    {
      sees: 'craters',
      said: { base: 'hardwood', surface: finish('waxed') },
      stack: 'paint-stencil: p/degrease-alcohol g/craft-acrylic',
      log: ['p0 0', 'g1 30'],
    },
    'silicone-or-wax',
  ],
  [
    'clear over oil, too early',
    {
      sees: 'cracks',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/oil-stain c/waterborne-clear',
      log: ['g1 0', 'c2 120 20C'],
    },
    'hard-over-soft',
  ],
  [
    'latex in the frost',
    {
      sees: 'cracks',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/exterior-latex',
      log: ['g1 0 5C'],
    },
    'under-film-heat',
  ],
  [
    'white on oak',
    { sees: 'stains', said: { base: 'hardwood' }, stack: 'paint-stencil: p/sand-bare g/exterior-latex' },
    'tannin',
  ],
  [
    'paint on bare steel',
    { sees: 'stains', said: { base: 'steel-mild' }, stack: 'paint-stencil: p/degrease-alcohol g/exterior-latex' },
    'rust',
  ],
  [
    'paint on terracotta',
    { sees: 'stains', said: { base: 'terracotta' }, stack: 'paint-stencil: p/dust-off g/exterior-latex' },
    'salts',
  ],
  [
    'film on faux leather',
    { sees: 'dye', said: { base: 'leather-faux' }, stack: 'iron-on: f/iron-on-low' },
    'plasticiser',
  ],
  [
    'stacked after a day',
    {
      sees: 'stuck',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/exterior-latex',
      log: ['g1 0', 'own-pack 1500'],
    },
    'stacked-early',
  ],
  [
    'letters on a cone',
    {
      sees: 'off-line',
      said: { base: 'glass-soda-lime', surface: { shape: 'cone' }, design: { widthMm: 200 } },
      stack: DECAL,
    },
    'flat-on-cone',
  ],
  [
    'twice the paint that was reckoned, over a dry seal',
    {
      sees: 'bled',
      said: { base: 'plywood', ...SIZED },
      stack: SIGN.replace('film-removable', 'film-permanent'),
      log: ['p0 0', 'g1 60', 'm2 9000', 'e3 9060', 'x4 9400'],
      used: { x4: 2 },
    },
    'coat-too-wet',
  ],
  [
    'film on an acrylic lamp, in the sun',
    {
      sees: 'lifts',
      said: { base: 'pmma', use: { heat: 'sun' } },
      stack: DECAL,
      log: ['p0 0', 'f1 30 22C'],
    },
    'gas-from-plastic',
  ],
  [
    'a roll of many years',
    { sees: 'lifts', said: glass, stack: DECAL, log: ['p0 0', 'f1 30 22C'], aged: { f1: 90 } },
    'old-film',
  ],
  [
    'enamel over gloss that was not scuffed',
    {
      sees: 'taken',
      said: { base: 'hardwood', surface: finish('sprayed-paint') },
      stack: 'paint-stencil: p/degrease-alcohol g/craft-acrylic m/tape-low x/craft-acrylic u/wet',
      log: ['p0 0', 'g1 30', 'm2 60000', 'x3 60030', 'u4 60040 !'],
    },
    'no-key',
  ],
  [
    'three times the paint, peeled in time',
    {
      sees: 'jagged',
      said: { base: 'hardwood', ...SIZED },
      stack: BARE_SIGN,
      log: ['g1 0', 'm2 3000', 'x3 3100', 'u4 3105 !'],
      used: { x3: 3 },
    },
    'coat-too-thick',
  ],
  [
    'a cut test that tore what the letters need',
    {
      sees: 'jagged',
      said: { base: 'hardwood', design: { minStrokeMm: 2 } },
      stack: BARE_SIGN,
      log: ['g1 0', 'm2 3000', 'x3 3100', 'u4 3105 !'],
      tore: { productId: 'film-removable', mm: 3 },
    },
    'bad-cut',
  ],
  [
    'gel on the sill, in the sun',
    {
      sees: 'not-through',
      said: { base: 'steel-stainless', surface: finish('sprayed-paint'), use: { place: 'exposed', heat: 'sun' } },
      stack: GEL,
      log: ['p0 0', 'm1 30', 'x2 60-200 29C !'],
    },
    'gel-dried',
  ],
  [
    'half the gel that was reckoned',
    {
      sees: 'not-through',
      said: { base: 'steel-stainless', surface: finish('sprayed-paint'), ...SIZED },
      stack: GEL,
      log: ['p0 0', 'm1 30', 'x2 60-200 22C'],
      used: { x2: 0.5 },
    },
    'thin-patches',
  ],
  [
    'paste of a year and a half',
    {
      sees: 'faint',
      said: { base: 'hardwood' },
      stack: BURN,
      log: ['p0 0', 'm1 10', 'x2 40', 'u3 100', 'b4 200'],
      aged: { x2: 60 },
    },
    'weak-paste',
  ],
  [
    'twice the paste',
    {
      sees: 'halo',
      said: { base: 'hardwood', ...SIZED },
      stack: BURN,
      log: ['p0 0', 'm1 10', 'x2 40', 'u3 100', 'b4 200'],
      used: { x2: 2 },
    },
    'paste-wicked',
  ],
  [
    'half an hour under the heat',
    {
      sees: 'halo',
      said: { base: 'hardwood' },
      stack: BURN,
      log: ['p0 0', 'm1 10', 'x2 40', 'u3 100', 'b4 200-240'],
    },
    'heat-held',
  ],
  [
    'three times the enamel, in its window',
    {
      sees: 'wrinkled',
      said: { base: 'hardwood', ...SIZED },
      stack: 'paint-stencil: p/sand-bare g/aerosol-enamel*2',
      log: ['p0 0', 'g1 60 20C', 'g1#2 80 20C'],
      used: { g1: 3 },
    },
    'laid-too-thick',
  ],
  [
    'twice the epoxy, warm, on paint',
    {
      sees: 'bubbles',
      said: { base: 'hardwood', ...SIZED },
      stack: EPOXY,
      log: ['g1 0', 'c2 9000 25C'],
      used: { c2: 2 },
    },
    'poured-deep',
  ],
  [
    'epoxy in cups of a few drops',
    {
      sees: 'soft',
      said: { base: 'hardwood', area: area(40, 60), design: { widthMm: 20, heightMm: 20 } },
      stack: EPOXY,
      log: ['g1 0', 'c2 9000 11C'],
      used: { c2: 1 },
    },
    'wrong-ratio',
  ],
  [
    'epoxy of four years, warm',
    {
      sees: 'soft',
      said: { base: 'hardwood' },
      stack: EPOXY,
      log: ['g1 0', 'c2 9000 25C'],
      aged: { c2: 60 },
    },
    'stale-can',
  ],
  ['a shirt from a press', { sees: 'press-line', said: { base: 'cotton' }, stack: IRON }, 'hard-edge'],
  [
    'felt under the press for twice its time',
    {
      sees: 'press-line',
      said: { base: 'felt', workshop: { tools: ['press'] } },
      stack: IRON,
      log: ['p0 0', 'p1 5', 'f2 10-12'],
    },
    'too-hard',
  ],
  [
    'paint on metal that nobody degreased',
    {
      sees: 'craters',
      said: { base: 'steel-stainless' },
      stack: 'paint-stencil: p/scuff g/craft-acrylic',
      log: ['p0 0', 'g1 30'],
    },
    'grease-or-sweat',
  ],
  [
    'just sanded, in damp air, degreased before',
    {
      sees: 'craters',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare p/degrease-alcohol g/craft-acrylic',
      log: ['p0 0', 'p1 20', 'g2 40 20C 85%'],
    },
    'water-or-dust',
  ],
  [
    'acrylic on a leather strap, warm',
    {
      sees: 'cracks',
      said: { base: 'leather' },
      stack: 'paint-stencil: p/lint-roll g/craft-acrylic',
      log: ['p0 0', 'g1 30 22C'],
    },
    'base-moves',
  ],
  [
    'white on a red dye',
    {
      sees: 'dye',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/water-stain c/waterborne-clear',
      log: ['p0 0', 'g1 30', 'c2 3000'],
    },
    'ground-bleeds',
  ],
  [
    'iron-on on polyester',
    { sees: 'dye', said: { base: 'polyester' }, stack: 'iron-on: p/lint-roll p/pre-press f/iron-on-standard' },
    'too-hot-polyester',
  ],
  [
    'piled in a hot car after it had cured',
    {
      sees: 'stuck',
      said: { base: 'hardwood' },
      stack: 'paint-stencil: p/sand-bare g/exterior-latex',
      log: ['p0 0', 'g1 60 38C'],
      more: { now: '2027-03-01T09:00:00.000Z' },
    },
    'heat-or-weight',
  ],
  [
    'a banner in three strips',
    {
      sees: 'off-line',
      said: {
        ...glass,
        design: { widthMm: 380 },
        workshop: { tools: ['cutter'], bed: { widthMm: 150, lengthMm: 150 } },
      },
      stack: DECAL,
    },
    'strips-not-square',
  ],
  [
    'a long line of letters, in one piece',
    {
      sees: 'off-line',
      said: {
        ...glass,
        design: { widthMm: 900 },
        workshop: { tools: ['cutter'], bed: { widthMm: 300, lengthMm: 3500 } },
      },
      stack: DECAL,
    },
    'tape-stretched',
  ],
];

describe('the cause, from the record alone', () => {
  test.each(RECORDED)('%s', (_name, fault, cause) => {
    expect(diagnosed(fault).ranked[0]!.cause).toBe(cause);
  });
});
