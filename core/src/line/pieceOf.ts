import { areaSchema } from '../shape/index.ts';
import { plainDesign, plainOwnSurface, plainPiece, type Part, type Piece } from '../piece/index.ts';
import type { Description } from './describe.ts';

/**
 * The piece that a description stands for; without a material it is a surface of the crafter's own.
 *
 * @param id   the piece's id
 * @param line what was typed
 */
export const pieceOf = (id: string, line: string, read: Description): Piece => {
  const plain = plainPiece(id, read.name, 'own');
  const part = plain.parts[0]!;
  const own = read.surface.base === '' ? { base: 'own', own: plainOwnSurface(read.name.toLowerCase()) } : {};
  // the size is the area's: a surface has none of its own
  const { widthMm: _width, heightMm: _height, ...surface } = read.surface;
  const area = read.area ? areaSchema.safeParse(read.area) : null;
  const { designs: _designs, ...wants } = read.wants;
  const idOf = (place: number) => (place === 0 ? `${part.id}.design` : `${part.id}.design-${place + 1}`);
  const filled: Part = {
    ...part,
    surface: { ...surface, ...own },
    area: area?.success ? area.data : null,
    use: read.use,
    wants,
    stencilAgain: read.stencilAgain,
    designs: read.designs.map(({ over, ...design }, place) => ({
      ...plainDesign(idOf(place)),
      ...design,
      over: over === null ? null : idOf(over),
    })),
  };
  return { ...plain, line: line.slice(0, 400), quantity: read.quantity, due: read.due, parts: [filled] };
};
