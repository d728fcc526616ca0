import { expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainDesign, plainPiece, wantedColour, type ApplyOperation, type Part } from './index.ts';

const all = catalogue();
const [plain] = plainPiece('p', 'Sign', 'softwood').parts;

/** The colour of one layer on a part whose ground is indigo, design cream and finish amber. */
const colourOf = (
  role: ApplyOperation['role'],
  productId: string,
  methodId = 'paint-stencil',
  more: Partial<Part> = {},
) => {
  const operation: ApplyOperation = { id: 'one', op: 'apply', role, productId, how: 'brush', coats: 1, extent: 'all' };
  const part: Part = {
    ...plain!,
    wants: { ground: { colour: 'indigo' }, finish: { colour: 'amber' } },
    designs: [{ ...plainDesign('d'), wants: { colour: 'cream' } }],
    stack: { methodId, operations: [operation] },
    ...more,
  };
  return wantedColour(part, operation, all.productById.get(productId)!, all);
};
const primer = all.products.find(({ flags }) => flags.includes('priming'))!;

test.each<[what: string, colour: string | undefined, said: string | undefined]>([
  ['a ground', colourOf('ground', 'exterior-latex'), 'indigo'],
  ['a primer below it', colourOf('ground', primer.id), undefined],
  ['an edge sealed with the paint of the ground', colourOf('edgeSeal', 'exterior-latex'), 'indigo'],
  ['an edge sealed clear', colourOf('edgeSeal', 'edge-medium'), undefined],
  ['a finish', colourOf('finish', 'waterborne-clear'), 'amber'],
  ['paint of the design', colourOf('medium', 'exterior-latex'), 'cream'],
  ['film that stays', colourOf('film', 'film-permanent', 'decal'), 'cream'],
  ['paint around shapes that stay free', colourOf('medium', 'exterior-latex', 'resist'), undefined],
  ['a cream that etches', colourOf('medium', 'frost-cream', 'frost-etch'), undefined],
  ['a stencil', colourOf('mask', 'film-stencil'), undefined],
  [
    'a design of which nobody said any',
    colourOf('medium', 'exterior-latex', 'paint-stencil', { designs: [plainDesign('d')] }),
    undefined,
  ],
])('the colour of %s is the one that was said for it', (_what, colour, said) => expect(colour).toBe(said));
