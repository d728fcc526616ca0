import {
  ROLES,
  designIdsOf,
  layersAt,
  surfaceFacts,
  type Catalogue,
  type Layer,
  type LayerAtTime,
  type LayerState,
  type Part,
  type Product,
} from '@sgraffa/core';

export type Point = readonly [x: number, y: number];

/** How a band is drawn: each its own hatching, so that colour alone never tells. */
export type Hatching =
  | 'grain'
  | 'ply'
  | 'weave'
  | 'glaze'
  | 'glass'
  | 'fibre'
  | 'metal'
  | 'stone'
  | 'plastic'
  | 'plain'
  | 'oldFinish'
  | 'primer'
  | 'brushed'
  | 'sprayed'
  | 'clear'
  | 'stain'
  | 'film'
  | 'mask'
  | 'paste';

export interface Band {
  readonly id: string;
  readonly name: string;
  /** Lines below it in the label: the product, and its state. */
  readonly notes: readonly string[];
  readonly hatching: Hatching;
  readonly tone: 'ground' | 'colour' | 'film' | 'clear' | 'mask' | 'old' | 'paste';
  /** Closed outlines, and the top edges apart so that they can be drawn wet. */
  readonly outlines: readonly (readonly Point[])[];
  readonly tops: readonly (readonly Point[])[];
  /** Where its leader begins: inside the band, at the right of it. */
  readonly anchor: Point;
  readonly state: LayerState;
  readonly isGhost: boolean;
  /** Of the can that it is taken from, as CSS has it; left out where none is known. */
  readonly colour?: string;
}

export interface SectionModel {
  readonly width: number;
  readonly height: number;
  /** Height down to which a small drawing shows it. */
  readonly smallHeight: number;
  readonly base: { readonly name: string; readonly hatching: Hatching; readonly outline: readonly Point[] };
  /** What was done to the base in the opening. */
  readonly cut: {
    readonly kind: 'etched' | 'burnt' | 'dyed';
    /** The product that did it. */
    readonly by: string;
    readonly outline: readonly Point[];
    readonly anchor: Point;
    readonly operationId: string;
  } | null;
  readonly bands: readonly Band[];
  readonly columns: readonly { readonly name: string; readonly x: number }[];
}

// columns of the profile, in drawing units
const BARE = 0;
const OPENING = 54;
const EDGE = 132;
const MASKED = 160;
const RIGHT = 232;
const BASE_HEIGHT = 118;
const THICK = { mask: 50, film: 40, colour: 40, ground: 42, clear: 34, old: 36, edge: 34, paste: 50 } as const;
const CUT_DEPTH = 30;
const SMALL_BASE_HEIGHT = 54;
const SLANT = 9;
const ANCHOR_INSET = 7;
/** Height of a leader within its band, from the top, by column: neighbours in one row then keep apart. */
const ANCHOR_AT = { opening: 0.3, edge: 0.72, masked: 0.5 } as const;

const STATE_NOTES: Readonly<Record<LayerState, string>> = {
  notYet: 'not yet',
  wet: 'wet',
  touchDry: 'touch-dry',
  ready: 'ready to cover',
  cured: 'cured',
};

/** How far a layer is, in words: film bonds, a mask is only on, coats dry. */
const stateNote = (product: Product, role: Layer['role'], state: LayerState): string => {
  if (state === 'notYet' || product.dryFamily === 'none' || role === 'mask')
    return state === 'notYet' ? 'not yet' : 'on';
  if (product.dryFamily === 'bond') return state === 'cured' ? 'bonded' : 'bonding';
  return STATE_NOTES[state];
};

const MEDIUM_NAME = 'medium';
const ROLE_NAMES: Readonly<Record<Layer['role'], string>> = {
  prep: 'prep',
  ground: 'ground',
  groundSeal: 'seal',
  mask: 'stencil',
  hold: 'hold',
  edgeSeal: 'edge seal',
  medium: 'colour',
  film: 'film',
  transfer: 'tape',
  finish: 'finish',
};

const hatchingOf = (product: Product, role: Layer['role']): Hatching => {
  if (role === 'mask') return 'mask';
  if (product.kind === 'medium') return 'paste';
  if (product.kind === 'primer') return 'primer';
  if (product.kind === 'clear') return 'clear';
  if (product.kind === 'stain') return 'stain';
  if (product.kind === 'film' || product.kind === 'sheet') return 'film';
  return product.body === 'spray' ? 'sprayed' : 'brushed';
};

const toneOf = (product: Product, role: Layer['role']): Band['tone'] => {
  if (role === 'mask') return 'mask';
  if (role === 'film') return 'film';
  if (role === 'edgeSeal' || product.kind === 'clear') return 'clear';
  if (product.kind === 'medium') return 'paste';
  return role === 'medium' ? 'colour' : 'ground';
};

/** How a product is drawn where it is no layer yet: on the shelf, in a cup. */
export const drawnAs = (product: Product): Pick<Band, 'hatching' | 'tone'> => {
  const role = product.roles.includes('film') ? 'film' : (ROLES.find((one) => product.roles.includes(one)) ?? 'ground');
  return { hatching: hatchingOf(product, role), tone: toneOf(product, role) };
};

interface Tops {
  readonly opening: number;
  readonly edge: number;
  readonly masked: number;
}

const span = (from: number, to: number, y: (x: 'opening' | 'edge' | 'masked') => number): Point[] => {
  const parts: readonly ['opening' | 'edge' | 'masked', number, number][] = [
    ['opening', OPENING, EDGE],
    ['edge', EDGE, MASKED],
    ['masked', MASKED, RIGHT],
  ];
  return parts
    .filter(([, left, right]) => left >= from && right <= to)
    .flatMap(([column, left, right], index): Point[] => [
      [left + (index ? SLANT : 0), y(column)],
      [right, y(column)],
    ]);
};

const COLUMNS_OF: Readonly<Record<Layer['extent'], readonly ('opening' | 'edge' | 'masked')[]>> = {
  all: ['opening', 'edge', 'masked'],
  opening: ['opening'],
  masked: ['masked'],
  edge: ['edge'],
};
const LEFT_OF = { opening: OPENING, edge: EDGE, masked: MASKED } as const;
const RIGHT_OF = { opening: EDGE, edge: MASKED, masked: RIGHT } as const;

export interface SectionInput {
  readonly part: Part;
  readonly catalogue: Catalogue;
  /** How many operations are through; all of them where it is not given. */
  readonly done?: number;
  readonly states?: readonly LayerAtTime[];
  /** Which design the cut goes through, where several are laid one after the other; the first where it is not given. */
  readonly designId?: string | undefined;
}

/** The designs that a stack lays one after the other, in that order; none where it lays them in one go. */
export const designsInTurn = ({ stack, designs }: Part): readonly Part['designs'][number][] => {
  const laid = stack?.others?.length ? [...new Set(designIdsOf(stack).values())] : [];
  return laid.flatMap((id) => designs.find((design) => design.id === id) ?? []);
};

/** The profile of a part as bands to draw, from its real operations; an empty stack gives the bare base. */
export const sectionModel = ({
  part,
  catalogue,
  done,
  states,
  designId = designsInTurn(part)[0]?.id,
}: SectionInput): SectionModel | null => {
  const facts = surfaceFacts(part.surface, catalogue);
  if (!facts.ok) return null;
  const productOf = (id: string) => catalogue.productById.get(id)!;
  const profile = part.stack
    ? layersAt(part.stack, (id) => catalogue.productById.get(id)?.attacks, done, designId)
    : { layers: [], cut: null, isStripped: false };
  const isBare =
    profile.isStripped ||
    (part.stack === null &&
      part.surface.preparation.some((id) => catalogue.productById.get(id)?.takesOff?.includes('any')));
  const old = isBare ? [] : facts.facts.finishes;
  const drawn: { layer: Layer; product: Product }[] = profile.layers
    .filter(({ productId }) => catalogue.productById.has(productId))
    .map((layer) => ({ layer, product: productOf(layer.productId) }));

  // heights first, so that the base can stand at the foot of the drawing
  const bands: Band[] = [];
  const bareTop = -old.length * THICK.old;
  const stripped = profile.cut?.kind === 'stripped';
  old.forEach(({ finish }, index) => {
    const bottom = -index * THICK.old;
    const top = bottom - THICK.old;
    const box = (from: number, to: number): Point[] => [
      [from, top],
      [to, top],
      [to, bottom],
      [from, bottom],
    ];
    const spans = stripped
      ? ([
          [BARE, OPENING],
          [EDGE, RIGHT],
        ] as const)
      : ([[BARE, RIGHT]] as const);
    bands.push({
      id: `old-${index}`,
      name: 'on it already',
      notes: [finish.name],
      hatching: 'oldFinish',
      tone: 'old',
      outlines: spans.map(([from, to]) => box(from, to)),
      tops: spans.map(([from, to]) => box(from, to).slice(0, 2)),
      anchor: [RIGHT - ANCHOR_INSET, (top + bottom) / 2],
      state: 'cured',
      isGhost: false,
    });
  });
  let tops: Tops = { opening: stripped ? 0 : bareTop, edge: bareTop, masked: bareTop };

  const isMasked = drawn.some(({ layer }) => layer.role === 'mask' && layer.presence === 'there');
  for (const { layer, product } of drawn) {
    const tone = toneOf(product, layer.role);
    const isGhost = layer.presence === 'ghost';
    const state = states?.find(({ operationId }) => operationId === layer.operationId);
    const thick = layer.role === 'edgeSeal' ? THICK.edge : tone === 'colour' ? THICK.colour : THICK[tone];
    // colour goes over the edge and onto the mask while that is on; lifted with it afterwards
    const columns = layer.role === 'medium' && isMasked ? COLUMNS_OF.all : COLUMNS_OF[layer.extent];
    const before = tops;
    const topAt = (column: 'opening' | 'edge' | 'masked') => before[column] - thick;
    const from = LEFT_OF[columns[0]!];
    const to = RIGHT_OF[columns.at(-1)!];
    const top = span(from, to, topAt);
    const bottom = span(from, to, (column) => before[column]);
    if (!isGhost)
      tops = {
        opening: columns.includes('opening') ? topAt('opening') : before.opening,
        edge: columns.includes('edge') ? topAt('edge') : before.edge,
        masked: columns.includes('masked') ? topAt('masked') : before.masked,
      };
    const coats = state ? Math.max(state.coatsLaid, 1) : layer.coats;
    const gone = layer.role === 'mask' ? 'lifted' : profile.cut?.kind === 'burnt' ? 'burnt in' : 'rinsed off';
    const stateWords = isGhost ? gone : state ? stateNote(product, layer.role, state.state) : '';
    bands.push({
      id: layer.operationId,
      name: `${product.kind === 'primer' ? 'primer' : product.kind === 'medium' ? MEDIUM_NAME : ROLE_NAMES[layer.role]}${layer.coats > 1 ? ` ×${coats}` : ''}`,
      notes: [product.name, stateWords].filter(Boolean),
      hatching: hatchingOf(product, layer.role),
      tone,
      outlines: [[...top, ...[...bottom].reverse()]],
      tops: [top],
      anchor: [to - ANCHOR_INSET, topAt(columns.at(-1)!) + thick * ANCHOR_AT[columns.at(-1)!]],
      state: state?.state ?? 'cured',
      isGhost,
    });
  }
  const highest = Math.min(bareTop, ...bands.flatMap(({ outlines }) => outlines.flat().map(([, y]) => y)), -24);
  const shift = -highest + 14;
  const shifted = (points: readonly Point[]): Point[] => points.map(([x, y]) => [x, y + shift]);
  const cutKind = profile.cut?.kind;
  return {
    width: RIGHT,
    height: shift + BASE_HEIGHT,
    smallHeight: shift + SMALL_BASE_HEIGHT,
    base: {
      name: facts.facts.base.name,
      hatching: facts.facts.base.pattern,
      outline: shifted([
        [BARE, 0],
        [RIGHT, 0],
        [RIGHT, BASE_HEIGHT],
        [BARE, BASE_HEIGHT],
      ]),
    },
    cut:
      profile.cut && (cutKind === 'etched' || cutKind === 'burnt' || cutKind === 'dyed')
        ? {
            kind: cutKind,
            by: drawn.find(({ layer }) => layer.operationId === profile.cut?.operationId)?.product.name ?? '',
            operationId: profile.cut.operationId,
            anchor: [(OPENING + EDGE) / 2, shift + CUT_DEPTH / 2],
            outline: shifted([
              [OPENING + 2, 0],
              [OPENING + 10, CUT_DEPTH],
              [EDGE - 10, CUT_DEPTH],
              [EDGE - 2, 0],
            ]),
          }
        : null,
    bands: bands.map((band) => ({
      ...band,
      outlines: band.outlines.map(shifted),
      tops: band.tops.map(shifted),
      anchor: shifted([band.anchor])[0]!,
    })),
    columns: [
      { name: 'bare', x: BARE + 27 },
      { name: 'opening', x: (OPENING + EDGE) / 2 },
      { name: 'edge', x: (EDGE + MASKED) / 2 },
      { name: 'masked', x: (MASKED + RIGHT) / 2 + 4 },
    ],
  };
};

/** Everything the drawing shows, from the base up, in words. */
export const sectionWords = (model: SectionModel): string =>
  [
    model.base.name,
    ...(model.cut ? [`${model.cut.kind} in the opening`] : []),
    ...model.bands.map(({ name, notes }) => (notes.length ? `${name} (${notes.join(', ')})` : name)),
  ].join(', then ');
