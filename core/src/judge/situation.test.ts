import { expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { DEFAULT_SCHOOLS } from '../piece/index.ts';
import { briefOf, finish, type Said } from '../testing/briefs.ts';
import { stackFrom } from '../testing/ruleRows.ts';
import type { Top } from './context.ts';
import { firstTop, needsAt, situationOf, soilsOf, topAfter } from './situation.ts';
import { productOf } from './judge.ts';

const all = catalogue();

/** What lies on top in one line: what it shows, what is on it, and what it asks of the next layer. */
const lineOf = (at: string, top: Top, needs: ReadonlySet<string>): string =>
  [
    `${at}: ${[top.texture, top.porosity, `energy ${top.energy}`, `friable ${top.friable}`, `solvents ${top.solvents}`].join(', ')}`,
    top.traits.length ? `traits ${top.traits.join(' ')}` : '',
    top.soils.length ? `soils ${top.soils.join(' ')}` : '',
    top.mask ? `mask ${top.mask.product.id}${top.hasEdgeSeal ? ', edges sealed' : ''}` : '',
    top.film ? `film ${top.film.id}` : '',
    top.beside.length ? `beside ${top.beside.map(({ id }) => id).join(' ')}` : '',
    needs.size ? `needs ${[...needs].join(' ')}` : '',
  ]
    .filter(Boolean)
    .join(' | ');

const told = (said: Said, line: string): string => {
  const read = situationOf(briefOf(said), all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error(read.problems[0]?.given);
  const { situation } = read;
  const { methodId, operations } = stackFrom(line);
  let top = firstTop(situation, soilsOf(situation, all.methodById.get(methodId)!));
  const lines = [lineOf('at first', top, needsAt(situation, top))];
  for (const operation of operations) {
    const product = productOf(operation, all);
    top = topAfter(top, operation, product);
    lines.push(lineOf(product?.id ?? operation.id, top, needsAt(situation, top)));
  }
  return `\n${lines.join('\n')}\n`;
};

test.each<[string, Said, string]>([
  [
    'hardwood outdoors, painted twice through film',
    { base: 'hardwood', use: { place: 'exposed' }, design: { tone: 'light' } },
    'paint-stencil: p/sand-bare g/exterior-latex*2 m/film-stencil e/edge-medium x/exterior-latex u/wet',
  ],
  ['ply under film', { base: 'plywood' }, 'decal: p/sand-bare s/waterborne-clear*2 f/film-permanent t/tape-regular'],
  [
    'rusty steel, primed',
    { base: 'steel-mild', surface: { condition: ['rust', 'grease'] } },
    'paint-stencil: p/brush-rust g/metal-primer x/aerosol-enamel*2',
  ],
  [
    'a glossy powder coat, etched to the metal',
    { base: 'steel-stainless', surface: finish('powder-coat') },
    'strip-etch: p/degrease-alcohol m/film-permanent x/remover-gel r u/wet',
  ],
  [
    'chalk paint of unknown age',
    { base: 'softwood', surface: finish('chalk-paint', null) },
    'decal: p/dust-off s/waterborne-clear f/film-permanent',
  ],
  [
    'coir with pins',
    { base: 'coir', use: { place: 'sheltered', wear: 'feet' } },
    'pile-stipple: p/lint-roll m/card h/hold-pins x/exterior-latex u/wet',
  ],
  [
    'cloth, pressed and set',
    { base: 'cotton', use: { laundryC: 40 } },
    'paint-stencil: p/lint-roll m/paper-freezer x/fabric-acrylic u/dry',
  ],
  [
    'polypropylene with a promoter',
    { base: 'pp' },
    'paint-stencil: p/degrease-alcohol g/adhesion-promoter x/aerosol-enamel',
  ],
  [
    'plaster under wall paint that repels',
    { base: 'plaster', surface: finish('wall-paint-scrubbable') },
    'decal: p/dust-off f/film-removable',
  ],
  [
    'film under epoxy',
    { base: 'steel-stainless', surface: { shape: 'cylinder' } },
    'flood-coat: p/degrease-alcohol f/film-permanent t/tape-regular c/flood-epoxy',
  ],
])('%s, layer by layer', (_name, said, line) => expect(told(said, line)).toMatchSnapshot());

test.each<[string, NonNullable<Said['use']>, boolean]>([
  ['a thing for show, indoors and dry', { place: 'indoors', water: 'none', wear: 'display' }, false],
  ['one that is wiped', { place: 'indoors', water: 'wipe', wear: 'display' }, true],
  ['one in a damp room', { place: 'humid', water: 'none', wear: 'display' }, true],
  ['one that is handled', { place: 'indoors', water: 'none', wear: 'handled' }, true],
])('%s: a finish is asked for or not', (_name, use, isAsked) => {
  const read = situationOf(briefOf({ base: 'plywood', use }), all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error('brief');
  expect(needsAt(read.situation, firstTop(read.situation, [])).has('finish')).toBe(isAsked);
});
