import type { Product } from '../../materials/index.ts';
import type { ApplyOperation, Operation } from '../../piece/index.ts';
import { holdOf, howOf, wayOf, type Ground, type Hold, type Scene } from './scene.ts';

const MASK_RIGHT: Readonly<Record<Hold, string>> = {
  glue: 'No bubble, every edge down, islands where they belong.',
  heat: 'Every edge clings when it is cold; islands where they belong.',
  pins: 'It lies flat, nothing moves when you blow on it; the pins are counted.',
  loose: 'It lies flat, nothing moves when you blow on it; islands where they belong.',
};

const COLOUR_RIGHT: Readonly<Record<Ground, string>> = {
  pile: 'The tips are coloured, the pile stays open, nothing runs under the edge.',
  cloth: 'Colour in the weave, the cloth still soft, nothing through to the back.',
  open: 'Closed and even along the grain.',
  closed: 'Closed and even when looked at along the light.',
};

const coatRight = (operation: ApplyOperation, product: Product, scene: Scene): string => {
  if (product.attacks && product.attacks !== 'rawWood')
    return 'Even all over; look every time you check, at the slowest corner.';
  if (product.attacks === 'rawWood') return 'Damp and even in every opening, nothing standing; dry before it goes on.';
  if (operation.role === 'edgeSeal') return 'A thin line over every edge, no pool.';
  if (wayOf(operation, product, scene) === 'swirl') return 'The whole inside is covered; nothing runs any more.';
  if (product.kind === 'stain' || product.carrier === 'wax' || product.flags.includes('neverUnderFilm'))
    return 'Even, the grain shows; nothing wet or shining stands on top.';
  if (howOf(operation, product) === 'pour') return 'Level, no bubble, no bare spot at the edge.';
  const mask = scene.maskAt(operation) ? ' No puddle at the edges of the mask.' : '';
  if (howOf(operation, product) === 'spray') return `A thin, even mist; no run, no dry grain.${mask}`;
  const { ground } = scene;
  return `${COLOUR_RIGHT[ground]}${mask}`;
};

const filmRight = (operation: ApplyOperation, product: Product, scene: Scene): string => {
  if (product.kind === 'sheet') return 'The colour is strong and sharp, no ghost beside it.';
  if (howOf(operation, product) === 'press') return 'The weave shows through the film; no edge lifts when it is cold.';
  return scene.methodOf(operation)?.covers === 'area'
    ? 'No wrinkle, the seam straight, off the rim.'
    : 'No bubble, every edge down; nothing stays on the tape.';
};

const UNMASK_RIGHT: Readonly<Record<Hold, string>> = {
  glue: 'Crisp edges, nothing lifted, no glue left.',
  heat: 'Crisp edges, nothing lifted, no paper left.',
  pins: 'Crisp edges; every pin is out and counted.',
  loose: 'Crisp edges, nothing lifted, nothing smeared.',
};

/** What it looks like when it is right, on this surface. */
export const rightWhen = (operation: Operation, product: Product | undefined, scene: Scene): string => {
  if (operation.op === 'treat')
    return operation.treat === 'burn'
      ? 'An even brown in every opening; no smoke, no shine at its edge.'
      : 'The same all over, no shine or scorch at the edges.';
  if (operation.op === 'remove') {
    if (operation.what === 'mask') return UNMASK_RIGHT[scene.holdAt(operation)];
    return operation.what === 'medium'
      ? 'Nothing slimy is left; the opening looks the same in every corner.'
      : (product?.right ?? 'Bare and even; a drop of water shows it.');
  }
  if (!product) return '';
  switch (operation.role) {
    case 'prep':
      return product.right ?? '';
    case 'mask':
      return MASK_RIGHT[holdOf(product)];
    case 'hold':
      return howOf(operation, product) === 'pin' ? MASK_RIGHT.pins : MASK_RIGHT.loose;
    case 'film':
      return filmRight(operation, product, scene);
    case 'transfer':
      return 'No bubble, every edge down; nothing stays on the tape.';
    default:
      return coatRight(operation, product, scene);
  }
};
