import type { Product } from '../../materials/index.ts';
import type { ApplyOperation } from '../../piece/index.ts';
import { capitalised, sentences, spanWords } from './said.ts';
import { holdOf, howOf, wayOf, type Ground, type Hold, type Scene, type Way } from './scene.ts';

/** How a coat goes on. */
const COATS: Readonly<Record<Way, string>> = {
  brush: 'Brush a thin, even coat',
  sponge: 'Dab it on with a sponge, nearly dry',
  stipple: 'Stipple straight down, nearly dry',
  spray: 'A pass on a scrap first; then spray straight down in thin passes',
  wipe: 'Wipe it on, then wipe off what stays on top',
  pour: 'Pour it out at once and spread it',
  press: 'Press it',
  squeegee: 'Spread it thinly',
  cut: 'Lay it',
  pin: 'Pin it',
  roll: 'Roll it on thinly',
  swirl:
    'Pour a little in and swirl until all of the inside is covered; pour out what runs, let it drain upside down, then dry mouth up',
  sand: 'Sand it',
  soak: 'Soak it',
};

const MASKS: Readonly<Record<Hold, (ground: Ground, product: Product) => string>> = {
  glue: () => 'Lay it down from the middle and press every edge down hard',
  heat: (ground, { workC, dwell }) =>
    `Glossy side to the piece: press with a dry iron, no steam${workC ? `, at ${spanWords(workC)}` : ''}${dwell ? `, ${spanWords(dwell)} a spot` : ''}${ground === 'pile' ? ', from the pile side' : ', on its paper side'}; let it get cold`,
  pins: () => 'Lay it flat; a pin in every part and every island, counted, and tape all round',
  loose: () => 'Lay it flat and rub every edge down',
};

/** What keeps a loose mask in its place: before it is laid, or after. */
const HOLDS: Readonly<
  Partial<Record<Way, { readonly isBefore: boolean; readonly words: (product: Product) => string }>>
> = {
  spray: {
    isBefore: true,
    words: ({ dry }) =>
      `Mist the back of the stencil, wait until it is tacky${dry.touch ? ` (${spanWords(dry.touch)})` : ''}, then lay it`,
  },
  pin: {
    isBefore: false,
    words: () => 'A pin in every part and every island, counted, and glue dots under what stays loose',
  },
};
/** What a hold adds to a stencil that is pinned anyway. */
const DOTTED: Readonly<Partial<Record<Way, string>>> = { pin: 'Glue dots under what stays loose' };
const TAPED = { isBefore: false, words: () => 'Tape its edge all round and cover what is around it with paper' };

export const holdsBefore = (operation: ApplyOperation, product: Product | undefined): boolean =>
  (HOLDS[howOf(operation, product)] ?? TAPED).isBefore;

const heatOf = ({ workC, dwell }: Product): string =>
  [workC && `at ${spanWords(workC)}`, dwell && `for ${spanWords(dwell)}`].filter(Boolean).join(' ');

/** An etch or a remover works while it lies there; a burn paste only once it is heated. */
export const worksAtOnce = (product: Product | undefined): boolean =>
  product?.dwell !== undefined && (product.attacks === 'silica' || product.attacks === 'coating');

/** The parts of a mix with what they are measured by; undefined where nothing is mixed by the crafter. */
export const mixWords = ({ mix }: Product): string | undefined => {
  if (!mix) return undefined;
  const parts = mix.parts.map(
    ({ name, share: { typical } }) => `${typical} ${typical === 1 ? 'part' : 'parts'} ${name}`,
  );
  return `Mix ${parts.slice(0, -1).join(', ')} and ${parts.at(-1)} by ${mix.by}, measured and never by eye; the label's own ratio goes first`;
};

const filmWords = (operation: ApplyOperation, product: Product, scene: Scene): string => {
  if (product.kind === 'sheet')
    return `Printed side down on the piece${product.pressPaper ? ', butcher paper below and above' : ''}; press ${heatOf(product)}, nothing shifting; lift it straight up`;
  if (howOf(operation, product) === 'press')
    return `Film down on the piece, carrier up; press ${heatOf(product)}; take the carrier off warm or cold as the film says; then from the back for about half the time`;
  if (scene.methodOf(operation)?.covers === 'area')
    return 'Hinge it with tape, with witness marks across film and piece; lay it down from the hinge without stretching; seam away from view, off the rim; warm it gently where it has to shrink back';
  return '';
};

const coatWords = (operation: ApplyOperation, product: Product, scene: Scene): string => {
  const way = wayOf(operation, product, scene);
  const mask = scene.maskAt(operation);
  if (operation.role === 'edgeSeal') return 'A thin line toward the edge of every opening: it fills what would leak';
  const away = mask && operation.role === 'medium' && ['brush', 'sponge', 'stipple'].includes(way);
  return `${COATS[way]}${away ? ', away from the edge of the mask' : ''}`;
};

/** Whether paint is laid all round a design while another lies beside it: then it has to end somewhere. */
export const endsAtTape = (operation: ApplyOperation, scene: Scene): boolean =>
  operation.role === 'mask' && scene.hasSeveral && scene.methodOf(operation)?.shows === 'ground';

/** How one operation that lays something is done, on this surface. */
export const layWords = (operation: ApplyOperation, product: Product, scene: Scene): string => {
  switch (operation.role) {
    case 'prep':
      return sentences([product.about, product.workC && capitalised(heatOf(product))]);
    case 'mask':
      return sentences([
        MASKS[holdOf(product)](scene.ground, product),
        endsAtTape(operation, scene) &&
          'Paint goes all round it: lay a tape line where it is to end, and cover what lies beyond with paper',
      ]);
    case 'hold':
      return (
        (holdOf(scene.maskAt(operation) ?? {}) === 'pins' && DOTTED[howOf(operation, product)]) ||
        (HOLDS[howOf(operation, product)] ?? TAPED).words(product)
      );
    case 'transfer':
      return 'Lift it with the tape, lay it down from the middle, peel the tape back on itself, slowly';
    case 'film':
      return filmWords(operation, product, scene);
    default:
      return product.attacks
        ? sentences([product.about, worksAtOnce(product) && `It works ${spanWords(product.dwell!)}`])
        : coatWords(operation, product, scene);
  }
};
