import { plainPart, type Catalogue, type Operation, type Part } from '@sgraffa/core';
import { sectionModel, type SectionModel } from '../../ui/section/sectionModel.ts';

type Laid = readonly [
  role: Extract<Operation, { op: 'apply' }>['role'],
  productId: string,
  extent: 'all' | 'opening' | 'masked' | 'edge',
];

/** A small piece on which a fault can be seen, and how the fault is drawn into it: lines in ink, what is out of place filled. */
interface Drawn {
  readonly base: string;
  readonly on?: string;
  readonly laid: readonly Laid[];
  /** `y`: where the base begins; `top`: of the highest layer in the opening; lines of a path. */
  readonly fault: (at: { readonly y: number; readonly top: number }) => {
    readonly lines: string;
    readonly filled?: string;
  };
}

const zigzag = (x: number, from: number, to: number, wide = 7): string => {
  const count = Math.max(2, Math.round((to - from) / 8));
  const step = (to - from) / count;
  return `M${x} ${from}${Array.from({ length: count }, (_, at) => `l${at % 2 ? -wide : wide} ${step}`).join('')}`;
};
const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

const PAINTED: readonly Laid[] = [
  ['mask', 'film-stencil', 'masked'],
  ['medium', 'craft-acrylic', 'opening'],
];
const COAT: readonly Laid[] = [['ground', 'exterior-latex', 'all']];
const FILM: readonly Laid[] = [['film', 'film-permanent', 'opening']];

const DRAWN: Readonly<Record<string, Drawn>> = {
  bled: {
    base: 'hardwood',
    laid: PAINTED,
    fault: ({ y }) => ({
      filled: `M132 ${y}L214 ${y}L206 ${y - 9}L192 ${y - 4}L180 ${y - 13}L166 ${y - 6}L160 ${y - 14}Z`,
      lines: '',
    }),
  },
  lifts: {
    base: 'glass-soda-lime',
    laid: FILM,
    fault: ({ top, y }) => ({
      lines: `M92 ${top}q34 -2 44 -30M92 ${y}q44 2 60 -46M136 ${top - 30}l16 -8M150 ${y - 4}l14 -6M168 ${y - 10}l10 -4`,
    }),
  },
  'iron-on-lifts': {
    base: 'cotton',
    laid: [['film', 'iron-on-standard', 'opening']],
    fault: ({ top, y }) => ({ lines: `M92 ${top}q34 -2 44 -30M92 ${y}q44 2 60 -46M136 ${top - 30}l16 -8` }),
  },
  taken: {
    base: 'hardwood',
    laid: COAT,
    fault: ({ top, y }) => ({
      filled: `M98 ${top - 2}L188 ${top - 2}L180 ${top + 14}L190 ${y}L104 ${y}L92 ${y - 16}Z`,
      lines: `M104 ${top - 26}h76l-8 12h-64Z`,
    }),
  },
  jagged: {
    base: 'hardwood',
    laid: [['medium', 'craft-acrylic', 'opening']],
    fault: ({ top, y }) => ({ lines: `${zigzag(132, top - 4, y, 11)}M132 ${top}l18 -12M140 ${top + 14}l18 -6` }),
  },
  'not-through': {
    base: 'steel-stainless',
    on: 'powder-coat',
    laid: [['mask', 'film-permanent', 'masked']],
    fault: ({ y }) => ({
      lines: `M74 ${y - 74}v28m-6 -8l6 8l6 -8M94 ${y - 74}v28m-6 -8l6 8l6 -8M114 ${y - 74}v28m-6 -8l6 8l6 -8M58 ${y - 40}h70`,
    }),
  },
  crept: {
    base: 'glass-soda-lime',
    laid: [
      ['mask', 'film-permanent', 'masked'],
      ['medium', 'frost-cream', 'opening'],
    ],
    fault: ({ y }) => ({
      filled: `M128 ${y}L206 ${y}Q186 ${y + 6} 172 ${y + 14}Q150 ${y + 26} 122 ${y + 28}Z`,
      lines: '',
    }),
  },
  faint: {
    base: 'hardwood',
    laid: [],
    fault: ({ y }) => ({
      lines: `M58 ${y + 3}l8 3M72 ${y + 8}l8 -3M86 ${y + 4}l9 4M101 ${y + 9}l8 -4M115 ${y + 4}l9 3`,
    }),
  },
  halo: {
    base: 'hardwood',
    laid: [],
    fault: ({ y }) => ({
      filled: `M64 ${y}L122 ${y}L114 ${y + 22}L72 ${y + 22}Z`,
      lines: `M54 ${y}q6 36 39 36q33 0 39 -36M42 ${y}q8 48 51 48q43 0 51 -48`,
    }),
  },
  wrinkled: {
    base: 'hardwood',
    laid: COAT,
    fault: ({ top }) => ({
      lines: `M54 ${top}q7 -16 14 0q7 -18 14 0q7 -12 14 0q7 -18 14 0q7 -14 14 0q7 -18 14 0q7 -12 14 0q7 -18 14 0q7 -14 14 0q7 -18 14 0q7 -12 14 0q7 -16 14 0`,
    }),
  },
  bubbles: {
    base: 'hardwood',
    laid: [['finish', 'flood-epoxy', 'all']],
    fault: ({ top }) => ({
      lines: [
        circle(78, top + 12, 7),
        circle(104, top + 20, 5),
        circle(126, top + 9, 6),
        circle(152, top + 18, 8),
        circle(182, top + 11, 5),
        circle(206, top + 20, 6),
      ].join(''),
    }),
  },
  soft: {
    base: 'hardwood',
    laid: [['finish', 'flood-epoxy', 'all']],
    fault: ({ top }) => ({
      lines: `M104 ${top - 34}q-8 24 8 40q20 10 34 0q16 -16 8 -40M112 ${top + 4}v14M128 ${top + 8}v16M142 ${top + 4}v12`,
    }),
  },
  hazy: {
    base: 'hardwood',
    laid: [['finish', 'waterborne-clear', 'all']],
    fault: ({ top }) => ({
      lines: `M62 ${top - 6}h24M98 ${top - 6}h30M140 ${top - 6}h22M176 ${top - 6}h34M74 ${top - 14}h30M118 ${top - 14}h22M154 ${top - 14}h34`,
    }),
  },
  craters: {
    base: 'hardwood',
    laid: COAT,
    fault: ({ top }) => ({
      lines: `M70 ${top - 3}q10 26 20 0M118 ${top - 3}q8 22 16 0M160 ${top - 3}q12 30 24 0M200 ${top - 3}q7 18 14 0`,
    }),
  },
  cracks: {
    base: 'hardwood',
    laid: COAT,
    fault: ({ top, y }) => ({
      lines: `${zigzag(82, top, y)}${zigzag(128, top, y)}${zigzag(170, top, y)}${zigzag(206, top, y)}`,
    }),
  },
  stains: {
    base: 'softwood',
    laid: COAT,
    fault: ({ top, y }) => ({
      filled: `M112 ${y}Q108 ${top + 10} 92 ${top}L152 ${top}Q136 ${top + 10} 134 ${y}Z`,
      lines: `M122 ${y + 24}v-60m-7 10l7 -10l7 10`,
    }),
  },
  dye: {
    base: 'polyester',
    laid: FILM,
    fault: ({ top, y }) => ({
      lines: `M70 ${y + 8}v-26m-5 7l5 -7l5 7M93 ${y + 8}v-34m-5 7l5 -7l5 7M116 ${y + 8}v-26m-5 7l5 -7l5 7${circle(80, top + 8, 2)}${circle(104, top + 12, 2)}`,
    }),
  },
  'press-line': {
    base: 'polyester',
    laid: [['film', 'iron-on-low', 'opening']],
    fault: ({ y }) => ({
      lines: `M26 ${y}v16M26 ${y}h-8M176 ${y}v16M176 ${y}h8M26 ${y + 8}h150M40 ${y - 14}l6 8M188 ${y - 16}l6 9M200 ${y - 14}l5 7`,
    }),
  },
  stuck: {
    base: 'hardwood',
    laid: COAT,
    fault: ({ top }) => ({
      lines: `M10 ${top - 46}L224 ${top - 30}L224 ${top - 12}L10 ${top - 28}ZM70 ${top - 24}v24M96 ${top - 22}v22M126 ${top - 20}v20M158 ${top - 18}v18M190 ${top - 15}v15`,
    }),
  },
  'off-line': {
    base: 'glass-soda-lime',
    laid: FILM,
    fault: ({ top, y }) => ({
      lines: `M92 ${top}h78v${y - top}M92 ${top}v-10M170 ${y}v12M132 ${top + 18}h28m-8 -6l8 6l-8 6`,
    }),
  },
};

/** A section with a fault in it. */
export interface FaultSection {
  readonly model: SectionModel;
  readonly lines: string;
  readonly filled: string | null;
}

const partOf = ({ base, on, laid }: Drawn): Part => {
  const part = plainPart('fault', base);
  const operations = laid.map(([role, productId, extent], index): Operation => ({
    id: `l${index}`,
    op: 'apply',
    role,
    productId,
    how: 'brush',
    coats: 1,
    extent,
  }));
  return {
    ...part,
    surface: { ...part.surface, existing: on ? [{ finish: on, ageDays: 100 }] : [] },
    stack: operations.length ? { methodId: 'decal', operations } : null,
  };
};

/** How something that went wrong is drawn; null where it has no drawing. */
export const faultSection = (symptom: string, catalogue: Catalogue): FaultSection | null => {
  const drawn = DRAWN[symptom];
  const model = drawn && sectionModel({ part: partOf(drawn), catalogue });
  if (!drawn || !model) return null;
  const y = model.base.outline[0]![1];
  const tops = model.bands.flatMap(({ outlines }) => outlines.flat()).filter(([x]) => x < 132);
  const top = Math.min(y, ...tops.map(([, height]) => height));
  const { lines, filled = null } = drawn.fault({ y, top });
  return { model, lines, filled };
};
