import type { Product } from '../../materials/index.ts';
import { wantedColour, type ApplyOperation, type Operation } from '../../piece/index.ts';
import { formatDuration } from '../../units/index.ts';
import { endsAtTape, layWords, worksAtOnce } from './lay.ts';
import { capitalised, sentences, spanWords } from './said.ts';
import { cutFormOf, holdOf, howOf, wayOf, type Scene, type Way } from './scene.ts';

export { cutWords } from './cut.ts';
export { holdsBefore, mixWords, worksAtOnce } from './lay.ts';
export { rightWhen } from './right.ts';
export { capitalised, sentences, spanWords } from './said.ts';
export { holdOf, howOf, sceneOf, type Scene } from './scene.ts';

const TREATS = { burn: 'Heat evenly, keep moving', bake: 'Bake', heatSet: 'Heat-set' } as const;

const applyLabel = (
  operation: ApplyOperation,
  product: Product | undefined,
  scene: Scene,
  coat: number,
  face: string | null,
): string => {
  const name = product?.name ?? operation.productId;
  if (product && operation.role === 'mask')
    return `${{ glue: 'Lay', heat: 'Iron on', pins: 'Pin down', loose: 'Lay' }[holdOf(product)]} ${name}`;
  const colour = product && wantedColour(scene.part, operation, product, scene.catalogue);
  const inColour = colour === undefined ? '' : `, ${colour}`;
  if (product && operation.role === 'film') {
    const isPressed = howOf(operation, product) === 'press' || cutFormOf(product) === 'printed';
    return `${isPressed ? 'Press' : 'Lay'} ${name}${inColour}`;
  }
  const sentence = `${capitalised(name)}${inColour}`;
  if (operation.coats > 1) return `${sentence}, ${face ?? 'coat'} ${coat} of ${operation.coats}`;
  return face === null ? sentence : `${sentence}, ${face}`;
};

/** What an operation is called, in the words of its step. */
export const labelOf = (
  operation: Operation,
  product: Product | undefined,
  scene: Scene,
  coat: number,
  face: string | null = null,
): string => {
  if (operation.op === 'treat') return TREATS[operation.treat];
  if (operation.op === 'apply') return applyLabel(operation, product, scene, coat, face);
  if (operation.what === 'mask') return operation.school === 'wet' ? 'Take the mask off' : 'Score and unmask';
  return operation.what === 'medium' ? 'Scrape off and rinse' : (product?.name ?? 'Take the finish off');
};

/** The layer that a mask is lifted from, or that was rinsed off: the last medium before. */
const mediumBefore = (operation: Operation, { operations, catalogue }: Scene): Product | undefined => {
  const at = operations.findIndex(({ id }) => id === operation.id);
  const medium = operations
    .slice(0, at)
    .reverse()
    .find((one) => one.op === 'apply' && one.role === 'medium');
  return medium?.op === 'apply' ? catalogue.productById.get(medium.productId) : undefined;
};

const rinseWords = (medium: Product | undefined): string =>
  medium?.attacks === 'silica'
    ? 'Scrape it off with plastic, then rinse over plastic with plenty of water, the stencil still on'
    : 'Scrape it off, rinse and scrub with the mask still on, along the grain of the metal';

const unmaskWords = (operation: Extract<Operation, { op: 'remove' }>, scene: Scene): string => {
  const medium = mediumBefore(operation, scene);
  const mask = scene.maskAt(operation);
  const islands = scene.part.designs.reduce((sum, design) => sum + (design.islands ?? 0), 0);
  const isReused = mask?.uses !== undefined;
  return sentences([
    operation.school === 'dry'
      ? 'Run a knife lightly along the edge, pull low and slow'
      : medium?.unmaskWet &&
        `Take it off within ${formatDuration(medium.unmaskWet.high)} of the last coat, while it is wet`,
    operation.school !== 'dry' && !medium?.unmaskWet && 'Pull it back on itself, low and slow',
    medium?.attacks === 'rawWood' && 'Peel it and dust every crystal off',
    mask && scene.holdAt(operation) === 'pins' && 'Count the pins out',
    isReused && 'Wipe the stencil on both sides and let it dry flat before it is laid again or put away',
    isReused && islands > 0 && `Count its ${islands === 1 ? 'island' : `${islands} islands`} back in`,
  ]);
};

/** How an operation is done. */
export const detailOf = (operation: Operation, product: Product | undefined, scene: Scene): string => {
  if (operation.op === 'apply') return product ? layWords(operation, product, scene) : '';
  if (operation.op === 'treat') {
    const heat = product
      ? [product.workC && `at ${spanWords(product.workC)}`, product.dwell && `for ${spanWords(product.dwell)}`]
      : [];
    return capitalised(heat.filter(Boolean).join(' '));
  }
  if (operation.what === 'mask') return unmaskWords(operation, scene);
  return operation.what === 'medium' ? rinseWords(mediumBefore(operation, scene)) : (product?.about ?? '');
};

const WAY_NEEDS: Readonly<Record<Way, string>> = {
  brush: 'a soft brush',
  sponge: 'a dry sponge',
  stipple: 'a stencil brush and a cloth to dab it off on',
  spray: 'a cover for what is around',
  wipe: 'clean cloths',
  pour: 'cups, a stirring stick, a level table',
  press: 'the press, a cover sheet',
  squeegee: 'a squeegee',
  cut: 'a flat table',
  pin: 'pins, counted',
  roll: 'a small roller and a tray',
  swirl: 'a rack to drain on',
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

const applyNeeds = (operation: ApplyOperation, product: Product, scene: Scene): readonly string[] => {
  const way = WAY_NEEDS[wayOf(operation, product, scene)];
  // prep is named by what is done, not by what lies there
  if (operation.role === 'prep')
    return ['sand', 'wipe', 'soak', 'press', 'roll'].includes(howOf(operation, product))
      ? [howOf(operation, product) === 'roll' ? 'a lint roller' : way]
      : [];
  const tools = product.tools.filter((tool) => !(tool === 'turner' && scene.isFlat)).map((tool) => TOOL_NEEDS[tool]);
  if (operation.role === 'mask')
    return [
      product.name,
      { glue: WAY_NEEDS.squeegee, heat: 'a dry iron', pins: WAY_NEEDS.pin, loose: '' }[holdOf(product)],
      endsAtTape(operation, scene) ? 'tape for its edge, paper' : '',
    ];
  if (operation.role === 'hold' && howOf(operation, product) === 'pin') return [WAY_NEEDS.pin, 'glue dots'];
  return [product.name, way, ...tools];
};

/** What has to lie ready for the operations that are done in one go, each thing once. */
export const needsOf = (
  operations: readonly { readonly operation: Operation; readonly product: Product | undefined }[],
  scene: Scene,
): readonly string[] =>
  [
    ...new Set(
      operations.flatMap(({ operation, product }): readonly string[] => {
        if (operation.op === 'apply') return product ? applyNeeds(operation, product, scene) : [];
        if (operation.op === 'treat')
          return [
            { bake: TOOL_NEEDS.oven, burn: TOOL_NEEDS.heatGun, heatSet: 'a dry iron or the press, a cloth between' }[
              operation.treat
            ],
          ];
        if (operation.what === 'mask') return ['a knife and tweezers'];
        return product ? [product.name] : ['running water and a scraper'];
      }),
    ),
  ].filter(Boolean);

/** How long something works on the surface, or must be wiped within, where it is to be watched. */
export const watchWords = (
  operation: Operation,
  product: Product | undefined,
  { catalogue: { bench } }: Scene,
): string | undefined => {
  if (operation.op !== 'apply' || !product) return undefined;
  if (worksAtOnce(product)) return `Check every ${spanWords(bench.checkEvery)} until it is through`;
  return product.kind === 'stain' && howOf(operation, product) === 'wipe'
    ? `Wipe off what stays on top within ${formatDuration(bench.wipeWithin.high)}`
    : undefined;
};
