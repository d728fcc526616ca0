import type { Catalogue, Figure, Product } from '../materials/index.ts';
import type { MirrorNote } from '../artwork/index.ts';
import type { ApplyOperation, Operation, Schools } from '../piece/index.ts';
import { formatDuration } from '../units/index.ts';

const HOW_WORDS: Readonly<Record<ApplyOperation['how'], string>> = {
  brush: 'Brush a thin, even coat',
  sponge: 'Dab it on with a sponge, nearly dry',
  stipple: 'Stipple straight down, nearly dry',
  spray: 'Spray straight down in thin passes',
  wipe: 'Wipe it on, then wipe off what stays on top',
  pour: 'Pour it out and spread it',
  press: 'Press',
  squeegee: 'Lay it down from the middle and press its edges',
  cut: 'Lay it down',
  pin: 'Pin it down everywhere, with a dot under every island',
  roll: 'Roll it on thinly',
  swirl: 'Swirl, then drain upside down',
  sand: 'Sand',
  soak: 'Soak',
};

export const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

export const labelOf = (operation: Operation, catalogue: Catalogue, coat: number): string => {
  if (operation.op === 'treat')
    return operation.treat === 'burn' ? 'Heat evenly, keep moving' : operation.treat === 'bake' ? 'Bake' : 'Heat-set';
  if (operation.op === 'remove') {
    if (operation.what === 'mask') return operation.school === 'wet' ? 'Take the mask off' : 'Score and unmask';
    return operation.what === 'medium'
      ? 'Scrape off and rinse'
      : (catalogue.productById.get(operation.productId ?? '')?.name ?? 'Take the finish off');
  }
  const name = catalogue.productById.get(operation.productId)?.name ?? operation.productId;
  // cut and weeded in a step of its own: what is left is to bring it onto the piece
  const isCut = catalogue.productById.get(operation.productId)?.how.includes('cut') ?? false;
  const sentence = isCut ? `${operation.how === 'press' ? 'Press' : 'Lay'} ${name}` : capitalised(name);
  return operation.coats > 1 ? `${sentence}, coat ${coat} of ${operation.coats}` : sentence;
};

export const spanWords = ({ low, high, unit }: Figure): string =>
  unit === 'min' && low === high ? formatDuration(high) : `${low === high ? low : `${low}–${high}`} ${unit}`;

/** Heat and time of pressing, baking or working on the surface, from the product's own figures. */
const workWords = ({ workC, dwell }: Product): string =>
  [workC && `at ${spanWords(workC)}`, dwell && `for ${spanWords(dwell)}`].filter(Boolean).join(' ');

/** An etch or a remover works while it lies there; a burn paste only once it is heated. */
export const worksAtOnce = (product: Product | undefined): boolean =>
  product?.dwell !== undefined && (product.attacks === 'silica' || product.attacks === 'coating');

const WEEDING_WORDS: Readonly<Record<Schools['weeding'], string>> = {
  conventional: 'Cut it and weed it: lift the waste off the liner, counters first.',
  transferFirst: 'Cut it; lay the tape on first, take the liner off, then pull the waste. Try one word first.',
};

const applyWords = ({ role, how }: ApplyOperation, product: Product): string => {
  if (role === 'prep') return `${product.about}${product.workC ? ` ${capitalised(workWords(product))}.` : ''}`;
  if (how === 'press') return `Press ${workWords(product)}; then from the back for about half the time.`;
  if (product.attacks)
    return `${product.about}${worksAtOnce(product) ? ` It works ${spanWords(product.dwell!)}.` : ''}`;
  if (role === 'transfer')
    return 'Lift it with the tape, lay it down from the middle, peel the tape back on itself, slowly.';
  return role === 'film' ? '' : `${HOW_WORDS[how]}.`;
};

/** How a film, sheet or card is cut and weeded before it goes onto the piece. */
export const cutWords = ({ role, how }: ApplyOperation, mirror: MirrorNote | null, schools: Schools): string =>
  `${mirror ? `${mirror.words} ` : ''}${WEEDING_WORDS[role === 'film' && how !== 'press' ? schools.weeding : 'conventional']}`;

export const detailOf = (operation: Operation, product: Product | undefined): string => {
  if (operation.op === 'remove' && operation.school === 'dry')
    return 'Run a knife lightly along the edge, pull low and slow.';
  if (!product) return '';
  if (operation.op === 'apply') return applyWords(operation, product);
  if (operation.op === 'treat') return workWords(product) && `${capitalised(workWords(product))}.`;
  if (operation.what !== 'mask') return operation.what === 'finish' ? product.about : '';
  return product.unmaskWet ? `Take the mask off within ${formatDuration(product.unmaskWet.high)}.` : '';
};

const HOW_NEEDS: Readonly<Record<ApplyOperation['how'], string>> = {
  brush: 'a soft brush',
  sponge: 'a dry sponge',
  stipple: 'a stencil brush and a cloth to dab it off on',
  spray: 'a sheltered place outdoors, a cover for what is around',
  wipe: 'clean cloths',
  pour: 'cups, a stirring stick, a level table',
  press: 'the press, a cover sheet',
  squeegee: 'a squeegee',
  cut: 'a knife and a mat',
  pin: 'pins',
  roll: 'a small roller and a tray',
  swirl: 'a cup and a rack to drain on',
  sand: 'abrasive paper and a block',
  soak: 'a tub',
};
const TOOL_NEEDS: Readonly<Record<Product['tools'][number], string>> = {
  cutter: 'the cutter',
  press: 'the press',
  heatGun: 'the heat gun',
  oven: 'the oven',
  turner: 'the turner',
};

/** What has to lie ready. */
export const needsOf = (operation: Operation, product: Product | undefined): readonly string[] => {
  // prep is named by what is done, not by what lies there
  if (operation.op === 'apply' && operation.role === 'prep')
    return ['sand', 'wipe', 'soak', 'press'].includes(operation.how) ? [HOW_NEEDS[operation.how]] : [];
  if (operation.op === 'apply')
    return product
      ? [...new Set([product.name, HOW_NEEDS[operation.how], ...product.tools.map((tool) => TOOL_NEEDS[tool])])]
      : [];
  if (operation.op === 'treat')
    return operation.treat === 'bake' ? [TOOL_NEEDS.oven] : operation.treat === 'burn' ? [TOOL_NEEDS.heatGun] : [];
  if (operation.what === 'mask') return ['a knife and tweezers'];
  return product ? [product.name] : ['running water and a scraper'];
};

/** What it looks like when it is right. */
export const looksRightOf = (operation: Operation, product: Product | undefined): string => {
  if (operation.op === 'treat')
    return operation.treat === 'burn'
      ? 'An even brown in every opening; no smoke, no shine at its edge.'
      : 'The same all over, no shine or scorch at the edges.';
  if (operation.op === 'remove')
    return operation.what === 'mask'
      ? 'Crisp edges, nothing lifted, no glue left.'
      : operation.what === 'medium'
        ? 'Nothing slimy is left; the opening looks the same in every corner.'
        : 'Bare and even; a drop of water shows it.';
  if (product?.attacks && product.attacks !== 'rawWood')
    return 'Even all over; look every time you check, at the slowest corner.';
  switch (operation.role) {
    case 'prep':
      return 'Clean and dull, no dust on a dark cloth.';
    case 'mask':
    case 'film':
      return 'No bubble, every edge down, islands where they belong.';
    case 'hold':
      return 'Nothing moves when you blow on it.';
    case 'transfer':
      return 'All of it has come along; nothing stays on the tape.';
    case 'edgeSeal':
      return 'A thin line over every edge, no pool.';
    default:
      return operation.how === 'spray'
        ? 'A thin, even mist; no run, no dry grain.'
        : 'Closed and even, no puddle at the edges of the mask.';
  }
};
