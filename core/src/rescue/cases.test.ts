import { describe, expect, test } from '@jest/globals';
import { diagnosed, type Fault } from '../testing/faults.ts';
import { finish } from '../testing/briefs.ts';

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
];

describe('the cause, from the record alone', () => {
  test.each(RECORDED)('%s', (_name, fault, cause) => {
    expect(diagnosed(fault).ranked[0]!.cause).toBe(cause);
  });
});
